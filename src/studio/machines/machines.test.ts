import { recordPaper } from '@/studio/papers/paperActions';
import { emptyStudio, PAPER } from '../../../tests/unit/helpers/house';
import { addPieces, beginLayout } from '../layouts/layoutActions';
import { printLayout, queueLayout } from '../layouts/layoutPrintActions';
import { receiveLot } from '../papers/lotActions';
import { performByName } from '../registry';
import type { Studio } from '../studio';
import * as machines from './machineActions';
import { putAwayMachine } from './machineActions';
import { inkReport, machineCosts, machinesAtHand, settingsOfPapers } from './machines';

const MACHINE = {
  id: null,
  name: 'the 610',
  width: '610 mm',
  feeds: 'roll, sheets',
  inks: [
    { colour: 'black', ml: 80, price: '40' },
    { colour: 'cyan', ml: 80, price: '38' },
  ],
  boughtOn: '2026-01-01',
  outlay: '1900',
  lifeHours: 2_000,
  warrantyUntil: '2028-01-01',
  chargingMl: 30,
  deliveryDays: 5,
  notes: '',
};

describe('a printer and its ink', () => {
  let studio: Studio,
    id: string,
    now = '2026-01-02T10:00:00.000Z';
  beforeAll(async () => {
    studio = await emptyStudio({ now: () => now });
    id = (await machines.recordMachine(studio, MACHINE)).id!;
  });
  const machine = async () => (await machinesAtHand(studio.db)).find((m) => m.id === id)!;
  const ink = (
    kind: 'bought' | 'in' | 'out' | 'display',
    day: string,
    amount: number | null = null,
    colour = 'black',
  ) => machines.moveInk(studio, { machineId: id, colour, kind, day, amount, cost: '' });
  const printed = (day: string, m2: number) =>
    machines.notePrinted(studio, { machineId: id, day, areaMm2: m2 * 1e6, says: 'x' });
  const black = async () => (await inkReport(studio, await machine())).find((r) => r.colour === 'black')!;

  test('the first cartridge has what charging left; the ledger refuses what cannot be', async () => {
    await ink('in', '2026-01-02');
    // 80 ml less 30 drunk by the lines; nothing printed: all of it is there.
    expect((await black()).level).toMatchObject({ ml: 50 });
    await expect(ink('in', '2026-01-02')).rejects.toMatchObject({
      message: expect.stringContaining('was bought first'),
    });
    await expect(ink('in', '2026-01-02', null, 'gold')).rejects.toMatchObject({ field: 'colour' });
    await expect(ink('display', '2026-01-02', 130)).rejects.toMatchObject({ field: 'amount' });
    await expect(ink('bought', '2026-02-01')).rejects.toMatchObject({ field: 'day' });
    await expect(ink('out', '2026-01-02', null, 'cyan')).rejects.toMatchObject({
      message: expect.stringContaining('No cyan cartridge is in'),
    });
  });
  test('its coverage is learned as cartridges run out, and the next is forecast, beside what the display says', async () => {
    now = '2026-06-01T10:00:00.000Z';
    await ink('bought', '2026-01-05', 4);
    // 50 ml over 25 m², then 80 ml over 40 m²: 2 ml on a square metre.
    await printed('2026-01-10', 25);
    await ink('in', '2026-02-01');
    await printed('2026-02-10', 40);
    await ink('in', '2026-04-01');
    await printed('2026-04-20', 9);
    await printed('2026-05-20', 6);
    await ink('display', '2026-05-30', 60);
    const r = await black();
    expect(r.fit).toMatchObject({ coverage: 2, spans: 2 });
    // 80 − 2 × 15 = 50 ml; two spares; 15 m² in the last 60 days are half a ml a day: (50 + 160) ÷ 0.5.
    expect([r.level!.ml, r.spare, r.display, r.perDay]).toEqual([
      50,
      2,
      { day: '2026-05-30', share: 0.6 },
      0.5,
    ]);
    expect(r.forecast).toEqual({
      days: 420,
      earliest: 420,
      inPlace: { days: 100, earliest: 100 },
      orderIn: 415,
    });
    // 2 of 80 ml at 40.00.
    expect(r.perM2Minor).toBe(100);
    await expect(ink('in', '2026-03-01')).rejects.toMatchObject({ field: 'day' });
  });
  test('cleanings are thrown away ink; a log wants to know what a fault was; an hour of its life costs repairs too', async () => {
    const before = (await black()).level!.ml;
    await machines.logMachine(studio, {
      machineId: id,
      day: '2026-05-31',
      kind: 'cleaning',
      says: '',
      cost: '',
    });
    expect((await black()).level!.ml).toBeLessThan(before);
    await expect(
      machines.logMachine(studio, {
        machineId: id,
        day: '2026-05-31',
        kind: 'fault',
        says: '',
        cost: '',
      }),
    ).rejects.toMatchObject({ field: 'says' });
    await machines.logMachine(studio, {
      machineId: id,
      day: '2026-05-31',
      kind: 'service',
      says: 'new damper',
      cost: '100',
    });
    expect(await machineCosts(studio.db, await machine())).toMatchObject({
      perHourMinor: 100,
      repairsMinor: 10_000,
      printedM2: 80,
      chargingMinor: 1_500 + 1_425,
    });
  });
  test('a layout that is printed is ink that is gone; taken back, it is there again', async () => {
    const paperId = (await recordPaper(studio, PAPER)).id!;
    await receiveLot(studio, {
      paperId,
      name: 'a',
      form: 'roll',
      size: '610 mm',
      amount: '5000 mm',
      price: '50',
      receivedOn: '2026-05-01',
    });
    const { id: layoutId } = await beginLayout(studio, {
      name: 'x',
      kind: 'roll',
      paperId,
      size: '610 mm',
      margin: '5 mm',
      gap: '4 mm',
    });
    await addPieces(studio, {
      id: layoutId!,
      formatId: null,
      size: '500 x 1000 mm',
      says: 'p',
      count: 2,
      rotate: false,
    });
    const before = (await black()).level!.ml;
    const done = await printLayout(studio, { id: layoutId! });
    expect(before - (await black()).level!.ml).toBeCloseTo(2, 9);
    await performByName(studio, done.undo!.act, done.undo!.input);
    expect((await black()).level!.ml).toBe(before);
    // In the queue it is asked of the ink before it starts.
    await queueLayout(studio, { id: layoutId!, queued: true });
    expect((await black()).queue).toMatchObject({ verdict: 'holds' });
  });
  test('a colour twice, a warranty before the purchase', async () => {
    await expect(
      machines.recordMachine(studio, {
        ...MACHINE,
        inks: [...MACHINE.inks, { colour: 'Black ', ml: 1, price: '' }],
      }),
    ).rejects.toMatchObject({ field: 'inks' });
    await expect(
      machines.recordMachine(studio, { ...MACHINE, warrantyUntil: '2025-01-01' }),
    ).rejects.toMatchObject({ field: 'warrantyUntil' });
  });
  test('the setting that worked is kept once for a paper on a machine, and undone', async () => {
    const paperId = (await recordPaper(studio, { ...PAPER, name: 'Kelp' })).id!;
    await machines.keepMediaSetting(studio, {
      machineId: id,
      paperId,
      setting: 'heavy matte',
      feed: 'rear',
      notes: '',
    });
    const done = await machines.keepMediaSetting(studio, {
      machineId: id,
      paperId,
      setting: 'fine art',
      feed: 'rear',
      notes: '',
    });
    expect((await settingsOfPapers(studio.db)).map((s) => s.setting)).toEqual(['fine art']);
    await performByName(studio, done.undo!.act, done.undo!.input);
    expect((await settingsOfPapers(studio.db)).map((s) => s.setting)).toEqual(['heavy matte']);
  });
});

test('a machine that is put away is printed on no more, and comes back', async () => {
  const studio = await emptyStudio();
  await machines.recordMachine(studio, MACHINE);
  const [machine] = await machinesAtHand(studio.db);
  expect((await putAwayMachine(studio, { id: machine!.id, away: true })).message).toBe(
    `${machine!.name} is put away.`,
  );
  expect((await machinesAtHand(studio.db)).map((m) => m.id)).not.toContain(machine!.id);
  await putAwayMachine(studio, { id: machine!.id, away: false });
  expect((await machinesAtHand(studio.db)).map((m) => m.id)).toContain(machine!.id);
});
