/** What tells of a print file where it came from. */
type Made = { masterId: string | null; madeAt: string };
/** The master that files would be made of now. */
type Current = { id: string; fileName: string; receivedAt: string };

/**
 * What a print file no longer agrees with, in sentences.
 *
 * @param changed what of its size, crop or mount changed since, in words
 * @example staleWords({ masterId: 'm', madeAt: '2026-11-02' }, ['the crop'], { id: 'm', fileName: 'a.tif', receivedAt: '2026-11-01' }) // ['Stale: the crop changed since it was made. Make it again before it is printed.']
 */
export function staleWords(made: Made, changed: readonly string[], current: Current): string[] {
  const words: string[] = [];
  if (changed.length)
    words.push(
      `Stale: ${changed.join(' and ')} changed since it was made. Make it again before it is printed.`,
    );
  if (made.masterId && made.masterId !== current.id)
    words.push(`Made from an earlier master: the current one is ${current.fileName}.`);
  if (made.masterId === current.id && made.madeAt < current.receivedAt)
    words.push('Older than its master.');
  return words;
}
