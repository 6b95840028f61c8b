import fc from 'fast-check';
import { InputError } from '../errors';
import {
  channelRows,
  LISTING_FIELDS,
  readColumns,
  readTags,
  writeColumns,
  type ListingRow,
} from './channelSheet';
import { changedWords, compareListing, freshListing, listingTextOf, settleParagraph } from './listing';
import { listingSentences, type ListingFacts } from './sentences';

const FACTS: ListingFacts = {
  title: 'Salt Pans',
  artist: 'M. Tolvik',
  medium: 'pastel',
  year: 2026,
  handlingDays: 3,
  unit: 'mm',
  currency: 'EUR',
  edition: { covers: 'One run of 40.', left: 29 },
  makers: [],
  countries: [],
  returnDays: 14,
  sizes: [
    {
      id: 'p1',
      image: { width: 300_000, height: 300_000 },
      sheet: { width: 350_000, height: 350_000 },
      priceMinor: 5_400,
      paper: 'Kelp',
      process: 'pigment inkjet',
      finish: '',
    },
  ],
};

describe('the sentences of the facts', () => {
  test('sizes in both units, prices with their currency, and what is not included', () => {
    const text = listingSentences(FACTS)
      .map(({ says }) => says)
      .join('\n');
    expect(text).toContain(
      'Picture 300 × 300 mm (11.81 × 11.81 in) on a sheet of 350 × 350 mm (13.78 × 13.78 in): 54.00\u00a0EUR. Pigment inkjet on Kelp.',
    );
    expect(text).toContain('29 are still to be had');
    expect(text).toContain('unframed and without a mat');
    expect(text).toContain('It may be sent back within 14 days.');
  });

  test('who makes it when it is not the studio, where it is sent, and a single day', () => {
    const says = listingSentences({
      ...FACTS,
      ...{ makers: ['Coast Lab', 'Mole Prints'], countries: ['Norrholm', 'Estmark'], handlingDays: 1 },
    }).map((s) => s.says);
    expect(says).toContain('It is printed for the studio by Coast Lab and Mole Prints.');
    expect(says).toContain('It is sent to Norrholm, Estmark.');
    expect(says).toContain('It leaves within 1 working day.');
  });
});

describe('a listing held against the facts', () => {
  const written = () => freshListing(listingSentences(FACTS)).paragraphs;
  const changed = (facts: Partial<ListingFacts>, paragraphs = written()) =>
    compareListing(paragraphs, listingSentences({ ...FACTS, ...facts }))
      .filter(({ state }) => state !== 'so')
      .map(({ key, state, isEdited }) => [key, state, isEdited]);

  test('as written all of it is so; each fact marks its own sentence and no other', () => {
    expect(changed({})).toEqual([]);
    expect(changed({ sizes: [{ ...FACTS.sizes[0]!, priceMinor: 5_900 }] })).toEqual([
      ['size:p1', 'changed', false],
    ]);
    expect(changed({ edition: { covers: 'One run of 40.', left: 28 } })).toEqual([
      ['edition', 'changed', false],
    ]);
    expect(changed({ returnDays: 30 })).toEqual([['returns', 'changed', false]]);
    expect(changed({ sizes: [] })).toEqual([['size:p1', 'gone', false]]);
    expect(changed({ makers: ['Coast Lab'] })).toEqual([['maker', 'new', false]]);
  });

  test('one’s own words are held against the same fact; a paragraph of one’s own against none', () => {
    const paragraphs = [
      ...written().map((p) => (p.key === 'size:p1' ? { ...p, says: 'A hand’s width, 54 euros.' } : p)),
      { key: 'own:1', says: 'Ask me about it.', from: null },
    ];
    const sizes = [{ ...FACTS.sizes[0]!, priceMinor: 5_900 }];
    expect(changed({}, paragraphs)).toEqual([['own:1', 'own', false]]);
    expect(changed({ sizes }, paragraphs)).toEqual([
      ['size:p1', 'changed', true],
      ['own:1', 'own', false],
    ]);
    const sentences = listingSentences({ ...FACTS, sizes });
    const anew = settleParagraph(paragraphs, sentences, 'size:p1', 'facts');
    expect(anew.find((p) => p.key === 'size:p1')!.says).toContain('59.00');
    const mine = settleParagraph(paragraphs, sentences, 'size:p1', 'words');
    expect(mine.find((p) => p.key === 'size:p1')!.says).toBe('A hand’s width, 54 euros.');
    expect(changed({ sizes }, mine)).toEqual([['own:1', 'own', false]]);
  });

  test('a new fact comes where the facts have it; one that is gone goes, or stays as one’s own', () => {
    const sentences = listingSentences({ ...FACTS, makers: ['Coast Lab'] });
    const keys = settleParagraph(written(), sentences, 'maker', 'facts').map((p) => p.key);
    expect(keys).toEqual(sentences.map((s) => s.key));
    const none = listingSentences({ ...FACTS, sizes: [] });
    expect(settleParagraph(written(), none, 'size:p1', 'facts').some((p) => p.key === 'size:p1')).toBe(
      false,
    );
    const own = settleParagraph(written(), none, 'size:p1', 'words');
    expect(own.find((p) => p.key === 'size:p1')).toMatchObject({ from: null });
  });

  test('settled by the facts, sentence after sentence, any listing comes to be what the facts say', () => {
    const keys = ['title', 'original', 'size:a', 'size:b', 'edition', 'leaves', 'returns'];
    const sentence = fc.record({ key: fc.constantFrom(...keys), says: fc.string({ minLength: 1 }) });
    const some = fc.uniqueArray(sentence, { selector: (s) => s.key });
    fc.assert(
      fc.property(some, some, (before, now) => {
        const inOrder = [...now].sort((a, b) => keys.indexOf(a.key) - keys.indexOf(b.key));
        let { paragraphs } = freshListing(
          [...before].sort((a, b) => keys.indexOf(a.key) - keys.indexOf(b.key)),
        );
        for (const { key, state } of compareListing(paragraphs, inOrder))
          if (state !== 'so') paragraphs = settleParagraph(paragraphs, inOrder, key, 'facts');
        expect(compareListing(paragraphs, inOrder).every(({ state }) => state === 'so')).toBe(true);
        expect(listingTextOf(paragraphs)).toBe(
          listingTextOf(paragraphs.map((p) => ({ ...p, says: now.find((s) => s.key === p.key)!.says }))),
        );
      }),
    );
  });
});

test('what differs is marked in whole words, and the parts make the sentence again', () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom('a', 'b', 'c')),
      fc.array(fc.constantFrom('a', 'b', 'c')),
      (x, y) => {
        const { before, changed, after } = changedWords(x.join(' '), y.join(' '));
        expect(before + changed + after).toBe(y.join(' '));
        if (x.join() === y.join()) expect(changed).toBe('');
      },
    ),
  );
});

describe('a channel’s list', () => {
  const row = Object.fromEntries(LISTING_FIELDS.map((field) => [field, `the ${field}`])) as ListingRow;

  test('its own heads in its own order, its title no longer than it takes', () => {
    const columns = readColumns('Name = title\nPrice in EUR = price\nleft');
    expect(channelRows({ mostTags: 3, titleLength: 5, columns }, [row])).toEqual([
      ['Name', 'Price in EUR', 'left'],
      ['the t', 'the price', 'the left'],
    ]);
    expect(readColumns(writeColumns(columns))).toEqual(columns);
  });

  test('a field that there is not is named with its line; too many tags with the limit', () => {
    expect(() => readColumns('Name = titel')).toThrow(InputError);
    expect(readTags(' sea,Sea,\nnight , ,', 2)).toEqual(['sea', 'night']);
    expect(() => readTags('a,b,c', 2)).toThrow(/at most 2 tags/);
  });
});
