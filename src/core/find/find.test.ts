import fc from 'fast-check';
import { existsSync } from 'node:fs';
import { impressionLabel, IMPRESSION_KINDS } from '../edition/impressionStates';
import { GLOSSARY, glossaryOf } from './glossary';
import { pageOfRecord } from './places';
import { readQuery, queryWords } from './readQuery';

test('a print is read back from the words it is signed with, wherever they stand', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...IMPRESSION_KINDS),
      fc.integer({ min: 1, max: 400 }),
      fc.integer({ min: 1, max: 900 }),
      fc.boolean(),
      (kind, number, size, isFirst) => {
        const label = impressionLabel(kind, number, size);
        const typed = isFirst ? `${label} night ferry` : `night ferry ${label}`;
        expect(readQuery(typed)).toEqual({
          words: ['night', 'ferry'],
          impression: { kind, number, of: kind === 'run' ? size : null },
        });
      },
    ),
  );
});

test.each([
  ['ap 12', { kind: 'AP', number: 12, of: null }],
  ['HC iii', { kind: 'HC', number: 3, of: null }],
  ['13 / 40', { kind: 'run', number: 13, of: 40 }],
  // A day, a name that begins like a proof, letters that are no number, a fraction of a path.
  ['1/2/2026', null],
  ['apple', null],
  ['AP IIII', null],
  ['no. x', null],
])('%s asks for %j', (typed, impression) => expect(readQuery(typed).impression).toEqual(impression));

test('whatever is typed, only letters and digits are looked for, and never more than a few words', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme' }), (typed) => {
      const words = queryWords(typed);
      expect(words.length).toBeLessThanOrEqual(8);
      for (const word of words) expect(word).toMatch(/^[\p{L}\p{N}\p{M}]{1,40}$/u);
    }),
  );
});

describe('the words of the craft', () => {
  test('stand in the order of the alphabet, each once, with a page that is there', () => {
    const words = GLOSSARY.map(({ word }) => word);
    expect(words).toEqual([...new Set(words)].sort((a, b) => a.localeCompare(b, 'en')));
    for (const { href } of GLOSSARY)
      expect([href, existsSync(`src/app${href}/page.tsx`)]).toEqual([href, true]);
  });

  test('are found by any of their names, with or without accents', () => {
    const found = (...words: string[]) => glossaryOf(words).map(({ word }) => word);
    expect(found('GICLEE')).toEqual(['giclée']);
    expect(found('passe')).toEqual(['mat']);
    expect(found('soft', 'pro')).toEqual(['soft proof']);
    expect(found('proof')).toHaveLength(4);
    expect(found('zzz')).toEqual([]);
  });
});

test('nothing of an object’s own is taken for a place', () => {
  expect(pageOfRecord('constructor', 'x')).toBeNull();
  expect(pageOfRecord('paper', 'x')).toBe('/papers/paper/x');
});
