import { spawn } from 'node:child_process';
import { copyFileSync, existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { sql } from 'drizzle-orm';
import { folder } from '../../tests/unit/helpers/files';
import { emptyDatabaseAt, MIGRATION_LIST } from '../../tests/unit/helpers/olderStudio';
import { copyDatabase } from './aside';
import { plainCause } from './causes';
import { Store } from './db';
import { findRows } from './rows';
import { DamagedDocument } from './schema/documents';
import { holdFolder } from './lock';
import { brokenTriggers } from './triggers';
import { bundled } from '../../tests/unit/helpers/bundle';
import { someOf } from '../../tests/unit/helpers/trials';

/** What other processes do with a studio's folder. */
const OPENS = `import { Store } from './src/store/db.ts'; await Store.open(process.argv[2]!);`;
const HOLDS = `import { holdFolder } from './src/store/lock.ts';
  await holdFolder(process.argv[2]!, 'serving');
  console.log('held');
  setInterval(() => {}, 1e6);`;

/** A studio's database as it was after one of the migrations, with a little of what a person had in it. */
async function databaseAt(upTo: number): Promise<string> {
  const dir = await folder();
  const client = await emptyDatabaseAt(upTo, dir);
  await client.execute(
    `INSERT INTO works (id, title, medium, kind, owner, may_print, created_at) VALUES ('w', 'Night Ferry', 'gouache', 'painting', 'the studio', 'yes', '2026-11-02T10:00:00Z')`,
  );
  await client.execute(
    `INSERT INTO supplies (id, name, kind, width_um, height_um, weight_mg, on_hand, reorder_at, price_minor) VALUES ('s', 'Board', 'board', 1, 1, 1, 40, 5, 40)`,
  );
  if (MIGRATION_LIST[upTo]!.tag >= '0005')
    await client.execute(
      `INSERT INTO supply_moves (id, supply_id, at, kind, amount) VALUES ('m', 's', '2026-11-02T10:00:00Z', 'counted', 40)`,
    );
  await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
  client.close();
  return dir;
}

describe('a database is brought up to date', () => {
  test.each(someOf(MIGRATION_LIST.slice(0, -1), 6).map((e) => [e.tag, e.idx] as const))(
    'from %s: nothing is lost, a sound copy of what it was lies aside',
    async (_tag, idx) => {
      const dir = await databaseAt(idx);
      const store = await Store.open(dir);
      const [work] = await store.db.all<{ title: string }>(sql`SELECT title FROM works`);
      expect(work!.title).toBe('Night Ferry');
      // What lay on the shelf is its first move.
      expect(await store.db.all(sql`SELECT amount FROM supply_moves`)).toEqual([{ amount: 40 }]);
      expect([await store.integrity(), await brokenTriggers(store.db)]).toEqual(['ok', []]);
      await store.close();
      const [copy, ...more] = readdirSync(join(dir, 'aside'));
      expect(more).toEqual([]);
      const aside = createClient({ url: `file:${join(dir, 'aside', copy!)}` });
      const { rows } = await aside.execute('SELECT count(*) AS n FROM __drizzle_migrations');
      expect(Number(rows[0]!.n)).toBe(idx + 1);
      aside.close();
    },
  );

  test('one price per size becomes a product of a first line, with its costs and its day; orders know what was bought', async () => {
    const dir = await folder();
    const before = MIGRATION_LIST.find((m) => m.tag === '0009_products')!.idx - 1;
    const client = await emptyDatabaseAt(before, dir);
    const question = JSON.stringify({
      version: 1,
      body: {
        costs: [{ name: 'paper, ink and wear', amount: 1_040 }],
        fixedFees: [],
        shareFees: [],
        carriageCharged: 0,
        margin: 0.6,
        given: 0.02,
      },
    });
    const at = '2026-09-16T10:00:00Z';
    await client.batch([
      `INSERT INTO works (id, title, medium, kind, owner, may_print, created_at) VALUES ('w', 'Night Ferry', '', 'painting', '', 'yes', '${at}')`,
      ...['f1', 'f2'].map(
        (id) =>
          `INSERT INTO formats (id, work_id, name, family, image_width_um, image_height_um, border_top_um, border_right_um, border_bottom_um, border_left_um, created_at) VALUES ('${id}', 'w', '400 × 300 mm', '', 400000, 300000, 0, 0, 0, 0, '${at}')`,
      ),
      `INSERT INTO prices (id, work_id, format_id, price_minor, question, decided_at) VALUES ('p1', 'w', 'f1', 9500, '${question}', '${at}')`,
      `INSERT INTO editions (id, work_id, kind, proofs, run, remake, signing, covers, opened_at) VALUES ('e', 'w', 'open', '{"version":1,"body":{"AP":0,"PP":0,"HC":0}}', 'all sizes', 'remake', 'front', '', '${at}')`,
      `INSERT INTO buyers (id, name, address, country, created_at) VALUES ('b', 'Oda', '{"version":1,"body":[]}', 'Norrholm', '${at}')`,
      `INSERT INTO orders (id, number, buyer_id, state, ordered_on, ship_by, carriage_minor, changed_at) VALUES ('o', 101, 'b', 'new', '2026-10-01', '2026-10-06', 0, '${at}')`,
      ...['f1', 'f2'].map(
        (format) =>
          `INSERT INTO order_lines (id, order_id, edition_id, format_id, quantity, price_minor) VALUES ('l-${format}', 'o', 'e', '${format}', 1, 9500)`,
      ),
    ]);
    await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
    client.close();
    const store = await Store.open(dir);
    expect(await findRows(store.db, 'printLines')).toMatchObject([{ name: 'Prints', paperId: null }]);
    expect(await findRows(store.db, 'products')).toMatchObject([
      { formatId: 'f1', finish: 'loose', inEdition: true, createdAt: at },
    ]);
    const [price, ...more] = await findRows(store.db, 'prices');
    expect(more).toEqual([]);
    expect(price).toMatchObject({
      id: 'p1',
      productId: 'p1',
      priceMinor: 9_500,
      validFromOn: '2026-09-16',
      question: { costs: [{ name: 'paper, ink and wear', amount: 1_040 }], margin: 0.6 },
      withdrawnAt: null,
    });
    const lines = await findRows(store.db, 'orderLines', {}, { orderBy: ['id'] });
    // What had no price was no product: it stays what it was, a size.
    expect(lines.map((line) => line.productId)).toEqual(['p1', null]);
    await store.close();
  });

  test('where no copy can be put aside nothing is changed, and the next start does it', async () => {
    const dir = await databaseAt(3);
    writeFileSync(join(dir, 'aside'), 'a file where the folder should be');
    await expect(Store.open(dir)).rejects.toThrow();
    const client = createClient({ url: `file:${join(dir, 'glassine.db')}` });
    const { rows } = await client.execute('SELECT count(*) AS n FROM __drizzle_migrations');
    expect(Number(rows[0]!.n)).toBe(4);
    client.close();
  });

  test('copies are pruned only after the change succeeded', async () => {
    const dir = await databaseAt(3);
    mkdirSync(join(dir, 'aside'));
    const old = Array.from(
      { length: 12 },
      (_, i) => `glassine-2025-01-${String(i + 1).padStart(2, '0')}.db`,
    );
    for (const name of old) writeFileSync(join(dir, 'aside', name), 'an old copy');
    await (await Store.open(dir)).close();
    const left = readdirSync(join(dir, 'aside')).sort();
    expect(left).toHaveLength(10);
    expect(left.slice(0, 9)).toEqual(old.slice(3));
  });

  test('a database that a newer Glassine wrote is refused in a sentence, and left as it is', async () => {
    const dir = await folder();
    const store = await Store.open(dir);
    const later = Date.now() + 1e9;
    await store.client.execute(
      `INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', ${later})`,
    );
    await store.close();
    await expect(Store.open(dir)).rejects.toMatchObject({
      message: expect.stringContaining('written by a newer Glassine'),
    });
    expect(existsSync(join(dir, 'aside'))).toBe(false);
  });

  test('killed in the middle of it, again and again, the next start finds it whole and finishes', async () => {
    const start = await databaseAt(2);
    const aside = (dir: string) =>
      existsSync(join(dir, 'aside')) ? readdirSync(join(dir, 'aside')) : [];
    const moments: ((dir: string) => boolean)[] = [
      (dir) => existsSync(join(dir, 'migrating.lock')),
      (dir) => existsSync(join(dir, 'aside')),
      (dir) => aside(dir).some((n) => n.endsWith('.part')),
      (dir) => aside(dir).some((n) => n.endsWith('.db')),
    ];
    for (const isNow of someOf(moments, 3)) {
      const dir = await folder();
      copyFileSync(join(start, 'glassine.db'), join(dir, 'glassine.db'));
      const child = spawn(process.execPath, [bundled(OPENS), dir], { stdio: 'ignore' });
      const ended = new Promise((r) => child.on('exit', r));
      while (child.exitCode === null && !isNow(dir)) await new Promise(setImmediate);
      child.kill('SIGKILL');
      await ended;
      const store = await Store.open(dir);
      expect([await store.integrity(), await brokenTriggers(store.db)]).toEqual(['ok', []]);
      expect(await store.db.all(sql`SELECT title FROM works`)).toHaveLength(1);
      await store.close();
      expect(readdirSync(join(dir, 'aside')).filter((n) => n.endsWith('.part'))).toEqual([]);
    }
  });

  test('four at once on one old database: one brings it up to date, the others wait and find it so', async () => {
    const dir = await databaseAt(2);
    const stores = await Promise.all(Array.from({ length: 4 }, () => Store.open(dir)));
    expect(readdirSync(join(dir, 'aside'))).toHaveLength(1);
    for (const store of stores) await store.close();
  });
});

test('a row that a rule of today forbids is named, and the studio stays as it was for the Glassine that wrote it', async () => {
  const dir = await databaseAt(5);
  const client = createClient({ url: `file:${join(dir, 'glassine.db')}` });
  await client.execute(`UPDATE works SET width_um = -5 WHERE id = 'w'`);
  await expect(Store.open(dir)).rejects.toMatchObject({
    message: expect.stringMatching(/works\.width_um holds what it must not \(w: it holds “-5”\)/),
  });
  const { rows } = await client.execute('SELECT count(*) AS n FROM __drizzle_migrations');
  expect(Number(rows[0]!.n)).toBe(6);
  await client.execute(`UPDATE works SET width_um = 5 WHERE id = 'w'`);
  client.close();
  await (await Store.open(dir)).close();
});

test('so is one whose table goes by another key than an id of its own', async () => {
  const dir = await databaseAt(5);
  const client = createClient({ url: `file:${join(dir, 'glassine.db')}` });
  await client.execute('PRAGMA foreign_keys = OFF');
  await client.execute(`INSERT INTO readings (master_id, at, body) VALUES ('m1', 'yesterday', '{}')`);
  client.close();
  await expect(Store.open(dir)).rejects.toMatchObject({
    message: expect.stringContaining('readings.at holds what it must not (m1: it holds “yesterday”)'),
  });
});

describe('a copy of the database', () => {
  test('holds everything that was committed, a reader and a writer at work meanwhile', async () => {
    const dir = await folder();
    const store = await Store.open(dir);
    const reader = createClient({ url: `file:${join(dir, 'glassine.db')}` });
    const reading = await reader.transaction('read');
    await reading.execute('SELECT count(*) FROM works');
    for (let n = 0; n < 40; n++) {
      await store.write((tx) =>
        tx.run(
          sql`INSERT INTO buyers (id, name, address, country, created_at) VALUES (${`b${n}`}, 'A', '[]', 'N', '2026-11-02T10:00:00Z')`,
        ),
      );
    }
    await copyDatabase(store.client, join(dir, 'copy.db'));
    await reading.rollback();
    reader.close();
    const copy = createClient({ url: `file:${join(dir, 'copy.db')}` });
    expect(Number((await copy.execute('SELECT count(*) AS n FROM buyers')).rows[0]!.n)).toBe(40);
    copy.close();
    await store.close();
  });
});

describe('one server to a folder', () => {
  test('the second is told who the first is; a killed one is in nobody’s way', async () => {
    const dir = await folder();
    const held = await holdFolder(dir, 'serving', { address: 'http://127.0.0.1:3200' });
    await expect(holdFolder(dir, 'serving')).rejects.toMatchObject({
      message: expect.stringMatching(
        new RegExp(
          `Another Glassine has this studio open: process ${process.pid} on .*, at http://127.0.0.1:3200, since`,
        ),
      ),
    });
    await held.release();
    const child = spawn(process.execPath, [bundled(HOLDS), dir], {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    await new Promise((r) => child.stdout.once('data', r));
    await expect(holdFolder(dir, 'serving')).rejects.toMatchObject({
      message: expect.stringContaining(`process ${child.pid}`),
    });
    const ended = new Promise((r) => child.on('exit', r));
    child.kill('SIGKILL');
    await ended;
    await (await holdFolder(dir, 'serving')).release();
  });
});

describe('transactions', () => {
  test('an act within an act is a part of it: what it throws away is its own, what the whole throws away is all', async () => {
    const store = await Store.open(await folder());
    const add = (id: string) =>
      store.write((tx) =>
        tx.run(
          sql`INSERT INTO buyers (id, name, address, country, created_at) VALUES (${id}, 'A', '[]', 'N', '2026-11-02T10:00:00Z')`,
        ),
      );
    const ids = async () =>
      (await store.db.all<{ id: string }>(sql`SELECT id FROM buyers`)).map((r) => r.id);
    const after: string[] = [];
    await store.write(async () => {
      await add('one');
      store.afterCommit(() => after.push('kept'));
      await store
        .part(async () => {
          await add('two');
          expect(await ids()).toEqual(['one', 'two']);
          throw new Error('not this');
        })
        .catch(() => {});
      expect(after).toEqual([]);
    });
    expect([await ids(), after]).toEqual([['one'], ['kept']]);
    const whole = store.write(async () => {
      await add('three');
      store.afterCommit(() => after.push('never'));
      throw new Error('none of it');
    });
    await expect(whole).rejects.toThrow('none of it');
    expect([await ids(), after]).toEqual([['one'], ['kept']]);
    await store.close();
  });

  test.each([
    [{ code: 'SQLITE_FULL' }, /disk is full/],
    [new Error('x', { cause: { code: 'SQLITE_READONLY_DBMOVED' } }), /read-only/],
    [{ code: 'SQLITE_CANTOPEN' }, /cannot be opened/],
    [{ code: 'ENOSPC' }, /disk is full/],
    [{ code: 'EACCES' }, /may not be written/],
    [{ code: 'SQLITE_CORRUPT' }, /damaged/],
    [{ code: 'SQLITE_BUSY' }, /Another program holds/],
    [
      new DamagedDocument('crop', 'x must be number'),
      /^A stored crop does not have its shape: x must be number\. Look/,
    ],
  ])('%j is said in a sentence', (error, says) => expect(plainCause(error)).toMatch(says));

  test('a fault of ours is no cause of the machine’s', () => {
    expect([
      plainCause(new Error('x')),
      plainCause({ code: 'SQLITE_CONSTRAINT' }),
      plainCause(null),
    ]).toEqual([null, null, null]);
  });
});
