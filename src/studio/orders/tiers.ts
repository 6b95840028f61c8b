import { tierPrice } from '@/core/edition/terms';
import { groupBy } from '@/core/groups';
import { validate } from '@/core/validate';
import type { Db } from '@/store/db';
import { unsoldNumbers, type Edition, type Impression } from '@/store/editions';
import { pricesOn } from '@/store/products';
import { findRows } from '@/store/rows';
import { freeLineOf } from '@/store/soundness';
import { objectSchema, type Static } from '../schemas';
import type { Studio } from '../studio';
import { cartLines } from './askPromise';
import { setLines } from './setLines';

/** So many at one price, with the numbers that were chosen by name. */
export type TieredLine = { priceMinor: number; quantity: number; numbers: string[] };

/** The lines that one wish becomes under the tiers of a run. What a person typed stands for all of it. */
export async function tieredLines(
  db: Db,
  edition: Edition,
  q: {
    first: number;
    isTyped: boolean;
    quantity: number;
    wanted: readonly Impression[];
    currency: string;
    today: string;
    /** Numbers of the run that lines before this one take, where they are not kept yet. */
    taken?: number;
  },
): Promise<TieredLine[]> {
  const { tiers } = edition.terms;
  const ids = q.wanted.map((i) => i.id);
  if (q.isTyped || !tiers.length || edition.kind === 'open')
    return [{ priceMinor: q.first, quantity: q.quantity, numbers: ids }];
  const free = await freeLineOf(db, edition.id, q.today);
  const open = await unsoldNumbers(db, edition, q.today);
  const all = await unsoldNumbers(db, edition, q.today, { spokenForToo: true });
  // Whoever was promised any number before gets the ones before these; numbers promised by name are out of the way already.
  const named = all.length - open.length;
  const ahead = Math.max(0, (free?.promised ?? 0) + (free?.reserved ?? 0) - named) + (q.taken ?? 0);
  const next = open.filter((i) => !ids.includes(i.id));
  const numbers = [...q.wanted, ...next.slice(ahead, ahead + q.quantity - q.wanted.length)];
  const lines = new Map<number, TieredLine>();
  for (let k = 0; k < q.quantity; k++) {
    const number = numbers[k] ?? numbers.at(-1);
    const priceMinor = tierPrice(q.first, number?.number ?? 1, tiers, q.currency);
    const line = lines.get(priceMinor) ?? { priceMinor, quantity: 0, numbers: [] };
    line.quantity++;
    if (k < q.wanted.length) line.numbers.push(numbers[k]!.id);
    lines.set(priceMinor, line);
  }
  return [...lines.values()];
}

const cartInput = objectSchema({ lines: cartLines });
/** What a line of a cart would be taken for; nothing: it has no price. */
export type LinePrices = { priceMinor: number; quantity: number }[] | null;

/**
 * What each line of a cart would be taken for, tiers counted, before it is: what `placeOrder` does with the same lines.
 *
 * @param asked lines as a form has them
 * @throws InputError for anything else
 */
export async function cartPrices(studio: Studio, asked: unknown): Promise<LinePrices[]> {
  validate(cartInput, asked);
  const { lines } = asked as Static<typeof cartInput>;
  const { db } = studio;
  const [today, { currency }] = await Promise.all([studio.today(), studio.settings()]);
  const formatIds = [...new Set(lines.map(({ formatId }) => formatId))];
  const [editions, products, prices] = await Promise.all([
    findRows(db, 'editions', { id: lines.map(({ editionId }) => editionId) }),
    findRows(db, 'products', { formatId: formatIds, archivedAt: null }, { orderBy: ['createdAt', 'id'] }),
    pricesOn(db, today, { formatIds }),
  ]);
  const offered = groupBy(products, ({ formatId }) => formatId);
  const taken = new Map<string, number>();
  const answers: LinePrices[] = [];
  const inSets = await setLines(db, lines, today);
  for (const [i, { editionId, formatId, productId, quantity }] of lines.entries()) {
    const ofSet = inSets.get(i);
    if (ofSet) {
      taken.set(editionId, (taken.get(editionId) ?? 0) + quantity);
      answers.push([{ priceMinor: ofSet.priceMinor, quantity }]);
      continue;
    }
    const edition = editions.find((each) => each.id === editionId);
    const own = offered.get(formatId) ?? [];
    const product = productId
      ? own.find((each) => each.id === productId)
      : (own.find(({ finish }) => finish === 'loose') ?? own[0]);
    const first = prices.find((price) => price.productId === product?.id)?.priceMinor;
    if (!edition || first === undefined) {
      answers.push(null);
      continue;
    }
    const before = taken.get(editionId) ?? 0;
    const tiered = await tieredLines(db, edition, {
      ...{ first, isTyped: false, quantity, wanted: [], currency, today, taken: before },
    });
    taken.set(editionId, before + quantity);
    answers.push(tiered.map(({ priceMinor, quantity: n }) => ({ priceMinor, quantity: n })));
  }
  return answers;
}
