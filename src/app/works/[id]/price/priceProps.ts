import type { Minor, Size } from '@/core/measure';
import type { PricePage } from '@/studio/prices/pricePage';

export type Named = { key: string; name: string };
/** What is known of the original: what it was sold or is offered for, and its size. */
export type OriginalFacts = { price: Minor | null; size: Size | null };
export type Outlays = { capture: Minor; expectedPrints: number | null; askingPrice: Minor | null };
export type PriceProps = PricePage & {
  workId: string;
  picture: string | null;
  papers: Named[];
  routes: Named[];
  outlays: Outlays;
  original: OriginalFacts;
};
/** The sheet that lies over the page. */
export type PriceSheet = 'offer' | 'line' | 'quote' | 'rates' | 'outlays' | 'market';
