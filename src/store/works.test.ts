import { DRAWERS, NEXT_STEPS } from '@/core/works';
import { insertRow, type NewRow } from './rows';
import { Store } from './db';
import { worksPage, type WorkOrder } from './works';
import { emptyFolder } from '../../tests/unit/helpers/made';

const NOW = '2026-11-02T10:00:00Z';
const work = (id: string, more: Partial<NewRow<'works'>> = {}): NewRow<'works'> => ({
  ...{ id, title: `Title ${id}`, medium: 'ink', kind: 'drawing', owner: 'the studio', mayPrint: 'yes' },
  createdAt: NOW,
  ...more,
});

async function withWorks(rows: NewRow<'works'>[]): Promise<Store> {
  const store = await Store.open(await emptyFolder());
  await store.write(async (tx) => {
    for (const row of rows) await insertRow(tx, 'works', row);
  });
  return store;
}
const page = (store: Store, drawers: (typeof DRAWERS)[number], order: WorkOrder = 'title') =>
  worksPage(store.db, { search: '', order, archived: false, page: 0, drawers });
const drawn = async (store: Store, drawers: (typeof DRAWERS)[number]) =>
  (await page(store, drawers)).lines.map(({ id, drawer }) => `${id} ${drawer}`);

test('works lie in drawers that stand together, what was not noted last, each drawer in the order asked', async () => {
  const store = await withWorks([
    work('a', { medium: 'oil', year: 2024 }),
    work('b', { medium: '', year: null }),
    work('c', { medium: 'Ink', year: 2026, kind: 'painting' }),
    work('d', { medium: 'oil', year: 2026 }),
  ]);
  expect(await drawn(store, 'medium')).toEqual(['c Ink', 'a oil', 'd oil', 'b ']);
  expect(await drawn(store, 'year')).toEqual(['c 2026', 'd 2026', 'a 2024', 'b ']);
  expect(await drawn(store, 'kind')).toEqual(['a drawing', 'b drawing', 'd drawing', 'c painting']);
  expect(await drawn(store, 'none')).toEqual(['a ', 'b ', 'c ', 'd ']);
  for (const drawers of DRAWERS) expect((await page(store, drawers)).total).toBe(4);
  await store.close();
});

test('without drawers the works stand in the order asked', async () => {
  const store = await withWorks([
    work('a', { title: 'weir', year: 2024 }),
    work('b', { title: 'Boat', year: null }),
    work('c', { title: 'anchor', year: 2026 }),
  ]);
  const order = async (by: WorkOrder) => (await page(store, 'none', by)).lines.map((w) => w.id);
  expect(await order('title')).toEqual(['c', 'b', 'a']);
  expect(await order('newest')).toEqual(['c', 'b', 'a']);
  expect(await order('year')).toEqual(['c', 'a', 'b']);
  await store.close();
});

test('what comes next: what is wanting first in the order of the work, one drawer each', async () => {
  const store = await withWorks([
    work('captureless'),
    work('kept', { mayPrint: 'no' }),
    work('later', { mayPrint: 'not yet' }),
    work('sizeless'),
  ]);
  await store.write(async (tx) => {
    for (const workId of ['later', 'sizeless'])
      await insertRow(tx, 'masters', {
        ...{ id: `m-${workId}`, workId, sha256: workId.padEnd(64, '0'), fileName: 'a.tif' },
        ...{ fileKind: 'TIFF' as const, bytes: 1, widthPx: 1, heightPx: 1, bits: 8, channels: 3 },
        ...{ current: true, state: 'ready', receivedAt: NOW, colour: 'RGB', alpha: false, pages: 1 },
      });
  });
  expect(await drawn(store, 'next')).toEqual([
    'captureless to capture',
    'kept kept out of print',
    'later kept out of print',
    'sizeless to size',
  ]);
  expect(new Set(NEXT_STEPS).size).toBe(8);
  await store.close();
});
