import { MONDAY_TO_FRIDAY } from '@/core/parcel/shipBy';
import { DEFAULT_SCHOOL } from '@/core/resolution';
import { type NewRow } from '@/store/rows';

/** What a new studio starts with; all of it can be changed. */
export const FIRST_SETTINGS: NewRow<'studio'> = {
  id: 'studio',
  name: 'My studio',
  artist: '',
  address: [],
  unit: 'mm',
  currency: 'EUR',
  timeZone: 'UTC',
  school: DEFAULT_SCHOOL,
  families: ['metric frames', 'ISO A', 'squares'],
  handlingDays: 3,
  workdays: [...MONDAY_TO_FRIDAY],
  holidays: [],
  remake: 'remake',
  borderUm: 25_000,
};
