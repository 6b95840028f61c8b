import fc from 'fast-check';
import { InputError } from '../errors';
import { breakEven } from './breakEven';
import { priceOfOriginal } from './ofOriginal';
import { ARTIST, keeperFinding, sharesOf, solvePrice, type PriceQuestion } from './solve';

const WORKED: PriceQuestion = {
  costs: [{ name: 'print', amount: 1_840 }],
  fixedFees: [{ name: 'payment', amount: 45 }],
  shareFees: [{ name: 'market', share: 0.095 }],
  carriageCharged: 0,
  margin: 0.5,
  given: 0.05,
};

describe('the price that leaves a margin', () => {
  // The handbook: C 18.40, F 0.45, f 9.5 %, S 0, m 50 %, g 5 % → 53.10.
  test('the worked example is 53.10, and its shares add up to the cent', () => {
    const { price, shares, buyerPays } = solvePrice(WORKED);
    expect(price).toBe(5_310);
    expect(Object.fromEntries(shares.map((s) => [s.to, s.amount]))).toEqual({
      print: 1_840,
      payment: 45,
      market: 504,
      'given away': 266,
      [ARTIST]: 2_655,
    });
    expect(shares.reduce((a, s) => a + s.amount, 0)).toBe(buyerPays);
  });

  test('fees are taken on carriage too, and carriage goes to the carrier', () => {
    // (18.40 + 0.45 + 0.095 × 8.00) ÷ 0.355 = 55.24
    const { price, buyerPays, shares } = solvePrice({ ...WORKED, carriageCharged: 800 });
    expect(price).toBe(5_524);
    expect(buyerPays).toBe(6_324);
    expect(shares.find((s) => s.kind === 'carriage')?.amount).toBe(800);
  });

  test.each([
    [{ margin: 0.86 }, 'margin'],
    [{ margin: 0.855 }, 'margin'],
    [{ margin: 1.2 }, 'margin'],
    [{ given: -0.1 }, 'given'],
    [{ costs: [{ name: 'x', amount: -1 }] }, 'costs[0].amount'],
    [{ shareFees: [{ name: 'x', share: 9.5 }] }, 'shareFees[0].share'],
  ])('%j cannot be solved: %s is named', (change, field) => {
    expect(() => solvePrice({ ...WORKED, ...change })).toThrow(expect.objectContaining({ field }));
  });

  test('whatever the question, every sum adds up and the margin is kept to within rounding', () => {
    const amount = fc.integer({ min: 0, max: 50_000 });
    const question = fc.record({
      costs: fc.array(fc.record({ name: fc.string({ minLength: 1 }), amount }), { maxLength: 6 }),
      fixedFees: fc.array(fc.record({ name: fc.constant('fee'), amount }), { maxLength: 3 }),
      shareFees: fc.array(
        fc.record({ name: fc.constant('share'), share: fc.double({ min: 0, max: 0.15, noNaN: true }) }),
        {
          maxLength: 3,
        },
      ),
      carriageCharged: amount,
      margin: fc.double({ min: 0, max: 0.4, noNaN: true }),
      given: fc.double({ min: 0, max: 0.1, noNaN: true }),
    });
    fc.assert(
      fc.property(question, (q) => {
        const { price, shares, buyerPays } = solvePrice(q);
        const artist = shares.find((s) => s.kind === 'artist')!.amount;
        return (
          shares.reduce((a, s) => a + s.amount, 0) === buyerPays &&
          Math.abs(artist - price * q.margin) <= 2 + q.shareFees.length
        );
      }),
    );
  });
});

describe('who keeps what', () => {
  const bar = (costs: number) =>
    sharesOf(5_000, { ...WORKED, costs: [{ name: 'print', amount: costs }] });
  test('the artist as the largest share holds, behind another takes care, below nothing fails', () => {
    expect(keeperFinding(bar(1_000), 'EUR')).toMatchObject({ verdict: 'holds' });
    expect(keeperFinding(bar(2_600), 'EUR')).toMatchObject({
      verdict: 'care',
      word: 'not the largest share',
    });
    expect(keeperFinding(bar(4_900), 'EUR')).toMatchObject({ verdict: 'fails', word: 'a loss' });
    expect(keeperFinding(bar(4_900), 'EUR').says).toBe('Each sale loses 6.70\u00a0EUR.');
  });
});

describe('beside the price', () => {
  test('a third of the original for the same size, by the root of the area for others', () => {
    const a3 = { width: 400_000, height: 300_000 };
    expect(priceOfOriginal(90_000, a3, a3)).toBe(30_000);
    expect(priceOfOriginal(90_000, a3, { width: 200_000, height: 150_000 })).toBe(15_000);
    expect(() => priceOfOriginal(0, a3, a3)).toThrow(InputError);
  });
  test('break-even rounds up and refuses a sale that leaves nothing', () => {
    expect(breakEven({ outlay: 24_000, price: 5_310, perSale: 2_900 })).toEqual({
      count: 10,
      netPerSale: 2_410,
    });
    expect(breakEven({ outlay: 24_100, price: 5_310, perSale: 2_900 }).count).toBe(10);
    expect(breakEven({ outlay: 24_101, price: 5_310, perSale: 2_900 }).count).toBe(11);
    expect(() => breakEven({ outlay: 1, price: 100, perSale: 100 })).toThrow(
      expect.objectContaining({ field: 'price' }),
    );
  });
});
