import { findRow as rowOf, findRows as rowsOf } from '@/store/rows';
import { judgeSizesBy, withdrawFormat, withdrawSet, offerSet } from './formatActions';
import { performByName } from '../registry';
import { formats } from '@/store/schema';
import { eq } from 'drizzle-orm';
import { furnished, refused } from '../../../tests/unit/helpers/house';
import * as formatActs from './formatActions';
describe('sizes', () => {
  test('a size is offered once, keeps its micrometres, and comes back by undo', async () => {
    const f = await furnished({ withMaster: false });
    const offered = await formatActs.offerFormat(f.studio, {
      workId: f.workId,
      size: '203200 um x 254000 um',
      family: 'inch photo',
    });
    expect(
      (await formatActs.offerFormat(f.studio, { workId: f.workId, size: '8x10 in', family: 'own' })).id,
    ).toBe(offered.id);
    await formatActs.changeBorder(f.studio, {
      id: offered.id!,
      top: '1 in',
      right: '1/16 in',
      bottom: '40',
      left: '0',
    });
    expect(
      (await f.studio.db.select().from(formats).where(eq(formats.id, offered.id!)))[0],
    ).toMatchObject({
      imageWidthUm: 203_200,
      borderTopUm: 25_400,
      borderRightUm: 1_588,
      borderBottomUm: 40_000,
      borderLeftUm: 0,
    });
    expect(
      (
        await refused(
          formatActs.changeBorder(f.studio, {
            id: offered.id!,
            top: 'wide',
            right: '0',
            bottom: '0',
            left: '0',
          }),
        )
      ).field,
    ).toBe('top');
  });
});

describe('sizes that are no longer offered', () => {
  test('one goes and comes back as it was', async () => {
    const f = await furnished({ withMaster: false });
    const before = await rowOf(f.studio.db, 'formats', f.formatId);
    const done = await withdrawFormat(f.studio, { id: f.formatId, withdrawn: true });
    expect(done.message).toMatch(/is no longer offered\.$/);
    expect((await rowOf(f.studio.db, 'formats', f.formatId))!.archivedAt).not.toBeNull();
    await withdrawFormat(f.studio, { id: f.formatId, withdrawn: false });
    expect(await rowOf(f.studio.db, 'formats', f.formatId)).toEqual(before);
  });

  test('a set goes together, and comes back together', async () => {
    const f = await furnished({ withMaster: false });
    await offerSet(f.studio, {
      workId: f.workId,
      sizes: ['200 x 150 mm', '300 x 225 mm'],
      family: 'set',
    });
    const ids = (await rowsOf(f.studio.db, 'formats', { family: 'set' })).map((r) => r.id);
    const done = await withdrawSet(f.studio, { ids });
    expect(done.message).toBe('2 sizes are no longer offered.');
    await performByName(f.studio, done.undo!.act, done.undo!.input);
    expect((await rowsOf(f.studio.db, 'formats', { family: 'set', archivedAt: null })).length).toBe(2);
  });
});

describe('how a work’s sizes are judged', () => {
  const judged = async (school: unknown, families: unknown = null) => {
    const f = await furnished({ withMaster: false });
    const input = { workId: f.workId, school, families } as Parameters<typeof judgeSizesBy>[1];
    return { f, done: (async () => judgeSizesBy(f.studio, input))() };
  };

  test('by its own school and families, until the studio’s are to hold again', async () => {
    const { f, done } = await judged({ kind: 'flat', ppi: 360 }, ['squares']);
    await done;
    expect(await rowOf(f.studio.db, 'works', f.workId)).toMatchObject({
      school: { kind: 'flat', ppi: 360 },
      families: ['squares'],
    });
    await judgeSizesBy(f.studio, { workId: f.workId, school: null, families: null });
    expect(await rowOf(f.studio.db, 'works', f.workId)).toMatchObject({ school: null, families: null });
  });

  test('steps are read as they are typed', async () => {
    const steps = [{ upTo: '50 cm', ppi: 300 }, { ppi: 200 }];
    const { f, done } = await judged({ kind: 'stepped', steps });
    await done;
    expect((await rowOf(f.studio.db, 'works', f.workId))!.school).toEqual({
      kind: 'stepped',
      steps: [{ upTo: 500_000, ppi: 300 }, { ppi: 200 }],
    });
  });

  test.each([
    [{ kind: 'flat', ppi: 0 }, null],
    [{ kind: 'stepped', steps: [{ ppi: 300 }, { ppi: 200 }] }, null],
    [{ kind: 'flat', ppi: 300 }, []],
    [{ kind: 'flat', ppi: 300 }, ['letters']],
  ])('%j with %j is refused', async (school, families) => {
    const { done } = await judged(school, families);
    await expect(done).rejects.toMatchObject({ name: 'InputError' });
  });
});
