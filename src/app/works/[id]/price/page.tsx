import type { Metadata } from 'next';
import { formatModel, priceModel } from '@/app/models';
import { seen } from '@/app/seen';
import { wholeOf, type Params } from '../workPage';
import { costSuggestion } from '@/studio/prices/costs';
import { PriceView } from './PriceView';

export const metadata: Metadata = { title: 'Price' };

async function PricePage({ params }: Params) {
  const { work, formats, prices, proofs, studio } = await wholeOf(params);
  const suggestions = await costSuggestion(studio, work.id, formats, proofs);
  const priceOf = (formatId: string) => {
    const price = prices.find((p) => p.formatId === formatId);
    return price ? priceModel(price) : null;
  };
  return (
    <PriceView
      key={work.id}
      originalPrice={work.soldPriceMinor}
      originalSize={work.widthUm && work.heightUm ? { width: work.widthUm, height: work.heightUm } : null}
      lines={formats.map((format) => ({
        format: formatModel(format),
        price: priceOf(format.id),
        suggestion: suggestions.get(format.id)!,
      }))}
    />
  );
}

export default seen(PricePage);
