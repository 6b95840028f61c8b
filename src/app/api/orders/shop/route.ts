import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { simulatedShop } from '@/simulators/shop';
import { catalogueOf } from '@/studio/orders/catalogue';
import { readShop } from '@/studio/orders/readList';

/** What the simulated shop has sold, to be looked over before it comes in. */
export async function POST() {
  return answer(async () => {
    const s = await studio();
    const shows = (await catalogueOf(s))
      .filter(({ priceMinor, finish }) => priceMinor !== null && (!finish || finish === 'loose'))
      .map(({ title, formatName, runName }) => [title, formatName, runName].filter(Boolean).join(', '));
    const shop = simulatedShop([...new Set(shows)]);
    return { source: shop.name, ...(await readShop(s, shop)) };
  });
}
