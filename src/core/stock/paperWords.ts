/** What papers are made of. */
export const PAPER_BASES = [
  'cotton',
  'alpha cellulose',
  'resin-coated',
  'canvas',
  'washi',
  'card',
] as const;
export type PaperBase = (typeof PAPER_BASES)[number];

/** How papers are finished, from dull to shining: two that stand side by side look most alike. */
export const PAPER_SURFACES = [
  'matte',
  'textured matte',
  'satin',
  'lustre',
  'gloss',
  'metallic',
] as const;

/** How much of a paper's white is made by brighteners, which fade. */
export const BRIGHTENERS = ['none', 'little', 'much'] as const;
export type Brightener = (typeof BRIGHTENERS)[number];

/** Papers of plain fibre, whose ink lies in the sheet and not in a coat of plastic. @example isFibre('cotton') // true */
export const isFibre = (base: string): boolean => base === 'cotton' || base === 'alpha cellulose';

/** Papers whose ink may be rubbed off, and whose blacks are softer. @example isMatte('lustre') // false */
export const isMatte = (surface: string): boolean => surface === 'matte' || surface === 'textured matte';

/** How far a sample of a paper has come, and what was thought of it. */
export const SAMPLES = ['none', 'asked', 'came', 'printed', 'liked', 'not liked'] as const;
