import type { Um } from '../measure';
import { hookLines } from './check';
import { layWall } from './lay';
import type { WallPlan } from './plan';

/** Paper a drill sheet is printed on, lying, less what the printer cannot reach. */
export type DrillPaper = { width: Um; height: Um; margin: Um };
/** One page of a drill sheet: what of the wall lies on it, at true size. */
export type DrillTile = {
  face: number;
  /** Left lower corner on the face. */
  left: Um;
  bottom: Um;
  width: Um;
  height: Um;
  column: number;
  row: number;
  crosses: { x: Um; y: Um; number: number; says: string }[];
};

/** Kept round a cross, so that none is cut by an edge. */
const ROUND_CROSS_UM = 12_000;
/** Pages are laid over each other by more than a cross with its surroundings: each lies whole on one of them. */
const OVERLAP_UM = 30_000;

/**
 * The pages of a drill sheet: those parts of the wall that have a hook, and none without, cut from one grid that begins at the
 * first hook, so that pages beside each other fit edge to edge with an overlap.
 *
 * @returns tiles by face, row and column; every hook lies on at least one with its surroundings
 */
export function drillTiles(plan: WallPlan, paper: DrillPaper): DrillTile[] {
  const lines = hookLines(plan, layWall(plan));
  const [wide, high] = [paper.width - 2 * paper.margin, paper.height - 2 * paper.margin];
  const [stepX, stepY] = [wide - OVERLAP_UM, high - OVERLAP_UM];
  return plan.faces.flatMap((_, face) => {
    const crosses = lines
      .filter((l) => l.face === face)
      .flatMap((l) =>
        l.hooks.map((h, i) => ({
          ...h,
          number: l.number,
          says: `${l.number}${l.hooks.length > 1 ? ' ab'.charAt(i + 1) : ''}`,
        })),
      );
    if (!crosses.length) return [];
    const left = Math.min(...crosses.map((c) => c.x)) - ROUND_CROSS_UM;
    const bottom = Math.min(...crosses.map((c) => c.y)) - ROUND_CROSS_UM;
    const tiles = new Map<string, DrillTile>();
    for (const c of crosses) {
      const column = Math.max(0, Math.ceil((c.x + ROUND_CROSS_UM - left - wide) / stepX));
      const row = Math.max(0, Math.ceil((c.y + ROUND_CROSS_UM - bottom - high) / stepY));
      const key = `${row}/${column}`;
      const tile = tiles.get(key) ?? {
        face,
        left: left + column * stepX,
        bottom: bottom + row * stepY,
        width: wide,
        height: high,
        column,
        row,
        crosses: [],
      };
      tile.crosses.push(c);
      tiles.set(key, tile);
    }
    return [...tiles.values()].sort((a, b) => a.row - b.row || a.column - b.column);
  });
}
