import { RefusedError } from '@/core/errors';
import type { RowChange } from '@/store/changes';
import type { Tx } from '@/store/db';
import type { Studio } from '../studio';
import { freeByEdition, lotsBelowNothing, suppliesOutOfStep } from '@/store/soundness';

/** Tables that say what of a run is promised to somebody. */
const PROMISES = ['orders', 'order_lines', 'impressions', 'reservations'];

/**
 * What must hold whatever is put back: no lot below nothing, no shelf out of step with its moves, no run that promised more
 * than it has.
 *
 * @throws RefusedError with what would not hold
 */
export async function refuseUnsound(
  studio: Studio,
  tx: Tx,
  changes: readonly RowChange[],
): Promise<void> {
  const touched = new Set(changes.map((c) => c.table));
  if (touched.has('stock_moves') || touched.has('lots')) {
    const [lot] = await lotsBelowNothing(tx);
    if (lot)
      throw new RefusedError(
        `${lot.name} was used since: taking this back would leave less than nothing of it.`,
      );
  }
  if (touched.has('supplies') || touched.has('supply_moves')) {
    const [supply] = await suppliesOutOfStep(tx);
    if (supply)
      throw new RefusedError(`${supply.name} was used since: its count cannot be taken back by itself.`);
  }
  if (PROMISES.some((table) => touched.has(table))) {
    const over = (await freeByEdition(tx, await studio.today())).find((e) => e.free < 0);
    if (over)
      throw new RefusedError(
        `Numbers of ${over.title} were promised to others since: taking this back would promise ${-over.free} more than there are.`,
      );
  }
}
