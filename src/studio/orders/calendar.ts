import { InputError } from '@/core/errors';
import { addDays, type Day, type Weekday } from '@/core/measure/day';
import type { Settings } from '../studio';

/** The days a promise is counted in: the weekdays that are worked, without the studio's own days off and public holidays. */
export type WorkCalendar = { workdays: Weekday[]; holidays: Day[] };

const HORIZON_DAYS = 500;
const kept = new Map<string, Promise<Day[]>>();

/**
 * Public holidays of a place in one year. The package has the rules of some two hundred countries and knows no network.
 *
 * @param place a country such as "PT", or with a state or region, "DE-BY" or "DE-BY-A"
 * @throws InputError for a place it does not know
 */
export function publicHolidays(place: string, year: number): Promise<Day[]> {
  const key = `${place} ${year}`;
  const known = kept.get(key);
  if (known) return known;
  const asked = readHolidays(place, year);
  kept.set(key, asked);
  // What failed is asked anew the next time, not remembered.
  asked.catch(() => kept.delete(key));
  return asked;
}

async function readHolidays(place: string, year: number): Promise<Day[]> {
  const { default: Holidays } = await import('date-holidays');
  const [country, ...parts] = place.trim().toUpperCase().split('-');
  const known = country ? Object.hasOwn(new Holidays().getCountries(), country) : false;
  if (!known)
    throw new InputError('holidayPlace', place, 'a country such as "PT", or a region such as "DE-BY"');
  const calendar = parts.length ? new Holidays(country!, ...(parts as [string])) : new Holidays(country!);
  return calendar
    .getHolidays(year)
    .filter(({ type }) => type === 'public')
    .map(({ date }) => date.slice(0, 10));
}

/** The studio's calendar from a day on, for some sixteen months. */
export async function calendarFrom(
  settings: Pick<Settings, 'workdays' | 'holidays' | 'holidayPlace'>,
  from: Day,
): Promise<WorkCalendar> {
  const [first, last] = [from, addDays(from, HORIZON_DAYS)].map((day) => Number(day.slice(0, 4)));
  const years = Array.from({ length: last! - first! + 1 }, (_, k) => first! + k);
  const place = settings.holidayPlace;
  const publicDays = place
    ? (await Promise.all(years.map((year) => publicHolidays(place, year)))).flat()
    : [];
  return {
    workdays: settings.workdays as Weekday[],
    holidays: [...new Set([...settings.holidays, ...publicDays])],
  };
}
