/**
 * Cuts a list into runs that share a key, in the order they stand.
 *
 * @example inGroups(['a1', 'a2', 'b1'], (s) => s[0]) // [{ key: 'a', items: ['a1', 'a2'] }, { key: 'b', items: ['b1'] }]
 */
export function inGroups<T, K extends string>(
  list: readonly T[],
  keyOf: (item: T) => K,
): { key: K; items: T[] }[] {
  const groups: { key: K; items: T[] }[] = [];
  for (const item of list) {
    const key = keyOf(item);
    const last = groups.at(-1);
    if (last?.key === key) last.items.push(item);
    else groups.push({ key, items: [item] });
  }
  return groups;
}
