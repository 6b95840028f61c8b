import type { Um } from '../measure';

/** A stick with what is sawn out of it; an offcut lay there already, the rest is bought. */
export type StockStick = { cuts: Um[]; left: Um; length: Um; isOffcut: boolean };
export type StockPlan = {
  sticks: StockStick[];
  /** True where nothing less need be bought. */ proven: boolean;
};

/** Steps the search may take before the best so far is given. */
const MOST_STEPS = 200_000;

type Open = { room: number; used: number; pieces: number[]; offcut: number | null };

/**
 * Saws pieces out of offcuts on hand and sticks of several lengths: as little as can be is bought, then as few sticks, then as
 * little is taken of what lies there. Every stick is thought of as the longest that is sold, and is the shortest that holds its
 * pieces; every choice is tried, the longest piece next, as long as what is still missing could make it less.
 *
 * @param sizes the pieces, none longer than the longest stick or offcut
 * @param kerf what the saw takes between two pieces
 * @param sold lengths that can be bought, as many as are needed
 * @param offcuts lengths on hand, each once
 */
export function sawFromStock(
  sizes: readonly Um[],
  kerf: Um,
  sold: readonly Um[],
  offcuts: readonly Um[],
): StockPlan {
  const pieces = [...sizes].sort((a, b) => b - a).map((size) => size + kerf);
  const lengths = [...sold].sort((a, b) => a - b);
  const longest = lengths.at(-1)! + kerf;
  // A kerf more on both sides: pieces with their kerf, sticks with one.
  const shortestFor = (used: number): number => lengths.find((length) => length + kerf >= used)!;
  /** A bought stick never costs less of its length than this for what it holds. */
  const leastShare = Math.min(...lengths.map((length) => length / (length + kerf)));
  const rest = pieces.map((_, k) => pieces.slice(k).reduce((sum, piece) => sum + piece, 0));
  const open: Open[] = [...offcuts]
    .sort((a, b) => a - b)
    .map((length) => ({ room: length + kerf, used: 0, pieces: [], offcut: length }));

  const worthOf = (): number[] => {
    const bought = open.filter(({ offcut }) => offcut === null);
    const taken = open.filter(({ offcut, used }) => offcut !== null && used > 0);
    return [
      bought.reduce((sum, { used }) => sum + shortestFor(used), 0),
      bought.length,
      taken.reduce((sum, { offcut }) => sum + offcut!, 0),
    ];
  };
  const isLess = (a: readonly number[], b: readonly number[]): boolean => {
    const differs = a.findIndex((value, i) => value !== b[i]);
    return differs >= 0 && a[differs]! < b[differs]!;
  };
  const copy = (): Open[] => open.map((stick) => ({ ...stick, pieces: [...stick.pieces] }));
  let best: { worth: number[]; sticks: Open[] } | null = null;
  let steps = 0;

  /** What has to be bought at least once the k-th piece and all after it are placed. */
  const leastBought = (k: number): number => {
    let bought = 0;
    let free = 0;
    for (const { offcut, room, used } of open) {
      if (offcut === null) bought += shortestFor(used);
      free += room - used;
    }
    const missing = (rest[k] ?? 0) - free;
    return missing > 0 ? bought + missing * leastShare : bought;
  };
  /** Nothing that comes of what is placed so far can be less than the best. */
  const isLost = (k: number): boolean => {
    if (!best) return false;
    const least = leastBought(k);
    if (least !== best.worth[0]!) return least > best.worth[0]!;
    const [, count, taken] = worthOf();
    return count! > best.worth[1]! || (count === best.worth[1] && taken! >= best.worth[2]!);
  };
  /** @param from of pieces that are alike each goes into the stick of the one before it, or a later one: all else is the same plan */
  const place = (k: number, from = 0): void => {
    if (++steps > MOST_STEPS && best) return;
    if (k === pieces.length) {
      const worth = worthOf();
      if (!best || isLess(worth, best.worth)) best = { worth, sticks: copy() };
      return;
    }
    if (isLost(k)) return;
    const piece = pieces[k]!;
    const tried = new Set<string>();
    // The fullest first: the first plan of all is a good one.
    const next = (at: number) => place(k + 1, pieces[k + 1] === piece ? at : 0);
    const ways = open
      .map((stick, at) => ({ stick, at }))
      .filter(({ stick, at }) => at >= from && stick.room - stick.used >= piece)
      .sort((a, b) => a.stick.room - a.stick.used - (b.stick.room - b.stick.used));
    for (const { stick, at } of ways) {
      // Two sticks with the same room and the same left are the same choice.
      const sameAs = `${stick.offcut === null} ${stick.room} ${stick.used}`;
      if (tried.has(sameAs)) continue;
      tried.add(sameAs);
      stick.used += piece;
      stick.pieces.push(piece);
      next(at);
      stick.used -= piece;
      stick.pieces.pop();
    }
    if (piece <= longest) {
      open.push({ room: longest, used: piece, pieces: [piece], offcut: null });
      next(open.length - 1);
      open.pop();
    }
  };
  place(0);
  const found = best!;
  const proven = steps <= MOST_STEPS;
  return {
    proven,
    sticks: (found as { sticks: Open[] }).sticks
      .filter(({ used }) => used > 0)
      .map(({ pieces: own, used, offcut }) => {
        const length = offcut ?? shortestFor(used);
        return {
          cuts: own.map((piece) => piece - kerf),
          left: Math.max(0, length + kerf - used),
          length,
          isOffcut: offcut !== null,
        };
      })
      .sort((a, b) => Number(b.isOffcut) - Number(a.isOffcut) || a.left - b.left),
  };
}
