/** How colours a paper cannot show are dealt with. Source: ICC.1:2022, 6.2. */
export const INTENTS = [
  'relative colorimetric',
  'perceptual',
  'saturation',
  'absolute colorimetric',
] as const;
export type Intent = (typeof INTENTS)[number];

/** How a proof is shown on a screen: the paper's white as the screen's own, or as the paper's own tint and darkness. */
export type ShownAs = 'screen white' | 'paper white';
