import { InputError } from '@/core/errors';
import type { Tx } from '@/store/db';
import type { Impression } from '@/store/editions';
import { findRows } from '@/store/rows';

/**
 * The impressions of an edition by their ids, lowest number first.
 *
 * @throws InputError naming one that is none of this edition
 */
export async function chosenOf(
  tx: Tx,
  editionId: string,
  wanted: readonly string[],
): Promise<Impression[]> {
  const rows: Impression[] = [];
  for (let i = 0; i < wanted.length; i += 500)
    rows.push(...(await findRows(tx, 'impressions', { id: wanted.slice(i, i + 500) })));
  const known = new Set(rows.filter((row) => row.editionId === editionId).map((row) => row.id));
  const stray = wanted.find((each) => !known.has(each));
  if (stray) throw new InputError('impressionIds', stray, 'impressions of this edition');
  return rows.sort((a, b) => a.number - b.number);
}
