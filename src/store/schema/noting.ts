import { index, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { NOTE_SUBJECTS } from '@/core/notes';
import { at, columnRules, flag, id, oneOf } from './kit';

/** What somebody noted of a thing; a lesson is shown wherever that thing is worked with. */
export const notes = sqliteTable(
  'notes',
  {
    id: id(),
    subject: oneOf('subject', NOTE_SUBJECTS).notNull(),
    subjectId: text('subject_id').notNull(),
    text: text('text').notNull(),
    isLesson: flag('is_lesson').notNull().default(false),
    at: at('at').notNull(),
  },
  (t) => [...columnRules(t), index('notes_subject').on(t.subject, t.subjectId)],
);
