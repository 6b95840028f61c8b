import { bordersOf, sheetOf } from '@/core/crop/border';
import { impressionLabel } from '@/core/edition/impressionStates';
import { RefusedError } from '@/core/errors';
import { allInserts, type InsertInParcel } from '@/core/parcel/inserts';
import { madePiece } from '@/core/parcel/made';
import { planPack, type PackedPrint, type PackPlan, type PackWishes } from '@/core/parcel/pack';
import type { Db, Tx } from '@/store/db';
import { pickedFor } from '@/store/editions';
import { shelf } from '@/store/orders';
import { finishesOfOrder, goodsOfOrder, insertRules } from '@/store/parcels';
import { findRows, rowById } from '@/store/rows';
import type { Scale } from '../ports';
import { type Studio } from '../studio';

/** What an order's parcel is planned from. */
export type PackFacts = {
  prints: PackedPrint[];
  inserts: InsertInParcel[];
  goods: InsertInParcel[];
  shelf: Awaited<ReturnType<typeof shelf>>;
};

/** Reads what lies in an order's parcel: its picked prints as they were printed, its goods, and what goes in by rule. */
export async function packFactsOf(db: Db | Tx, orderId: string): Promise<PackFacts> {
  const [order, picked, goods, finishes, rules, onShelf] = await Promise.all([
    rowById(db, 'orders', orderId, 'orderId'),
    pickedFor(db, orderId),
    goodsOfOrder(db, orderId),
    finishesOfOrder(db, orderId),
    insertRules(db),
    shelf(db),
  ]);
  const finishOf = new Map(finishes.map((each) => [each.lineId, each]));
  const prints = picked.map(
    ({ impression: i, edition, title, format: f, paper, lineId }): PackedPrint => {
      // As it was printed, whatever its border is today.
      const sheet =
        i.asPrinted?.sheet ?? sheetOf({ width: f.imageWidthUm, height: f.imageHeightUm }, bordersOf(f));
      const made = madePiece(finishOf.get(lineId)?.finish ?? 'loose', sheet);
      return {
        name: `${title} ${impressionLabel(i.kind, i.number, edition.size, edition.name)}`,
        gsm: i.asPrinted?.paper.gsm ?? paper.gsm,
        mayRoll: paper.mayRoll,
        canvas: paper.base === 'canvas',
        ...(paper.thicknessUm > 0 && { thickness: paper.thicknessUm }),
        sheet,
        ...(made && { made }),
      };
    },
  );
  const inserts = allInserts({
    rules,
    shelf: onShelf,
    goesIn: finishes.flatMap(({ goesIn }) => goesIn ?? []),
    facts: {
      orderNumber: order.number,
      prints: prints.length,
      limited: picked.filter(({ edition }) => edition.kind === 'limited').length,
      hasFineLine: finishes.some(({ finePrint }) => finePrint),
      isGift: order.giftNote !== '',
    },
  });
  return {
    prints,
    inserts,
    goods: goods.map(({ line, goods: g }) => ({
      name: g.name,
      count: line.quantity,
      weight: g.weightMg,
      thickness: g.thicknessUm,
      why: 'ordered',
      supplyId: null,
      goodsId: g.id,
    })),
    shelf: onShelf,
  };
}

/** The plan of a parcel from its facts: what is planned, compared and packed is always this. */
export const planOf = (facts: PackFacts, wishes: PackWishes = {}): PackPlan =>
  planPack(facts.prints, facts.shelf, { ...wishes, inserts: [...facts.goods, ...facts.inserts] });

/** How the picked impressions of an order would be packed, out of what lies on the shelf. */
export async function packPlanFor(
  db: Db | Tx,
  orderId: string,
  wishes: PackWishes = {},
): Promise<PackFacts & { plan: PackPlan }> {
  const facts = await packFactsOf(db, orderId);
  return { ...facts, plan: planOf(facts, wishes) };
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
