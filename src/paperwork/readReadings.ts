import Papa from 'papaparse';
import type { Lab } from '@/core/colour/difference';
import { readCgats, type Reference } from '@/core/colour/target';
import { InputError } from '@/core/errors';

const MOST_PATCHES = 10_000;

/**
 * Readings of patches from CGATS, or from CSV with columns for a name and L, a, b.
 *
 * @param field what an error calls the text
 * @throws InputError naming what is missing, by line
 * Source: ANSI CGATS.17; RFC 4180.
 * @example readReadings('id;L*;a*;b*\nkelp;38;4;21\n', 'readings') // [{ id: 'kelp', lab: [38, 4, 21] }]
 */
export function readReadings(text: string, field: string): Reference {
  if (/BEGIN_DATA_FORMAT/.test(text)) return readCgats(text);
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const heads = data[0] ?? [];
  const column = (...names: string[]) =>
    heads.findIndex((h) => names.includes(h.trim().toLowerCase().replace(/[*_ ]/g, '')));
  const named = column('sampleid', 'samplename', 'id', 'name', 'patch'),
    lab = [column('labl', 'l'), column('laba', 'a'), column('labb', 'b')];
  if (named < 0 || lab.some((c) => c < 0))
    throw new InputError(
      field,
      heads.join(', ').slice(0, 80),
      'CGATS, or CSV whose first line names a column for the patch and columns L, a, b',
    );
  if (data.length - 1 > MOST_PATCHES)
    throw new InputError(field, data.length - 1, `up to ${MOST_PATCHES} patches`);
  return data.slice(1).map((cells, i) => {
    const values = lab.map((c) => figureOf(cells[c] ?? '')) as unknown as Lab;
    if (!values.every(Number.isFinite))
      throw new InputError(
        `${field}, patch ${i + 1}`,
        cells.join(', ').slice(0, 60),
        'figures for L, a and b',
      );
    return { id: (cells[named] ?? '').trim(), lab: values };
  });
}

/** A figure with a sign and decimals; NaN for anything else. */
function figureOf(cell: string): number {
  const text = cell.slice(0, 40).trim().replace(',', '.');
  return /^[+-]?\d{1,6}(\.\d{0,12})?(e[+-]?\d{1,2})?$/i.test(text) ? Number(text) : NaN;
}
