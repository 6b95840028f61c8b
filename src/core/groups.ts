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

/** Things by a key, each key in the order in which it first came. @example groupBy([3, 4, 5], (n) => n % 2).get(1) // [3, 5] */
export function groupBy<T, K>(things: Iterable<T>, keyOf: (thing: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const thing of things) {
    const key = keyOf(thing);
    const group = groups.get(key);
    if (group) group.push(thing);
    else groups.set(key, [thing]);
  }
  return groups;
}
