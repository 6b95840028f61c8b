import { InputError } from '../errors';
import {
  formatLength,
  parseLength,
  type LengthUnit,
  type Size,
  type Um,
  type UnitSystem,
} from '../measure';
import { readNumber } from '../measure/typed';
import { requiredPpi } from './school';

/** What a route asks of a file, by the print's long edge; the step without one covers the rest. */
export type PpiStep = { upTo?: Um; ppi: number };

const EXPECTED = 'pixels per inch such as "300", or by the long edge: "300 to 500 mm, 200 above"';

/**
 * Reads what a route asks, one figure or steps by the print's long edge.
 *
 * @param unit taken where no unit is typed
 * @throws InputError for a step that cannot be read, two for the same edge, or none for the largest prints
 * @example parsePpiSteps('300 to 500 mm, 200 above', 'mm') // [{ upTo: 500000, ppi: 300 }, { ppi: 200 }]
 */
export function parsePpiSteps(typed: string, unit: LengthUnit, field = 'ppi'): PpiStep[] {
  const refuse = () => new InputError(field, typed, EXPECTED);
  const steps = typed
    .split(/[;,](?!\d)/)
    .filter((part) => part.trim())
    .map((part) => {
      const step = readStep(part, unit, field);
      if (!step) throw refuse();
      return step;
    })
    .sort((a, b) => (a.upTo ?? Infinity) - (b.upTo ?? Infinity));
  const edges = new Set(steps.map((step) => step.upTo));
  if (!steps.length || edges.size < steps.length || !edges.has(undefined)) throw refuse();
  return steps;
}

function readStep(part: string, unit: LengthUnit, field: string): PpiStep | null {
  const m = /^\s*([\d.,\s]+?)\s*(?:ppi)?\s*(?:(?:up\s+)?to\s+(.+)|above)?\s*$/i.exec(part);
  const ppi = m ? readNumber(m[1]!) : null;
  if (ppi === null || ppi < 30 || ppi > 1_200) return null;
  return m![2] ? { upTo: parseLength(m![2], unit, field), ppi } : { ppi };
}

/**
 * Writes what a route asks, as it can be typed again.
 *
 * @example formatPpiSteps([{ upTo: 500000, ppi: 300 }, { ppi: 200 }], 'mm') // '300 to 500 mm, 200 above'
 */
export function formatPpiSteps(steps: readonly PpiStep[], unit: UnitSystem): string {
  if (steps.length === 1) return String(steps[0]!.ppi);
  return steps
    .map(({ upTo, ppi }) =>
      upTo === undefined ? `${ppi} above` : `${ppi} to ${formatLength(upTo, unit)}`,
    )
    .join(', ');
}

/**
 * What a route asks of one print, by its long edge.
 *
 * @example ppiForPrint([{ upTo: 500000, ppi: 300 }, { ppi: 200 }], { width: 600000, height: 400000 }) // 200
 */
export const ppiForPrint = (steps: readonly PpiStep[], print: Size): number =>
  requiredPpi({ kind: 'stepped', steps: [...steps] }, print);
