import type { Finding } from '../finding';
import { formatSize, sheetWeight, type Mg, type Size, type Um } from '../measure';
import type { WeighedPart } from './weigh';

export const PACK_FORMS = ['flat', 'rolled'] as const;
export type PackForm = (typeof PACK_FORMS)[number];

/** One unframed print to be sent: its sheet and what its paper allows. */
export type PackedPrint = { name: string; sheet: Size; gsm: number; mayRoll: boolean; canvas?: boolean };
/** Something on the shelf. Boards, sleeves and mailers have two sides; tubes an inside diameter and an inside length. */
export type Supply = {
  id: string;
  name: string;
  kind: SupplyKind;
  width: Um;
  height: Um;
  weight: Mg;
  onHand: number;
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
] as const;
export type SupplyKind = (typeof SUPPLY_KINDS)[number];

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
};

export type PackPlan = {
  form: PackForm;
  finding: Finding;
  needs: PackNeed[];
  parts: WeighedPart[];
  outer: { length: Um; width: Um; height: Um };
};

/**
 * How a parcel of loose prints is packed, and out of what. Flat while the board stays inside what services take flat;
 * rolled for larger prints on papers that allow it. Clearances and tube diameters as the handbook has them.
 *
 * @param wish what the person prefers, if it can be
 * Source: handbook §12.
 * @example planPack([{ name: 'A3 print', sheet: { width: 297000, height: 420000 }, gsm: 310, mayRoll: true }], []).form // 'flat'
 */
export function planPack(
  prints: readonly PackedPrint[],
  shelf: readonly Supply[],
  wish?: PackForm,
): PackPlan {
  const largest = prints.reduce<Size>((a, p) => envelope(a, p.sheet), { width: 0, height: 0 });
  const board = { width: largest.width + 6_000, height: largest.height + 6_000 };
  const flatFits = Math.max(board.width, board.height) <= FLAT_UP_TO_UM;
  const stiff = prints.filter((p) => !p.mayRoll);
  const rollAllowed = stiff.length === 0 && prints.length > 0;
  const form: PackForm =
    wish === 'rolled' && rollAllowed
      ? 'rolled'
      : wish === 'flat' || flatFits || !rollAllowed
        ? 'flat'
        : 'rolled';
  const needs = form === 'flat' ? flatNeeds(prints, board, shelf) : tubeNeeds(prints, largest, shelf);
  const contents: WeighedPart[] = prints.map((p) => ({
    name: p.name,
    count: 1,
    size: p.sheet,
    gsm: p.gsm,
  }));
  const around = needs
    .filter((n) => n.supply)
    .map((n) => ({ name: n.supply!.name, count: n.count, weight: n.supply!.weight }));
  return {
    form,
    finding: formFinding(form, wish, board, flatFits, stiff),
    needs,
    parts: [...contents, ...around],
    outer: outerOf(form, needs, board),
  };
}

function formFinding(
  form: PackForm,
  wish: PackForm | undefined,
  board: Size,
  flatFits: boolean,
  stiff: readonly PackedPrint[],
): Finding {
  const because = [{ name: 'board', value: formatSize(board, 'mm') }];
  if (wish === 'rolled' && stiff.length) {
    return {
      verdict: 'care',
      word: 'not rolled',
      says: `Flat: ${stiff[0]!.name} is on a paper that must not be rolled.`,
      because,
    };
  }
  if (form === 'flat' && !flatFits) {
    return {
      verdict: 'care',
      word: 'large and flat',
      says: `Flat with a board of ${formatSize(board, 'mm')}: over the 600 mm most services take as a flat mailer, so it goes as a parcel.`,
      because,
    };
  }
  return form === 'flat'
    ? {
        verdict: 'holds',
        word: 'flat',
        says: `Flat: the board is ${formatSize(board, 'mm')}, inside 600 mm.`,
        because,
      }
    : {
        verdict: 'holds',
        word: 'rolled',
        says: `Rolled: a board would be ${formatSize(board, 'mm')}, over 600 mm, and every paper in it may be rolled.`,
        because,
      };
}

function flatNeeds(prints: readonly PackedPrint[], board: Size, shelf: readonly Supply[]): PackNeed[] {
  const large = prints.some((p) => p.sheet.width * p.sheet.height > A4_AREA);
  const boards = pick(
    shelf,
    'board',
    board,
    large ? 2 : 1,
    large ? 'print + 3 mm a side; two facing, for anything over A4' : 'print + 3 mm a side',
  );
  // What goes round it has to hold the board that is really there, which may be larger than the least.
  const inside: Size = boards.supply
    ? { width: boards.supply.width, height: boards.supply.height }
    : board;
  const grown = (by: Um): Size => ({ width: inside.width + by, height: inside.height + by });
  return [
    boards,
    pick(shelf, 'sleeve', grown(5_000), 1, 'board + 5 mm, against moisture'),
    pick(shelf, 'mailer', grown(10_000), 1, 'inside at least board + 10 mm; mark it “do not bend”'),
    ...(prints.length > 1
      ? [pick(shelf, 'interleaving', board, prints.length - 1, 'between prints')]
      : []),
    ...papers(shelf),
  ];
}

function tubeNeeds(prints: readonly PackedPrint[], largest: Size, shelf: readonly Supply[]): PackNeed[] {
  const heaviest = Math.max(...prints.map((p) => p.gsm));
  const diameter =
    prints.some((p) => p.canvas) || heaviest > 320 ? 100_000 : heaviest >= 200 ? 76_000 : 50_000;
  // Rolled along the long side, so the short side lies along the tube and the tube stays short.
  const length = Math.min(largest.width, largest.height) + 50_000;
  return [
    pick(shelf, 'interleaving', largest, prints.length, 'inside the roll, picture side in'),
    pick(
      shelf,
      'tube',
      { width: diameter, height: length },
      1,
      `${diameter / 1_000} mm inside for ${heaviest} g/m²; length print + 50 mm; tape the end caps`,
    ),
    pick(
      shelf,
      'sleeve',
      { width: diameter + 10_000, height: length },
      1,
      'round the roll, against moisture',
    ),
    ...papers(shelf),
  ];
}

const papers = (shelf: readonly Supply[]): PackNeed[] =>
  (['care sheet', 'card'] as const)
    .filter((kind) => shelf.some((s) => s.kind === kind))
    .map((kind) =>
      pick(
        shelf,
        kind,
        { width: 0, height: 0 },
        1,
        kind === 'card' ? 'with the buyer’s name' : 'how to handle and hang it',
      ),
    );

/** The smallest thing of a kind that is large enough, turned if need be, and of which enough are on hand; else one that is used up. */
function pick(
  shelf: readonly Supply[],
  kind: SupplyKind,
  least: Size,
  count: number,
  why: string,
): PackNeed {
  const mayTurn = kind !== 'tube';
  const fits = (s: Supply) =>
    (s.width >= least.width && s.height >= least.height) ||
    (mayTurn && s.width >= least.height && s.height >= least.width);
  const fitting = shelf
    .filter((s) => s.kind === kind && fits(s))
    .sort((a, b) => a.width * a.height - b.width * b.height);
  return {
    kind,
    least,
    count,
    why,
    supply: fitting.find((s) => s.onHand >= count) ?? fitting[0] ?? null,
  };
}

function envelope(a: Size, b: Size): Size {
  // Prints lie long side to long side in the parcel, whichever way the pictures hang.
  const [long, short] = [Math.max(b.width, b.height), Math.min(b.width, b.height)];
  return { width: Math.max(a.width, long), height: Math.max(a.height, short) };
}

function outerOf(form: PackForm, needs: readonly PackNeed[], board: Size) {
  const around = needs.find((n) => n.kind === (form === 'flat' ? 'mailer' : 'tube'))?.supply;
  if (form === 'rolled') {
    const diameter = (around?.width ?? 76_000) + 6_000;
    return { length: (around?.height ?? 600_000) + 20_000, width: diameter, height: diameter };
  }
  return {
    length: Math.max(around?.width ?? 0, around?.height ?? 0, board.width),
    width: Math.min(around?.width ?? board.width, around?.height ?? board.height),
    height: 12_000,
  };
}

/** What of a plan cannot be done from the shelf, in words. */
export function packShortages(needs: readonly PackNeed[]): string[] {
  return needs.flatMap((n) => {
    const what =
      n.kind === 'tube'
        ? `tube of ${n.least.width / 1_000} × ${n.least.height / 1_000} mm inside`
        : `${n.kind} of ${formatSize(n.least, 'mm')}`;
    if (!n.supply) return [`No ${what} or larger on the shelf.`];
    return n.supply.onHand < n.count
      ? [`${n.supply.name}: ${n.count} needed, ${n.supply.onHand} on hand.`]
      : [];
  });
}

/** Weight of one print, for listing beside it. */
export const printWeight = (p: PackedPrint): Mg => sheetWeight(p.sheet, p.gsm);

/** One thing in a parcel, and how many of it left the shelf. */
export type ParcelPart = {
  supplyId: string | null;
  name: string;
  count: number;
  weightMg: number;
  /** How many left the shelf when the parcel was sealed; fewer than `count` where the shelf ran out. */
  taken?: number;
};
