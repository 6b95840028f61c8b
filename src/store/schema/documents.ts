import Ajv, { type ValidateFunction } from 'ajv';
import type { Documents } from './documentTypes';
import shapes from './documents.schema.json';

export type { Documents } from './documentTypes';
export type DocumentName = keyof Documents;

/** How a document of one version becomes one of the next. */
export type Upgrade = (old: never) => unknown;

/** The version of each shape that has changed since the first; all others are at 1. */
export const VERSIONS: Partial<Record<DocumentName, number>> = {};

/** By shape, and by the version that an upgrade starts from. */
const UPGRADES: Partial<Record<DocumentName, Record<number, Upgrade>>> = {};

/** A column holds something else than its shape: the row was damaged, or written by something that is not Glassine. */
export class DamagedDocument extends Error {
  constructor(
    readonly shape: DocumentName,
    readonly fault: string,
  ) {
    super(`A stored ${shape} does not have its shape: ${fault}.`);
    this.name = 'DamagedDocument';
  }
}

/** What stands in the column. */
type Envelope = { version: number; body: unknown };

// Shapes are many and asked for seldom: making a check shorter takes longer than it ever saves.
const ajv = new Ajv({ strict: false, allowUnionTypes: true, code: { optimize: false } });
ajv.addSchema(shapes, 'shapes');
const validators = new Map<DocumentName, ValidateFunction>();

export const versionOf = (shape: DocumentName): number => VERSIONS[shape] ?? 1;

/**
 * A value as its column keeps it.
 *
 * @throws DamagedDocument when it does not have the shape: better not written than not read
 * @example writeDocument('holidays', ['2026-12-25']) // '{"version":1,"body":["2026-12-25"]}'
 */
export function writeDocument<D extends DocumentName>(shape: D, value: Documents[D]): string {
  // As it will be read: JSON leaves out what is undefined, and turns what is no number into nothing.
  const text = JSON.stringify(value);
  check(shape, JSON.parse(text));
  return `{"version":${versionOf(shape)},"body":${text}}`;
}

/**
 * What a column keeps: brought to today's version, and checked.
 *
 * @param stored JSON; without an envelope it was written before versions were, and is of the first
 * @throws DamagedDocument for anything that does not have the shape, or is of a version that is not known
 * @example readDocument('holidays', '{"version":1,"body":["2026-12-25"]}') // ['2026-12-25']
 */
export function readDocument<D extends DocumentName>(
  shape: D,
  stored: string,
  upgrades: Record<number, Upgrade> = UPGRADES[shape] ?? {},
  wanted: number = versionOf(shape),
): Documents[D] {
  let { version, body } = opened(shape, stored);
  for (; version < wanted; version++) {
    const upgrade = upgrades[version] as ((old: unknown) => unknown) | undefined;
    if (!upgrade) throw new DamagedDocument(shape, `nothing brings version ${version} to ${version + 1}`);
    body = upgrade(body);
  }
  if (version > wanted)
    throw new DamagedDocument(shape, `it is of version ${version}, and this Glassine knows ${wanted}`);
  check(shape, body);
  return body as Documents[D];
}

/** What is wrong with a stored value, or null. */
export function faultOfDocument(shape: DocumentName, stored: string): string | null {
  try {
    readDocument(shape, stored);
    return null;
  } catch (error) {
    if (error instanceof DamagedDocument) return error.fault;
    throw error;
  }
}

/** What stands in an envelope, whatever its shape; anything else as it is. @example bodyOf('{"version":1,"body":[1]}') // [1] */
export const bodyOf = (stored: string): unknown => {
  const parsed: unknown = JSON.parse(stored);
  return isEnvelope(parsed) ? parsed.body : parsed;
};

function opened(shape: DocumentName, stored: string): Envelope {
  let parsed: unknown;
  try {
    parsed = JSON.parse(stored);
  } catch {
    throw new DamagedDocument(shape, 'it is not JSON');
  }
  return isEnvelope(parsed) ? parsed : { version: 1, body: parsed };
}

function isEnvelope(value: unknown): value is Envelope {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  const keys = Object.keys(value);
  return keys.length === 2 && 'body' in value && 'version' in value && Number.isInteger(value.version);
}

function check(shape: DocumentName, body: unknown): void {
  let validator = validators.get(shape);
  if (!validator) {
    validator = ajv.getSchema(`shapes#/definitions/Documents/properties/${shape}`)!;
    validators.set(shape, validator);
  }
  if (validator(body)) return;
  const [error] = validator.errors!;
  const place = error!.instancePath.slice(1).replaceAll('/', '.') || 'the whole';
  throw new DamagedDocument(shape, `${place} ${error!.message}`);
}
