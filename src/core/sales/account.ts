import type { Finding, Working } from '../finding';
import { formatMoney, roundHalfEven, type Minor } from '../measure';
import type { EntryKind } from '../product/words';

/** One line of a job's account. */
export type Entry = {
  kind: EntryKind;
  /** What for: a quote and what was paid for the same thing bear the same words. */
  says: string;
  sum: Minor;
  minutes: number;
};

/** What one thing was quoted at, and what it came to. */
export type Difference = {
  says: string;
  /** The last quote; nothing: never quoted. */
  quoted: Minor | null;
  paid: Minor | null;
  /** Above nothing: dearer than quoted. */
  difference: Minor | null;
};

export type Account = {
  differences: Difference[];
  costs: Minor;
  hours: { minutes: number; worth: Minor };
  losses: Minor;
  /** With everything, and without what could have been avoided. */
  total: Minor;
  totalWithoutLosses: Minor;
  /** What the client has paid so far, and what is still due of what was agreed. */
  received: Minor;
  due: Minor | null;
  /** What was agreed less everything. */
  left: Minor | null;
  leftWithoutLosses: Minor | null;
  finding: Finding;
  working: Working;
};

const PAID_BY_CLIENT: ReadonlySet<EntryKind> = new Set(['deposit', 'stage', 'final']);

/**
 * What one job cost and leaves: costs and own hours, avoidable losses apart, each cost beside its quote, and what the client has
 * paid of what was agreed.
 *
 * @param agreed what the client pays in all; null: not agreed yet
 * Source: handbook §11, §17 money.
 * @example accountOf([{ kind: 'cost', says: 'frame', sum: 9000, minutes: 0 }, { kind: 'loss', says: 'repair', sum: 1500, minutes: 0 }], 2400, 20000, 'EUR').total // 10500
 */
export function accountOf(
  entries: readonly Entry[],
  ratePerHour: Minor,
  agreed: Minor | null,
  currency: string,
): Account {
  const of = (...kinds: EntryKind[]) => entries.filter((entry) => kinds.includes(entry.kind));
  const sum = (list: readonly Entry[]) => list.reduce((all, entry) => all + entry.sum, 0);
  const worth = (list: readonly Entry[]) =>
    list.reduce((all, entry) => all + roundHalfEven((entry.minutes / 60) * ratePerHour), 0);
  const costs = sum(of('cost'));
  const hours = {
    minutes: of('hours').reduce((all, entry) => all + entry.minutes, 0),
    worth: worth(of('hours')),
  };
  // A loss can be money, or hours done twice.
  const losses = sum(of('loss')) + worth(of('loss'));
  const totalWithoutLosses = costs + hours.worth;
  const total = totalWithoutLosses + losses;
  const received = sum(entries.filter((entry) => PAID_BY_CLIENT.has(entry.kind)));
  const account = {
    differences: differencesOf(of('quote'), of('cost')),
    costs,
    hours,
    losses,
    total,
    totalWithoutLosses,
    received,
    due: agreed === null ? null : agreed - received,
    left: agreed === null ? null : agreed - total,
    leftWithoutLosses: agreed === null ? null : agreed - totalWithoutLosses,
  };
  return {
    ...account,
    finding: accountFinding(account, agreed, currency),
    working: accountWorking(account, ratePerHour, currency),
  };
}

function differencesOf(quotes: readonly Entry[], paid: readonly Entry[]): Difference[] {
  const names = [...new Set([...quotes, ...paid].map((entry) => entry.says))];
  return names.map((says) => {
    const quoted = quotes.filter((quote) => quote.says === says).at(-1)?.sum ?? null;
    const costs = paid.filter((cost) => cost.says === says);
    const sum = costs.length ? costs.reduce((all, cost) => all + cost.sum, 0) : null;
    return {
      says,
      quoted,
      paid: sum,
      difference: quoted === null || sum === null ? null : sum - quoted,
    };
  });
}

function accountFinding(
  a: Omit<Account, 'finding' | 'working'>,
  agreed: Minor | null,
  currency: string,
): Finding {
  const money = (x: Minor) => formatMoney(x, currency);
  const because = [
    { name: 'with everything', value: a.total, unit: currency },
    { name: 'without avoidable losses', value: a.totalWithoutLosses, unit: currency },
  ];
  if (agreed === null || a.left === null)
    return {
      verdict: 'care',
      word: 'nothing agreed',
      says: `It has cost ${money(a.total)} so far, and no sum is agreed with the client.`,
      because,
    };
  const losses = a.losses > 0 ? `; ${money(a.losses)} of it could have been avoided` : '';
  return a.left < 0
    ? {
        verdict: 'fails',
        word: 'a loss',
        says: `Of ${money(agreed)} agreed it costs ${money(a.total)}: ${money(-a.left)} short${losses}.`,
        because,
      }
    : {
        verdict: a.losses > 0 ? 'care' : 'holds',
        word: a.losses > 0 ? 'less than it could' : 'in profit',
        says: `Of ${money(agreed)} agreed it leaves ${money(a.left)}${losses}.`,
        because,
      };
}

function accountWorking(
  a: Omit<Account, 'finding' | 'working'>,
  ratePerHour: Minor,
  currency: string,
): Working {
  const money = (x: Minor) => formatMoney(x, currency, { bare: true });
  return {
    title: `Costs ${formatMoney(a.total, currency)}`,
    steps: [
      { sum: 'paid to others', result: money(a.costs) },
      {
        sum: `own hours: ${a.hours.minutes} min × ${money(ratePerHour)} an hour`,
        result: money(a.hours.worth),
      },
      { sum: 'without avoidable losses', result: money(a.totalWithoutLosses) },
      { sum: 'avoidable losses', result: money(a.losses) },
      { sum: 'with everything', result: money(a.total) },
    ],
    notes: ['Nothing is left out: a proof, tape, two bags, a repair each have their line.'],
    source: 'Costs, own hours and losses, each apart',
  };
}
