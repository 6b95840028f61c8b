import fc from 'fast-check';
import { openAtFirst, subjectOf } from './lines';

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
