import { and, desc, eq, inArray, or } from 'drizzle-orm';
import type { Note, NoteSubject } from '@/core/notes';
import type { Db } from './db';
import { evidenceOf } from './evidence';
import { notes } from './schema';
import { groupBy } from '@/core/groups';

/** A thing that notes are pinned to. */
export type NotedThing = { subject: NoteSubject; subjectId: string };

/** A lesson as it is shown where its thing is worked with. */
export type Lesson = Pick<Note, 'id' | 'text' | 'subject' | 'subjectId'>;

/** Every note of one thing, lessons first, the newest first in each. */
export async function notesOf(db: Db, { subject, subjectId }: NotedThing): Promise<Note[]> {
  const rows = await db
    .select()
    .from(notes)
    .where(and(eq(notes.subject, subject), eq(notes.subjectId, subjectId)))
    .orderBy(desc(notes.isLesson), desc(notes.id));
  const pictures = await evidenceOf(
    db,
    'note',
    rows.map(({ id }) => id),
  );
  return rows.map((note) => ({ ...note, pictures: pictures.get(note.id) ?? [] }));
}

/** The lessons of several things, the newest first. */
export async function lessonsOf(db: Db, things: readonly NotedThing[]): Promise<Lesson[]> {
  const bySubject = groupBy(things, ({ subject }) => subject);
  if (bySubject.size === 0) return [];
  const any = [...bySubject].map(([subject, own]) =>
    and(
      eq(notes.subject, subject),
      inArray(
        notes.subjectId,
        own.map(({ subjectId }) => subjectId),
      ),
    ),
  );
  return db
    .select()
    .from(notes)
    .where(and(eq(notes.isLesson, true), or(...any)))
    .orderBy(desc(notes.id))
    .limit(40);
}
