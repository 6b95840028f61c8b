/** What a note can be pinned to; "hands" are the quiet screens, by their kind. */
export const NOTE_SUBJECTS = ['work', 'paper', 'route', 'order', 'person', 'hands'] as const;
/** What photographs are kept with: the line that speaks of them. */
export const PICTURED = ['note', 'impression', 'case', 'handover', 'sent job'] as const;
export type Pictured = (typeof PICTURED)[number];
/** A photograph as it is shown beside that line. */
export type Evidence = { id: string; sha256: string; words: string; at: string };

export type NoteSubject = (typeof NOTE_SUBJECTS)[number];

/** What was learned, or only noted, of one thing. */
export type Note = {
  id: string;
  subject: NoteSubject;
  subjectId: string;
  text: string;
  /** Shown wherever the thing is worked with, until somebody says it no longer holds. */
  isLesson: boolean;
  at: string;
  /** Photographs kept with it. */
  pictures: Evidence[];
};
