import { placeTowards, type PlaceInRun } from '@/core/edition/terms';
import { RefusedError } from '@/core/errors';
import type { Db } from '@/store/db';
import { editionsOf } from '@/store/editions';
import { findRow } from '@/store/rows';

/** A product as far as a run asks about it. */
export type PartOfRun = { workId: string; formatId: string; lineId: string; finish: string };

/**
 * Where a product stands towards the limited runs of its work, closed ones too: what was declared is kept for good. A line that is
 * printed on demand by somebody else has no number of anybody's, so it cannot stand in a run.
 */
export async function placeInRuns(
  db: Db,
  product: PartOfRun,
): Promise<{ place: PlaceInRun; says: string | null }> {
  const runs = (await editionsOf(db, product.workId)).filter((each) => each.kind === 'limited');
  if (!runs.length) return { place: 'in the run', says: null };
  for (const wanted of ['not made', 'outside it'] as const)
    for (const run of runs) {
      const { place, because } = placeTowards(run.terms.placed, product);
      if (place === wanted)
        return {
          place,
          says: `${because} was declared as ${wanted === 'not made' ? 'not made at all' : 'outside the run'} when the run of ${run.size} was opened, in front of everyone who buys from it`,
        };
    }
  const onDemand = await onDemandRoute(db, product.lineId);
  return onDemand
    ? {
        place: 'outside it',
        says: `${onDemand} prints on demand and keeps no numbers: what it makes cannot be in a limited run`,
      }
    : { place: 'in the run', says: null };
}

/** The print-on-demand house that a line is made by; nothing: another way. */
export async function onDemandRoute(db: Db, lineId: string): Promise<string | null> {
  const line = await findRow(db, 'printLines', lineId);
  const route = line?.routeId ? await findRow(db, 'routes', line.routeId) : undefined;
  return route?.kind === 'print-on-demand house' ? route.name : null;
}

/** @throws RefusedError when a product may not stand where it is wished to */
export async function refuseAgainstRun(db: Db, product: PartOfRun, wishesIn: boolean): Promise<void> {
  const { place, says } = await placeInRuns(db, product);
  if (place === 'not made') throw new RefusedError(`It is not offered: ${says}.`);
  if (place === 'outside it' && wishesIn)
    throw new RefusedError(`It cannot be numbered in the run: ${says}.`);
}
