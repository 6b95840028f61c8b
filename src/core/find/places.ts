/** Where each kind of record can be looked at, by the words that the journal and the finding field call it. */
const PLACES: Readonly<Record<string, (id: string) => string>> = {
  work: (id) => `/works/${id}`,
  wall: (id) => `/wall/${id}`,
  'buyer’s wall': (id) => `/wall/at/${id}`,
  order: (id) => `/orders/${id}`,
  buyer: (id) => `/orders/people/${id}`,
  craftsperson: (id) => `/orders/people/${id}`,
  person: (id) => `/orders/people/${id}`,
  edition: (id) => `/register/${id}`,
  paper: (id) => `/papers/paper/${id}`,
  route: (id) => `/papers/route/${id}`,
  layout: (id) => `/papers/layouts/${id}`,
  machine: () => '/papers/machines',
  supplier: () => '/papers/order',
  channel: () => '/orders/channels',
  goods: () => '/orders/goods',
  hands: (kind) => `/quiet/${kind}`,
};

/**
 * The page of a record; nothing where it has none of its own.
 *
 * @example pageOfRecord('order', '01J8') // '/orders/01J8'
 * @example pageOfRecord('act', '01J8') // null
 */
export const pageOfRecord = (kind: string, id: string): string | null =>
  Object.hasOwn(PLACES, kind) ? PLACES[kind]!(id) : null;
