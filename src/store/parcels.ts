import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { InsertRule } from '@/core/parcel/inserts';
import type { Db } from './db';
import { goods, inserts, orderGoods, orderLines, printLines, products, stamps, supplies } from './schema';

/** The studio's rules of what goes in with what, with what is left of it. */
export async function insertRules(db: Db): Promise<InsertRule[]> {
  const rows = await db
    .select({
      insert: inserts,
      supplyLeft: supplies.onHand,
      goodsLeft: goods.onHand,
    })
    .from(inserts)
    .leftJoin(supplies, eq(supplies.id, inserts.supplyId))
    .leftJoin(goods, eq(goods.id, inserts.goodsId))
    .where(isNull(inserts.archivedAt))
    .orderBy(asc(inserts.rule), asc(inserts.name));
  return rows.map(({ insert, supplyLeft, goodsLeft }) => ({
    name: insert.name,
    rule: insert.rule,
    supplyId: insert.supplyId,
    goodsId: insert.goodsId,
    weight: insert.weightMg,
    thickness: insert.thicknessUm,
    onHand: supplyLeft ?? goodsLeft,
  }));
}

/** The goods of an order, with what lies of each on the shelf. */
export const goodsOfOrder = (db: Db, orderId: string) =>
  db
    .select({ line: orderGoods, goods })
    .from(orderGoods)
    .innerJoin(goods, eq(goods.id, orderGoods.goodsId))
    .where(eq(orderGoods.orderId, orderId))
    .orderBy(asc(orderGoods.id));

/** In what finish, and of which line, each line of an order was sold. */
export const finishesOfOrder = (db: Db, orderId: string) =>
  db
    .select({
      lineId: orderLines.id,
      finish: products.finish,
      finePrint: printLines.finePrint,
      goesIn: printLines.goesIn,
    })
    .from(orderLines)
    .leftJoin(products, eq(products.id, orderLines.productId))
    .leftJoin(printLines, eq(printLines.id, products.lineId))
    .where(eq(orderLines.orderId, orderId));

/** Stamps in the drawer, the dearest first. */
export const stampsOnHand = (db: Db) =>
  db
    .select()
    .from(stamps)
    .where(sql`${stamps.onHand} > 0`)
    .orderBy(sql`${stamps.valueMinor} DESC`, asc(stamps.name));

/** How many of some goods open orders ask for and have not been sealed yet. */
export async function goodsPromised(db: Db, goodsId: string): Promise<number> {
  const [row] = await db
    .select({ n: sql<number>`coalesce(sum(${orderGoods.quantity}), 0)` })
    .from(orderGoods)
    .where(
      and(
        eq(orderGoods.goodsId, goodsId),
        sql`(SELECT o.state FROM orders o WHERE o.id = ${orderGoods.orderId}) IN ('new', 'picked', 'packed')`,
      ),
    );
  return row?.n ?? 0;
}
