/** What a note can be pinned to; "hands" are the quiet screens, by their kind. */
export const NOTE_SUBJECTS = ['work', 'paper', 'route', 'order', 'person', 'hands'] as const;
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
};
