import type { Size, Um } from '../measure';

/** A piece to be laid on paper: a sheet of some format, a proof, a strip. `turn` says whether it may lie the other way. */
export type Piece = { id: string; width: Um; height: Um; count: number; rotate: boolean };

/** A piece with where it comes from, as a layout keeps it. */
export type LaidPiece = Piece & {
  says: string;
  workId: string | null;
  formatId: string | null;
  picture: string | null;
  /** The proof sheet it is, where it is one. */ proofId?: string | null;
};

/** Where one piece lies, its corner nearest to the start. `turned`: its sides are swapped. */
export type Placement = { id: string; x: Um; y: Um; width: Um; height: Um; turned: boolean };

/** A placement as a layout keeps it. */
export type Laid = Placement;

/** A straight cut across a part of the paper, from edge to edge of that part. */
export type Cut = {
  along: 'across' | 'down';
  at: Um;
  from: Um;
  to: Um;
  /** Along the edge of a piece that lies alone by now. */ trim?: boolean;
};

/** Whether two placements come nearer than the gap. @example tooNear({ id: 'a', x: 0, y: 0, width: 10, height: 10, turned: false }, { id: 'b', x: 12, y: 0, width: 5, height: 5, turned: false }, 3) // true */
export function tooNear(a: Placement, b: Placement, gap: Um): boolean {
  return (
    a.x < b.x + b.width + gap &&
    b.x < a.x + a.width + gap &&
    a.y < b.y + b.height + gap &&
    b.y < a.y + a.height + gap
  );
}

/**
 * Makes sure that no two pieces lie on one spot. Two prints on one spot are paper and ink thrown away, so a fault of a search
 * stops here, before anybody prints by it.
 *
 * @throws Error naming the two pieces
 */
export function refuseOverlaps(placements: readonly Placement[], gap: Um): void {
  const byTop = [...placements].sort((a, b) => a.y - b.y);
  for (const [i, a] of byTop.entries()) {
    for (let k = i + 1; k < byTop.length && byTop[k]!.y < a.y + a.height + gap; k++) {
      if (tooNear(a, byTop[k]!, gap))
        throw new Error(`pieces ${a.id} and ${byTop[k]!.id} lie over each other`);
    }
  }
}

/** The area of all pieces, in square millimetres. @example areaOf([{ width: 100000, height: 200000, count: 3 }]) // 60000 */
export const areaOf = (pieces: readonly (Size & { count?: number })[]): number =>
  pieces.reduce((sum, p) => sum + (p.width / 1_000) * (p.height / 1_000) * (p.count ?? 1), 0);

/**
 * The straight cuts that free every piece, each from edge to edge of what is left; null where no such order exists.
 *
 * The paper is cut in two wherever a line crosses no piece, and each half again. Down to single pieces, whose own edges
 * are then trimmed.
 *
 * @param area the paper the pieces lie on
 * Source: handbook §7, sheet.
 * @example cutsOf([{ id: 'a', x: 0, y: 0, width: 10, height: 10, turned: false }, { id: 'b', x: 10, y: 0, width: 10, height: 10, turned: false }], { width: 20, height: 10 }) // [{ along: 'down', at: 10, from: 0, to: 10 }]
 */
export function cutsOf(placements: readonly Placement[], area: Size): Cut[] | null {
  const cuts: Cut[] = [];
  return halve(placements, { x: 0, y: 0, ...area }, cuts) ? cuts : null;
}

type Area = { x: Um; y: Um; width: Um; height: Um };

function halve(placements: readonly Placement[], area: Area, cuts: Cut[]): boolean {
  if (placements.length === 1) {
    const p = placements[0]!;
    // What is over beside a single piece comes off by its own four edges.
    if (p.y > area.y)
      cuts.push({ trim: true, along: 'across', at: p.y, from: area.x, to: area.x + area.width });
    if (p.y + p.height < area.y + area.height)
      cuts.push({
        trim: true,
        along: 'across',
        at: p.y + p.height,
        from: area.x,
        to: area.x + area.width,
      });
    if (p.x > area.x) cuts.push({ trim: true, along: 'down', at: p.x, from: p.y, to: p.y + p.height });
    if (p.x + p.width < area.x + area.width)
      cuts.push({ trim: true, along: 'down', at: p.x + p.width, from: p.y, to: p.y + p.height });
    return true;
  }
  if (!placements.length) return true;
  for (const along of ['across', 'down'] as const) {
    const at = freeLine(placements, along);
    if (at === null) continue;
    const before = placements.filter((p) => (along === 'across' ? p.y : p.x) < at),
      after = placements.filter((p) => (along === 'across' ? p.y : p.x) >= at);
    const [first, second] =
      along === 'across'
        ? [
            { ...area, height: at - area.y },
            { ...area, y: at, height: area.y + area.height - at },
          ]
        : [
            { ...area, width: at - area.x },
            { ...area, x: at, width: area.x + area.width - at },
          ];
    cuts.push(
      along === 'across'
        ? { along, at, from: area.x, to: area.x + area.width }
        : { along, at, from: area.y, to: area.y + area.height },
    );
    return halve(before, first, cuts) && halve(after, second, cuts);
  }
  return false;
}

/** The first line that crosses no piece and has some on both sides, at the near edge of what follows. */
function freeLine(placements: readonly Placement[], along: Cut['along']): Um | null {
  const spans = placements
    .map((p): [Um, Um] => (along === 'across' ? [p.y, p.y + p.height] : [p.x, p.x + p.width]))
    .sort((a, b) => a[0] - b[0]);
  let end = spans[0]![1];
  for (const [from, to] of spans.slice(1)) {
    if (from >= end) return from;
    end = Math.max(end, to);
  }
  return null;
}
