import type { Minor } from '../measure';

/** What the studio has decided once about sending, so that it is not decided at the counter. */
export type PostPolicy = {
  /** Countries it sends to; none: everywhere a carrier goes. */
  countries: string[];
  /** From this value on a parcel is tracked; nothing: never by itself. */
  trackedFrom: Minor | null;
  /** From this value on it is insured to its value. */
  insuredFrom: Minor | null;
  /** Days in which a buyer may send it back. */
  returnDays: number;
  /** Days in which a carrier takes a claim. */
  claimDays: number;
  /** Minutes of work that a working day has for packing and printing. */
  minutesADay: number;
};

export const USUAL_POLICY: PostPolicy = {
  countries: [],
  trackedFrom: null,
  insuredFrom: null,
  returnDays: 14,
  claimDays: 14,
  minutesADay: 180,
};

export type OrderNeeds = { tracked: boolean; insure: Minor | null; days: number | null };

/**
 * What a parcel's service must offer: what the order asks, and what the policy asks of its value.
 *
 * @example needsOf({ tracked: false, insure: null, days: null }, 12000, { ...USUAL_POLICY, trackedFrom: 10000 }).tracked // true
 */
export function needsOf(asked: OrderNeeds, value: Minor, policy: PostPolicy) {
  const byPolicy = policy.insuredFrom !== null && value >= policy.insuredFrom;
  return {
    tracked: asked.tracked || (policy.trackedFrom !== null && value >= policy.trackedFrom),
    insured: asked.insure ?? byPolicy,
    days: asked.days,
  };
}

/** Whether the policy has the studio send there. @example servesCountry({ ...USUAL_POLICY, countries: ['Norrholm'] }, 'norrholm') // true */
export const servesCountry = ({ countries }: PostPolicy, country: string): boolean =>
  !countries.length ||
  countries.some((each) => each.trim().toLowerCase() === country.trim().toLowerCase());
