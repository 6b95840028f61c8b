import { InputError } from '../errors';
import { isBlank, isDay, parseSum, type Minor } from '../measure';

/** What a line of a list of orders can tell. */
export const ORDER_FIELDS = [
  'reference',
  'day',
  'name',
  'address',
  'postcode',
  'town',
  'country',
  'email',
  'item',
  'quantity',
  'price',
  'carriage',
  'message',
  'gift note',
] as const;
export type OrderField = (typeof ORDER_FIELDS)[number];
/** Which column of a source means what; several columns may make one field, in their order. */
export type OrderMapping = { columns: Record<string, string[]> };

/** Words that heads of columns have, and what they mean. */
const GUESSES: Record<OrderField, RegExp> = {
  reference: /^(order|order ?(no|id|number|ref)\.?|reference|ref|id|number|no\.?|nr\.?|#)$/i,
  day: /^(day|date|ordered( on)?|order date|created)$/i,
  name: /^(name|buyer|customer|recipient|ship(ping)? name|full name)$/i,
  address: /^(address|street|address ?(line)? ?[12]|ship(ping)? address ?[12]?)$/i,
  postcode: /^(post ?code|zip( code)?|postal code)$/i,
  town: /^(town|city|place)$/i,
  country: /^(country|ship(ping)? country)$/i,
  email: /^(e-?mail)$/i,
  item: /^(item|product|what|title|sku|article)$/i,
  quantity: /^(quantity|qty|pieces|count|number of items)$/i,
  price: /^(price|unit price|item price|each)$/i,
  carriage: /^(carriage|shipping|postage|delivery)$/i,
  message: /^(message|note|notes|comment|buyer note)$/i,
  'gift note': /^(gift( note| message)?)$/i,
};
const NEEDED: readonly OrderField[] = ['reference', 'name', 'country', 'item'];

/**
 * Which columns of a list mean what, guessed from their heads; a person looks it over once for each source.
 *
 * @example guessMapping(['Order no', 'Customer', 'Qty']).columns.quantity // ['Qty']
 */
export function guessMapping(heads: readonly string[]): OrderMapping {
  const columns = Object.fromEntries(
    ORDER_FIELDS.map((field) => [field, heads.filter((head) => GUESSES[field].test(head.trim()))]),
  );
  return { columns };
}

export type ListedItem = { item: string; quantity: number; priceMinor: Minor | null };
/** One order as a list has it: the lines of one reference are one order. */
export type ListedOrder = {
  reference: string;
  lines: number[];
  day: string | null;
  name: string;
  /** Street and house, a line each. */
  address: string[];
  postcode: string;
  town: string;
  country: string;
  email: string;
  carriageMinor: Minor;
  message: string;
  giftNote: string;
  items: ListedItem[];
};
export type ListFault = { line: number; says: string };

/**
 * Reads a list of orders by a mapping. A line that cannot be read is named and kept out, and with it the order it belongs to: half an
 * order is worse than none.
 *
 * @param rows the table with its first line of heads
 * @throws InputError when the mapping names no column for what is needed
 * @example readOrderList([['ref', 'name', 'address', 'country', 'item'], ['A1', 'Oda', 'Mole 12', 'Norrholm', 'Ferry']], guessMapping(['ref', 'name', 'address', 'country', 'item']), 'EUR').orders[0].items // [{ item: 'Ferry', quantity: 1, priceMinor: null }]
 */
export function readOrderList(
  rows: readonly (readonly string[])[],
  mapping: OrderMapping,
  currency: string,
): { orders: ListedOrder[]; faults: ListFault[] } {
  const heads = (rows[0] ?? []).map((head) => head.trim());
  for (const field of NEEDED)
    if (!(mapping.columns[field] ?? []).some((head) => heads.includes(head)))
      throw new InputError('mapping', heads.join(', ') || 'nothing', `a column that says the ${field}`);
  const places = Object.fromEntries(
    ORDER_FIELDS.map((field) => [
      field,
      (mapping.columns[field] ?? []).map((head) => heads.indexOf(head)).filter((at) => at >= 0),
    ]),
  );
  const orders = new Map<string, ListedOrder>();
  const faults: ListFault[] = [];
  const bad = new Map<string, number>();
  for (let i = 1; i < rows.length; i++) {
    const row = rows[i]!;
    if (row.every((cell) => !cell.trim())) continue;
    const all = (field: OrderField) =>
      (places[field] ?? []).map((at) => (row[at] ?? '').trim()).filter(Boolean);
    const reference = all('reference')[0] ?? '';
    try {
      addListLine(orders, reference, i + 1, all, currency);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      faults.push({
        line: i + 1,
        says: `${error.field} is “${String(error.value)}”, expected ${error.expected}`,
      });
      if (reference) bad.set(reference, i + 1);
    }
  }
  for (const [reference, line] of bad) {
    const whole = orders.get(reference);
    if (!whole) continue;
    orders.delete(reference);
    for (const other of whole.lines)
      faults.push({ line: other, says: `kept out with line ${line} of the same order ${reference}` });
  }
  faults.sort((a, b) => a.line - b.line);
  return { orders: [...orders.values()], faults };
}

function addListLine(
  orders: Map<string, ListedOrder>,
  reference: string,
  line: number,
  all: (field: OrderField) => string[],
  currency: string,
): void {
  const one = (field: OrderField) => all(field)[0] ?? '';
  if (!reference) throw new InputError('reference', reference, 'what the order is called there');
  if (!one('item')) throw new InputError('item', '', 'what was bought');
  const quantity = one('quantity') === '' ? 1 : Number(one('quantity'));
  if (!(Number.isInteger(quantity) && quantity >= 1 && quantity <= 200))
    throw new InputError('quantity', one('quantity'), 'a whole number from 1 to 200');
  const priceMinor = isBlank(one('price')) ? null : parseSum(one('price'), currency, 'price');
  const item = { item: one('item'), quantity, priceMinor };
  const known = orders.get(reference);
  if (known) {
    known.items.push(item);
    known.lines.push(line);
    return;
  }
  const day = one('day') ? one('day').slice(0, 10) : null;
  if (day !== null && !isDay(day)) throw new InputError('day', one('day'), 'a day such as 2026-11-24');
  if (!one('name')) throw new InputError('name', '', 'who it goes to');
  if (!one('country')) throw new InputError('country', '', 'the country it goes to');
  const street = all('address').flatMap((part) => part.split(/\r?\n/));
  const [postcode, town] = [one('postcode'), one('town')];
  const address = street.map((part) => part.trim()).filter(Boolean);
  if (!address.length && !town)
    throw new InputError('address', '', 'at least one line to write on the label');
  orders.set(reference, {
    reference,
    lines: [line],
    day,
    name: one('name'),
    address,
    postcode,
    town,
    country: one('country'),
    email: one('email'),
    carriageMinor: isBlank(one('carriage')) ? 0 : parseSum(one('carriage'), currency, 'carriage'),
    message: one('message'),
    giftNote: one('gift note'),
    items: [item],
  });
}

/**
 * An order pasted as text: who and where first, a line each, the country last before an empty line; then what was bought, a line
 * each, as "2 x Night Ferry 400 x 300 mm".
 *
 * @throws InputError when it has no address or nothing that was bought
 * @example readPastedOrder('Oda Brennick\nLower Mole 12\nHaldenness\nNorrholm\n\n2 x Night Ferry 400 x 300 mm').items // [{ item: 'Night Ferry 400 x 300 mm', quantity: 2, priceMinor: null }]
 */
export function readPastedOrder(text: string): {
  name: string;
  address: string[];
  country: string;
  items: ListedItem[];
} {
  const [head = '', ...rest] = text.trim().split(/\r?\n[ \t]*\r?\n/);
  const lines = head.split(/\r?\n/).map((line) => line.trim());
  if (lines.length < 3)
    throw new InputError(
      'text',
      head,
      'a name, at least one line of address, and the country, a line each',
    );
  const items = rest
    .join('\n')
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const counted = /^(\d{1,3})\s*[x×]\s+(\S.*)$/i.exec(line);
      return counted
        ? { item: counted[2]!, quantity: Number(counted[1]), priceMinor: null }
        : { item: line, quantity: 1, priceMinor: null };
    });
  if (!items.length)
    throw new InputError('text', text, 'what was bought, a line each, below an empty line');
  return { name: lines[0]!, address: lines.slice(1, -1), country: lines.at(-1)!, items };
}

/** Words that carry meaning in the name of a thing, for finding it in a catalogue. */
export const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/(\d+(?:\.\d+)?)\s*[x×]\s*(\d+(?:\.\d+)?)/g, '$1x$2')
    .split(/[^\p{L}\p{N}.x]+/u)
    .filter((word) => word.length > 0 && word !== 'mm' && word !== 'in');

/**
 * The one thing of a catalogue that an order's words mean: all of the thing's own words must be there. Two that fit equally well are
 * none: a person decides.
 *
 * @example findItem('Night Ferry, 400 × 300 mm', [{ words: ['night', 'ferry', '400x300'] }, { words: ['night', 'ferry', '800x600'] }]) // 0
 */
export function findItem(
  text: string,
  catalogue: readonly { words: readonly string[] }[],
): number | null {
  const said = new Set(wordsOf(text));
  let best = -1;
  let length = 0;
  let tied = false;
  catalogue.forEach(({ words }, i) => {
    if (!words.length || !words.every((word) => said.has(word))) return;
    if (words.length > length) {
      best = i;
      length = words.length;
      tied = false;
    } else if (words.length === length) tied = true;
  });
  return best < 0 || tied ? null : best;
}
