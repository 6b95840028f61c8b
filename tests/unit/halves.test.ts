import { spawnSync } from 'node:child_process';
import { createClient } from '@libsql/client';
import { performByName } from '@/studio/registry';
import { addPieces, beginLayout } from '@/studio/layouts/layoutActions';
import { receiveLot } from '@/studio/papers/lotActions';
import { bundled } from './helpers/bundle';
import { numbersOf, furnished, withPrints, type Furnished } from './helpers/house';
import { dumpOf } from './helpers/randomActs';
import { queueLayout } from '@/studio/layouts/layoutPrintActions';

/** Acts that once were several transactions: each is done as a whole, or nothing of it is. */
const ACTS: Record<string, (f: Furnished) => Promise<unknown>> = {
  printQueued: async (f) => {
    await withPrints(f, 6, 0);
    const roll = {
      kind: 'roll' as const,
      paperId: f.paperId,
      size: '610 mm',
      margin: '5 mm',
      gap: '5 mm',
    };
    const layout = (await beginLayout(f.studio, { name: 'Friday', ...roll })).id!;
    await addPieces(f.studio, {
      id: layout,
      formatId: f.formatId,
      size: '',
      says: '',
      count: 2,
      rotate: true,
    });
    const lot = {
      paperId: f.paperId,
      name: 'lot 1',
      form: 'roll' as const,
      size: '610 mm',
      amount: '12000 mm',
    };
    await receiveLot(f.studio, { ...lot, price: '96', receivedOn: '2026-11-02' });
    await queueLayout(f.studio, { id: layout, queued: true });
    return { id: layout, advance: true, reason: 'no proof in this test' };
  },
  inspectPrint: async (f) => {
    const { editionId } = await withPrints(f, 3, 0);
    const [first] = await numbersOf(f.studio, editionId);
    await performByName(f.studio, 'printImpressions', {
      editionId,
      impressionIds: [first!.id],
      count: null,
      formatId: f.formatId,
      paperId: f.paperId,
      reason: 'no proof in this test',
    });
    const { INSPECTION } = await import('@/core/proof/inspection');
    const points = Object.fromEntries(INSPECTION.map((p) => [p, 'right']));
    return { impressionId: first!.id, points, measured: '', words: '', bears: null };
  },
  offerSet: async (f) => ({
    workId: f.workId,
    sizes: ['200 x 150 mm', '400 x 300 mm', '8x6 in'],
    family: 'own',
  }),
  withdrawSet: async (f) => {
    const sizes = ['200 x 150 mm', '400 x 300 mm'];
    const done = await performByName(f.studio, 'offerSet', { workId: f.workId, sizes, family: 'own' });
    const { formats } = await import('@/store/schema');
    expect(done.message).toBeTruthy();
    return { ids: (await f.studio.db.select().from(formats)).map((x) => x.id) };
  },
  changeBorder: async (f) => ({
    id: f.formatId,
    top: '10 mm',
    right: '10 mm',
    bottom: '25 mm',
    left: '10 mm',
  }),
};

type Execute = (...args: unknown[]) => unknown;

/** Makes every transaction of this process end before its n-th statement, as a kill would; says how many there were. */
async function cutAt(
  n: number,
  work: () => Promise<unknown>,
): Promise<{ count: number; wasCut: boolean }> {
  const probe = createClient({ url: ':memory:' });
  const transaction = Object.getPrototypeOf(await probe.transaction('write')) as { execute: Execute };
  const execute = transaction.execute;
  let count = 0;
  transaction.execute = function (this: unknown, ...args: unknown[]) {
    if (++count === n) throw new Error('the plug is pulled');
    return execute.apply(this, args);
  };
  try {
    await work();
    return { count, wasCut: false };
  } catch (error) {
    if (!/plug is pulled/.test(`${error} ${(error as { cause?: unknown }).cause}`)) throw error;
    return { count, wasCut: true };
  } finally {
    transaction.execute = execute;
    probe.close();
  }
}

describe('cut off between any two statements, nothing of an act is there', () => {
  test.each(Object.keys(ACTS))('%s', async (name) => {
    const f = await furnished();
    const input = await ACTS[name]!(f);
    const before = await dumpOf(f.studio, []);
    let n = 1;
    for (; n < 400; n++) {
      const { wasCut } = await cutAt(n, () => performByName(f.studio, name, input));
      if (!wasCut) break;
      expect({ n, dump: await dumpOf(f.studio, []) }).toEqual({ n, dump: before });
    }
    // Every statement had its turn, and the last try did all of it.
    expect(n).toBeGreaterThan(5);
    expect(await dumpOf(f.studio, [])).not.toEqual(before);
  });

  test('killed for good in the middle of printing: after the restart layout, paper, ink and numbers are as before', async () => {
    const f = await furnished();
    const input = await ACTS.printQueued!(f);
    const before = await dumpOf(f.studio);
    for (const at of [4, 16, 30]) {
      const args = [f.studio.options.dataDir, 'printQueued', JSON.stringify(input), String(at)];
      const { signal } = spawnSync(process.execPath, [
        bundled('tests/unit/helpers/actAndDie.ts'),
        ...args,
      ]);
      expect([at, signal]).toEqual([at, 'SIGKILL']);
      expect(await dumpOf(f.studio)).toEqual(before);
    }
    expect(await f.studio.store.integrity()).toBe('ok');
  });
});
