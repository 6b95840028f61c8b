import { parseLength, type Size, type Um } from '../measure';
import { objectSchema, Type, type Static, type TSchema } from '../schema';

export { listOf, objectSchema, oneOf, oneOfNumbers, taggedUnion, Type, wholeNumber } from '../schema';
export type { Static } from '../schema';

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
  /** Whether an input takes seconds: whoever answers others meanwhile lets another process do it. */
  takesLong?: (input: I) => boolean;
  run: (input: I) => O;
};

export const lengthSchema = Type.Union(
  [Type.String({ minLength: 1, maxLength: 60 }), Type.Integer({ minimum: 0 })],
  { description: 'a length such as "420 mm" or "16 1/2 in", or whole micrometres' },
);
export const sizeSchema = objectSchema({ width: lengthSchema, height: lengthSchema });
export const pixelsSchema = objectSchema({
  width: Type.Integer({ minimum: 1 }),
  height: Type.Integer({ minimum: 1 }),
});
export const moneySchema = Type.Integer({ description: 'a sum in whole minor units, such as cents' });
export const shareSchema = Type.Number({
  minimum: 0,
  maximum: 1,
  description: 'a share from 0 to 1, where 0.5 is 50 %',
});
export const daySchema = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' });

export const readLength = (v: LengthInput, field: string): Um => parseLength(v, 'mm', field);
export const readSize = (v: SizeInput, field: string): Size => ({
  width: readLength(v.width, `${field}.width`),
  height: readLength(v.height, `${field}.height`),
});

/** Declares a calculation. The type of what it is asked comes from the schema that checks it. */
export const calc = <S extends TSchema, O>(
  definition: Omit<Calc<Static<S>, O>, 'schema'> & { schema: S },
): Calc => definition as unknown as Calc;
