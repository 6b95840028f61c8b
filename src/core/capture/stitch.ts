import { InputError } from '../errors';

/** How two overlapping tiles lie: `dx`, `dy` say where the second one's corner is in the first, in pixels of the first. */
export type Joint = {
  dx: number;
  dy: number;
  overlap: number;
  /** Likeness of what they share, −1 to 1. */ likeness: number;
  /** Stops the second is lighter (+) than the first where they overlap. */ step: number;
  word: 'joins' | 'step of tone' | 'no overlap found';
  says: string;
};
export type Grey = { width: number; height: number; data: ArrayLike<number> };

/** A joint shows in print from about this step of tone, stops; and below this likeness two tiles are not of one place. */
export const STEP_SHOWS = 0.04;
const ALIKE = 0.6;
/** Less than this share of the smaller tile is no overlap to trust. */
const LEAST_OVERLAP = 0.04;

/**
 * Finds how two tiles of one original overlap, and the step of brightness between them, from small linear grey copies.
 *
 * Every shift that leaves enough overlap is tried coarsely by the likeness (normalised correlation) of what they share, and
 * the best refined to one pixel of the copies.
 *
 * @param scale pixels of the tiles to one pixel of the copies
 * @throws InputError for copies too small
 * Source: normalised cross-correlation, Lewis 1995.
 */
export function findJoint(a: Grey, b: Grey, scale = 1): Joint {
  for (const [field, g] of [
    ['first', a],
    ['second', b],
  ] as const)
    if (g.width < 16 || g.height < 16)
      throw new InputError(field, `${g.width} × ${g.height} px`, 'at least 16 × 16');
  const coarse = 4;
  const [sa, sb] = [shrink(a, coarse), shrink(b, coarse)];
  let best = { dx: 0, dy: 0, likeness: -2 };
  for (let dy = 1 - sb.height; dy < sa.height; dy++) {
    for (let dx = 1 - sb.width; dx < sa.width; dx++) {
      const l = likeness(sa, sb, dx, dy, 1);
      if (l && l.r * Math.min(1, 0.85 + l.share) > best.likeness)
        best = { dx, dy, likeness: l.r * Math.min(1, 0.85 + l.share) };
    }
  }
  let fine = { dx: best.dx * coarse, dy: best.dy * coarse, r: -2, share: 0, step: 0 };
  const about = { ...fine };
  for (let dy = about.dy - coarse; dy <= about.dy + coarse; dy++) {
    for (let dx = about.dx - coarse; dx <= about.dx + coarse; dx++) {
      const l = likeness(a, b, dx, dy, 2);
      if (l && l.r > fine.r) fine = { dx, dy, ...l };
    }
  }
  const step = fine.step;
  const where = `the second begins ${Math.round(fine.dx * scale)} px right of and ${Math.round(fine.dy * scale)} px below the first, sharing ${(100 * fine.share).toFixed(0)} %`;
  const word =
    fine.r < ALIKE ? 'no overlap found' : Math.abs(step) > STEP_SHOWS ? 'step of tone' : 'joins';
  const says =
    word === 'no overlap found'
      ? `No overlap found: what they share at best is alike by ${fine.r.toFixed(2)} only. Scan again with more overlap, the same way up.`
      : word === 'joins'
        ? `Joins: ${where}; no step of tone that shows (${Math.abs(step).toFixed(3)} stops).`
        : `A step of tone: ${where}, and the second is ${Math.abs(step).toFixed(2)} stops ${step > 0 ? 'lighter' : 'darker'}. It shows from about ${STEP_SHOWS}: scan both again with the lid and the settings alike, or correct evenness first.`;
  return {
    dx: Math.round(fine.dx * scale),
    dy: Math.round(fine.dy * scale),
    overlap: fine.share,
    likeness: fine.r,
    step,
    word,
    says,
  };
}

function shrink(g: Grey, k: number): Grey {
  const [w, h] = [Math.floor(g.width / k), Math.floor(g.height / k)];
  const data = new Float32Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let sum = 0;
      for (let j = 0; j < k; j++)
        for (let i = 0; i < k; i++) sum += g.data[(y * k + j) * g.width + x * k + i]!;
      data[y * w + x] = sum / (k * k);
    }
  return { width: w, height: h, data };
}

function likeness(
  a: Grey,
  b: Grey,
  dx: number,
  dy: number,
  stride: number,
): { r: number; share: number; step: number } | null {
  const x0 = Math.max(0, dx),
    x1 = Math.min(a.width, dx + b.width),
    y0 = Math.max(0, dy),
    y1 = Math.min(a.height, dy + b.height);
  const [w, h] = [x1 - x0, y1 - y0];
  const share = (w * h) / Math.min(a.width * a.height, b.width * b.height);
  if (w < 4 || h < 4 || share < LEAST_OVERLAP) return null;
  let n = 0,
    sa = 0,
    sb = 0,
    saa = 0,
    sbb = 0,
    sab = 0;
  for (let y = y0; y < y1; y += stride) {
    for (
      let x = x0, ia = y * a.width + x0, ib = (y - dy) * b.width + x0 - dx;
      x < x1;
      x += stride, ia += stride, ib += stride
    ) {
      const va = a.data[ia]!,
        vb = b.data[ib]!;
      n++;
      sa += va;
      sb += vb;
      saa += va * va;
      sbb += vb * vb;
      sab += va * vb;
    }
  }
  const va = saa / n - (sa / n) ** 2,
    vb = sbb / n - (sb / n) ** 2;
  const r = va > 1e-12 && vb > 1e-12 ? (sab / n - (sa * sb) / n / n) / Math.sqrt(va * vb) : 0;
  return { r, share, step: Math.log2(Math.max(1e-9, sb) / Math.max(1e-9, sa)) };
}
