import { parseLength, type Size, type Um } from '../measure';

/** A length as a person types it, or whole micrometres. */
export type LengthInput = string | number;
export type SizeInput = { width: LengthInput; height: LengthInput };

/** One calculation of the registry: plain JSON in, plain JSON out. */
export type Calc<I = unknown, O = unknown> = {
  name: string;
  /** What it answers, in one line. */
  says: string;
  /** Units of what comes out, by field. */
  units: Record<string, string>;
  source: string;
  schema: object;
  run: (input: I) => O;
};

export const lengthSchema = {
  anyOf: [
    { type: 'string', minLength: 1, maxLength: 60 },
    { type: 'integer', minimum: 0 },
  ],
};
export const sizeSchema = object({ width: lengthSchema, height: lengthSchema });
export const pixelsSchema = object({
  width: { type: 'integer', minimum: 1 },
  height: { type: 'integer', minimum: 1 },
});
export const moneySchema = { type: 'integer' };
export const shareSchema = { type: 'number', minimum: 0, maximum: 1 };
export const daySchema = { type: 'string', pattern: '^\\d{4}-\\d{2}-\\d{2}$' };

/** An object schema that takes nothing it does not name. */
export function object(properties: Record<string, object>, optional: string[] = []): object {
  return {
    type: 'object',
    additionalProperties: false,
    properties,
    required: Object.keys(properties).filter((k) => !optional.includes(k)),
  };
}

export const array = (items: object, limits: { minItems?: number; maxItems?: number } = {}): object => ({
  type: 'array',
  items,
  maxItems: 10_000,
  ...limits,
});

export const readLength = (v: LengthInput, field: string): Um => parseLength(v, 'mm', field);
export const readSize = (v: SizeInput, field: string): Size => ({
  width: readLength(v.width, `${field}.width`),
  height: readLength(v.height, `${field}.height`),
});

/** Keeps the field types of a calculation while the registry holds them all alike. */
export const calc = <I, O>(c: Calc<I, O>): Calc => c as Calc;
