import { latePart } from './latePart';

/** The lists that hang from fields: a fifth of all script. */
export const lists = latePart(() => import('./ChoiceLists'));

/** The parts a day is typed in, and its calendar: another fifth. */
export const calendar = latePart(() => import('./DayPicker'));

/** What a table is sorted with. */
export const sorter = latePart(() => import('./sortRows'));

/** What asks the studio beside the page. */
export const queries = latePart(() => import('./queries'));
