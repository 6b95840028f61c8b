import { roundHalfEven, type Minor } from '../measure';
import { shareRange } from './lookBack';
import { mostLikely, salesRange } from './poisson';

/** One size of a work as it sold in the months looked back on. */
export type SizeSold = {
  formatId: string;
  name: string;
  /** Of the picture, mm². */
  area: number;
  sold: number;
  /** Lies signed and unsold. */
  ready: number;
  /** In orders that are open and not picked yet: they take from what lies ready first. */
  promised: number;
  /** Numbers still to be had; nothing: not limited. */
  free: number | null;
};
/** One product as it was offered. */
export type ProductOffered = {
  id: string;
  name: string;
  sold: number;
  /** Whole months it has had a price. */
  months: number;
  /** What a sale leaves; nothing: its costs are not known. */
  leaves: Minor | null;
};
export type WorkSold = {
  workId: string;
  title: string;
  /** Months looked back on in which the work could sell. */
  months: number;
  sizes: readonly SizeSold[];
  products: readonly ProductOffered[];
  /** What the file gives at twice the area of its largest size; nothing: no file was read. */
  atTwice: { ppi: number; verdict: string } | null;
};

export const ADVICE_KINDS = ['reprint', 'offer larger', 'retire'] as const;
export type AdviceKind = (typeof ADVICE_KINDS)[number];
export type Advice = {
  kind: AdviceKind;
  workId: string;
  /** What it is about: a size or a product of a work. */
  about: string;
  /** Why, with its figures. */
  says: string;
  /** By how much: what the list of its kind is sorted by, the most first. */
  weight: number;
};

/** For so many months on the drawer should last. */
const AHEAD_MONTHS = 2;
/** Fewer sales than this tell nothing of which size is wanted. */
const ENOUGH_SOLD = 5;
/** A product is given so many months before its silence counts. */
const PATIENCE_MONTHS = 12;

/**
 * What the sales of a work say could be done: print again what the next months could well ask for and the drawer does not hold,
 * offer one size larger where the largest is surely the one that is wanted, retire what nobody asked for in a year. Attention is no part
 * of it.
 *
 * @param money a sum in words
 * @example adviceOf({ workId: 'w', title: 'Pans', months: 12, sizes: [{ formatId: 'f', name: '30×40', area: 120000, sold: 12, ready: 0, promised: 0, free: 9 }], products: [], atTwice: null }, String)[0].kind // 'reprint'
 */
export function adviceOf(work: WorkSold, money: (minor: Minor) => string): Advice[] {
  return [
    ...work.sizes.flatMap((size) => reprint(work, size)),
    ...offerLarger(work),
    ...work.products.flatMap((product) => retire(work, product, money)),
  ];
}

function reprint({ workId, title, months }: WorkSold, size: SizeSold): Advice[] {
  if (size.sold === 0 || months <= 0) return [];
  const wanted = mostLikely((size.sold / months) * AHEAD_MONTHS);
  // Never more than the run still has: what is ready and not promised is among the numbers still to be had.
  const most = size.free === null ? wanted : Math.min(wanted, size.free);
  const short = most + size.promised - size.ready;
  if (short <= 0) return [];
  const held = size.promised > 0 ? `, ${size.promised} promised in open orders` : '';
  const lies = `${size.ready === 0 ? 'none lies ready' : `${size.ready} ready`}${held}`;
  const run = size.free !== null && size.free < wanted ? `; the run has only ${size.free} left` : '';
  return [
    {
      ...{ kind: 'reprint', workId, about: `${title}, ${size.name}` },
      says: `${short} more: ${lies}; ${size.sold} sold in ${inMonths(months)}, so the next ${AHEAD_MONTHS} months could well ask for ${wanted}${run}.`,
      weight: short,
    },
  ];
}

function offerLarger({ workId, title, sizes, months, atTwice }: WorkSold): Advice[] {
  const total = sizes.reduce((sum, size) => sum + size.sold, 0);
  const largest = [...sizes].sort((a, b) => b.area - a.area)[0];
  if (!largest || sizes.length < 2 || total < ENOUGH_SOLD) return [];
  const even = 1 / sizes.length;
  const [least] = shareRange(largest.sold, total);
  if (least <= even) return [];
  const file = !atTwice
    ? 'No file was read that could tell whether it goes larger'
    : atTwice.verdict === 'too thin'
      ? `Its file gives ${Math.round(atTwice.ppi)} ppi at twice the area, too thin: capture it again first`
      : `Its file still gives ${Math.round(atTwice.ppi)} ppi at twice the area`;
  return [
    {
      ...{ kind: 'offer larger', workId, about: title },
      says: `The largest, ${largest.name}, went ${largest.sold} of ${total} times in ${inMonths(months)}: surely ${percent(least)} or more, and an even share would be ${percent(even)}. ${file}.`,
      weight: least / even,
    },
  ];
}

function retire(
  { workId, title, sizes }: WorkSold,
  product: ProductOffered,
  money: (minor: Minor) => string,
): Advice[] {
  if (product.sold > 0 || product.months < PATIENCE_MONTHS) return [];
  const aYear = (salesRange(0)[1] * 12) / product.months;
  const others = sizes.reduce((sum, size) => sum + size.sold, 0);
  const atMost =
    product.leaves === null || product.leaves <= 0
      ? ''
      : `, and would leave at most ${money(roundHalfEven(aYear * product.leaves))} a year`;
  const beside = others > 0 ? ` Other prints of the work sold ${others} times.` : '';
  return [
    {
      ...{ kind: 'retire', workId, about: `${title}, ${product.name}` },
      says: `Offered for ${inMonths(product.months)}, none sold: it could well sell up to ${aYear.toFixed(1)} a year${atMost}.${beside} Keep it only if it costs nothing to keep.`,
      weight: product.months,
    },
  ];
}

const inMonths = (months: number): string => `${months} ${months === 1 ? 'month' : 'months'}`;
const percent = (share: number): string => `${Math.round(share * 100)} %`;
