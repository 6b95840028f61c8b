// npm run faults [-- --minutes 10]: brings the built application down again and again, and says what was lost. Bounded in time.
import { spawnSync, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { sql } from 'drizzle-orm';
import { backUp, manifestOf, verifyBackup } from '@/studio/care/backup';
import { openReader } from '@/store/reader';
import { ACTIONS } from '@/studio/registry';
import { Studio } from '@/studio/studio';
import { checkStudio } from '@/studio/care/studioCheck';
import { freePort, isOpen, start } from './served';
import { dice, inputFor, poolsOf } from '../tests/unit/helpers/randomActs';

const minutesAt = process.argv.indexOf('--minutes');
const MINUTES = minutesAt > 0 ? Number(process.argv[minutesAt + 1]) : 10;
const CLIENTS = 4;
const BACKUPS = 50;

type Row = { trial: string; figure: string; holds: boolean };
const table: Row[] = [];
const row = (trial: string, figure: string, holds: boolean) => {
  table.push({ trial, figure, holds });
  console.log(`${holds ? 'holds' : 'FAILS'}  ${trial}: ${figure}`);
};
const wait = (ms: number) => new Promise((r) => setTimeout(r, ms));

const ended = (child: ChildProcess) =>
  child.exitCode !== null || child.signalCode !== null
    ? Promise.resolve()
    : new Promise<void>((r) => child.once('exit', () => r()));

type Answer = {
  status: number;
  body: { id?: string; message?: string; error?: { message: string } };
} | null;

async function act(
  url: string,
  name: string,
  input: unknown,
  key: string,
  waitMs = 15_000,
): Promise<Answer> {
  try {
    const response = await fetch(`${url}/api/act/${name}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-glassine-key': key },
      body: JSON.stringify(input),
      signal: AbortSignal.timeout(waitMs),
    });
    return { status: response.status, body: await response.json() };
  } catch {
    return null;
  }
}

const buyer = (name: string) => ({
  name,
  preferredName: '',
  email: '',
  address: 'Quay 4',
  country: 'Norrholm',
  mayWriteSince: null,
  notes: '',
});

/** Four clients at work, the server killed at random moments; each client sends again under the same key what was not answered. */
async function kills(data: string): Promise<void> {
  const port = await freePort();
  let server = start(data, port);
  await isOpen(server);
  const until = Date.now() + MINUTES * 60_000;
  const acknowledged: { name: string; id: string }[] = [];
  let lostAnswers = 0;
  let killed = 0;
  const client = async (n: number) => {
    for (let i = 0; Date.now() < until; i++) {
      const name = `Client ${n}, ${i}`;
      const key = randomUUID();
      let answer: Answer = null;
      while (!answer || answer.status >= 500) {
        answer = await act(server.url, 'recordBuyer', buyer(name), key);
        if (!answer) {
          lostAnswers++;
          await wait(150);
        }
      }
      if (answer.status === 200) acknowledged.push({ name, id: answer.body.id! });
    }
  };
  const killer = async () => {
    while (Date.now() < until) {
      await wait(1_500 + Math.random() * 3_500);
      server.child.kill('SIGKILL');
      await ended(server.child);
      killed++;
      server = start(data, port);
      await isOpen(server);
    }
  };
  await Promise.all([killer(), ...Array.from({ length: CLIENTS }, (_, n) => client(n))]);
  server.child.kill('SIGTERM');
  await ended(server.child);
  const reader = await openReader(join(data, 'glassine.db'));
  const rows = await reader.db.all<{ id: string; name: string }>(sql`SELECT id, name FROM buyers`);
  reader.close();
  const ids = new Set(rows.map((r) => r.id));
  const missing = acknowledged.filter((a) => !ids.has(a.id)).length;
  const twice = rows.length - new Set(rows.map((r) => r.name)).size;
  row(
    `${killed} kills in ${MINUTES} min under ${CLIENTS} clients`,
    `${acknowledged.length} acts acknowledged, ${missing} missing, ${twice} done twice, ${lostAnswers} answers lost on the way`,
    missing === 0 && twice === 0,
  );
  const studio = await Studio.open({ dataDir: data });
  const { faults } = await checkStudio(studio);
  await studio.close();
  row(
    'the studio afterwards',
    faults.length ? faults.map((f) => f.says).join(' ') : 'whole',
    faults.length === 0,
  );
}

async function backups(data: string): Promise<void> {
  const server = start(data, await freePort());
  await isOpen(server);
  const into = mkdtempSync(join(tmpdir(), 'glassine-backups-'));
  let answered = 0;
  let isOver = false;
  const writing = (async () => {
    while (!isOver) {
      const answer = await act(server.url, 'recordBuyer', buyer(`Backed ${answered}`), randomUUID());
      if (answer?.status === 200) answered++;
    }
  })();
  let bad = 0;
  let short = 0;
  for (let n = 0; n < BACKUPS; n++) {
    const before = answered;
    await backUp(data, into);
    if ((await verifyBackup(into)).length) bad++;
    const copy = await openReader(join(into, (await manifestOf(into)).records));
    const [count] = await copy.db.all<{ n: number }>(
      sql`SELECT count(*) AS n FROM buyers WHERE name LIKE 'Backed %'`,
    );
    copy.close();
    if (count!.n < before) short++;
  }
  isOver = true;
  await writing;
  server.child.kill('SIGTERM');
  await ended(server.child);
  rmSync(into, { recursive: true });
  row(
    `${BACKUPS} backups while it is written to`,
    `${answered} acts meanwhile; ${bad} did not verify, ${short} lacked an act`,
    bad + short === 0,
  );
}

async function twoServers(data: string): Promise<void> {
  const first = start(data, await freePort());
  await isOpen(first);
  const second = start(data, await freePort());
  await Promise.race([ended(second.child), wait(30_000)]);
  const sentence =
    /Another Glassine has this studio open[^\n]*/.exec(second.says())?.[0] ?? 'it said nothing';
  row(
    'a second server on the folder',
    `ended with ${second.child.exitCode}: ${sentence.replace(/process \d+ on [^,]+/, 'process …').slice(0, 70)} …`,
    second.child.exitCode === 3,
  );
  second.child.kill('SIGKILL');
  first.child.kill('SIGTERM');
  await ended(first.child);
}

const FUZZED_ACTS = 10_000;
const ADDRESSES = 5_000;
const PLACES = [
  '',
  'works',
  'works/ID',
  'works/ID/original',
  'works/ID/capture',
  'works/ID/sizes',
  'works/ID/proofs',
  'works/ID/edition',
  'works/ID/price',
  'works/ID/listing',
  'papers',
  'papers/paper/ID',
  'papers/compare',
  'papers/layouts/ID',
  'register/ID',
  'orders',
  'orders/ID',
  'journal',
  'find',
  'studio',
  'api/masters/ID/file',
  'api/jobs/ID',
  'api/impressions/ID',
  'api/documents/label/ID',
  'api/export/ID',
  'api/pictures/ID/view',
];
const QUERIES = [
  '',
  '?q=a&q=b',
  '?page=99999999999999999999',
  '?page=-1',
  '?ids=a&ids=b',
  '?q=%00',
  '?q=%ff',
  '?show=constructor',
];

/** Acts made from their own schemas, a third of them wild, and odd addresses between them: none may be answered by a fault of ours. */
async function fuzz(data: string): Promise<void> {
  const server = start(data, await freePort());
  await isOpen(server);
  const roll = dice(20261128);
  const names = [...ACTIONS.keys()].filter((name) => !/stopJob|backUpNow|checkNow|setCare/.test(name));
  const faults: string[] = [];
  let pools = await readPools(data);
  let pages = 0;
  for (let n = 0; n < FUZZED_ACTS; n++) {
    if (n % 200 === 0) pools = await readPools(data);
    const name = names[roll(names.length)]!;
    const answer = await act(server.url, name, inputFor(name, pools, roll, n % 3 === 0), randomUUID());
    if (!answer || answer.status >= 500) faults.push(`${answer?.status ?? 'no answer'} ${name}`);
    if (pages < ADDRESSES && n % 2 === 0) {
      pages++;
      const ids = Object.values(pools).flat();
      const id = roll(3) ? (ids[roll(Math.max(1, ids.length))] ?? 'none') : 'none%ff';
      const address = `/${PLACES[roll(PLACES.length)]!.replace('ID', id)}${QUERIES[roll(QUERIES.length)]!}`;
      const page = await fetch(`${server.url}${address}`, { redirect: 'manual' }).catch(() => null);
      await page?.arrayBuffer();
      if (!page || page.status >= 500) faults.push(`${page?.status ?? 'no answer'} ${address}`);
    }
  }
  server.child.kill('SIGTERM');
  await ended(server.child);
  row(
    `${FUZZED_ACTS} odd acts and ${pages} odd addresses`,
    faults.length
      ? `${faults.length} faults, among them ${[...new Set(faults)].slice(0, 6).join('; ')}`
      : 'not one fault',
    faults.length === 0,
  );
}

/** What ids there are, read beside the server. */
async function readPools(data: string) {
  const reader = await openReader(join(data, 'glassine.db'));
  const pools = await poolsOf(reader);
  reader.close();
  return pools;
}

/** A folder that may only be read: the start ends and says so, and works once it may be written to. */
async function readOnly(): Promise<void> {
  const disk = mkdtempSync(join(tmpdir(), 'glassine-read-'));
  const mount = (...args: string[]) => spawnSync('mount', args).status === 0;
  if (!mount('-t', 'tmpfs', '-o', 'size=48m', 'tmpfs', disk)) {
    row('a read-only folder', 'not tried: nothing may be mounted here', true);
    return;
  }
  const data = join(disk, 'studio');
  const once = async () => {
    const server = start(data, await freePort());
    const open = await isOpen(server, 20_000);
    server.child.kill('SIGTERM');
    await ended(server.child);
    return { open, code: server.child.exitCode, says: server.says() };
  };
  await once();
  mount('-o', 'remount,ro', disk);
  const closed = await once();
  mount('-o', 'remount,rw', disk);
  const again = await once();
  spawnSync('umount', [disk]);
  const sentence =
    /[^\n]*(read-only|may not be written)[^\n]*/.exec(closed.says)?.[0] ?? 'it said nothing';
  row(
    'a read-only folder',
    `the start ended with ${closed.code}: ${sentence.slice(0, 90)}; writable again it opens`,
    !closed.open && closed.code === 3 && sentence !== 'it said nothing' && again.open,
  );
}

/** Another program holds the database: an act waits, and then says so; let go, it goes on. */
async function lockedElsewhere(data: string): Promise<void> {
  const server = start(data, await freePort());
  await isOpen(server);
  const other = createClient({ url: `file:${join(data, 'glassine.db')}` });
  const held = await other.transaction('write');
  const input = buyer('Waits');
  const waited = await act(server.url, 'recordBuyer', input, randomUUID(), 40_000);
  const page = await fetch(`${server.url}/works`);
  await held.rollback();
  other.close();
  const after = await act(server.url, 'recordBuyer', input, randomUUID());
  server.child.kill('SIGTERM');
  await ended(server.child);
  row(
    'the database held by another program',
    `act ${waited?.status}: ${waited?.body.error?.message.slice(0, 60) ?? 'no words'}; pages ${page.status}; let go, ${after?.status}`,
    waited?.status === 503 && page.status === 200 && after?.status === 200,
  );
}

/** On a file system of 48 MB, where this machine lets one be mounted. */
async function fullDisk(): Promise<void> {
  const disk = mkdtempSync(join(tmpdir(), 'glassine-disk-'));
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=48m', 'tmpfs', disk]).status !== 0) {
    row('a full disk', 'not tried: nothing may be mounted here', true);
    return;
  }
  const data = join(disk, 'studio');
  const server = start(data, await freePort());
  try {
    await isOpen(server);
    const filler = join(disk, 'filler');
    const { bavail, bsize } = statfsSync(disk);
    writeFileSync(filler, Buffer.alloc(bavail * bsize - 96 * 1024));
    const says: string[] = [];
    let answer: Answer = null;
    for (let n = 0; n < 400 && (answer?.status ?? 200) === 200; n++)
      answer = await act(
        server.url,
        'recordBuyer',
        { ...buyer(`Full ${n}`), notes: 'x'.repeat(4_000) },
        randomUUID(),
      );
    says.push(`act ${answer?.status}: ${answer?.body.error?.message.slice(0, 60) ?? 'no words'}`);
    const page = await fetch(`${server.url}/works`);
    says.push(`pages ${page.status}`);
    rmSync(filler);
    const after = await act(server.url, 'recordBuyer', buyer('After'), randomUUID());
    says.push(`after there is room, without a restart, ${after?.status}`);
    row(
      'a full disk',
      says.join('; '),
      answer?.status === 503 && page.status === 200 && after?.status === 200,
    );
  } finally {
    server.child.kill('SIGKILL');
    await ended(server.child);
    spawnSync('umount', [disk]);
  }
}

if (!existsSync('.next/BUILD_ID')) {
  console.error('Build it first: npm run build.');
  process.exit(2);
}
const data = join(mkdtempSync(join(tmpdir(), 'glassine-faults-')), 'studio');
mkdirSync(data, { recursive: true });
await twoServers(data);
await fullDisk();
await readOnly();
await lockedElsewhere(data);
await backups(data);
await fuzz(mkdtempSync(join(tmpdir(), 'glassine-fuzz-')));
await kills(data);
rmSync(data, { recursive: true, force: true });
console.log(
  `\n| trial | figure | |\n| --- | --- | --- |\n${table.map((r) => `| ${r.trial} | ${r.figure} | ${r.holds ? 'holds' : 'FAILS'} |`).join('\n')}`,
);
process.exit(table.every((r) => r.holds) ? 0 : 1);
