import { InputError } from '../errors';
import { formatLength, type Um } from '../measure';
import { sawFromStock } from './barStock';

export type BarCut = { length: Um; count: number };
export type Stick = {
  cuts: Um[];
  /** Left over after the last cut. */ left: Um;
  /** How long it is, where sticks of several lengths are sawn. */ length?: Um;
  /** It lay there already, and is not bought. */ isOffcut?: boolean;
};
export type BarPlan = {
  sticks: Stick[];
  wasteShare: number;
  /** True where no plan with fewer sticks exists. */ proven: boolean;
};

/** Steps the exact search may take before the best so far is given. */
const MOST_STEPS = 300_000;
const MOST_CUTS = 400;

/**
 * Cuts bars from stock lengths with a saw that takes its kerf at every cut: as few sticks as can be, long pieces first.
 *
 * Pieces on a stick take `Σ length + kerf × (pieces − 1)`: the last piece may end where the stick does. Longest pieces into
 * the fullest stick first; then sticks are filled one by one with every choice tried, until the least number is reached
 * that the lengths allow, or the search has had its turn.
 *
 * With other lengths sold, or offcuts on hand, as little as can be is bought, then as few sticks.
 *
 * @param otherLengths more lengths that are sold
 * @param offcuts what lies there, each once; taken before anything is bought
 * @throws InputError for a piece longer than the stock, a length not above zero, a kerf below zero
 * Source: handbook §7, wrap.
 * @example cutBars({ stockLength: 2400000, kerf: 3000, cuts: [{ length: 800000, count: 2 }, { length: 600000, count: 2 }] }).sticks.length // 2
 */
export function cutBars({
  stockLength,
  kerf,
  cuts,
  otherLengths = [],
  offcuts = [],
}: {
  stockLength: Um;
  kerf: Um;
  cuts: readonly BarCut[];
  otherLengths?: readonly Um[];
  offcuts?: readonly Um[];
}): BarPlan {
  if (!(stockLength > 0)) throw new InputError('stockLength', stockLength, 'a length above zero');
  if (!(kerf >= 0)) throw new InputError('kerf', kerf, 'nothing below zero; 0 for a shear or a knife');
  for (const [field, list] of [
    ['otherLengths', otherLengths],
    ['offcuts', offcuts],
  ] as const)
    for (const [i, length] of list.entries())
      if (!(length > 0)) throw new InputError(`${field}[${i}]`, length, 'a length above zero');
  const longest = Math.max(stockLength, ...otherLengths, ...offcuts);
  const lengths = cuts
    .flatMap((c, i) => {
      if (!(c.length > 0)) throw new InputError(`cuts[${i}].length`, c.length, 'a length above zero');
      if (c.length > longest)
        throw new InputError(
          `cuts[${i}].length`,
          formatLength(c.length, 'mm'),
          `at most the stock length, ${formatLength(longest, 'mm')}: buy longer sticks or join two`,
        );
      return Array.from({ length: c.count }, () => c.length);
    })
    .sort((a, b) => b - a);
  if (lengths.length > MOST_CUTS)
    throw new InputError('cuts', lengths.length, `up to ${MOST_CUTS} pieces`);
  if (!lengths.length) return { sticks: [], wasteShare: 0, proven: true };
  if (otherLengths.length || offcuts.length) {
    const { sticks, proven } = sawFromStock(lengths, kerf, [stockLength, ...otherLengths], offcuts);
    const bought = sticks.filter(({ isOffcut }) => !isOffcut);
    const sum = (list: readonly Um[]) => list.reduce((a, b) => a + b, 0);
    const paidFor = sum(bought.map(({ length }) => length));
    const used = sum(bought.flatMap((stick) => stick.cuts));
    return { sticks, wasteShare: paidFor ? 1 - used / paidFor : 0, proven };
  }
  // A kerf more on both sides of the sum: pieces with their kerf, sticks with one.
  const room = stockLength + kerf,
    sizes = lengths.map((l) => l + kerf);
  let best = fullestFirst(sizes, room);
  const least = leastSticks(sizes, room);
  let proven = best.length === least;
  if (!proven) {
    const found = fewer(sizes, room, best.length, least);
    if (found.best) best = found.best;
    proven = found.complete || best.length === least;
  }
  const sticks = best
    .map((stick) => ({
      cuts: stick.map((s) => s - kerf),
      left: Math.max(0, room - stick.reduce((a, b) => a + b, 0)),
    }))
    .sort((a, b) => a.left - b.left);
  return {
    sticks,
    wasteShare: 1 - lengths.reduce((a, b) => a + b, 0) / (sticks.length * stockLength),
    proven,
  };
}

function fullestFirst(sizes: readonly number[], room: number): number[][] {
  const sticks: { left: number; cuts: number[] }[] = [];
  for (const s of sizes) {
    let into: (typeof sticks)[number] | null = null;
    for (const stick of sticks) if (stick.left >= s && (!into || stick.left < into.left)) into = stick;
    if (!into) {
      into = { left: room, cuts: [] };
      sticks.push(into);
    }
    into.cuts.push(s);
    into.left -= s;
  }
  return sticks.map((s) => s.cuts);
}

/** Sticks that the lengths alone need: by their sum, and by those that cannot share one. */
function leastSticks(sizes: readonly number[], room: number): number {
  const sum = Math.ceil(sizes.reduce((a, b) => a + b, 0) / room);
  let most = sum;
  // For every limit: pieces over room − limit stand alone, those over half room stand apart, the rest fills what is left.
  for (const limit of new Set(sizes.filter((s) => s <= room / 2))) {
    const alone = sizes.filter((s) => s > room - limit),
      half = sizes.filter((s) => s > room / 2 && s <= room - limit),
      small = sizes.filter((s) => s >= limit && s <= room / 2);
    const over =
      small.reduce((a, b) => a + b, 0) - (half.length * room - half.reduce((a, b) => a + b, 0));
    most = Math.max(most, alone.length + half.length + Math.max(0, Math.ceil(over / room)));
  }
  return Math.max(most, sizes.filter((s) => s > room / 2).length);
}

/** Tries every choice, the longest piece left always next, until `least` is reached. */
function fewer(
  sizes: readonly number[],
  room: number,
  known: number,
  least: number,
): { best: number[][] | null; complete: boolean } {
  const lefts: number[] = [],
    cuts: number[][] = [];
  let best: number[][] | null = null,
    most = known,
    steps = 0;
  const place = (k: number): boolean => {
    if (++steps > MOST_STEPS) return true;
    if (k === sizes.length) {
      best = cuts.map((c) => [...c]);
      most = cuts.length;
      return most === least;
    }
    const s = sizes[k]!;
    const tried = new Set<number>();
    for (let i = 0; i < lefts.length; i++) {
      // Two sticks with the same room left are the same choice.
      if (lefts[i]! < s || tried.has(lefts[i]!)) continue;
      tried.add(lefts[i]!);
      lefts[i]! -= s;
      cuts[i]!.push(s);
      if (place(k + 1)) return true;
      lefts[i]! += s;
      cuts[i]!.pop();
    }
    if (lefts.length + 1 < most) {
      lefts.push(room - s);
      cuts.push([s]);
      if (place(k + 1)) return true;
      lefts.pop();
      cuts.pop();
    }
    return false;
  };
  place(0);
  return { best, complete: steps <= MOST_STEPS };
}
