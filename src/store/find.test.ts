import { sql } from 'drizzle-orm';
import { folder } from '../../tests/unit/helpers/files';
import { emptyFolder } from '../../tests/unit/helpers/made';
import { Store } from './db';
import { findByWords, findLines } from './find';
import { BETWEEN, rebuildFindables } from './findTriggers';
import { insertRow, patchRow, removeRow, type NewRow } from './rows';

const NOW = '2026-11-02T10:00:00Z';
const buyer = (id: string, name: string): NewRow<'buyers'> => ({
  id,
  name,
  address: ['Lower Mole 12', '4410 Haldenness'],
  country: 'XA',
  createdAt: NOW,
});
const order = (id: string, number: number, buyerId: string): NewRow<'orders'> => ({
  id,
  number,
  buyerId,
  state: 'delivered',
  orderedOn: '2026-11-01',
  shipBy: '2026-11-04',
  carriageMinor: 0,
  changedAt: NOW,
});

async function filled(): Promise<Store> {
  const store = await Store.open(await emptyFolder());
  await store.write(async (tx) => {
    await insertRow(tx, 'buyers', buyer('b1', 'Oda Brennick'));
    await insertRow(tx, 'buyers', buyer('b2', 'Élan Ferrow'));
    for (let n = 1; n <= 130; n += 1)
      await insertRow(tx, 'orders', order(`o${n}`, n, n % 2 ? 'b1' : 'b2'));
  });
  return store;
}
const names = async (store: Store, kind: 'order' | 'person', ...words: string[]) =>
  (await findByWords(store.db, [kind], words, 5)).map(({ head }) => head);
const everything = (store: Store) =>
  store.db.all(sql`SELECT kind, ref, head, words FROM findables ORDER BY kind, ref`);

test('what is called exactly so comes first, then what begins so, the newest first, then what is said of it', async () => {
  const store = await filled();
  expect(await names(store, 'order', '12')).toEqual([
    '12 Élan Ferrow',
    '129 Oda Brennick',
    '128 Élan Ferrow',
    '127 Oda Brennick',
    '126 Élan Ferrow',
  ]);
  expect(await names(store, 'order', 'brenn', '12')).toEqual([
    '129 Oda Brennick',
    '127 Oda Brennick',
    '125 Oda Brennick',
    '123 Oda Brennick',
    '121 Oda Brennick',
  ]);
  expect(await names(store, 'person', 'elan')).toEqual(['Élan Ferrow']);
  expect(await names(store, 'person', 'haldenness', 'oda')).toEqual(['Oda Brennick']);
  // Names of an address's own wrapping, and of kinds, are no words of anybody's.
  expect(await names(store, 'person', 'body')).toEqual([]);
  expect(await names(store, 'person', 'person')).toEqual([]);
  await store.close();
});

test.each(['"', "'", '*', 'AND', 'NEAR', 'head:x', '-', '^', '('])(
  'the word %s is a word and no instruction',
  async (word) => {
    const store = await filled();
    expect(await findByWords(store.db, ['person'], [word], 5)).toEqual([]);
    expect(await findLines(store.db, [word], 5)).toEqual([]);
    await store.close();
  },
);

test('a name that changed is found by the new one only, with its orders; what is gone is not found', async () => {
  const store = await filled();
  await store.write(async (tx) => {
    await patchRow(tx, 'buyers', 'b1', { name: 'Oda Vell' });
    await removeRow(tx, 'orders', 'o129');
  });
  expect(await names(store, 'person', 'brennick')).toEqual([]);
  expect(await names(store, 'order', 'brennick')).toEqual([]);
  expect((await names(store, 'order', 'vell', '12'))[0]).toBe('127 Oda Vell');
  const kept = await everything(store);
  // What the triggers kept is what would be made anew; and the index knows of the same words.
  await store.write(async (tx) => {
    await tx.run(sql`INSERT INTO found (found, rank) VALUES ('integrity-check', 1)`);
    await tx.run(sql`INSERT INTO found_lines (found_lines, rank) VALUES ('integrity-check', 1)`);
  });
  await store.write(async (tx) => {
    for (const table of ['found', 'found_lines'])
      for (const op of ['insert', 'update', 'delete'])
        await tx.run(sql.raw(`DROP TRIGGER find_${table}_${op}`));
    await rebuildFindables(tx);
  });
  expect(await everything(store)).toEqual(kept);
  await store.close();
});

test('a sound studio is called sound, also when something was found and something written since', async () => {
  const store = await filled();
  expect(await names(store, 'person', 'brennick')).not.toEqual([]);
  // So many that the index puts its parts together anew.
  for (let guest = 0; guest < 40; guest++) {
    await store.write((tx) => insertRow(tx, 'buyers', buyer(`later${guest}`, `Guest ${guest}`)));
    expect(await store.integrity()).toBe('ok');
  }
  await store.close();
});

test('what was written while no trigger stood is found after the next start', async () => {
  const dir = await folder();
  const first = await Store.open(dir);
  await first.write(async (tx) => {
    await tx.run(sql`DROP TRIGGER find_buyers_insert`);
    await insertRow(tx, 'buyers', buyer('b9', 'Unseen Guest'));
  });
  expect(await names(first, 'person', 'unseen')).toEqual([]);
  await first.close();
  const second = await Store.open(dir);
  expect(await names(second, 'person', 'unseen')).toEqual(['Unseen Guest']);
  await second.close();
});

test('lines of the journal: whole words but for the last, the newest first', async () => {
  const store = await Store.open(await emptyFolder());
  const line = (id: string, says: string) => ({
    id,
    at: NOW,
    who: 'Maren',
    act: 'x',
    subject: 'work',
    subjectId: 'w',
    says,
    before: null,
    after: null,
  });
  await store.write(async (tx) => {
    await insertRow(tx, 'journal', line('j1', 'Night Ferry came in.'));
    await insertRow(tx, 'journal', line('j2', 'Night Ferry went out.'));
  });
  const said = async (...words: string[]) =>
    (await findLines(store.db, words, 5)).map(({ words: says }) => says.replace(BETWEEN, ''));
  expect(await said('night', 'fer')).toEqual(['Night Ferry went out.', 'Night Ferry came in.']);
  expect(await said('nig', 'ferry')).toEqual([]);
  await store.close();
});
