import Ajv, { type ErrorObject, type ValidateFunction } from 'ajv';
import { InputError } from './errors';
import { isDay } from './measure/day';

const ajv = new Ajv({
  allErrors: true,
  strict: true,
  strictTypes: false,
  strictRequired: false,
  discriminator: true,
  allowUnionTypes: true,
});
ajv.addFormat('day', isDay);
const compiled = new WeakMap<object, ValidateFunction>();

/**
 * Checks a value against a JSON schema and names the field that is wrong, what it was, and what was expected.
 *
 * @throws InputError for the deepest fault found
 * @example validate({ type: 'object', properties: { n: { type: 'integer' } } }, { n: 1 })
 */
export function validate(schema: object, value: unknown): void {
  let check = compiled.get(schema);
  if (!check) compiled.set(schema, (check = ajv.compile(schema)));
  if (check(value)) return;
  // The deepest fault is the one the person can see: a union's own "must match" says less than the branch that nearly did.
  const faults = (check.errors ?? []).filter((e) => e.keyword !== 'anyOf' && e.keyword !== 'oneOf');
  const worst = (faults.length ? faults : check.errors!).reduce((a, b) => (depth(b) > depth(a) ? b : a));
  throw new InputError(fieldOf(worst) || 'input', valueAt(value, worst), expectedOf(worst));
}

/** What a pattern asks, for people. */
const PATTERNS: Record<string, string> = {
  '\\S': 'something written here',
  '^[A-Z]{3}$': 'a currency’s three capital letters, such as EUR',
};

const depth = (e: ErrorObject) =>
  e.instancePath.split('/').length +
  (e.keyword === 'required' || e.keyword === 'additionalProperties' ? 1 : 0);

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
  switch (e.keyword) {
    case 'required':
      return 'a value';
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
      return `a known ${p.tag}`;
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
