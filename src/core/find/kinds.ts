/** What can be found by its words, in the order it is shown. */
export const FINDABLE_KINDS = [
  'work',
  'person',
  'order',
  'parcel',
  'paper',
  'route',
  'machine',
  'supplier',
  'channel',
  'goods',
  'layout',
  'wall',
  'note',
  'journal',
] as const;
export type FindableKind = (typeof FINDABLE_KINDS)[number];
