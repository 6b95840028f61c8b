import fc from 'fast-check';
import { longestRoundCorner, passOpening, rectangleFits, type Opening } from './passage';

const mm = (v: number) => v * 1_000;
const opening = (more: Partial<Opening> = {}): Opening => ({
  name: 'van',
  kind: 'vehicle',
  width: mm(1_180),
  height: mm(1_120),
  length: mm(1_750),
  mayTilt: false,
  ...more,
});
const box = (width: number, height: number, depth: number) => ({
  width: mm(width),
  height: mm(height),
  depth: mm(depth),
});

describe('whether a box passes', () => {
  test.each([
    // The least of 1180 − 130, 1120 − 1000 and 1750 − 1300.
    ['upright, with 120 mm above it', box(1_300, 1_000, 130), {}, 'upright', 120],
    // 1300 high is too much; on its side it stands 1000 high and is 1300 long.
    ['on its side where it is too high', box(1_000, 1_300, 130), {}, 'on its side', 120],
    ['too long behind the door', box(1_800, 900, 130), {}, 'none', -50],
    [
      'too long upright, but it may lie',
      box(1_100, 1_800, 130),
      { length: mm(1_850) },
      'on its side',
      20,
    ],
  ] as const)('%s', (_, piece, more, way, spare) => {
    const passage = passOpening(piece, opening(more));
    expect(passage.way).toBe(way);
    expect(passage.spare).toBe(mm(spare));
    expect(passage.passes).toBe(spare >= 0);
    expect(passage.finding.says).toContain(`${Math.abs(spare)} mm`);
  });

  test('tilted where it may be: a plate of 1300 goes through a door of 1200 × 900', () => {
    const door = opening({ kind: 'door', name: 'door', width: mm(900), height: mm(1_200), length: null });
    const plate = box(1_300, 1_300, 60);
    expect(passOpening(plate, door)).toMatchObject({ passes: false, way: 'none' });
    expect(passOpening(plate, { ...door, mayTilt: true })).toMatchObject({ passes: true, way: 'tilted' });
    expect(passOpening(plate, door).finding.says).toMatch(/100 mm short .* may not be tilted/);
  });

  test('a stair turns: two passages of a metre let a plate of 2.83 m round, less for its thickness', () => {
    expect(longestRoundCorner(mm(1_000), mm(1_000), 0) / 1_000).toBeCloseTo(2_828.4, 0);
    // By the corner's formula at 45°: 2·√2·1000 − 2·100.
    expect(longestRoundCorner(mm(1_000), mm(1_000), mm(100)) / 1_000).toBeCloseTo(2_628.4, 0);
    const stair = opening({
      kind: 'stair',
      name: 'stair',
      width: mm(950),
      height: mm(2_050),
      length: mm(1_100),
    });
    const passage = passOpening(box(3_000, 1_000, 120), stair);
    expect(passage.passes).toBe(false);
    expect(passage.finding.says).toMatch(/turn of the stair/);
  });

  test('a rectangle that fits turned can be laid there, corner by corner', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 160 }),
        fc.integer({ min: 1, max: 90 }),
        fc.integer({ min: 40, max: 120 }),
        fc.integer({ min: 40, max: 120 }),
        (p, q, a, b) => {
          // Every angle tried in steps of a tenth of a degree.
          let found = false;
          for (let k = 0; k <= 900 && !found; k++) {
            const angle = (k / 1_800) * Math.PI;
            const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
            const [w, h] = [p * cos + q * sin, p * sin + q * cos];
            found = (w <= a && h <= b) || (w <= b && h <= a);
          }
          // Where an angle was found it must say yes; at the very edge the steps may miss one.
          if (found) expect(rectangleFits(p, q, a, b)).toBe(true);
          else expect(rectangleFits(p + 1, q + 1, a, b) && rectangleFits(p, q, a - 1, b - 1)).toBe(false);
        },
      ),
      { numRuns: 400 },
    );
  });

  test.each([
    ['box.depth', box(100, 100, 0), opening()],
    ['opening.width', box(100, 100, 10), opening({ width: 0 })],
  ])('%s is named', (field, piece, o) =>
    expect(() => passOpening(piece, o)).toThrow(expect.objectContaining({ field })),
  );
});
