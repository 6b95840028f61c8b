import type { Um } from '../measure';

/** How near a layout is to the shortest there can be. */
export type Shortness = { isShortest: boolean; over: number; says: string };

/**
 * What is known of a layout's length: that nothing can be shorter, or by how much at most something could.
 *
 * @example shortness(490000, 480000).says // 'At most 2.1 % longer than anything could be.'
 * @example shortness(480000, 480000).says // 'Proven shortest: nothing can be shorter.'
 */
export function shortness(length: Um, bound: Um): Shortness {
  const over = bound > 0 ? Math.max(0, length / bound - 1) : 0;
  if (length <= bound)
    return { isShortest: true, over: 0, says: 'Proven shortest: nothing can be shorter.' };
  const percent = Math.max(0.1, Math.ceil(over * 1_000) / 10);
  return {
    isShortest: false,
    over,
    says: `At most ${percent} % longer than anything could be.`,
  };
}
