/** The ways a print can be made, from one's own machine to another's darkroom. */
export const ROUTE_KINDS = [
  'own printer',
  'lab',
  'quick-print shop',
  'print-on-demand house',
  'hand-made darkroom print',
] as const;
