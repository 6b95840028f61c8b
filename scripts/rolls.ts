// Five sets of mixed print sizes for the roll, a peer's best on them, and a length that nothing can be under.
import { createRequire } from 'node:module';
import { solve } from 'yalps';
import type { Piece } from '@/core/sheets/pieces';

// Its module for import names files that are not in the package; the one for require does.
const { MaxRectsPacker, PACKING_LOGIC } = createRequire(import.meta.url)(
  'maxrects-packer',
) as typeof import('maxrects-packer');

/** Images in millimetres, as offered; each gets a border. */
const SIZES = [
  [240, 180],
  [300, 240],
  [400, 300],
  [500, 400],
  [300, 300],
  [200, 200],
  [210, 297],
  [297, 420],
  [148, 210],
  [203, 254],
  [305, 406],
  [100, 150],
  [130, 180],
  [800, 200],
  [600, 450],
  [420, 420],
] as const;
const BORDERS = [0, 10, 25] as const;
export const SET_COUNTS = [20, 50, 100, 200, 400] as const;
export const ROLLS = [610_000, 1_118_000] as const;
export const GAP = 4_000,
  MARGIN = 5_000;

/** A set of so many pieces, the same every time. */
export function rollSet(count: number, seed = 7): Piece[] {
  let s = (seed * 7_919 + count) >>> 0;
  const roll = (n: number) => {
    s = (Math.imul(s, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((s / 4_294_967_296) * n);
  };
  return Array.from({ length: count }, (_, i) => {
    const [w, h] = SIZES[roll(SIZES.length)]!,
      b = BORDERS[roll(BORDERS.length)]!;
    const [width, height] = [(w + 2 * b) * 1_000, (h + 2 * b) * 1_000];
    return { id: `${i}`, width, height, count: 1, rotate: true };
  });
}

/** The shortest the peer finds: both its rules, turned or not, six orders in. */
export function peerLength(pieces: readonly Piece[], width: number): number {
  const room = width - 2 * MARGIN + GAP;
  const area = (p: Piece) => p.width * p.height;
  const orders: ((a: Piece, b: Piece) => number)[] = [
    (a, b) => area(b) - area(a),
    (a, b) => Math.max(b.width, b.height) - Math.max(a.width, a.height),
    (a, b) => Math.min(b.width, b.height) - Math.min(a.width, a.height),
    (a, b) => b.width + b.height - a.width - a.height,
    (a, b) => b.height - a.height || b.width - a.width,
    (a, b) => b.width - a.width || b.height - a.height,
  ];
  let best = Infinity;
  for (const logic of [PACKING_LOGIC.MAX_AREA, PACKING_LOGIC.MAX_EDGE])
    for (const allowRotation of [true, false])
      for (const smart of [true, false])
        for (const order of orders)
          for (const upright of [true, false]) {
            if (
              !allowRotation &&
              pieces.some((p) => (upright ? p.width : Math.max(p.width, p.height)) + GAP > room)
            )
              continue;
            const packer = new MaxRectsPacker(room, 1e9, 0, {
              smart,
              pot: false,
              square: false,
              allowRotation,
              logic,
              border: 0,
            });
            for (const p of [...pieces].sort(order))
              packer.add(
                (upright ? p.width : Math.max(p.width, p.height)) + GAP,
                (upright ? p.height : Math.min(p.width, p.height)) + GAP,
                p.id,
              );
            if (packer.bins.length !== 1) continue;
            const high = Math.max(...packer.bins[0]!.rects.map((r) => r.y + r.height));
            best = Math.min(best, high - GAP + 2 * MARGIN);
          }
  return best;
}

/** Bare area over the roll's usable width: what no layout can be under, but far from what can be reached on a narrow roll. */
export function areaBound(pieces: readonly Piece[], width: number): number {
  return (
    pieces.reduce((sum, p) => sum + (p.width + GAP) * (p.height + GAP), 0) / (width - 2 * MARGIN + GAP) -
    GAP +
    2 * MARGIN
  );
}

/**
 * A better bound: any line across a laid roll crosses pieces whose widths fit beside each other. So the length is at least
 * that of the cheapest mix of such crossings that covers every piece's area, each piece either way round: a linear
 * programme, solved by its dual, the crossings found one after the other as the fullest of a knapsack. The last prices are
 * scaled until no crossing is over one, so what is given is a bound however far the search came.
 */
export function crossingBound(pieces: readonly Piece[], width: number): number {
  const room = (width - 2 * MARGIN + GAP) / 1_000;
  const types = new Map<string, { w: number; h: number; n: number }>();
  for (const p of pieces) {
    const [w, h] = [Math.max(p.width, p.height) + GAP, Math.min(p.width, p.height) + GAP].map(
      (v) => v / 1_000,
    ) as [number, number];
    const t = types.get(`${w}/${h}`);
    if (t) t.n++;
    else types.set(`${w}/${h}`, { w, h, n: 1 });
  }
  const kinds = [...types.values()];
  // Each way a type may lie: its width across, its length along.
  const ways = kinds
    .flatMap((t, type) => [
      { type, across: t.w, along: t.h },
      ...(t.w === t.h ? [] : [{ type, across: t.h, along: t.w }]),
    ])
    .filter((x) => x.across <= room);
  const crossings: Map<number, number>[] = ways.map(
    (x) => new Map([[x.type, Math.floor(room / x.across) / x.along]]),
  );
  let bound = 0;
  for (let round = 0; round < 400; round++) {
    const variables = new Map(
      kinds.map(
        (t, i) =>
          [
            `p${i}`,
            new Map<string, number>([
              ['sum', t.n],
              ...crossings.flatMap((c, k) =>
                c.has(i) ? [[`c${k}`, c.get(i)!] as [string, number]] : [],
              ),
            ]),
          ] as const,
      ),
    );
    const answer = solve(
      {
        direction: 'maximize',
        objective: 'sum',
        constraints: new Map(crossings.map((_, k) => [`c${k}`, { max: 1 }])),
        variables,
      },
      { precision: 1e-10, maxPivots: 20_000 },
    );
    const price = kinds.map(() => 0);
    for (const [name, value] of answer.variables) price[Number(name.slice(1))] = value;
    const full = fullest(
      ways.map((x) => ({
        across: x.across,
        worth: price[x.type]! / x.along,
        type: x.type,
        along: x.along,
      })),
      room,
    );
    bound = Math.max(
      bound,
      kinds.reduce((sum, t, i) => sum + t.n * price[i]!, 0) / Math.max(1, full.worth),
    );
    if (full.worth <= 1 + 1e-7) break;
    const crossing = new Map<number, number>();
    for (const x of full.picked) crossing.set(x.type, (crossing.get(x.type) ?? 0) + 1 / x.along);
    crossings.push(crossing);
  }
  return bound * 1_000 - GAP + 2 * MARGIN;
}

function fullest<T extends { across: number; worth: number }>(
  ways: readonly T[],
  room: number,
): { worth: number; picked: T[] } {
  const cells = Math.floor(room);
  const best = new Float64Array(cells + 1),
    from = new Int32Array(cells + 1).fill(-1);
  for (let c = 1; c <= cells; c++) {
    best[c] = best[c - 1]!;
    for (const [i, x] of ways.entries()) {
      // Whole millimetres: every width of the sets is one.
      const a = Math.round(x.across);
      if (a <= c && best[c - a]! + x.worth > best[c]! + 1e-12) {
        best[c] = best[c - a]! + x.worth;
        from[c] = i;
      }
    }
  }
  const picked: T[] = [];
  for (let c = cells; c > 0;) {
    if (from[c]! < 0 || best[c] === best[c - 1]) {
      c--;
      continue;
    }
    const x = ways[from[c]!]!;
    picked.push(x);
    c -= Math.round(x.across);
  }
  return { worth: best[cells]!, picked };
}
