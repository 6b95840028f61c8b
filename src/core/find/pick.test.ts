import fc from 'fast-check';
import { A_PICK, picked, plain } from './pick';

const NAMES = ['Night Ferry, A3, cotton', 'Night Ferry, A4, satin', 'Ferry Dock, A3', 'Kiln, Åland'];
const TEXTS = NAMES.map(plain);

test.each([
  ['', NAMES],
  ['ferry a3', ['Ferry Dock, A3', 'Night Ferry, A3, cotton']],
  ['SATIN night', ['Night Ferry, A4, satin']],
  ['aland', ['Kiln, Åland']],
  ['ferry, ,  a4', ['Night Ferry, A4, satin']],
  ['ferry b5', []],
])('“%s” picks %j', (typed, found) => {
  expect(picked(NAMES, TEXTS, typed)).toEqual(found);
});

test('property: never more than asked, each has every word, and none that has is left out of a short list', () => {
  const word = fc.constantFrom('ferry', 'kiln', 'a3', 'a4', 'cotton');
  const list = fc.array(fc.array(word, { minLength: 1, maxLength: 4 }), { maxLength: 60 });
  fc.assert(
    fc.property(list, fc.array(word, { maxLength: 3 }), (all, asked) => {
      const names = all.map((words) => words.join(' '));
      const found = picked(names, names, asked.join(' '));
      expect(found.length).toBeLessThanOrEqual(A_PICK);
      const fitting = names.filter((name) => asked.every((each) => name.includes(each)));
      for (const name of found) expect(fitting).toContain(name);
      expect(found).toHaveLength(Math.min(A_PICK, fitting.length));
    }),
  );
});
