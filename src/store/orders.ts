import { and, asc, desc, eq, inArray, sql, type SQL, isNull } from 'drizzle-orm';
import { OPEN_ORDER_STATES, type OrderState } from '@/core/order/orderStates';
import type { Supply } from '@/core/parcel/pack';
import type { Db } from './db';
import { pricesOn } from './products';
import { freeByEdition } from './soundness';
import {
  buyers,
  editions,
  formats,
  masters,
  orderLines,
  orders,
  parcels,
  printLines,
  products,
  workSets,
  services,
  supplies,
  works,
} from './schema';

export type Order = typeof orders.$inferSelect;
export type Buyer = typeof buyers.$inferSelect;
export const ORDERS_A_PAGE = 50;

/** A page of orders: those that want hands first by their day, the rest newest first. */
export async function ordersPage(
  db: Db,
  q: { search: string; states: readonly OrderState[] | null; page: number },
) {
  const like = `%${q.search.replace(/[%_\\]/g, '\\$&')}%`;
  const where = and(
    q.states ? inArray(orders.state, [...q.states]) : undefined,
    q.search
      ? sql`(${buyers.name} LIKE ${like} ESCAPE '\\' OR ${orders.number} = ${Number(q.search) || -1})`
      : undefined,
  );
  const order =
    q.states === OPEN_ORDER_STATES ? [asc(orders.shipBy), asc(orders.number)] : [desc(orders.number)];
  const lines = await db
    .select({
      order: orders,
      buyer: buyers.name,
      country: buyers.country,
      pieces: sql<number>`(SELECT coalesce(sum(${orderLines.quantity}), 0) FROM ${orderLines} WHERE ${orderLines.orderId} = ${orders.id}) + (SELECT coalesce(sum(quantity), 0) FROM order_goods WHERE order_id = ${orders.id})`,
      sum: orderSum(),
      what: sql<string>`(SELECT group_concat(title, '; ') FROM (SELECT DISTINCT ${works.title} AS title FROM ${orderLines} JOIN ${editions} ON ${editions.id} = ${orderLines.editionId} JOIN ${works} ON ${works.id} = ${editions.workId} WHERE ${orderLines.orderId} = ${orders.id} UNION SELECT g.name FROM order_goods og JOIN goods g ON g.id = og.goods_id WHERE og.order_id = ${orders.id}))`,
    })
    .from(orders)
    .innerJoin(buyers, eq(buyers.id, orders.buyerId))
    .where(where)
    .orderBy(...order)
    .limit(ORDERS_A_PAGE)
    .offset(q.page * ORDERS_A_PAGE);
  const [row] = await db
    .select({ n: sql<number>`count(*)` })
    .from(orders)
    .innerJoin(buyers, eq(buyers.id, orders.buyerId))
    .where(where);
  return { lines, total: row?.n ?? 0 };
}

/** How many orders a buyer has given, cancelled ones left out. */
export async function ordersOfBuyer(db: Db, buyerId: string): Promise<number> {
  const [row] = await db
    .select({ n: sql<number>`count(*)` })
    .from(orders)
    .where(and(eq(orders.buyerId, buyerId), sql`${orders.state} <> 'cancelled'`));
  return row?.n ?? 0;
}

/** How many orders stand in each state. */
export async function orderCounts(db: Db): Promise<Partial<Record<OrderState, number>>> {
  const rows = await db
    .select({ state: orders.state, n: sql<number>`count(*)` })
    .from(orders)
    .groupBy(orders.state);
  return Object.fromEntries(rows.map((r) => [r.state, r.n]));
}

export async function orderWhole(db: Db, orderId: string) {
  const [row] = await db
    .select({ order: orders, buyer: buyers })
    .from(orders)
    .innerJoin(buyers, eq(buyers.id, orders.buyerId))
    .where(eq(orders.id, orderId))
    .limit(1);
  if (!row) return null;
  const lines = await db
    .select({
      line: orderLines,
      edition: editions,
      format: formats,
      title: works.title,
      workId: works.id,
      sha256: masters.sha256,
      setName: workSets.name,
    })
    .from(orderLines)
    .leftJoin(workSets, eq(workSets.id, orderLines.setId))
    .innerJoin(editions, eq(editions.id, orderLines.editionId))
    .innerJoin(works, eq(works.id, editions.workId))
    .innerJoin(formats, eq(formats.id, orderLines.formatId))
    .leftJoin(masters, and(eq(masters.workId, works.id), eq(masters.current, true)))
    .where(eq(orderLines.orderId, orderId))
    .orderBy(asc(orderLines.id));
  const [parcel] = await db.select().from(parcels).where(eq(parcels.orderId, orderId)).limit(1);
  return { ...row, lines, parcel: parcel ?? null };
}

/** What the things in an order are sold for: prints and goods. */
const worthSql = (orderId: SQL) =>
  sql<number>`((SELECT coalesce(sum(l.quantity * l.price_minor), 0) FROM order_lines l WHERE l.order_id = ${orderId})
    + (SELECT coalesce(sum(g.quantity * g.price_minor), 0) FROM order_goods g WHERE g.order_id = ${orderId}))`;

/** What a buyer pays for the things in an order, without carriage: less what is taken off. */
export const orderSum = () => sql<number>`(${worthSql(sql`${orders.id}`)} - ${orders.discountMinor})`;

/** What the things in an order were sold for, minor units, before any discount: what is lost if it is lost. */
export async function worthOf(db: Db, orderId: string): Promise<number> {
  const [row] = await db.all<{ sum: number }>(sql`SELECT ${worthSql(sql`${orderId}`)} AS sum`);
  return row?.sum ?? 0;
}

export async function nextOrderNumber(db: Db): Promise<number> {
  const [row] = await db.select({ last: sql<number | null>`max(${orders.number})` }).from(orders);
  return (row?.last ?? 100) + 1;
}

/** How many impressions of a size of an edition lie ready: signed, where the edition is signed before it leaves. */
export const readyCount = (editionId: SQL, formatId: SQL): SQL<number> => sql<number>`(
  SELECT count(*) FROM impressions AS ready_i JOIN editions AS ready_e ON ready_e.id = ready_i.edition_id
  WHERE ready_i.edition_id = ${editionId} AND ready_i.format_id = ${formatId} AND ready_i.kind IN ('run', 'open') AND ready_i.order_line_id IS NULL AND ready_i.held_back = 0
    AND (ready_i.state IN ('signed', 'certified') OR (ready_i.state = 'inspected' AND ready_e.signing NOT IN ('front', 'back'))))`;

/** Open orders with what they hold, for the bench, soonest promised first. */
export const openOrders = (db: Db) =>
  db
    .select({
      order: orders,
      buyer: buyers.name,
      parcelForm: parcels.form,
      expectedMg: parcels.expectedMg,
      scaleMg: parcels.scaleMg,
      what: sql<string>`(SELECT group_concat(${works.title} || ' ' || ${formats.name} || CASE WHEN ${orderLines.quantity} > 1 THEN ' ×' || ${orderLines.quantity} ELSE '' END, '; ') FROM ${orderLines} JOIN ${editions} ON ${editions.id} = ${orderLines.editionId} JOIN ${works} ON ${works.id} = ${editions.workId} JOIN ${formats} ON ${formats.id} = ${orderLines.formatId} WHERE ${orderLines.orderId} = ${orders.id})`,
      pieces: sql<number>`(SELECT coalesce(sum(${orderLines.quantity}), 0) FROM ${orderLines} WHERE ${orderLines.orderId} = ${orders.id})`,
    })
    .from(orders)
    .innerJoin(buyers, eq(buyers.id, orders.buyerId))
    .leftJoin(parcels, eq(parcels.orderId, orders.id))
    .where(inArray(orders.state, [...OPEN_ORDER_STATES]))
    .orderBy(asc(orders.shipBy), asc(orders.number));

/**
 * What can be sold: every offered size of every edition that has something to sell, with its price, how many lie ready and how
 * many of a run are free. A closed edition is here only while something of it lies in the drawer.
 */
export async function sellable(db: Db, today: string) {
  const [lines, prices] = await Promise.all([sizesOfEditions(db), pricesOn(db, today)]);
  const free = new Map((await freeByEdition(db, today)).map((e) => [e.editionId, e.free]));
  const priceOf = new Map(prices.map((price) => [price.productId, price.priceMinor]));
  return lines
    .map(({ closedAt, ...line }) => ({
      ...line,
      priceMinor: line.productId ? (priceOf.get(line.productId) ?? null) : null,
      isClosed: closedAt !== null,
      free: free.get(line.editionId) ?? null,
    }))
    .filter((line) => (line.free === null ? !line.isClosed || line.ready > 0 : line.free > 0));
}

const sizesOfEditions = (db: Db) =>
  db
    .select({
      editionId: editions.id,
      formatId: formats.id,
      title: works.title,
      formatName: formats.name,
      kind: editions.kind,
      size: editions.size,
      runName: editions.name,
      closedAt: editions.closedAt,
      productId: products.id,
      lineName: printLines.name,
      finish: products.finish,
      ready: readyCount(sql`${editions.id}`, sql`${formats.id}`),
    })
    .from(editions)
    .innerJoin(works, eq(works.id, editions.workId))
    .innerJoin(
      formats,
      and(
        eq(formats.workId, works.id),
        sql`${formats.archivedAt} IS NULL`,
        sql`(${editions.formatId} IS NULL OR ${editions.formatId} = ${formats.id})`,
      ),
    )
    .leftJoin(
      products,
      and(
        eq(products.formatId, formats.id),
        sql`${products.archivedAt} IS NULL`,
        // What stands outside the run is sold of the open edition only.
        sql`(${products.inEdition} = 1 OR ${editions.kind} = 'open')`,
      ),
    )
    .leftJoin(printLines, eq(printLines.id, products.lineId))
    .where(sql`${works.archivedAt} IS NULL`)
    .orderBy(asc(works.title), asc(formats.imageWidthUm), asc(printLines.place), asc(products.id));

export type BuyerName = Pick<Buyer, 'id' | 'name' | 'country'>;
/** Every buyer by name. */
export const buyerNames = (db: Db): Promise<BuyerName[]> =>
  db
    .select({ id: buyers.id, name: buyers.name, country: buyers.country })
    .from(buyers)
    .where(isNull(buyers.removedAt))
    .orderBy(asc(sql`${buyers.name} COLLATE NOCASE`));

/** Every country a buyer lives in. */
export async function countriesOfBuyers(db: Db): Promise<string[]> {
  const rows = await db
    .selectDistinct({ country: buyers.country })
    .from(buyers)
    .where(isNull(buyers.removedAt))
    .orderBy(asc(buyers.country));
  return rows.map(({ country }) => country);
}

export type SupplyRow = typeof supplies.$inferSelect;
export const asSupply = (s: SupplyRow): Supply => ({
  id: s.id,
  name: s.name,
  kind: s.kind,
  width: s.widthUm,
  height: s.heightUm,
  weight: s.weightMg,
  onHand: s.onHand,
  thickness: s.thicknessUm,
  packOf: s.packOf,
});
export const shelf = async (db: Db): Promise<Supply[]> =>
  (await db.select().from(supplies).orderBy(asc(supplies.name))).map(asSupply);
export const lowSupplies = (db: Db): Promise<SupplyRow[]> =>
  db
    .select()
    .from(supplies)
    .where(sql`${supplies.onHand} <= ${supplies.reorderAt}`)
    .orderBy(asc(supplies.onHand))
    .limit(12);

/** What one of each supply costs, minor units, by id. */
export const supplyPrices = async (db: Db): Promise<Map<string, number>> =>
  new Map(
    (await db.select({ id: supplies.id, price: supplies.priceMinor }).from(supplies)).map((s) => [
      s.id,
      s.price,
    ]),
  );

export type Service = typeof services.$inferSelect;
export const allServices = (db: Db): Promise<Service[]> =>
  db.select().from(services).orderBy(asc(services.carrier), asc(services.priceMinor));
/** Everything on the packing shelf, like beside like, small before large. */
export const allSupplies = (db: Db): Promise<SupplyRow[]> =>
  db
    .select()
    .from(supplies)
    .orderBy(
      asc(supplies.kind),
      asc(sql`${supplies.widthUm} * ${supplies.heightUm}`),
      asc(supplies.name),
    );
