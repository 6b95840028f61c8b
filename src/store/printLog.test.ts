import { printRuns } from '@/core/edition/printLog';
import { handleImpressions, printImpressions } from '@/studio/editions/impressionActions';
import { furnished, withPrints } from '../../tests/unit/helpers/house';
import { printsBefore } from './printLog';

test('what was printed, how, and what came of the sheet that was printed then: not of one made later under its number', async () => {
  const f = await furnished({ withMaster: false });
  const { studio, formatId, paperId, workId } = f;
  const { editionId, ids } = await withPrints(f, 5, 3);
  const handle = (act: 'spoiled' | 'destroyed' | 'remade', note: string) =>
    handleImpressions(studio, { editionId, impressionIds: [ids[0]!], act, note });
  await handle('spoiled', 'a scratch');
  await handle('destroyed', 'torn');
  await handle('remade', '');
  await printImpressions(studio, {
    ...{ editionId, impressionIds: [ids[0]!], count: null, formatId, paperId },
    reason: 'no proof in this test',
  });
  const runs = printRuns(await printsBefore(studio.db, { before: null, workId: null }));
  expect(runs.map(({ numbers, result }) => [numbers, result])).toEqual([
    [['1/5'], { good: 0, spoiled: 0, open: 1 }],
    [['1/5', '2/5', '3/5'], { good: 2, spoiled: 1, open: 0 }],
  ]);
  expect(runs[0]).toMatchObject({ formatId, paperId, workId, override: 'no proof in this test' });
  const older = await printsBefore(studio.db, { before: 3, workId });
  expect(older.every(({ seq }) => seq < 3)).toBe(true);
  expect(await printsBefore(studio.db, { before: null, workId: 'other' })).toEqual([]);
});
