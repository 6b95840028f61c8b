import Papa from 'papaparse';
import { InputError } from '@/core/errors';
import {
  guessMapping,
  readOrderList,
  readPastedOrder,
  type ListedOrder,
  type ListFault,
  type OrderMapping,
} from '@/core/order/orderList';
import { findRows } from '@/store/rows';
import type { Shop } from '../ports';
import type { Studio } from '../studio';
import { addressLines } from './address';
import { catalogueOf, openMatcher, type MatchedItem } from './catalogue';

export type MatchedOrder = Omit<ListedOrder, 'items'> & { items: MatchedItem[] };
/** A list as it was read: what can come in, and what is kept out and why. */
export type ReadList = {
  heads: string[];
  mapping: OrderMapping;
  /** Kept for this source before, so that nobody has to look it over. */
  isKnown: boolean;
  orders: MatchedOrder[];
  faults: ListFault[];
};

const MOST_LINES = 50_000;

/** Reads a list of orders of a source; nothing is kept by it. */
export async function readList(
  studio: Studio,
  q: { text: string; source: string; mapping: OrderMapping | null },
): Promise<ReadList> {
  const { data } = Papa.parse<string[]>(q.text.replace(/^\uFEFF/, ''), { skipEmptyLines: false });
  if (data.length > MOST_LINES)
    throw new InputError('text', data.length, `at most ${MOST_LINES} lines in one list`);
  const heads = (data[0] ?? []).map((head) => head.trim());
  const [source] = await findRows(studio.db, 'orderSources', { name: q.source.trim() }, { limit: 1 });
  const mapping = q.mapping ?? source?.mapping ?? guessMapping(heads);
  const { currency } = await studio.settings();
  const { orders, faults } = readOrSay(data, mapping, currency);
  return {
    heads,
    mapping,
    isKnown: source !== undefined && q.mapping === null,
    ...(await matched(studio, orders, faults)),
  };
}

/** A list whose columns nobody knows yet has no orders, and says which column is wanted: then a person can choose it. */
function readOrSay(rows: string[][], mapping: OrderMapping, currency: string) {
  try {
    return readOrderList(rows, mapping, currency);
  } catch (error) {
    if (!(error instanceof InputError) || error.field !== 'mapping') throw error;
    return { orders: [], faults: [{ line: 1, says: `choose ${error.expected}` }] };
  }
}

/** What the shop has sold since, in the same shape as a list. */
export async function readShop(
  studio: Studio,
  shop: Shop,
): Promise<{ orders: MatchedOrder[]; faults: ListFault[] }> {
  const sold = await shop.orders(await studio.today());
  return matched(studio, sold, []);
}

async function matched(studio: Studio, orders: readonly ListedOrder[], faults: ListFault[]) {
  const match = await openMatcher(studio);
  const out: ListFault[] = [...faults];
  const known: MatchedOrder[] = [];
  for (const order of orders) {
    const items = order.items.map(match);
    const unknown = items.findIndex(({ is }) => is === null);
    if (unknown < 0) known.push({ ...order, address: addressLines(order), items });
    else
      out.push({
        line: order.lines[unknown] ?? order.lines[0]!,
        says: `“${items[unknown]!.item}” is nothing that is sold here, or could be two things`,
      });
  }
  return { orders: known, faults: out.sort((a, b) => a.line - b.line) };
}

/** Reads an order pasted as text, for the form to be filled in with. */
export async function readPaste(studio: Studio, text: string) {
  const { items, ...who } = readPastedOrder(text);
  const match = await openMatcher(studio);
  const matched = items.map(match);
  const wanted = new Set(matched.map(({ editionId, formatId }) => `${editionId} ${formatId}`));
  const offers = (await catalogueOf(studio)).filter(({ editionId, formatId }) =>
    wanted.has(`${editionId} ${formatId}`),
  );
  return { ...who, items: matched, offers };
}
