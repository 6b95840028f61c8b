import { roundHalfEven, type Size } from '../measure';
import type { ProductFinish } from '../product/words';
import type { PackedPrint } from './pack';

/** Kilograms to the square metre, and to the metre of moulding or bar; estimates, until the piece is on the scale. */
const ACRYLIC = 2.4;
const BACKING = 1.9;
const MAT = 1;
const MOULDING_PER_M = 0.45;
const BARS_PER_M = 0.35;
const CANVAS = 0.5;
const PANEL = 6;
const MOUNT_BOARD = 1.3;
/** A frame's moulding beside the sheet. */
const FRAME_UM = 30_000;

/**
 * What a print has become by its finish: outer size, depth and an estimated weight. A loose or sleeved print is still a sheet.
 *
 * @example madePiece('framed', { width: 400000, height: 300000 })?.size // { width: 460000, height: 360000 }
 */
export function madePiece(finish: ProductFinish, sheet: Size): PackedPrint['made'] {
  const area = (sheet.width / 1e6) * (sheet.height / 1e6);
  const around = (2 * (sheet.width + sheet.height)) / 1e6;
  const mg = (kg: number) => roundHalfEven(kg * 1e6);
  switch (finish) {
    case 'framed':
      return {
        as: 'framed',
        size: { width: sheet.width + 2 * FRAME_UM, height: sheet.height + 2 * FRAME_UM },
        depth: 30_000,
        weight: mg(area * (ACRYLIC + BACKING + MAT) + around * MOULDING_PER_M),
      };
    case 'mounted':
      return { as: 'mounted', size: sheet, depth: 4_000, weight: mg(area * (MOUNT_BOARD + MAT)) };
    case 'on a panel':
      return { as: 'mounted', size: sheet, depth: 20_000, weight: mg(area * PANEL) };
    case 'on bars':
      return {
        as: 'framed',
        size: sheet,
        depth: 25_000,
        weight: mg(area * CANVAS + around * BARS_PER_M),
      };
    default:
      return undefined;
  }
}
