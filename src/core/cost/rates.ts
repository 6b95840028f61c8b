import { isSignedBefore, type Signing } from '../edition/impressionStates';
import type { Minor } from '../measure';
import type { ProductFinish, TimedAct } from '../product/words';

/** What costs are reckoned with where the records do not tell. */
export type CostRates = {
  /** What an hour of one's own hands is worth. */
  ratePerHour: Minor;
  /** Minutes of each act for one print. */
  minutes: Record<TimedAct, number>;
  /** Over how many prints of a work its capture, proofs and preparation are shared. */
  expectedPrints: number;
  /** Minutes of preparing the file of a work. */
  prepMinutes: number;
  /** Share spoiled, until enough was printed to tell. */
  spoilRate: number;
  /** How long a printer runs for a square metre. */
  minutesPerM2: number;
  /** How many prints are usually sent to a lab together. */
  printsPerOrder: number;
  /** The country within which carriage is in the price; nothing: carriage is asked apart everywhere. */
  carriageIn?: string;
};

/** Starting figures of ours; they say so wherever they are used. */
export const FIRST_RATES: CostRates = {
  ratePerHour: 2_400,
  minutes: { trim: 4, sign: 2, inspect: 2, mount: 9, frame: 20, stretch: 30, pack: 8 },
  expectedPrints: 20,
  prepMinutes: 60,
  spoilRate: 0.03,
  minutesPerM2: 25,
  printsPerOrder: 5,
};

/** After so many prints the studio's own share of spoils counts, not the guess. */
export const ENOUGH_PRINTED = 20;
/** After so many times by the stopwatch their mean counts, not the typed minutes. */
export const ENOUGH_TIMED = 3;

/**
 * What hands do for one print of a finish. What is signed on request or by its certificate alone is not signed in advance; a frame takes the mounting with it.
 *
 * @example actsFor('loose', 'certificate only') // ['trim', 'inspect', 'pack']
 */
export function actsFor(finish: ProductFinish, signing: Signing): TimedAct[] {
  const by: Record<ProductFinish, TimedAct[]> = {
    loose: [],
    sleeved: [],
    mounted: ['mount'],
    framed: ['mount', 'frame'],
    'on bars': ['stretch'],
    'on a panel': ['mount'],
  };
  return [
    'trim',
    ...(isSignedBefore(signing) ? ['sign' as const] : []),
    'inspect',
    ...by[finish],
    'pack',
  ];
}
