import type { ChainedEntry } from './chain';
import { certifiedState, IMPRESSION_STEPS, type ImpressionState } from './impressionStates';

/** Where an impression stands, as the lines of the register alone say. */
export type Replayed = {
  state: ImpressionState;
  /** The order it is set aside for or went out with. */
  order: number | null;
  signedAt: string | null;
  certifiedAt: string | null;
};

type Line = Pick<ChainedEntry, 'at' | 'act' | 'impressionId' | 'body'>;
type Body = { to?: ImpressionState; order?: number | null; signed?: boolean };

/** Before its first line an impression of a run is declared, and nothing more. */
const DECLARED: Replayed = { state: 'declared', order: null, signedAt: null, certifiedAt: null };

/**
 * Reads the register from its first line and says where every impression stands by it. What the studio keeps beside it must
 * say the same; where it does not, one of the two was changed by hand.
 *
 * @param lines in the order in which they were written
 * @example replay([{ at: '2026-05-03T09:00:00Z', act: 'printed', impressionId: 'i', body: {} }]).get('i').state // 'printed'
 */
export function replay(lines: Iterable<Line>): Map<string, Replayed> {
  const all = new Map<string, Replayed>();
  for (const line of lines) replayLine(all, line);
  return all;
}

/** Takes one more line, so that a register of any length is read without being held. */
export function replayLine(all: Map<string, Replayed>, line: Line): void {
  if (!line.impressionId) return;
  all.set(line.impressionId, after(all.get(line.impressionId) ?? DECLARED, line));
}

/** Where an impression stands after one more line. */
function after(before: Replayed, line: Line): Replayed {
  const body = (line.body ?? {}) as Body;
  switch (line.act) {
    case 'released':
      return { ...before, state: body.to ?? readyState(before), order: null };
    case 'taken back':
      return takenBack(before, body);
    case 'printed':
      return { ...DECLARED, state: 'printed' };
    case 'signed':
      return { ...before, state: 'signed', signedAt: line.at };
    case 'certified':
      return { ...before, state: certifiedState(before.state), certifiedAt: line.at };
    case 'allocated':
      return { ...before, state: 'allocated', order: body.order ?? null };
    // What a shop sold becomes an order when it is settled, and is delivered already.
    case 'delivered':
      return { ...before, state: 'delivered', order: body.order ?? before.order };
    case 'returned':
      return { ...before, state: 'returned', order: null };
    case 'remade':
      return DECLARED;
    case 'brought over':
      return { ...DECLARED, state: body.to ?? 'declared', signedAt: body.signed ? line.at : null };
    default:
      return isStep(line.act) ? { ...before, state: IMPRESSION_STEPS[line.act].to } : before;
  }
}

/** In the drawer again: certified, signed or only passed, as far as it had come. */
function readyState(before: Replayed): ImpressionState {
  if (before.certifiedAt) return 'certified';
  return before.signedAt ? 'signed' : 'inspected';
}

function takenBack(before: Replayed, body: Body): Replayed {
  const state = body.to ?? before.state;
  const isSigned =
    state !== 'printed' && state !== 'inspected' && state !== 'declared' && state !== 'returned';
  return {
    ...before,
    state,
    order: body.order === undefined ? before.order : body.order,
    signedAt: isSigned ? before.signedAt : null,
  };
}

const isStep = (act: string): act is keyof typeof IMPRESSION_STEPS =>
  Object.hasOwn(IMPRESSION_STEPS, act);
