/** The page asked for in an address, from 0; anything odd is the first. @example pageOf('-3') // 0 */
export const pageOf = (text: string | undefined): number =>
  Math.min(100_000, Math.max(0, Number.parseInt(text ?? '0', 10) || 0));
