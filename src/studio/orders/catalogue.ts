import { picked, plain } from '@/core/find/pick';
import { findItem, wordsOf, type ListedItem } from '@/core/order/orderList';
import type { Db, Tx } from '@/store/db';
import { buyerNames, sellable, type BuyerName } from '@/store/orders';
import { findRows } from '@/store/rows';
import type { Studio } from '../studio';

export type Sellable = Awaited<ReturnType<typeof sellable>>[number];

/** What can be sold today; inside an act it is read anew. */
export async function catalogueOf(studio: Studio, tx?: Db | Tx): Promise<readonly Sellable[]> {
  const today = await studio.today();
  if (tx) return sellable(tx, today);
  return studio.untilWritten(`catalogue ${today}`, () => sellable(studio.db, today));
}

/** Of what can be sold today, the first that have the words somebody typed. */
export async function offersFor(studio: Studio, typed: string): Promise<Sellable[]> {
  const today = await studio.today();
  const all = await catalogueOf(studio);
  const texts = await studio.untilWritten(`catalogue words ${today}`, async () =>
    all.map((o) =>
      plain([o.title, o.formatName, o.lineName, o.finish, o.runName].filter(Boolean).join(', ')),
    ),
  );
  return picked(all, texts, typed);
}

/** Of all buyers, the first that have the words somebody typed in their name or country. */
export async function buyersFor(studio: Studio, typed: string): Promise<BuyerName[]> {
  const { all, texts } = await studio.untilWritten('buyers to pick', async () => {
    const names = await buyerNames(studio.db);
    return { all: names, texts: names.map(({ name, country }) => plain(`${name}, ${country}`)) };
  });
  return picked(all, texts, typed);
}

/** What an item of a list is here: a size of an edition, goods, or nothing that could be told. */
export type MatchedItem = ListedItem & {
  editionId: string | null;
  formatId: string | null;
  productId: string | null;
  goodsId: string | null;
  /** In the studio's own words; nothing: a person has to say. */
  is: string | null;
};

/** Finds, for words of a list, what they mean in the studio's own catalogue. */
export async function openMatcher(studio: Studio): Promise<(item: ListedItem) => MatchedItem> {
  const [prints, goods] = await Promise.all([
    catalogueOf(studio),
    findRows(studio.db, 'goods', { archivedAt: null }),
  ]);
  const lines = new Map<string, Set<string>>();
  for (const { formatId, lineName } of prints)
    lines.set(formatId, (lines.get(formatId) ?? new Set()).add(lineName ?? ''));
  const entries = [
    ...prints.map((p) => {
      const isPlain = !p.finish || p.finish === 'loose';
      const several = (lines.get(p.formatId)?.size ?? 0) > 1;
      // The plain print of a size goes by its title and size; what is more than that has to be said.
      const extra = [several && p.lineName ? p.lineName : '', isPlain ? '' : p.finish!].filter(Boolean);
      return {
        words: wordsOf([p.title, p.formatName, p.runName, ...extra].join(' ')),
        of: {
          editionId: p.editionId,
          formatId: p.formatId,
          productId: p.productId,
          goodsId: null,
          is: [`${p.title}, ${p.formatName}`, ...extra].join(', '),
        },
      };
    }),
    ...goods.map((g) => ({
      words: wordsOf(g.name),
      of: { editionId: null, formatId: null, productId: null, goodsId: g.id, is: g.name },
    })),
  ];
  const known = new Map<string, MatchedItem>();
  return (item) => {
    const before = known.get(item.item);
    if (before) return { ...before, ...item };
    const at = findItem(item.item, entries);
    const matched: MatchedItem = {
      ...item,
      ...(at === null
        ? { editionId: null, formatId: null, productId: null, goodsId: null, is: null }
        : entries[at]!.of),
    };
    known.set(item.item, matched);
    return matched;
  };
}
