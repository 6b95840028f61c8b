import { InputError } from '../errors';
import { roundHalfEven, shareOf, type Minor } from '../measure';
import type { Keeper } from './solve';

/** Who keeps what where something is sold. */
export type ChannelRules = {
  name: string;
  /** Of all the buyer pays, carriage too. */
  shareFees: readonly { name: string; share: number }[];
  /** For each sale. */
  fixedFees: readonly { name: string; amount: Minor }[];
  /** What a shop or a gallery keeps of the price. */
  shareOfRetail?: number;
  /** What a partner asks who makes and sends it, in place of one's own costs. */
  partnerCharge?: Minor | null;
  monthly?: Minor;
  /** For each thing listed, in a month, sold or not. */
  perListing?: Minor;
  listings?: number;
  /** Tax that is put on fees, as a share of them. */
  taxOnFees?: number;
};

export type SoldThing = { price: Minor; cost: Minor; carriageCharged: Minor };
export type ChannelsQuestion = {
  product: SoldThing;
  perMonth: number;
  channels: readonly ChannelRules[];
};
export type ChannelAnswer = {
  name: string;
  /** What a sale leaves. */
  perSale: Minor;
  /** What a month leaves at the rate asked, after what is due sold or not. */
  perMonth: Minor;
  /** Due each month, sold or not. */
  fixedPerMonth: Minor;
  /** Where every cent of what the buyer pays goes; the parts add up to it. */
  shares: Keeper[];
};
/** `a` leaves more than `b` from so many sales a month on. */
export type Crossing = { a: string; b: string; perMonth: number };

/**
 * The same thing sold in several places: what each sale leaves, what a month leaves, and from how many sales a month one place
 * overtakes another.
 *
 * Fees by share are taken on the price and on carriage, each rounded half-even; carriage itself goes to the carrier; what a shop keeps
 * is a share of the price. A place overtakes another when it costs more a month and leaves more a sale:
 * at `(fixed a − fixed b) ÷ (sale a − sale b)` sales a month.
 *
 * @throws InputError for a share outside 0 to 1 or a sum below nothing
 * Source: handbook §11.
 * @example compareChannels({ product: { price: 5000, cost: 1500, carriageCharged: 0 }, perMonth: 4, channels: [{ name: 'own site', shareFees: [], fixedFees: [], monthly: 2400 }, { name: 'market', shareFees: [{ name: 'market', share: 0.2 }], fixedFees: [] }] }).crossings // [{ a: 'own site', b: 'market', perMonth: 2.4 }]
 */
export function compareChannels(q: ChannelsQuestion): {
  channels: ChannelAnswer[];
  crossings: Crossing[];
} {
  for (const field of ['price', 'cost', 'carriageCharged'] as const)
    amount(q.product[field], `product.${field}`);
  amount(q.perMonth, 'perMonth');
  const channels = q.channels.map((channel, i) =>
    answerOf(q.product, q.perMonth, channel, `channels[${i}]`),
  );
  return { channels, crossings: crossingsOf(channels) };
}

function answerOf(
  product: SoldThing,
  perMonth: number,
  channel: ChannelRules,
  at: string,
): ChannelAnswer {
  const shares = channelShares(product, channel, at);
  const perSale = shares.at(-1)!.amount;
  const fixedPerMonth = roundHalfEven(
    amount(channel.monthly ?? 0, `${at}.monthly`) +
      amount(channel.perListing ?? 0, `${at}.perListing`) *
        amount(channel.listings ?? 0, `${at}.listings`),
  );
  return {
    name: channel.name,
    perSale,
    perMonth: roundHalfEven(perSale * perMonth) - fixedPerMonth,
    fixedPerMonth,
    shares,
  };
}

/** Every sum out of what the buyer pays in one place; the artist's is the last. */
export function channelShares(product: SoldThing, channel: ChannelRules, at = 'channel'): Keeper[] {
  const buyerPays = product.price + product.carriageCharged;
  const shareFees = channel.shareFees.map((fee, i) => ({
    to: fee.name,
    amount: shareOf(buyerPays, share(fee.share, `${at}.shareFees[${i}].share`)),
    kind: 'fee' as const,
  }));
  const fixedFees = channel.fixedFees.map((fee, i) => ({
    to: fee.name,
    amount: amount(fee.amount, `${at}.fixedFees[${i}].amount`),
    kind: 'fee' as const,
  }));
  const feesOfAll = [...shareFees, ...fixedFees].reduce((sum, fee) => sum + fee.amount, 0);
  const tax = shareOf(feesOfAll, share(channel.taxOnFees ?? 0, `${at}.taxOnFees`));
  const kept = shareOf(product.price, share(channel.shareOfRetail ?? 0, `${at}.shareOfRetail`));
  const partner = channel.partnerCharge ?? null;
  const others: Keeper[] = [
    partner === null
      ? { to: 'your own costs', amount: product.cost, kind: 'cost' }
      : { to: 'the partner', amount: amount(partner, `${at}.partnerCharge`), kind: 'cost' },
    ...fixedFees,
    ...shareFees,
    ...(tax > 0 ? [{ to: 'tax on fees', amount: tax, kind: 'fee' as const }] : []),
    ...(kept > 0 ? [{ to: 'the shop', amount: kept, kind: 'fee' as const }] : []),
    ...(product.carriageCharged > 0
      ? [{ to: 'carriage', amount: product.carriageCharged, kind: 'carriage' as const }]
      : []),
  ];
  const gone = others.reduce((sum, keeper) => sum + keeper.amount, 0);
  return [...others, { to: 'the artist', amount: buyerPays - gone, kind: 'artist' }];
}

function crossingsOf(channels: readonly ChannelAnswer[]): Crossing[] {
  return channels
    .flatMap((a) =>
      channels
        .filter((b) => a.fixedPerMonth > b.fixedPerMonth && a.perSale > b.perSale)
        .map((b) => ({
          a: a.name,
          b: b.name,
          perMonth: (a.fixedPerMonth - b.fixedPerMonth) / (a.perSale - b.perSale),
        })),
    )
    .sort((x, y) => x.perMonth - y.perMonth);
}

function amount(value: number, field: string): number {
  if (!(value >= 0) || !Number.isFinite(value))
    throw new InputError(field, value, 'a figure not below nothing');
  return value;
}

function share(value: number, field: string): number {
  if (!(value >= 0 && value <= 1))
    throw new InputError(field, value, 'a share from 0 to 1, where 0.5 is 50 %');
  return value;
}
