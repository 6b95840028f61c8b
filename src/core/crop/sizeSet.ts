import type { Size, Um } from '../measure';

/** A size that could be offered: whether it holds, and what it loses of the picture. */
export type Candidate = { size: Size; holds: boolean; lostShare: number };
export type Proposed = {
  size: Size;
  lostShare: number;
  /** True where no frame size of the families is near enough. */ custom: boolean;
  step: number | null;
  why: string;
};

/** From one size to the next, in side: about twice the area, so that each looks plainly larger. Source: handbook §7. */
export const SET_STEP = Math.SQRT2;
/** What a size may lose and still be of the picture's shape, for a set. */
const NEAR = 0.03;
/** Few sizes are easier to stock, proof and price. */
const MOST = 4;
const LEAST_SIDE: Um = 140_000;

/**
 * A sensible few sizes for a picture: the largest that holds, and below it steps of about 1.4 in side, each exact or near
 * in shape. Where no frame size is near enough, a size of the picture's own shape is proposed, its long side in whole
 * centimetres.
 *
 * @param picture sides in any unit
 * @param largest long side of the largest print the file carries
 * Source: handbook §7.
 * @example proposeSet({ width: 4, height: 3 }, 600000, [{ size: { width: 400000, height: 300000 }, holds: true, lostShare: 0 }]).map((p) => p.size.width) // [190000, 280000, 400000]
 */
export function proposeSet(
  picture: { width: number; height: number },
  largest: Um,
  candidates: readonly Candidate[],
): Proposed[] {
  const long = (s: Size) => Math.max(s.width, s.height);
  const usable = candidates
    .filter((c) => c.holds && c.lostShare <= NEAR && long(c.size) >= LEAST_SIDE)
    .sort((a, b) => long(b.size) - long(a.size));
  const start = usable[0] ?? own(picture, Math.min(largest, 600_000));
  if (!start || long(start.size) > largest + 1_000) return [];
  const set: Proposed[] = [];
  let side = long(start.size);
  for (let i = 0; i < MOST && side >= LEAST_SIDE; i++) {
    const near = usable
      .filter(
        (c) =>
          Math.abs(Math.log(long(c.size) / side)) < Math.log(1.13) &&
          (!set.length || long(c.size) < long(set.at(-1)!.size) / 1.15),
      )
      .sort(
        (a, b) =>
          Math.abs(long(a.size) - side) +
          a.lostShare * side -
          Math.abs(long(b.size) - side) -
          b.lostShare * side,
      )[0];
    const pick = near ?? own(picture, side);
    if (!pick) break;
    const before = set.at(-1);
    const step = before ? long(before.size) / long(pick.size) : null;
    set.push({
      size: pick.size,
      lostShare: pick.lostShare,
      custom: !near,
      step,
      why: near
        ? pick.lostShare <= 0.005
          ? 'a frame size of the picture’s shape'
          : `a frame size; filling it loses ${Math.round(pick.lostShare * 1_000) / 10} %`
        : 'the picture’s own shape: no frame size is near',
    });
    side = long(pick.size) / SET_STEP;
  }
  return set
    .reverse()
    .map((p, i, all) => ({ ...p, step: i ? long(p.size) / long(all[i - 1]!.size) : null }));
}

/** The picture's own shape at about a long side. */
function own(picture: { width: number; height: number }, side: Um): Candidate | null {
  const long = Math.floor(side / 10_000) * 10_000;
  if (long < LEAST_SIDE) return null;
  const ratio = Math.min(picture.width, picture.height) / Math.max(picture.width, picture.height);
  const short = Math.round((long * ratio) / 1_000) * 1_000;
  return {
    size:
      picture.width >= picture.height ? { width: long, height: short } : { width: short, height: long },
    holds: true,
    lostShare: 0,
  };
}
