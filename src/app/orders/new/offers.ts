import { FIRST_LINE } from '@/core/product/words';
import type { sellable } from '@/store/orders';

/** A size of an edition that can be asked for. */
export type Offer = Awaited<ReturnType<typeof sellable>>[number];

/** An edition may be of every size of its work, and a size in several lines and finishes: only all three together name what is sold. */
export const offerKey = (offer: Pick<Offer, 'editionId' | 'formatId' | 'productId'>) =>
  `${offer.editionId}:${offer.formatId}:${offer.productId ?? ''}`;

export function offerName(offer: Offer): string {
  const run = offer.runName ? `, ${offer.runName}` : '';
  const edition = offer.kind === 'open' ? 'open' : `of ${offer.size}${run}, ${offer.free} free`;
  const line = offer.lineName && offer.lineName !== FIRST_LINE ? `, ${offer.lineName}` : '';
  const finish = offer.finish && offer.finish !== 'loose' ? `, ${offer.finish}` : '';
  return `${offer.title}, ${offer.formatName}${line}${finish}, ${edition}${offer.isClosed ? ', closed' : ''}`;
}
