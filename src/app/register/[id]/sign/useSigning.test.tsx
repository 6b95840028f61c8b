/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../../../tests/unit/helpers/hooks';
import { bestPen, isTried, useSigning } from './useSigning';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const NOW = Date.parse('2026-11-29T10:00:00Z');
const trial = (pen: string, worked: boolean, at = '2026-11-01T10:00:00Z') => ({
  pen,
  worked,
  at,
  note: '',
});
const paperWith = (...trials: ReturnType<typeof trial>[]) => ({ id: 'rag', name: 'Harrow Rag', trials });
const sheet = (n: number) => ({
  id: `i${n}`,
  label: `${n}/5`,
  paperId: 'rag',
  image: null,
  sheet: null,
  format: 'A4',
});
const sheets = [sheet(1), sheet(2), sheet(3)];
const tableOf = (paper = paperWith(trial('pencil 2B', true)), clock = () => NOW) =>
  renderModel(() => useSigning({ editionId: 'e', sheets, papers: [paper], now: clock })).result;

describe('a pen on a paper', () => {
  test('that worked lately need not be tried again', () => {
    expect(isTried(paperWith(trial('pencil 2B', true)), ' Pencil 2b ', NOW)).toBe(true);
    expect(isTried(paperWith(trial('pencil 2B', true, '2026-01-01T10:00:00Z')), 'pencil 2B', NOW)).toBe(
      false,
    );
  });
  test('that failed since is tried again, whatever it did before', () => {
    const paper = paperWith(trial('gel', false), trial('gel', true, '2026-10-01T10:00:00Z'));
    expect(isTried(paper, 'gel', NOW)).toBe(false);
    expect([bestPen(paper), bestPen(undefined), bestPen(paperWith(trial('gel', false)))]).toEqual([
      'gel',
      '',
      '',
    ]);
  });
});

test('a pen that is known is ready; another goes to scrap first, and only one that worked begins', async () => {
  const sent = answering();
  const table = tableOf();
  expect([table.current.stage, table.current.pen]).toEqual(['sign', 'pencil 2B']);
  act(() => table.current.setPen('gel pen'));
  expect(table.current.stage).toBe('rehearse');
  await act(() => table.current.sign());
  expect(sent).toEqual([]);
  await act(() => table.current.rehearsed(false));
  expect([table.current.pen, table.current.stage]).toEqual(['', 'rehearse']);
  act(() => table.current.setPen('liner'));
  await act(() => table.current.rehearsed(true));
  expect(table.current.stage).toBe('sign');
  expect(sent.map(({ input }) => input)).toEqual([
    { paperId: 'rag', pen: 'gel pen', worked: false, note: '' },
    { paperId: 'rag', pen: 'liner', worked: true, note: '' },
  ]);
});

test('one sheet after another, each with its own act and the pen; the time is kept for all that were signed', async () => {
  const sent = answering();
  let time = NOW;
  const table = tableOf(undefined, () => time);
  await act(() => table.current.sign());
  expect(table.current.sheet?.label).toBe('2/5');
  time += 30_000;
  act(() => table.current.leave());
  time += 30_000;
  await act(() => table.current.sign());
  expect(table.current).toMatchObject({ stage: 'done', left: 0, signed: 2, seconds: 60 });
  expect(table.current.done.map(({ label, as }) => `${label} ${as}`)).toEqual([
    '1/5 signed',
    '2/5 left',
    '3/5 signed',
  ]);
  await act(() => table.current.keepTime().then(() => {}));
  expect(sent.map(({ url, input }) => [url, input])).toEqual([
    [
      '/api/act/handleImpressions',
      { editionId: 'e', impressionIds: ['i1'], act: 'signed', note: '', pen: 'pencil 2B' },
    ],
    [
      '/api/act/handleImpressions',
      { editionId: 'e', impressionIds: ['i3'], act: 'signed', note: '', pen: 'pencil 2B' },
    ],
    ['/api/act/noteTiming', { act: 'sign', seconds: 60, prints: 2 }],
  ]);
});

test('the last one comes back to the table, its signature taken back; one left for another day only comes back', async () => {
  const sent = answering();
  const table = tableOf();
  await act(() => table.current.sign());
  act(() => table.current.leave());
  await act(() => table.current.back());
  expect(table.current.sheet?.label).toBe('2/5');
  expect(sent).toHaveLength(1);
  await act(() => table.current.back());
  expect(table.current.sheet?.label).toBe('1/5');
  expect(sent[1]).toEqual({
    url: '/api/act/takeBackHandling',
    input: { editionId: 'e', impressionIds: ['i1'] },
  });
  expect(table.current.done).toEqual([]);
});

test('a spoiled sheet is gone from the table with its reason, and does not come back to it', async () => {
  const sent = answering();
  const table = tableOf();
  await act(() => table.current.spoil('ink smeared, before Ane').then(() => {}));
  expect(table.current.done).toEqual([{ id: 'i1', label: '1/5', as: 'spoiled' }]);
  await act(() => table.current.back());
  expect(table.current.sheet?.label).toBe('2/5');
  expect(sent).toEqual([
    {
      url: '/api/act/handleImpressions',
      input: {
        editionId: 'e',
        impressionIds: ['i1'],
        act: 'spoiled',
        note: 'ink smeared, before Ane',
      },
    },
  ]);
});
