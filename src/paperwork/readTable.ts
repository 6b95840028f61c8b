import Papa from 'papaparse';
import { InputError } from '@/core/errors';
import { isBlank, parseMoney, parseSize, parseWhole, type LengthUnit, type Size } from '@/core/measure';
import type { RoutePrice } from '@/core/route/prices';

export type BadRow = { line: number; field: string; value: string; expected: string };
export type PriceTable = { rows: RoutePrice[]; bad: BadRow[] };

/** Names people give the columns, in their own files. */
const HEADS: Record<'size' | 'from' | 'price' | 'paper', RegExp> = {
  size: /^(size|format|dimensions?)/i,
  from: /^(from|qty|quantity|pieces?|count)/i,
  price: /^(price|each|cost|unit)/i,
  paper: /^(paper|stock|media|material)/i,
};
const CUSTOM = /^(custom|m2|m²|square met(re|er)|per m)/i;
const MOST_ROWS = 20_000;
/** No cell of a price table says more; what is longer is no figure, and is kept out as such. */
const MOST_LETTERS = 200;

/**
 * Reads a price table: columns for size, quantity, price and, if it has one, paper. A size of "custom" is the price of a
 * square metre. Rows that cannot be read are named by line and kept out; the rest is used.
 *
 * @throws InputError when it has no such columns, or more than 20 000 rows
 * Source: RFC 4180 and what spreadsheets write.
 * @example readPriceTable('size,from,price\n300x400 mm,1,12.50\nlarge,1,9\n', 'EUR', 'mm').bad // [{ line: 3, field: 'size', value: 'large', expected: 'a size such as "400 x 300 mm", "8x10 in", "12×12 in" or "A3"' }]
 */
export function readPriceTable(text: string, currency: string, unit: LengthUnit): PriceTable {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const heads = data[0] ?? [];
  const at = Object.fromEntries(
    Object.entries(HEADS).map(([key, name]) => [key, heads.findIndex((h) => name.test(h.trim()))]),
  ) as Record<keyof typeof HEADS, number>;
  for (const key of ['size', 'price'] as const)
    if (at[key] < 0)
      throw new InputError(
        'table',
        heads.join(', ').slice(0, 80),
        `a first line that names its columns: size, from, price${key === 'size' ? '' : ' (no price was found)'}`,
      );
  if (data.length - 1 > MOST_ROWS)
    throw new InputError('table', data.length - 1, `up to ${MOST_ROWS} rows`);
  const rows: RoutePrice[] = [];
  const bad: BadRow[] = [];
  const seen = new Map<string, number>();
  // Blank lines were passed over, so lines are counted in the text itself.
  const lines = lineNumbers(text.replace(/^\uFEFF/, ''));
  data.slice(1).forEach((cells, i) => {
    const line = lines[i + 1] ?? i + 2;
    const cell = (key: keyof typeof HEADS) =>
      at[key] < 0 ? '' : (cells[at[key]] ?? '').trim().slice(0, MOST_LETTERS);
    try {
      const typed = {
        size: cell('size'),
        from: cell('from'),
        price: cell('price'),
        paper: cell('paper'),
      };
      const row = readPriceRow(typed, currency, unit);
      const key = keyOf(row);
      if (seen.has(key)) {
        const expected = `each size and quantity once: it stands in line ${seen.get(key)} already`;
        throw new InputError('size', typed.size, expected);
      }
      seen.set(key, line);
      rows.push(row);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      bad.push({ line, field: error.field, value: String(error.value ?? ''), expected: error.expected });
    }
  });
  return { rows, bad };
}

/** One line of a price table as it is typed; figures are taken as micrometres and minor units. */
export type TypedPriceRow = {
  /** Nothing, or "custom": a square metre of any size. */
  size: string | Size;
  /** Nothing: from the first on. Of "10+" or "10-24" the first figure counts. */
  from: string | number;
  price: string | number;
  paper: string;
};

/**
 * Reads one line of a price table.
 *
 * @throws InputError naming the field that cannot be read
 * @example readPriceRow({ size: 'A4', from: '10+', price: '4.20', paper: '' }, 'EUR', 'mm').from // 10
 */
export function readPriceRow(typed: TypedPriceRow, currency: string, unit: LengthUnit): RoutePrice {
  const isCustom = isBlank(typed.size) || (typeof typed.size === 'string' && CUSTOM.test(typed.size));
  const size = isCustom ? null : parseSize(typed.size, unit, 'size');
  const price = parseMoney(withoutCode(typed.price), currency, 'price');
  if (!(price > 0)) throw new InputError('price', typed.price, 'a price above zero');
  return {
    width: size?.width ?? null,
    height: size?.height ?? null,
    paper: typed.paper,
    from: readFrom(typed.from),
    price,
  };
}

function readFrom(typed: string | number): number {
  if (isBlank(typed)) return 1;
  const [first] = String(typed).split(/[+–-]/);
  return parseWhole(first!, 'from', 1, 1_000_000, 'a whole quantity from 1 on');
}

/** Another currency's code behind a price is passed over: the table is in the studio's. */
const withoutCode = (price: string | number): string | number =>
  typeof price === 'string' ? price.replace(/[A-Z]{3}$/, '') : price;

/** Two lines with the same key would be two prices of one thing; a size may lie on its side. */
function keyOf({ width, height, from, paper }: RoutePrice): string {
  const size = width === null ? 'custom' : [width, height!].sort((a, b) => a - b).join('x');
  return `${size} ${from} ${paper}`;
}

/** The line each record begins on; a quoted cell may run over several. */
function lineNumbers(text: string): number[] {
  const starts: number[] = [];
  let line = 1,
    quoted = false,
    empty = true,
    begun = 1;
  for (const c of text) {
    if (c === '"') {
      quoted = !quoted;
      empty = false;
    } else if (c === '\n') {
      if (!quoted) {
        if (!empty) starts.push(begun);
        begun = line + 1;
        empty = true;
      }
      line++;
    } else if (c !== '\r' && c !== ' ' && c !== ',' && c !== ';' && c !== '\t') empty = false;
  }
  if (!empty) starts.push(begun);
  return starts;
}
