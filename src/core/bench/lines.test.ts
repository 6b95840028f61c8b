import fc from 'fast-check';
import { drawnLines, LINES_AT_ONCE, openAtFirst, subjectOf, type BenchLine } from './lines';

const sizes = fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 6 });

test('the first group lies open however long it is; a later one only where all up to it are a morning’s worth', () => {
  fc.assert(
    fc.property(sizes, (counts) => {
      const groups = counts.map((count, i) => ({ key: `g${i}`, count }));
      const open = openAtFirst(groups, 9);
      expect(open[0]).toBe('g0');
      counts.forEach((_, i) => {
        const upTo = counts.slice(0, i + 1).reduce((a, b) => a + b, 0);
        expect(open.includes(`g${i}`)).toBe(i === 0 || upTo <= 9);
      });
    }),
  );
});

test.each([
  ['order:01J8', '01J8'],
  ['impressions:01J9:printed', '01J9'],
  ['clock', null],
])('the line %s is about %s', (id, subject) => expect(subjectOf({ id })).toBe(subject));

test('what is not drawn of a group is counted with its minutes and its promises', () => {
  const line = (k: number, more: Partial<BenchLine>): BenchLine => ({
    ...{ id: `order:${k}`, group: 'Promised', when: 'in 3 days', whenNote: '', drawing: 'flat' },
    ...{
      subject: '',
      about: '',
      reason: '',
      minutes: 4,
      rank: k,
      next: { label: '', key: '', href: '' },
    },
    ...more,
  });
  const lines = [
    ...Array.from({ length: 60 }, (_, k) => line(k, k === 50 ? { when: 'today' } : {})),
    line(60, { group: 'Will hold something up', when: 'today', minutes: 7 }),
  ];
  const { loads, drawn } = drawnLines(lines);
  expect(loads).toEqual([
    { group: 'Promised', count: 60, minutes: 240, dueToday: 1 },
    { group: 'Will hold something up', count: 1, minutes: 7, dueToday: 0 },
  ]);
  expect(drawn).toEqual([...lines.slice(0, LINES_AT_ONCE), lines[60]]);
  expect(drawnLines(lines, lines.length).drawn).toEqual(lines);
});
