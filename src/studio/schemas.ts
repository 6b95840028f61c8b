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
/** Something with a unit, as a person types it. */
export const typed = Type.String({ maxLength: 60 });
export const flag = Type.Boolean();
/** A day that is in the calendar: 2026-02-31 is none. */
export const day = Type.String({ format: 'day' });
