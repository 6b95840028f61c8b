import fc from 'fast-check';
import { answersOf, promisesKept, ratesBy, shareRange, type YearFacts } from './lookBack';

describe('how often', () => {
  test('the range of a share is that of the score interval: worked by hand, and by its own equation', () => {
    // z² = 2.70554. 2 of 20: middle (0.1 + 2.70554 ÷ 40) ÷ (1 + 2.70554 ÷ 20) = 0.16764 ÷ 1.13528 = 0.14766.
    const [low, high] = shareRange(2, 20);
    expect((low + high) / 2).toBeCloseTo(0.14766, 4);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), fc.nat(), (of, b) => {
        const bad = b % (of + 1);
        // Its ends are the shares at which what was seen lies exactly z deviations away.
        for (const end of shareRange(bad, of)) {
          expect(end).toBeGreaterThanOrEqual(0);
          expect(end).toBeLessThanOrEqual(1);
          if (end > 1e-9 && end < 1 - 1e-9)
            expect(Math.abs(bad / of - end)).toBeCloseTo(
              1.6448536 * Math.sqrt((end * (1 - end)) / of),
              5,
            );
        }
        expect(shareRange(bad, of)[0]).toBeLessThanOrEqual(bad / of + 1e-12);
      }),
    );
    expect(shareRange(0, 0)).toEqual([0, 1]);
  });

  test('by name, the worst first; what has no name is left out', () => {
    const outcome = (name: string, isBad: boolean) => ({ name, isBad });
    expect(
      ratesBy([
        outcome('Rag', false),
        outcome('Rag', true),
        outcome('Satin', false),
        outcome('', true),
      ]).map(({ name, of, bad, share }) => [name, of, bad, share]),
    ).toEqual([
      ['Rag', 2, 1, 0.5],
      ['Satin', 1, 0, 0],
    ]);
  });
});

describe('promises', () => {
  test('one that has not left counts when its day has passed, and not before', () => {
    const kept = promisesKept(
      [
        { number: 1, shipBy: '2026-03-10', leftOn: '2026-03-10' },
        { number: 2, shipBy: '2026-03-10', leftOn: '2026-03-13' },
        { number: 3, shipBy: '2026-03-20', leftOn: null },
        { number: 4, shipBy: '2026-04-20', leftOn: null },
        { number: 5, shipBy: '2026-03-30', leftOn: '2026-03-31' },
      ],
      '2026-04-01',
    );
    expect(kept).toEqual({
      of: 4,
      kept: 1,
      late: [
        { number: 3, days: 12 },
        { number: 2, days: 3 },
        { number: 5, days: 1 },
      ],
      medianLate: 3,
    });
  });
});

describe('what a year is asked', () => {
  const FACTS: YearFacts = {
    year: '2026',
    money: (minor) => `${minor / 100} EUR`,
    sold: [
      { product: 'Ferry, 40 × 30', channel: 'the fair', count: 2, income: 20_000, left: 9_000 },
      { product: 'Ferry, 40 × 30', channel: '', count: 1, income: 10_000, left: null },
      { product: 'Kiln, 24 × 18', channel: 'the fair', count: 2, income: 30_000, left: 16_000 },
    ],
    unsold: ['Pans, 20 × 20', 'Lamp, A4'],
    spoiled: {
      paper: ratesBy([
        ...Array.from({ length: 10 }, (_, i) => ({ name: 'Rag', isBad: i < 2 })),
        { name: 'Offcut', isBad: true },
      ]),
      machine: ratesBy([{ name: 'Press', isBad: true }]),
      route: [],
    },
    returned: ratesBy([{ name: 'Quay', isBad: false }]),
    promises: promisesKept([{ number: 9, shipBy: '2026-03-01', leftOn: '2026-03-02' }], '2026-04-01'),
  };
  const answer = (question: string, facts = FACTS) =>
    answersOf(facts).find((each) => each.question === question)?.answer;

  test('in words with figures', () => {
    expect(answer('What sold most?')).toBe('Ferry, 40 × 30: 3 for 300 EUR.');
    expect(answer('What left most?')).toBe('Kiln, 24 × 18: 160 EUR after fees and costs, of 300 EUR.');
    expect(answer('Which sizes never sold?')).toBe('2: Pans, 20 × 20; Lamp, A4.');
    expect(answer('What did the fair leave?')).toBe('250 EUR of 500 EUR, 4 sold.');
    expect(answer('And where nobody has said?')).toBe(
      '0 EUR of 100 EUR, 1 sold; of 1 the costs are not known.',
    );
    // One spoiled of one says nothing: the paper of ten does.
    expect(answer('Which paper spoils most?')).toMatch(
      /^Rag: 2 of 10 printed, 20 %; it could well be \d+ % to \d+ %\.$/,
    );
    expect(answer('Which machine?')).toBe('Too few to say: 1 of 1 printed in all, none with 8 or more.');
    expect(answer('Which route?')).toBe('Nothing is recorded of it.');
    expect(answer('With whom did it come to grief on the way?')).toBe('None: 0 of 1 sent.');
    expect(answer('Were promises kept?')).toBe(
      '0 of 1; half of the late ones were 1 day late or less, the latest, order 9, by 1 day.',
    );
  });

  test('a year in which nothing happened is answered too', () => {
    const none = { ...FACTS, sold: [], unsold: [], promises: promisesKept([], '2026-04-01') };
    expect(answer('What sold most?', none)).toBe('Nothing was sold in 2026.');
    expect(answer('Which sizes never sold?', none)).toBe('Nothing has a price yet.');
    expect(answer('Which sizes never sold?', { ...FACTS, unsold: [] })).toBe('None: each was asked for.');
    expect(answer('Were promises kept?', none)).toMatch(/^Nothing was promised/);
  });
});
