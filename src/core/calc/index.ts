import { InputError } from '../errors';
import { validate } from '../validate';
import type { Calc } from './kit';
import { captureCalcs } from './capture';
import { colourCalcs } from './colour';
import { layoutCalcs } from './layout';
import { parcelCalcs } from './parcel';
import { priceCalcs } from './price';
import { resolutionCalcs } from './resolution';
import { wallCalcs } from './wall';

/** Every calculation by name. The interface's workings, the scripts' door and the command line read this one list. */
export const CALCS: ReadonlyMap<string, Calc> = new Map(
  [
    ...resolutionCalcs,
    ...captureCalcs,
    ...colourCalcs,
    ...layoutCalcs,
    ...priceCalcs,
    ...parcelCalcs,
    ...wallCalcs,
  ].map((c) => [c.name, c]),
);

/**
 * Runs a calculation by name on plain JSON.
 *
 * @throws InputError for a name that is not in the registry, or input that its schema or the calculation refuses
 * @example runCalc('resolution.largest', { pixels: { width: 3000, height: 2000 }, ppi: 300 }) // { width: 254000, height: 169333 }
 */
export function runCalc(name: string, input: unknown): unknown {
  return checkedCalc(name, input).run(input);
}

/**
 * Whether a calculation takes seconds for what it is asked.
 *
 * @throws InputError for a name that is not in the registry, or input that its schema refuses
 * @example takesLong('resolution.largest', { pixels: { width: 3000, height: 2000 }, ppi: 300 }) // false
 */
export function takesLong(name: string, input: unknown): boolean {
  return checkedCalc(name, input).takesLong?.(input) ?? false;
}

function checkedCalc(name: string, input: unknown): Calc {
  const found = CALCS.get(name);
  if (!found) throw new InputError('name', name, `one of ${[...CALCS.keys()].join(', ')}`);
  validate(found.schema, input);
  return found;
}

export type { Calc };
