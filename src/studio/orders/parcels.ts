import { bordersOf, sheetOf } from '@/core/crop/border';
import { impressionLabel } from '@/core/edition/impressionStates';
import { RefusedError } from '@/core/errors';
import { planPack, type PackedPrint, type PackForm, type PackPlan } from '@/core/parcel/pack';
import type { Db, Tx } from '@/store/db';
import { pickedFor } from '@/store/editions';
import { shelf } from '@/store/orders';
import { findRows } from '@/store/rows';
import type { Scale } from '../ports';
import { type Studio } from '../studio';

/** How the picked impressions of an order would be packed, out of what lies on the shelf. */
export async function packPlanFor(
  db: Db | Tx,
  orderId: string,
  wish?: PackForm,
): Promise<{ plan: PackPlan; prints: PackedPrint[] }> {
  const picked = await pickedFor(db, orderId);
  const prints = picked.map(({ impression: i, edition, title, format: f, paper }): PackedPrint => ({
    name: `${title} ${impressionLabel(i.kind, i.number, edition.size, edition.name)}`,
    gsm: i.asPrinted?.paper.gsm ?? paper.gsm,
    mayRoll: paper.mayRoll,
    canvas: paper.base === 'canvas',
    // As it was printed, whatever its border is today.
    sheet:
      i.asPrinted?.sheet ?? sheetOf({ width: f.imageWidthUm, height: f.imageHeightUm }, bordersOf(f)),
  }));
  return { plan: planPack(prints, await shelf(db), wish), prints };
}

/** Lays the parcel of an order on the scale and reads it. */
export async function readScale(
  studio: Studio,
  scale: Scale,
  orderId: string,
): Promise<{ mg: number; by: string }> {
  const parcel = await findRows(studio.db, 'parcels', { orderId }, { limit: 1 });
  if (!parcel[0]) throw new RefusedError('There is nothing on the scale: pack the order first.');
  return {
    mg: await scale.read({ loadMg: parcel[0].expectedMg, parcelId: parcel[0].id }),
    by: scale.name,
  };
}
