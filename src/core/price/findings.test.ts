import { priceFindings, type PricedThing } from './findings';

const THING: PricedThing = {
  name: '400 × 300 mm',
  image: { width: 400_000, height: 300_000 },
  line: 'Harrow',
  finish: 'loose',
  isLimited: true,
  price: 9_500,
  cost: 1_840,
  question: {
    costs: [],
    fixedFees: [],
    shareFees: [{ name: 'market', share: 0.095 }],
    carriageCharged: 0,
    margin: 0.5,
    given: 0,
  },
};
const words = (...things: Partial<PricedThing>[]) =>
  priceFindings(
    things.map((thing) => ({ ...THING, ...thing })),
    'EUR',
  ).map((finding) => finding.word);

describe('what is odd about prices', () => {
  test('one sound price says nothing', () => expect(words({})).toEqual([]));

  test('a loss is said with its sum, and what it is where it is meant', () => {
    // 95.00 − 9.02 − 99.00 = −13.02
    const [finding] = priceFindings([{ ...THING, cost: 9_900 }], 'EUR');
    expect(finding).toMatchObject({ verdict: 'fails', word: 'a loss' });
    expect(finding!.says).toContain('13.02');
    expect(finding!.says).toContain('where that is meant');
  });

  test('costs above what the artist keeps, and a shop’s half above them', () => {
    // Kept 95.00 − 9.02 − 50.00 = 35.98, less than the 50.00 of costs; half of 95.00 is 2.50 short of them.
    expect(words({ cost: 5_000 })).toEqual(['not the largest share', 'not for a shop']);
  });

  test.each<[string, Partial<PricedThing>, string[]]>([
    [
      'larger and cheaper',
      { image: { width: 600_000, height: 450_000 }, price: 9_400 },
      ['larger is cheaper'],
    ],
    ['larger and dearer', { image: { width: 600_000, height: 450_000 }, price: 9_600 }, []],
    [
      'smaller and dearer',
      { image: { width: 200_000, height: 150_000 }, price: 9_600 },
      ['larger is cheaper'],
    ],
    [
      'another line, larger, cheaper',
      { image: { width: 600_000, height: 450_000 }, price: 5_000, line: 'Satin' },
      [],
    ],
    ['mounted for less', { finish: 'mounted', price: 9_000 }, ['more work is cheaper']],
    ['mounted for more', { finish: 'mounted', price: 12_800 }, []],
    ['open for more', { isLimited: false, line: 'Satin', price: 9_900 }, ['limited is cheaper']],
    ['open for less', { isLimited: false, line: 'Satin', price: 5_000 }, []],
    ['the same again', {}, []],
  ])('beside 95.00 loose: %s', (_, other, expected) => {
    expect(words({}, { name: 'the other', ...other })).toEqual(expected);
  });

  test('the whole run stands beside the original’s price', () => {
    const run = { size: 40, original: 280_000 };
    const findings = priceFindings([THING, { ...THING, finish: 'mounted', price: 12_800 }], 'EUR', run);
    expect(findings.at(-1)!.says).toBe(
      'The whole run of 40 brings in 3\u2009800.00\u00a0EUR to 5\u2009120.00\u00a0EUR; the original 2\u2009800.00\u00a0EUR.',
    );
    expect(priceFindings([THING], 'EUR', { size: 40, original: null })).toEqual([]);
  });
});
