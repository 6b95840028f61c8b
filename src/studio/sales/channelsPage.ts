import { A_PICK, picked, plain } from '@/core/find/pick';
import { localDay } from '@/core/measure';
import { daysBetween, yearBefore } from '@/core/measure/day';
import { imageOf } from '@/core/crop/border';
import { costsOf, liveQuestion } from '@/core/price/live';
import { CHANNEL_KINDS } from '@/core/product/words';
import { soldByProduct } from '@/store/sales';
import { findRows } from '@/store/rows';
import { openCostBook } from '../prices/costs';
import { pricedProducts } from '../prices/products';
import { OLD_AFTER_DAYS } from '../routes/routes';
import type { Studio } from '../studio';

/** Everything with a price, as it is sold anywhere. */
async function thingsSold(studio: Studio) {
  const book = await openCostBook(studio);
  const [products, sold] = await Promise.all([
    pricedProducts(studio),
    soldByProduct(studio.db, yearBefore(studio.now())),
  ]);
  return {
    rates: book.rates,
    things: products.flatMap(({ product, format, name, title, cost, price }) => {
      if (!price) return [];
      const question = liveQuestion(price.question, cost.lines);
      return [
        {
          id: product.id,
          name: `${title}, ${name}`,
          image: imageOf(format),
          price: price.priceMinor,
          cost: costsOf(question),
          question,
          carriageCharged: question.carriageCharged,
          sold: sold.get(product.id) ?? 0,
        },
      ];
    }),
  };
}

/** The same, the best sold first, kept until something is written. */
async function thingsKept(studio: Studio) {
  const today = await studio.today();
  return studio.untilWritten(`things sold ${today}`, async () => {
    const { things, rates } = await thingsSold(studio);
    const sorted = [...things].sort((a, b) => b.sold - a.sold || a.name.localeCompare(b.name));
    return { things: sorted, texts: sorted.map(({ name }) => plain(name)), rates };
  });
}

/** Of everything with a price, the first that have the words somebody typed, the best sold first. */
export async function thingsFor(studio: Studio, typed: string) {
  const { things, texts } = await thingsKept(studio);
  return picked(things, texts, typed);
}

/** Where things are sold and by which rules, and what could be held against them. */
export async function channelsPage(studio: Studio) {
  const [channels, { things, rates }, { timeZone }] = await Promise.all([
    findRows(studio.db, 'channels', { archivedAt: null }, { orderBy: ['name'] }),
    thingsKept(studio),
    studio.settings(),
  ]);
  const today = localDay(studio.now(), timeZone);
  return {
    /** The best sold; others are found by their names. */
    things: things.slice(0, A_PICK),
    ratePerHour: rates.ratePerHour,
    channels: channels
      .sort((a, b) => CHANNEL_KINDS.indexOf(a.kind) - CHANNEL_KINDS.indexOf(b.kind))
      .map(({ id, name, kind, rules, readOn, notes }) => ({
        id,
        name,
        kind,
        rules,
        readOn,
        notes,
        isOld: daysBetween(readOn, today) > OLD_AFTER_DAYS,
      })),
  };
}
export type ChannelsPageProps = Awaited<ReturnType<typeof channelsPage>>;
export type ListedChannel = ChannelsPageProps['channels'][number];
