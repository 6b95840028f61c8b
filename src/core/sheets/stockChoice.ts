import { InputError } from '../errors';
import type { Finding } from '../finding';
import { groupBy } from '../groups';
import type { Minor, Size, Um } from '../measure';
import { paperCost, type LotForLayout } from './layoutFacts';
import { layMixed } from './mixed';
import type { Piece, Placement } from './pieces';

/** A lot on hand to cut today's pieces from. */
export type StockLot = LotForLayout & { id: string };

export type StockQuestion = {
  pieces: readonly Piece[];
  /** Of one paper, the oldest first: of those of one size it is cut first, as when it is printed on. */
  lots: readonly StockLot[];
  margin: Um;
  gap: Um;
  cuts: 'tight' | 'straight';
  /** What is left in one piece is kept where neither of its sides is shorter. */
  leastOffcut: Um;
  /** How long each sheet is looked at while ways are compared, as for a layout; and how long those that are told, at the end. */
  effort?: number;
  lastEffort?: number;
};

/** One sheet, or one length of a roll, with what lies on it. */
export type StockUse = {
  lot: StockLot;
  /** As it lies: a sheet may be of a lot that was noted the other way round. */
  paper: { width: Um; height: Um | null };
  /** Of each piece so many, under the ids of the question. */
  counts: Record<string, number>;
  placements: Placement[];
  /** How much of a roll; of a sheet its height. */
  taken: Um;
  cost: Minor;
  /** What is left of it in one piece, and what of the cost that is. */
  offcut: (Size & { worth: Minor }) | null;
};

export type StockWay = {
  uses: StockUse[];
  cost: Minor;
  /** Of the cost, what the offcuts are worth. */
  kept: Minor;
  /** What is lost: the cost less what is kept. */
  lost: Minor;
};

/** So many sheets of several sizes are looked at together, so many of one size alone; more are more than a day's work. */
const MOST_SHEETS = 24;
const MOST_ALONE = 60;
/** So many half-made ways are gone on with after each sheet. */
const BEAM = 16;
/** So many ways are told; the others lose more. */
const MOST_WAYS = 6;

/**
 * Which sheets and rolls on hand to cut for today's pieces, so that the least value is lost: every lot alone that is enough, and
 * lots together where that is cheaper. What stays usable of a sheet is not lost.
 *
 * From sheet to sheet each lot is tried with what is still to be laid; of ways that have laid the same the cheapest goes on, and no
 * more than a beam of them.
 *
 * @returns those that lay every piece, what loses least first; none where no lot on hand is enough
 * @throws InputError for no piece, a count or a size not above zero, a margin or a gap below zero
 * Source: handbook §7, sheet; value of an offcut by its share of the area.
 * @example chooseStock({ pieces: [{ id: 'a', width: 90000, height: 90000, count: 2, rotate: false }], lots: [{ id: 'l', name: 'A', form: 'sheet', width: 200000, height: 100000, onHand: 5, received: 10, price: 1000 }], margin: 5000, gap: 5000, cuts: 'straight', leastOffcut: 100000 })[0].cost // 100
 */
export function chooseStock(q: StockQuestion): StockWay[] {
  check(q);
  const wanted = Object.fromEntries(q.pieces.map(({ id, count }) => [id, count]));
  const lay = layer(q);
  const sizes = [...groupBy(q.lots, sizeKey).values()];
  const alone = sizes.flatMap((lots) => wayOn([lots], wanted, lay));
  const together = sizes.length > 1 ? wayOn(sizes, wanted, lay) : [];
  const told = q.lastEffort === undefined ? (way: StockWay) => way : laidLonger(q);
  const ways = new Map([...alone, ...together].map((way) => [nameOf(way), told(way)]));
  return [...ways.values()]
    .sort((a, b) => a.lost - b.lost || a.uses.length - b.uses.length)
    .slice(0, MOST_WAYS);
}

/** Lots of one form and size are cut one after the other. */
const sizeKey = ({ form, width, height }: StockLot): string =>
  height === null ? `${form} ${width}` : `${form} ${Math.min(width, height)} ${Math.max(width, height)}`;

/**
 * The ways in a sentence: what loses least, and by how much the next loses more.
 *
 * @param say writes a sum
 * @example stockFinding([], String).says // 'No sheet or roll of this paper on hand is enough for all of them.'
 */
export function stockFinding(ways: readonly StockWay[], say: (minor: Minor) => string): Finding {
  const [best, next] = ways;
  const because = ways.map((way, i) => ({ name: `way ${i + 1}`, value: say(way.lost) }));
  if (!best)
    return {
      verdict: 'fails',
      word: 'not enough',
      says: 'No sheet or roll of this paper on hand is enough for all of them.',
      because,
    };
  const first = `The first way loses least, ${say(best.lost)}`;
  if (!next)
    return { verdict: 'holds', word: 'one way', says: `${first}, and is the only one.`, because };
  const more = next.lost - best.lost;
  return {
    verdict: 'holds',
    word: 'loses least',
    says: `${first}; the next ${more > 0 ? `${say(more)} more` : 'as much'}.`,
    because,
  };
}

/** What a way takes, lot by lot: two that take the same are one. */
const nameOf = ({ uses }: StockWay): string =>
  uses
    .map(({ lot, taken }) => (lot.height === null ? `${lot.id}:${taken}` : lot.id))
    .sort()
    .join(' ');

type Counts = Readonly<Record<string, number>>;
/** Lots of one size, what was cut before, what is still to be laid. */
type Lay = (lots: readonly StockLot[], uses: readonly StockUse[], left: Counts) => StockUse | null;
type Half = { uses: StockUse[]; left: Counts; lost: number };

const isEmpty = (left: Counts) => Object.values(left).every((count) => count === 0);
const signOf = (left: Counts) => Object.values(left).join();

/** The cheapest way found with lots of these sizes; as a list, empty where they are not enough. */
function wayOn(sizes: readonly (readonly StockLot[])[], wanted: Counts, lay: Lay): StockWay[] {
  let beam: Half[] = [{ uses: [], left: wanted, lost: 0 }];
  let best: Half | null = null;
  const most = sizes.length > 1 ? MOST_SHEETS : MOST_ALONE;
  for (let sheet = 0; sheet < most && beam.length > 0; sheet++) {
    const next = new Map<string, Half>();
    for (const half of beam)
      for (const lots of sizes) {
        const use = lay(lots, half.uses, half.left);
        if (!use) continue;
        const grown: Half = {
          uses: [...half.uses, use],
          left: less(half.left, use.counts),
          lost: half.lost + use.cost - (use.offcut?.worth ?? 0),
        };
        if (best && grown.lost >= best.lost) continue;
        if (isEmpty(grown.left)) {
          best = grown;
          continue;
        }
        // Of ways that have laid the same and may still take the same, the cheaper one goes on.
        const taken = sizes.flat().map((lot) => takenOf(lot, grown.uses));
        const key = `${signOf(grown.left)}|${taken.join()}`;
        const other = next.get(key);
        if (!other || grown.lost < other.lost) next.set(key, grown);
      }
    beam = [...next.values()].sort((a, b) => perPiece(a, wanted) - perPiece(b, wanted)).slice(0, BEAM);
  }
  return best ? [summed(best.uses)] : [];
}

function summed(uses: StockUse[]): StockWay {
  const cost = uses.reduce((all, use) => all + use.cost, 0);
  const kept = uses.reduce((all, { offcut }) => all + (offcut?.worth ?? 0), 0);
  return { uses, cost, kept, lost: cost - kept };
}

/** Lays the rolls of a way once more and longer: what is told is as short as laying it anew would make it. */
function laidLonger(q: StockQuestion): (way: StockWay) => StockWay {
  const longer = layer({ ...q, effort: q.lastEffort });
  return ({ uses }) =>
    summed(
      uses.map((use, i) => {
        if (use.paper.height !== null) return use;
        const counts = Object.fromEntries(q.pieces.map(({ id }) => [id, use.counts[id] ?? 0]));
        const again = longer([use.lot], uses.slice(0, i), counts);
        const isWhole = again && q.pieces.every(({ id }) => again.counts[id] === use.counts[id]);
        return isWhole && again.cost < use.cost ? again : use;
      }),
    );
}

/** What a half-made way has lost for each piece it has laid: by it halves of different fill are compared. */
function perPiece({ left, lost }: Half, wanted: Counts): number {
  const laid = Object.entries(wanted).reduce((sum, [id, count]) => sum + count - left[id]!, 0);
  return lost / Math.max(1, laid);
}

const less = (left: Counts, laid: Counts): Counts =>
  Object.fromEntries(Object.entries(left).map(([id, count]) => [id, count - (laid[id] ?? 0)]));

/** Sheets, or micrometres of a roll, that were taken of a lot. */
const takenOf = (lot: StockLot, uses: readonly StockUse[]): number =>
  uses
    .filter((use) => use.lot.id === lot.id)
    .reduce((sum, use) => sum + (lot.height === null ? use.taken : 1), 0);

/** Lays as many of what is left as go on one sheet, or on what is left of a roll; the same question is answered once. */
function layer(q: StockQuestion): Lay {
  const answered = new Map<string, LaidOnce | null>();
  return (lots, uses, left) => {
    const remaining = lots.map((lot) => lot.onHand - takenOf(lot, uses));
    const [{ width, height }] = lots as [StockLot];
    const most = Math.max(...remaining);
    if (height === null ? most <= 2 * q.margin : most < 1) return null;
    const end = height ?? most;
    const key = `${width} ${height}|${end}|${signOf(left)}`;
    let laid = answered.get(key);
    if (laid === undefined) {
      laid = layOne(q, { width, height, end }, left);
      answered.set(key, laid);
    }
    if (!laid) return null;
    const amount = height === null ? laid.taken : 1;
    const lot = lots.find((_, i) => remaining[i]! >= amount)!;
    const cost = paperCost(lot, amount);
    const { offcut, ...rest } = laid;
    return {
      ...rest,
      lot,
      paper: { width, height },
      cost,
      offcut: offcut && { ...offcut.size, worth: Math.round(cost * offcut.share) },
    };
  };
}

type LaidOnce = Pick<StockUse, 'placements' | 'taken' | 'counts'> & {
  /** What is left in one piece, and its share of the area. */
  offcut: { size: Size; share: number } | null;
};

function layOne(
  q: StockQuestion,
  paper: { width: Um; height: Um | null; end: Um },
  left: Counts,
): LaidOnce | null {
  const room = { width: paper.width - 2 * q.margin, height: paper.end - 2 * q.margin };
  const fits = (p: Size) => p.width <= room.width && p.height <= room.height;
  const pieces = q.pieces
    .map((piece) => ({ ...piece, count: left[piece.id]! }))
    .filter((p) => p.count > 0 && (fits(p) || (p.rotate && fits({ width: p.height, height: p.width }))));
  if (pieces.length === 0) return null;
  const { margin, gap, cuts, effort } = q;
  const ask = { width: paper.width, margin, gap, pieces, cuts, ...(effort !== undefined && { effort }) };
  const whole = paper.height === null ? layMixed({ ...ask, kind: 'roll', height: null }) : null;
  // Of a roll that is too short as much is taken as it holds, like of a sheet.
  const laid =
    whole && whole.length <= paper.end ? whole : layMixed({ ...ask, kind: 'sheet', height: paper.end });
  if (laid.placements.length === 0) return null;
  const placements = renumbered(laid.placements);
  const taken = paper.height ?? Math.max(...placements.map((p) => p.y + p.height)) + margin;
  return {
    ...{ placements, taken, counts: countsOf(placements) },
    offcut: offcutOf(
      placements,
      { width: paper.width, height: taken },
      paper.height === null,
      q.leastOffcut,
    ),
  };
}

const baseOf = (id: string) => id.split('#')[0]!;

function countsOf(placements: readonly Placement[]): Record<string, number> {
  const counts: Record<string, number> = {};
  for (const { id } of placements) counts[baseOf(id)] = (counts[baseOf(id)] ?? 0) + 1;
  return counts;
}

/** Each sheet counts its own pieces from one, as a layout does. */
function renumbered(placements: readonly Placement[]): Placement[] {
  const counts = countsOf(placements);
  const given: Record<string, number> = {};
  return placements.map((placement) => {
    const base = baseOf(placement.id);
    given[base] = (given[base] ?? 0) + 1;
    return { ...placement, id: counts[base] === 1 ? base : `${base}#${given[base]}` };
  });
}

/**
 * The larger of what one straight cut leaves beside the pieces, or below them; of a roll only beside, since what is below stays on
 * the roll.
 */
function offcutOf(
  placements: readonly Placement[],
  paper: Size,
  isRoll: boolean,
  least: Um,
): LaidOnce['offcut'] {
  const right = Math.max(...placements.map((p) => p.x + p.width));
  const below = Math.max(...placements.map((p) => p.y + p.height));
  const strips: Size[] = [
    { width: paper.width - right, height: paper.height },
    ...(isRoll ? [] : [{ width: paper.width, height: paper.height - below }]),
  ];
  const area = (size: Size) => size.width * size.height;
  const [largest] = strips
    .filter(({ width, height }) => Math.min(width, height) >= least)
    .sort((a, b) => area(b) - area(a));
  return largest ? { size: largest, share: area(largest) / area(paper) } : null;
}

function check(q: StockQuestion): void {
  if (q.pieces.length === 0) throw new InputError('pieces', '', 'one piece at least');
  for (const [i, piece] of q.pieces.entries()) {
    for (const side of ['width', 'height'] as const)
      if (!(piece[side] > 0))
        throw new InputError(`pieces[${i}].${side}`, piece[side], 'a side above zero');
    if (!(Number.isInteger(piece.count) && piece.count > 0))
      throw new InputError(`pieces[${i}].count`, piece.count, 'a whole number above zero');
  }
  for (const field of ['margin', 'gap', 'leastOffcut'] as const)
    if (!(q[field] >= 0)) throw new InputError(field, q[field], 'nothing below zero');
}
