import { InputError } from '../errors';
import type { Working } from '../finding';
import { formatMoney, roundHalfEven, toDecimals, type Minor } from '../measure';

/** Where a figure comes from: the studio's own records, or a guess that stands in until there is one. */
export type Basis = 'known' | 'estimated';
/** What a figure rests on: a sentence for the line that shows it. */
export type Ground = { basis?: Basis; because?: string };

export type CostQuestion = {
  /** The sheet that is really used, not the image, in mm². */
  paper?: ({ area: number; pricePerM2: Minor; name?: string } & Ground) | null;
  ink?: ({ area: number; pricePerM2: Minor } & Ground) | null;
  /** The printer's own wear for one print. */
  wear?: Minor | null;
  wearGround?: Ground;
  /** What others ask for one print, and its share of their carriage. */
  route?: ({ piece: Minor; carriageShare: Minor; name?: string } & Ground) | null;
  /** Of so many printed, the share that cannot be sold, from 0 to under 1. */
  spoilRate: number;
  spoilGround?: Ground;
  /** Paid once, shared by the prints that are expected to sell. */
  shares: readonly ({ name: string; outlay: Minor; expectedPrints: number } & Ground)[];
  time: readonly ({ name: string; minutes: number; ratePerHour: Minor } & Ground)[];
  /** What it is wrapped in and what goes with it; the finish itself (a mat, a frame) is marked, to be told apart. */
  parts: readonly ({ name: string; price: Minor; count: number; isFinish?: boolean } & Ground)[];
  /** For the sums in words; 'EUR' where nothing is said. */
  currency?: string;
};

/** What a line is, so that lines of one kind can be told and drawn alike. */
export const COST_KINDS = [
  'paper',
  'ink',
  'wear',
  'route',
  'spoils',
  'share',
  'time',
  'finish',
  'part',
] as const;
export type CostKind = (typeof COST_KINDS)[number];

export type CostLine = {
  name: string;
  amount: Minor;
  kind: CostKind;
  basis: Basis;
  /** The sum as a person would write it. */
  sum: string;
  because: string;
};

export type CostAnswer = { lines: CostLine[]; total: Minor; estimated: number };

/**
 * What one product costs: the one calculation that every page asks. Paper by the sheet really used, ink by area, wear, the
 * route's price, what is spoiled, shares of what is paid once, time and parts.
 *
 * Of prints of which a share is spoiled, every good one is paid `1 ÷ (1 − rate)` times: what is over once is a line of its own, so
 * that losses are seen. Each line is rounded half-even to the minor unit, and the total is the sum of the lines.
 *
 * @returns lines in minor units
 * @throws InputError for an amount below nothing, a spoil rate of 1 and more, expected prints not above nothing
 * Source: handbook §11.
 * @example costOfProduct({ paper: { area: 162000, pricePerM2: 1940 }, spoilRate: 0, shares: [], time: [], parts: [] }).total // 314
 */
export function costOfProduct(q: CostQuestion): CostAnswer {
  if (!(q.spoilRate >= 0 && q.spoilRate < 1))
    throw new InputError('spoilRate', q.spoilRate, 'a share from 0 to under 1, where 0.05 is 5 %');
  const money = (minor: Minor) => formatMoney(Math.round(minor), q.currency ?? 'EUR', { bare: true });
  const printed = printedLines(q, money);
  const lines = [...printed, ...spoilLine(q, printed, money), ...otherLines(q, money)];
  return {
    lines,
    total: lines.reduce((sum, line) => sum + line.amount, 0),
    estimated: lines.filter((line) => line.basis === 'estimated').length,
  };
}

type InWords = (minor: Minor) => string;

/** What a spoiled print has cost as well: paper, ink, wear, the route. */
function printedLines(q: CostQuestion, money: InWords): CostLine[] {
  const lines: CostLine[] = [];
  const byArea = (
    kind: 'paper' | 'ink',
    name: string,
    what: { area: number; pricePerM2: Minor } & Ground,
  ) =>
    lines.push({
      kind,
      name,
      amount: roundHalfEven(
        (atLeastNothing(what.area, `${kind}.area`) / 1e6) *
          atLeastNothing(what.pricePerM2, `${kind}.pricePerM2`),
      ),
      sum: `${toDecimals(what.area / 1e6, 4)} m² × ${money(what.pricePerM2)} a m²`,
      ...grounds(what),
    });
  if (q.paper) byArea('paper', q.paper.name ? `paper, ${q.paper.name}` : 'paper', q.paper);
  if (q.ink) byArea('ink', 'ink', q.ink);
  if (q.wear)
    lines.push({
      kind: 'wear',
      name: 'printer’s wear',
      amount: roundHalfEven(atLeastNothing(q.wear, 'wear')),
      sum: 'of its price and repairs, by the time it runs',
      ...grounds(q.wearGround),
    });
  if (q.route) {
    const by = q.route.name ? `, ${q.route.name}` : '';
    lines.push({
      kind: 'route',
      name: `printing${by}`,
      amount: roundHalfEven(atLeastNothing(q.route.piece, 'route.piece')),
      sum: 'one print at its quantity',
      ...grounds(q.route),
    });
    if (atLeastNothing(q.route.carriageShare, 'route.carriageShare') > 0)
      lines.push({
        kind: 'route',
        name: `its carriage${by}`,
        amount: roundHalfEven(q.route.carriageShare),
        sum: 'shared by the prints of one order',
        ...grounds(q.route),
      });
  }
  return lines;
}

function spoilLine(q: CostQuestion, printed: readonly CostLine[], money: InWords): CostLine[] {
  const once = printed.reduce((sum, line) => sum + line.amount, 0);
  const amount = roundHalfEven(once / (1 - q.spoilRate) - once);
  if (amount === 0) return [];
  return [
    {
      kind: 'spoils',
      name: `spoiled, ${toDecimals(q.spoilRate * 100, 1)} %`,
      amount,
      sum: `${money(once)} ÷ (1 − ${toDecimals(q.spoilRate, 4)}) − ${money(once)}`,
      ...grounds(q.spoilGround),
    },
  ];
}

function otherLines(q: CostQuestion, money: InWords): CostLine[] {
  const shares = q.shares.map((s, i): CostLine => {
    if (!(s.expectedPrints > 0))
      throw new InputError(`shares[${i}].expectedPrints`, s.expectedPrints, 'prints above nothing');
    return {
      kind: 'share',
      name: s.name,
      amount: roundHalfEven(atLeastNothing(s.outlay, `shares[${i}].outlay`) / s.expectedPrints),
      sum: `${money(s.outlay)} over ${s.expectedPrints} prints`,
      ...grounds(s),
    };
  });
  const time = q.time.map((t, i): CostLine => ({
    kind: 'time',
    name: t.name,
    amount: roundHalfEven(
      (atLeastNothing(t.minutes, `time[${i}].minutes`) / 60) *
        atLeastNothing(t.ratePerHour, `time[${i}].ratePerHour`),
    ),
    sum: `${toDecimals(t.minutes, 1)} min × ${money(t.ratePerHour)} an hour`,
    ...grounds(t),
  }));
  const parts = q.parts.map((p, i): CostLine => ({
    kind: p.isFinish ? 'finish' : 'part',
    name: p.name,
    amount: roundHalfEven(
      atLeastNothing(p.price, `parts[${i}].price`) * atLeastNothing(p.count, `parts[${i}].count`),
    ),
    sum: p.count === 1 ? 'one' : `${p.count} × ${money(p.price)}`,
    ...grounds(p),
  }));
  return [...shares, ...time, ...parts];
}

/** Lines that belong together, as one: a bar of nine parts can be read, one of twenty cannot. */
export type CostGroup = { name: string; amount: Minor; lines: CostLine[]; isEstimated: boolean };

const GROUPS: readonly { kinds: readonly CostKind[]; name: (lines: readonly CostLine[]) => string }[] = [
  { kinds: ['paper'], name: ([paper]) => paper!.name },
  { kinds: ['ink'], name: () => 'ink' },
  {
    kinds: ['wear', 'spoils'],
    name: (lines) => (lines.length > 1 ? 'wear and spoiled' : lines[0]!.name),
  },
  { kinds: ['route'], name: ([piece]) => piece!.name },
  { kinds: ['share'], name: (lines) => `${inWords(lines)}: its share` },
  { kinds: ['finish'], name: inWords },
  { kinds: ['time'], name: (lines) => `time to ${inWords(lines).replaceAll('time to ', '')}` },
  { kinds: ['part'], name: inWords },
];

/**
 * Cost lines put together by what they are: paper, ink, wear with spoils, what is shared, time, the finish, what wraps it.
 *
 * @example groupCosts(costOfProduct({ spoilRate: 0, shares: [], time: [{ name: 'time to trim', minutes: 2, ratePerHour: 3000 }, { name: 'time to pack', minutes: 4, ratePerHour: 3000 }], parts: [] }).lines)[0].name // 'time to trim, pack'
 */
export function groupCosts(lines: readonly CostLine[]): CostGroup[] {
  return GROUPS.flatMap(({ kinds, name }) => {
    const own = lines.filter((line) => kinds.includes(line.kind));
    if (own.length === 0) return [];
    return [
      {
        name: name(own),
        amount: own.reduce((sum, line) => sum + line.amount, 0),
        lines: own,
        isEstimated: own.some((line) => line.basis === 'estimated'),
      },
    ];
  });
}

function inWords(lines: readonly CostLine[]): string {
  return lines.map((line) => line.name).join(', ');
}

/** How a cost came about, line by line. */
export function costWorking(answer: CostAnswer, currency: string): Working {
  const money = (x: Minor) => formatMoney(x, currency, { bare: true });
  return {
    title: `Costs ${formatMoney(answer.total, currency)}`,
    steps: [
      ...answer.lines.map((line) => ({
        sum: `${line.name}: ${line.sum}${line.basis === 'estimated' ? ' (estimated)' : ''}`,
        result: money(line.amount),
      })),
      {
        sum: answer.lines.map((line) => money(line.amount)).join(' + ') || '0',
        result: money(answer.total),
      },
    ],
    notes: answer.estimated
      ? [
          `${answer.estimated === 1 ? 'One line is' : `${answer.estimated} lines are`} estimated, until the real figure is known.`,
        ]
      : [],
    source: 'one calculation for every page: cost.ofProduct',
  };
}

const grounds = (given: Ground = {}): { basis: Basis; because: string } => ({
  basis: given.basis ?? 'known',
  because: given.because ?? '',
});

function atLeastNothing(value: number, field: string): number {
  if (!(value >= 0) || !Number.isFinite(value))
    throw new InputError(field, value, 'a figure not below nothing');
  return value;
}
