import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { at, columnRules, day, id } from './kit';

/** What a person decided of one line of the bench, or one task of the week: not before a day, or on a day. */
export const benchMarks = sqliteTable(
  'bench_marks',
  {
    id: id(),
    /** The line's own name: its kind and what it is about. */
    line: text('line').notNull(),
    /** Put off until this day. */
    untilOn: day('until_on'),
    /** To be done on this day. */
    plannedOn: day('planned_on'),
    why: text('why').notNull().default(''),
    changedAt: at('changed_at').notNull(),
  },
  (t) => [...columnRules(t), uniqueIndex('bench_marks_line').on(t.line)],
);

/** Minutes hands have on one day, where that is not as on any other. */
export const dayHours = sqliteTable(
  'day_hours',
  {
    id: id(),
    day: day('day').notNull(),
    minutes: integer('minutes').notNull(),
  },
  (t) => [...columnRules(t), uniqueIndex('day_hours_day').on(t.day)],
);

/** What is on certain days whoever's hands it wants: a fair, a visit, a market. */
export const weekDates = sqliteTable(
  'week_dates',
  {
    id: id(),
    fromOn: day('from_on').notNull(),
    untilOn: day('until_on').notNull(),
    says: text('says').notNull(),
    createdAt: at('created_at').notNull(),
  },
  (t) => [...columnRules(t), index('week_dates_until').on(t.untilOn)],
);
