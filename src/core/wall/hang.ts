import { InputError } from '../errors';
import type { Um } from '../measure';

export type FrameToHang = { width: Um; height: Um; drop: Um };
export type HangQuestion = {
  /** Clear width to hang on. */
  span: Um;
  /** Middle of every frame, from the floor. */
  centre: Um;
  frames: readonly FrameToHang[];
  /** Between frames, the group in the middle; left out: even gaps, the ends too. */
  gap?: Um | null;
};
/** A hook: from the left end of the span, from the floor. */
export type Hook = { x: Um; y: Um };

/**
 * Where the hooks of a row go.
 *
 * Even gaps: `gap = (span − Σ widths) ÷ (n + 1)`; a given gap: the group stands in the middle. A hook is at the middle of its
 * frame and at `centre + height ÷ 2 − drop`.
 *
 * @returns hooks in the order of the frames, and the gap, in whole µm
 * @throws InputError where the frames with their gaps are wider than the span, or a wire would hang below its frame
 * Source: handbook §13.
 * @example hangRow({ span: 4200000, centre: 1500000, frames: [{ width: 720000, height: 570000, drop: 60000 }, { width: 520000, height: 420000, drop: 45000 }, { width: 930000, height: 750000, drop: 80000 }, { width: 430000, height: 430000, drop: 40000 }, { width: 390000, height: 470000, drop: 45000 }] }).hooks[0] // { x: 561667, y: 1725000 }
 */
export function hangRow({ span, centre, frames, gap: given = null }: HangQuestion): {
  hooks: Hook[];
  gap: Um;
} {
  if (!(span > 0)) throw new InputError('span', span, 'a width above nothing');
  if (!frames.length) throw new InputError('frames', '', 'at least one frame');
  frames.forEach(({ width, height, drop }, i) => {
    if (!(width > 0)) throw new InputError(`frames[${i}].width`, width, 'a width above nothing');
    if (!(height > 0)) throw new InputError(`frames[${i}].height`, height, 'a height above nothing');
    if (!(drop >= 0 && drop < height))
      throw new InputError(
        `frames[${i}].drop`,
        drop,
        `from 0 to less than the frame’s height, ${height}`,
      );
    if (centre - height / 2 < 0)
      throw new InputError('centre', centre, `at least half the height of frame ${i + 1}, ${height / 2}`);
  });
  const wide = frames.reduce((sum, { width }) => sum + width, 0);
  const gap = given ?? (span - wide) / (frames.length + 1);
  const rest = span - wide - (frames.length - 1) * gap;
  if (gap < 0 || rest < 0)
    throw new InputError(
      given === null ? 'frames' : 'gap',
      given === null ? wide : given,
      given === null
        ? `frames no wider together than the span, ${span}`
        : `a gap of at most ${Math.max(0, Math.floor((span - wide) / Math.max(1, frames.length - 1)))}`,
    );
  let left = rest / 2;
  const hooks = frames.map(({ width, height, drop }) => {
    const x = Math.round(left + width / 2);
    left += width + gap;
    return { x, y: Math.round(centre + height / 2 - drop) };
  });
  return { hooks, gap: Math.round(gap) };
}
