import { emptyFolder } from '../../tests/unit/helpers/made';
import { documentFaults } from './columnFaults';
import { Store } from './db';
import {
  findColumns,
  findRow,
  findRows,
  insertRow,
  insertRows,
  ownColumns,
  patchRow,
  patchRows,
  patchWhere,
  removeRow,
  removeWhere,
  rowById,
  type NewRow,
} from './rows';

let store: Store;
beforeEach(async () => {
  store = await Store.open(await emptyFolder());
});
afterEach(() => store.close());

const buyer = (id: string, more: Partial<NewRow<'buyers'>> = {}): NewRow<'buyers'> => ({
  id,
  name: `Buyer ${id}`,
  address: ['Quay 4'],
  country: 'N',
  createdAt: '2026-11-02T10:00:00.000Z',
  ...more,
});
const put = (...rows: NewRow<'buyers'>[]) => store.write((tx) => insertRows(tx, 'buyers', rows));
const names = async (where = {}, options = {}) =>
  (await findRows(store.db, 'buyers', where, options)).map((b) => b.id);

describe('rows are found', () => {
  beforeEach(() =>
    put(
      buyer('a', { name: 'Oda', country: 'N' }),
      buyer('b', { name: 'Bram', country: 'D', mayWriteSince: '2026-01-01' }),
      buyer('c', { name: 'Ilse', country: 'D' }),
    ),
  );

  test('by a value, by one of several, by nothing, by all of it at once', async () => {
    expect(await names({ country: 'D' }, { orderBy: ['id'] })).toEqual(['b', 'c']);
    expect(await names({ id: ['a', 'c'] }, { orderBy: ['id'] })).toEqual(['a', 'c']);
    expect(await names({ mayWriteSince: null }, { orderBy: ['id'] })).toEqual(['a', 'c']);
    expect(await names({ country: 'D', mayWriteSince: null })).toEqual(['c']);
    expect(await names({ id: [] })).toEqual([]);
  });

  test('in the order asked, either way, and no more than asked', async () => {
    expect(await names({}, { orderBy: ['name'] })).toEqual(['b', 'c', 'a']);
    expect(await names({}, { orderBy: ['-name'] })).toEqual(['a', 'c', 'b']);
    expect(await names({}, { orderBy: ['country', '-name'] })).toEqual(['c', 'b', 'a']);
    expect(await names({}, { orderBy: ['name'], limit: 2 })).toEqual(['b', 'c']);
    expect(await names({}, { limit: 0 })).toEqual([]);
  });

  test('with a few of their columns', async () => {
    expect(await findColumns(store.db, 'buyers', ['name', 'address'], { id: 'a' })).toEqual([
      { name: 'Oda', address: ['Quay 4'] },
    ]);
  });

  test('by their id; one that is not there is named by what was asked', async () => {
    expect((await rowById(store.db, 'buyers', 'b')).name).toBe('Bram');
    expect(await findRow(store.db, 'buyers', 'none')).toBeUndefined();
    await expect(rowById(store.db, 'buyers', 'none')).rejects.toMatchObject({
      field: 'buyerId',
      value: 'none',
      expected: 'one of the buyers there are',
    });
    await expect(rowById(store.db, 'orderLines', 'none', 'line')).rejects.toMatchObject({
      field: 'line',
      expected: 'one of the order lines there are',
    });
  });
});

describe('rows are written', () => {
  test('many thousand at once', async () => {
    await put(...Array.from({ length: 2_500 }, (_, n) => buyer(`b${n}`)));
    expect(await names()).toHaveLength(2_500);
    const ids = await names();
    await store.write((tx) => patchRows(tx, 'buyers', ids, { country: 'S' }));
    expect(await names({ country: 'S' })).toHaveLength(2_500);
  });

  test('changed one, those that fit, and only in what was said', async () => {
    await put(buyer('a'), buyer('b', { country: 'D' }));
    await store.write(async (tx) => {
      await patchRow(tx, 'buyers', 'a', { notes: 'rings twice' });
      await patchWhere(tx, 'buyers', { country: 'D' }, { email: 'b@example.org' });
    });
    expect(await findRow(store.db, 'buyers', 'a')).toMatchObject({ notes: 'rings twice', email: '' });
    expect(await findRow(store.db, 'buyers', 'b')).toMatchObject({ notes: '', email: 'b@example.org' });
  });

  test('and removed', async () => {
    await put(buyer('a'), buyer('b'), buyer('c', { country: 'D' }));
    await store.write((tx) => removeRow(tx, 'buyers', 'a'));
    await store.write((tx) => removeWhere(tx, 'buyers', { country: 'D' }));
    expect(await names()).toEqual(['b']);
  });

  test('what of an object are columns is told apart from what is not', () => {
    expect(ownColumns('buyers', { name: 'Oda', sure: true, address: ['x'] })).toEqual({
      name: 'Oda',
      address: ['x'],
    });
  });
});

describe('what no row may hold', () => {
  const paper = (more: object) => ({
    id: 'p',
    name: 'Harrow Rag',
    base: 'cotton',
    surface: 'matte',
    gsm: 310,
    thicknessUm: 480,
    brightener: 'none',
    mayRoll: true,
    scuffs: false,
    dryHours: 24,
    pricePerM2Minor: 1_940,
    ...more,
  });

  test.each([
    ['a word that is not in its list', { base: 'velvet' }, 'papers.base'],
    ['a length below nothing', { thicknessUm: -1 }, 'papers.thickness_um'],
    ['a length with a fraction', { thicknessUm: 480.5 }, 'papers.thickness_um'],
    ['a sum below nothing', { pricePerM2Minor: -1 }, 'papers.price_per_m2_minor'],
  ])('%s', async (_what, wrong, rule) => {
    const row = paper(wrong) as NewRow<'papers'>;
    const error = await store.write((tx) => insertRow(tx, 'papers', row)).catch((e: unknown) => e);
    expect(String((error as { cause?: unknown }).cause ?? error)).toContain(
      `CHECK constraint failed: ${rule}`,
    );
    expect(await findRows(store.db, 'papers')).toEqual([]);
  });

  test.each([
    ['a moment that is none', { createdAt: 'yesterday' }, 'buyers.created_at'],
    ['a day that is none', { mayWriteSince: '2 November' }, 'buyers.may_write_since'],
  ])('%s', async (_what, wrong, rule) => {
    const error = await put(buyer('a', wrong)).catch((e: unknown) => e);
    expect(String((error as { cause?: unknown }).cause ?? error)).toContain(rule);
  });

  test('a document that was damaged in the file is found, by table, column and row', async () => {
    await put(buyer('a'), buyer('b'));
    expect(await documentFaults(store.db)).toEqual([]);
    await store.client.execute(
      `UPDATE buyers SET address = '{"version":1,"body":"Quay 4"}' WHERE id = 'b'`,
    );
    expect(await documentFaults(store.db)).toEqual([
      { table: 'buyers', column: 'address', rowId: 'b', fault: 'the whole must be array' },
    ]);
    await expect(findRows(store.db, 'buyers')).rejects.toThrow(
      'A stored address does not have its shape',
    );
    expect(await findColumns(store.db, 'buyers', ['name'])).toHaveLength(2);
  });
});
