import { InputError } from '../errors';
import { addDays, dayNumber, type Day } from '../measure/day';

/** Something that wants hands: how long it takes, what it waits for, and by when it was promised. */
export type WeekTask = {
  id: string;
  name: string;
  /** Minutes of hands, a whole number. */
  minutes: number;
  /** Not before this day. */
  from: Day;
  /** Done by the end of this day; nothing: nobody waits for it. */
  due: Day | null;
  /** What comes before it, and how many nights lie between: 0, it may follow at once; 1, not before the next day. */
  after: readonly { id: string; nights: number }[];
  /** A day chosen by hand: it is done then, before anything else of that day. */
  pinned: Day | null;
  /** Among what nobody waits for: lower first. */
  rank: number;
};

/** A day and the minutes hands have in it. */
export type WeekDay = { day: Day; minutes: number };

/** A part of a task on a day, from a minute of that day's work on. */
export type Piece = { taskId: string; from: number; minutes: number };
export type PlannedDay = WeekDay & { pieces: Piece[]; used: number };

export type WeekPlan = {
  days: PlannedDay[];
  /** The day each task is finished; nothing: not in these days. */
  doneOn: ReadonlyMap<string, Day | null>;
  /** Promised, and not to be kept. */
  missed: string[];
  /** Whether fewer cannot be missed by anybody, with these hours. */
  isProven: boolean;
};

/** What a plan is judged by: promises missed, then days late in all. */
type Cost = { missed: number; late: number };
const isLess = (a: Cost, b: Cost): boolean =>
  a.missed < b.missed || (a.missed === b.missed && a.late < b.late);

/** Free minutes of a day, as spans; and a moment as the day's place and the minute in it. */
type Span = readonly [from: number, to: number];
type Free = readonly (readonly Span[])[];
type Moment = { day: number; minute: number };
type Placed = { free: Free; pieces: (Piece & { day: number })[]; end: Moment | null };

/** Shorter than this a task is not torn over two days where that costs no promise. */
const WHOLE_MINUTES = 120;
/** As many promised things as are searched to the end, and how many steps that may take. */
const MOST_SEARCHED = 12;
const MOST_STEPS = 30_000;
/** How many times a task may be laid while one after another is put off: half a second where hundreds wait. */
const MOST_LAID = 150_000;

/**
 * Lays what wants hands on the days there are: never more minutes in a day than it has, nothing before what it waits for, and as
 * few promises missed as can be. Work that is cut off by the evening goes on the next day.
 *
 * Whatever the best plan is, doing things in the order in which it finishes them is as good: so orders are searched, not hours.
 *
 * @param days in order, without gaps in what they mean: a day that is not worked has 0 minutes
 * @throws InputError for minutes that are no whole number, or tasks that wait for each other in a ring
 * @example planWeek([{ id: 'a', name: 'pack', minutes: 30, from: '2026-11-24', due: '2026-11-24', after: [], pinned: null, rank: 0 }], [{ day: '2026-11-24', minutes: 60 }]).missed // []
 */
export function planWeek(tasks: readonly WeekTask[], days: readonly WeekDay[]): WeekPlan {
  const week = new Week(tasks, days);
  const first = week.byDueDay();
  let best: readonly WeekTask[] = first;
  let cost = week.costOf(best);
  const least = week.sureToMiss();
  let isProven = cost.missed === least;
  if (!isProven) {
    const found = week.search(best);
    best = found.order;
    cost = week.costOf(best);
    isProven = found.isWhole || cost.missed === least;
  }
  const whole = week.lay(best, true);
  // Torn only where that keeps a promise.
  const laid = isLess(cost, week.costOfLaid(whole)) ? week.lay(best, false) : whole;
  return { ...week.planOf(laid), isProven };
}

class Week {
  private readonly tasks: ReadonlyMap<string, WeekTask>;
  private readonly days: readonly WeekDay[];
  private readonly dayOf: ReadonlyMap<Day, number>;
  /** Each day, and the day each task is promised for, counted through. */
  private readonly numbers: readonly number[];
  private readonly dueNumber: ReadonlyMap<WeekTask, number>;
  private readonly empty: Free;
  /** By when each must be done for everything after it to be done by its own day. */
  private readonly wanted: ReadonlyMap<string, Day | null>;

  constructor(tasks: readonly WeekTask[], days: readonly WeekDay[]) {
    for (const [i, { minutes }] of tasks.entries())
      if (!Number.isInteger(minutes) || minutes < 0)
        throw new InputError(`tasks[${i}].minutes`, minutes, 'whole minutes from 0');
    this.tasks = new Map(tasks.map((task) => [task.id, task]));
    this.days = days;
    this.dayOf = new Map(days.map(({ day }, i) => [day, i]));
    this.numbers = days.map(({ day }) => dayNumber(day));
    this.dueNumber = new Map(
      tasks.flatMap((task) => (task.due === null ? [] : [[task, dayNumber(task.due)] as const])),
    );
    this.empty = days.map(({ minutes }) => (minutes > 0 ? [[0, minutes] as const] : []));
    this.wanted = this.wantedDays();
  }

  /** Only tasks of this plan are waited for: what is not here is done. */
  private before(task: WeekTask) {
    return task.after.filter(({ id }) => this.tasks.has(id));
  }

  private wantedDays(): Map<string, Day | null> {
    const next = new Map<string, { id: string; nights: number }[]>();
    for (const task of this.tasks.values())
      for (const { id, nights } of this.before(task))
        next.set(id, [...(next.get(id) ?? []), { id: task.id, nights }]);
    const wanted = new Map<string, Day | null>();
    const inHand = new Set<string>();
    const wantedOf = (id: string): Day | null => {
      const known = wanted.get(id);
      if (known !== undefined) return known;
      if (inHand.has(id))
        throw new InputError('tasks', id, 'tasks that do not wait for each other in a ring');
      inHand.add(id);
      let day = this.tasks.get(id)!.due;
      for (const after of next.get(id) ?? []) {
        const theirs = wantedOf(after.id);
        if (theirs === null) continue;
        const mine = addDays(theirs, -after.nights);
        if (day === null || mine < day) day = mine;
      }
      wanted.set(id, day);
      return day;
    };
    for (const id of this.tasks.keys()) wantedOf(id);
    return wanted;
  }

  /** By hand first, then by the day each is wanted, then by rank; nothing before what it waits for. */
  byDueDay(): WeekTask[] {
    const key = (task: WeekTask): string =>
      [
        task.pinned ? '0' : '1',
        task.pinned ?? this.wanted.get(task.id) ?? '9999',
        String(task.rank + 1e6),
        task.id,
      ].join(' ');
    const sorted = [...this.tasks.values()].sort((a, b) => (key(a) < key(b) ? -1 : 1));
    return this.inTurn(sorted);
  }

  /** The same order, with whatever a task waits for put before it. */
  private inTurn(order: readonly WeekTask[]): WeekTask[] {
    const turned: WeekTask[] = [];
    const seen = new Set<string>();
    const take = (task: WeekTask): void => {
      if (seen.has(task.id)) return;
      seen.add(task.id);
      for (const { id } of this.before(task)) take(this.tasks.get(id)!);
      turned.push(task);
    };
    order.forEach(take);
    return turned;
  }

  /** How many promises nobody could keep, whatever else were left undone. */
  sureToMiss(): number {
    let count = 0;
    for (const task of this.tasks.values()) {
      if (task.due === null) continue;
      const alone = this.lay(this.inTurn([task]), false);
      if (this.isMissed(task, alone.get(task.id)!.end)) count += 1;
    }
    return count;
  }

  private isMissed(task: WeekTask, end: Moment | null): boolean {
    const due = this.dueNumber.get(task);
    return due !== undefined && (end === null || this.numbers[end.day]! > due);
  }

  /** What is not done in these days counts as done the day after them. */
  private lateDays(task: WeekTask, end: Moment | null): number {
    const due = this.dueNumber.get(task);
    if (due === undefined) return 0;
    const done = end === null ? (this.numbers.at(-1) ?? due) + 1 : this.numbers[end.day]!;
    return Math.max(0, done - due);
  }

  /** The first moment a task may begin. */
  private start(task: WeekTask, placed: ReadonlyMap<string, Placed>): Moment | null {
    const first = this.firstFrom(
      task.pinned !== null && task.pinned > task.from ? task.pinned : task.from,
    );
    let start: Moment | null = first === null ? null : { day: first, minute: 0 };
    for (const { id, nights } of this.before(task)) {
      const end = placed.get(id)!.end;
      if (end === null || start === null) return null;
      const day = nights === 0 ? end.day : this.firstFrom(addDays(this.days[end.day]!.day, nights));
      if (day === null) return null;
      const moment = { day, minute: nights === 0 ? end.minute : 0 };
      if (isAfter(moment, start)) start = moment;
    }
    return start;
  }

  private firstFrom(day: Day): number | null {
    const known = this.dayOf.get(day);
    if (known !== undefined) return known;
    const next = this.days.findIndex((each) => each.day >= day);
    return next === -1 ? null : next;
  }

  /** Lays tasks in an order, each as early as what was laid before it leaves room. */
  lay(order: readonly WeekTask[], isWhole: boolean): Map<string, Placed> {
    const placed = new Map<string, Placed>();
    let free = this.empty;
    for (const task of order) {
      const next = place(free, task.minutes, this.start(task, placed), isWhole);
      free = next.free;
      placed.set(task.id, next);
    }
    return placed;
  }

  costOf(order: readonly WeekTask[]): Cost {
    return this.costOfLaid(this.lay(order, false));
  }

  costOfLaid(placed: ReadonlyMap<string, Placed>): Cost {
    const cost = { missed: 0, late: 0 };
    for (const [id, { end }] of placed) {
      const task = this.tasks.get(id)!;
      if (this.isMissed(task, end)) cost.missed += 1;
      cost.late += this.lateDays(task, end);
    }
    return cost;
  }

  /**
   * A better order than one that is known: to the end where few things are promised, else by putting off one thing after another.
   */
  search(known: readonly WeekTask[]): { order: readonly WeekTask[]; isWhole: boolean } {
    const promised = known.filter((task) => this.wanted.get(task.id) !== null);
    const rest = known.filter((task) => this.wanted.get(task.id) === null);
    if (promised.length > MOST_SEARCHED || known.some((task) => task.pinned !== null))
      return { order: this.putOff(this.keptFirst(known)), isWhole: false };
    let best: readonly WeekTask[] = promised;
    let bestCost = this.costOf(promised);
    let steps = 0;
    const placed = new Map<string, Placed>();
    const go = (order: WeekTask[], free: Free, cost: Cost): void => {
      if (steps > MOST_STEPS) return;
      steps += 1;
      if (!isLess(cost, bestCost)) return;
      if (order.length === promised.length) {
        best = [...order];
        bestCost = cost;
        return;
      }
      const open = promised.filter(
        (task) => !placed.has(task.id) && this.before(task).every(({ id }) => placed.has(id)),
      );
      for (const task of open) {
        const next = place(free, task.minutes, this.start(task, placed), false);
        placed.set(task.id, next);
        go([...order, task], next.free, {
          missed: cost.missed + Number(this.isMissed(task, next.end)),
          late: cost.late + this.lateDays(task, next.end),
        });
        placed.delete(task.id);
      }
    };
    go([], this.empty, { missed: 0, late: 0 });
    return { order: this.inTurn([...best, ...rest]), isWhole: steps <= MOST_STEPS };
  }

  /**
   * What cannot be kept in its turn, with all it waits for, stands behind everything that can: where there is far too much to
   * do, some promises are broken by a lot instead of nearly all by a little. The known order where that is no better.
   */
  private keptFirst(known: readonly WeekTask[]): readonly WeekTask[] {
    const placed = new Map<string, Placed>();
    let free = this.empty;
    const tryToPlace = (tasks: readonly WeekTask[]): boolean => {
      let left = free;
      for (const task of tasks) {
        const next = place(left, task.minutes, this.start(task, placed), false);
        left = next.free;
        placed.set(task.id, next);
      }
      const isKept = tasks.every((task) => task.pinned || !this.isMissed(task, placed.get(task.id)!.end));
      if (isKept) free = left;
      else for (const { id } of tasks) placed.delete(id);
      return isKept;
    };
    const isPlaced = ({ id }: WeekTask): boolean => placed.has(id);
    const later: WeekTask[] = [];
    for (const task of known) {
      if ((task.due === null && task.pinned === null) || isPlaced(task)) continue;
      const chain = this.inTurn([task]).filter((each) => !isPlaced(each));
      if (!tryToPlace(chain)) later.push(task);
    }
    const kept = [...placed.keys()].map((id) => this.tasks.get(id)!);
    const order = this.inTurn([...kept, ...later, ...known]);
    return isLess(this.costOf(order), this.costOf(known)) ? order : known;
  }

  /** As long as it helps: one thing, with what waits for it, is put behind everything else. */
  private putOff(known: readonly WeekTask[]): readonly WeekTask[] {
    let best = known;
    let cost = this.costOf(best);
    let laid = 0;
    for (let isBetter = true; isBetter;) {
      isBetter = false;
      for (const task of best) {
        if (this.wanted.get(task.id) === null || task.pinned !== null) continue;
        laid += best.length;
        if (laid > MOST_LAID) return best;
        const others = best.filter((each) => each !== task);
        const order = this.inTurn([...others, task]);
        const theirs = this.costOf(order);
        if (!isLess(theirs, cost)) continue;
        [best, cost, isBetter] = [order, theirs, true];
        break;
      }
    }
    return best;
  }

  planOf(placed: ReadonlyMap<string, Placed>): Omit<WeekPlan, 'isProven'> {
    const days = this.days.map((day): PlannedDay => ({ ...day, pieces: [], used: 0 }));
    const doneOn = new Map<string, Day | null>();
    for (const [id, { pieces, end }] of placed) {
      doneOn.set(id, end === null ? null : this.days[end.day]!.day);
      for (const { day, ...piece } of pieces) {
        days[day]!.pieces.push({ ...piece, taskId: id });
        days[day]!.used += piece.minutes;
      }
    }
    for (const day of days) day.pieces.sort((a, b) => a.from - b.from);
    const missed = [...this.tasks.values()].filter((task) =>
      this.isMissed(task, placed.get(task.id)!.end),
    );
    return { days, doneOn, missed: missed.map(({ id }) => id) };
  }
}

const isAfter = (a: Moment, b: Moment): boolean =>
  a.day > b.day || (a.day === b.day && a.minute > b.minute);

/** Takes minutes out of what is free from a moment on; where they do not fit, what was taken is given back. */
function place(free: Free, minutes: number, start: Moment | null, isWhole: boolean): Placed {
  const none: Placed = { free, pieces: [], end: null };
  if (start === null) return none;
  if (minutes === 0) return { ...none, end: start };
  if (isWhole && minutes <= WHOLE_MINUTES) {
    const whole = placeWhole(free, minutes, start);
    if (whole) return whole;
  }
  const left = [...free];
  const pieces: Placed['pieces'] = [];
  let todo = minutes;
  for (let day = start.day; day < free.length && todo > 0; day += 1) {
    const spans: Span[] = [];
    for (const [from, to] of free[day]!) {
      const begin = Math.max(from, day === start.day ? start.minute : 0);
      const taken = Math.min(todo, Math.max(0, to - begin));
      if (taken === 0) {
        spans.push([from, to]);
        continue;
      }
      pieces.push({ taskId: '', day, from: begin, minutes: taken });
      todo -= taken;
      if (begin > from) spans.push([from, begin]);
      if (begin + taken < to) spans.push([begin + taken, to]);
    }
    left[day] = spans;
  }
  const last = pieces.at(-1);
  if (todo > 0 || !last) return none;
  return { free: left, pieces, end: { day: last.day, minute: last.from + last.minutes } };
}

/** The first span of one day that holds all of it; nothing where no day has one. */
function placeWhole(free: Free, minutes: number, start: Moment): Placed | null {
  for (let day = start.day; day < free.length; day += 1) {
    const floor = day === start.day ? start.minute : 0;
    const at = free[day]!.findIndex(([from, to]) => to - Math.max(from, floor) >= minutes);
    if (at === -1) continue;
    const [from, to] = free[day]![at]!;
    const begin = Math.max(from, floor);
    const end = begin + minutes;
    const spans: Span[] = [...free[day]!.slice(0, at)];
    if (begin > from) spans.push([from, begin]);
    if (end < to) spans.push([end, to]);
    spans.push(...free[day]!.slice(at + 1));
    return {
      free: free.map((each, i) => (i === day ? spans : each)),
      pieces: [{ taskId: '', day, from: begin, minutes }],
      end: { day, minute: end },
    };
  }
  return null;
}
