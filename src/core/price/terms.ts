import { InputError } from '../errors';
import { roundHalfEven, type Minor } from '../measure';
import type { ChannelRules } from './channels';

/** A channel's rules as they are kept: what `price.channels` asks, and what a fair or a partner adds to it. */
export type ChannelTerms = Omit<ChannelRules, 'name' | 'partnerCharge'> & {
  /** The partner's price list goes by area: for a square metre, and at the least. */
  partner?: PartnerTerms | null;
  /** One day at a stall. */
  stall?: Stall | null;
};
/** Who makes and sends it: a price list by area, and what is asked before the buyer's money has come. */
export type PartnerTerms = {
  perM2: Minor;
  minimum: Minor;
  /** The share of the charge that is put down with the order, 0 to 1; nothing: it is taken from the sale. */
  deposit?: number;
  /** Days until the sale is paid out, and the deposit is earned back. */
  heldDays?: number;
};
export type Stall = {
  fee: Minor;
  hours: number;
  km: number;
  perKm: Minor;
  days: number;
  /** How many such fairs there are in a month. */
  perMonth: number;
};

/**
 * What one fair costs before anything is sold: the stall, the hours at the studio's own rate, the way there and back.
 *
 * @example stallOutlay({ fee: 4000, hours: 9, km: 80, perKm: 30, days: 1, perMonth: 1 }, 2000) // 24400
 */
export function stallOutlay(stall: Stall, ratePerHour: Minor): Minor {
  for (const field of ['fee', 'hours', 'km', 'perKm', 'days', 'perMonth'] as const)
    if (!(stall[field] >= 0))
      throw new InputError(`stall.${field}`, stall[field], 'a figure not below nothing');
  return roundHalfEven(stall.days * (stall.fee + stall.hours * ratePerHour + stall.km * stall.perKm));
}

/**
 * A channel's rules for one print: the partner's charge by its area, the fairs of a month among what is due sold or not.
 *
 * @param areaMm2 of the print
 * @example rulesFor('partner', { shareFees: [], fixedFees: [], partner: { perM2: 6000, minimum: 900 } }, 120000, 2400).partnerCharge // 900
 */
export function rulesFor(
  name: string,
  terms: ChannelTerms,
  areaMm2: number,
  ratePerHour: Minor,
): ChannelRules {
  const { partner, stall, ...rules } = terms;
  const fairs = stall ? roundHalfEven(stallOutlay(stall, ratePerHour) * stall.perMonth) : 0;
  return {
    ...rules,
    name,
    monthly: (rules.monthly ?? 0) + fairs,
    ...(partner && {
      partnerCharge: Math.max(partner.minimum, roundHalfEven((areaMm2 / 1e6) * partner.perM2)),
    }),
  };
}

/** Days of a month on average. */
const MONTH_DAYS = 365.25 / 12;

/**
 * What is put down before a partner's sale is paid out: for each sale, and how much is tied up at once at a rate of sales.
 *
 * @throws InputError for a share outside 0 to 1 or days below nothing
 * @example depositOf({ perM2: 6000, minimum: 900, deposit: 0.5, heldDays: 30.4375 }, 2000, 4) // { perSale: 1000, tiedUp: 4000 }
 */
export function depositOf(
  { deposit = 0, heldDays = 0 }: PartnerTerms,
  charge: Minor,
  perMonth: number,
): { perSale: Minor; tiedUp: Minor } {
  if (!(deposit >= 0 && deposit <= 1))
    throw new InputError('partner.deposit', deposit, 'a share from 0 to 1, where 0.5 is 50 %');
  if (!(heldDays >= 0)) throw new InputError('partner.heldDays', heldDays, 'days not below nothing');
  const perSale = roundHalfEven(charge * deposit);
  return { perSale, tiedUp: roundHalfEven((perSale * perMonth * heldDays) / MONTH_DAYS) };
}
