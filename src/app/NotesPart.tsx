'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import styled from 'styled-components';
import type { Note, NoteSubject } from '@/core/notes';
import { ErrorCallout } from '@/ui/Actions';
import { arriving } from '@/ui/arriving';
import { Button, Row } from '@/ui/Button';
import { Check, Field } from '@/ui/Field';
import { PanelTitle, Small } from '@/ui/Layout';
import { useKeptValues } from '@/ui/form/useKeptValues';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { useAction } from './useAction';

const DraftSlip = arriving(async () => (await import('@/ui/form/DraftSlip')).DraftSlip);
// Only where there is a line to show photographs of.
const EvidenceStrip = dynamic(async () => (await import('./EvidenceStrip')).EvidenceStrip);

const Lines = styled.ul`
  li {
    padding: 7px 0;
    border-bottom: 1px solid ${t.hair};
    overflow-wrap: anywhere;
  }
`;

const NO_NOTE = { text: '', isLesson: false };
const TITLE = 'Notes and lessons';
const shortened = (text: string): string => (text.length > 60 ? `${text.slice(0, 57)}…` : text);

/** Notes pinned to one thing, and the writing of one; a lesson is shown wherever the thing is worked with. */
export function NotesPart({
  subject,
  subjectId,
  notes,
}: {
  subject: NoteSubject;
  subjectId: string;
  notes: Note[];
}) {
  const action = useAction();
  const { date } = useUnits();
  const [text, setText] = useState('');
  const [isLesson, setIsLesson] = useState(false);
  const put = (note: { text: string; isLesson: boolean }) => {
    setText(note.text);
    setIsLesson(note.isLesson);
  };
  const kept = useKeptValues(`addNote:${subject}/${subjectId}`, { text, isLesson }, put);
  const keep = async () => {
    if (await action.run('addNote', { subject, subjectId, text, isLesson })) {
      kept.end(NO_NOTE);
      put(NO_NOTE);
    }
  };
  return (
    <section aria-label={TITLE}>
      <PanelTitle>{TITLE}</PanelTitle>
      <Lines>
        {notes.map((note) => (
          <li key={note.id}>
            {note.isLesson ? <MarkedText kind="care">{note.text}</MarkedText> : note.text}
            <br />
            <Small>
              {note.isLesson ? 'lesson, ' : ''}
              {date(note.at.slice(0, 10))}
            </Small>{' '}
            <Button
              quiet
              onPress={() => action.run('setLesson', { id: note.id, isLesson: !note.isLesson })}
            >
              {note.isLesson ? 'holds no longer' : 'make it a lesson'}
            </Button>
            <Button quiet onPress={() => action.run('removeNote', { id: note.id })}>
              take away
            </Button>
            <EvidenceStrip
              subject="note"
              subjectId={note.id}
              about={shortened(note.text)}
              pictures={note.pictures}
            />
          </li>
        ))}
      </Lines>
      {kept.slip.draft && <DraftSlip {...kept.slip} />}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <Field
          label={notes.length ? 'Another note' : 'A note'}
          value={text}
          onChange={setText}
          lines={2}
          wrong={action.fieldError('text')}
        />
        <Row>
          <Check checked={isLesson} onChange={setIsLesson}>
            A lesson: show it where this is worked with
          </Check>
          <Button type="submit" isDisabled={action.isPending || !text.trim()}>
            Keep the note
          </Button>
        </Row>
      </form>
      <ErrorCallout error={action.error} fields={['text']} />
    </section>
  );
}

/** What was learned of the things in hand, where they are worked with. Nothing where nothing was. */
export function Lessons({ lessons }: { lessons: Pick<Note, 'id' | 'text'>[] }) {
  if (lessons.length === 0) return null;
  return (
    <ul aria-label="What was learned">
      {lessons.map(({ id, text }) => (
        <li key={id} style={{ padding: '3px 0' }}>
          <MarkedText kind="care">{text}</MarkedText>
        </li>
      ))}
    </ul>
  );
}
