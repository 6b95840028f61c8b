import { InputError } from '../errors';

/** How much two neighbouring tiles share, where nobody says otherwise. Source: handbook §4. */
export const USUAL_OVERLAP = 0.2;

export type TileGrid = { columns: number; rows: number };

/**
 * How many tiles of a length cover a side, each sharing a part of itself with the next:
 * `n = ceil((L − o·b) ÷ (b − o·b))`, one when the side fits.
 *
 * @param side to cover, any unit
 * @param tile side of one tile, the same unit
 * @param overlap share of a tile, 0 to under 1
 * @throws InputError for a side or tile not above zero, or an overlap outside its range
 * Source: handbook §4.
 * @example tilesAlong(400, 216, 0.2) // 3
 */
export function tilesAlong(side: number, tile: number, overlap = USUAL_OVERLAP): number {
  if (!(side > 0)) throw new InputError('side', side, 'a length above zero');
  if (!(tile > 0)) throw new InputError('tile', tile, 'a length above zero');
  if (!(overlap >= 0 && overlap < 1))
    throw new InputError('overlap', overlap, 'a share from 0 to under 1');
  if (side <= tile) return 1;
  // A hair under the whole number is that number: 0.2 has no exact binary form.
  return Math.ceil((side - overlap * tile) / (tile - overlap * tile) - 1e-9);
}

/**
 * The tiles that cover an original, the bed lying either way, whichever needs fewer; upright where both need as many.
 *
 * @example tileGrid({ width: 400, height: 500 }, { width: 216, height: 297 }, 0.2) // { columns: 3, rows: 2 }
 */
export function tileGrid(
  original: { width: number; height: number },
  bed: { width: number; height: number },
  overlap = USUAL_OVERLAP,
): TileGrid {
  const laid = (w: number, h: number): TileGrid => ({
    columns: tilesAlong(original.width, w, overlap),
    rows: tilesAlong(original.height, h, overlap),
  });
  const [asIs, turned] = [laid(bed.width, bed.height), laid(bed.height, bed.width)];
  return turned.columns * turned.rows < asIs.columns * asIs.rows ? turned : asIs;
}
