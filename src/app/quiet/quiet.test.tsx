/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { NOTHING_KNOWN, quietTask } from '@/core/quiet/tasks';
import { answering, renderPart } from '../../../tests/unit/helpers/hooks';
import { NotesPart } from '../NotesPart';
import { QuietView } from './[kind]/QuietView';
import { QuietListView } from './QuietListView';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router, usePathname: () => '/quiet' };
});
beforeEach(() => window.localStorage.clear());
afterEach(cleanup);

const TASK = quietTask('tear', { ...NOTHING_KNOWN, unit: 'mm', about: 'Ferry, 400 × 300 mm' });
const LESSON = { id: 'l', text: 'Score twice.' };
const show = () => renderPart(<QuietView task={TASK} lessons={[LESSON]} />);
const key = (name: string) => act(() => void fireEvent.keyDown(document.body, { key: name }));
const step = () => Number(document.querySelector('[data-quiet-step]')!.getAttribute('data-quiet-step'));

test('before the first step: what is needed, the caution, what was learned, and a try on scrap', () => {
  show();
  expect(screen.getByText(TASK.caution)).toBeTruthy();
  expect(screen.getByText('Score twice.')).toBeTruthy();
  for (const need of TASK.needs) expect(screen.getByText(need)).toBeTruthy();
  key(' ');
  expect(screen.getByText(TASK.rehearse)).toBeTruthy();
  expect(screen.queryByText(TASK.caution)).toBeNull();
});

test('space, a pedal, an arrow and a tap each go on by one; nothing goes past the end or before the beginning', () => {
  show();
  key('ArrowLeft');
  expect(step()).toBe(0);
  key(' ');
  key('PageDown');
  key('ArrowRight');
  fireEvent.click(document.querySelector('section[aria-live]')!);
  expect(step()).toBe(4);
  expect(screen.getByText(TASK.steps[2]!.says)).toBeTruthy();
  key('PageUp');
  expect(step()).toBe(3);
  for (let k = 0; k < 30; k += 1) key(' ');
  expect(step()).toBe(2 + TASK.steps.length);
  expect(screen.getByText(/^Done\./)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: /The next one/ }));
  // The second print needs no rehearsal.
  expect(step()).toBe(2);
});

test('what went wrong is kept with the step it went wrong at', async () => {
  const sent = answering();
  show();
  key(' ');
  key(' ');
  key(' ');
  key('w');
  fireEvent.change(await screen.findByLabelText(/In your words/), { target: { value: 'it ran in' } });
  await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Keep it' })));
  await waitFor(() => expect(sent.map(({ url }) => url)).toContain('/api/act/addNote'));
  expect(sent.find(({ url }) => url.endsWith('addNote'))!.input).toMatchObject({
    ...{ subject: 'hands', subjectId: 'tear', isLesson: true },
    text: `it ran in (at “${TASK.steps[1]!.says}”)`,
  });
});

test('the list opens each act for the size or the wall that was chosen', () => {
  renderPart(<QuietListView sizes={[]} walls={[]} />);
  expect(screen.getByRole('link', { name: 'Trimming' }).getAttribute('href')).toBe('/quiet/trim');
  expect(screen.getAllByRole('link')).toHaveLength(8);
});

describe('notes', () => {
  const note = { id: 'n', subject: 'paper' as const, subjectId: 'p', at: '2026-11-02T10:00:00Z' };
  const notes = [{ ...note, text: 'scuffs', isLesson: true, pictures: [] }];

  test('a lesson is marked and can be let go; an empty note is not sent', async () => {
    const sent = answering();
    renderPart(<NotesPart subject="paper" subjectId="p" notes={notes} />);
    const keep = screen.getByRole('button', { name: 'Keep the note' });
    expect(keep.hasAttribute('disabled')).toBe(true);
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'holds no longer' })));
    fireEvent.change(screen.getByLabelText('Another note'), { target: { value: 'curls' } });
    await act(async () => void fireEvent.click(keep));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent.map(({ input }) => input)).toEqual([
      { id: 'n', isLesson: false },
      { subject: 'paper', subjectId: 'p', text: 'curls', isLesson: false },
    ]);
  });
});
