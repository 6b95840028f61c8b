import { daysBetween, type Day } from '../measure/day';

/** One thing that was made, sold or sent, and whether it came to grief. */
export type Outcome = { name: string; isBad: boolean };
/** How often something came to grief: so many of so many, and what that rate could well be. */
export type RateLine = {
  name: string;
  of: number;
  bad: number;
  share: number;
  /** The true share lies here nine times in ten. */
  range: [number, number];
};

/** 90 % two-sided, of a normal. */
const Z = 1.6448536269514722;

/**
 * What a share seen a few times could well be: the score interval, which stays within 0 and 1 and does not call none of three
 * impossible.
 *
 * Source: E. B. Wilson, 1927.
 * @example shareRange(0, 10).map((x) => Math.round(x * 1000) / 1000) // [0, 0.213]
 */
export function shareRange(bad: number, of: number): [number, number] {
  if (of === 0) return [0, 1];
  const p = bad / of;
  const middle = (p + Z ** 2 / (2 * of)) / (1 + Z ** 2 / of);
  const half = (Z / (1 + Z ** 2 / of)) * Math.sqrt((p * (1 - p)) / of + Z ** 2 / (4 * of ** 2));
  // Rounding may leave a trace where it is none or all.
  return [bad === 0 ? 0 : Math.max(0, middle - half), bad === of ? 1 : Math.min(1, middle + half)];
}

/** Rates by name, what came to grief most often first; what has no name is left out. */
export function ratesBy(outcomes: readonly Outcome[]): RateLine[] {
  const found = new Map<string, { of: number; bad: number }>();
  for (const { name, isBad } of outcomes) {
    if (!name) continue;
    const was = found.get(name) ?? { of: 0, bad: 0 };
    found.set(name, { of: was.of + 1, bad: was.bad + (isBad ? 1 : 0) });
  }
  return [...found]
    .map(([name, { of, bad }]) => ({ name, of, bad, share: bad / of, range: shareRange(bad, of) }))
    .sort((a, b) => b.share - a.share || b.of - a.of || a.name.localeCompare(b.name));
}

export type PromisedOrder = { number: number; shipBy: Day; leftOn: Day | null };
export type PromisesKept = {
  /** Orders that have left, or should have. */
  of: number;
  kept: number;
  /** Those that left late or are late now, the latest first. */
  late: { number: number; days: number }[];
  /** Half of the late ones were so late or less; nothing where none was. */
  medianLate: number | null;
};

/**
 * Which promises of a day to leave were kept. One that is still here counts only when its day has passed.
 *
 * @example promisesKept([{ number: 1, shipBy: '2026-03-02', leftOn: '2026-03-04' }], '2026-04-01').late // [{ number: 1, days: 2 }]
 */
export function promisesKept(orders: readonly PromisedOrder[], today: Day): PromisesKept {
  const due = orders.filter(({ shipBy, leftOn }) => leftOn !== null || shipBy < today);
  const late = due
    .map(({ number, shipBy, leftOn }) => ({ number, days: daysBetween(shipBy, leftOn ?? today) }))
    .filter(({ days }) => days > 0)
    .sort((a, b) => b.days - a.days || a.number - b.number);
  const middle = late.length
    ? [...late].sort((a, b) => a.days - b.days)[Math.floor((late.length - 1) / 2)]!.days
    : null;
  return { of: due.length, kept: due.length - late.length, late, medianLate: middle };
}

/** What somebody asks of a year, and its answer in a sentence with figures. */
export type Answered = { question: string; answer: string };

export type YearFacts = {
  year: string;
  money: (minor: number) => string;
  /** Sold by product, with what it left; nothing: its costs are not known. */
  sold: readonly {
    product: string;
    channel: string;
    count: number;
    income: number;
    left: number | null;
  }[];
  /** Products with a price that nobody asked for. */
  unsold: readonly string[];
  spoiled: { paper: readonly RateLine[]; machine: readonly RateLine[]; route: readonly RateLine[] };
  returned: readonly RateLine[];
  promises: PromisesKept;
};

/** A sale of which nobody said where. */
const NOT_SAID = '';

/** Fewer than so many say nothing about a rate. */
const ENOUGH = 8;
/** So many are named; the others are counted. */
const NAMED = 6;

/**
 * The questions a year is asked, answered from its records.
 *
 * @returns questions and answers, those that nothing is known of answered with what is missing
 */
export function answersOf(f: YearFacts): Answered[] {
  const byChannel = sumBy(f.sold, (line) => line.channel);
  const byProduct = sumBy(f.sold, (line) => line.product);
  const best = [...byProduct].sort((a, b) => b[1].count - a[1].count)[0];
  const dearest = [...byProduct].sort((a, b) => b[1].left - a[1].left)[0];
  return [
    {
      question: 'What sold most?',
      answer: best
        ? `${best[0]}: ${best[1].count} for ${f.money(best[1].income)}.`
        : `Nothing was sold in ${f.year}.`,
    },
    {
      question: 'What left most?',
      answer:
        dearest && dearest[1].left > 0
          ? `${dearest[0]}: ${f.money(dearest[1].left)} after fees and costs, of ${f.money(dearest[1].income)}.`
          : 'Nothing left anything, or the costs are not known.',
    },
    {
      question: 'Which sizes never sold?',
      answer: neverSold(f.unsold, f.sold.length > 0),
    },
    ...[...byChannel]
      .sort((a, b) => b[1].left - a[1].left)
      .map(([name, { count, income, left, unknown }]) => ({
        question: name === NOT_SAID ? 'And where nobody has said?' : `What did ${name} leave?`,
        answer: `${f.money(left)} of ${f.money(income)}, ${count} sold${unknown ? `; of ${unknown} the costs are not known` : ''}.`,
      })),
    rateAnswer('Which paper spoils most?', f.spoiled.paper, 'printed'),
    rateAnswer('Which machine?', f.spoiled.machine, 'printed'),
    rateAnswer('Which route?', f.spoiled.route, 'made'),
    rateAnswer('With whom did it come to grief on the way?', f.returned, 'sent'),
    { question: 'Were promises kept?', answer: promisesAnswer(f.promises) },
  ];
}

function neverSold(unsold: readonly string[], isAnySold: boolean): string {
  if (unsold.length === 0) return isAnySold ? 'None: each was asked for.' : 'Nothing has a price yet.';
  const named = unsold.slice(0, NAMED);
  const more = unsold.length - named.length;
  return `${unsold.length}: ${named.join('; ')}${more > 0 ? `; and ${more} more` : ''}.`;
}

const daysOf = (n: number): string => `${n} ${n === 1 ? 'day' : 'days'}`;

function promisesAnswer({ of, kept, late, medianLate }: PromisesKept): string {
  if (!of) return 'Nothing was promised for a day that has passed.';
  const [latest] = late;
  return latest
    ? `${kept} of ${of}; half of the late ones were ${daysOf(medianLate!)} late or less, the latest, order ${latest.number}, by ${daysOf(latest.days)}.`
    : `All ${of}.`;
}

function rateAnswer(question: string, lines: readonly RateLine[], what: string): Answered {
  const [worst] = lines.filter((line) => line.of >= ENOUGH && line.bad > 0);
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  if (worst)
    return {
      question,
      answer: `${worst.name}: ${worst.bad} of ${worst.of} ${what}, ${percent(worst.share)}; it could well be ${percent(worst.range[0])} to ${percent(worst.range[1])}.`,
    };
  const of = lines.reduce((sum, line) => sum + line.of, 0);
  const bad = lines.reduce((sum, line) => sum + line.bad, 0);
  if (!of) return { question, answer: 'Nothing is recorded of it.' };
  return {
    question,
    answer: bad
      ? `Too few to say: ${bad} of ${of} ${what} in all, none with ${ENOUGH} or more.`
      : `None: 0 of ${of} ${what}.`,
  };
}

type Sum = { count: number; income: number; left: number; unknown: number };

function sumBy(
  sold: YearFacts['sold'],
  nameOf: (line: YearFacts['sold'][number]) => string,
): Map<string, Sum> {
  const sums = new Map<string, Sum>();
  for (const line of sold) {
    const was = sums.get(nameOf(line)) ?? { count: 0, income: 0, left: 0, unknown: 0 };
    sums.set(nameOf(line), {
      count: was.count + line.count,
      income: was.income + line.income,
      left: was.left + (line.left ?? 0),
      unknown: was.unknown + (line.left === null ? line.count : 0),
    });
  }
  return sums;
}
