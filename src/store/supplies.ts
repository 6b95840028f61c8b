import { eq, sql } from 'drizzle-orm';
import type { Tx } from './db';
import { insertRow } from './rows';
import { supplies, type SupplyMoveKind } from './schema';

/** Something that came to the packing shelf or left it: the move, and with it the count on the shelf. */
export async function moveSupply(
  tx: Tx,
  move: { id: string; supplyId: string; at: string; kind: SupplyMoveKind; amount: number; why?: string },
): Promise<void> {
  if (move.amount === 0) return;
  await insertRow(tx, 'supplyMoves', { ...move, why: move.why ?? '' });
  await tx
    .update(supplies)
    .set({ onHand: sql`${supplies.onHand} + ${move.amount}` })
    .where(eq(supplies.id, move.supplyId));
}
