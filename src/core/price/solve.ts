import { InputError } from '../errors';
import type { Finding, Working } from '../finding';
import { formatMoney, roundHalfEven, shareOf, toDecimals, type Minor } from '../measure';

export type NamedAmount = { name: string; amount: Minor };
export type NamedShare = { name: string; share: number };

export type PriceQuestion = {
  /** What one print costs to make and pack: as reckoned from the records, and what a person added (`own`). */
  costs: (NamedAmount & { own?: boolean })[];
  /** Fees of a fixed sum per sale. */
  fixedFees: NamedAmount[];
  /** Fees as a share (0–1) of what the buyer pays, carriage included. */
  shareFees: NamedShare[];
  /** Carriage charged to the buyer beside the price; it goes to the carrier. */
  carriageCharged: Minor;
  /** Share of the price the artist wants to keep. */
  margin: number;
  /** Share of the price given away. */
  given: number;
};

export type Keeper = {
  to: string;
  amount: Minor;
  kind: 'cost' | 'fee' | 'given' | 'carriage' | 'artist';
};

export type PriceAnswer = {
  price: Minor;
  /** Price and carriage together. */
  buyerPays: Minor;
  /** Every sum out of what the buyer pays; they add up to it. */
  shares: Keeper[];
  finding: Finding;
  working: Working;
};

export const ARTIST = 'the artist';

/**
 * The price that leaves a wanted margin: `P = (C + F + f·S) ÷ (1 − f − m − g)`, to the minor unit, half-even.
 *
 * C costs, F fixed fees, f fees as a share of what the buyer pays, S carriage charged, m margin, g share given away.
 * The artist's part is what is left after every other sum is rounded, so the parts add up to the cent.
 *
 * @throws InputError when `f + m + g ≥ 1`, or a share lies outside 0–1, or an amount is negative
 * Source: handbook §11.
 * @example solvePrice({ costs: [{ name: 'print', amount: 1840 }], fixedFees: [{ name: 'payment', amount: 45 }], shareFees: [{ name: 'market', share: 0.095 }], carriageCharged: 0, margin: 0.5, given: 0.05 }).price // 5310
 */
export function solvePrice(q: PriceQuestion, currency = 'EUR'): PriceAnswer {
  for (const list of ['costs', 'fixedFees'] as const)
    q[list].forEach((x, i) => checkAmount(x.amount, `${list}[${i}].amount`));
  checkAmount(q.carriageCharged, 'carriageCharged');
  q.shareFees.forEach((x, i) => checkShare(x.share, `shareFees[${i}].share`));
  checkShare(q.margin, 'margin');
  checkShare(q.given, 'given');
  const [C, F, S] = [sum(q.costs), sum(q.fixedFees), q.carriageCharged];
  const f = q.shareFees.reduce((a, x) => a + x.share, 0);
  const left = 1 - f - q.margin - q.given;
  if (!(left > 1e-9)) {
    throw new InputError(
      'margin',
      q.margin,
      `fees, margin and what is given away together under 100 %: they are ${percent(f)} + ${percent(q.margin)} + ${percent(q.given)}, so no price can pay for the print`,
    );
  }
  const price = roundHalfEven((C + F + f * S) / left);
  const shares = sharesOf(price, q);
  return {
    price,
    buyerPays: price + S,
    shares,
    finding: keeperFinding(shares, currency),
    working: workingOf(q, price, { C, F, f, S, left }, currency),
  };
}

/**
 * Where each cent of a price goes, for a price that somebody has set: the artist gets what is left, below nothing too.
 *
 * @example sharesOf(1000, { costs: [{ name: 'paper', amount: 400 }], fixedFees: [], shareFees: [], carriageCharged: 0, margin: 0, given: 0 }).at(-1) // { to: 'the artist', amount: 600, kind: 'artist' }
 */
export function sharesOf(price: Minor, q: PriceQuestion): Keeper[] {
  const buyerPays = price + q.carriageCharged;
  const others: Keeper[] = [
    ...q.costs.map((c) => ({ to: c.name, amount: c.amount, kind: 'cost' as const })),
    ...q.fixedFees.map((c) => ({ to: c.name, amount: c.amount, kind: 'fee' as const })),
    ...q.shareFees.map((s) => ({
      to: s.name,
      amount: shareOf(buyerPays, s.share),
      kind: 'fee' as const,
    })),
    ...(q.given > 0
      ? [{ to: 'given away', amount: shareOf(price, q.given), kind: 'given' as const }]
      : []),
    ...(q.carriageCharged > 0
      ? [{ to: 'carriage', amount: q.carriageCharged, kind: 'carriage' as const }]
      : []),
  ];
  return [...others, { to: ARTIST, amount: buyerPays - sum(others), kind: 'artist' }];
}

/** Whether the artist keeps the largest part. Source: handbook §11. */
export function keeperFinding(shares: readonly Keeper[], currency: string): Finding {
  const total = sum(shares);
  const artist = shares.find((s) => s.kind === 'artist')!;
  const largest = shares
    .filter((s) => s.kind !== 'artist')
    .reduce<Keeper | null>((a, b) => (a && a.amount >= b.amount ? a : b), null);
  const because = [
    { name: 'the artist keeps', value: artist.amount, unit: currency },
    { name: 'the buyer pays', value: total, unit: currency },
  ];
  const money = (x: Minor) => formatMoney(x, currency);
  const share = total > 0 ? percent(artist.amount / total) : '0 %';
  if (artist.amount < 0)
    return {
      verdict: 'fails',
      word: 'a loss',
      says: `Each sale loses ${money(-artist.amount)}.`,
      because,
    };
  if (largest && largest.amount > artist.amount) {
    return {
      verdict: 'care',
      word: 'not the largest share',
      says: `The artist keeps ${money(artist.amount)} (${share}); ${largest.to} takes more, ${money(largest.amount)}.`,
      because,
    };
  }
  return {
    verdict: 'holds',
    word: 'largest share',
    says: `The artist keeps ${money(artist.amount)}, ${share} of what the buyer pays, the largest part.`,
    because,
  };
}

function workingOf(
  q: PriceQuestion,
  price: Minor,
  v: { C: number; F: number; f: number; S: number; left: number },
  currency: string,
): Working {
  const m = (x: number) => formatMoney(x, currency, { bare: true });
  return {
    title: `Price ${formatMoney(price, currency)}`,
    steps: [
      { sum: `costs ${q.costs.map((c) => m(c.amount)).join(' + ') || '0'}`, result: `C = ${m(v.C)}` },
      {
        sum: `fixed fees ${q.fixedFees.map((c) => m(c.amount)).join(' + ') || '0'}`,
        result: `F = ${m(v.F)}`,
      },
      {
        sum: `1 − fees ${percent(v.f)} − margin ${percent(q.margin)} − given ${percent(q.given)}`,
        result: percent(v.left),
      },
      {
        sum: `(${m(v.C)} + ${m(v.F)} + ${toDecimals(v.f, 4)} × ${m(v.S)}) ÷ ${toDecimals(v.left, 4)}`,
        result: formatMoney(price, currency),
      },
    ],
    notes: [
      'Fees that are a share are taken on carriage too; margin and what is given away are shares of the price alone.',
    ],
    source: 'P = (C + F + f·S) ÷ (1 − f − m − g)',
  };
}

const sum = (list: readonly { amount: Minor }[]): Minor => list.reduce((a, x) => a + x.amount, 0);
const percent = (share: number): string => `${toDecimals(share * 100, 2)} %`;

function checkAmount(amount: Minor, field: string) {
  if (!Number.isSafeInteger(amount) || amount < 0)
    throw new InputError(field, amount, 'an amount in whole minor units, not below nothing');
}

function checkShare(share: number, field: string) {
  if (!(share >= 0 && share <= 1)) throw new InputError(field, share, 'a share between 0 and 1');
}
