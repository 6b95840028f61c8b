import fc from 'fast-check';
import { compareScale, expectedWeight } from './weigh';
import { madePiece } from './made';
import {
  boxInside,
  countInPacks,
  functionsFinding,
  packShortages,
  planPack,
  type PackedPrint,
  type PackWishes,
  type Supply,
  type SupplyKind,
} from './pack';

const mm = (v: number) => v * 1_000;
const g = (v: number) => v * 1_000;
let next = 0;
const supply = (
  kind: SupplyKind,
  width: number,
  height: number,
  grams: number,
  onHand = 20,
  more: Partial<Supply> = {},
): Supply => ({
  id: `${kind}-${next++}`,
  name: `${kind} ${width} × ${height}`,
  kind,
  width: mm(width),
  height: mm(height),
  weight: g(grams),
  onHand,
  ...more,
});
const BOARD_S = supply('board', 300, 240, 52);
const BOARD_M = supply('board', 470, 370, 125);
const BOARD_L = supply('board', 600, 500, 210);
const SHELF: Supply[] = [
  BOARD_S,
  BOARD_M,
  BOARD_L,
  supply('sleeve', 320, 260, 9),
  supply('sleeve', 500, 400, 18),
  supply('sleeve', 620, 520, 28),
  supply('sleeve', 120, 800, 12),
  supply('mailer', 330, 270, 105),
  supply('mailer', 520, 420, 230),
  supply('mailer', 640, 540, 320),
  supply('tube', 50, 700, 190),
  supply('tube', 76, 720, 262),
  supply('tube', 100, 760, 380),
  supply('tube', 100, 1_100, 520),
  supply('interleaving', 480, 380, 7),
  supply('interleaving', 1_000, 800, 24),
  supply('bubble', 0, 0, 60),
  supply('corner', 0, 0, 8, 64),
  supply('insulation', 0, 0, 240),
];
const print = (width: number, height: number, more: Partial<PackedPrint> = {}): PackedPrint => ({
  name: `${width} × ${height}`,
  sheet: { width: mm(width), height: mm(height) },
  gsm: 310,
  mayRoll: true,
  ...more,
});
const framed = (width: number, height: number): PackedPrint =>
  print(width, height, { made: madePiece('framed', { width: mm(width), height: mm(height) }) });
const mounted = (width: number, height: number): PackedPrint =>
  print(width, height, { made: madePiece('mounted', { width: mm(width), height: mm(height) }) });
const without = (...kinds: SupplyKind[]) => SHELF.filter((s) => !kinds.includes(s.kind));
const out = (id: string) => SHELF.map((s) => (s.id === id ? { ...s, onHand: 0 } : s));

type Expected = {
  form: string;
  says: RegExp;
  take?: Partial<Record<SupplyKind, string>>;
  short?: RegExp | null;
};
type Case = [
  what: string,
  prints: PackedPrint[],
  shelf: Supply[],
  wishes: PackWishes,
  expected: Expected,
];

const CASES: Case[] = [
  [
    'a small sheet',
    [print(210, 148)],
    SHELF,
    {},
    { form: 'flat', says: /board is 216 × 154 mm/, take: { board: 'board 300 × 240' } },
  ],
  [
    'A4 has one board',
    [print(210, 297)],
    SHELF,
    {},
    { form: 'flat', says: /inside 600 mm/, take: { board: 'board 470 × 370' } },
  ],
  [
    'A3 has two boards facing',
    [print(297, 420)],
    SHELF,
    {},
    { form: 'flat', says: /303|426/, take: { board: 'board 470 × 370', mailer: 'mailer 520 × 420' } },
  ],
  [
    'upright and lying are the same parcel',
    [print(420, 297)],
    SHELF,
    {},
    { form: 'flat', says: /426 × 303/, take: { board: 'board 470 × 370' } },
  ],
  [
    'at the limit it still lies flat',
    [print(594, 400)],
    SHELF,
    {},
    { form: 'flat', says: /600 × 406 mm, inside 600/, take: { board: 'board 600 × 500' } },
  ],
  [
    'a millimetre over it is rolled',
    [print(595, 400)],
    SHELF,
    {},
    { form: 'rolled', says: /601 × 406 mm, over 600/ },
  ],
  [
    'large on 310 g/m²',
    [print(800, 600)],
    SHELF,
    {},
    { form: 'rolled', says: /806 × 606/, take: { tube: 'tube 76 × 720' } },
  ],
  [
    'large on 190 g/m²',
    [print(800, 600, { gsm: 190 })],
    SHELF,
    {},
    { form: 'rolled', says: /may be rolled/, take: { tube: 'tube 50 × 700' } },
  ],
  [
    'large on 200 g/m²',
    [print(800, 600, { gsm: 200 })],
    SHELF,
    {},
    { form: 'rolled', says: /may be rolled/, take: { tube: 'tube 76 × 720' } },
  ],
  [
    'large on 330 g/m²',
    [print(800, 600, { gsm: 330 })],
    SHELF,
    {},
    { form: 'rolled', says: /may be rolled/, take: { tube: 'tube 100 × 760' } },
  ],
  [
    'canvas, light as it is',
    [print(800, 600, { gsm: 190, canvas: true })],
    SHELF,
    {},
    { form: 'rolled', says: /may be rolled/, take: { tube: 'tube 100 × 760' } },
  ],
  [
    'the heaviest of several decides the tube',
    [print(800, 600, { gsm: 190 }), print(700, 500, { gsm: 340 })],
    SHELF,
    {},
    { form: 'rolled', says: /806 × 606/, take: { tube: 'tube 100 × 760' } },
  ],
  [
    'the longest short side decides its length',
    [print(1_200, 900)],
    SHELF,
    {},
    { form: 'rolled', says: /1206 × 906/, take: { tube: 'tube 100 × 1100' } },
  ],
  [
    'a stiff paper that is large goes flat all the same',
    [print(800, 600, { mayRoll: false })],
    SHELF,
    {},
    { form: 'flat', says: /over the 600 mm/, short: /No board of 806 × 606 mm/ },
  ],
  [
    'a stiff paper among others keeps all of them flat',
    [print(700, 500), print(300, 200, { mayRoll: false })],
    SHELF,
    {},
    { form: 'flat', says: /706 × 506/, short: /No board/ },
  ],
  [
    'a wish to roll what must not be',
    [print(300, 200, { mayRoll: false })],
    SHELF,
    { form: 'rolled' },
    { form: 'flat', says: /must not be rolled/ },
  ],
  [
    'a wish to roll what would go flat',
    [print(400, 300)],
    SHELF,
    { form: 'rolled' },
    {
      form: 'rolled',
      says: /as wished; a board of 406 × 306 mm would go flat/,
      take: { tube: 'tube 76 × 720' },
    },
  ],
  [
    'a wish to lay flat what would be rolled',
    [print(620, 480)],
    SHELF,
    { form: 'flat' },
    { form: 'flat', says: /626 × 486 mm: over/, short: /No board of 626 × 486/ },
  ],
  [
    'two prints have a leaf between',
    [print(297, 420), print(297, 420)],
    SHELF,
    {},
    { form: 'flat', says: /flat/i, take: { interleaving: 'interleaving 480 × 380' } },
  ],
  [
    'six small prints in one parcel',
    Array.from({ length: 6 }, () => print(200, 150)),
    SHELF,
    {},
    { form: 'flat', says: /206 × 156/, take: { board: 'board 300 × 240' } },
  ],
  [
    'prints of two sizes: the larger decides',
    [print(200, 150), print(400, 300)],
    SHELF,
    {},
    { form: 'flat', says: /406 × 306/, take: { board: 'board 470 × 370' } },
  ],
  [
    'crossing sizes: both sides count',
    [print(420, 200), print(300, 290)],
    SHELF,
    {},
    { form: 'flat', says: /426 × 296/, take: { board: 'board 470 × 370' } },
  ],
  [
    'the board that fits is out: the next that works',
    [print(210, 148)],
    out(BOARD_S.id),
    {},
    { form: 'flat', says: /216 × 154/, take: { board: 'board 470 × 370' }, short: null },
  ],
  [
    'no mailer at all',
    [print(210, 148)],
    without('mailer'),
    {},
    { form: 'flat', says: /216/, short: /No mailer of/ },
  ],
  [
    'no sleeve at all',
    [print(210, 148)],
    without('sleeve'),
    {},
    { form: 'flat', says: /216/, short: /No sleeve of/ },
  ],
  [
    'no tube at all',
    [print(800, 600)],
    without('tube'),
    {},
    { form: 'rolled', says: /806/, short: /No tube of 76 × 650 mm inside/ },
  ],
  [
    'one board where two are asked',
    [print(297, 420)],
    SHELF.map((s) => (s.kind === 'board' ? { ...s, onHand: 1 } : s)),
    {},
    { form: 'flat', says: /426/, short: /2 needed, 1 on hand/ },
  ],
  [
    'a board too large for the mailer is cut',
    [print(297, 420)],
    [BOARD_L, supply('sleeve', 440, 320, 14), supply('mailer', 450, 330, 160)],
    {},
    { form: 'flat', says: /426/, take: { board: 'board 600 × 500' }, short: null },
  ],
  [
    'framed goes in a box, built to size',
    [framed(400, 300)],
    SHELF,
    {},
    { form: 'boxed', says: /is framed; a frame wants 50 mm/ },
  ],
  [
    'framed, however somebody would rather roll it',
    [framed(400, 300)],
    SHELF,
    { form: 'rolled' },
    { form: 'boxed', says: /is framed/ },
  ],
  [
    'framed with a loose print: one box',
    [framed(400, 300), print(200, 150)],
    SHELF,
    {},
    { form: 'boxed', says: /is framed/ },
  ],
  [
    'mounted and small: flat, its own board is the back',
    [mounted(300, 240)],
    SHELF,
    {},
    { form: 'flat', says: /306 × 246/, take: { board: 'board 470 × 370' } },
  ],
  [
    'mounted and large: boxed, never rolled',
    [mounted(700, 500)],
    SHELF,
    {},
    { form: 'boxed', says: /is mounted, on a board of 706 × 506/ },
  ],
  [
    'a wish to roll what is mounted',
    [mounted(300, 200)],
    SHELF,
    { form: 'rolled' },
    { form: 'flat', says: /is mounted and must not be rolled/ },
  ],
  [
    'boxed on purpose',
    [print(300, 200)],
    SHELF,
    { form: 'boxed' },
    { form: 'boxed', says: /Boxed as wished; 306 × 206 mm would go flat/ },
  ],
  [
    'a frame box from the shelf is taken before one is built',
    [framed(400, 300)],
    [...SHELF, supply('box', 620, 520, 900, 2, { thickness: mm(140) })],
    {},
    { form: 'boxed', says: /framed/, take: { box: 'box 620 × 520' } },
  ],
  [
    'a frame box that is too shallow is not',
    [framed(400, 300)],
    [...SHELF, supply('box', 620, 520, 900, 2, { thickness: mm(100) })],
    {},
    { form: 'boxed', says: /framed/ },
  ],
  [
    'a sleeve left out on purpose is no shortage',
    [print(210, 148)],
    without('sleeve'),
    { without: ['sleeve'] },
    { form: 'flat', says: /216/, short: null },
  ],
];

describe('how it is packed', () => {
  test(`there are ${CASES.length} rules worked through, at least thirty`, () =>
    expect(CASES.length).toBeGreaterThanOrEqual(30));
  test.each(CASES)('%s', (_, prints, shelf, wishes, expected) => {
    const plan = planPack(prints, shelf, wishes);
    expect(plan.form).toBe(expected.form);
    expect(plan.finding.says).toMatch(expected.says);
    for (const [kind, name] of Object.entries(expected.take ?? {}))
      expect(plan.needs.find((n) => n.kind === kind)?.supply?.name).toBe(name);
    const short = packShortages(plan.needs).join(' ');
    if (expected.short === null) expect(short).toBe('');
    else if (expected.short) expect(short).toMatch(expected.short);
  });

  test('what is out is said by name, and a cut board weighs less than a whole one', () => {
    const instead = planPack([print(210, 148)], out(BOARD_S.id)).needs[0]!;
    expect(instead.instead).toBe(BOARD_S.name);
    const cut = planPack(
      [print(297, 420)],
      [BOARD_L, supply('sleeve', 440, 320, 14), supply('mailer', 450, 330, 160)],
    );
    expect(cut.needs[0]!.cut).toEqual({ width: mm(426), height: mm(303) });
    // 210 g × (426 × 303) ÷ (600 × 500), twice.
    const board = expectedWeight(cut.parts).parts.find((p) => p.name === BOARD_L.name)!;
    expect(board.weight).toBe(2 * Math.round((210_000 * 426 * 303) / (600 * 500)));
  });

  test('weather: two sealed layers against rain, felt near freezing and in heat', () => {
    const of = (weather: 'mild' | 'rain' | 'frost' | 'heat') =>
      planPack([framed(400, 300)], SHELF, { weather }).needs;
    expect(of('rain').find((n) => n.kind === 'sleeve')!.count).toBe(2);
    expect(of('mild').some((n) => n.kind === 'insulation')).toBe(false);
    expect(of('frost').find((n) => n.kind === 'insulation')!.why).toMatch(/freezing/);
    expect(of('heat').find((n) => n.kind === 'insulation')!.why).toMatch(/30 °C/);
  });

  test('stiff, dry, still: what is missing is named; left out on purpose it is a school', () => {
    const whole = planPack([print(297, 420)], SHELF);
    expect(functionsFinding(whole.functions, false)).toMatchObject({ verdict: 'holds' });
    const bare = planPack([print(297, 420)], without('sleeve', 'board'));
    expect(functionsFinding(bare.functions, false)).toMatchObject({
      verdict: 'fails',
      word: 'not stiff and dry and still',
    });
    const lean = planPack([print(297, 420)], SHELF, { without: ['sleeve'] });
    expect(functionsFinding(lean.functions, true)).toMatchObject({ verdict: 'care', word: 'not dry' });
  });

  test('a parcel is as thick as its layers', () => {
    const plan = planPack(
      [print(297, 420, { thickness: 480 }), print(297, 420, { thickness: 480 })],
      SHELF,
      { inserts: [{ name: 'pin', count: 1, weight: g(14), thickness: mm(9), why: 'gift' }] },
    );
    // Mailer 3, sleeve 0.2, two boards of 2, one leaf 0.06, two prints of 0.48, a pin of 9.
    expect(plan.outer.height).toBe(3_000 + 200 + 4_000 + 60 + 960 + 9_000);
  });

  test('a box has 50 mm on every side and 20 between two pieces', () => {
    const piece = { size: { width: mm(500), height: mm(400) }, depth: mm(30) };
    expect(boxInside([piece, piece])).toEqual({ width: mm(600), height: mm(500), depth: mm(180) });
  });

  test.each([
    [78, 25, '3 packs of 25 and 3'],
    [25, 25, '1 pack of 25'],
    [24, 25, '24'],
    [50, null, '50'],
  ])('%i in packs of %s: %s', (count, pack, says) => expect(countInPacks(count, pack)).toBe(says));

  test('whatever is chosen, every piece fits inside its wrapping', () => {
    const side = fc.integer({ min: 80, max: 1_000 });
    const piece = fc
      .record({
        w: side,
        h: side,
        gsm: fc.integer({ min: 150, max: 400 }),
        mayRoll: fc.boolean(),
        canvas: fc.boolean(),
        as: fc.constantFrom('loose' as const, 'mounted' as const, 'framed' as const),
      })
      .map(({ w, h, as, ...more }) => {
        const made = madePiece(as, { width: mm(w), height: mm(h) });
        return print(w, h, { ...more, ...(made && { made }) });
      });
    fc.assert(
      fc.property(
        fc.array(piece, { minLength: 1, maxLength: 4 }),
        fc.constantFrom(undefined, 'flat' as const, 'rolled' as const, 'boxed' as const),
        (prints, form) => {
          const plan = planPack(prints, SHELF, { form });
          for (const p of prints) expectInside(p, plan);
          const layers = plan.layers.reduce((sum, l) => sum + l.weight, 0);
          expect(expectedWeight(plan.parts).weight).toBe(layers);
        },
      ),
      { numRuns: 400 },
    );
  });
});

/** A piece inside what wraps it, and that inside the parcel's outer size. */
function expectInside(p: PackedPrint, plan: ReturnType<typeof planPack>): void {
  const size = p.made?.size ?? p.sheet;
  const [long, short] = [Math.max(size.width, size.height), Math.min(size.width, size.height)];
  const { outer } = plan;
  if (plan.form === 'rolled') {
    const tube = plan.needs.find((n) => n.kind === 'tube')!;
    expect(p.made).toBeUndefined();
    expect(p.mayRoll).toBe(true);
    if (tube.supply) {
      expect(short + 50_000).toBeLessThanOrEqual(tube.supply.height);
      expect(tube.supply.height).toBeLessThan(outer.length);
      expect(tube.supply.width).toBeLessThan(outer.width);
    }
    return;
  }
  if (plan.form === 'boxed') {
    expect(long + 100_000).toBeLessThanOrEqual(outer.length);
    expect(short + 100_000).toBeLessThanOrEqual(outer.width);
    expect((p.made?.depth ?? 0) + 100_000).toBeLessThanOrEqual(outer.height);
    return;
  }
  const [board, sleeve, mailer] = (['board', 'sleeve', 'mailer'] as const).map((kind) =>
    plan.needs.find((n) => n.kind === kind),
  );
  const room = (n: typeof board) => n?.cut ?? n?.supply;
  const inside = (inner: { width: number; height: number }, around: { width: number; height: number }) =>
    Math.max(inner.width, inner.height) <= Math.max(around.width, around.height) &&
    Math.min(inner.width, inner.height) <= Math.min(around.width, around.height);
  const b = room(board);
  if (!b) return;
  expect(inside({ width: long + 6_000, height: short + 6_000 }, b)).toBe(true);
  if (sleeve?.supply) expect(inside(b, sleeve.supply)).toBe(true);
  if (mailer?.supply) expect(inside(b, mailer.supply)).toBe(true);
}

describe('ten parcels weighed by hand', () => {
  const sheet = (w: number, h: number, gsm: number, count = 1) => ({
    name: 'print',
    count,
    size: { width: mm(w), height: mm(h) },
    gsm,
  });
  const part = (grams: number, count = 1) => ({ name: 'part', count, weight: g(grams) });
  /** Areas in m² × g/m², and the parts as they were on a kitchen scale. */
  test.each([
    ['A4, one board', [sheet(210, 297, 310), part(52), part(9), part(105)], 185.3],
    ['A3, two boards', [sheet(297, 420, 310), part(125, 2), part(18), part(230)], 536.7],
    ['two A3 with a leaf', [sheet(297, 420, 310, 2), part(125, 2), part(18), part(230), part(7)], 582.3],
    ['six small prints', [sheet(200, 150, 310, 6), part(52), part(9), part(105), part(7, 5)], 256.8],
    ['rolled 800 × 600', [sheet(800, 600, 310), part(262), part(24), part(12)], 446.8],
    ['rolled canvas', [sheet(900, 700, 380), part(380), part(24), part(14)], 657.4],
    ['two rolled', [sheet(800, 600, 310, 2), part(262), part(24, 2), part(12)], 619.6],
    [
      'with card, sheet, certificate',
      [sheet(297, 420, 310), part(125, 2), part(18), part(230), part(6), part(5), part(8)],
      555.7,
    ],
    ['with a pin', [sheet(210, 297, 310), part(52), part(9), part(105), part(14)], 199.3],
    ['framed, boxed', [part(2_150), part(900), part(60), part(8, 4), part(140, 2), part(18)], 3_440],
  ])('%s: %# within 3 %', (_, parts, byHand) => {
    const { weight } = expectedWeight(parts);
    expect(Math.abs(weight / 1_000 - byHand) / byHand).toBeLessThan(0.03);
  });
  test('nothing agrees with an expected nothing', () => {
    expect(() => compareScale(0, 5)).toThrow(/nothing is in the parcel yet/);
    expect(() => compareScale(0, 0)).toThrow();
  });
  test('a missing print is found, on the parcels where one weighs more than the scale may differ by', () => {
    const parts = [sheet(800, 600, 310), part(262), part(24), part(12)];
    const { weight } = expectedWeight(parts);
    const missing = expectedWeight(parts.slice(1)).weight;
    expect(compareScale(weight, missing)).toMatchObject({ verdict: 'fails', word: 'too light' });
  });
});
