import { RefusedError } from '@/core/errors';
import type { Tx } from '@/store/db';
import { spokenFor, type Edition, type Impression } from '@/store/editions';
import { freeOf } from '@/store/soundness';
import type { Studio } from '../studio';
import { labelOf } from './labels';

/**
 * What leaves the sale by somebody’s wish (given away, kept, to a shop) must be nobody else’s: neither promised by its number, nor
 * needed for what open orders and reservations were promised of the run.
 *
 * @throws RefusedError naming the number, or how many are free
 */
export async function refuseIfPromised(
  studio: Studio,
  tx: Tx,
  edition: Edition,
  chosen: readonly Impression[],
): Promise<void> {
  const today = await studio.today();
  const forSale = chosen.filter((i) => i.kind === 'run' && !i.heldBack);
  const [spoken] = forSale.length
    ? await spokenFor(
        tx,
        forSale.map((i) => i.id),
        today,
      )
    : [];
  if (spoken)
    throw new RefusedError(
      `${labelOf(spoken, edition)} is reserved, or chosen in an open order: let it go there first.`,
    );
  const free = await freeOf(tx, edition.id, today);
  if (free !== null && forSale.length > free)
    throw new RefusedError(
      `${Math.max(0, free)} of this run ${free === 1 ? 'is' : 'are'} free: the others are promised in open orders, or reserved.`,
    );
}
