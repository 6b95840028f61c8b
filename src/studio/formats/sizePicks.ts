import { A_PICK, picked, plain } from '@/core/find/pick';
import { formatSize } from '@/core/measure';
import { sizesToPick } from '@/store/works';
import type { Studio } from '../studio';

/** A size of a work, as a picker names it. */
export type SizePick = { id: string; title: string; name: string; width: number; height: number };
/** Of every work, or of those that may be printed. */
export type WhichSizes = 'all' | 'printable';

/** All of them with the words they are found by, kept until something is written. */
const sizesKept = (studio: Studio, which: WhichSizes) =>
  studio.untilWritten(`sizes to pick, ${which}`, async () => {
    const all = (await sizesToPick(studio.db))
      .filter(({ mayPrint }) => which === 'all' || mayPrint === 'yes')
      .map(({ id, title, name, width, height }): SizePick => ({ id, title, name, width, height }));
    // By what it is called, and by its sides in either unit, whichever the page shows.
    const texts = all.map((size) =>
      plain([size.title, size.name, formatSize(size, 'mm'), formatSize(size, 'in')].join(', ')),
    );
    return { all, texts };
  });

/** The first sizes that have the words somebody typed; twenty at most. */
export async function sizesFor(studio: Studio, typed: string, which: WhichSizes): Promise<SizePick[]> {
  const { all, texts } = await sizesKept(studio, which);
  return picked(all, texts, typed);
}

/** What a picker shows before anything is typed, with the one that is chosen already. */
export async function firstSizes(
  studio: Studio,
  which: WhichSizes,
  chosen?: string | null,
): Promise<SizePick[]> {
  const { all } = await sizesKept(studio, which);
  const first = all.slice(0, A_PICK);
  const at = chosen ? all.find(({ id }) => id === chosen) : undefined;
  return !at || first.includes(at) ? first : [at, ...first];
}
