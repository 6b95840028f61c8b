import { NO_ADJUSTMENT, type Adjustment } from '../colour/adjust';
import { groupBy } from '../groups';

/** The rounds of one size on one paper, the newest first: each says something only to the one before it. */
export type Thread<R> = { key: string; rounds: R[] };

/**
 * Rounds by what they are about, in the order of each thread's newest round.
 *
 * @param rounds the newest first
 * @example threadsOf([{ round: 2, key: 'a' }, { round: 1, key: 'a' }], (r) => r.key).length // 1
 */
export function threadsOf<R>(rounds: readonly R[], keyOf: (round: R) => string): Thread<R>[] {
  return [...groupBy(rounds, keyOf)].map(([key, own]) => ({ key, rounds: own }));
}

/** One figure of an adjustment, as it was in the round before and as it is now. */
export type AdjustmentStep = { what: string; was: string; now: string };

const added = (v: number) => (v === 0 ? '0' : `${v > 0 ? '+' : '−'}${Math.abs(v).toFixed(1)}`);
const times = (v: number) => `× ${v.toFixed(2)}`;
const points = (curve: Adjustment['curve']) =>
  curve.length === 0 ? 'none' : curve.map(([x, y]) => `${x}→${y}`).join(', ');

/**
 * What moved between two rounds, figure by figure; what stayed is left out.
 *
 * @param was nothing: the round before had none
 * @example
 * adjustmentSteps(null, { ...NO_ADJUSTMENT, lightness: 4 }) // [{ what: 'L*', was: '0', now: '+4.0' }]
 */
export function adjustmentSteps(was: Adjustment | null, now: Adjustment | null): AdjustmentStep[] {
  const [a, b] = [was ?? NO_ADJUSTMENT, now ?? NO_ADJUSTMENT];
  const said: readonly [what: string, was: string, now: string][] = [
    ['L*', added(a.lightness), added(b.lightness)],
    ['contrast', times(a.contrast), times(b.contrast)],
    ['saturation', times(a.saturation), times(b.saturation)],
    ['a*, red', added(a.tint), added(b.tint)],
    ['b*, yellow', added(a.warmth), added(b.warmth)],
    ['curve on L*', points(a.curve), points(b.curve)],
  ];
  return said
    .filter(([, before, after]) => before !== after)
    .map(([what, before, after]) => ({ what, was: before, now: after }));
}
