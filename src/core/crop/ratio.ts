import { InputError } from '../errors';
import { roundHalfEven, type Size, type Um } from '../measure';

/** Ratios nearer than this count as the same. Source: handbook §7. */
export const EXACT_WITHIN = 0.005;

export type RatioFit = {
  exact: boolean;
  /** The picture fills the frame; what is outside is lost. */
  fill: { lostShare: number };
  /** The whole picture stays; white is left on these sides. */
  fit: { left: Um; right: Um; top: Um; bottom: Um };
};

/**
 * How a picture meets a frame of another shape: `fill` crops `1 − min(r/q, q/r)` of the area, `fit` leaves borders.
 *
 * @param picture sides in any unit, only their ratio counts
 * @param frame sides in micrometres
 * @throws InputError for a side not above zero
 * Source: handbook §7.
 * @example ratioOf({ width: 3, height: 2 }, { width: 500000, height: 400000 }).fill.lostShare // 0.16666666666666663
 */
export function ratioOf(picture: { width: number; height: number }, frame: Size): RatioFit {
  for (const [field, size] of [
    ['picture', picture],
    ['frame', frame],
  ] as const) {
    if (!(size.width > 0 && size.height > 0)) throw new InputError(field, size, 'two sides above zero');
  }
  const r = picture.width / picture.height;
  const q = frame.width / frame.height;
  const spareWidth = r < q ? roundHalfEven(frame.width - frame.height * r) : 0;
  const spareHeight = r > q ? roundHalfEven(frame.height - frame.width / r) : 0;
  const [left, top] = [Math.floor(spareWidth / 2), Math.floor(spareHeight / 2)];
  return {
    exact: Math.abs(r / q - 1) <= EXACT_WITHIN,
    fill: { lostShare: 1 - Math.min(r / q, q / r) },
    fit: { left, right: spareWidth - left, top, bottom: spareHeight - top },
  };
}
