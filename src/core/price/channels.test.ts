import fc from 'fast-check';
import { channelShares, compareChannels, type ChannelRules } from './channels';
import { payback, paybackRanges } from './payback';
import { solvePrice } from './solve';

const PRODUCT = { price: 12_800, cost: 2_803, carriageCharged: 900 };
const NAMED: ChannelRules = { name: 'x', shareFees: [], fixedFees: [] };

describe('one print sold in several places', () => {
  test('worked by hand: own site, market, partner, shop', () => {
    const channels: ChannelRules[] = [
      // 1.9 % of 137.00 is 2.60; 128.00 − 28.03 − 2.60 − 0.30 = 97.07
      {
        ...NAMED,
        name: 'own site',
        shareFees: [{ name: 'payment', share: 0.019 }],
        fixedFees: [{ name: 'payment, fixed', amount: 30 }],
        monthly: 2_400,
      },
      // 9.5 % of 137.00 is 13.015, to the even cent 13.02; tax on it a fifth, 2.60; 128.00 − 28.03 − 13.02 − 2.60 = 84.35
      {
        ...NAMED,
        name: 'market',
        shareFees: [{ name: 'market', share: 0.095 }],
        taxOnFees: 0.2,
        perListing: 20,
        listings: 6,
      },
      // 128.00 − 92.50 = 35.50
      { ...NAMED, name: 'partner', partnerCharge: 9_250 },
      // 128.00 − 64.00 − 28.03 = 35.97
      { ...NAMED, name: 'shop', shareOfRetail: 0.5 },
    ];
    const answer = compareChannels({ product: PRODUCT, perMonth: 6, channels });
    expect(answer.channels.map((c) => [c.name, c.perSale, c.perMonth])).toEqual([
      ['own site', 9_707, 6 * 9_707 - 2_400],
      ['market', 8_435, 6 * 8_435 - 120],
      ['partner', 3_550, 21_300],
      ['shop', 3_597, 21_582],
    ]);
    expect(answer.crossings.find((c) => c.a === 'own site' && c.b === 'market')!.perMonth).toBeCloseTo(
      (2_400 - 120) / (9_707 - 8_435),
      12,
    );
    // What leaves more and costs no more a month needs to overtake nobody.
    expect(answer.crossings.some((c) => c.a === 'shop')).toBe(false);
  });

  test.each<[Partial<ChannelRules>, string]>([
    [{ shareOfRetail: 1.2 }, 'channels[0].shareOfRetail'],
    [{ shareFees: [{ name: 'f', share: -0.1 }] }, 'channels[0].shareFees[0].share'],
    [{ monthly: -1 }, 'channels[0].monthly'],
    [{ taxOnFees: 2 }, 'channels[0].taxOnFees'],
  ])('%j is refused: %s', (wrong, field) => {
    expect(() =>
      compareChannels({ product: PRODUCT, perMonth: 1, channels: [{ ...NAMED, ...wrong }] }),
    ).toThrow(expect.objectContaining({ field }));
  });

  const money = fc.integer({ min: 0, max: 30_000 });
  const share = fc.double({ min: 0, max: 0.4, noNaN: true });
  const rules = fc.record({
    name: fc.constantFrom('a', 'b', 'c'),
    shareFees: fc.array(fc.record({ name: fc.constant('fee'), share }), { maxLength: 3 }),
    fixedFees: fc.array(fc.record({ name: fc.constant('sum'), amount: money }), { maxLength: 2 }),
    shareOfRetail: share,
    taxOnFees: share,
    partnerCharge: fc.option(money),
    monthly: money,
  });
  const product = fc.record({ price: money, cost: money, carriageCharged: money });

  test('whatever the rules, the shares add up to what the buyer pays', () => {
    fc.assert(
      fc.property(product, rules, (p, channel) => {
        const total = channelShares(p, channel).reduce((sum, keeper) => sum + keeper.amount, 0);
        return total === p.price + p.carriageCharged;
      }),
    );
  });

  test('just under a crossing the cheaper place leaves more, just over it the other', () => {
    fc.assert(
      fc.property(product, rules, rules, (p, first, second) => {
        const channels = [
          { ...first, name: 'a' },
          { ...second, name: 'b' },
        ];
        const monthOf = (perMonth: number) =>
          Object.fromEntries(
            compareChannels({ product: p, perMonth, channels }).channels.map((c) => [c.name, c.perMonth]),
          );
        return compareChannels({ product: p, perMonth: 1, channels }).crossings.every(
          ({ a, b, perMonth }) => {
            const [before, after] = [monthOf(Math.floor(perMonth)), monthOf(Math.ceil(perMonth) + 1)];
            return before[a]! <= before[b]! && after[a]! > after[b]!;
          },
        );
      }),
    );
  });

  test('the same fees as in the price’s own bar leave the same', () => {
    const question = {
      costs: [{ name: 'print', amount: 1_840 }],
      fixedFees: [{ name: 'payment', amount: 45 }],
      shareFees: [{ name: 'market', share: 0.095 }],
      carriageCharged: 600,
      margin: 0.5,
      given: 0,
    };
    const { price, shares } = solvePrice(question);
    const own = channelShares(
      { price, cost: 1_840, carriageCharged: 600 },
      { name: 'market', shareFees: question.shareFees, fixedFees: question.fixedFees },
    );
    expect(own.at(-1)!.amount).toBe(shares.at(-1)!.amount);
  });
});

describe('own printer or not', () => {
  // 1280.00 ÷ (24.00 − 9.00) = 85.33: the 86th print pays it back, after 10.75 months of eight.
  const asked = { outlay: 128_000, labPrice: 2_400, ownCost: 900, perMonth: 8 };

  test('worked by hand', () => {
    expect(payback(asked)).toEqual({ count: 86, months: 10.75 });
    expect(payback({ ...asked, outlay: 0 })).toEqual({ count: 0, months: 0 });
    expect(payback({ ...asked, perMonth: 0 })).toEqual({ count: 86, months: null });
  });

  test('a print of one’s own that costs as much never pays it back', () => {
    expect(() => payback({ ...asked, ownCost: 2_400 })).toThrow(
      expect.objectContaining({ field: 'ownCost' }),
    );
    expect(() => payback({ ...asked, outlay: -1 })).toThrow(expect.objectContaining({ field: 'outlay' }));
  });

  test('what hangs most on it stands first: the lab’s price a fifth lower takes a third of what is saved', () => {
    const ranges = paybackRanges(asked);
    expect(ranges[0]).toEqual({
      assumption: 'labPrice',
      // 1280.00 ÷ 10.20 and ÷ 19.80
      low: 126 / 8,
      high: 65 / 8,
    });
    expect(paybackRanges({ ...asked, ownCost: 2_100 })[0]!.low).toBeNull();
  });

  test('one print fewer has not paid it back', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 500_000 }),
        fc.integer({ min: 1, max: 5_000 }),
        fc.integer({ min: 0, max: 5_000 }),
        (outlay, saved, ownCost) => {
          const { count } = payback({ outlay, labPrice: ownCost + saved, ownCost, perMonth: 1 });
          return count * saved >= outlay && (count - 1) * saved < outlay;
        },
      ),
    );
  });
});
