import Ajv, { type ErrorObject, type ValidateFunction } from 'ajv';
import { InputError, type Fault } from './errors';
import { isDay } from './measure/day';

const ajv = new Ajv({
  allErrors: true,
  strict: true,
  strictTypes: false,
  strictRequired: false,
  discriminator: true,
  // What a schema is for stands in it, and is said when something else comes.
  verbose: true,
  allowUnionTypes: true,
});
ajv.addFormat('day', isDay);
const compiled = new WeakMap<object, ValidateFunction>();

/**
 * Checks a value against a JSON schema and names each field that is wrong, what it was, and what was expected.
 *
 * @throws InputError for the deepest fault found; the others are `also` in it
 * @example validate({ type: 'object', properties: { n: { type: 'integer' } } }, { n: 1 })
 */
export function validate(schema: object, value: unknown): void {
  let check = compiled.get(schema);
  if (!check) compiled.set(schema, (check = ajv.compile(schema)));
  if (check(value)) return;
  const [worst, ...others] = faultsOf(check.errors!, value);
  throw new InputError(worst!.field, worst!.value, worst!.expected, others);
}

/** More than this is not a form with mistakes in it, but something else altogether. */
const MOST_FAULTS = 20;

/** One fault for each field, the plainest; the deepest of all first. What lies about a fault is not said beside it. */
function faultsOf(errors: readonly ErrorObject[], value: unknown): Fault[] {
  const byField = new Map<string, ErrorObject>();
  const plainest = [...errors].sort((a, b) => plainness(b) - plainness(a));
  for (const error of plainest) {
    const field = fieldOf(error) || 'input';
    const isSaid = [...byField.keys()].some((said) => said === field || isWithin(said, field));
    if (!isSaid && byField.size < MOST_FAULTS) byField.set(field, error);
  }
  return [...byField].map(([field, error]) => ({
    field,
    value: valueAt(value, error),
    expected: expectedOf(error),
  }));
}

const isWithin = (field: string, outer: string) =>
  outer === 'input' || field.startsWith(`${outer}.`) || field.startsWith(`${outer}[`);

/** What a pattern asks, for people. */
const PATTERNS: Record<string, string> = {
  '\\S': 'something written here',
  '^[A-Z]{3}$': 'a currency’s three capital letters, such as EUR',
};

/**
 * How well a person can see a fault: the deepest is best, and a union that says what it is for is better than its branches. One
 * that only says that it must match is worst.
 */
function plainness(e: ErrorObject): number {
  const isUnion = e.keyword === 'anyOf' || e.keyword === 'oneOf';
  if (isUnion && !describe(e.parentSchema as Described)) return -1;
  const names = e.keyword === 'required' || e.keyword === 'additionalProperties';
  const depth = e.instancePath.split('/').length + (names ? 1 : 0);
  return 2 * depth + (isUnion ? 1 : 0);
}

type Described = { description?: string; anyOf?: Described[] } | undefined;

/** What a schema says of itself, for people; nullable ones say what they are besides. */
function describe(schema: Described): string | null {
  if (!schema) return null;
  if (schema.description) return schema.description;
  const inner = schema.anyOf?.map(describe).find((text) => text !== null);
  return inner ?? null;
}

type Tagged = { oneOf?: { properties?: Record<string, { const?: unknown }> }[] } | undefined;

/** The kinds a tagged union knows. */
const kindsOf = (schema: Tagged, tag: string): string[] =>
  (schema?.oneOf ?? []).map((kind) => String(kind.properties?.[tag]?.const));

function fieldOf(e: ErrorObject): string {
  const path = e.instancePath.split('/').slice(1);
  if (e.keyword === 'required') path.push(e.params.missingProperty);
  if (e.keyword === 'additionalProperties') path.push(e.params.additionalProperty);
  return path.map((p, i) => (/^\d+$/.test(p) ? `[${p}]` : i ? `.${p}` : p)).join('');
}

function valueAt(value: unknown, e: ErrorObject): unknown {
  const steps = e.instancePath.split('/').slice(1);
  if (e.keyword === 'required') return undefined;
  if (e.keyword === 'additionalProperties') steps.push(e.params.additionalProperty);
  return steps.reduce<unknown>((v, k) => (v as Record<string, unknown> | undefined)?.[k], value);
}

function expectedOf(e: ErrorObject): string {
  const p = e.params;
  const described =
    e.keyword === 'required' || e.keyword === 'additionalProperties'
      ? null
      : describe(e.parentSchema as Described);
  if (described) return described;
  switch (e.keyword) {
    case 'required':
      return describe(e.parentSchema?.properties?.[p.missingProperty] as Described) ?? 'a value';
    case 'additionalProperties':
      return 'no such field';
    case 'type':
      return (
        {
          integer: 'a whole number',
          number: 'a number',
          string: 'text',
          boolean: 'true or false',
          array: 'a list',
          object: 'an object',
          null: 'nothing',
        }[String(p.type)] ?? `${p.type}`
      );
    case 'enum':
      return `one of ${p.allowedValues.join(', ')}`;
    case 'const':
      return JSON.stringify(p.allowedValue);
    case 'discriminator':
      return `one of ${kindsOf(e.parentSchema as Tagged, p.tag).join(', ')}`;
    case 'minimum':
      return `${p.limit} or more`;
    case 'exclusiveMinimum':
      return `more than ${p.limit}`;
    case 'maximum':
      return `${p.limit} or less`;
    case 'minLength':
      return p.limit === 1 ? 'something written here' : `at least ${p.limit} characters`;
    case 'maxLength':
      return `at most ${p.limit} characters`;
    case 'minItems':
      return `at least ${p.limit} in the list`;
    case 'maxItems':
      return `at most ${p.limit} in the list`;
    case 'pattern':
      return PATTERNS[p.pattern] ?? `text of the form ${p.pattern}`;
    case 'format':
      return 'a day of the calendar such as "2026-11-24"';
    default:
      return e.message ?? 'something else';
  }
}
