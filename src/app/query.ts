/** The page asked for in an address, from 0; anything odd is the first. @example pageOf('-3') // 0 */
export const pageOf = (text: string | undefined): number =>
  Math.min(100_000, Math.max(0, Number.parseInt(text ?? '0', 10) || 0));

const MOST_LETTERS = 500;

/**
 * What stands behind the question mark of an address: one word for each name. A name that is given twice counts once, and what
 * no field would hold is cut.
 *
 * @example await queryOf(Promise.resolve({ q: ['a', 'b'] })) // { q: 'a' }
 */
export async function queryOf<T extends object>(searchParams: Promise<T>): Promise<T> {
  const given = Object.entries(await searchParams) as [string, string | string[] | undefined][];
  const words = given.map(([name, value]) => {
    const one = Array.isArray(value) ? value[0] : value;
    return [name, typeof one === 'string' ? one.replaceAll('\0', '').slice(0, MOST_LETTERS) : undefined];
  });
  return Object.fromEntries(words) as T;
}
