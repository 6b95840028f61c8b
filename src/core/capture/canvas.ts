import { InputError } from '../errors';
import { UM_PER_INCH, type Size } from '../measure';
import type { Pixels } from '../resolution';
import { uncompressedBytes } from './scan';

/**
 * A digital canvas for the largest print wanted: its pixels, rounded up, what one layer costs in memory, and how many
 * layers a budget holds.
 *
 * @throws InputError for a side, a ppi or a budget not above zero
 * Source: handbook §4: one layer costs `w × h × channels × bytes`.
 * @example planCanvas({ largest: { width: 508000, height: 406400 }, ppi: 300, bits: 8, channels: 4, budgetBytes: 2147483648 }) // { pixels: { width: 6000, height: 4800 }, layerBytes: 115200000, layers: 18 }
 */
export function planCanvas(q: {
  largest: Size;
  ppi: number;
  bits: number;
  channels: number;
  budgetBytes: number;
}): { pixels: Pixels; layerBytes: number; layers: number } {
  if (!(q.largest.width > 0 && q.largest.height > 0))
    throw new InputError('largest', q.largest, 'two sides above zero');
  if (!(q.ppi > 0)) throw new InputError('ppi', q.ppi, 'pixels per inch above zero');
  if (!(q.budgetBytes > 0)) throw new InputError('budgetBytes', q.budgetBytes, 'bytes above zero');
  const side = (um: number) => Math.ceil((um / UM_PER_INCH) * q.ppi - 1e-9);
  const pixels = { width: side(q.largest.width), height: side(q.largest.height) };
  const layerBytes = uncompressedBytes(pixels, q.channels, q.bits);
  return { pixels, layerBytes, layers: Math.floor(q.budgetBytes / layerBytes) };
}

/** Past this grain, not pixels, sets the limit of a film. Source: handbook §4. */
export const GRAIN_LIMIT = 12;

/**
 * What a film scan gives: pixels of a frame at a scan ppi, and how far the print enlarges it.
 *
 * @returns enlargement linear; `grain` true past about 12 ×, to be said, not forbidden
 * @example planFilm({ frame: { width: 36000, height: 24000 }, scanPpi: 4000, print: { width: 600000, height: 400000 } }) // { pixels: { width: 5669, height: 3780 }, enlargement: 16.666666666666668, grain: true }
 */
export function planFilm(q: { frame: Size; scanPpi: number; print: Size }): {
  pixels: Pixels;
  enlargement: number;
  grain: boolean;
} {
  if (!(q.frame.width > 0 && q.frame.height > 0))
    throw new InputError('frame', q.frame, 'two sides above zero');
  if (!(q.scanPpi > 0)) throw new InputError('scanPpi', q.scanPpi, 'pixels per inch above zero');
  const side = (um: number) => Math.round((um / UM_PER_INCH) * q.scanPpi);
  const enlargement = Math.max(q.print.width / q.frame.width, q.print.height / q.frame.height);
  return {
    pixels: { width: side(q.frame.width), height: side(q.frame.height) },
    enlargement,
    grain: enlargement > GRAIN_LIMIT,
  };
}
