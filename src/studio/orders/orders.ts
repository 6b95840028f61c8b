import { RefusedError } from '@/core/errors';
import { nextOrderState, ORDER_WORDS, type OrderAct } from '@/core/order/orderStates';
import type { Tx } from '@/store/db';
import { type Order } from '@/store/orders';
import { findRows } from '@/store/rows';

/** Moves an order on, or says why it cannot be done now. */
export function stepOf(order: Order, orderAct: OrderAct): Order['state'] {
  const next = nextOrderState(order.state, orderAct);
  if (!next)
    throw new RefusedError(
      `Order ${order.number} is ${ORDER_WORDS[order.state]}: that cannot be done now.`,
    );
  return next;
}

export const parcelOf = async (tx: Tx, orderId: string) =>
  (await findRows(tx, 'parcels', { orderId }, { limit: 1 }))[0];
