import { InputError } from '../errors';

/** What a column of a channel's list can hold. */
export const LISTING_FIELDS = [
  'title',
  'text',
  'product',
  'size',
  'finish',
  'price',
  'currency',
  'left',
  'tags',
  'pictures',
  'days to leave',
] as const;
export type ListingField = (typeof LISTING_FIELDS)[number];

/** How a channel wants its listings: how many tags, how long a title, and the columns of its list. */
export type ListingRules = {
  mostTags: number;
  /** Signs a title may have; nothing: as long as it is. */
  titleLength: number | null;
  columns: { head: string; field: ListingField }[];
};

export const USUAL_LISTING_RULES: ListingRules = {
  mostTags: 12,
  titleLength: null,
  columns: LISTING_FIELDS.map((field) => ({ head: field, field })),
};

/** One product as a line of a channel's list. */
export type ListingRow = Record<ListingField, string>;

/**
 * A channel's list: its heads, and a line for each product.
 *
 * @example channelRows({ mostTags: 2, titleLength: 4, columns: [{ head: 'Name', field: 'title' }] }, [{ title: 'Night Ferry', text: '', product: '', size: '', finish: '', price: '', currency: '', left: '', tags: '', pictures: '', 'days to leave': '' }]) // [['Name'], ['Nigh']]
 */
export function channelRows(rules: ListingRules, rows: readonly ListingRow[]): string[][] {
  return [
    rules.columns.map(({ head }) => head),
    ...rows.map((row) =>
      rules.columns.map(({ field }) =>
        field === 'title' && rules.titleLength !== null
          ? row.title.slice(0, rules.titleLength)
          : row[field],
      ),
    ),
  ];
}

/**
 * Columns as a person types them, a line each: the head, an equals sign, the field; a field alone is its own head.
 *
 * @throws InputError naming the line whose field there is not
 * @example readColumns('Name = title\nprice') // [{ head: 'Name', field: 'title' }, { head: 'price', field: 'price' }]
 */
export function readColumns(text: string): ListingRules['columns'] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const at = line.lastIndexOf('=');
      const head = (at < 0 ? line : line.slice(0, at)).trim();
      const named = (at < 0 ? line : line.slice(at + 1)).trim().toLowerCase();
      const field = LISTING_FIELDS.find((each) => each === named);
      if (!field || !head)
        throw new InputError('columns', line, `a head = one of ${LISTING_FIELDS.join(', ')}`);
      return { head, field };
    });
}

/** Columns as they were typed. @example writeColumns([{ head: 'Name', field: 'title' }]) // 'Name = title' */
export const writeColumns = (columns: ListingRules['columns']): string =>
  columns.map(({ head, field }) => (head === field ? field : `${head} = ${field}`)).join('\n');

/**
 * Tags as a person types them, apart by commas or lines, each once.
 *
 * @throws InputError for more than the channel takes
 * @example readTags('sea, Night,sea', 13) // ['sea', 'Night']
 */
export function readTags(text: string, most: number): string[] {
  const seen = new Set<string>();
  const tags = text
    .split(/[,\n]/)
    .map((tag) => tag.trim().slice(0, 60))
    .filter((tag) => {
      if (!tag || seen.has(tag.toLowerCase())) return false;
      seen.add(tag.toLowerCase());
      return true;
    });
  if (tags.length > most)
    throw new InputError('tags', tags.length, `at most ${most} tags, as the channel has it`);
  return tags;
}
