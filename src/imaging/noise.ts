/** A number from 0 to 1 that is always the same for the same three. */
export function rnd(seed: number, a: number, b: number): number {
  let h = Math.imul(a + 1, 0x27d4eb2d) ^ Math.imul(b + 1, 0x165667b1) ^ Math.imul(seed + 7, 0x9e3779b1);
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 4_294_967_296;
}
/** Noise of about unit spread, always the same for the same three: the sum of four even ones. */
export const gauss = (seed: number, x: number, y: number) =>
  (rnd(seed + 11, x, y) + rnd(seed + 12, x, y) + rnd(seed + 13, x, y) + rnd(seed + 14, x, y) - 2) * 1.732;
