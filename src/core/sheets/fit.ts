import type { Item, Place, Result } from './roll';

/** More pieces than this have too many ways to be tried out. */
const MOST_FITTED = 14;
/** So many spots are looked at for all lengths together: a quarter of a second. */
const MOST_NODES = 250_000;

type Span = { x: number; w: number; y: number };
type Kind = { items: readonly Item[]; ways: Item['ways'] };

/**
 * Tries whether pieces fit in a length: the lowest gap is filled from its left edge with each size in turn, each way round, or
 * given up as far as its lower neighbour, as long as what is given up is no more than the length has to spare. Where nothing
 * is to spare every way there is was tried; where something is, ways that leave a hole under a piece are not.
 *
 * @param lengths to be tried, the shortest first
 * @returns the first length they were found to fit in, with where each lies; nothing where none was found
 */
export function fitIn(items: readonly Item[], width: number, lengths: readonly number[]): Result | null {
  if (items.length > MOST_FITTED) return null;
  const budget = { nodes: MOST_NODES };
  for (const length of lengths) {
    const found = new Fitting(items, width, length, budget).run();
    if (found) return found;
    if (budget.nodes <= 0) return null;
  }
  return null;
}

class Fitting {
  private readonly kinds: Kind[];
  private readonly left: number[];
  private readonly placed: { kind: number; way: number; x: number; y: number }[] = [];
  private spare: number;

  constructor(
    items: readonly Item[],
    private readonly width: number,
    private readonly length: number,
    private readonly budget: { nodes: number },
  ) {
    const byType = new Map<number, Item[]>();
    for (const item of items) byType.set(item.type, [...(byType.get(item.type) ?? []), item]);
    const area = ({ ways }: Pick<Item, 'ways'>) => ways[0]!.w * ways[0]!.h;
    this.kinds = [...byType.values()]
      .map((own) => ({ items: own, ways: own[0]!.ways }))
      .sort((a, b) => area(b) - area(a));
    this.left = this.kinds.map((kind) => kind.items.length);
    this.spare = width * length - items.reduce((sum, item) => sum + area(item), 0);
  }

  run(): Result | null {
    if (this.spare < 0) return null;
    if (
      !this.fill(
        [{ x: 0, w: this.width, y: 0 }],
        this.left.reduce((a, b) => a + b, 0),
      )
    )
      return null;
    const used = this.kinds.map(() => 0);
    const places = this.placed.map(({ kind, way, x, y }): Place => {
      const item = this.kinds[kind]!.items[used[kind]!]!;
      used[kind]! += 1;
      return { item, way: item.ways[way]!, x, y };
    });
    return { height: Math.max(...places.map(({ y, way }) => y + way.h)), places };
  }

  private fill(line: readonly Span[], todo: number): boolean {
    if (todo === 0) return true;
    this.budget.nodes -= 1;
    if (this.budget.nodes <= 0) return false;
    let g = 0;
    for (let i = 1; i < line.length; i += 1) if (line[i]!.y < line[g]!.y) g = i;
    const gap = line[g]!;
    for (let kind = 0; kind < this.kinds.length; kind += 1) {
      if (this.left[kind] === 0) continue;
      const { ways } = this.kinds[kind]!;
      for (let way = 0; way < ways.length; way += 1) {
        const { w, h } = ways[way]!;
        if (w > gap.w || gap.y + h > this.length) continue;
        this.left[kind]! -= 1;
        this.placed.push({ kind, way, x: gap.x, y: gap.y });
        if (this.fill(laidOn(line, g, w, gap.y + h), todo - 1)) return true;
        this.placed.pop();
        this.left[kind]! += 1;
      }
    }
    return this.giveUp(line, g, todo);
  }

  /** Nothing more goes into the gap: it is lost up to its lower neighbour. */
  private giveUp(line: readonly Span[], g: number, todo: number): boolean {
    const before = g > 0 ? line[g - 1]!.y : Infinity;
    const after = g + 1 < line.length ? line[g + 1]!.y : Infinity;
    const to = Math.min(before, after);
    if (to === Infinity) return false;
    const lost = line[g]!.w * (to - line[g]!.y);
    if (lost > this.spare) return false;
    this.spare -= lost;
    if (this.fill(merged(line.map((span, i) => (i === g ? { ...span, y: to } : span))), todo))
      return true;
    this.spare += lost;
    return false;
  }
}

/** The outline with a piece at the left edge of one of its spans. */
function laidOn(line: readonly Span[], g: number, w: number, high: number): Span[] {
  const gap = line[g]!;
  const rest = gap.w - w;
  return merged([
    ...line.slice(0, g),
    { x: gap.x, w, y: high },
    ...(rest > 0 ? [{ x: gap.x + w, w: rest, y: gap.y }] : []),
    ...line.slice(g + 1),
  ]);
}

function merged(line: readonly Span[]): Span[] {
  const out: Span[] = [];
  for (const span of line) {
    const last = out.at(-1);
    if (last && last.y === span.y) out[out.length - 1] = { ...last, w: last.w + span.w };
    else out.push(span);
  }
  return out;
}
