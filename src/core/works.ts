/** What a work is, which decides what is asked of it. */
export const WORK_KINDS = [
  'painting',
  'drawing',
  'photograph on film',
  'digital photograph',
  'born digital',
] as const;
export type WorkKind = (typeof WORK_KINDS)[number];

/** Whether the picture carries a signature, and what prints do with it. */
export const SIGNATURES = [
  'not said',
  'none in the picture',
  'stays in prints',
  'to be removed',
] as const;
export type Signature = (typeof SIGNATURES)[number];

/** What works are put into drawers by; nothing: they lie in one. */
export const DRAWERS = ['none', 'series', 'medium', 'year', 'kind', 'next'] as const;
export type DrawersBy = (typeof DRAWERS)[number];

/** What a work lacks next, in the order of the work: the drawers of “what comes next”. */
export const NEXT_STEPS = [
  'to be read again',
  'to capture',
  'kept out of print',
  'to size',
  'to proof',
  'to put into an edition',
  'to price',
  'on sale',
] as const;

/** Whether prints may be made of a work at all. */
export const MAY_PRINT = ['yes', 'not yet', 'no'] as const;
export type MayPrint = (typeof MAY_PRINT)[number];

/** What a photograph of an original is taken for. */
export const PHOTOGRAPH_OF = ['front', 'back', 'signature', 'damage', 'detail'] as const;
export type PhotographOf = (typeof PHOTOGRAPH_OF)[number];
