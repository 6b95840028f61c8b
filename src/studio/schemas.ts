// Pieces of schemas that several acts share. Lengths, weights and sums come as people type them and are read by core.
import { object } from '@/core/calc/kit';

export { object, array } from '@/core/calc/kit';
export { schoolSchema } from '@/core/calc/resolution';
export const id = { type: 'string', minLength: 1, maxLength: 40 };
export const line = { type: 'string', maxLength: 200 };
export const name = { type: 'string', minLength: 1, maxLength: 200, pattern: '\\S' };
export const prose = { type: 'string', maxLength: 5_000 };
export const typed = { type: 'string', maxLength: 60 };
export const flag = { type: 'boolean' };
/** A day that is in the calendar: 2026-02-31 is none. */
export const day = { type: 'string', format: 'day' };
export const count = (least: number, most: number) => ({
  type: 'integer',
  minimum: least,
  maximum: most,
});
export const oneOf = (...values: readonly string[]) => ({ type: 'string', enum: values });
export const orNull = (schema: object) => ({ anyOf: [schema, { type: 'null' }] });
export const ids = { type: 'array', items: id, minItems: 1, maxItems: 5_000, uniqueItems: true };
export const just = (properties: Record<string, object>, optional: string[] = []) =>
  object(properties, optional);
