import { solve } from 'yalps';
import { groupBy } from '../groups';
import type { Item } from './roll';

/** Pieces that are all alike: how many, and the ways round in which one may lie. */
type Kind = { count: number; ways: { w: number; h: number }[] };
/** By kind, what a micrometre of a crossing does for a piece of it: a share of its height for each that is crossed. */
type Crossing = ReadonlyMap<number, number>;

/** More pieces take longer than a page may, and a long roll wastes little by any bound. */
const MOST_ITEMS = 40;
const MOST_ROUNDS = 400;
/** Steps in the search for the fullest crossing; beyond them it is looked for by whole millimetres. */
const MOST_STEPS = 20_000;
/** The cells that widths are then rounded down to, or the least width: what fits beside each other fits so too. */
const CELL_UM = 1_000;

/**
 * A length that no layout of these pieces can be shorter than, in a width with one gap: any line across a laid roll crosses pieces
 * whose widths fit beside each other, none oftener than there are of it. So the roll is at least as long as the cheapest mix of such
 * crossings that passes over each piece from end to end, each piece either way round.
 *
 * A linear programme, solved by its dual: prices for pieces under which no crossing is worth more than one, the crossings found one
 * after the other as the fullest of a knapsack. The last prices are scaled by the fullest there is, so what is given is a bound
 * however far the search came. 0 where there are too many pieces.
 *
 * @param mostItems pieces beyond which nothing is worked out

 * Source: P. C. Gilmore and R. E. Gomory, A linear programming approach to the cutting-stock problem, 1961; as the bar relaxation
 * of strip packing, G. Scheithauer, 1999.
 */
export function crossingBound(
  items: readonly Item[],
  width: number,
  mostItems: number = MOST_ITEMS,
): number {
  if (items.length === 0 || items.length > mostItems) return 0;
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
    bound = Math.max(bound, paid / Math.max(1, full.worth));
    if (full.worth <= 1 + 1e-7) break;
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

/** A way round of a kind, and what one of it is worth in a crossing. */
type Worth = { kind: number; w: number; h: number; worth: number };
type Full = { crossing: Crossing; worth: number };

/** The crossing that is worth most by some prices; none is worth more. */
function fullest(kinds: readonly Kind[], prices: readonly number[], width: number): Full {
  const ways = kinds
    .flatMap((kind, k) => kind.ways.map(({ w, h }): Worth => ({ kind: k, w, h, worth: prices[k]! / h })))
    .filter(({ worth }) => worth > 0)
    .sort((a, b) => b.worth / b.w - a.worth / a.w);
  return fullestOfFew(kinds, ways, width) ?? fullestByCells(ways, width);
}

/** By trying how many there are of each, as long as that takes few steps: no crossing has more of a kind than there are. */
function fullestOfFew(kinds: readonly Kind[], ways: readonly Worth[], width: number): Full | null {
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
  return steps > MOST_STEPS ? null : { crossing: crossingOf(ways, best.taken), worth: best.worth };
}

/** By the fullest of every width in whole cells, as if there were any number of each: worth no less than any that fits. */
function fullestByCells(ways: readonly Worth[], width: number): Full {
  const cell = Math.min(CELL_UM, ...ways.map(({ w }) => w));
  const cells = Math.floor(width / cell);
  const best = new Float64Array(cells + 1);
  const from = new Int32Array(cells + 1).fill(-1);
  const across = ways.map(({ w }) => Math.floor(w / cell));
  for (let room = 1; room <= cells; room++) {
    best[room] = best[room - 1]!;
    for (const [i, { worth }] of ways.entries()) {
      const sum = across[i]! <= room ? best[room - across[i]!]! + worth : 0;
      if (sum <= best[room]! + 1e-12) continue;
      best[room] = sum;
      from[room] = i;
    }
  }
  const taken = ways.map(() => 0);
  for (let room = cells; room > 0;) {
    const way = from[room]!;
    if (way < 0) {
      room--;
      continue;
    }
    taken[way]!++;
    room -= across[way]!;
  }
  return { crossing: crossingOf(ways, taken), worth: best[cells]! };
}

function crossingOf(ways: readonly Worth[], taken: readonly number[]): Crossing {
  const crossing = new Map<number, number>();
  for (const [i, n] of taken.entries()) {
    const { kind, h } = ways[i]!;
    if (n > 0) crossing.set(kind, (crossing.get(kind) ?? 0) + n / h);
  }
  return crossing;
}
