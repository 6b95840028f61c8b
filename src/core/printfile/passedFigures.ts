import { KERNELS, type Kernel } from './resample';
import type { Smoothing, UnsharpMask } from './sharpen';
import type { PrepStep } from './steps';

/** The settings of a prep whose print passed, as figures that can be used again. */
export type PassedFigures = {
  kernel: Kernel | null;
  /** Before resampling, where it was. */
  capture: UnsharpMask | null;
  smooth: Smoothing | null;
  /** After it. */
  sharpen: UnsharpMask | null;
};

/**
 * What was last done of each kind. What was sharpened before resampling is the capture's, after it the print's.
 *
 * @example passedFigures([{ kind: 'sharpen', says: '', figures: { amount: 70, radius: 0.9, threshold: 2 }, by: 'hand' }]).sharpen // { amount: 70, radius: 0.9, threshold: 2 }
 */
export function passedFigures(steps: readonly PrepStep[]): PassedFigures {
  const resampled = steps.findLastIndex((step) => step.kind === 'resample');
  const last = (kind: PrepStep['kind'], from: number, to: number) =>
    steps.slice(from, to).findLast((step) => step.kind === kind);
  const kernel = steps[resampled]?.figures.kernel;
  const noise = last('noise', 0, steps.length)?.figures;
  return {
    kernel: KERNELS.find((each) => each === kernel) ?? null,
    capture: maskOf(resampled >= 0 ? last('sharpen', 0, resampled) : undefined),
    smooth:
      typeof noise?.strength === 'number' && typeof noise.levels === 'number'
        ? { strength: noise.strength, levels: noise.levels }
        : null,
    sharpen: maskOf(last('sharpen', resampled + 1, steps.length)),
  };
}

function maskOf(step: PrepStep | undefined): UnsharpMask | null {
  const { amount, radius, threshold } = step?.figures ?? {};
  if (typeof amount !== 'number') return null;
  return {
    amount,
    radius: typeof radius === 'number' ? radius : 1,
    threshold: typeof threshold === 'number' ? threshold : 0,
  };
}
