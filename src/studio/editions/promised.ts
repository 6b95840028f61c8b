import { RefusedError } from '@/core/errors';
import type { Db, Tx } from '@/store/db';
import {
  editionsPromised,
  ordersOfEditions,
  spokenFor,
  type Edition,
  type Impression,
} from '@/store/editions';
import { freeByEdition, freeOf } from '@/store/soundness';
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

/** A run of which more is promised than it can still give: a print was lost or destroyed after its number was sold. */
export type Overpromised = { editionId: string; title: string; short: number; orders: number[] };

/**
 * Runs that owe more than they have left, and to which open orders.
 *
 * @param editionIds only of these; of all where nothing is said
 */
export async function overpromised(
  db: Db,
  today: string,
  editionIds?: readonly string[],
): Promise<Overpromised[]> {
  // Only a run that something is promised of can owe too much: most of many runs are not looked at.
  const owing = editionIds ?? (await editionsPromised(db, today));
  if (!owing.length) return [];
  const short = (await freeByEdition(db, today, owing)).filter(({ free }) => free < 0);
  if (!short.length) return [];
  const orders = await ordersOfEditions(
    db,
    short.map(({ editionId }) => editionId),
  );
  return short.map(({ editionId, title, free }) => ({
    editionId,
    title,
    short: -free,
    orders: orders.get(editionId) ?? [],
  }));
}

/** The same as a sentence that says what to do. */
export function overpromisedSays({ title, short, orders }: Overpromised): string {
  const who = orders.length ? `Open orders ${orders.join(', ')} wait for it` : 'Reservations wait for it';
  return `${title}: ${short} more ${short === 1 ? 'is' : 'are'} promised than the run can still give. ${who}: offer another print or the money back, before it is due.`;
}
