/** How a print leaves the studio. Source: handbook §1, finish. */
export const FINISHES = ['loose', 'sleeved', 'mounted', 'framed', 'on bars', 'on a panel'] as const;
export type ProductFinish = (typeof FINISHES)[number];

/** What is sold and is no print of a work. Source: handbook §1, goods. */
export const GOODS_KINDS = ['card', 'sticker sheet', 'pin', 'mat', 'voucher', 'other'] as const;
export type GoodsKind = (typeof GOODS_KINDS)[number];
/** Counted again, bought, sold, given away. */
export const GOODS_MOVE_KINDS = ['counted', 'received', 'sold', 'gave'] as const;

/** Where things are sold. Source: handbook §11, channels. */
export const CHANNEL_KINDS = [
  'own site',
  'marketplace',
  'partner prints',
  'shop or gallery',
  'fair',
] as const;
export type ChannelKind = (typeof CHANNEL_KINDS)[number];

/** What hands do for a print, each with minutes of its own. */
export const TIMED_ACTS = ['trim', 'sign', 'inspect', 'mount', 'frame', 'stretch', 'pack'] as const;
export type TimedAct = (typeof TIMED_ACTS)[number];

/** What stands in the account of one job. */
export const ENTRY_KINDS = ['quote', 'cost', 'hours', 'loss', 'deposit', 'stage', 'final'] as const;
export type EntryKind = (typeof ENTRY_KINDS)[number];

/** The line that a studio sells in before it has named any. */
export const FIRST_LINE = 'Prints';
