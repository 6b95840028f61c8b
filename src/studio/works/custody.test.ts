import { emptyStudio, WORK } from '../../../tests/unit/helpers/house';
import { performByName } from '../registry';
import { movesOf } from './custody';
import { recordWork } from './workActions';
import { loadWorkPage } from './workPage';
import type { Studio } from '../studio';
import { handOver, takeBack } from './custodyActions';

const OUT = { place: 'Smithy Yard', why: 'a tray frame', conditionOut: 'sound', dueOn: null };

describe('whose hands an original went through', () => {
  let studio: Studio, workId: string;
  beforeAll(async () => {
    studio = await emptyStudio({ now: () => '2026-11-24T10:00:00.000Z' });
    workId = (await recordWork(studio, WORK)).id!;
  });
  const finding = async () => (await loadWorkPage(studio, workId))!.findings[0]!;

  test('away, it says so in the strip; back, with how it came back, it does not', async () => {
    const { id } = await handOver(studio, { workId, leftOn: '2026-11-02', who: 'the framers', ...OUT });
    expect(await finding()).toMatchObject({ mark: 'care', says: 'With the framers since 2026-11-02' });
    await takeBack(studio, { id: id!, backOn: '2026-11-09', conditionBack: 'a rub at the left corner' });
    expect((await finding()).mark).toBe('holds');
    expect(await movesOf(studio.db, workId)).toMatchObject([
      { who: 'the framers', backOn: '2026-11-09', conditionBack: 'a rub at the left corner' },
    ]);
  });

  test('it is never in two places, and days follow each other', async () => {
    await expect(
      handOver(studio, { workId, leftOn: '2026-11-05', who: 'a gallery', ...OUT }),
    ).rejects.toMatchObject({ field: 'leftOn', expected: expect.stringContaining('2026-11-09') });
    await expect(
      handOver(studio, { workId, leftOn: '2026-11-25', who: 'a gallery', ...OUT }),
    ).rejects.toMatchObject({ field: 'leftOn' });
    await expect(
      handOver(studio, { workId, leftOn: '2026-11-20', who: 'a gallery', ...OUT, dueOn: '2026-11-19' }),
    ).rejects.toMatchObject({ field: 'dueOn' });
    const { id, undo } = await handOver(studio, {
      workId,
      leftOn: '2026-11-20',
      who: 'a gallery',
      ...OUT,
    });
    await expect(
      handOver(studio, { workId, leftOn: '2026-11-21', who: 'another', ...OUT }),
    ).rejects.toMatchObject({ message: expect.stringContaining('two places') });
    await expect(
      takeBack(studio, { id: id!, backOn: '2026-11-19', conditionBack: '' }),
    ).rejects.toMatchObject({ field: 'backOn' });
    await performByName(studio, undo!.act, undo!.input);
    expect(await movesOf(studio.db, workId)).toHaveLength(1);
  });

  test('a coming back noted too soon is taken off; a closed absence is not forgotten', async () => {
    const { id } = await handOver(studio, { workId, leftOn: '2026-11-21', who: 'the scanner', ...OUT });
    const back = await takeBack(studio, { id: id!, backOn: '2026-11-22', conditionBack: 'as it left' });
    await expect(performByName(studio, 'forgetMove', { id })).rejects.toMatchObject({
      message: expect.stringContaining('stays on record'),
    });
    await performByName(studio, back.undo!.act, back.undo!.input);
    expect((await finding()).says).toBe('With the scanner since 2026-11-21');
  });

  test('the signature is asked about until it is said', async () => {
    const whole = async () => (await loadWorkPage(studio, workId))!.work.signature;
    expect(await whole()).toBe('not said');
    await recordWork(studio, { ...WORK, id: workId, signature: 'to be removed' });
    expect(await whole()).toBe('to be removed');
    // A form that knows nothing of it leaves it as it is.
    await recordWork(studio, { ...WORK, id: workId });
    expect(await whole()).toBe('to be removed');
  });
});
