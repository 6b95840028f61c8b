import fc from 'fast-check';
import { parseSize } from '../measure';
import {
  checkResolution,
  countVerdicts,
  croppedTo,
  eyePpi,
  FAMILIES,
  FAMILY_NAMES,
  formatPpiSteps,
  judgedDistanceOf,
  ladder,
  largestFor,
  largestPrint,
  parsePpiSteps,
  requiredPpi,
  schoolInWords,
  shownPpi,
  type School,
} from '.';

const FLAT: School = { kind: 'flat', ppi: 300 };
const mm = (text: string) => parseSize(`${text} mm`);

describe('pixels per inch', () => {
  test('the handbook’s worked figure: 9449 × 7087 px at 600 × 450 mm is 400.0 ppi and holds', () => {
    const r = checkResolution({ width: 9449, height: 7087 }, mm('600x450'), FLAT);
    expect(r.ppi).toBeCloseTo(400.0, 1);
    expect(r.verdict).toBe('holds');
    expect(r.finding.says).toBe('Holds at 600 × 450 mm: 400.0 ppi, 300 asked.');
    expect(r.factor).toBeCloseTo(0.75, 3);
  });

  test('the smaller axis counts', () => {
    expect(checkResolution({ width: 6000, height: 1000 }, mm('508x254'), FLAT).ppi).toBeCloseTo(100, 6);
  });

  // 10 in across: 3000 px is just enough, 2999 is not, 2000 is the last that can be stretched, 1999 is too thin.
  test.each([
    [3000, 'holds'],
    [2999, 'stretched'],
    [2000, 'stretched'],
    [1999, 'too thin'],
  ] as const)('%i px over 10 in at 300 ppi: %s', (px, verdict) => {
    expect(
      checkResolution({ width: px, height: px }, { width: 254_000, height: 254_000 }, FLAT).verdict,
    ).toBe(verdict);
  });

  test('a size that misses by a hair is never shown as the figure it misses', () => {
    expect(shownPpi(299.97, 300)).toBe('299.970');
    expect(shownPpi(300.02, 300)).toBe('300.0');
    expect(
      checkResolution({ width: 2999, height: 2999 }, { width: 254_000, height: 254_000 }, FLAT).finding
        .says,
    ).toContain('299.9 ppi');
  });

  test('stretched says by how much and asks for a snippet; too thin says not to offer it', () => {
    expect(
      checkResolution({ width: 2400, height: 2400 }, { width: 254_000, height: 254_000 }, FLAT).finding
        .says,
    ).toMatch(/1\.25 × on each side; print a snippet/);
    expect(
      checkResolution({ width: 900, height: 900 }, { width: 254_000, height: 254_000 }, FLAT).finding
        .says,
    ).toMatch(/30 % of it\. Do not offer/);
  });

  test('portrait on landscape is said, not taken for a slip', () => {
    expect(checkResolution({ width: 4000, height: 6000 }, mm('300x200'), FLAT).finding.says).toMatch(
      /The picture is portrait, the print landscape/,
    );
    expect(checkResolution({ width: 4000, height: 4000 }, mm('300x200'), FLAT).finding.says).not.toMatch(
      /turned/,
    );
  });

  test('twice the pixels are twice the ppi, twice the print is half', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 20_000 }),
        fc.integer({ min: 50_000, max: 2_000_000 }),
        (px, um) => {
          const of = (p: number, u: number) =>
            checkResolution({ width: p, height: p }, { width: u, height: u }, FLAT).ppi;
          return (
            Math.abs(of(2 * px, um) / of(px, um) - 2) < 1e-9 &&
            Math.abs(of(px, 2 * um) * 2 - of(px, um)) < 1e-6
          );
        },
      ),
    );
  });

  test.each([
    [{ width: 0, height: 10 }, mm('10x10'), 'pixels.width'],
    [{ width: 10.5, height: 10 }, mm('10x10'), 'pixels.width'],
    [{ width: 10, height: 10 }, { width: 0, height: 5 }, 'print.width'],
  ])('%j at %j is refused by name', (pixels, print, field) => {
    expect(() => checkResolution(pixels, print, FLAT)).toThrow(expect.objectContaining({ field }));
  });

  test('the working shows the sum with its figures and units', () => {
    const { working } = checkResolution({ width: 9449, height: 7087 }, mm('400x300'), FLAT);
    expect(working.steps[0]).toEqual({ sum: '9449 px ÷ (400 mm ÷ 25.4)', result: '600.0 ppi' });
    expect(working.notes.join(' ')).toContain('Seen from 750 mm an eye parts 116 ppi; at 400 mm, 218.');
  });
});

describe('the three schools', () => {
  // One minute of arc, the handbook's table.
  test.each([
    [250_000, 349],
    [500_000, 175],
    [1_000_000, 87.3],
    [2_000_000, 43.7],
  ])('an eye at %i µm parts %d ppi', (um, ppi) => expect(eyePpi(um)).toBeCloseTo(ppi, ppi > 100 ? 0 : 1));

  test('judged distance is 1.5 diagonals, never under 250 mm', () => {
    expect(judgedDistanceOf(mm('600x450'))).toBe(1_125_000);
    expect(judgedDistanceOf(mm('60x45'))).toBe(250_000);
  });

  test('steps go by the long edge, in any order they are written', () => {
    const steps: School = { kind: 'stepped', steps: [{ ppi: 200 }, { upTo: 500_000, ppi: 300 }] };
    expect(requiredPpi(steps, mm('500x700'))).toBe(200);
    expect(requiredPpi(steps, mm('500x400'))).toBe(300);
    expect(requiredPpi(steps, mm('501x400'))).toBe(200);
    expect(() =>
      requiredPpi({ kind: 'stepped', steps: [{ upTo: 100_000, ppi: 300 }] }, mm('500x400')),
    ).toThrow(expect.objectContaining({ field: 'school.steps' }));
  });

  test('under the distance school a larger print asks for fewer ppi', () => {
    fc.assert(
      fc.property(fc.integer({ min: 200, max: 3_000 }), (side) => {
        const at = (s: number) =>
          requiredPpi({ kind: 'distance' }, { width: s * 1_000, height: s * 1_000 });
        return at(side * 2) < at(side);
      }),
    );
    expect(requiredPpi({ kind: 'distance', distance: 500_000 }, mm('2000x2000'))).toBeCloseTo(174.6, 1);
    expect(() => requiredPpi({ kind: 'distance', distance: 50_000 }, mm('100x100'))).toThrow(
      expect.objectContaining({ field: 'school.distance' }),
    );
    expect(() => requiredPpi({ kind: 'flat', ppi: 0 }, mm('100x100'))).toThrow(
      expect.objectContaining({ field: 'school.ppi' }),
    );
  });

  test('each is said in words', () => {
    expect(schoolInWords({ kind: 'distance' })).toBe('the eye at the judged distance');
    expect(schoolInWords({ kind: 'stepped', steps: [{ upTo: 500_000, ppi: 300 }, { ppi: 200 }] })).toBe(
      'steps: 300 ppi to 500 mm, 200 ppi above',
    );
  });
});

describe('largest print', () => {
  test('still reaches its ppi, and a hair more would not', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 30_000 }),
        fc.integer({ min: 10, max: 30_000 }),
        fc.integer({ min: 30, max: 1_200 }),
        (width, height, ppi) => {
          const size = largestPrint({ width, height }, ppi);
          const holds = (w: number) => width / (w / 25_400) >= ppi - 1e-9;
          return holds(size.width) && !holds(size.width + 2);
        },
      ),
    );
    expect(() => largestPrint({ width: 10, height: 10 }, 0)).toThrow(
      expect.objectContaining({ field: 'ppi' }),
    );
  });
});

describe('the ladder', () => {
  const rungs = ladder({ width: 9449, height: 7087 }, ['metric frames', 'ISO A', 'squares'], FLAT);

  test('has every size of the chosen families, laid as the picture lies', () => {
    expect(rungs).toHaveLength(
      FAMILIES['metric frames'].length + FAMILIES['ISO A'].length + FAMILIES.squares.length,
    );
    expect(rungs.every((r) => r.frame.width >= r.frame.height)).toBe(true);
    expect(new Set(rungs.map((r) => r.key)).size).toBe(rungs.length);
  });

  test('the sizes the sketch of a 67 megapixel picture names', () => {
    const of = (w: number, h: number) =>
      rungs.find((r) => r.frame.width === w * 1_000 && r.frame.height === h * 1_000)!;
    expect(of(400, 300).check.ppi).toBeCloseTo(600, 0);
    expect(of(400, 300).ratio.exact).toBe(true);
    expect(of(800, 600).check.verdict).toBe('holds');
    expect(of(1000, 700).check.verdict).toBe('stretched');
    expect(of(1189, 841).check.ppi).toBeCloseTo(201.8, 0);
    expect(of(500, 500).ratio.fill.lostShare).toBeCloseTo(0.25, 2);
  });

  test('cropping keeps one side whole and reaches the frame’s ratio to a pixel', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 500, max: 12_000 }),
        fc.integer({ min: 500, max: 12_000 }),
        fc.integer({ min: 100, max: 900 }),
        fc.integer({ min: 100, max: 900 }),
        (width, height, w, h) => {
          const c = croppedTo({ width, height }, { width: w, height: h });
          const kept = c.width === width || c.height === height;
          return (
            kept &&
            c.width <= width &&
            c.height <= height &&
            Math.abs(c.width - (c.height * w) / h) <= Math.max(1, w / h)
          );
        },
      ),
    );
  });

  test('every rung is counted once', () => {
    const n = countVerdicts(rungs);
    expect(n.holds + n.stretched + n.tooThin).toBe(rungs.length);
    expect(FAMILY_NAMES).toContain('panoramas');
  });
});

describe('sizes of the studio’s own', () => {
  test('stand on the ladder as a family, lying as the picture does, judged like any other', () => {
    const rungs = ladder(
      { width: 4_800, height: 3_600 },
      ['the studio’s own'],
      { kind: 'flat', ppi: 300 },
      [
        { width: 262_500, height: 350_000 },
        { width: 450_000, height: 300_000 },
      ],
    );
    expect(rungs.map((r) => [r.frame.width, r.ratio.exact, r.check.verdict])).toEqual([
      [350_000, true, 'holds'],
      [450_000, false, 'stretched'],
    ]);
    expect(
      ladder({ width: 4_800, height: 3_600 }, ['the studio’s own'], { kind: 'flat', ppi: 300 }),
    ).toEqual([]);
  });
  test('the largest of a file’s own shape: 9 449 px at 300 ppi is 800 mm; by steps the long edge decides; by eye there is a cap', () => {
    expect(largestFor({ width: 9_449, height: 7_087 }, { kind: 'flat', ppi: 300 })!.width).toBe(800_000);
    // 300 to 500 mm: 508 mm would hold 300 but is over it, and 200 above carries to 762.
    expect(
      largestFor(
        { width: 6_000, height: 4_000 },
        { kind: 'stepped', steps: [{ upTo: 500_000, ppi: 300 }, { ppi: 200 }] },
      )!.width,
    ).toBe(762_000);
    expect(largestFor({ width: 6_000, height: 4_000 }, { kind: 'distance' })!.width).toBe(1_200_000);
    expect(largestFor({ width: 300, height: 200 }, { kind: 'flat', ppi: 300 })).toBeNull();
  });
});

describe('what a route asks, as it is typed', () => {
  test.each([
    ['300', 'mm', [{ ppi: 300 }]],
    ['300 ppi', 'mm', [{ ppi: 300 }]],
    ['300 to 500 mm, 200 above', 'mm', [{ upTo: 500_000, ppi: 300 }, { ppi: 200 }]],
    ['200 above; 300 up to 20 in', 'in', [{ upTo: 508_000, ppi: 300 }, { ppi: 200 }]],
    [
      '360 to 300; 240 to 600; 150',
      'mm',
      [{ upTo: 300_000, ppi: 360 }, { upTo: 600_000, ppi: 240 }, { ppi: 150 }],
    ],
  ] as const)('%s', (typed, unit, steps) => {
    expect(parsePpiSteps(typed, unit)).toEqual(steps);
    expect(parsePpiSteps(formatPpiSteps(steps, unit), unit)).toEqual(steps);
  });
  test.each(['', '300 to 500 mm', '300, 200', '300 to 500 mm, 240 to 500 mm, 200', '12', 'fine'])(
    '“%s” is refused, naming the field',
    (typed) => expect(() => parsePpiSteps(typed, 'mm')).toThrow(/^ppi: /),
  );
});

test('what just misses is not shown as what it misses', () => {
  const says = (px: number) =>
    checkResolution({ width: px, height: px }, { width: 254_000, height: 254_000 }, FLAT).finding.says;
  expect(says(2_999)).toContain('enlarged 1.0003 ×');
  expect(says(1_999)).toMatch(/Too thin.* 66\.6 % of it/);
  expect(says(2_000)).toMatch(/Stretched.* enlarged 1\.5 ×/);
});

test('two steps that both cover the rest are refused', () => {
  const steps = [{ ppi: 300 }, { ppi: 200 }];
  expect(() => requiredPpi({ kind: 'stepped', steps }, { width: 100_000, height: 100_000 })).toThrow(
    /one step without an edge/,
  );
});
