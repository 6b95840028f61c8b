import { bordersOf } from '@/core/crop/border';
import { lessonsOf, notesOf } from '@/store/notes';
import { rowById } from '@/store/rows';
import { acceptedProof, furnished, refused } from '../../../tests/unit/helpers/house';
import { quietScreen } from '../quiet/quiet';
import { findAnything } from '../reports/find';
import { addNote, removeNote, setLesson } from './noteActions';

test('a note is kept with its thing, becomes a lesson and is one no longer, and is found by its words', async () => {
  const { studio, paperId } = await furnished({ withMaster: false });
  const thing = { subject: 'paper' as const, subjectId: paperId };
  const first = await addNote(studio, { ...thing, text: ' curls in August ', isLesson: false });
  await addNote(studio, { ...thing, text: 'scuffs on the sleeve', isLesson: true });
  expect((await notesOf(studio.db, thing)).map(({ text }) => text)).toEqual([
    'scuffs on the sleeve',
    'curls in August',
  ]);
  await setLesson(studio, { id: first.id!, isLesson: true });
  const lessons = async () => (await lessonsOf(studio.db, [thing])).map(({ text }) => text);
  expect(await lessons()).toEqual(['scuffs on the sleeve', 'curls in August']);
  expect(await lessonsOf(studio.db, [{ subject: 'work', subjectId: paperId }])).toEqual([]);
  expect(await lessonsOf(studio.db, [])).toEqual([]);
  const [found] = (await findAnything(studio, 'august', 5)).filter(({ title }) => title === 'Notes');
  expect(found!.hits).toMatchObject([{ name: 'curls in August', href: `/papers/paper/${paperId}` }]);
  await setLesson(studio, { id: first.id!, isLesson: false });
  expect(await lessons()).toEqual(['scuffs on the sleeve']);
  await removeNote(studio, { id: first.id! });
  expect(await notesOf(studio.db, thing)).toHaveLength(1);
});

test.each([
  [{ subject: 'paper' as const, subjectId: 'none', text: 'x' }, 'subjectId'],
  [{ subject: 'hands' as const, subjectId: 'juggle', text: 'x' }, 'subjectId'],
  [{ subject: 'hands' as const, subjectId: 'tear', text: '  ' }, 'text'],
])('%j is refused by its field', async (input, field) => {
  const { studio } = await furnished({ withMaster: false });
  expect(await refused(addNote(studio, { ...input, isLesson: false }))).toMatchObject({ field });
});

test('a quiet screen has the figures of the size, its paper, and what was learned of act and paper', async () => {
  const f = await furnished();
  const { studio, formatId, workId, paperId } = f;
  await acceptedProof(f);
  const pinned = [
    { subject: 'hands' as const, subjectId: 'trim', text: 'a new blade each time' },
    { subject: 'work' as const, subjectId: workId, text: 'sells small' },
    { subject: 'paper' as const, subjectId: paperId, text: 'scuffs' },
    { subject: 'hands' as const, subjectId: 'hang', text: 'of another act' },
  ];
  for (const note of pinned) await addNote(studio, { ...note, isLesson: true });
  const { task, lessons } = await quietScreen(studio, 'trim', { formatId, wallId: null });
  const format = await rowById(studio.db, 'formats', formatId);
  const { top, bottom } = bordersOf(format);
  const high = (format.imageHeightUm + top + bottom) / 1_000;
  expect(task.about).toContain('Night Ferry');
  expect(task.steps[1]!.figure).toContain(`${high} mm`);
  expect(lessons.map(({ text }) => text)).toEqual(['scuffs', 'a new blade each time']);
  // Without anything to do it to, or for something that is gone, the steps are there without figures.
  const bare = await quietScreen(studio, 'trim', { formatId: 'gone', wallId: null });
  expect(bare.task.steps).toHaveLength(task.steps.length);
  expect(bare.task.steps.some(({ figure }) => figure)).toBe(false);
});
