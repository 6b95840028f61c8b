/** A small thing that does not belong: where, how large across in pixels, and how far it stands out (0–255, + lighter). */
export type Speck = { x: number; y: number; size: number; contrast: number };
/** Specks larger than this are marks of the work, or need other means. */
export const LARGEST_SPECK = 40;
/** How many are listed; more than this and the scan wants cleaning and taking again. */
export const MOST_SPECKS = 400;
/** Rows that a band must have beyond those it reports: a whole speck, and its surroundings. */
export const SPECK_MARGIN = 32;
/** Pixels between a point and the ring of neighbours it is held against. */
const REACH = 10;

/**
 * Small outliers against their surroundings in one band of a picture: a point stands out when it lies beyond all eight
 * neighbours on a ring around it, by more than the noise and more than those differ among themselves; neighbouring points
 * make one speck.
 *
 * @param band lightness 0–255, row by row; `top` is its first row in the picture, and specks with their middle from row `from`
 *   to before row `to` of the picture are reported, the rest are surroundings
 * @param noise standard deviation of the noise
 * @returns specks in pixels of the whole picture
 * Source: handbook §4; the ring stands in for the local median, which it equals wherever the surroundings are even.
 */
export function specksIn(
  band: { width: number; height: number; data: ArrayLike<number>; top: number; from: number; to: number },
  noise: number,
): Speck[] {
  const { width: w, height: h, data } = band;
  const least = Math.max(14, 7 * noise);
  const out = new Uint8Array(w * h);
  const d = Math.round(REACH * Math.SQRT1_2);
  const ring = [REACH, -REACH, REACH * w, -REACH * w, d * w + d, d * w - d, -d * w + d, -d * w - d];
  for (let y = REACH; y < h - REACH; y++) {
    for (let x = REACH, at = y * w + REACH; x < w - REACH; x++, at++) {
      const v = data[at]!;
      const first = data[at + REACH]!;
      // Most points end here.
      if (v < first + least && v > first - least) continue;
      let low = first,
        high = first;
      for (let k = 1; k < 8; k++) {
        const r = data[at + ring[k]!]!;
        if (r < low) low = r;
        else if (r > high) high = r;
      }
      const beyond = v > high ? v - high : low - v;
      if (beyond > least && high - low < 0.6 * beyond) out[at] = v > high ? 2 : 1;
    }
  }
  return gather(out, band).filter((s) => s.y >= band.from && s.y < band.to);
}

function gather(
  out: Uint8Array,
  {
    width: w,
    height: h,
    data,
    top,
  }: { width: number; height: number; data: ArrayLike<number>; top: number },
): Speck[] {
  const specks: Speck[] = [];
  const stack: number[] = [];
  for (let start = 0; start < out.length; start++) {
    const sign = out[start]!;
    if (!sign) continue;
    let [n, sx, sy, x0, x1, y0, y1, sum] = [0, 0, 0, w, 0, h, 0, 0];
    stack.push(start);
    out[start] = 0;
    while (stack.length) {
      const at = stack.pop()!;
      const x = at % w,
        y = (at - x) / w;
      n++;
      sx += x;
      sy += y;
      sum += data[at]!;
      if (x < x0) x0 = x;
      if (x > x1) x1 = x;
      if (y < y0) y0 = y;
      if (y > y1) y1 = y;
      for (const next of [
        at - 1,
        at + 1,
        at - w,
        at + w,
        at - w - 1,
        at - w + 1,
        at + w - 1,
        at + w + 1,
      ]) {
        if (next >= 0 && next < out.length && out[next] === sign) {
          out[next] = 0;
          stack.push(next);
        }
      }
    }
    const size = Math.max(x1 - x0, y1 - y0) + 1;
    if (n < 2 || size > LARGEST_SPECK) continue;
    const [cx, cy] = [Math.round(sx / n), Math.round(sy / n)];
    const around = data[Math.min(h - 1, Math.max(0, cy)) * w + Math.min(w - 1, cx + REACH)]!;
    specks.push({ x: cx, y: cy + top, size, contrast: Math.round(sum / n - around) });
  }
  return specks;
}

/** The largest first, then the strongest. @example bySize([{ x: 0, y: 0, size: 2, contrast: 9 }, { x: 1, y: 1, size: 5, contrast: 3 }])[0].size // 5 */
export const bySize = (specks: readonly Speck[]): Speck[] =>
  [...specks].sort((a, b) => b.size - a.size || Math.abs(b.contrast) - Math.abs(a.contrast));
