import { eq, sql } from 'drizzle-orm';
import type { Tx } from './db';
import { insertRow, type NewRow } from './rows';
import { goods } from './schema';

/** Goods that came or went: the move, and with it the count. */
export async function moveGoods(tx: Tx, move: NewRow<'goodsMoves'>): Promise<void> {
  if (move.amount === 0) return;
  await insertRow(tx, 'goodsMoves', move);
  await tx
    .update(goods)
    .set({ onHand: sql`${goods.onHand} + ${move.amount}` })
    .where(eq(goods.id, move.goodsId));
}
