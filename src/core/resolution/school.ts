import { InputError } from '../errors';
import { UM_PER_MM, type Size, type Um } from '../measure';
import { eyePpi, judgedDistanceOf } from './distance';

/**
 * How a studio decides what resolution a print needs: one figure; steps by the print's long edge, as a route asks for
 * them; or what an eye can part from the judged distance. Source: handbook §5.
 */
export type School =
  | { kind: 'flat'; ppi: number }
  | { kind: 'stepped'; steps: { upTo?: Um; ppi: number }[] }
  | { kind: 'distance'; distance?: Um };

export const DEFAULT_SCHOOL: School = { kind: 'flat', ppi: 300 };

/**
 * The pixels per inch a school asks of a print. Steps are read in order of size; the one without `upTo` covers the rest.
 *
 * @throws InputError for a figure that is not above zero, or steps that leave this size out
 * @example requiredPpi({ kind: 'stepped', steps: [{ upTo: 500000, ppi: 300 }, { ppi: 200 }] }, { width: 600000, height: 450000 }) // 200
 */
export function requiredPpi(school: School, print: Size): number {
  if (school.kind === 'flat') return checkedPpi(school.ppi, 'school.ppi');
  if (school.kind === 'distance') {
    if (school.distance !== undefined && school.distance < 100 * UM_PER_MM) {
      throw new InputError('school.distance', school.distance, 'a viewing distance of at least 100 mm');
    }
    return eyePpi(school.distance ?? judgedDistanceOf(print));
  }
  if (school.steps.filter((s) => s.upTo === undefined).length > 1)
    throw new InputError('school.steps', school.steps, 'one step without an edge: it covers the rest');
  const longEdge = Math.max(print.width, print.height);
  const steps = [...school.steps].sort((a, b) => (a.upTo ?? Infinity) - (b.upTo ?? Infinity));
  const step = steps.find((s) => longEdge <= (s.upTo ?? Infinity));
  if (!step)
    throw new InputError(
      'school.steps',
      school.steps,
      `a step that covers a long edge of ${longEdge / UM_PER_MM} mm`,
    );
  return checkedPpi(step.ppi, 'school.steps.ppi');
}

/** Sides of prints that every school must have an answer for. */
const SMALLEST: Size = { width: 10 * UM_PER_MM, height: 10 * UM_PER_MM };
const LARGEST: Size = { width: 20_000 * UM_PER_MM, height: 20_000 * UM_PER_MM };
/** Nobody judges a print from further off. */
const FURTHEST = 200_000 * UM_PER_MM;

/**
 * Makes sure that a school has an answer for every size of print, before it is kept.
 *
 * @throws InputError naming the part that has none
 * @example checkSchool({ kind: 'stepped', steps: [{ upTo: 500000, ppi: 300 }, { ppi: 200 }] }).kind // 'stepped'
 */
export function checkSchool(school: School): School {
  if (school.kind === 'distance' && (school.distance ?? 0) > FURTHEST)
    throw new InputError('school.distance', school.distance, 'a viewing distance of at most 200 m');
  requiredPpi(school, SMALLEST);
  requiredPpi(school, LARGEST);
  return school;
}

/** The first of several schools that can be computed with; a record may hold one from before they were checked. */
export function soundSchool(...schools: readonly (School | null | undefined)[]): School {
  for (const school of schools) {
    try {
      if (school) return checkSchool(school);
    } catch {
      continue;
    }
  }
  return DEFAULT_SCHOOL;
}

/** The school in a few words, for a heading. @example schoolInWords({ kind: 'flat', ppi: 300 }) // 'one figure for all sizes, 300 ppi' */
export function schoolInWords(school: School): string {
  if (school.kind === 'flat') return `one figure for all sizes, ${school.ppi} ppi`;
  if (school.kind === 'distance')
    return school.distance
      ? `the eye at ${school.distance / UM_PER_MM} mm`
      : 'the eye at the judged distance';
  return `steps: ${school.steps.map((s) => `${s.ppi} ppi${s.upTo ? ` to ${s.upTo / UM_PER_MM} mm` : ' above'}`).join(', ')}`;
}

function checkedPpi(ppi: number, field: string): number {
  if (!(ppi > 0 && ppi <= 10_000))
    throw new InputError(field, ppi, 'pixels per inch between 1 and 10 000');
  return ppi;
}
