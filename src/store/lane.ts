import { sql } from 'drizzle-orm';
import type { OrderState } from '@/core/order/orderStates';
import type { PackForm } from '@/core/parcel/pack';
import type { ProductFinish } from '@/core/product/words';
import type { Db } from './db';
import { readyCount } from './orders';

export type LaneRow = {
  id: string;
  number: number;
  buyer: string;
  state: OrderState;
  shipBy: string;
  plannedOn: string | null;
  paidAt: string | null;
  form: PackForm | null;
  lengthUm: number | null;
  widthUm: number | null;
  heightUm: number | null;
  expectedMg: number | null;
  scaleMg: number | null;
};

/** Open orders with their parcels, soonest promised first. */
export const laneOrders = (db: Db): Promise<LaneRow[]> =>
  db.all<LaneRow>(sql`
    SELECT o.id, o.number, b.name AS buyer, o.state, o.ship_by AS shipBy, o.planned_on AS plannedOn, o.paid_at AS paidAt,
      p.form, p.length_um AS lengthUm, p.width_um AS widthUm, p.height_um AS heightUm,
      p.expected_mg AS expectedMg, p.scale_mg AS scaleMg
    FROM orders o JOIN buyers b ON b.id = o.buyer_id LEFT JOIN parcels p ON p.order_id = o.id
    WHERE o.state IN ('new', 'picked', 'packed', 'sealed')
    ORDER BY o.ship_by, o.number`);

export type LaneLine = {
  orderId: string;
  /** Lines of one key draw on the same prints. */
  key: string;
  quantity: number;
  imageWidthUm: number;
  imageHeightUm: number;
  borderTopUm: number;
  borderRightUm: number;
  borderBottomUm: number;
  borderLeftUm: number;
  finish: ProductFinish | null;
  picture: string | null;
  ready: number;
  /** Hours its paper takes to dry: the slowest this size was proofed well on, or else what it was printed on. */
  dryHours: number;
  isSigned: number;
  isGoods: number;
};

/** The lines of the same orders: their size, and how many of that size lie ready, read once for each size of each edition. */
export const laneLines = (db: Db): Promise<LaneLine[]> =>
  db.all<LaneLine>(sql`
    WITH open AS (SELECT o.id FROM orders o WHERE o.state IN ('new', 'picked', 'packed', 'sealed')),
      lines AS (SELECT l.* FROM order_lines l WHERE l.order_id IN (SELECT id FROM open)),
      ready AS (SELECT k.edition_id, k.format_id, ${readyCount(sql`k.edition_id`, sql`k.format_id`)} AS n
        FROM (SELECT DISTINCT edition_id, format_id FROM lines) k)
    SELECT l.order_id AS orderId, l.edition_id || ' ' || l.format_id AS key, l.quantity, f.image_width_um AS imageWidthUm, f.image_height_um AS imageHeightUm,
      f.border_top_um AS borderTopUm, f.border_right_um AS borderRightUm, f.border_bottom_um AS borderBottomUm,
      f.border_left_um AS borderLeftUm, pr.finish,
      (SELECT m.sha256 FROM masters m WHERE m.work_id = e.work_id AND m.current = 1 AND m.state = 'ready' LIMIT 1) AS picture,
      ready.n AS ready, coalesce((SELECT max(pa.dry_hours) FROM proofs p JOIN papers pa ON pa.id = p.paper_id WHERE p.format_id = l.format_id AND p.state = 'accepted'),
        (SELECT pa.dry_hours FROM impressions i JOIN papers pa ON pa.id = i.paper_id WHERE i.edition_id = l.edition_id AND i.format_id = l.format_id LIMIT 1), 0) AS dryHours, e.signing IN ('front', 'back') AS isSigned, 0 AS isGoods
    FROM lines l JOIN editions e ON e.id = l.edition_id JOIN formats f ON f.id = l.format_id
      JOIN ready ON ready.edition_id = l.edition_id AND ready.format_id = l.format_id
      LEFT JOIN products pr ON pr.id = l.product_id
    UNION ALL
    SELECT g.order_id, g.id, g.quantity, 0, 0, 0, 0, 0, 0, NULL, NULL, g.quantity, 0, 0, 1
    FROM order_goods g WHERE g.order_id IN (SELECT id FROM open)`);
