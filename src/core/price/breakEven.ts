import { InputError } from '../errors';
import type { Minor } from '../measure';

/**
 * How many sales pay an outlay back: `n = ceil(outlay ÷ (price − costs per sale))`.
 *
 * @throws InputError when a sale leaves nothing
 * Source: handbook §11.
 * @example breakEven({ outlay: 24000, price: 5310, perSale: 2900 }).count // 10
 */
export function breakEven(q: { outlay: Minor; price: Minor; perSale: Minor }): {
  count: number;
  netPerSale: Minor;
} {
  if (!(q.outlay >= 0)) throw new InputError('outlay', q.outlay, 'an outlay not below nothing');
  if (!(q.perSale >= 0))
    throw new InputError('perSale', q.perSale, 'what a sale costs, not below nothing');
  const netPerSale = q.price - q.perSale;
  if (netPerSale <= 0)
    throw new InputError(
      'price',
      q.price,
      `a price above the ${q.perSale} each sale costs: otherwise the outlay never comes back`,
    );
  return { count: Math.ceil(q.outlay / netPerSale), netPerSale };
}
