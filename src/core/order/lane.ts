import type { Mark } from '../finding';
import { formatWeight, type Mg, type Um } from '../measure';
import { addDays, dayNumber, daysBetween, weekdayOf, type Day, type Weekday } from '../measure/day';
import type { PackForm } from '../parcel/pack';
import { scaleAllowance } from '../parcel/weigh';
import type { OrderState } from './orderStates';

/** An open order as it stands on the lane of days. */
export type LaneOrder = {
  id: string;
  number: number;
  buyer: string;
  state: OrderState;
  shipBy: Day;
  plannedOn: Day | null;
  isPaid: boolean;
  pieces: number;
  ready: number;
  form: PackForm;
  /** The parcel's outer size, as it is or as it is planned. */
  outer: { length: Um; width: Um; height: Um };
  expectedMg: Mg | null;
  scaleMg: Mg | null;
  picture: string | null;
  minutes: number;
};

/** The day an order is worked for: as it is planned, else as it is promised. @example laneDay({ plannedOn: null, shipBy: '2026-11-30' }) // '2026-11-30' */
export const laneDay = ({ plannedOn, shipBy }: Pick<LaneOrder, 'plannedOn' | 'shipBy'>): Day =>
  plannedOn ?? shipBy;

/**
 * What an order waits for, in the few words that stand over its parcel.
 *
 * @example laneWords({ state: 'packed', scaleMg: 348000, expectedMg: 441000, shipBy: '2026-11-30', isPaid: true, pieces: 2, ready: 2 }, '2026-11-28').says // '93 g too little'
 */
export function laneWords(
  o: Pick<LaneOrder, 'state' | 'scaleMg' | 'expectedMg' | 'shipBy' | 'isPaid' | 'pieces' | 'ready'>,
  today: Day,
): { says: string; mark: Mark | 'none' } {
  const isLate = o.shipBy < today;
  const found = (says: string, mark: Mark | 'none') => ({
    says,
    mark: isLate ? ('fails' as const) : mark,
  });
  if (o.state === 'new') {
    if (!o.isPaid) return found('to pay', 'care');
    if (o.ready < o.pieces)
      return found(
        `${o.ready} of ${o.pieces} ready`,
        daysBetween(today, o.shipBy) <= 1 ? 'fails' : 'care',
      );
    return found('to pick', 'none');
  }
  if (o.state === 'picked') return found('to pack', 'none');
  if (o.state === 'sealed') return found('to post', 'none');
  if (o.scaleMg === null || o.expectedMg === null) return found('to weigh', 'none');
  const off = o.scaleMg - o.expectedMg;
  if (Math.abs(off) <= scaleAllowance(o.expectedMg)) return found('to seal', 'none');
  return {
    says: `${formatWeight(Math.abs(off))} too ${off < 0 ? 'little' : 'much'}`,
    mark: 'fails',
  };
}

export type LaneColumn = {
  key: string;
  day: Day | null;
  kind: 'late' | 'today' | 'day' | 'later';
  isWorked: boolean;
  orders: LaneOrder[];
  /** How many more leave that day than are drawn. */
  more: number;
  /** Minutes asked of that day, and how many it has. */
  asked: number;
  have: number;
};

/** Parcels of a day that are drawn; the list under the lane has all. */
const DRAWN_A_DAY = 24;

/** The lane with only the first parcels of each day. @example drawnLane([{ key: 'later', day: null, kind: 'later', isWorked: false, orders: [], more: 0, asked: 0, have: 0 }])[0].more // 0 */
export const drawnLane = (columns: readonly LaneColumn[], most: number = DRAWN_A_DAY): LaneColumn[] =>
  columns.map((column) => ({
    ...column,
    orders: column.orders.slice(0, most),
    more: column.more + Math.max(0, column.orders.length - most),
  }));

/** How many working days stand beside today. */
const DAYS_SHOWN = 5;

/**
 * The lane: what is late, today, the next working days and every other day that has something, and what comes later. An order whose
 * promise has passed is late, wherever it was planned.
 *
 * @param minutesADay minutes a working day has for packing and printing
 */
export function laneColumns(
  orders: readonly LaneOrder[],
  q: {
    today: Day;
    workdays: readonly Weekday[];
    holidays: readonly Day[];
    minutesADay: number;
    /** Days that have other hours than the rest. */
    dayMinutes?: ReadonlyMap<Day, number>;
  },
): LaneColumn[] {
  const { today } = q;
  const works = (day: Day) => q.workdays.includes(weekdayOf(dayNumber(day))) && !q.holidays.includes(day);
  const shown: Day[] = [];
  let day = today;
  for (let k = 0, worked = 0; worked < DAYS_SHOWN && k < 40; k++) {
    day = addDays(day, 1);
    const isWorked = works(day);
    if (isWorked) worked++;
    if (isWorked || orders.some((o) => laneDay(o) === day)) shown.push(day);
  }
  const last = shown.at(-1) ?? today;
  const isLate = (o: LaneOrder) => o.shipBy < today;
  const planned = (o: LaneOrder): Day => (laneDay(o) < today ? today : laneDay(o));
  const column = (
    key: string,
    kind: LaneColumn['kind'],
    of: Day | null,
    own: LaneOrder[],
  ): LaneColumn => {
    const isWorked = of === null ? kind !== 'later' : works(of);
    return {
      key,
      day: of,
      kind,
      isWorked,
      orders: own.sort((a, b) => a.shipBy.localeCompare(b.shipBy) || a.number - b.number),
      more: 0,
      asked: own.reduce((sum, o) => sum + o.minutes, 0),
      have: of === null ? 0 : (q.dayMinutes?.get(of) ?? (isWorked ? q.minutesADay : 0)),
    };
  };
  const open = orders.filter((o) => !isLate(o));
  const columns = [
    column(
      'today',
      'today',
      today,
      open.filter((o) => planned(o) === today),
    ),
    ...shown.map((of) =>
      column(
        of,
        'day',
        of,
        open.filter((o) => planned(o) === of),
      ),
    ),
  ];
  const late = orders.filter(isLate);
  const later = open.filter((o) => planned(o) > last);
  return [
    ...(late.length ? [column('late', 'late', null, late)] : []),
    ...columns,
    ...(later.length ? [column('later', 'later', null, later)] : []),
  ];
}
