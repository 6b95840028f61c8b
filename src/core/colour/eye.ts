import { InputError } from '../errors';
import { UM_PER_INCH, type Um } from '../measure';

/** What the eye parts: one minute of arc. Source: handbook §9. */
const ARC_MINUTE = Math.PI / 180 / 60;
/** A Gaussian's width at half its height, over its sigma. */
const FWHM = 2 * Math.sqrt(2 * Math.log(2));

/**
 * The smallest detail that can be told apart on a print from a distance.
 *
 * @param distance µm from the eye to the print
 * @returns µm on the print
 * @throws InputError for a distance that is not above nought
 * @example finestSeen(1_000_000) // 291
 */
export function finestSeen(distance: Um): Um {
  if (!(distance > 0)) throw new InputError('distance', distance, 'a distance above 0');
  return Math.round(distance * Math.tan(ARC_MINUTE));
}

/**
 * How wide a soft spot, in pixels of the picture, stands for the eye at a distance: the sigma of a Gaussian one minute of arc
 * wide at half its height.
 *
 * @param ppi pixels of the file to an inch of print
 * @example eyeBlur(1_500_000, 300).toFixed(2) // '2.19'
 */
export const eyeBlur = (distance: Um, ppi: number): number =>
  (distance * Math.tan(ARC_MINUTE) * ppi) / UM_PER_INCH / FWHM;

/**
 * From where on a file's pixels can no longer be told apart on a print.
 *
 * @returns µm
 * @example pixelsMelt(300) // 291063
 */
export const pixelsMelt = (ppi: number): Um => Math.round(UM_PER_INCH / ppi / Math.tan(ARC_MINUTE));

/** sRGB code values as light, and light in 4 096 steps as code values. Source: IEC 61966-2-1. */
const LIGHT = Float32Array.from({ length: 256 }, (_, v) =>
  v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4,
);
const CODED = Uint8ClampedArray.from({ length: 4_097 }, (_, i) => {
  const l = i / 4_096;
  return 255 * (l <= 0.0031308 ? 12.92 * l : 1.055 * l ** (1 / 2.4) - 0.055);
});

/**
 * A picture of screen pixels as it reaches the eye: softened in light, not in code values, so that fine black and white make
 * the grey they make on a wall.
 *
 * @param rgba four samples to a pixel, sRGB; the fourth is kept
 * @param sigma pixels
 * @example softened(Uint8ClampedArray.from([0, 0, 0, 255, 0, 0, 0, 255]), 2, 1, 4)[0] // 0
 */
export function softened(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  sigma: number,
): Uint8ClampedArray {
  const out = new Uint8ClampedArray(rgba);
  if (!(sigma > 0.15)) return out;
  const reach = Math.max(1, Math.ceil(3 * sigma)),
    taps = Float32Array.from({ length: 2 * reach + 1 }, (_, i) =>
      Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)),
    );
  const sum = taps.reduce((a, b) => a + b, 0);
  taps.forEach((t, i) => {
    taps[i] = t / sum;
  });
  const light = new Float32Array(width * height),
    across = new Float32Array(width * height);
  for (let c = 0; c < 3; c++) {
    for (let i = 0; i < light.length; i++) light[i] = LIGHT[rgba[4 * i + c]!]!;
    blurLines(light, across, taps, height, width, width, 1);
    blurLines(across, light, taps, width, height, 1, width);
    for (let i = 0; i < light.length; i++) out[4 * i + c] = CODED[(light[i]! * 4_096 + 0.5) | 0]!;
  }
  return out;
}

function blurLines(
  from: Float32Array,
  to: Float32Array,
  taps: Float32Array,
  lines: number,
  n: number,
  stride: number,
  step: number,
) {
  const reach = taps.length >> 1;
  for (let line = 0; line < lines; line++) {
    const start = line * stride;
    for (let i = 0; i < n; i++) {
      let v = 0;
      for (let k = -reach; k <= reach; k++) {
        const j = i + k;
        v += taps[k + reach]! * from[start + (j < 0 ? 0 : j >= n ? n - 1 : j) * step]!;
      }
      to[start + i * step] = v;
    }
  }
}
