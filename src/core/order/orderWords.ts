/** What an order is: a plain sale, one taken before the thing exists, made to order, or sent again. */
export const ORDER_KINDS = ['sale', 'pre-order', 'commission', 'resend'] as const;
export type OrderKind = (typeof ORDER_KINDS)[number];

/** What can go wrong once a parcel has left. Source: handbook §12, “After”. */
export const CASE_KINDS = ['late', 'returned', 'damaged', 'lost'] as const;
export const CASE_STATES = ['open', 'claimed', 'paid', 'refused', 'closed'] as const;

export const CRAFTS = ['framer', 'mounter', 'repairer', 'printer'] as const;

/** What becomes of prints that came back with an order. */
export const CASE_PRINTS = ['looked at later', 'back in the drawer', 'destroyed'] as const;
