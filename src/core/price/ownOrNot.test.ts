import { asPayback, type OwnOrNot } from './ownOrNot';
import { payback } from './payback';
import { depositOf } from './terms';

describe('own or not, worked by hand for each thing', () => {
  const HOUR = 2_400;

  test('a printer pays by what others ask less paper, ink and hands; its first inks count', () => {
    const q: OwnOrNot = {
      ...{ kind: 'printer', machine: 118_000, firstInks: 32_000, labPrint: 2_400, ownMaterial: 700 },
      ...{ minutes: 5, ratePerHour: HOUR, perMonth: 10 },
    };
    // 700 + 5 min at 24.00 = 900; 1 500.00 ÷ 15.00 = 100.
    expect(payback(asPayback(q))).toEqual({ count: 100, months: 10 });
  });

  test('a bought capture pays by what each print leaves more; cheaper than one’s own it has paid at once', () => {
    const q: OwnOrNot = {
      ...{ kind: 'capture', asked: 18_000, ownCapture: 4_800, leavesNow: 3_000, leavesThen: 3_600 },
      perMonth: 2,
    };
    // 132.00 more ÷ 6.00 a print.
    expect(payback(asPayback(q))).toEqual({ count: 22, months: 11 });
    expect(payback(asPayback({ ...q, asked: 4_000 })).count).toBe(0);
    expect(() => payback(asPayback({ ...q, leavesThen: 3_000 }))).toThrow('ownCost');
  });

  test('a label printer pays by minutes and labels', () => {
    const q: OwnOrNot = {
      ...{ kind: 'label printer', machine: 11_000, sheetLabel: 18, rollLabel: 4 },
      ...{ minutesNow: 3, minutesThen: 0.5, ratePerHour: HOUR, perMonth: 20 },
    };
    // 18 + 120 = 138 now; 4 + 20 = 24 then: 110.00 ÷ 1.14 = 96.5.
    expect(asPayback(q)).toEqual({ outlay: 11_000, labPrice: 138, ownCost: 24, perMonth: 20 });
    expect(payback(asPayback(q)).count).toBe(97);
  });

  test('framing counts what is cut wrong once more in material, not in hands', () => {
    const q: OwnOrNot = {
      ...{ kind: 'framing', tools: 60_000, framerAsks: 9_500, ownMaterial: 3_800, minutes: 45 },
      ...{ ratePerHour: HOUR, spoilRate: 0.05, perMonth: 3 },
    };
    expect(asPayback(q).ownCost).toBe(4_000 + 1_800);
    expect(() => asPayback({ ...q, spoilRate: 1 })).toThrow('spoilRate');
    expect(() => asPayback({ ...q, tools: NaN })).toThrow('tools');
    expect(() => asPayback({ ...q, minutes: -1 })).toThrow('minutes');
  });
});

test('what a partner has put down is tied up until the sale is paid out', () => {
  const partner = { perM2: 6_000, minimum: 900, deposit: 0.4, heldDays: 30.4375 };
  // 40 % of 92.50 is 37.00; four a month for a month are 148.00.
  expect(depositOf(partner, 9_250, 4)).toEqual({ perSale: 3_700, tiedUp: 14_800 });
  expect(depositOf({ perM2: 6_000, minimum: 900 }, 9_250, 4)).toEqual({ perSale: 0, tiedUp: 0 });
  expect(() => depositOf({ ...partner, deposit: 40 }, 9_250, 4)).toThrow('partner.deposit');
  expect(() => depositOf({ ...partner, heldDays: -1 }, 9_250, 4)).toThrow('partner.heldDays');
});
