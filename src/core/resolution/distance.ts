import { diagonal, UM_PER_MM, type Size, type Um } from '../measure';

/** Half of one minute of arc, in radians. */
const HALF_MINUTE = Math.PI / 180 / 120;

/** Nearer than this nobody holds a print to look at it. */
export const NEAREST_JUDGED_UM = 250 * UM_PER_MM;
/** How near people walk up to a print on a wall. */
export const NOSE_DISTANCE_UM = 400 * UM_PER_MM;

/**
 * The pixels per inch that a normal eye can just part from a distance: `25.4 ÷ (2·d·tan(0.5′))`, d in mm.
 *
 * Source: Snellen 6/6 acuity, one minute of arc, ISO 8596.
 * @param distance in micrometres
 * @returns pixels per inch
 * @example Math.round(eyePpi(250000)) // 349
 */
export function eyePpi(distance: Um): number {
  return 25.4 / (2 * (distance / UM_PER_MM) * Math.tan(HALF_MINUTE));
}

/**
 * The distance a print is judged from when nobody says otherwise: 1.5 × its diagonal, never under 250 mm.
 *
 * @returns micrometres
 * @example judgedDistanceOf({ width: 600000, height: 450000 }) // 1125000
 */
export function judgedDistanceOf(print: Size): Um {
  return Math.max(NEAREST_JUDGED_UM, Math.round(1.5 * diagonal(print)));
}
