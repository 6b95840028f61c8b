import { InputError } from '../errors';

/**
 * The calendar day it is somewhere, at an instant.
 *
 * @param instant UTC, ISO 8601
 * @param timeZone IANA name
 * @example localDay('2026-11-23T23:30:00Z', 'Europe/Lisbon') // '2026-11-23'
 */
export function localDay(instant: string, timeZone: string): string {
  return calendarOf(timeZone).format(new Date(instant)).slice(0, 10);
}

const calendars = new Map<string, Intl.DateTimeFormat>();

/** Making a format takes a hundred times as long as using it, and a journal writes a hundred days on a page. */
function calendarOf(timeZone: string): Intl.DateTimeFormat {
  const known = calendars.get(timeZone);
  if (known) return known;
  const made = new Intl.DateTimeFormat('en-CA', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  });
  calendars.set(timeZone, made);
  return made;
}

/**
 * Whether a text is a day of the calendar, in the years a studio can have to do with.
 *
 * @example isDay('2026-02-29') // false
 */
export function isDay(text: string): boolean {
  const m = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  if (!m) return false;
  const [year, month, day] = [Number(m[1]), Number(m[2]), Number(m[3])];
  const date = new Date(Date.UTC(year, month - 1, day));
  return year >= 1000 && year < 3000 && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
}

/** Whether a time zone is one this machine knows. @example isTimeZone('Nowhere/Else') // false */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

/** A calendar day, `YYYY-MM-DD`. */
export type Day = string;
/** 0 Sunday … 6 Saturday. */
export type Weekday = 0 | 1 | 2 | 3 | 4 | 5 | 6;

const DAY_MS = 86_400_000;
/** 1 January 1970 was a Thursday. */
const FIRST_WEEKDAY = 4;

/**
 * The day as a number of days, with no time zone to trip over.
 *
 * @throws InputError naming the field for what is no day
 * @example dayNumber('1970-01-02') // 1
 */
export function dayNumber(day: Day, field = 'day'): number {
  const known = numbers.get(day);
  if (known !== undefined) return known;
  const m = /^(\d{4})-(\d{2})-(\d{2})$/.exec(day);
  const ms = m ? Date.UTC(+m[1]!, +m[2]! - 1, +m[3]!) : NaN;
  const number = ms / DAY_MS;
  if (!m || written(number) !== day) throw new InputError(field, day, 'a day such as "2026-11-24"');
  keep(numbers, day, number);
  return number;
}

/** The day of a number of days; nothing for what is no number. @example dayFromNumber(1) // '1970-01-02' */
export function dayFromNumber(n: number): Day {
  const known = days.get(n);
  if (known !== undefined) return known;
  const day = Number.isFinite(n) ? written(n) : '';
  keep(days, n, day);
  return day;
}

const written = (n: number): Day =>
  Number.isFinite(n) ? new Date(n * DAY_MS).toISOString().slice(0, 10) : '';

// A studio has to do with a few thousand days, and asks for each of them a thousand times: a plan of a week, a list of buyers.
const numbers = new Map<Day, number>();
const days = new Map<number, Day>();
const MOST_DAYS = 20_000;

function keep<K, V>(all: Map<K, V>, key: K, value: V): void {
  if (all.size >= MOST_DAYS) all.clear();
  all.set(key, value);
}

/** @example weekdayOf(dayNumber('2026-11-28')) // 6 */
export function weekdayOf(n: number): Weekday {
  // Taken twice, so that days before 1970 have theirs too.
  const weekday = (((n + FIRST_WEEKDAY) % 7) + 7) % 7;
  return weekday as Weekday;
}

/** @example addDays('2026-11-30', 1) // '2026-12-01' */
export const addDays = (day: Day, days: number): Day => dayFromNumber(dayNumber(day) + days);
/** Whole days from one day to another. @example daysBetween('2026-11-24', '2026-12-01') // 7 */
export const daysBetween = (from: Day, to: Day): number => dayNumber(to) - dayNumber(from);

/** Days between two instants, parts of days counted. @example daysApart('2026-11-24T00:00:00Z', '2026-11-25T12:00:00Z') // 1.5 */
export const daysApart = (from: string, to: string): number =>
  (Date.parse(to) - Date.parse(from)) / DAY_MS;

/** Whole days that have passed between two instants. @example daysPassed('2026-11-24T10:00:00Z', '2026-11-26T09:00:00Z') // 1 */
export const daysPassed = (from: string, to: string): number => Math.floor(daysApart(from, to));

/** An instant so many days earlier. @example daysEarlier('2026-11-24T10:00:00.000Z', 2) // '2026-11-22T10:00:00.000Z' */
export const daysEarlier = (instant: string, days: number): string =>
  new Date(Date.parse(instant) - days * DAY_MS).toISOString();

const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const;
const MONTHS = [
  'Jan',
  'Feb',
  'Mar',
  'Apr',
  'May',
  'Jun',
  'Jul',
  'Aug',
  'Sep',
  'Oct',
  'Nov',
  'Dec',
] as const;
/** Within so many days of today a weekday tells more than a year does. */
const NEAR_DAYS = 180;

/**
 * A calendar day as it is said: with its weekday while it is near, with its year once it is not. What is no day stays as it is.
 *
 * @example dayWords('2026-12-01', '2026-11-28') // 'Tue 1 Dec'
 * @example dayWords('2025-03-07', '2026-11-28') // '7 Mar 2025'
 */
export function dayWords(day: Day, today: Day): string {
  if (!isDay(day)) return day;
  const number = dayNumber(day);
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  const words = `${date} ${MONTHS[month - 1]}`;
  return Math.abs(number - dayNumber(today)) <= NEAR_DAYS
    ? `${WEEKDAYS[weekdayOf(number)]} ${words}`
    : `${words} ${year}`;
}

/** The month of a day, as a chart names it. @example monthName('2026-12-01') // 'Dec 2026' */
export const monthName = (day: Day): string =>
  `${MONTHS[Number(day.slice(5, 7)) - 1]} ${day.slice(0, 4)}`;

/**
 * A sentence that was kept with its days in figures, as it is said today.
 *
 * @example sayDays('Order 131, to leave by 2026-12-02.', '2026-11-28') // 'Order 131, to leave by Wed 2 Dec.'
 */
export const sayDays = (sentence: string, today: Day): string =>
  sentence.replace(/\b\d{4}-\d{2}-\d{2}\b/g, (day) => dayWords(day, today));

/**
 * An instant as a clock on the wall of a zone shows it.
 *
 * @example clockTime('2026-11-28T09:05:00Z', 'Europe/Lisbon') // '09:05'
 * @example clockTime('2026-07-28T09:05:00Z', 'Europe/Lisbon') // '10:05'
 */
export const clockTime = (instant: string, timeZone: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    timeZone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).format(new Date(instant));

/** The calendar day of an instant, a year before. @example yearBefore('2026-11-29T10:00:00Z') // '2025-11-29' */
export const yearBefore = (instant: string): string =>
  `${Number(instant.slice(0, 4)) - 1}${instant.slice(4, 10)}`;

/** A year's worth of months is marked by each, every second, every third… */
const MONTH_STEPS = [1, 2, 3, 4, 6, 12];

/**
 * The beginnings of months to mark under a stretch of days: every one of them, or as few as fit, and then those a year is divided by.
 *
 * @param most how many marks there is room for
 * @example monthMarks('2026-11-20', '2027-02-03', 5) // ['2026-12-01', '2027-01-01', '2027-02-01']
 * @example monthMarks('2026-01-01', '2026-12-31', 5) // ['2026-01-01', '2026-04-01', '2026-07-01', '2026-10-01']
 */
export function monthMarks(from: Day, to: Day, most: number): Day[] {
  const beginnings: { month: number; day: Day }[] = [];
  const month = new Date(`${from.slice(0, 7)}-01T00:00:00Z`);
  for (let day = from; day <= to; month.setUTCMonth(month.getUTCMonth() + 1)) {
    day = month.toISOString().slice(0, 10);
    if (day >= from && day <= to) beginnings.push({ month: month.getUTCMonth(), day });
  }
  const years = (step: number) => beginnings.filter((each) => each.month % step === 0);
  const step = MONTH_STEPS.find((each) => years(each).length <= most) ?? 12;
  return years(step).map(({ day }) => day);
}
