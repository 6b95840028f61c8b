import { InputError } from '../errors';
import { formatLength, type Um } from '../measure';
import { areaOf, refuseOverlaps, type Piece, type Placement } from './pieces';
import { decideFit, MOST_EXACT } from './exact';
import { heightBound, sumsFrom } from './rollBound';
import { dice, searchTurned } from './turns';

export type RollQuestion = {
  width: Um;
  /** Left bare on both long edges and at both ends. */ margin: Um;
  /** Between pieces, where the knife goes. */ gap: Um;
  pieces: readonly Piece[];
  /** How long to look for a shorter way; the same figure gives the same layout. */ effort?: number;
};
export type RollLayout = {
  length: Um;
  placements: Placement[];
  wasteShare: number;
  /** Where the roll is cut from edge to edge between pieces. */ crossCuts: Um[];
};

/** One piece of the list, its gap added, so that pieces may then touch. */
export type Item = {
  id: string;
  type: number;
  ways: readonly { w: number; h: number; turned: boolean }[];
};

const MOST_PIECES = 2_000;
/** Comparisons of sizes with gaps that the search may spend: well under a second for two hundred pieces. Longer lists get more. */
const EFFORT = 18_000_000;
/** A long search looks at so many times as many turnings as a short one. */
const MOST_SHARE = 6;

/**
 * Lays pieces of any works on a roll so that little of its length is used.
 *
 * Two searches follow each other. In the first each piece goes into the lowest gap that is open, the best-fitting piece first (one that fills the gap from side to
 * side, then one that ends level with its neighbour); what is left to choice follows an order of the pieces, and that order
 * is improved by exchanges, with an annealing rule, from four starting orders. The simple shelves are one of the starts, so
 * the result is never longer than they are. Up to sixty pieces a second search (`turns`) then looks for a way in which each piece is turned by itself, and of a
 * few the shortest is decided (`exact`) where that is soon done. All end where a bound (`rollBound`) says that nothing can be shorter. Same question, same layout.
 *
 * @param q lengths in micrometres; a piece that may not `rotate` keeps its width across the roll
 * @returns the length with both end margins, where each piece lies from the roll's corner, the bare share of that length
 * @throws InputError for a piece that no way round fits between the margins, a width not above zero, too many pieces
 * Source: handbook §7, roll. The gap rule is the best fit of Burke, Kendall and Whitwell (2004).
 * @example nestRoll({ width: 610000, margin: 5000, gap: 4000, pieces: [{ id: 'a', width: 290000, height: 230000, count: 2, rotate: false }] }).length // 240000
 */
export function nestRoll({ width, margin, gap, pieces, effort }: RollQuestion): RollLayout {
  const items = checkedItems({ width, margin, gap, pieces }),
    room = width - 2 * margin;
  if (!items.length) return { length: 0, placements: [], wasteShare: 0, crossCuts: [] };
  const known = search(items, room + gap, effort ?? EFFORT * Math.max(1, items.length / 200) ** 1.7);
  const best = shorter(items, room + gap, known, Math.min(MOST_SHARE, (effort ?? EFFORT) / EFFORT));
  const placements = best.places
    .map((p) => ({
      id: p.item.id,
      x: p.x + margin,
      y: p.y + margin,
      width: p.way.w - gap,
      height: p.way.h - gap,
      turned: p.way.turned,
    }))
    .sort((a, b) => a.y - b.y || a.x - b.x);
  const length = best.height - gap + 2 * margin;
  refuseOverlaps(placements, gap);
  return {
    length,
    placements,
    wasteShare: 1 - areaOf(placements) / ((width / 1_000) * (length / 1_000)),
    crossCuts: crossCutsOf(placements),
  };
}

/** What a search for turnings, and one for a length without waste, can make of what is known. */
function shorter(items: readonly Item[], width: number, known: Result, share: number): Result {
  const floor = heightBound(items, width);
  const turned = searchTurned(items, width, known, { floor, share });
  if (turned.height <= floor || share < FITS_FROM) return turned;
  return shortestOfFew(items, width, floor, turned);
}

/**
 * Of a few pieces it is decided whether the shortest length there could be holds them, as it does where nothing is to be wasted; and
 * then whether the next shorter than what is known does, again and again until none does or it cannot be told.
 */
function shortestOfFew(items: readonly Item[], width: number, floor: number, known: Result): Result {
  if (items.length > MOST_EXACT) return known;
  const lengths = sumsFrom(items, floor, known.height) ?? [];
  if (lengths.length === 0) return known;
  const least = decideFit(items, width, lengths[0]!);
  if (least.answer === 'yes') return least.result;
  let best = known;
  for (let length = lengths.at(-1); length !== undefined;) {
    const decision = decideFit(items, width, length);
    if (decision.answer !== 'yes') break;
    best = decision.result;
    length = lengths.findLast((each) => each < best.height);
  }
  return best;
}

/** What is only laid in passing is not fitted. */
const FITS_FROM = 0.5;

/** The pieces one by one, as the room between the margins lets them lie; refuses what cannot be laid. */
export function checkedItems({ width, margin, gap, pieces }: RollQuestion): Item[] {
  const room = width - 2 * margin;
  if (!(width > 0)) throw new InputError('width', width, 'a roll width above zero');
  if (margin < 0 || gap < 0)
    throw new InputError(margin < 0 ? 'margin' : 'gap', Math.min(margin, gap), 'nothing below zero');
  if (room <= 0)
    throw new InputError(
      'margin',
      margin,
      `less than half the roll’s width of ${formatLength(width, 'mm')}`,
    );
  return itemsOf(pieces, room, gap);
}

function itemsOf(pieces: readonly Piece[], room: number, gap: number): Item[] {
  const items: Item[] = [],
    types = new Map<string, number>();
  for (const [i, p] of pieces.entries()) {
    if (!(p.width > 0 && p.height > 0))
      throw new InputError(`pieces[${i}]`, `${p.width} × ${p.height}`, 'two sides above zero');
    const ways = [
      { w: p.width + gap, h: p.height + gap, turned: false },
      ...(p.rotate && p.width !== p.height
        ? [{ w: p.height + gap, h: p.width + gap, turned: true }]
        : []),
    ].filter((way) => way.w - gap <= room);
    if (!ways.length)
      throw new InputError(
        `pieces[${i}].width`,
        formatLength(p.width, 'mm'),
        `at most ${formatLength(room, 'mm')}, what the roll has between its margins${p.rotate ? ', the piece turned or not' : '; this piece may not be turned'}`,
      );
    // One list of ways serves all pieces of a type, so a type is a size as it was entered: the same size entered upright and
    // lying is two types.
    const key = ways.map((way) => `${way.w}/${way.h}`).join(' ');
    if (!types.has(key)) types.set(key, types.size);
    for (let n = 0; n < p.count; n++)
      items.push({ id: p.count === 1 ? p.id : `${p.id}#${n + 1}`, type: types.get(key)!, ways });
    if (items.length > MOST_PIECES)
      throw new InputError('pieces', items.length, `up to ${MOST_PIECES} pieces on one roll`);
  }
  return items;
}

export type Place = { item: Item; way: Item['ways'][number]; x: number; y: number };
export type Result = { height: number; places: Place[] };

const longest = (i: Item) => Math.max(i.ways[0]!.w, i.ways[0]!.h);
const shortest = (i: Item) => Math.min(i.ways[0]!.w, i.ways[0]!.h);
const STARTS: readonly ((a: Item, b: Item) => number)[] = [
  (a, b) => longest(b) * shortest(b) - longest(a) * shortest(a),
  (a, b) => longest(b) - longest(a) || shortest(b) - shortest(a),
  (a, b) => shortest(b) - shortest(a) || longest(b) - longest(a),
  (a, b) => longest(b) + shortest(b) - longest(a) - shortest(a),
];

function search(items: Item[], width: number, effort: number): Result {
  const roll = dice(7);
  let best = shelves(items, width);
  const area = items.reduce((sum, i) => sum + i.ways[0]!.w * i.ways[0]!.h, 0);
  const bench = new Gaps(items, width);
  let order: Int32Array | null = null,
    height = Infinity,
    last: Result | null = null;
  for (const start of STARTS) {
    const o = Int32Array.from(items.keys()).sort((a, b) => start(items[a]!, items[b]!) || a - b);
    const h = bench.fill(o, Infinity);
    if (h < height) {
      height = h;
      order = o;
      last = bench.result();
    }
  }
  if (last && last.height <= best.height) best = last;
  // The bare length that no order can be under: once reached there is nothing more to look for.
  const floor = Math.max(area / width, ...items.map((i) => Math.min(...i.ways.map((way) => way.h))));
  let now = height;
  const begun = bench.spent;
  // A handful of pieces has few orders: trying each many times over would only keep a person waiting.
  for (
    let tries = 400 * items.length ** 2;
    tries > 0 && bench.spent - begun < effort && best.height > floor * 1.000_1;
    tries--
  ) {
    const share = (bench.spent - begun) / effort;
    const a = roll(items.length),
      b = roll(items.length);
    const kept = order!.slice();
    exchange(order!, a, b, roll(3));
    // Worse orders are taken at first and refused later: an order that is only ever improved is soon stuck.
    const bear = now * (1 + 0.002 * (1 - share) ** 2 * (roll(1_000) / 1_000));
    const h = bench.fill(order!, bear);
    if (h <= bear) {
      now = h;
      if (h < best.height) best = bench.result();
    } else order!.set(kept);
  }
  return best;
}

/** Exchanges two places, or takes one out and puts it in elsewhere. */
function exchange(order: Int32Array, a: number, b: number, how: number) {
  if (how < 2) {
    const t = order[a]!;
    order[a] = order[b]!;
    order[b] = t;
    return;
  }
  const t = order[a]!;
  if (a < b) order.copyWithin(a, a + 1, b + 1);
  else order.copyWithin(b + 1, b, a);
  order[b] = t;
}

/** The outline of what is laid so far, and the filling of its lowest gap. Kept in plain arrays: it runs thousands of times. */
class Gaps {
  spent = 0;
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  private readonly w: Float64Array;
  private n = 0;
  private readonly px: Float64Array;
  private readonly py: Float64Array;
  private readonly pway: Int8Array;
  private top = 0;
  /** Sides of each type both ways round; a piece that may not turn has no second way. */
  private readonly sides: Float64Array;
  private readonly twoWays: Uint8Array;
  private readonly type: Int32Array;
  /** The items of a type by their place in the order, those of all types behind each other. */
  private readonly queue: Int32Array;
  private readonly place: Int32Array;
  private readonly from: Int32Array;
  private readonly head: Int32Array;
  private readonly alive: Int32Array;
  private living = 0;
  private readonly least: number;

  constructor(
    private readonly items: readonly Item[],
    private readonly width: number,
  ) {
    const n = items.length,
      types = 1 + items.reduce((most, i) => Math.max(most, i.type), 0);
    this.x = new Float64Array(n + 4);
    this.y = new Float64Array(n + 4);
    this.w = new Float64Array(n + 4);
    this.px = new Float64Array(n);
    this.py = new Float64Array(n);
    this.pway = new Int8Array(n);
    this.type = Int32Array.from(items, (i) => i.type);
    this.sides = new Float64Array(types * 4);
    this.twoWays = new Uint8Array(types);
    this.from = new Int32Array(types + 1);
    for (const i of items) {
      this.from[i.type + 1]!++;
      this.sides.set(
        i.ways.flatMap((way) => [way.w, way.h]),
        i.type * 4,
      );
      this.twoWays[i.type] = i.ways.length - 1;
    }
    for (let t = 0; t < types; t++) this.from[t + 1]! += this.from[t]!;
    this.queue = new Int32Array(n);
    this.place = new Int32Array(n);
    this.head = new Int32Array(types);
    this.alive = new Int32Array(types);
    this.least = Math.min(...items.flatMap((i) => i.ways.map((way) => way.w)));
  }

  /** Lays the items by this order; gives up, with Infinity, once it is higher than `most`. */
  fill(order: Int32Array, most: number): number {
    const { x, y, w, sides } = this;
    this.line(order);
    x[0] = 0;
    y[0] = 0;
    w[0] = this.width;
    this.n = 1;
    this.top = 0;
    for (let m = order.length; m > 0;) {
      let g = 0;
      for (let i = 1; i < this.n; i++) if (y[i]! < y[g]!) g = i;
      const before = g > 0 ? y[g - 1]! - y[g]! : Infinity,
        after = g < this.n - 1 ? y[g + 1]! - y[g]! : Infinity;
      const pick = this.pick(w[g]!, before, after);
      if (pick < 0) {
        this.raise(g, before, after);
        continue;
      }
      const k = pick >> 1,
        way = pick & 1,
        t = this.alive[k]!,
        item = this.queue[this.head[t]!]!;
      if (++this.head[t]! === this.from[t + 1]!) {
        this.living--;
        this.alive[k] = this.alive[this.living]!;
      }
      const pw = sides[4 * t + 2 * way]!,
        high = y[g]! + sides[4 * t + 2 * way + 1]!;
      // Against the higher neighbour, where what is left of the gap stays in one part.
      const toLeft = before >= after;
      this.px[item] = toLeft ? x[g]! : x[g]! + w[g]! - pw;
      this.py[item] = y[g]!;
      this.pway[item] = way;
      if (high > most) return Infinity;
      if (high > this.top) this.top = high;
      m--;
      this.lay(g, pw, high, toLeft);
    }
    return this.top;
  }

  private line(order: Int32Array) {
    const { type, queue, place, from, head, alive } = this;
    for (let t = 0; t < head.length; t++) {
      head[t] = from[t]!;
      alive[t] = t;
    }
    for (let k = 0; k < order.length; k++) {
      const item = order[k]!,
        at = head[type[item]!]!++;
      queue[at] = item;
      place[at] = k;
    }
    for (let t = 0; t < head.length; t++) head[t] = from[t]!;
    this.living = head.length;
  }

  /** The living type that suits the gap best, doubled, with its way round in the last bit; −1 where none fits. */
  private pick(gap: number, before: number, after: number): number {
    const { alive, head, place, sides, twoWays } = this;
    const wall = Math.max(before, after),
      low = Math.min(before, after);
    let best = -1,
      bestScore = -1,
      bestPlace = 0;
    this.spent += this.living;
    for (let k = 0; k < this.living; k++) {
      const t = alive[k]!,
        at = place[head[t]!]!;
      for (let way = 0; way <= twoWays[t]!; way++) {
        const over = gap - sides[4 * t + 2 * way]!;
        if (over < 0) continue;
        const ph = sides[4 * t + 2 * way + 1]!;
        let score = 0;
        if (over === 0) score = ph === wall || ph === low ? 7 : ph < low ? 5 : 4;
        else if (ph === wall) score = 3;
        else if (ph === low) score = 2;
        if (score > bestScore || (score === bestScore && at < bestPlace)) {
          bestScore = score;
          bestPlace = at;
          best = 2 * k + way;
        }
      }
    }
    return best;
  }

  /** Nothing fits: the gap is given up as far as its lower neighbour. */
  private raise(g: number, before: number, after: number) {
    const { w } = this;
    if (before <= after) {
      w[g - 1]! += w[g]!;
      this.remove(g);
      if (before === after) {
        w[g - 1]! += w[g]!;
        this.remove(g);
      }
    } else {
      this.x[g + 1] = this.x[g]!;
      w[g + 1]! += w[g]!;
      this.remove(g);
    }
  }

  private lay(g: number, pw: number, high: number, toLeft: boolean) {
    const { x, y, w } = this;
    if (w[g] === pw) y[g] = high;
    else {
      for (let i = this.n; i > g; i--) {
        x[i] = x[i - 1]!;
        y[i] = y[i - 1]!;
        w[i] = w[i - 1]!;
      }
      this.n++;
      if (toLeft) {
        w[g] = pw;
        y[g] = high;
        x[g + 1] = x[g]! + pw;
        w[g + 1]! -= pw;
      } else {
        w[g]! -= pw;
        x[g + 1] = x[g]! + w[g]!;
        w[g + 1] = pw;
        y[g + 1] = high;
        g++;
      }
    }
    if (g < this.n - 1 && y[g + 1] === y[g]) {
      w[g]! += w[g + 1]!;
      this.remove(g + 1);
    }
    if (g > 0 && y[g - 1] === y[g]) {
      w[g - 1]! += w[g]!;
      this.remove(g);
    }
  }

  private remove(i: number) {
    const { x, y, w } = this;
    for (let k = i; k < this.n - 1; k++) {
      x[k] = x[k + 1]!;
      y[k] = y[k + 1]!;
      w[k] = w[k + 1]!;
    }
    this.n--;
  }

  result(): Result {
    return {
      height: this.top,
      places: this.items.map((item, i) => ({
        item,
        way: item.ways[this.pway[i]!]!,
        x: this.px[i]!,
        y: this.py[i]!,
      })),
    };
  }
}

/** Pieces in rows, the highest first, each row as high as its highest: what anyone would do by hand, and the most that is ever used. */
export function shelves(items: readonly Item[], width: number): Result {
  const lying = items
    .map((item) => ({ item, way: item.ways.reduce((a, b) => (b.h < a.h ? b : a)) }))
    .sort((a, b) => b.way.h - a.way.h);
  const places: Place[] = [];
  let x = 0,
    y = 0,
    high = 0;
  for (const { item, way } of lying) {
    if (x + way.w > width) {
      y += high;
      x = 0;
      high = 0;
    }
    if (!high) high = way.h;
    places.push({ item, way, x, y });
    x += way.w;
  }
  return { height: y + high, places };
}

/** Where the roll can be cut from edge to edge: every line between pieces that crosses none, and the end. @example crossCutsOf([{ id: 'a', x: 0, y: 0, width: 5, height: 5, turned: false }]) // [5] */
export function crossCutsOf(placements: readonly Placement[]): Um[] {
  const cuts: Um[] = [];
  let end = 0;
  for (const p of placements) {
    if (end && p.y >= end) cuts.push(p.y);
    end = Math.max(end, p.y + p.height);
  }
  return [...cuts, end];
}

/** The length that simple rows would take, to set beside what was found. @example rowsLength({ width: 610000, margin: 5000, gap: 4000, pieces: [{ id: 'a', width: 290000, height: 230000, count: 2, rotate: false }] }) // 240000 */
export function rowsLength(q: RollQuestion): Um {
  const { width, margin, gap } = q,
    items = checkedItems(q);
  return items.length ? shelves(items, width - 2 * margin + gap).height - gap + 2 * margin : 0;
}
