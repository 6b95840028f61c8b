import { InputError } from '../errors';
import { UM_PER_INCH, type Size } from '../measure';
import type { Pixels } from '../resolution';
import { tileGrid, USUAL_OVERLAP, type TileGrid } from './tiles';

export type Scanner = { bed: Size; opticalPpi: number; steps: readonly number[] };
export type ScanPlan = {
  /** What the print asks of the scan. */
  neededPpi: number;
  /** The next step the scanner has, or what is needed where it has none so high. */
  scanPpi: number;
  pixels: Pixels;
  /** Uncompressed. */
  bytes: number;
  tiles: TileGrid;
  /** Above the scanner's optical resolution: the dots between are made up and add nothing. */
  interpolated: boolean;
};

/**
 * Bytes of an uncompressed picture: `w × h × channels × bits ÷ 8`.
 *
 * @example uncompressedBytes({ width: 6000, height: 4800 }, 4, 8) // 115200000
 */
export const uncompressedBytes = (pixels: Pixels, channels: number, bits: number): number =>
  (pixels.width * pixels.height * channels * bits) / 8;

/**
 * How to scan an original for a print: `scanPpi = printPpi × printSide ÷ originalSide`, the larger of the two axes, rounded
 * up to a step the scanner has.
 *
 * @param original and print lie the same way; sides in micrometres
 * @throws InputError for a side, a ppi or a step that is not above zero
 * Source: handbook §4.
 * @example planScan({ original: { width: 148000, height: 210000 }, print: { width: 420000, height: 594000 }, ppi: 300, scanner: { bed: { width: 216000, height: 297000 }, opticalPpi: 4800, steps: [300, 600, 1200, 2400] } }).scanPpi // 1200
 */
export function planScan(q: {
  original: Size;
  print: Size;
  ppi: number;
  scanner: Scanner;
  overlap?: number;
  bits?: number;
  channels?: number;
}): ScanPlan {
  const { original, print, ppi, scanner, overlap = USUAL_OVERLAP, bits = 16, channels = 3 } = q;
  for (const [field, size] of [
    ['original', original],
    ['print', print],
    ['scanner.bed', scanner.bed],
  ] as const) {
    if (!(size.width > 0 && size.height > 0)) throw new InputError(field, size, 'two sides above zero');
  }
  if (!(ppi > 0)) throw new InputError('ppi', ppi, 'pixels per inch above zero');
  if (!(scanner.opticalPpi > 0))
    throw new InputError('scanner.opticalPpi', scanner.opticalPpi, 'pixels per inch above zero');
  const steps = [...scanner.steps].sort((a, b) => a - b);
  if (!steps.length || steps[0]! <= 0)
    throw new InputError('scanner.steps', scanner.steps, 'at least one step above zero');
  const neededPpi = ppi * Math.max(print.width / original.width, print.height / original.height);
  // Asking 600.0000001 of a 600 ppi step is a rounding of lengths, not a wish for the next step.
  const scanPpi = steps.find((s) => s >= neededPpi - 1e-6) ?? Math.ceil(neededPpi);
  const side = (um: number) => Math.round((um / UM_PER_INCH) * scanPpi);
  const pixels = { width: side(original.width), height: side(original.height) };
  return {
    neededPpi,
    scanPpi,
    pixels,
    bytes: uncompressedBytes(pixels, channels, bits),
    tiles: tileGrid(original, scanner.bed, overlap),
    interpolated: scanPpi > scanner.opticalPpi,
  };
}
