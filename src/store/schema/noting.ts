import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { NOTE_SUBJECTS, PICTURED } from '@/core/notes';
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

/** A photograph kept with the line that speaks of it: a note, a spoiled print, a case, a handover, a job that came back. */
export const evidence = sqliteTable(
  'evidence',
  {
    id: id(),
    subject: oneOf('subject', PICTURED).notNull(),
    subjectId: text('subject_id').notNull(),
    sha256: text('sha256').notNull(),
    bytes: integer('bytes').notNull(),
    fileName: text('file_name').notNull(),
    words: text('words').notNull().default(''),
    at: at('at').notNull(),
  },
  (t) => [
    ...columnRules(t),
    index('evidence_subject').on(t.subject, t.subjectId),
    index('evidence_file').on(t.sha256),
  ],
);
