/** A picker shows and asks for so many at a time. */
export const A_PICK = 20;

const MARKS = /\p{M}/gu;

/** Text as it is looked through: small letters, no accents. @example plain('Ångström') // 'angstrom' */
export const plain = (text: string): string => text.normalize('NFD').replace(MARKS, '').toLowerCase();

/**
 * The first of a list that have all the words somebody typed, those whose text begins with them first.
 *
 * @param texts of the things, as `plain` gives them, beside each other with `things`
 * @example picked(['Night Ferry', 'Ferry dock', 'Kiln'], ['night ferry', 'ferry dock', 'kiln'], 'ferry', 5) // ['Ferry dock', 'Night Ferry']
 */
export function picked<T>(
  things: readonly T[],
  texts: readonly string[],
  typed: string,
  limit = A_PICK,
): T[] {
  const words = plain(typed)
    .split(/[\s,]+/)
    .filter(Boolean);
  if (words.length === 0) return things.slice(0, limit);
  const [first, later]: [T[], T[]] = [[], []];
  for (let i = 0; i < things.length && first.length < limit; i++) {
    const text = texts[i]!;
    if (!words.every((word) => text.includes(word))) continue;
    if (text.startsWith(words[0]!)) first.push(things[i]!);
    else if (later.length < limit) later.push(things[i]!);
  }
  return [...first, ...later].slice(0, limit);
}
