import { createClient, type Client } from '@libsql/client';
import fc from 'fast-check';
import Database from 'libsql';
import { join } from 'node:path';
import { folder } from '../../tests/unit/helpers/files';
import { keepStatements } from './statements';

keepStatements();

const INSERT = 'INSERT INTO prints (name, number) VALUES (?, ?)';
const COUNT = 'SELECT count(*) AS count FROM prints';

async function twoClients(): Promise<[Client, Client]> {
  const url = `file:${join(await folder(), 'prints.db')}`;
  const open = () => createClient({ url, timeout: 10 });
  const [one, other] = [open(), open()];
  await one.execute('PRAGMA journal_mode = WAL');
  await one.execute('CREATE TABLE prints (name TEXT UNIQUE, number INTEGER CHECK (number < 100))');
  return [one, other];
}
const countIn = async (client: Client) => Number((await client.execute(COUNT)).rows[0]!.count);
const codeOf = (work: Promise<unknown>) =>
  work.then(
    () => 'done',
    (error: { code: string }) => error.code,
  );

describe('statements that are kept', () => {
  test('one question asked again is prepared once, and answered by what is there now', async () => {
    const [one, other] = await twoClients();
    for (let n = 0; n < 5; n++) {
      await one.execute({ sql: INSERT, args: [`print ${n}`, n] });
      expect(await countIn(other)).toBe(n + 1);
    }
    const connection = new Database(':memory:');
    expect(connection.prepare('SELECT 1')).toBe(connection.prepare('SELECT 1'));
    expect(connection.prepare('SELECT 1')).not.toBe(connection.prepare('SELECT 2'));
    expect(new Database(':memory:').prepare('SELECT 1')).not.toBe(connection.prepare('SELECT 1'));
  });

  test('one that was refused, or turned away, does its next use as if nothing had been', async () => {
    const [one, other] = await twoClients();
    await one.execute({ sql: INSERT, args: ['a', 1] });
    expect(await codeOf(one.execute({ sql: INSERT, args: ['a', 2] }))).toBe('SQLITE_CONSTRAINT');
    expect(await codeOf(one.execute({ sql: INSERT, args: ['b', 100] }))).toBe('SQLITE_CONSTRAINT');
    expect(await codeOf(one.execute({ sql: INSERT, args: ['b', 2] }))).toBe('done');

    const held = await one.transaction('write');
    await held.execute({ sql: INSERT, args: ['c', 3] });
    expect(await codeOf(held.execute({ sql: INSERT, args: ['c', 3] }))).toBe('SQLITE_CONSTRAINT');
    for (let k = 0; k < 3; k++)
      expect(await codeOf(other.execute({ sql: INSERT, args: ['d', 4] }))).toBe('SQLITE_BUSY');
    expect(await countIn(other)).toBe(2);
    await held.commit();
    expect(await codeOf(other.execute({ sql: INSERT, args: ['d', 4] }))).toBe('done');
    expect(await countIn(one)).toBe(4);
    // Nothing holds on to an old state: the side file can be written back whole.
    expect((await one.execute('PRAGMA wal_checkpoint(TRUNCATE)')).rows[0]).toMatchObject({ busy: 0 });
  });

  test('what is taken back is not there for the same question', async () => {
    const [one] = await twoClients();
    const transaction = await one.transaction('write');
    await transaction.execute({ sql: INSERT, args: ['a', 1] });
    expect(Number((await transaction.execute(COUNT)).rows[0]!.count)).toBe(1);
    await transaction.rollback();
    expect(await countIn(one)).toBe(0);
  });

  test('a table that is changed is read with its new columns', async () => {
    const [one, other] = await twoClients();
    await one.execute({ sql: INSERT, args: ['a', 1] });
    const all = 'SELECT * FROM prints';
    for (const client of [one, other])
      expect((await client.execute(all)).columns).toEqual(['name', 'number']);
    await other.execute("ALTER TABLE prints ADD paper TEXT DEFAULT 'rag'");
    // The other connection learns of it by the first answer, as without kept statements.
    await one.execute(all);
    for (const client of [one, other])
      expect({ ...(await client.execute(all)).rows[0] }).toEqual({ name: 'a', number: 1, paper: 'rag' });
  });

  test('more questions than are kept are all answered, also the first ones again', async () => {
    const [one] = await twoClients();
    const answer = async (n: number) => (await one.execute(`SELECT ${n} AS n`)).rows[0]!.n;
    for (let n = 0; n < 700; n++) expect(await answer(n)).toBe(n);
    for (let n = 0; n < 700; n += 7) expect(await answer(n)).toBe(n);
  });

  test('whatever is asked in whatever order, the answers are those of a fresh connection', async () => {
    const [one] = await twoClients();
    const step = fc.record({
      what: fc.constantFrom('insert', 'remove', 'count', 'list', 'sum'),
      number: fc.nat({ max: 120 }),
    });
    const asked = {
      insert: (n: number) => ({ sql: INSERT, args: [`p${n}`, n] }),
      remove: (n: number) => ({ sql: 'DELETE FROM prints WHERE number = ?', args: [n] }),
      count: () => ({ sql: COUNT, args: [] }),
      list: (n: number) => ({ sql: 'SELECT name FROM prints WHERE number > ? ORDER BY name', args: [n] }),
      sum: () => ({ sql: 'SELECT sum(number) AS sum FROM prints', args: [] }),
    };
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 25 }), async (steps) => {
        await one.execute('DELETE FROM prints');
        const there = new Set<number>();
        for (const { what, number } of steps) {
          const answer = await one.execute(asked[what](number)).catch(() => null);
          if (what === 'insert') {
            expect(answer !== null).toBe(number < 100 && !there.has(number));
            if (answer) there.add(number);
          } else if (what === 'remove') there.delete(number);
          else if (what === 'count') expect(Number(answer!.rows[0]!.count)).toBe(there.size);
          else if (what === 'sum')
            expect(Number(answer!.rows[0]!.sum ?? 0)).toBe([...there].reduce((a, b) => a + b, 0));
          else
            expect(answer!.rows.map((row) => row.name)).toEqual(
              [...there]
                .filter((n) => n > number)
                .map((n) => `p${n}`)
                .sort(),
            );
        }
      }),
      { numRuns: 60 },
    );
  });
});
