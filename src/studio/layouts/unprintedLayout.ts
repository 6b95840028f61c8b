import { RefusedError } from '@/core/errors';
import type { Db, Tx } from '@/store/db';
import { rowById } from '@/store/rows';
import { type Layout } from './layouts';

/**
 * A layout that can still be changed.
 *
 * @throws RefusedError when it was printed: what was on it stays on record
 */
export async function unprintedLayout(tx: Tx | Db, layoutId: string): Promise<Layout> {
  const layout = await rowById(tx, 'layouts', layoutId, 'id');
  if (layout.state === 'printed')
    throw new RefusedError(
      `${layout.name} is printed: what was on it stays on record. Begin another layout.`,
    );
  return layout;
}
