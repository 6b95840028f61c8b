import fc from 'fast-check';
import { layoutFacts, type LotForLayout } from './layoutFacts';
import { tooNear, type Laid } from './pieces';
import { snapPiece, turnedPiece, type Ground } from './snap';

const roll: Ground = { width: 610_000, height: null, margin: 5_000, gap: 4_000 };
const sheet: Ground = { width: 329_000, height: 483_000, margin: 5_000, gap: 4_000 };
const piece = (id: string, x: number, y: number, width = 200_000, height = 150_000): Laid => ({
  id,
  x,
  y,
  width,
  height,
  turned: false,
});
const lot = (more: Partial<LotForLayout>): LotForLayout => ({
  name: 'lot 1',
  form: 'roll',
  width: 610_000,
  height: null,
  onHand: 12_000_000,
  received: 12_000_000,
  price: 9_600,
  ...more,
});

describe('what a layout takes', () => {
  test('of a roll: as far as its last piece and the margin after it', () => {
    const facts = layoutFacts(roll, [piece('a', 5_000, 5_000), piece('b', 5_000, 159_000)], [], 2_000);
    expect(facts.taken).toBe(159_000 + 150_000 + 5_000);
    // 2 × 200 × 150 mm of 610 × 314 mm.
    expect(facts.used).toBe(60_000);
    expect(facts.whole).toBe(610 * 314);
    expect(facts.waste).toBeCloseTo(1 - 60_000 / 191_540, 12);
    expect(facts.clash).toEqual([]);
  });

  test('of a sheet: all of it; of nothing: nothing of a roll', () => {
    expect(layoutFacts(sheet, [], [], 2_000)).toMatchObject({ taken: 483_000, waste: 1, cuts: null });
    expect(layoutFacts(roll, [], [], 2_000)).toMatchObject({ taken: 0, waste: 0, cost: 0, cuts: null });
  });

  test('by the first lot that is as wide and has enough; its price by what came in', () => {
    const pieces = [piece('a', 5_000, 5_000)];
    const short = lot({ name: 'short', onHand: 100_000 });
    const other = lot({ name: 'sheets', form: 'sheet' });
    const narrow = lot({ name: 'narrow', width: 432_000 });
    const facts = layoutFacts(roll, pieces, [short, other, narrow, lot({ name: 'enough' })], 2_000);
    // 160 mm of 12 m that cost 96.00.
    expect([facts.lot?.name, facts.cost]).toEqual(['enough', 128]);
    const without = layoutFacts(roll, pieces, [short, other, narrow], 2_000);
    // 0.0976 m² at 20.00.
    expect([without.lot, without.cost]).toEqual([null, 195]);
  });

  test('a sheet’s lot is counted in sheets', () => {
    const sheets = lot({
      ...{ form: 'sheet', width: 329_000, height: 483_000, onHand: 1, received: 25, price: 3_100 },
    });
    expect(layoutFacts(sheet, [piece('a', 5_000, 5_000)], [sheets], 2_000).cost).toBe(124);
    const none = layoutFacts(sheet, [piece('a', 5_000, 5_000)], [{ ...sheets, onHand: 0 }], 2_000);
    expect(none.lot).toBeNull();
    // As wide and longer is another sheet; turned it is the same one.
    const others = [
      lot({ ...sheets, name: 'longer', height: 600_000 }),
      { ...sheets, width: 483_000, height: 329_000, name: 'turned' },
    ];
    expect(layoutFacts(sheet, [piece('a', 5_000, 5_000)], others, 2_000).lot?.name).toBe('turned');
  });

  test.each([
    ['over the near margin', piece('a', 4_999, 5_000)],
    ['over the far margin', piece('a', 124_001, 5_000)],
    ['over the lower margin', piece('a', 5_000, 328_001)],
    ['too near another', piece('a', 5_000, 208_999)],
  ])('%s is a clash, and nothing is cut', (_what, bad) => {
    const other = piece('b', 5_000, 5_000, 200_000, 200_000);
    const facts = layoutFacts(sheet, _what === 'too near another' ? [bad, other] : [bad], [], 0);
    expect(facts.clash.map((p) => p.id)).toContain('a');
    expect(facts.cuts).toBeNull();
  });

  test('a roll has no lower margin', () => {
    expect(layoutFacts(roll, [piece('a', 5_000, 9_000_000)], [], 0).clash).toEqual([]);
  });
});

describe('a piece let go', () => {
  test('is drawn to the margins', () => {
    expect(snapPiece(piece('a', 6_500, 4_100), [], sheet, 2_000)).toMatchObject({ x: 5_000, y: 5_000 });
    expect(snapPiece(piece('a', 122_500, 329_000), [], sheet, 2_000)).toMatchObject({
      x: 124_000,
      y: 328_000,
    });
  });

  test('is drawn beside a neighbour with the gap between, or flush with it', () => {
    const beside = snapPiece(piece('b', 209_700, 20_300), [piece('a', 5_000, 20_000)], roll, 2_000);
    expect(beside).toMatchObject({ x: 209_000, y: 20_000 });
    const above = snapPiece(piece('b', 5_200, 6_300), [piece('a', 5_000, 160_500)], roll, 2_000);
    expect(above).toMatchObject({ x: 5_000, y: 6_500 });
  });

  test('stays where it was let go when nothing is near, but never off the paper', () => {
    expect(snapPiece(piece('a', 50_000, 90_000), [], roll, 2_000)).toMatchObject({
      x: 50_000,
      y: 90_000,
    });
    expect(snapPiece(piece('a', -80_000, -90_000), [], roll, 2_000)).toMatchObject({ x: 0, y: 0 });
  });

  test('is never drawn into a neighbour that it was free of', () => {
    const place = fc.record({
      x: fc.integer({ min: 5_000, max: 405_000 }),
      y: fc.integer({ min: 5_000, max: 900_000 }),
    });
    fc.assert(
      fc.property(place, fc.array(place, { maxLength: 5 }), (at, rest) => {
        const others = rest.map((o, i) => piece(`o${i}`, o.x, o.y));
        const moved = piece('a', at.x, at.y);
        const wasFree = !others.some((o) => tooNear(moved, o, roll.gap));
        const next = snapPiece(moved, others, roll, 3_000);
        if (wasFree) expect(others.some((o) => tooNear(next, o, roll.gap))).toBe(false);
        expect(Math.abs(next.x - moved.x)).toBeLessThanOrEqual(3_000);
        expect([next.width, next.height]).toEqual([moved.width, moved.height]);
      }),
    );
  });

  test('turned twice it is as it was', () => {
    const p = piece('a', 7, 9);
    expect(turnedPiece(p)).toMatchObject({ width: 150_000, height: 200_000, turned: true, x: 7, y: 9 });
    expect(turnedPiece(turnedPiece(p))).toEqual(p);
  });
});
