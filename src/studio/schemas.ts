// Pieces of schemas that several actions share. Lengths, weights and sums come as people type them and are read by core.
import { Type } from '@/core/schema';

export {
  each,
  listOf,
  numberBetween,
  objectSchema,
  oneOf,
  oneOfNumbers,
  orNull,
  taggedUnion,
  Type,
  wholeNumber,
} from '@/core/schema';
export { schoolSchema } from '@/core/calc/resolution';
export type { Static } from '@/core/schema';

export const id = Type.String({ minLength: 1, maxLength: 40 });
export const ids = Type.Array(id, { minItems: 1, maxItems: 5_000, uniqueItems: true });
export const line = Type.String({ maxLength: 200 });
export const name = Type.String({ minLength: 1, maxLength: 200, pattern: '\\S' });
export const prose = Type.String({ maxLength: 5_000 });
/** A figure or a few words, as a person types them. */
export const typed = Type.String({ maxLength: 60 });
/** A length as a person types it ("16 1/2 in"), or in whole micrometres. */
export const lengthInput = Type.Union([typed, Type.Integer()]);
/** A sum as a person types it ("18.40"), or in whole minor units. */
export const moneyInput = Type.Union([typed, Type.Integer()]);
/** A weight as a person types it ("1.2 kg"), or in whole milligrams. */
export const weightInput = Type.Union([typed, Type.Integer()]);
const sides = Type.Object(
  { width: Type.Integer(), height: Type.Integer() },
  { additionalProperties: false },
);
/** Two sides as a person types them ("8 x 10 in"), or each in whole micrometres. */
export const sizeInput = Type.Union([typed, sides]);
/** The same for a paper as it is bought: a roll has a width only. */
export const stockSizeInput = Type.Union([typed, Type.Integer(), sides]);
export const flag = Type.Boolean();
/** A day that is in the calendar: 2026-02-31 is none. */
export const day = Type.String({ format: 'day' });
