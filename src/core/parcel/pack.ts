import type { Finding } from '../finding';
import { formatSize, roundHalfEven, sheetWeight, type Mg, type Size, type Um } from '../measure';
import type { WeighedPart } from './weigh';

export const PACK_FORMS = ['flat', 'rolled', 'boxed'] as const;
export type PackForm = (typeof PACK_FORMS)[number];

/** One print to be sent: its sheet and what its paper allows; mounted or framed, what it has become. */
export type PackedPrint = {
  name: string;
  sheet: Size;
  gsm: number;
  mayRoll: boolean;
  canvas?: boolean;
  /** Of the paper. */
  thickness?: Um;
  /** A print on a board, or in a frame: its outer size, depth and weight are then what counts. */
  made?: { as: 'mounted' | 'framed'; size: Size; depth: Um; weight: Mg };
};

/** What goes in beside the prints: a card, a certificate, a gift, goods. */
export type PackedInsert = {
  name: string;
  count: number;
  weight: Mg;
  thickness: Um;
  why: string;
  supplyId?: string | null;
  kind?: SupplyKind;
};

/** Something on the shelf. Boards, sleeves and mailers have two sides; tubes an inside diameter and an inside length; boxes an inside depth. */
export type Supply = {
  id: string;
  name: string;
  kind: SupplyKind;
  width: Um;
  height: Um;
  weight: Mg;
  onHand: number;
  /** Of one of it; of a box its inside depth. Nothing: what is usual for its kind. */
  thickness?: Um | null;
  packOf?: number | null;
};
export const SUPPLY_KINDS = [
  'board',
  'sleeve',
  'mailer',
  'tube',
  'interleaving',
  'card',
  'certificate',
  'care sheet',
  'label',
  'tape',
  'corner',
  'box',
  'mat',
  'bubble',
  'insulation',
] as const;
export type SupplyKind = (typeof SUPPLY_KINDS)[number];

/** How thick things of a kind usually are, where nobody has measured them. A mailer counts with both its walls. */
const USUAL_THICKNESS: Partial<Record<SupplyKind, Um>> = {
  board: 2_000,
  sleeve: 200,
  mailer: 3_000,
  interleaving: 60,
  card: 400,
  certificate: 300,
  'care sheet': 120,
  bubble: 5_000,
  insulation: 10_000,
};
const thicknessOf = (s: Supply): Um => s.thickness ?? USUAL_THICKNESS[s.kind] ?? 0;

/** The longest side most services take as a flat mailer; over it, prints that may be rolled are rolled. */
export const FLAT_UP_TO_UM = 600_000;
const A4_AREA = 210_000 * 297_000;

export type PackNeed = {
  kind: SupplyKind;
  /** Least inside size: two sides for flat things; diameter and length for a tube. */
  least: Size;
  count: number;
  why: string;
  /** The smallest thing on the shelf that fits, or none. */
  supply: Supply | null;
  /** What it is cut to, where what lies on the shelf is too large for what goes round it. */
  cut?: Size;
  /** The one that would have been taken, and is out. */
  instead?: string;
  /** A box that is built: its inside depth. */
  depth?: Um;
};

/** One layer of the parcel as it lies, from the outside in. */
export type PackLayer = {
  name: string;
  count: number;
  size: Size | null;
  weight: Mg;
  thickness: Um;
  kind: SupplyKind | 'print' | 'insert' | 'built box';
};

/** The three things packing is for, each with what does it, or nothing: it is missing. */
export type PackFunctions = { stiff: string | null; dry: string | null; still: string | null };

export type PackPlan = {
  form: PackForm;
  finding: Finding;
  needs: PackNeed[];
  parts: WeighedPart[];
  layers: PackLayer[];
  functions: PackFunctions;
  outer: { length: Um; width: Um; height: Um };
};

export type PackWishes = {
  /** What the person prefers, if it can be. */
  form?: PackForm;
  inserts?: readonly PackedInsert[];
  /** Left out on purpose: less than planned is a school of its own. */
  without?: readonly SupplyKind[];
  weather?: Weather;
};

/**
 * How a parcel is packed, and out of what. Flat while the board stays inside what services take flat; rolled for larger prints on
 * papers that allow it; boxed what is framed, or mounted and large. Clearances and tube diameters as the handbook has them.
 *
 * Source: handbook §12.
 * @example planPack([{ name: 'A3 print', sheet: { width: 297000, height: 420000 }, gsm: 310, mayRoll: true }], []).form // 'flat'
 */
export function planPack(
  prints: readonly PackedPrint[],
  shelf: readonly Supply[],
  wishes: PackWishes = {},
): PackPlan {
  const { inserts = [], without = [] } = wishes;
  const largest = prints.reduce<Size>((a, p) => envelope(a, p.made?.size ?? p.sheet), {
    width: 0,
    height: 0,
  });
  const board = { width: largest.width + 6_000, height: largest.height + 6_000 };
  const { form, finding } = chooseForm(prints, board, wishes.form);
  const all = {
    flat: () => flatNeeds(prints, board, shelf),
    rolled: () => tubeNeeds(prints, largest, shelf),
    boxed: () => boxNeeds(prints, largest, shelf, wishes.weather ?? 'mild'),
  }[form]();
  const needs = all.filter((n) => !without.includes(n.kind));
  const layers = layersOf(form, prints, needs, inserts);
  return {
    form,
    finding,
    needs,
    parts: [
      ...prints.map((p): WeighedPart =>
        p.made
          ? { name: p.name, count: 1, weight: p.made.weight }
          : { name: p.name, count: 1, size: p.sheet, gsm: p.gsm },
      ),
      ...needs.flatMap(weighedNeed),
      ...inserts.map(({ name, count, weight }) => ({ name, count, weight })),
    ],
    layers,
    functions: functionsOf(form, needs, prints),
    outer: outerOf(form, needs, board, layers),
  };
}

/** A need with the weight of what is really taken: cut, or built, it weighs by its area. */
function weighedNeed(n: PackNeed): WeighedPart[] {
  if (n.kind === 'box' && !n.supply)
    return [{ name: 'box, built to size', count: 1, weight: builtBoxWeight(n) }];
  if (!n.supply) return [];
  return [{ name: n.supply.name, count: n.count, weight: takenWeight(n.supply, n.cut) }];
}

function takenWeight(supply: Supply, cut: Size | undefined): Mg {
  const area = supply.width * supply.height;
  if (!cut || !area) return supply.weight;
  return roundHalfEven(supply.weight * Math.min(1, (cut.width * cut.height) / area));
}

type Choice = { form: PackForm; finding: Finding };

function chooseForm(prints: readonly PackedPrint[], board: Size, wish: PackForm | undefined): Choice {
  const because = [{ name: 'board', value: formatSize(board, 'mm') }];
  const size = formatSize(board, 'mm');
  const found = (form: PackForm, verdict: Finding['verdict'], word: string, says: string): Choice => ({
    form,
    finding: { verdict, word, says, because },
  });
  const framed = prints.find((p) => p.made?.as === 'framed');
  if (framed)
    return found(
      'boxed',
      wish && wish !== 'boxed' ? 'care' : 'holds',
      'boxed',
      `Boxed: ${framed.name} is framed; a frame wants 50 mm of room all round.`,
    );
  const flatFits = Math.max(board.width, board.height) <= FLAT_UP_TO_UM;
  const mounted = prints.find((p) => p.made);
  if (mounted && (!flatFits || wish === 'boxed'))
    return found('boxed', 'holds', 'boxed', `Boxed: ${mounted.name} is mounted, on a board of ${size}.`);
  if (wish === 'boxed')
    return found(
      'boxed',
      'care',
      'boxed on purpose',
      `Boxed as wished; ${size} would go ${flatFits ? 'flat' : 'rolled'}.`,
    );
  const stiff = prints.find((p) => !p.mayRoll || p.made);
  if (wish === 'rolled' && stiff)
    return found(
      'flat',
      'care',
      'not rolled',
      `Flat: ${stiff.name} is ${stiff.made ? 'mounted and must' : 'on a paper that must'} not be rolled.`,
    );
  const rolls = prints.length > 0 && !stiff && (wish === 'rolled' || (!flatFits && wish !== 'flat'));
  if (rolls)
    return found(
      'rolled',
      'holds',
      'rolled',
      flatFits
        ? `Rolled as wished; a board of ${size} would go flat.`
        : `Rolled: a board would be ${size}, over 600 mm, and every paper in it may be rolled.`,
    );
  return flatFits
    ? found('flat', 'holds', 'flat', `Flat: the board is ${size}, inside 600 mm.`)
    : found(
        'flat',
        'care',
        'large and flat',
        `Flat with a board of ${size}: over the 600 mm most services take as a flat mailer, so it goes as a parcel.`,
      );
}

function flatNeeds(prints: readonly PackedPrint[], board: Size, shelf: readonly Supply[]): PackNeed[] {
  const large = prints.some((p) => p.sheet.width * p.sheet.height > A4_AREA);
  const isMounted = prints.some((p) => p.made);
  const count = large && !isMounted ? 2 : 1;
  const boards = pick(
    shelf,
    'board',
    board,
    count,
    isMounted
      ? 'print + 3 mm a side; over the face, its own board is the back'
      : count === 2
        ? 'print + 3 mm a side; two facing, for anything over A4'
        : 'print + 3 mm a side',
  );
  const whole = aroundBoard(shelf, boards);
  const trimmed: PackNeed = { ...boards, cut: board };
  const cut = aroundBoard(shelf, trimmed);
  // A board is cut only where what lies on the shelf does not go round it as it is.
  const isLarger =
    boards.supply !== null && boards.supply.width * boards.supply.height > board.width * board.height;
  const better = isLarger && packShortages(cut).length < packShortages(whole).length;
  const around = better ? cut : whole;
  return [
    better ? trimmed : boards,
    ...around,
    ...(prints.length > 1
      ? [pick(shelf, 'interleaving', board, prints.length - 1, 'between prints')]
      : []),
  ];
}

/** What goes round the board that is really there, which may be larger than the least. */
function aroundBoard(shelf: readonly Supply[], boards: PackNeed): PackNeed[] {
  const inside = boards.cut ?? boards.supply ?? boards.least;
  const grown = (by: Um): Size => ({ width: inside.width + by, height: inside.height + by });
  return [
    pick(shelf, 'sleeve', grown(5_000), 1, 'board + 5 mm, against moisture'),
    pick(shelf, 'mailer', grown(10_000), 1, 'inside at least board + 10 mm; mark it “do not bend”'),
  ];
}

/**
 * The least inside diameter of a tube for the heaviest paper in it.
 *
 * @example tubeDiameter(310, false) // 76000
 */
export function tubeDiameter(gsm: number, isCanvas: boolean): Um {
  if (isCanvas || gsm > 320) return 100_000;
  return gsm >= 200 ? 76_000 : 50_000;
}

function tubeNeeds(prints: readonly PackedPrint[], largest: Size, shelf: readonly Supply[]): PackNeed[] {
  const heaviest = Math.max(...prints.map((p) => p.gsm));
  const hasCanvas = prints.some((p) => p.canvas);
  const diameter = tubeDiameter(heaviest, hasCanvas);
  // Rolled along the long side, so the short side lies along the tube and the tube stays short.
  const length = Math.min(largest.width, largest.height) + 50_000;
  return [
    pick(
      shelf,
      'interleaving',
      largest,
      prints.length,
      hasCanvas ? 'over the paint; canvas goes paint side out' : 'inside the roll, picture side in',
    ),
    pick(
      shelf,
      'tube',
      { width: diameter, height: length },
      1,
      `${diameter / 1_000} mm inside for ${hasCanvas ? 'canvas' : `${heaviest} g/m²`}; length print + 50 mm; tape the end caps`,
    ),
    pick(
      shelf,
      'sleeve',
      { width: diameter + 10_000, height: length },
      1,
      'round the roll, against moisture',
    ),
  ];
}

/** Room on every side of what is boxed. */
export const BOX_CLEAR_UM = 50_000;
/** What a sealed layer is larger than a piece, a side. */
const SEALED_UM = 40_000;
/** Between two pieces that stand beside each other in a box. */
const BOX_BETWEEN_UM = 20_000;
const BOX_WALL_UM = 7_000;
/** Double-wall board. */
const BOX_GSM = 1_000;
/** The weather on the way, as far as it changes what goes round a piece. */
export const WEATHERS = ['mild', 'rain', 'frost', 'heat'] as const;
export type Weather = (typeof WEATHERS)[number];

/**
 * The inside of a box for framed or mounted pieces standing one behind the other: 50 mm clear all round, 20 mm between them.
 *
 * @example boxInside([{ size: { width: 500000, height: 400000 }, depth: 30000 }]) // { width: 600000, height: 500000, depth: 130000 }
 */
export function boxInside(pieces: readonly { size: Size; depth: Um }[]): {
  width: Um;
  height: Um;
  depth: Um;
} {
  const largest = pieces.reduce<Size>((a, p) => envelope(a, p.size), { width: 0, height: 0 });
  const depth = pieces.reduce((sum, p) => sum + p.depth, 0);
  return {
    width: largest.width + 2 * BOX_CLEAR_UM,
    height: largest.height + 2 * BOX_CLEAR_UM,
    depth: depth + BOX_BETWEEN_UM * Math.max(0, pieces.length - 1) + 2 * BOX_CLEAR_UM,
  };
}

function boxNeeds(
  prints: readonly PackedPrint[],
  largest: Size,
  shelf: readonly Supply[],
  weather: Weather,
): PackNeed[] {
  const pieces = prints.map((p) => p.made ?? { size: p.sheet, depth: p.thickness ?? 500 });
  const inside = boxInside(pieces);
  const n = prints.length;
  const around = { width: largest.width, height: largest.height };
  const extra = (kind: SupplyKind, count: number, why: string) =>
    pick(shelf, kind, { width: 0, height: 0 }, count, why);
  return [
    extra('corner', 4 * n, 'on every corner of every frame'),
    extra('bubble', n, 'bubbles out, away from the face'),
    pick(shelf, 'board', around, 2 * n, 'before and behind each piece'),
    pick(
      shelf,
      'sleeve',
      // Round the piece with its depth, folded over and sealed.
      {
        width: largest.width + 2 * SEALED_UM,
        height: largest.height + 2 * SEALED_UM,
      },
      weather === 'rain' ? 2 * n : n,
      weather === 'rain' ? 'two sealed layers: rain finds an edge' : 'one sealed layer, against moisture',
    ),
    ...(weather === 'frost' || weather === 'heat'
      ? [
          extra(
            'insulation',
            n,
            weather === 'frost'
              ? 'near freezing: glue and mats let go in a cold wind'
              : 'above 30 °C: glue and acrylic give',
          ),
        ]
      : []),
    pickBox(shelf, inside),
  ];
}

/** A box from the shelf whose inside holds the piece with its room, or one built to size. */
function pickBox(shelf: readonly Supply[], inside: { width: Um; height: Um; depth: Um }): PackNeed {
  const least = { width: inside.width, height: inside.height };
  const supply =
    shelf
      .filter((s) => s.kind === 'box' && s.onHand > 0 && fitsIn(least, s, true))
      .filter((s) => (s.thickness ?? 0) >= inside.depth)
      .sort((a, b) => a.width * a.height - b.width * b.height)[0] ?? null;
  const deep = formatSize({ width: inside.depth, height: inside.depth }, 'mm').split(' ')[0];
  return {
    kind: 'box',
    least,
    count: 1,
    why: supply
      ? '50 mm clear all round; upright in the vehicle'
      : `build it: ${formatSize(least, 'mm')} and ${deep} mm deep inside, double-wall; upright in the vehicle`,
    supply,
    depth: inside.depth,
  };
}

function builtBoxWeight({ least, depth = 0 }: PackNeed): Mg {
  const [w, h, d] = [least.width, least.height, depth].map((um) => um / 1e6) as [number, number, number];
  return roundHalfEven(2 * (w * h + w * d + h * d) * BOX_GSM * 1_000);
}

/** People and handling of what is boxed. Two over 20 kg or over 1.2 m. @example carriersNeeded(21_000_000, 800_000) // 2 */
export const carriersNeeded = (weight: Mg, longest: Um): 1 | 2 =>
  weight > 20_000_000 || longest > 1_200_000 ? 2 : 1;

const fitsIn = (least: Size, s: Size, mayTurn: boolean): boolean =>
  (s.width >= least.width && s.height >= least.height) ||
  (mayTurn && s.width >= least.height && s.height >= least.width);

/** The smallest thing of a kind that is large enough, turned if need be, and of which enough are on hand; else one that is used up. */
function pick(
  shelf: readonly Supply[],
  kind: SupplyKind,
  least: Size,
  count: number,
  why: string,
): PackNeed {
  const mayTurn = kind !== 'tube';
  const fitting = shelf
    .filter((s) => s.kind === kind && fitsIn(least, s, mayTurn))
    .sort((a, b) => a.width * a.height - b.width * b.height);
  const supply = fitting.find((s) => s.onHand >= count) ?? fitting[0] ?? null;
  const isOther = supply !== null && supply !== fitting[0];
  return { kind, least, count, why, supply, ...(isOther && { instead: fitting[0]!.name }) };
}

function envelope(a: Size, b: Size): Size {
  // Prints lie long side to long side in the parcel, whichever way the pictures hang.
  const [long, short] = [Math.max(b.width, b.height), Math.min(b.width, b.height)];
  return { width: Math.max(a.width, long), height: Math.max(a.height, short) };
}

/** The layers as they lie, from the outside in: what goes round, the first board, papers, prints, the other board. */
function layersOf(
  form: PackForm,
  prints: readonly PackedPrint[],
  needs: readonly PackNeed[],
  inserts: readonly PackedInsert[],
): PackLayer[] {
  const of = (kind: SupplyKind) => needs.filter((n) => n.kind === kind);
  const layer = (n: PackNeed, count = n.count): PackLayer[] =>
    n.supply
      ? [
          {
            name: n.supply.name,
            count,
            size: n.cut ?? { width: n.supply.width, height: n.supply.height },
            weight: takenWeight(n.supply, n.cut) * count,
            thickness: thicknessOf(n.supply) * count,
            kind: n.kind,
          },
        ]
      : n.kind === 'box'
        ? [
            {
              name: 'box, built to size',
              count: 1,
              size: n.least,
              weight: builtBoxWeight(n),
              thickness: 2 * BOX_WALL_UM,
              kind: 'built box',
            },
          ]
        : [];
  const printLayers = prints.map((p): PackLayer => ({
    name: p.name,
    count: 1,
    size: p.made?.size ?? p.sheet,
    weight: p.made?.weight ?? sheetWeight(p.sheet, p.gsm),
    thickness: p.made?.depth ?? p.thickness ?? roundHalfEven(p.gsm * 1.5),
    kind: 'print',
  }));
  const insertLayers = inserts.map((i): PackLayer => ({
    name: i.name,
    count: i.count,
    size: null,
    weight: i.weight * i.count,
    thickness: i.thickness * i.count,
    kind: 'insert',
  }));
  const outside = (
    ['box', 'mailer', 'tube', 'insulation', 'sleeve', 'bubble', 'corner'] as const
  ).flatMap((kind) => of(kind).flatMap((n) => layer(n)));
  const [board] = of('board');
  const boards = board ? layer(board, 1) : [];
  const back = board && board.count > 1 ? layer(board, board.count - 1) : [];
  const between = of('interleaving').flatMap((n) => layer(n));
  return form === 'rolled'
    ? [...outside, ...insertLayers, ...printLayers, ...between]
    : [...outside, ...boards, ...insertLayers, ...printLayers, ...between, ...back];
}

function functionsOf(
  form: PackForm,
  needs: readonly PackNeed[],
  prints: readonly PackedPrint[],
): PackFunctions {
  const has = (kind: SupplyKind) => needs.find((n) => n.kind === kind && n.supply)?.supply?.name ?? null;
  const dry = has('sleeve');
  if (form === 'rolled')
    return { stiff: has('tube'), dry, still: has('interleaving') && `rolled in ${has('interleaving')}` };
  if (form === 'boxed') {
    const box = needs.find((n) => n.kind === 'box');
    return {
      stiff: box ? (box.supply?.name ?? 'the box, built to size') : null,
      dry,
      still: has('bubble') ?? has('corner'),
    };
  }
  const boards = needs.find((n) => n.kind === 'board' && n.supply);
  const isOwnBoard = prints.some((p) => p.made);
  const stiff = has('board') ?? (isOwnBoard ? 'its own board' : null);
  return {
    stiff,
    dry,
    still:
      boards && (boards.count > 1 || isOwnBoard)
        ? 'two boards taped shut round it'
        : boards && dry
          ? 'corners on the board, inside the sleeve'
          : null,
  };
}

/** What is missing of stiff, dry and still, in a judgement; on purpose it is a school, not an error. */
export function functionsFinding({ stiff, dry, still }: PackFunctions, onPurpose: boolean): Finding {
  const missing = [stiff ? '' : 'stiff', dry ? '' : 'dry', still ? '' : 'still'].filter(Boolean);
  const because = [
    { name: 'stiff', value: stiff ?? 'nothing' },
    { name: 'dry', value: dry ?? 'nothing' },
    { name: 'still', value: still ?? 'nothing' },
  ];
  if (!missing.length)
    return {
      verdict: 'holds',
      word: 'stiff, dry, still',
      says: `Stiff by ${stiff}, dry by ${dry}, still by ${still}.`,
      because,
    };
  const named = missing.join(' and ');
  return {
    verdict: onPurpose ? 'care' : 'fails',
    word: `not ${named}`,
    says: onPurpose
      ? `Nothing keeps it ${named}: left out on purpose.`
      : `Nothing keeps it ${named}: what would is not on the shelf.`,
    because,
  };
}

function outerOf(
  form: PackForm,
  needs: readonly PackNeed[],
  board: Size,
  layers: readonly PackLayer[],
): PackPlan['outer'] {
  if (form === 'boxed') {
    const box = needs.find((n) => n.kind === 'box');
    const inside = box?.supply ?? box?.least ?? board;
    const depth = (box?.supply?.thickness ?? box?.depth ?? 0) + 2 * BOX_WALL_UM;
    const sides = [inside.width + 2 * BOX_WALL_UM, inside.height + 2 * BOX_WALL_UM];
    return { length: Math.max(...sides), width: Math.min(...sides), height: depth };
  }
  const around = needs.find((n) => n.kind === (form === 'flat' ? 'mailer' : 'tube'))?.supply;
  if (form === 'rolled') {
    const diameter = (around?.width ?? 76_000) + 6_000;
    return { length: (around?.height ?? 600_000) + 20_000, width: diameter, height: diameter };
  }
  return {
    length: Math.max(around?.width ?? 0, around?.height ?? 0, board.width),
    width: Math.min(around?.width ?? board.width, around?.height ?? board.height),
    height: Math.max(
      1_000,
      layers.reduce((sum, { thickness }) => sum + thickness, 0),
    ),
  };
}

/** What of a plan cannot be done from the shelf, in words. */
export function packShortages(needs: readonly PackNeed[]): string[] {
  return needs.flatMap((n) => {
    const what =
      n.kind === 'tube'
        ? `tube of ${n.least.width / 1_000} × ${n.least.height / 1_000} mm inside`
        : n.least.width
          ? `${n.kind} of ${formatSize(n.least, 'mm')}`
          : n.kind;
    if (!n.supply) return n.kind === 'box' ? [] : [`No ${what} or larger on the shelf.`];
    return n.supply.onHand < n.count
      ? [`${n.supply.name}: ${n.count} needed, ${n.supply.onHand} on hand.`]
      : [];
  });
}

/**
 * A count as it is bought: so many packs, and loose ones.
 *
 * @example countInPacks(78, 25) // '3 packs of 25 and 3'
 */
export function countInPacks(count: number, packOf: number | null): string {
  if (!packOf || packOf < 2 || count < packOf) return String(count);
  const packs = Math.floor(count / packOf);
  const loose = count % packOf;
  return `${packs} ${packs === 1 ? 'pack' : 'packs'} of ${packOf}${loose ? ` and ${loose}` : ''}`;
}

/** Weight of one print, for listing beside it. */
export const printWeight = (p: PackedPrint): Mg => p.made?.weight ?? sheetWeight(p.sheet, p.gsm);

/** One thing in a parcel, and how many of it left the shelf. */
export type ParcelPart = {
  supplyId: string | null;
  /** Goods that leave their own shelf, sold or given. */
  goodsId?: string | null;
  isGift?: boolean;
  name: string;
  count: number;
  weightMg: number;
  /** How many left the shelf when the parcel was sealed; fewer than `count` where the shelf ran out. */
  taken?: number;
};
