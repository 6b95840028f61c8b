/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../../../../tests/unit/helpers/hooks';
import { standingOf, useDustDesk, type DustCheck } from './useDustDesk';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const checkOf = (...done: boolean[]): DustCheck => ({
  id: 'd',
  at: '2026-11-20T10:00:00Z',
  total: done.length,
  specks: done.map((isDone, i) => ({ x: 100 * i, y: 7, size: 9 - i, contrast: 20, done: isDone })),
});
const deskOf = (check: DustCheck | null) =>
  renderModel(() => useDustDesk({ masterId: 'm', size: { width: 4_000, height: 3_000 }, check })).result;

test('begins at the first that is not dealt with, and looks at it at one to one', () => {
  const desk = deskOf(checkOf(true, true, false, false));
  expect([desk.current.at, desk.current.left, desk.current.view]).toEqual([
    2,
    2,
    { x: 200, y: 7, zoom: 1 },
  ]);
  expect(deskOf(checkOf(true, true)).current.at).toBe(0);
  // Nothing looked for yet: the middle of the picture.
  expect(deskOf(null).current.view).toEqual({ x: 2_000, y: 1_500, zoom: 1 });
});

test('a quick hand ticks the next before the last answer came; none is lost', async () => {
  const sent = answering();
  const desk = deskOf(checkOf(false, false, false));
  const ticks: Promise<void>[] = [];
  for (let i = 0; i < 2; i++)
    act(() => {
      ticks.push(desk.current.tick(desk.current.at, true));
    });
  await act(async () => {
    await Promise.all(ticks);
  });
  expect([desk.current.isDone(0), desk.current.isDone(1), desk.current.left]).toEqual([true, true, 1]);
  expect(desk.current.at).toBe(2);
  expect(sent.map((each) => each.input)).toEqual([
    { id: 'd', at: 0, done: true },
    { id: 'd', at: 1, done: true },
  ]);
});

test('a tick that is refused goes back, and so does the hand', async () => {
  answering({ tickSpeck: { error: { message: 'Looked over again meanwhile.' } } });
  const desk = deskOf(checkOf(false, false));
  await act(async () => {
    await desk.current.tick(0, true);
  });
  expect([desk.current.at, desk.current.isDone(0), desk.current.left]).toEqual([0, false, 2]);
  expect(desk.current.action.error!.message).toBe('Looked over again meanwhile.');
});

test('steps stay within the list, and the last ticked stays the last', async () => {
  answering();
  const desk = deskOf(checkOf(false, false));
  act(() => desk.current.step(-1));
  expect(desk.current.at).toBe(0);
  for (let i = 0; i < 4; i++) act(() => desk.current.step(1));
  expect(desk.current.at).toBe(1);
  await act(async () => {
    await desk.current.tick(1, true);
  });
  expect(desk.current.at).toBe(1);
  const empty = deskOf(null);
  act(() => empty.current.step(1));
  expect(empty.current.at).toBe(0);
});

test('looking closer is of one speck: the next is at one to one again', () => {
  const desk = deskOf(checkOf(false, false));
  act(() => desk.current.zoom());
  expect(desk.current.view).toEqual({ x: 0, y: 7, zoom: 4 });
  act(() => desk.current.zoom());
  expect(desk.current.view.zoom).toBe(1);
  act(() => desk.current.setView({ x: 3, y: 4, zoom: 2 }));
  act(() => desk.current.step(1));
  expect(desk.current.view).toEqual({ x: 100, y: 7, zoom: 1 });
});

test('looking for specks is a job that is followed', async () => {
  const sent = answering({ lookForDust: { message: 'Looking.', job: 'j1' } });
  const desk = deskOf(null);
  await act(async () => {
    await desk.current.look();
  });
  expect([sent[0]!.input, desk.current.job]).toEqual([{ id: 'm' }, 'j1']);
});

test.each([
  [{ left: 0, listed: 0, total: 0 }, 'None found: the file is clean.'],
  [{ left: 0, listed: 5, total: 5 }, 'Every listed speck is dealt with.'],
  [{ left: 3, listed: 5, total: 5 }, '3 to look at.'],
  [{ left: 3, listed: 200, total: 412 }, '3 to look at; 412 were found, the 200 largest are listed.'],
])('%j is said in a sentence', (figures, sentence) => {
  expect(standingOf(figures)).toBe(sentence);
});
