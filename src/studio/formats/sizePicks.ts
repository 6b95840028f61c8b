import { formatSize } from '@/core/measure';
import { sizesToPick } from '@/store/works';
import { definePicker } from '../picker';

/** A size of a work, as a picker names it. */
export type SizePick = { id: string; title: string; name: string; width: number; height: number };

/** By what it is called, and by its sides in either unit, whichever the page shows. */
const wordsOf = (size: SizePick): string =>
  [size.title, size.name, formatSize(size, 'mm'), formatSize(size, 'in')].join(', ');

/** Every size that is offered. */
export const sizes = definePicker<SizePick>('sizes', sizesToPick, wordsOf);

/** Those of works that may be printed. */
export const printableSizes = definePicker<SizePick>(
  'printable sizes',
  async (db) => (await sizesToPick(db)).filter(({ mayPrint }) => mayPrint === 'yes'),
  wordsOf,
);
