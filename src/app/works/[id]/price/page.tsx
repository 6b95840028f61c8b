import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { pricePage } from '@/studio/prices/pricePage';
import { papersAndRoutes } from '@/store/proofs';
import { wholeOf, type Params } from '../workPage';
import { PriceView } from './PriceView';

export const metadata: Metadata = { title: 'Price' };

async function PricePage({ params }: Params) {
  const { studio, ...whole } = await wholeOf(params);
  const { work, current } = whole;
  const { papers, routes } = await papersAndRoutes(studio.db);
  return (
    <PriceView
      key={work.id}
      {...await pricePage(studio, whole)}
      workId={work.id}
      picture={current?.state === 'ready' ? current.sha256 : null}
      papers={papers.map(({ id, name }) => ({ key: id, name }))}
      routes={routes.map(({ id, name }) => ({ key: id, name }))}
      outlays={{
        capture: work.captureMinor,
        expectedPrints: work.expectedPrints,
        askingPrice: work.askingPriceMinor,
      }}
      original={{
        price: work.soldPriceMinor ?? work.askingPriceMinor,
        size: work.widthUm && work.heightUm ? { width: work.widthUm, height: work.heightUm } : null,
      }}
    />
  );
}

export default seen(PricePage);
