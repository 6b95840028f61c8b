// npm run record: asks the registry five hundred questions, drawn from a fixed seed, and keeps its answers in
// tests/unit/recorded/registry.jsonl. A test holds every later registry against them; they are recorded anew only when an
// answer was wrong, and docs/decisions.md says which and why.
import { writeFileSync } from 'node:fs';
import { InputError } from '@/core/errors';
import { runCalc } from '@/core/calc';

const QUESTIONS = 500;
let random = seeded(20_261_128);
const between = (low: number, high: number) => low + Math.floor(random() * (high - low + 1));
const pick = <T>(...values: T[]): T => values[between(0, values.length - 1)]!;
const times = <T>(n: number, make: (i: number) => T): T[] => Array.from({ length: n }, (_, i) => make(i));

const length = (lowMm: number, highMm: number): string | number => {
  const mm = between(lowMm, highMm);
  return pick<string | number>(
    `${mm} mm`,
    `${mm / 10} cm`,
    mm * 1000,
    `${Math.max(1, Math.round(mm / 25.4))} in`,
  );
};
const size = (lowMm: number, highMm: number) => ({
  width: length(lowMm, highMm),
  height: length(lowMm, highMm),
});
const pixels = () => ({ width: between(300, 14_000), height: between(300, 14_000) });
const day = () =>
  `2026-${String(between(1, 12)).padStart(2, '0')}-${String(between(1, 28)).padStart(2, '0')}`;
const school = () =>
  pick<object>(
    { kind: 'flat', ppi: pick(150, 180, 240, 300, 360) },
    { kind: 'distance' },
    { kind: 'distance', distance: `${between(30, 300)} cm` },
    {
      kind: 'stepped',
      steps: [{ upTo: '300 mm', ppi: 300 }, { upTo: '600 mm', ppi: 240 }, { ppi: 150 }],
    },
  );
const sums = (n: number) => times(n, (i) => ({ name: `cost ${i}`, amount: between(0, 9_000) }));

/** A question of every calculation, over what a studio would ask and a little beyond. */
const ASK: Record<string, () => unknown> = {
  'resolution.check': () => ({ pixels: pixels(), print: size(60, 1_500), school: school() }),
  'resolution.largest': () => ({ pixels: pixels(), ppi: between(72, 400) }),
  'capture.scan': () => ({
    original: size(60, 900),
    print: size(100, 1_800),
    ppi: pick(180, 240, 300),
    scanner: {
      bed: { width: '216 mm', height: '297 mm' },
      opticalPpi: 4_800,
      steps: [300, 600, 1200, 2400, 4800],
    },
    overlap: pick(0.1, 0.2, 0.3),
  }),
  'capture.camera': () => ({
    original: size(100, 2_000),
    sensor: { width: 8256, height: 5504 },
    fill: pick(0.8, 0.9, 0.95),
    print: size(100, 1_800),
    ppi: pick(180, 240, 300),
    overlap: pick(0.2, 0.3),
  }),
  'capture.canvas': () => ({
    largest: size(200, 2_000),
    ppi: pick(150, 240, 300),
    bits: pick(8, 16, 32),
    channels: pick(3, 4),
    budgetBytes: between(1, 4_000) * 1_000_000,
  }),
  'colour.difference': () => ({
    a: [between(0, 100), between(-90, 90), between(-90, 90)],
    b: [between(0, 100), between(-90, 90), between(-90, 90)],
  }),
  'layout.ratio': () => ({
    picture: { width: between(1, 30), height: between(1, 30) },
    frames: times(between(1, 3), () => size(80, 900)),
  }),
  'layout.mat': () => ({
    sheet: size(150, 600),
    image: size(120, 560),
    window: size(110, 570),
    tolerance: {
      sheet: '0.5 mm',
      image: '0.5 mm',
      window: '1 mm',
      placing: pick('0.5 mm', '1 mm', '2 mm'),
    },
    ...(random() < 0.4 && { minimumHold: length(2, 8) }),
  }),
  'layout.sheet': () => ({
    sheet: size(200, 1_000),
    piece: size(50, 300),
    margin: `${between(0, 15)} mm`,
    gutter: `${between(0, 10)} mm`,
    rotate: random() < 0.5,
  }),
  'layout.roll': () => ({
    width: pick('432 mm', '610 mm', '1118 mm'),
    margin: `${between(0, 6)} mm`,
    gap: `${between(0, 8)} mm`,
    pieces: times(between(1, 4), (i) => ({
      id: `piece ${i}`,
      width: length(80, 400),
      height: length(80, 400),
      count: between(1, 6),
      rotate: random() < 0.6,
    })),
  }),
  'layout.wrap': () => ({
    face: size(200, 1_500),
    depth: `${between(15, 45)} mm`,
    foldOver: `${between(10, 40)} mm`,
    edge: pick('mirrored', 'carried over', 'plain'),
  }),
  'layout.bars': () => ({
    stockLength: pick('2 m', '2400 mm', '3 m'),
    kerf: pick('3 mm', '2 mm'),
    cuts: times(between(1, 3), () => ({ length: `${between(250, 1_200)} mm`, count: between(1, 4) })),
  }),
  'price.solve': () => ({
    costs: sums(between(1, 4)),
    fixedFees: sums(between(0, 2)),
    shareFees: times(between(0, 2), (i) => ({ name: `share ${i}`, share: between(1, 20) / 100 })),
    carriageCharged: between(0, 2_000),
    margin: between(5, 70) / 100,
    given: between(0, 20) / 100,
  }),
  'price.breakEven': () => ({
    outlay: between(0, 200_000),
    price: between(100, 30_000),
    perSale: between(0, 12_000),
  }),
  'parcel.shipBy': () => ({
    ordered: day(),
    handlingDays: between(0, 20),
    holidays: times(between(0, 3), day),
    ...(random() < 0.5 && { workdays: [1, 2, 3, 4, 5] }),
  }),
  'parcel.weigh': () => ({
    parts: times(between(1, 4), (i) =>
      pick<object>(
        { name: `part ${i}`, area: between(1, 900) / 1000, gsm: between(80, 400) },
        { name: `part ${i}`, count: between(1, 4), grams: between(1, 900) },
      ),
    ),
    ...(random() < 0.5 && { scaleGrams: between(20, 2_500) }),
  }),
};

/** Calculations that came later, asked after the five hundred by a seed of their own: the earlier questions stay the same. */
const ASK_LATER: Record<string, () => unknown> = {
  'price.batch': () => ({
    demand: { few: between(0, 8), likely: between(4, 20), many: between(10, 60) },
    price: between(500, 12_000),
    counts: times(between(1, 4), (i) => ({ count: 5 * (i + 1), cost: between(2_000, 9_000) * (i + 1) })),
    salvage: between(0, 900),
    perSaleCost: between(300, 4_000),
    ...(random() < 0.3 && { storage: between(0, 60) }),
  }),
  'price.payback': () => ({
    outlay: between(10_000, 400_000),
    labPrice: between(600, 6_000),
    ownCost: between(200, 2_000),
    perMonth: between(0, 30),
  }),
  'price.channels': () => ({
    product: {
      price: between(1_500, 30_000),
      cost: between(300, 9_000),
      carriageCharged: between(0, 1_500),
    },
    perMonth: between(0, 40),
    channels: times(between(1, 4), (i) => ({
      name: `channel ${i}`,
      shareFees: times(between(0, 2), (k) => ({ name: `share ${k}`, share: between(1, 30) / 100 })),
      fixedFees: sums(between(0, 1)),
      ...(random() < 0.3 && { shareOfRetail: between(20, 50) / 100 }),
      ...(random() < 0.2 && { partnerCharge: between(500, 5_000) }),
      ...(random() < 0.5 && { monthly: between(0, 6_000) }),
      ...(random() < 0.3 && { perListing: between(10, 60), listings: between(0, 40) }),
      ...(random() < 0.3 && { taxOnFees: 0.2 }),
    })),
  }),
  'cost.ofProduct': () => ({
    ...(random() < 0.7 && {
      paper: { area: between(20_000, 900_000), pricePerM2: between(500, 4_000), name: 'Harrow Rag' },
    }),
    ...(random() < 0.6 && {
      ink: { area: between(15_000, 800_000), pricePerM2: between(200, 1_500), basis: 'estimated' },
    }),
    ...(random() < 0.4 && { wear: between(5, 90) }),
    ...(random() < 0.3 && { route: { piece: between(300, 6_000), carriageShare: between(0, 500) } }),
    spoilRate: pick(0, 0.02, 0.05, 0.12, 1),
    shares: times(between(0, 2), (i) => ({
      name: `share ${i}`,
      outlay: between(0, 40_000),
      expectedPrints: between(0, 60),
    })),
    time: times(between(0, 3), (i) => ({
      name: `act ${i}`,
      minutes: between(1, 45),
      ratePerHour: between(1_500, 6_000),
    })),
    parts: times(between(0, 4), (i) => ({
      name: `part ${i}`,
      price: between(5, 2_000),
      count: between(1, 3),
    })),
  }),
  'parcel.stamps': () => ({
    postage: between(60, 2_400),
    stock: times(between(1, 5), () => ({ value: pick(5, 40, 85, 100, 160, 210), count: between(0, 9) })),
  }),
  'parcel.rate': () => ({
    parcel: {
      length: length(200, 1_200),
      width: length(100, 700),
      height: length(5, 300),
      weightGrams: between(20, 6_000),
      value: between(0, 60_000),
      rigid: random() < 0.5,
    },
    needs: {
      tracked: random() < 0.3,
      insured: pick<boolean | number>(false, true, 20_000),
      days: pick<number | null>(null, 2, 5),
    },
    table: times(between(1, 4), (i) => ({
      name: `service ${i}`,
      maxLength: length(300, 1_500),
      maxWidth: length(200, 900),
      maxHeight: length(20, 500),
      ...(random() < 0.4 && { maxGirth: length(900, 3_000) }),
      ...(random() < 0.4 && { divisor: pick(4_000, 5_000, 6_000) }),
      tracked: random() < 0.6,
      insuredTo: pick(0, 10_000, 50_000),
      days: between(1, 8),
      steps: times(between(1, 4), (k) => ({ upToGrams: 500 * 2 ** k, price: 250 * (k + 1) + 37 * i })),
      ...(random() < 0.4 && { rigidSurcharge: between(20, 300) }),
      ...(random() < 0.4 && { fuelShare: pick(0.01, 0.045, 0.0725) }),
    })),
  }),
  'parcel.promise': () => ({
    today: day(),
    ...(random() < 0.5 && { holidays: times(between(1, 4), day) }),
    ...(random() < 0.4 && { workdays: pick([1, 2, 3, 4, 5, 6], [0, 2, 4]) }),
    steps: times(between(1, 6), (i) => ({
      name: `step ${i}`,
      days: pick(0, 0.5, 1, 2, 7),
      after: i && random() < 0.7 ? [`step ${between(0, i - 1)}`] : [],
    })),
  }),
  'wall.hang': () => ({
    span: between(1_000, 6_000) * 1_000,
    centre: pick<string | number>('1500 mm', '59 in', 1_450_000),
    frames: times(between(1, 7), () => ({
      width: between(150, 900) * 1_000,
      height: between(150, 900) * 1_000,
      drop: between(0, 120) * 1_000,
    })),
    ...(random() < 0.4 && { gap: pick<string | number>('60 mm', '2 1/2 in', 0) }),
  }),
};
const LATER_OF_EACH = 25;

const names = Object.keys(ASK);
/** A roll is searched for a second or two: six are enough, and the others are asked in their place. */
const ROLLS = 6;
const quick = names.filter((name) => name !== 'layout.roll');
const lines = times(QUESTIONS, (i) => {
  const name = i < ROLLS ? 'layout.roll' : quick[i % quick.length]!;
  return answered(name, ASK[name]!());
});
random = seeded(20_261_129);
for (const [name, ask] of Object.entries(ASK_LATER))
  lines.push(...times(LATER_OF_EACH, () => answered(name, ask())));
writeFileSync(
  'tests/unit/recorded/registry.jsonl',
  `${lines.map((line) => JSON.stringify(line)).join('\n')}\n`,
);
console.log(
  `${lines.length} questions of ${names.length + Object.keys(ASK_LATER).length} calculations, ${lines.filter((l) => 'refused' in l).length} refused.`,
);

function answered(name: string, input: unknown) {
  try {
    return { name, input, answer: runCalc(name, input) };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { name, input, refused: error.message };
  }
}

/** The minimal standard generator: the same questions on every machine. Park and Miller, 1988. */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
}
