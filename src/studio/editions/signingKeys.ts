import type { Tx } from '@/store/db';
import { findRow, findRows, insertRow } from '@/store/rows';
import { studioKey, type StudioKey } from '@/paperwork/seal';
import type { Studio } from '../studio';

/** The key in use, its public half kept in the records from its first use on. */
export async function keyInUse(studio: Studio, tx: Tx): Promise<StudioKey> {
  const key = await studioKey(studio.options.dataDir);
  if (!(await findRow(tx, 'signingKeys', key.name)))
    await insertRow(tx, 'signingKeys', {
      id: key.name,
      publicKey: key.publicKey.toString('base64url'),
      madeAt: studio.now(),
    });
  return key;
}

/** Every key the studio has signed with, the newest first, the one in use among them. */
export async function knownKeys(studio: Studio) {
  const kept = await findRows(studio.db, 'signingKeys', {}, { orderBy: ['-madeAt'] });
  const { name: id, publicKey } = await studioKey(studio.options.dataDir);
  const known = kept.map((row) => ({ ...row, publicKey: Buffer.from(row.publicKey, 'base64url') }));
  return known.some((row) => row.id === id)
    ? known
    : [{ id, publicKey, madeAt: studio.now(), retiredAt: null, why: '' }, ...known];
}
