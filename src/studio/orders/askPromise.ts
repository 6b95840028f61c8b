import { validate } from '@/core/validate';
import { day, id, line, listOf, objectSchema, orNull, Type, wholeNumber, type Static } from '../schemas';
import type { Studio } from '../studio';
import { promiseForCart } from './promise';

/** Lines of a cart, as a form asks about them before an order is taken. */
export const cartLines = listOf(
  objectSchema({
    editionId: id,
    formatId: id,
    productId: Type.Optional(orNull(id)),
    quantity: wholeNumber(1, 200),
    setId: Type.Optional(orNull(id)),
  }),
  { maxItems: 50 },
);
const cartInput = objectSchema({
  lines: cartLines,
  country: line,
  notBefore: orNull(day),
});

/** What a form asks before an order is taken; the same function that keeps the promise with the order. */
export function askPromise(studio: Studio, asked: unknown) {
  validate(cartInput, asked);
  return promiseForCart(studio, asked as Static<typeof cartInput>);
}
