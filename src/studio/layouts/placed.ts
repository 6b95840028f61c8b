import { InputError } from '@/core/errors';
import { formatLength, type UnitSystem } from '@/core/measure';
import { tooNear, type Laid, type LaidPiece } from '@/core/sheets/pieces';
import type { Ground } from '@/core/sheets/snap';
import { flag, line, objectSchema, Type } from '../schemas';

export const um = Type.Integer({ minimum: 0, maximum: 100_000_000 });
/** Where one piece lies, as a page sends it. */
export const laidSchema = objectSchema({ id: line, x: um, y: um, width: um, height: um, turned: flag });

/**
 * Makes sure that pieces sent from a page lie in their own sizes, inside the margins and apart from each other: what is kept is
 * printed.
 *
 * @throws InputError naming the placement that does not
 */
export function refuseMisplaced(
  { width, height, margin, gap }: Ground,
  pieces: readonly LaidPiece[],
  placements: readonly Laid[],
  unit: UnitSystem,
): void {
  const pieceOf = (id: string) => pieces.find((piece) => piece.id === id.split('#')[0]);
  for (const [i, a] of placements.entries()) {
    const p = pieceOf(a.id);
    const isItself =
      p &&
      (a.turned
        ? p.rotate && a.width === p.height && a.height === p.width
        : a.width === p.width && a.height === p.height);
    if (!isItself)
      throw new InputError(`placements[${i}]`, a.id, 'a piece of this layout in its own size');
    const isInside =
      a.x >= margin &&
      a.y >= margin &&
      a.x + a.width <= width - margin &&
      (height === null || a.y + a.height <= height - margin);
    if (!isInside)
      throw new InputError(
        `placements[${i}]`,
        p.says,
        `inside the margins of ${formatLength(margin, unit)}`,
      );
    const near = placements.slice(i + 1).find((b) => tooNear(a, b, gap));
    if (near)
      throw new InputError(
        `placements[${i}]`,
        p.says,
        `at least ${formatLength(gap, unit)} from ${pieceOf(near.id)?.says ?? 'its neighbour'}`,
      );
  }
}
