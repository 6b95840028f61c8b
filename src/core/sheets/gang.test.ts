import { gangFinding, waysToCut, type PaperLot } from './gang';

const LOTS: PaperLot[] = [
  { id: 'a6', name: 'A6 cards', form: 'sheet', width: 105_000, height: 148_000, price: 40 },
  { id: 'a3', name: 'A3+', form: 'sheet', width: 329_000, height: 483_000, price: 312 },
  { id: 'roll', name: 'the 610 roll', form: 'roll', width: 610_000, height: null, price: 1_183 },
  { id: 'a7', name: 'A7', form: 'sheet', width: 74_000, height: 105_000, price: 20 },
];
const q = {
  piece: { width: 148_000, height: 105_000 },
  bleed: 3_000,
  count: 16,
  lots: LOTS,
  margin: 5_000,
  gutter: 0,
  minutesPerCut: 0.5,
  ratePerHour: 3_000,
};

describe('pre-cut, or ganged and cut', () => {
  const by = (id: string, change = {}) => waysToCut({ ...q, ...change }).find((w) => w.lot.id === id);
  test('pre-cut sheets: sixteen at 0.40 and no cut', () =>
    expect(by('a6')).toMatchObject({ way: 'pre-cut', uses: 16, cuts: 0, cost: 640 }));
  test('on A3+: 154 × 111 with bleed, eight up, so two sheets; the cuts cost more than the paper', () => {
    // Inner 319 × 473: two of 154 across and four of 111 down. 3 cuts across, one down in each of 4 bands: 7 a sheet, and 4 edges of 16.
    expect(by('a3')).toMatchObject({
      way: 'ganged',
      up: 8,
      uses: 2,
      paper: 624,
      cuts: 14 + 64,
      minutes: 39,
      cost: 624 + 1_950,
    });
  });
  test('on the roll: five of 111 across 600 in two bands of 154, three of 154 in two of 111', () => {
    // 2 × 154 + 2 × 111 + 10 = 540 mm at 11.83 a metre; four bands of five would take 626.
    expect(by('roll')).toMatchObject({ uses: 540_000, paper: 639 });
  });
  test('what does not fit is left out; with hands for nothing, the paper decides', () => {
    expect(by('a7')).toBeUndefined();
    expect(waysToCut(q)[0]!.lot.id).toBe('a6');
    expect(waysToCut({ ...q, ratePerHour: 0 })[0]!.lot.id).toBe('a3');
  });
  test('the cheaper one is said, and by how much', () => {
    expect(gangFinding(waysToCut(q), 'EUR').says).toMatch(
      /^Cheapest on pre-cut A6 cards: 6\.40\sEUR\. Next ganged on .*, of which .* for \d+ cuts, .* more\.$/,
    );
    expect(gangFinding([], 'EUR').verdict).toBe('fails');
    expect(() => waysToCut({ ...q, count: 0 })).toThrow(expect.objectContaining({ field: 'count' }));
  });
});
