import { PAPER_BASES } from '@/core/stock/paperWords';
import { defineFinePrint, setScreen, changeSettings } from './settingActions';
import { emptyStudio, refused } from '../../../tests/unit/helpers/house';
describe('the studio’s settings', () => {
  test('settings are read as typed and refused by field', async () => {
    const studio = await emptyStudio();
    const good = {
      name: 'Skerry Lane',
      artist: 'Maren Tolvik',
      address: 'A\n\n B ',
      unit: 'in' as const,
      currency: 'EUR',
      timeZone: 'UTC',
      school: { kind: 'flat' as const, ppi: 240 },
      families: ['squares' as const],
      handlingDays: 2,
      workdays: [1, 2],
      holidays: '2026-12-24, 2026-12-25',
      remake: 'retire' as const,
      border: '1 1/2',
    };
    await changeSettings(studio, good);
    expect(await studio.settings()).toMatchObject({
      borderUm: 38_100,
      holidays: ['2026-12-24', '2026-12-25'],
      address: ['A', 'B'],
      school: { ppi: 240 },
    });
    expect((await refused(changeSettings(studio, { ...good, timeZone: 'Mole/Head' }))).field).toBe(
      'timeZone',
    );
    expect((await refused(changeSettings(studio, { ...good, holidays: '2026-02-30' }))).field).toBe(
      'holidays',
    );
    expect((await refused(changeSettings(studio, { ...good, currency: 'euro' }))).field).toBe('currency');
  });
});

describe('what the studio calls a fine print', () => {
  const asked = { bases: ['cotton' as const], process: 'pigment', ppi: 240, brightener: 'none' as const };

  test('is kept as it was said, and noted with what it was before', async () => {
    const studio = await emptyStudio();
    await defineFinePrint(studio, asked);
    expect((await studio.settings()).finePrint).toEqual(asked);
    await defineFinePrint(studio, { ...asked, ppi: 300 });
    const { findRows } = await import('@/store/rows');
    const notes = await findRows(studio.db, 'journal', { subject: 'studio' }, { orderBy: ['at', 'id'] });
    expect(notes.at(-1)).toMatchObject({ before: { ppi: 240 }, after: { ppi: 300 } });
  });

  test.each([
    [{ bases: [] }, 'bases'],
    [{ bases: [...PAPER_BASES, 'cotton'] }, 'bases'],
    [{ ppi: 71 }, 'ppi'],
    [{ brightener: 'some' }, 'brightener'],
  ])('%j is refused', async (wrong, field) => {
    const studio = await emptyStudio();
    const input = { ...asked, ...wrong } as Parameters<typeof defineFinePrint>[1];
    expect((await refused((async () => defineFinePrint(studio, input))())).field).toMatch(field);
  });
});

test('the screen’s calibration, the limits of proofs and the days of the reference are kept', async () => {
  const studio = await emptyStudio();
  const screen = {
    calibratedOn: '2026-11-02',
    everyDays: 30,
    whiteK: 5_000,
    luminance: 120,
    surround: 7 as const,
  };
  await setScreen(studio, { ...screen, limits: { mean: 2, p95: 5 }, referenceDays: 90 });
  const settings = await studio.settings();
  expect(settings.screen).toMatchObject(screen);
  expect(settings.proofLimits).toMatchObject({ mean: 2, p95: 5 });
  expect(settings.referenceDays).toBe(90);
});
