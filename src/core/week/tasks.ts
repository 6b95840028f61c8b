import type { BenchLine } from '../bench/lines';
import type { OrderState } from '../order/orderStates';
import type { Day } from '../measure/day';
import type { WeekDay, WeekTask } from './plan';
import { groupBy } from '../groups';

/** An open order, and the minutes hands still owe it. */
export type WeekOrder = {
  id: string;
  number: number;
  buyer: string;
  state: OrderState;
  shipBy: Day;
  plannedOn: Day | null;
  /** Printing what is short; what is done to it once it has dried; packing, or what is left of that. */
  minutes: { print: number; finish: number; pack: number };
  /** Nights the longest drying of its papers takes. */
  nights: number;
};

/** What a person said of one line: put off until a day, or to be done on one. */
export type LineMark = { line: string; untilOn: Day | null; plannedOn: Day | null; why: string };

export type WeekFacts = {
  today: Day;
  /** The days ahead with their minutes. */
  days: readonly WeekDay[];
  orders: readonly WeekOrder[];
  /** Everything on the bench that is no order; the day from which its hands can begin. */
  lines: readonly { line: BenchLine; from: Day }[];
  marks: readonly LineMark[];
  /** Minutes to the counter and back; nothing: it is fetched. */
  tripMinutes: number;
};

/** What a task is, beside its place in the plan. */
export type TaskKind = 'print' | 'finish' | 'pack' | 'post' | 'line';
export type WeekItem = { task: WeekTask; kind: TaskKind; href: string; orderId: string | null };

/** In front of everything else that nobody waits for: what is dry now, then what will hold something up. */
const RANKS: Record<BenchLine['group'], number> = {
  Promised: 0,
  'Dry now, or waiting on an eye': 1_000,
  'Will hold something up': 2_000,
};

/**
 * Everything that wants hands, as tasks that wait for each other: an order is printed, dries, is trimmed, looked at and signed, is
 * packed, and goes to the counter with whatever else is promised for the same day; the rest of the bench comes as it stands there.
 */
export function weekItems(facts: WeekFacts): WeekItem[] {
  const orders = facts.orders.flatMap((order) => orderItems(order, facts));
  const lines = facts.lines.flatMap(({ line, from }): WeekItem[] =>
    line.minutes === 0
      ? []
      : [
          {
            kind: 'line',
            orderId: null,
            href: 'href' in line.next ? line.next.href : '/',
            task: {
              ...waits(line.id, facts),
              name: `${line.subject}, ${line.about}`,
              minutes: line.minutes,
              from: later(from, markOf(line.id, facts)?.untilOn ?? null),
              due: null,
              after: [],
              rank: RANKS[line.group] + line.rank,
            },
          },
        ],
  );
  return [...orders, ...trips(facts), ...lines];
}

const markOf = (line: string, { marks }: Pick<WeekFacts, 'marks'>) =>
  marks.find((mark) => mark.line === line);
const later = (day: Day, other: Day | null): Day => (other !== null && other > day ? other : day);
const waits = (id: string, facts: WeekFacts) => ({ id, pinned: markOf(id, facts)?.plannedOn ?? null });

/** The steps of an order that have minutes left, each after the one before. */
function orderItems(order: WeekOrder, facts: WeekFacts): WeekItem[] {
  const { id, number, buyer, minutes, nights, shipBy, plannedOn } = order;
  const of = `order ${number}`;
  const steps: { kind: 'print' | 'finish' | 'pack'; name: string; minutes: number; nights: number }[] = [
    { kind: 'print', name: `Print for ${of}`, minutes: minutes.print, nights: 0 },
    { kind: 'finish', name: `Trim, look at and sign for ${of}`, minutes: minutes.finish, nights },
    {
      kind: 'pack',
      name: `${PACK_WORDS[order.state] ?? 'Pack'} ${of}, ${buyer}`,
      minutes: minutes.pack,
      nights: 0,
    },
  ];
  const open = steps.filter((step) => step.minutes > 0);
  return open.map((step, i) => {
    const before = open[i - 1];
    const isLast = i === open.length - 1;
    const task: WeekTask = {
      ...waits(`${step.kind}:${id}`, facts),
      name: step.name,
      minutes: step.minutes,
      from: facts.today,
      due: isLast ? shipBy : null,
      after: before
        ? [{ id: `${before.kind}:${id}`, nights: before.kind === 'print' ? step.nights : 0 }]
        : [],
      rank: 0,
    };
    // The day an order was given on the lane is the day of its packing.
    return {
      kind: step.kind,
      orderId: id,
      href: `/orders/${id}`,
      task: step.kind === 'pack' ? { ...task, pinned: plannedOn } : task,
    };
  });
}

const PACK_WORDS: Partial<Record<OrderState, string>> = {
  packed: 'Weigh and seal',
  sealed: 'Post',
};

/**
 * To the counter, once for all that leaves on a day, and on that day, so that nobody goes twice. What is late already goes as soon
 * as it is packed; nobody is promised the way itself.
 */
function trips({ orders, days, tripMinutes }: WeekFacts): WeekItem[] {
  if (tripMinutes === 0) return [];
  const worked = days.filter(({ minutes }) => minutes > 0).map(({ day }) => day);
  const byDay = groupBy(orders, ({ plannedOn, shipBy }): Day | null => {
    const leaves = plannedOn ?? shipBy;
    return worked.findLast((each) => each <= leaves) ?? null;
  });
  return [...byDay].map(([day, own]) => ({
    kind: 'post',
    orderId: null,
    href: '/orders/outgoing',
    task: {
      id: `post:${day ?? 'late'}`,
      name: `Take ${own.length === 1 ? `order ${own[0]!.number}` : `${own.length} parcels`} to the counter`,
      minutes: tripMinutes,
      from: day ?? worked[0] ?? days[0]!.day,
      due: day,
      after: own
        .filter(({ minutes }) => minutes.pack > 0)
        .map(({ id }) => ({ id: `pack:${id}`, nights: 0 })),
      pinned: null,
      rank: 0,
    },
  }));
}
