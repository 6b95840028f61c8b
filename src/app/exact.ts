import type { Size } from '@/core/measure';

/** A known figure, in whole micrometres, milligrams or minor units. */
export type Figure = number | Size;

/**
 * What a field sends: the figure it was filled with as long as nobody touched it, since the text shown may round it; else what
 * was typed.
 *
 * @param shown the text the field was filled with
 * @param figure what that text stands for; nothing: the field was empty, or is no figure
 * @example exactOr('203 mm', '203 mm', 203_200) // 203200
 * @example exactOr('205 mm', '203 mm', 203_200) // '205 mm'
 */
export const exactOr = <F extends Figure>(
  typed: string,
  shown: string,
  figure: F | null | undefined,
): F | string => (typed === shown && figure !== null && figure !== undefined ? figure : typed);
