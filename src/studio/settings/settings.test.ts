import { PAPER_BASES } from '@/core/stock/paperWords';
import { STARTING_KEYS, STARTING_NOTE } from '@/core/startingSets';
import { firstSteps } from '@/store/firstSteps';
import { findRows } from '@/store/rows';
import { beginStudio } from './beginActions';
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

describe('a studio’s first morning', () => {
  const WHO = {
    name: 'Skerry Lane',
    artist: 'Maren Tolvik',
    unit: 'in' as const,
    currency: 'USD',
    timeZone: 'America/Denver',
  };

  test('says who it is and how it measures, and nothing else is taken for known', async () => {
    const studio = await emptyStudio();
    const { message } = await beginStudio(studio, { ...WHO, sets: [] });
    expect(message).toBe('Skerry Lane has begun.');
    expect(await studio.settings()).toMatchObject(WHO);
    for (const table of ['papers', 'routes', 'equipment'] as const)
      expect(await findRows(studio.db, table)).toEqual([]);
    expect(await firstSteps(studio.db)).toEqual({
      workId: null,
      hasPicture: false,
      hasSize: false,
      hasPrice: false,
    });
  });

  test('what is ticked is recorded once, on figures that say they are a start, without a price', async () => {
    const studio = await emptyStudio();
    await beginStudio(studio, { ...WHO, sets: STARTING_KEYS });
    const papers = await findRows(studio.db, 'papers', {}, { orderBy: ['gsm'] });
    expect(papers.map((p) => [p.base, p.gsm, p.thicknessUm, p.pricePerM2Minor])).toEqual([
      ['resin-coated', 260, 260, 0],
      ['cotton', 310, 500, 0],
      ['canvas', 380, 450, 0],
    ]);
    const routes = await findRows(studio.db, 'routes', {}, { orderBy: ['name'] });
    expect(routes.map((r) => [r.kind, r.pricePerM2Minor])).toEqual([
      ['lab', 0],
      ['own printer', 0],
      ['own printer', 0],
    ]);
    for (const { notes } of [...papers, ...routes]) expect(notes).toBe(STARTING_NOTE);
    const tools = await findRows(studio.db, 'equipment', {}, { orderBy: ['name'] });
    expect(tools.map((tool) => tool.spec)).toEqual([
      expect.objectContaining({ kind: 'camera', sensor: { width: 6_000, height: 4_000 } }),
      expect.objectContaining({ kind: 'scanner', opticalPpi: 2_400 }),
      expect.objectContaining({ kind: 'lens', focal: 60_000 }),
    ]);
  });

  test('a place that is none is refused by its field, and nothing of the rest is kept', async () => {
    const studio = await emptyStudio();
    const nowhere = { ...WHO, timeZone: 'Mole/Head', sets: ['cotton' as const] };
    expect((await refused(beginStudio(studio, nowhere))).field).toBe('timeZone');
    expect([(await studio.settings()).artist, await findRows(studio.db, 'papers')]).toEqual(['', []]);
  });
});
