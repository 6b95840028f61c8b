import { sentOut } from '@/studio/routes/routes';
import * as machines from '@/studio/machines/machineActions';
import { lotsOnHand } from '@/studio/papers/lots';
import { type SAMPLES } from '@/core/stock/paperWords';
import * as routes from '@/studio/routes/routeActions';
import type { Studio } from '@/studio/studio';
import type { DemoClock } from './clock';
import type { Known } from './fill';
import { countLot, cutLot, spoilLot } from '@/studio/papers/lotActions';
import { keepPaperDesk, recordSupplier } from '@/studio/papers/paperActions';

/** A lab's price table, as its file would come; two of its rows are wrong and are kept out. */
const LAB_TABLE = `size,from,price,paper
240x180 mm,1,7.40,
240x180 mm,10,6.20,
300x240 mm,1,9.60,
300x240 mm,10,8.10,
300x400 mm,1,12.50,
300x400 mm,5,10.80,
300x400 mm,20,8.90,
A4,1,8.20,
A3,1,13.90,
A3,5,11.90,
500x400 mm,1,19.80,
500x700 mm,1,34.00,
500x700 mm,5,29.90,
800x600 mm,1,46.00,
1000x700 mm,1,68.00,
poster,1,90.00,
A2,0,24.00,
custom,1,98.00,
custom,10,86.00,
`;
const QUAY_TABLE =
  'size,from,price\nA6,1,0.80\nA6,50,0.42\n150x100 mm,1,0.90\n150x100 mm,50,0.48\nA5,1,1.20\nA4,1,2.10\nA3,1,4.00\n';

const INKS = ['photo black', 'matte black', 'grey', 'cyan', 'magenta', 'yellow'];
/** Of each colour what a usual picture of this studio asks: night pictures drink black. */
const THIRST: Record<string, number> = {
  'photo black': 0.3,
  'matte black': 1.3,
  grey: 1,
  cyan: 0.9,
  magenta: 0.7,
  yellow: 0.8,
};

/** What later days refer to, by the id it was given when its day came. */
type Made = { mill: string; coat: string; machine: string };
type Scene = { clock: DemoClock; studio: Studio; known: Known; made: Made };
const paperOf = ({ known }: Scene, key: string) => known.papers.get(key)!;
const routeOf = ({ known }: Scene, key: string) => known.routes.get(key)!;

/** Suppliers, samples, a printer with its ink and its log, prices of routes, work sent out: each at its time. */
export function scheduleSupplying(clock: DemoClock, studio: Studio, known: Known): void {
  const scene: Scene = { clock, studio, known, made: { mill: '', coat: '', machine: '' } };
  scheduleSuppliers(scene);
  scheduleSamples(scene);
  scheduleInk(scene);
  schedulePrinterLog(scene);
  scheduleLots(scene);
  schedulePrices(scene);
  scheduleSentOut(scene);
}

/** Who sells what, and the printer with its first inks. */
function scheduleSuppliers({ clock, studio, made }: Scene): void {
  clock.at({ days: 418, hour: 9 }, async () => {
    made.mill = (
      await recordSupplier(studio, {
        id: null,
        name: 'Harrow Mill, direct',
        deliveryDays: 9,
        carriage: '14',
        freeFrom: '250',
        notes: 'Orders on Tuesdays.',
      })
    ).id!;
    made.coat = (
      await recordSupplier(studio, {
        id: null,
        name: 'Lantern & Sound',
        deliveryDays: 4,
        carriage: '8.50',
        freeFrom: '150',
        cutoff: '14:00',
        notes: '',
      })
    ).id!;
    made.machine = (
      await machines.recordMachine(studio, {
        id: null,
        name: 'the 610 in the back room',
        width: '610 mm',
        feeds: 'roll, rear sheet, tray',
        inks: INKS.map((colour) => ({ colour, ml: 110, price: '62' })),
        boughtOn: clock.day(418),
        outlay: '2480',
        lifeHours: 3_000,
        warrantyUntil: clock.day(-52),
        chargingMl: 34,
        deliveryDays: 4,
        notes: 'Serial plate under the lid.',
      })
    ).id!;
    for (const colour of INKS) {
      await machines.moveInk(studio, {
        machineId: made.machine,
        colour,
        kind: 'in',
        day: clock.day(418),
        amount: null,
        cost: '',
      });
      await machines.moveInk(studio, {
        machineId: made.machine,
        colour,
        kind: 'bought',
        day: clock.day(418),
        amount: 1,
        cost: '',
      });
    }
  });
}

/** Papers asked for, come, printed on, liked and not. */
function scheduleSamples(scene: Scene): void {
  const { clock, studio, made } = scene;
  const desk = (
    key: string,
    sample: (typeof SAMPLES)[number],
    sampleNotes: string,
    supplierId: () => string | null,
    gasOutHours = 0,
    storage = '',
  ) =>
    keepPaperDesk(studio, {
      id: paperOf(scene, key),
      sample,
      sampleNotes,
      supplierId: supplierId(),
      gasOutHours,
      storage,
    });
  clock.at({ days: 415, hour: 10 }, async () => {
    await desk(
      'rag',
      'liked',
      'holds the night blues; takes pencil',
      () => made.mill,
      0,
      'flat, in the second drawer, interleaved',
    );
    await desk('kelp', 'liked', 'chalk looks like chalk', () => made.mill);
    await desk('lantern', 'printed', '', () => made.coat, 48);
    await desk('sound', 'came', '', () => made.coat);
    await desk('tin', 'not liked', 'shines through every light tone', () => made.coat);
    await desk('sailcloth', 'asked', '', () => null);
  });
}

/** What the printer did: so much every few days, cleanings when it stood, a cartridge when one ran out. */
function scheduleInk({ clock, studio, made }: Scene): void {
  const drunk = new Map(INKS.map((c) => [c, 76]));
  for (let days = 412, n = 0; days > 0; days -= 4, n++) {
    clock.at({ days, hour: 19 }, async () => {
      const m2 = 0.9 + (1.4 * ((n * 7) % 5)) / 4;
      await machines.notePrinted(studio, {
        machineId: made.machine,
        day: clock.day(days),
        areaMm2: Math.round(m2 * 1e6),
        says: 'prints of the day',
        weights: THIRST,
      });
      const washed = n % 9 === 4;
      if (washed)
        await machines.logMachine(studio, {
          machineId: made.machine,
          day: clock.day(days),
          kind: 'cleaning',
          says: 'stood over the weekend',
          cost: '',
        });
      else if (n % 4 === 0)
        await machines.logMachine(studio, {
          machineId: made.machine,
          day: clock.day(days),
          kind: 'nozzle check',
          says: n % 12 === 8 ? 'two gaps in magenta' : 'clear',
          cost: '',
        });
      for (const colour of INKS) {
        const left =
          drunk.get(colour)! -
          1.45 * THIRST[colour]! * m2 * (0.97 + (0.06 * ((n * 13) % 7)) / 6) -
          (washed ? 0.9 : 0);
        if (left > 0) {
          drunk.set(colour, left);
          continue;
        }
        await machines.moveInk(studio, {
          machineId: made.machine,
          colour,
          kind: 'in',
          day: clock.day(days),
          amount: null,
          cost: '',
        });
        drunk.set(colour, 110 + left);
        if (colour !== 'cyan' || days > 150)
          await machines.moveInk(studio, {
            machineId: made.machine,
            colour,
            kind: 'bought',
            day: clock.day(days),
            amount: 1,
            cost: '',
          });
      }
    });
  }
  clock.at({ days: 1, hour: 8 }, async () => {
    for (const [colour, amount] of [
      ['matte black', 40],
      ['cyan', 60],
      ['grey', 60],
    ] as const)
      await machines.moveInk(studio, {
        machineId: made.machine,
        colour,
        kind: 'display',
        day: clock.day(1),
        amount,
        cost: '',
      });
  });
}

/** What broke and was mended, and how papers are fed. */
function schedulePrinterLog(scene: Scene): void {
  const { clock, studio, made } = scene;
  clock.at({ days: 203, hour: 9 }, async () => {
    await machines.logMachine(studio, {
      machineId: made.machine,
      day: clock.day(203),
      kind: 'fault',
      says: 'roll feed slips on canvas',
      cost: '',
    });
  });
  clock.at({ days: 199, hour: 15 }, async () => {
    await machines.logMachine(studio, {
      machineId: made.machine,
      day: clock.day(199),
      kind: 'service',
      says: 'new pinch rollers',
      cost: '140',
    });
  });
  clock.at({ days: 400, hour: 11 }, async () => {
    await machines.keepMediaSetting(studio, {
      machineId: made.machine,
      paperId: paperOf(scene, 'rag'),
      setting: 'heavy matte',
      feed: 'rear, sheet by sheet',
      notes: 'finest, platen one up',
    });
    await machines.keepMediaSetting(studio, {
      machineId: made.machine,
      paperId: paperOf(scene, 'lantern'),
      setting: 'satin photo',
      feed: 'roll',
      notes: 'fine',
    });
  });
}

/** A little paper used each week, one sheet spoiled, one lot counted, one cut into cards. */
function scheduleLots(scene: Scene): void {
  const { clock, studio } = scene;
  for (let days = 55; days > 4; days -= 6)
    clock.at({ days, hour: 16 }, async () => {
      const lot = (await lotsOnHand(studio.db, [paperOf(scene, 'rag')])).find((l) => l.name === 'HR-A3')!;
      if (lot.onHand > 3)
        await spoilLot(studio, { id: lot.id, amount: days % 12 === 1 ? '2' : '1', why: 'test prints' });
    });
  clock.at({ days: 33, hour: 12 }, async () => {
    const all = await lotsOnHand(studio.db);
    const at = (name: string) => all.find((l) => l.name === name)!;
    await countLot(studio, {
      id: at('LS-40').id,
      counted: '13800 mm',
      why: 'a metre was cut for the school and not noted',
    });
    await cutLot(studio, { id: at('KT-118').id, sheets: 3, size: '150 x 210 mm', each: 4, offcut: '' });
  });
}

/** Tables read from files, and the terms beside them. */
function schedulePrices(scene: Scene): void {
  const { clock, studio, known } = scene;
  clock.at({ days: 200, hour: 9 }, async () => {
    await routes.importPrices(studio, {
      routeId: routeOf(scene, 'lab'),
      text: LAB_TABLE,
      readOn: clock.day(200),
    });
    await routes.changeTerms(studio, {
      id: routeOf(scene, 'lab'),
      carriage: '6.90',
      freeFrom: '100',
      setUp: '1.50',
      bleed: '0 mm',
      readOn: clock.day(200),
      proofKinds: 'snippet A4, whole',
      proof: '9.00',
      proofDays: 4,
    });
    await routes.keepQuote(studio, {
      routeId: routeOf(scene, 'lab'),
      formatId: known.formats.get('quarry 300 x 240 mm')!,
      quantity: 4,
    });
  });
  clock.at({ days: 20, hour: 9 }, async () => {
    await routes.importPrices(studio, {
      routeId: routeOf(scene, 'quay'),
      text: QUAY_TABLE,
      readOn: clock.day(20),
    });
    await routes.changeTerms(studio, {
      id: routeOf(scene, 'quay'),
      carriage: '0',
      freeFrom: '',
      setUp: '0',
      bleed: '3 mm',
      readOn: clock.day(20),
    });
  });
}

/** What went to the lab, came back, and is late. */
function scheduleSentOut(scene: Scene): void {
  const { clock, studio, known } = scene;
  clock.at({ days: 40, hour: 9 }, async () => {
    await routes.sendOut(studio, {
      routeId: routeOf(scene, 'lab'),
      lines: [{ formatId: known.formats.get('quarry 300 x 240 mm')!, quantity: 4 }],
      sentOn: clock.day(40),
      expectedOn: clock.day(30),
    });
  });
  clock.at({ days: 29, hour: 9 }, async () => {
    const [job] = await sentOut(studio.db);
    await routes.cameBack(studio, {
      id: job!.id,
      backOn: clock.day(29),
      inspection: 'all four clean; one corner bent, theirs',
    });
  });
  clock.at({ days: 12, hour: 9 }, async () => {
    await routes.sendOut(studio, {
      routeId: routeOf(scene, 'lab'),
      lines: [{ formatId: known.formats.get('quarry 500 x 400 mm')!, quantity: 1 }],
      sentOn: clock.day(12),
      expectedOn: clock.day(2),
    });
  });
}
