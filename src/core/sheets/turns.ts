import type { Item, Place, Result } from './roll';

/** More pieces than this, and the search for orders alone does better in the time there is. */
export const MOST_TURNED = 60;

/** Whole numbers from a seed, the same on every machine. */
export function dice(seed: number): (below: number) => number {
  let s = seed >>> 0;
  return (below) => {
    s = (Math.imul(s, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((s / 4_294_967_296) * below);
  };
}

/** Steps of the search for a dozen pieces; more pieces have fewer, each of which costs more. */
const STEPS = 36_000;
const FEWEST_STEPS = 2_500;

/**
 * Looks for a shorter way in which each piece has its own way round: order, turning and place are searched together. A piece goes
 * where its lower edge comes to lie lowest, against a neighbour, by an order and a turning that are changed one at a time and kept
 * by an annealing rule. Same question, same answer.
 *
 * @param best what is known already; what is returned is never longer
 * @param limits.floor nothing can be shorter: once reached the search ends
 * @param limits.share how many times the usual effort
 */
export function searchTurned(
  items: readonly Item[],
  width: number,
  best: Result,
  { floor, share }: { floor: number; share: number },
): Result {
  if (items.length > MOST_TURNED || best.height <= floor) return best;
  const skyline = new Skyline(items, width);
  const most = Math.max(FEWEST_STEPS, (STEPS * 144) / Math.max(144, items.length ** 2));
  const steps = Math.round(most * share);
  let found = best;
  for (const seed of SEEDS) {
    found = anneal(skyline, items, found, { steps, seed, floor });
    if (found.height <= floor) break;
  }
  return found;
}

const SEEDS = [11, 29, 83];

type Wanted = { steps: number; seed: number; floor: number };

function anneal(
  skyline: Skyline,
  items: readonly Item[],
  best: Result,
  { steps, seed, floor }: Wanted,
): Result {
  const roll = dice(seed);
  const n = items.length;
  // The order in which what is known lies on the roll, each piece as it lies there.
  const placeOf = new Map(best.places.map((place) => [place.item, place]));
  const lying = [...items.keys()].sort((a, b) => {
    const [p, q] = [placeOf.get(items[a]!)!, placeOf.get(items[b]!)!];
    return p.y - q.y || p.x - q.x;
  });
  const order = Int32Array.from(lying);
  const ways = Uint8Array.from(items, (item) => item.ways.indexOf(placeOf.get(item)!.way));
  const turnable = [...items.keys()].filter((i) => items[i]!.ways.length > 1);
  let found = best;
  let now = skyline.lay(order, ways);
  const warm = best.height * 0.03;
  const kept = order.slice();
  for (let step = 0; step < steps; step += 1) {
    const heat = warm * (1 - step / steps) ** 2;
    kept.set(order);
    const turned = turnable.length > 0 && roll(3) === 0 ? turnable[roll(turnable.length)]! : -1;
    if (turned >= 0) ways[turned]! ^= 1;
    if (turned < 0 || roll(2) === 0) move(order, roll(n), roll(n), roll(2) === 0);
    const cost = skyline.lay(order, ways);
    if (cost <= now || roll(1_000_000) / 1_000_000 < Math.exp((now - cost) / Math.max(heat, 1))) {
      now = cost;
      if (skyline.top < found.height) {
        found = skyline.result(ways);
        if (found.height <= floor) return found;
      }
    } else {
      order.set(kept);
      if (turned >= 0) ways[turned]! ^= 1;
    }
  }
  return found;
}

/** Exchanges two, or takes one out and puts it in elsewhere. */
function move(order: Int32Array, a: number, b: number, isExchange: boolean): void {
  const taken = order[a]!;
  if (isExchange) {
    order[a] = order[b]!;
    order[b] = taken;
  } else {
    if (a < b) order.copyWithin(a, a + 1, b + 1);
    else order.copyWithin(b + 1, b, a);
    order[b] = taken;
  }
}

/** Among layouts of one length the one whose outline lies lower leaves more room for the next exchange. */
const OUTLINE_WEIGHT = 0.05;

/** The outline of what is laid, as spans of one height each. */
class Skyline {
  top = 0;
  private n = 0;
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  /** The next outline, while it is drawn. */
  private readonly nx: Float64Array;
  private readonly ny: Float64Array;
  private readonly px: Float64Array;
  private readonly py: Float64Array;

  constructor(
    private readonly items: readonly Item[],
    private readonly width: number,
  ) {
    const most = 2 * items.length + 4;
    this.x = new Float64Array(most);
    this.y = new Float64Array(most);
    this.nx = new Float64Array(most);
    this.ny = new Float64Array(most);
    this.px = new Float64Array(items.length);
    this.py = new Float64Array(items.length);
  }

  /** Lays all pieces; returns what the layout costs: its length, and a little for how high its outline lies. */
  lay(order: Int32Array, ways: Uint8Array): number {
    this.n = 1;
    this.x[0] = 0;
    this.y[0] = 0;
    this.top = 0;
    for (let k = 0; k < order.length; k += 1) {
      const item = order[k]!;
      const { w, h } = this.items[item]!.ways[ways[item]!]!;
      this.put(item, w, h);
    }
    let under = 0;
    for (let i = 0; i < this.n; i += 1) under += this.y[i]! * (this.endOf(i) - this.x[i]!);
    return this.top + OUTLINE_WEIGHT * (under / this.width);
  }

  private endOf(i: number): number {
    return i + 1 < this.n ? this.x[i + 1]! : this.width;
  }

  /** Where its lower edge lies lowest; of such places the one that buries least. */
  private put(item: number, w: number, h: number): void {
    this.bestY = Infinity;
    this.bestLoss = Infinity;
    for (let i = 0; i < this.n; i += 1) {
      const left = this.x[i]!;
      if (left + w <= this.width) this.tryAt(left, w);
      const right = this.endOf(i) - w;
      if (right >= 0 && right !== left) this.tryAt(right, w);
    }
    const high = this.bestY + h;
    this.px[item] = this.bestX;
    this.py[item] = this.bestY;
    this.raise(this.bestX, this.bestX + w, high);
    if (high > this.top) this.top = high;
  }

  private bestX = 0;
  private bestY = 0;
  private bestLoss = 0;

  /** Keeps a place if a piece of this width would lie lower there, or as low and bury less. */
  private tryAt(left: number, w: number): void {
    const { x, y, n } = this;
    const right = left + w;
    let from = 0;
    while (from + 1 < n && x[from + 1]! <= left) from += 1;
    let high = 0;
    let to = from;
    for (; to < n && x[to]! < right; to += 1) {
      if (y[to]! > high) high = y[to]!;
      if (high > this.bestY) return;
    }
    let loss = 0;
    for (let i = from; i < to; i += 1)
      loss += (high - y[i]!) * (Math.min(right, this.endOf(i)) - Math.max(left, x[i]!));
    if (high === this.bestY && loss >= this.bestLoss) return;
    this.bestX = left;
    this.bestY = high;
    this.bestLoss = loss;
  }

  private m = 0;

  private add(left: number, height: number): void {
    if (this.m > 0 && this.ny[this.m - 1] === height) return;
    this.nx[this.m] = left;
    this.ny[this.m] = height;
    this.m += 1;
  }

  /** The outline from one place to another at a new height. */
  private raise(from: number, to: number, high: number): void {
    const { x, y, nx, ny } = this;
    this.m = 0;
    for (let i = 0; i < this.n; i += 1) {
      const left = x[i]!;
      const right = this.endOf(i);
      if (left < from) this.add(left, y[i]!);
      if (left <= from && right > from) this.add(from, high);
      if (right > to) this.add(Math.max(left, to), y[i]!);
    }
    for (let i = 0; i < this.m; i += 1) {
      x[i] = nx[i]!;
      y[i] = ny[i]!;
    }
    this.n = this.m;
  }

  result(ways: Uint8Array): Result {
    const places = this.items.map((item, i): Place => ({
      item,
      way: item.ways[ways[i]!]!,
      x: this.px[i]!,
      y: this.py[i]!,
    }));
    return { height: this.top, places };
  }
}
