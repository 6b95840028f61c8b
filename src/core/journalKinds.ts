/** What the lines of a journal are about, in the order a work passes through the studio. */
export const JOURNAL_KINDS = {
  pictures: {
    name: 'Works and captures',
    subjects: ['work', 'photograph', 'master', 'prep', 'print file', 'equipment'],
  },
  sizes: {
    name: 'Sizes and prices',
    subjects: ['format', 'price', 'product', 'line', 'quote', 'cutter', 'listing', 'set'],
  },
  proofs: { name: 'Colour and proofs', subjects: ['proof', 'proof sheet', 'profile'] },
  editions: { name: 'Editions', subjects: ['edition', 'impression'] },
  orders: {
    name: 'Orders',
    subjects: [
      'order',
      'buyer',
      'person',
      'service',
      'goods',
      'channel',
      'account',
      'cause',
      'attention',
      'insert',
      'stamp',
      'opening',
      'craftsperson',
      'run',
    ],
  },
  papers: {
    name: 'Papers, printers, routes',
    subjects: ['paper', 'layout', 'machine', 'route', 'supply', 'supplier'],
  },
  walls: { name: 'Walls', subjects: ['wall', 'buyer’s wall'] },
  studio: { name: 'The studio', subjects: ['studio', 'act', 'bench', 'hands'] },
} as const;
export type JournalKind = keyof typeof JOURNAL_KINDS;

/** A kind as an address names it; nothing for any other word. @example journalKind('orders') // 'orders' */
export const journalKind = (word: string | undefined): JournalKind | null =>
  word !== undefined && Object.hasOwn(JOURNAL_KINDS, word) ? (word as JournalKind) : null;

/** The lines of one day that are about one work, or about none, the newest first. */
export type JournalBlock<L, W> = { work: W | null; lines: L[] };

/**
 * A day's lines put together by the work they are about, in the order of each work's newest line: a day at the press reads as what
 * was done to each picture, not as a ticker.
 *
 * @example byWork([{ id: 'a', work: null }], (line) => line.work, () => '') // [{ work: null, lines: [{ id: 'a', work: null }] }]
 */
export function byWork<L, W>(
  lines: readonly L[],
  workOf: (line: L) => W | null,
  keyOf: (work: W) => string,
): JournalBlock<L, W>[] {
  const blocks = new Map<string, JournalBlock<L, W>>();
  for (const line of lines) {
    const work = workOf(line);
    const key = work === null ? '' : keyOf(work);
    const block = blocks.get(key);
    if (block) block.lines.push(line);
    else blocks.set(key, { work, lines: [line] });
  }
  return [...blocks.values()];
}
