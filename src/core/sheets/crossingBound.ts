import { solve } from 'yalps';
import { groupBy } from '../groups';
import type { Item } from './roll';

/** Pieces that are all alike: how many, and the ways round in which one may lie. */
type Kind = { count: number; ways: { w: number; h: number }[] };
/** By kind, what a micrometre of a crossing does for a piece of it: a share of its height for each that is crossed. */
type Crossing = ReadonlyMap<number, number>;

/** More pieces, and the simpler bounds are as good: a long roll wastes little. */
const MOST_ITEMS = 40;
const MOST_ROUNDS = 60;
/** Steps in the search for the fullest crossing; beyond them its worth is put down as more than it can be. */
const MOST_STEPS = 20_000;

/**
 * A length that no layout of these pieces can be shorter than, in a width with one gap: any line across a laid roll crosses pieces
 * whose widths fit beside each other, none oftener than there are of it. So the roll is at least as long as the cheapest mix of such
 * crossings that passes over each piece from end to end, each piece either way round.
 *
 * A linear programme, solved by its dual: prices for pieces under which no crossing is worth more than one, the crossings found one
 * after the other as the fullest of a knapsack. The last prices are scaled by the fullest there is, so what is given is a bound
 * however far the search came. 0 where there are too many pieces.
 *
 * Source: P. C. Gilmore and R. E. Gomory, A linear programming approach to the cutting-stock problem, 1961; as the bar relaxation
 * of strip packing, G. Scheithauer, 1999.
 */
export function crossingBound(items: readonly Item[], width: number): number {
  if (items.length === 0 || items.length > MOST_ITEMS) return 0;
  const signature = ({ ways }: Item): string => ways.map(({ w, h }) => `${w}x${h}`).join(' ');
  const kinds = [...groupBy(items, signature).values()].map((alike): Kind => ({
    count: alike.length,
    ways: alike[0]!.ways.filter(({ w }) => w <= width),
  }));
  const crossings: Crossing[] = kinds.flatMap(({ count, ways }, kind) =>
    ways.map(({ w, h }) => new Map([[kind, Math.min(count, Math.floor(width / w)) / h]])),
  );
  let bound = 0;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const prices = dearest(kinds, crossings);
    const full = fullest(kinds, prices, width);
    const paid = kinds.reduce((sum, { count }, kind) => sum + count * prices[kind]!, 0);
    bound = Math.max(bound, paid / Math.max(1, full.atMost));
    if (full.worth <= 1 + 1e-9) break;
    crossings.push(full.crossing);
  }
  return bound;
}

/** The prices by which all pieces together cost most, while no crossing that is known costs more than one. */
function dearest(kinds: readonly Kind[], crossings: readonly Crossing[]): number[] {
  const answer = solve(
    {
      direction: 'maximize',
      objective: 'sum',
      constraints: new Map(crossings.map((_crossing, k) => [`c${k}`, { max: 1 }])),
      variables: new Map(
        kinds.map(({ count }, kind) => [
          `${kind}`,
          new Map<string, number>([
            // Heights are micrometres: scaled, the prices are numbers of a size that a solver likes.
            ['sum', count * SCALE],
            ...crossings.flatMap((crossing, k) =>
              crossing.has(kind) ? [[`c${k}`, crossing.get(kind)! * SCALE] as [string, number]] : [],
            ),
          ]),
        ]),
      ),
    },
    { precision: 1e-10, maxPivots: 20_000 },
  );
  const prices = kinds.map(() => 0);
  for (const [kind, price] of answer.variables) prices[Number(kind)] = Math.max(0, price) * SCALE;
  return prices;
}
const SCALE = 1e5;

/** The crossing that is worth most by some prices, and what none is worth more than: the same, where the search was whole. */
function fullest(
  kinds: readonly Kind[],
  prices: readonly number[],
  width: number,
): { crossing: Crossing; worth: number; atMost: number } {
  const ways = kinds
    .flatMap((kind, k) => kind.ways.map(({ w, h }) => ({ kind: k, w, h, worth: prices[k]! / h })))
    .filter(({ worth }) => worth > 0)
    .sort((a, b) => b.worth / b.w - a.worth / a.w);
  const left = kinds.map(({ count }) => count);
  const taken = ways.map(() => 0);
  let best = { taken: [...taken], worth: 0 };
  let steps = 0;
  const search = (at: number, room: number, worth: number): void => {
    if (worth > best.worth) best = { taken: [...taken], worth };
    const way = ways[at];
    if (!way || steps > MOST_STEPS) return;
    // What is still to come is worth no more for its width than this one.
    if (worth + (room * way.worth) / way.w <= best.worth + 1e-12) return;
    steps++;
    const most = Math.min(left[way.kind]!, Math.floor(room / way.w));
    for (let n = most; n >= 0; n--) {
      taken[at] = n;
      left[way.kind]! -= n;
      search(at + 1, room - n * way.w, worth + n * way.worth);
      left[way.kind]! += n;
    }
    taken[at] = 0;
  };
  search(0, width, 0);
  const crossing = new Map<number, number>();
  for (const [i, n] of best.taken.entries()) {
    const { kind, h } = ways[i]!;
    if (n > 0) crossing.set(kind, (crossing.get(kind) ?? 0) + n / h);
  }
  const isWhole = steps <= MOST_STEPS;
  const densest = ways[0] ? (width * ways[0].worth) / ways[0].w : 0;
  return { crossing, worth: best.worth, atMost: isWhole ? best.worth : densest };
}
