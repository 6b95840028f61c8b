import { Type, type Static, type TProperties, type TSchema } from '@sinclair/typebox';

// Schemas that are checked when something is asked, and that its TypeScript type comes from: never written twice.
export { Type };
export type { Static, TSchema };

/** An object that takes nothing it does not name. */
export const objectSchema = <P extends TProperties>(properties: P) =>
  Type.Object(properties, { additionalProperties: false });

/** A list of at most ten thousand, or of as many as is said. */
export const listOf = <T extends TSchema>(
  items: T,
  limits: { minItems?: number; maxItems?: number } = {},
) => Type.Array(items, { maxItems: 10_000, ...limits });

/** One of a few words. */
export const oneOf = <const V extends readonly string[]>(...values: V) =>
  Type.Unsafe<V[number]>({ type: 'string', enum: [...values] });

/** One of a few numbers. */
export const oneOfNumbers = <const V extends readonly number[]>(...values: V) =>
  Type.Unsafe<V[number]>({ enum: [...values] });

/** The same text, under several names. */
export const each = <const N extends readonly string[], T extends TSchema>(names: N, schema: T) =>
  Object.fromEntries(names.map((name) => [name, schema])) as Record<N[number], T>;

export const orNull = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()]);

/** One of several objects, told apart by a field of theirs: only the one that is meant is checked, so that its own fault is named. */
export const taggedUnion = <T extends readonly TSchema[]>(tag: string, kinds: readonly [...T]) =>
  Type.Unsafe<Static<T[number]>>({
    type: 'object',
    required: [tag],
    discriminator: { propertyName: tag },
    oneOf: kinds,
  });

export const wholeNumber = (minimum: number, maximum: number) => Type.Integer({ minimum, maximum });
export const numberBetween = (minimum: number, maximum: number) => Type.Number({ minimum, maximum });
