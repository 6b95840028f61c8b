/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../../../tests/unit/helpers/hooks';
import type { LaidOut, LayoutProps } from './layoutProps';
import { useLayoutDesk } from './useLayoutDesk';

const pushed: string[] = [];
jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: (to: string) => pushed.push(to) };
  return { useRouter: () => router };
});

const laid = (id: string, x: number, y: number) => ({
  id,
  x,
  y,
  width: 200_000,
  height: 150_000,
  turned: false,
});
const layout: LaidOut = {
  id: 'l',
  name: 'Friday',
  ground: { width: 610_000, height: null, margin: 5_000, gap: 4_000 },
  pieces: [
    { id: 'p1', width: 200_000, height: 150_000, count: 3, rotate: true, says: 'Night Ferry' },
  ] as LaidOut['pieces'],
  faces: {},
  placements: [laid('p1#1', 5_000, 5_000), laid('p1#2', 209_000, 5_000)],
  state: 'laid',
  printedAt: null,
};
const desk = (more: Partial<LaidOut> = {}) =>
  renderModel(() =>
    useLayoutDesk({
      layout: { ...layout, ...more },
      paper: { name: 'Harrow Rag', pricePerM2: 2_000 },
      ink: null,
      offered: [],
      lots: [],
      shortest: null,
      asked: [],
      costs: [],
    } satisfies LayoutProps),
  ).result;

test('says how many found no room, and may be sent to the queue', () => {
  const { current } = desk();
  expect(current).toMatchObject({
    wanted: 3,
    waiting: 1,
    hasMoved: false,
    canQueue: true,
    canKeep: false,
  });
  expect(current.facts.taken).toBe(160_000);
});

test('a piece that was moved is kept before anything is queued, and can be put back', () => {
  const model = desk();
  act(() => model.current.move!([layout.placements[0]!, laid('p1#2', 300_000, 5_000)]));
  expect(model.current).toMatchObject({ hasMoved: true, canQueue: false, canKeep: true });
  act(() => model.current.putBack());
  expect(model.current).toMatchObject({ hasMoved: false, canQueue: true });
  expect(model.current.placements).toEqual(layout.placements);
});

test('pieces that lie over each other are not kept', () => {
  const model = desk();
  act(() => model.current.move!([laid('p1#1', 5_000, 5_000), laid('p1#2', 100_000, 5_000)]));
  expect(model.current.facts.clash).toHaveLength(2);
  expect(model.current.canKeep).toBe(false);
});

test('what was moved goes to the server as it lies', async () => {
  const sent = answering();
  const model = desk();
  const placements = [layout.placements[0]!, laid('p1#2', 5_000, 159_000)];
  act(() => model.current.move!(placements));
  await act(() => model.current.keep().then(() => {}));
  expect(sent).toEqual([{ url: '/api/act/arrangeLayout', input: { id: 'l', placements } }]);
});

test('a printed layout is not moved, and an empty one is not queued', () => {
  expect(desk({ state: 'printed' }).current).toMatchObject({
    isPrinted: true,
    move: null,
    canQueue: false,
  });
  expect(desk({ placements: [] }).current.canQueue).toBe(false);
  expect(desk({ pieces: [], placements: [] }).current).toMatchObject({ canLay: false, waiting: 0 });
});

test('removed, it leaves for the list; refused, it stays', async () => {
  answering({ removeLayout: { error: { message: 'It is in the queue.' } } });
  const model = desk();
  await act(() => model.current.remove());
  expect(pushed).toEqual([]);
  expect(model.current.action.error?.message).toBe('It is in the queue.');
  answering();
  await act(() => model.current.remove());
  expect(pushed).toEqual(['/papers/layouts']);
});
