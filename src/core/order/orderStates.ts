/** Where an order is. Source: handbook §2, §12. */
export const ORDER_STATES = [
  'new',
  'picked',
  'packed',
  'sealed',
  'dispatched',
  'delivered',
  'returned',
  'lost',
  'cancelled',
] as const;
export type OrderState = (typeof ORDER_STATES)[number];

/** What can be done with an order in each state. */
export type OrderAct =
  'pick' | 'unpick' | 'pack' | 'unpack' | 'seal' | 'dispatch' | 'deliver' | 'return' | 'lose' | 'cancel';

const STEPS: Readonly<Record<OrderAct, { from: readonly OrderState[]; to: OrderState }>> = {
  pick: { from: ['new'], to: 'picked' },
  unpick: { from: ['picked'], to: 'new' },
  pack: { from: ['picked', 'packed'], to: 'packed' },
  unpack: { from: ['packed', 'sealed'], to: 'picked' },
  seal: { from: ['packed'], to: 'sealed' },
  dispatch: { from: ['sealed'], to: 'dispatched' },
  // What was given up for lost may still arrive, or come back.
  deliver: { from: ['dispatched', 'lost'], to: 'delivered' },
  return: { from: ['dispatched', 'delivered', 'lost'], to: 'returned' },
  lose: { from: ['dispatched'], to: 'lost' },
  cancel: { from: ['new', 'picked'], to: 'cancelled' },
};

/** The state an act leads to, or null when it cannot be done from here. @example nextOrderState('new', 'dispatch') // null */
export function nextOrderState(state: OrderState, act: OrderAct): OrderState | null {
  return STEPS[act].from.includes(state) ? STEPS[act].to : null;
}

/** The order in the words of the packing table. */
export const ORDER_WORDS: Readonly<Record<OrderState, string>> = {
  new: 'to pick',
  picked: 'to pack',
  packed: 'to weigh and seal',
  sealed: 'to post',
  dispatched: 'on its way',
  delivered: 'delivered',
  returned: 'came back',
  lost: 'lost',
  cancelled: 'cancelled',
};

/** Orders that still want hands before they leave the house. */
export const OPEN_ORDER_STATES: readonly OrderState[] = ['new', 'picked', 'packed', 'sealed'];
