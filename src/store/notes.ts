import { and, desc, eq, inArray, or } from 'drizzle-orm';
import type { Note, NoteSubject } from '@/core/notes';
import type { Db } from './db';
import { notes } from './schema';

/** A thing that notes are pinned to. */
export type NotedThing = { subject: NoteSubject; subjectId: string };

/** Every note of one thing, lessons first, the newest first in each. */
export const notesOf = (db: Db, { subject, subjectId }: NotedThing): Promise<Note[]> =>
  db
    .select()
    .from(notes)
    .where(and(eq(notes.subject, subject), eq(notes.subjectId, subjectId)))
    .orderBy(desc(notes.isLesson), desc(notes.id));

/** The lessons of several things, the newest first. */
export async function lessonsOf(db: Db, things: readonly NotedThing[]): Promise<Note[]> {
  const bySubject = new Map<NoteSubject, string[]>();
  for (const { subject, subjectId } of things)
    bySubject.set(subject, [...(bySubject.get(subject) ?? []), subjectId]);
  if (bySubject.size === 0) return [];
  const any = [...bySubject].map(([subject, ids]) =>
    and(eq(notes.subject, subject), inArray(notes.subjectId, ids)),
  );
  return db
    .select()
    .from(notes)
    .where(and(eq(notes.isLesson, true), or(...any)))
    .orderBy(desc(notes.id))
    .limit(40);
}
