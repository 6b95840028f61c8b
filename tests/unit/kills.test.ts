import { findRows } from '@/store/rows';
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { asc, eq } from 'drizzle-orm';
import { impressions, intakes, masters, orders, works } from '@/store/schema';
import { freeOf } from '@/store/soundness';
import { checkStudio } from '@/studio/care/studioCheck';
import { checkRegister } from '@/studio/editions/editions';
import { pickOrder } from '@/studio/orders/orderActions';
import { reading, resumeIntakes } from '@/studio/capture/reading';
import { bundled } from './helpers/bundle';
import { folder, saved, tiff } from './helpers/files';
import { emptyStudio, furnished, numbersOf, order, refused, withPrints } from './helpers/house';
import { often } from './helpers/trials';

const child = (script: string, ...args: string[]): ChildProcess =>
  spawn(process.execPath, [bundled(`tests/unit/helpers/${script}.ts`), ...args], {
    stdio: ['pipe', 'pipe', 'inherit'],
  });

/** Waits until a child has printed so many lines that begin so; gives all of its lines. */
function lines(of: ChildProcess, begin: string, count = 1): Promise<string[]> {
  return new Promise((resolve, reject) => {
    let text = '';
    of.stdout!.on('data', (chunk) => {
      text += chunk;
      const all = text.split('\n').filter(Boolean);
      if (all.filter((l) => l.startsWith(begin)).length >= count) resolve(all);
    });
    of.on('exit', (code) => reject(new Error(`ended with ${code} after: ${text}`)));
  });
}
const killed = (of: ChildProcess) =>
  new Promise<void>((resolve) => {
    of.removeAllListeners('exit');
    of.on('exit', () => resolve());
    of.kill('SIGKILL');
  });

test('forty picks at once from five processes: forty numbers, none twice, the forty-first told none is left', async () => {
  const f = await furnished({ withMaster: false });
  const { editionId } = await withPrints(f, 40, 40);
  const ids = await Promise.all(Array.from({ length: 40 }, () => order(f, editionId)));
  expect((await refused(order(f, editionId))).message).toMatch(
    /at most 0: that many of Night Ferry are neither gone nor promised/,
  );
  // The forty-first cannot even be taken, so it is laid beside the others by hand.
  const [first] = await f.studio.db.select().from(orders).where(eq(orders.id, ids[0]!));
  const extra = { ...first!, id: 'the forty-first', number: 9_999 };
  await f.studio.store.write(async (tx) => {
    await tx.insert(orders).values(extra);
    const { orderLines } = await import('@/store/schema');
    await tx.insert(orderLines).values({
      id: 'its line',
      orderId: extra.id,
      editionId,
      formatId: f.formatId,
      quantity: 1,
      priceMinor: 5_310,
    });
  });
  const all = [...ids, extra.id];
  const children = Array.from({ length: 5 }, (_, k) =>
    child('pickMany', f.studio.options.dataDir, 'once', ...all.filter((_id, i) => i % 5 === k)),
  );
  await Promise.all(children.map((c) => lines(c, 'open')));
  const outputs = children.map(
    (c) =>
      new Promise<string>((resolve) => {
        let text = '';
        c.stdout!.on('data', (d) => {
          text += d;
        });
        c.on('exit', () => resolve(text));
      }),
  );
  for (const c of children) c.stdin!.write('go\n');
  const answers = (await Promise.all(outputs)).join('').split('\n').filter(Boolean);
  const numbers = answers.map((a) => / (\d+\/40)$/.exec(a)?.[1]).filter(Boolean);
  expect(numbers).toHaveLength(40);
  expect(new Set(numbers).size).toBe(40);
  expect(answers.filter((a) => a.includes('refused'))).toEqual([
    expect.stringMatching(
      /refused None left of Night Ferry at 100 × 75 mm: every number of the 40 has gone/,
    ),
  ]);
  const held = (await numbersOf(f.studio, editionId)).map((i) => i.orderLineId);
  expect(new Set(held).size).toBe(40);
  expect(await checkRegister(f.studio)).toMatchObject({ whole: true });
});

test.each([3, 8, 15])(
  'killed after %i picks: every order has all of its numbers or none, the chain is whole, the database sound',
  async (after) => {
    const f = await furnished({ withMaster: false });
    const { editionId } = await withPrints(f, 30, 24);
    const ids: string[] = [];
    for (let n = 0; n < 8; n++) ids.push(await order(f, editionId, 3));
    const c = child('pickMany', f.studio.options.dataDir, 'forever', ...ids);
    await lines(c, 'p', after);
    await killed(c);
    const again = await emptyStudio({ dataDir: f.studio.options.dataDir });
    expect(await again.store.integrity()).toBe('ok');
    expect(await checkRegister(again)).toMatchObject({ whole: true });
    const rows = await again.db.select().from(orders).orderBy(asc(orders.number));
    const held = await numbersOf(again, editionId);
    const { orderLines } = await import('@/store/schema');
    for (const o of rows) {
      const [line] = await again.db.select().from(orderLines).where(eq(orderLines.orderId, o.id));
      const mine = held.filter((i) => i.orderLineId === line!.id);
      expect([o.state, mine.length, mine.every((i) => i.state === 'allocated')]).toEqual(
        o.state === 'picked' ? ['picked', 3, true] : ['new', 0, true],
      );
    }
    const next = rows.find((o) => o.state === 'new');
    if (next) await pickOrder(again, { id: next.id });
  },
);

test('killed while a file comes in: after the restart there is nothing of it', async () => {
  const dataDir = await folder();
  const file = await saved(await folder(), 'slow.tif', await tiff({ width: 1500, height: 1000 }));
  const c = child('takeInSlowly', dataDir, file, 'slow');
  await lines(c, 'sent', 12);
  await killed(c);
  expect(readdirSync(join(dataDir, 'incoming'))).toHaveLength(1);
  const studio = await emptyStudio({ dataDir });
  await resumeIntakes(studio);
  expect(existsSync(join(dataDir, 'incoming'))).toBe(false);
  expect(existsSync(join(dataDir, 'objects'))).toBe(false);
  for (const table of [works, masters, intakes]) expect(await studio.db.select().from(table)).toEqual([]);
  expect(await studio.store.integrity()).toBe('ok');
});

test('killed while a file is read: after the restart the reading goes on to its end', async () => {
  const dataDir = await folder();
  const file = await saved(await folder(), 'whole.tif', await tiff({ width: 3200, height: 2400 }));
  const c = child('takeInSlowly', dataDir, file, 'at once');
  await lines(c, 'in');
  await killed(c);
  const studio = await emptyStudio({ dataDir });
  const [before] = await findRows(studio.db, 'masters');
  expect(before!.state).toBe('reading');
  expect(existsSync(join(dataDir, 'derived', before!.sha256))).toBe(false);
  await resumeIntakes(studio);
  await reading(studio, before!.id);
  const [after] = await findRows(studio.db, 'masters');
  expect(after!.state).toBe('ready');
  expect(readdirSync(join(dataDir, 'derived'))).toEqual([before!.sha256]);
});

test('two readers of one number cannot both print it', async () => {
  const f = await furnished({ withMaster: false });
  const { editionId } = await withPrints(f, 5, 1);
  const other = await emptyStudio({ dataDir: f.studio.options.dataDir });
  const [, second] = await numbersOf(f.studio, editionId);
  const { printImpressions } = await import('@/studio/editions/impressionActions');
  const print = (s: typeof other) =>
    printImpressions(s, {
      editionId,
      impressionIds: [second!.id],
      count: null,
      formatId: f.formatId,
      paperId: f.paperId,
      reason: 'test',
    });
  const results = await Promise.allSettled([print(f.studio), print(other)]);
  expect(results.map((r) => r.status).sort()).toEqual(['fulfilled', 'rejected']);
  expect((await refused(print(other))).message).toBe('2/5 is to inspect: it is not printed twice.');
  expect(
    (await other.db.select().from(impressions).where(eq(impressions.id, second!.id)))[0]!.state,
  ).toBe('printed');
});

const PROCESSES = often(8, 4);
/** As many acts as a quick run affords; the full trial goes on for a minute. */
const SELLING = { acts: often(Infinity, 36), ms: often(60_000, 40_000) };

test('many processes reserve, sell, pick and cancel, one after another killed in the middle: nothing sold twice, nothing lost', async () => {
  const f = await furnished({ withMaster: false });
  const { editionId } = await withPrints(f, 24, 20);
  let seed = 0;
  let acts = 0;
  const start = () =>
    child('sellMany', f.studio.options.dataDir, editionId, f.formatId, f.buyerId, String(++seed));
  const running = new Set<ChildProcess>();
  const until = Date.now() + SELLING.ms;
  await new Promise<void>((resolve, reject) => {
    const follow = () => {
      const process = start();
      running.add(process);
      process.stdout!.on('data', (chunk: Buffer) => {
        for (const line of chunk.toString().split('\n').filter(Boolean)) if (line !== 'open') acts++;
        // On a busy machine the time may be over first: it goes on until somebody was killed all the same.
        if (acts >= SELLING.acts || (Date.now() > until && seed > PROCESSES)) resolve();
        // Every twelfth act is somebody's last; another takes the place.
        else if (acts >= (seed - PROCESSES + 1) * 12 && running.delete(process))
          void killed(process).then(follow);
      });
      process.on('exit', (code) => {
        if (running.has(process)) reject(new Error(`a process ended by itself, with ${code}`));
      });
    };
    for (let n = 0; n < PROCESSES; n++) follow();
  });
  const last = [...running];
  running.clear();
  await Promise.all(last.map(killed));
  const again = await emptyStudio({ dataDir: f.studio.options.dataDir });
  expect(await again.store.integrity()).toBe('ok');
  expect((await checkStudio(again)).faults).toEqual([]);
  expect(await freeOf(again.db, editionId, await again.today())).toBeGreaterThanOrEqual(0);
  const numbers = await numbersOf(again, editionId);
  const run = numbers.filter((i) => i.kind === 'run');
  expect(run).toHaveLength(24);
  for (const line of await findRows(again.db, 'orderLines')) {
    const order = (await findRows(again.db, 'orders', { id: line.orderId }))[0]!;
    const mine = run.filter((i) => i.orderLineId === line.id);
    expect([order.state, mine.length]).toEqual([
      order.state,
      order.state === 'picked' ? line.quantity : 0,
    ]);
  }
  expect(seed).toBeGreaterThan(PROCESSES);
});
