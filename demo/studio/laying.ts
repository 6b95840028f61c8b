import { printLayout, queueLayout } from '@/studio/layouts/layoutPrintActions';
import { recordSupply } from '@/studio/orders/shelfActions';
import { changeBorder, changeFinish, placeCrop } from '@/studio/formats/formatActions';
import * as layouts from '@/studio/layouts/layoutActions';
import { receiveLot } from '@/studio/papers/lotActions';
import { keepMount, recordCutter } from '@/studio/formats/mountActions';
import type { Studio } from '@/studio/studio';
import type { DemoClock } from './clock';
import type { Known } from './fill';

/** Who cuts for the studio, and the mats it buys ready cut. One of them was asked long ago. */
export async function recordCutters(studio: Studio, clock: DemoClock): Promise<string[]> {
  const ids: string[] = [];
  for (const c of [
    {
      name: 'Pell & Sorrow, framers',
      sheet: '1 mm',
      image: '1 mm',
      window: '2 mm',
      placing: '1 mm',
      readOn: clock.day(40),
      notes: 'Windows come out large rather than small.',
    },
    {
      name: 'the mat cutter on the wall',
      sheet: '1 mm',
      image: '1 mm',
      window: '1 mm',
      placing: '0.5 mm',
      readOn: clock.day(120),
      notes: 'Our own; a fresh blade every ten mats.',
    },
    {
      name: 'Quay Copy',
      sheet: '2 mm',
      image: '2 mm',
      window: '3 mm',
      placing: '1.5 mm',
      readOn: clock.day(500),
      notes: 'Cuts windows from stock sizes only.',
    },
  ])
    ids.push((await recordCutter(studio, { id: null, ...c })).id!);
  for (const m of [
    {
      name: 'Mat 400 × 300, window 280 × 220',
      size: '400 x 300 mm',
      window: '280 x 220 mm',
      weight: '160 g',
      onHand: 9,
      reorderAt: 4,
      price: '4.20',
    },
    {
      name: 'Mat 500 × 400, window 390 × 290',
      size: '500 x 400 mm',
      window: '390 x 290 mm',
      weight: '240 g',
      onHand: 6,
      reorderAt: 4,
      price: '6.10',
    },
  ])
    await recordSupply(studio, { kind: 'mat', ...m });
  return ids;
}

type LotRow = [
  paper: string,
  name: string,
  form: 'sheet' | 'roll',
  size: string,
  amount: string,
  price: string,
  daysAgo: number,
];
const LOTS: readonly LotRow[] = [
  ['rag', 'HR-2207', 'roll', '610 mm', '12000 mm', '142.00', 210],
  ['rag', 'HR-2315', 'roll', '610 mm', '12000 mm', '148.50', 60],
  ['rag', 'HR-A3', 'sheet', 'A3+', '18', '56.16', 60],
  ['kelp', 'KT-118', 'sheet', 'A3+', '20', '71.00', 140],
  ['lantern', 'LS-40', 'roll', '610 mm', '15000 mm', '79.00', 130],
  ['sound', 'SG-9', 'roll', '610 mm', '10000 mm', '93.00', 85],
  ['sailcloth', 'SC-31', 'roll', '1118 mm', '9000 mm', '168.00', 50],
  ['ledger', 'PL-last', 'sheet', 'A4', '40', '18.40', 300],
];

type Laying = { clock: DemoClock; studio: Studio; known: Known };

/** Crops, borders and edges, mats and wraps, deliveries and layouts, each at its time. */
export function scheduleLaying(clock: DemoClock, studio: Studio, known: Known): void {
  const laying = { clock, studio, known };
  scheduleDeliveries(laying);
  scheduleEdges(laying);
  scheduleMats(laying);
  scheduleWraps(laying);
  scheduleLayouts(laying);
}

function scheduleDeliveries({ clock, studio, known }: Laying): void {
  const paper = (key: string) => known.papers.get(key)!;
  for (const [key, name, form, size, amount, price, daysAgo] of LOTS)
    clock.at({ days: daysAgo, hour: 8 }, async () => {
      await receiveLot(studio, {
        paperId: paper(key),
        name,
        form,
        size,
        amount,
        price,
        receivedOn: clock.day(daysAgo),
      });
    });
}

/** Torn edges for the chalk, a printed title for the chart, a square cut moved off the middle, a trimmed card. */
function scheduleEdges({ clock, studio, known }: Laying): void {
  const format = (key: string) => known.formats.get(key)!;
  clock.at({ days: 139, hour: 12 }, async () => {
    await changeFinish(studio, {
      id: format('pans 300 x 300 mm'),
      title: '',
      type: '3 mm',
      deckle: '12 mm',
      bleed: '0 mm',
    });
  });
  clock.at({ days: 118, hour: 12 }, async () => {
    await changeFinish(studio, {
      id: format('chart 300 x 240 mm'),
      title: 'Harbour Chart for Nobody',
      type: '3.5 mm',
      deckle: '0 mm',
      bleed: '0 mm',
    });
  });
  clock.at({ days: 1, hour: 16 }, async () => {
    await changeBorder(studio, {
      id: format('slate 150 x 100 mm'),
      top: '0 mm',
      right: '0 mm',
      bottom: '0 mm',
      left: '0 mm',
    });
    await changeFinish(studio, {
      id: format('slate 150 x 100 mm'),
      title: '',
      type: '3 mm',
      deckle: '0 mm',
      bleed: '3 mm',
    });
    await placeCrop(studio, {
      id: format('quarry 500 x 400 mm'),
      place: { x: 480_000, y: 520_000, fill: 940_000, turn: -800 },
    });
  });
}

const MAT = {
  kind: 'mat' as const,
  board: '1.5 mm',
  glazing: '2 mm',
  backing: '3 mm',
  print: '0.48 mm',
  frameLip: '6 mm',
  minimumHold: '3 mm',
};

function scheduleMats({ clock, studio, known }: Laying): void {
  const format = (key: string) => known.formats.get(key)!;
  let cutters: string[] = [];
  clock.at({ days: 119, hour: 8 }, async () => {
    cutters = await recordCutters(studio, clock);
  });
  clock.at({ days: 117, hour: 15 }, async () => {
    await keepMount(studio, {
      ...MAT,
      formatId: format('ferry 400 x 300 mm'),
      cutterId: cutters[0]!,
      window: '410 x 312 mm',
      side: '60 mm',
      bottom: '70 mm',
    });
    // Bought with too little border: it holds only if nothing goes wrong.
    await keepMount(studio, {
      ...MAT,
      formatId: format('boat 240 x 180 mm'),
      cutterId: cutters[2]!,
      window: '279 x 219 mm',
      side: '60 mm',
      bottom: '60 mm',
    });
    await keepMount(studio, {
      kind: 'float',
      formatId: format('pans 300 x 300 mm'),
      gap: '12 mm',
      spacer: '8 mm',
      glazing: '2 mm',
      backing: '3 mm',
      print: '0.52 mm',
    });
    await keepMount(studio, {
      kind: 'frame',
      formatId: format('lamp 210 x 297 mm'),
      frameLip: '6 mm',
      spacer: '4 mm',
      glazing: '2 mm',
      backing: '3 mm',
      print: '0.31 mm',
    });
  });
}

const WRAP = {
  kind: 'wrap' as const,
  foldOver: '40 mm',
  maxUnbraced: '800 mm',
  barWidth: '40 mm',
  stockLength: '2400 mm',
  kerf: '3 mm',
  coats: 2,
  mlPerM2: 110,
  gap: '20 mm',
};

function scheduleWraps({ clock, studio, known }: Laying): void {
  const format = (key: string) => known.formats.get(key)!;
  clock.at({ days: 49, hour: 15 }, async () => {
    await keepMount(studio, {
      ...WRAP,
      formatId: format('ferry 800 x 600 mm'),
      edge: 'mirrored',
      depth: '38 mm',
      columns: 1,
      rows: 1,
      across: 'left out',
    });
    await keepMount(studio, {
      ...WRAP,
      formatId: format('breakwater 1000 x 250 mm'),
      edge: 'plain',
      depth: '20 mm',
      columns: 3,
      rows: 1,
      across: 'left out',
    });
  });
}

function scheduleLayouts({ clock, studio, known }: Laying): void {
  const format = (key: string) => known.formats.get(key)!;
  const paper = (key: string) => known.papers.get(key)!;
  const piece = (key: string, count: number) => ({
    formatId: format(key),
    size: '',
    says: '',
    count,
    rotate: true,
  });
  clock.at({ days: 57, hour: 9 }, async () => {
    const { id } = await layouts.beginLayout(studio, {
      name: 'Ferries for the autumn fair',
      kind: 'roll',
      paperId: paper('rag'),
      size: '610 mm',
      margin: '5 mm',
      gap: '4 mm',
    });
    for (const [key, n] of [
      ['ferry 400 x 300 mm', 4],
      ['ferry 240 x 180 mm', 6],
      ['kiln 240 x 180 mm', 3],
    ] as const)
      await layouts.addPieces(studio, { id: id!, ...piece(key, n) });
    await layouts.layAnew(studio, { id: id!, cuts: 'straight' });
    await printLayout(studio, { id: id! });
  });
  clock.at({ hoursAgo: 20 }, async () => {
    const { id } = await layouts.beginLayout(studio, {
      name: 'Rag, this week',
      kind: 'roll',
      paperId: paper('rag'),
      size: '610 mm',
      margin: '5 mm',
      gap: '4 mm',
    });
    for (const [key, n] of [
      ['ferry 400 x 300 mm', 3],
      ['kiln 400 x 300 mm', 2],
      ['boat 240 x 180 mm', 4],
      ['ferry 240 x 180 mm', 3],
    ] as const)
      await layouts.addPieces(studio, { id: id!, ...piece(key, n) });
    await layouts.addPieces(studio, {
      id: id!,
      formatId: null,
      size: '200 x 60 mm',
      says: 'test strip',
      count: 2,
      rotate: true,
    });
    await layouts.layAnew(studio, { id: id!, cuts: 'tight' });
    await queueLayout(studio, { id: id!, queued: true });
  });
  clock.at({ hoursAgo: 3 }, async () => {
    const { id } = await layouts.beginLayout(studio, {
      name: 'Slate cards',
      kind: 'sheet',
      paperId: paper('kelp'),
      size: 'A3+',
      margin: '5 mm',
      gap: '3 mm',
    });
    await layouts.addPieces(studio, { id: id!, ...piece('slate 150 x 100 mm', 8) });
    await layouts.layAnew(studio, { id: id!, cuts: 'straight' });
  });
}
