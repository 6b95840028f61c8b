import fc from 'fast-check';
import { NO_ADJUSTMENT } from '../colour/adjust';
import type { Lab } from '../colour/difference';
import { compareCells, compareReadings, percentile, USUAL_FLOOR, type Cell } from './compare';
import { inspected, INSPECTION, sizeHolds, type Inspected } from './inspection';
import { brokenLines, coverage, ownCut, snippetPlan, stripPlan, variantsOf, wholePlan } from './plan';
import { proposeRegions, type Look } from './regions';
import type { Plane } from './plane';
import { findPicture } from './register';
import { inverse, through } from './similarity';
import { changedBetween, otherLot, staleParts, type Formula } from './proofStates';

const LIMITS = { mean: 3, p95: 6 };
const cells = (
  n: number,
  got: (t: Lab, i: number) => Lab,
  out: (i: number) => boolean = () => false,
): Cell[] =>
  Array.from({ length: n }, (_, i) => {
    const target: Lab = [15 + (70 * i) / n, 20 * Math.sin(i), 20 * Math.cos(i)];
    return { x: i % 10, y: Math.floor(i / 10), target, got: got(target, i), out: out(i) };
  });

const PLAIN = { ...NO_ADJUSTMENT, sharpening: 0 };

describe('comparing cells', () => {
  test('a proof that is the picture passes, with nothing to change', () => {
    const c = compareCells(
      cells(100, (t) => t),
      { limits: LIMITS, floor: { mean: 0.1, p95: 0.2 }, was: null },
    );
    expect(c).toMatchObject({
      mean: 0,
      p95: 0,
      slope: expect.closeTo(1, 6),
      finding: { verdict: 'holds' },
      says: 'Nothing to change: no bias worth the name.',
      advice: { curve: [], warmth: expect.closeTo(0, 6) },
    });
  });
  test('bias, slope and chroma come out as they were put in', () => {
    const c = compareCells(
      cells(100, ([L, a, b]) => [50 + (L - 50) * 0.9 - 2.1, a * 0.8 + 1, b * 0.8 + 1.4]),
      { limits: LIMITS, floor: null, was: null },
    );
    expect(c.slope).toBeCloseTo(0.9, 3);
    expect(c.chroma).toBeCloseTo(0.8, 2);
    expect(c.bias.b).toBeCloseTo(1.4, 0);
    expect(c.says).toMatch(/^Lift L\* by \d\.\d, pull a\* by .*contrast × 1\.11, saturation × 1\.25\.$/);
    expect(c.advice.saturation).toBeCloseTo(1.25, 1);
  });
  test('the advised curve undoes what the print did: what went in at a lightness is asked where it came out', () => {
    const printed = (L: number) => L * 0.8 + 8;
    const c = compareCells(
      cells(200, ([L, a, b]) => [printed(L), a, b]),
      { limits: LIMITS, floor: null, was: null },
    );
    for (const [came, went] of c.advice.curve) expect(printed(went)).toBeCloseTo(came, 0);
    expect(c.advice.curve.every(([, y], i, all) => i === 0 || y >= all[i - 1]![1])).toBe(true);
  });
  test('advice stands in place of the last adjustment, not on top of it', () => {
    const was = { ...NO_ADJUSTMENT, warmth: 3 };
    expect(
      compareCells(
        cells(60, ([L, a, b]) => [L, a, b + 1]),
        { limits: LIMITS, floor: null, was },
      ).advice.warmth,
    ).toBeCloseTo(2, 1);
  });
  test('a pass is never luck: within the limits by less than the floor cannot be told', () => {
    const by = (d: number, floor: number) =>
      compareCells(
        cells(100, ([L, a, b]) => [L + d, a, b]),
        { limits: { mean: 2, p95: 4 }, floor: { mean: floor, p95: floor }, was: null },
      ).finding;
    expect(by(1.2, 0.1).verdict).toBe('holds');
    expect(by(1.2, 1.4).word).toBe('cannot be told');
    expect(by(6, 0.1).verdict).toBe('fails');
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (d, floor) => {
          const f = by(d, floor);
          const c = compareCells(
            cells(100, ([L, a, b]) => [L + d, a, b]),
            { limits: { mean: 2, p95: 4 }, floor: null, was: null },
          );
          return f.verdict !== 'holds' || c.mean + floor <= 2;
        },
      ),
      // A comparison of a hundred cells takes a third of a second.
      { numRuns: 25 },
    );
    expect(USUAL_FLOOR.mean).toBeGreaterThan(0);
  });
  test('what the paper cannot show is counted apart, and too little to judge is refused', () => {
    const c = compareCells(
      cells(
        100,
        ([L, a, b], i) => (i < 40 ? [L + 30, a, b] : [L, a, b]),
        (i) => i < 40,
      ),
      { limits: LIMITS, floor: null, was: null },
    );
    expect(c).toMatchObject({ cells: 60, outCells: 40, mean: 0 });
    expect(() =>
      compareCells(
        cells(11, (t) => t),
        { limits: LIMITS, floor: null, was: null },
      ),
    ).toThrow('at least 12 places');
  });
  test('readings by name, what has no reference is said', () => {
    const r = compareReadings(
      [
        { id: 'Kelp ', lab: [40, 0, 0] },
        { id: 'tar', lab: [30, 0, 2] },
        { id: 'rope', lab: [60, 0, 0] },
        { id: 'x', lab: [1, 1, 1] },
      ],
      [
        { id: 'kelp', lab: [40, 0, 0] },
        { id: 'tar', lab: [30, 0, 0] },
        { id: 'rope', lab: [60, 0, 0] },
      ],
    );
    expect(r).toMatchObject({
      worst: 'tar',
      left: ['x'],
      bias: { L: 0, a: 0, b: expect.closeTo(2 / 3, 6) },
    });
    expect(() => compareReadings([{ id: 'a', lab: [1, 1, 1] }], [])).toThrow('three patches');
    expect(percentile([5, 1, 9, 3], 0.95)).toBe(9);
  });
});

describe('proof sheets', () => {
  const common = {
    crop: { left: 100, top: 0, width: 6_000, height: 4_500 },
    image: { width: 600_000, height: 450_000 },
    picture: { width: 6_200, height: 4_500 },
    caption: 'A caption of some length · with parts · and more of them\nand a second line',
    ppi: 300,
  };
  const inside = (p: {
    sheet: { width: number; height: number };
    pictures: { at: { x: number; y: number }; size: { width: number; height: number } }[];
    texts: { at: { x: number; y: number } }[];
  }) => {
    for (const e of p.pictures)
      expect(e.at.x + e.size.width <= p.sheet.width && e.at.y + e.size.height <= p.sheet.height).toBe(
        true,
      );
    for (const e of p.texts) expect(e.at.y).toBeLessThan(p.sheet.height);
  };
  test('a snippet has the final scale: 600 pixels of 6 000 across 600 mm are 60 mm', () => {
    const plan = snippetPlan({
      ...common,
      adjust: null,
      regions: [
        { left: 200, top: 100, width: 600, height: 400, says: 'texture' },
        { left: 3_000, top: 2_000, width: 500, height: 500, says: 'shadows' },
      ],
    });
    expect(plan.pictures[0]!.size).toEqual({ width: 60_000, height: 40_000 });
    expect(plan.pictures.map((p) => p.role)).toEqual(['snippet', 'snippet', 'reduced']);
    expect(Math.max(plan.pictures[2]!.size.width, plan.pictures[2]!.size.height)).toBe(60_000);
    inside(plan);
    expect(() =>
      snippetPlan({
        ...common,
        adjust: null,
        regions: [{ left: 0, top: 0, width: 600, height: 400, says: '' }],
      }),
    ).toThrow('regions[0]');
  });
  test('a strip of sharpening goes from less to more about the sheet’s own, the colours as they are', () => {
    const strip = (sharpening: number, each: number) =>
      stripPlan({
        ...common,
        region: { left: 200, top: 200, width: 300, height: 300 },
        across: { of: 'sharpening', by: 30, each },
        down: null,
        base: NO_ADJUSTMENT,
        sharpening,
        cellWidth: null,
      });
    const { pictures } = strip(60, 2);
    expect(pictures.map((p) => [p.sharpen, p.says])).toEqual(
      [0, 30, 60, 90, 120].map((v) => [v, `sharpened ${v} %`]),
    );
    for (const p of pictures) expect(p.adjust).toEqual(NO_ADJUSTMENT);
    expect(() => strip(60, 3)).toThrow('stay at 0 % or more');
  });
  test('a strip steps one thing to both sides of the middle, a grid two', () => {
    const plan = stripPlan({
      ...common,
      region: { left: 200, top: 200, width: 300, height: 300 },
      across: { of: 'lightness', by: 2, each: 2 },
      down: { of: 'warmth', by: 1.5, each: 1 },
      base: NO_ADJUSTMENT,
      sharpening: 80,
      cellWidth: null,
    });
    expect(plan.pictures).toHaveLength(15);
    // Sharpened alike, as the sheet is: nothing of it stands at the single pictures.
    expect(plan.pictures.some((p) => 'sharpen' in p)).toBe(false);
    expect(plan.pictures[7]).toMatchObject({ number: 8, says: 'L* 0, b* 0', adjust: NO_ADJUSTMENT });
    expect(plan.pictures[0]!.adjust).toMatchObject({ lightness: -4, warmth: -1.5 });
    inside(plan);
    expect(() =>
      variantsOf({ of: 'tint', by: 1, each: 1 }, { of: 'tint', by: 1, each: 1 }, PLAIN),
    ).toThrow('another adjustment than tint');
    expect(() =>
      variantsOf({ of: 'tint', by: 1, each: 4 }, { of: 'warmth', by: 1, each: 4 }, PLAIN),
    ).toThrow('49');
  });
  test('a whole and one made smaller', () => {
    expect(wholePlan({ ...common, adjust: null }).pictures[0]).toMatchObject({
      role: 'whole',
      size: common.image,
    });
    expect(wholePlan({ ...common, adjust: null, longSide: 180_000 }).pictures[0]).toMatchObject({
      role: 'reduced',
      size: { width: 180_000, height: 135_000 },
    });
  });
  test('coverage counts what lies twice once: never more than the sum, never less than the largest', () => {
    const box = fc.record({
      left: fc.nat(80),
      top: fc.nat(80),
      width: fc.integer({ min: 1, max: 20 }),
      height: fc.integer({ min: 1, max: 20 }),
    });
    fc.assert(
      fc.property(fc.array(box, { minLength: 1, maxLength: 5 }), (all) => {
        const c = coverage({ left: 0, top: 0, width: 100, height: 100 }, all) * 10_000,
          areas = all.map((r) => r.width * r.height);
        return c <= areas.reduce((a, b) => a + b) + 1e-6 && c >= Math.max(...areas) - 1e-6;
      }),
    );
    expect(brokenLines('one two three four', 9)).toEqual(['one two', 'three', 'four']);
  });
});

/** A dark third, a contrasty one, and a light one with a little texture. */
function lightnessAt(x: number, y: number): number {
  if (x < 40) return 14 + ((x + y) % 2);
  if (x < 80) return (x + y) % 2 ? 70 : 40;
  return 90 + ((x * 7 + y * 3) % 5);
}

describe('regions by measure', () => {
  // Left third smooth and dark, middle checked, right third light with a little tone; a corner out of gamut.
  const look: Look = {
    width: 120,
    height: 40,
    lab: new Float32Array(120 * 40 * 3),
    moved: new Float32Array(120 * 40),
  };
  for (let y = 0, i = 0; y < 40; y++)
    for (let x = 0; x < 120; x++, i++) {
      look.lab[i * 3] = lightnessAt(x, y);
      look.moved![i] = x < 20 && y < 20 ? 9 : 0;
    }
  const picture = { width: 1_200, height: 400 };
  test('each kind is found where it is', () => {
    const found = proposeRegions(
      look,
      picture,
      { left: 0, top: 0, ...picture },
      { width: 200, height: 200 },
    );
    const of = (kind: string) => found.find((f) => f.kind === kind)!;
    expect(of('texture').left).toBeGreaterThanOrEqual(360);
    expect(of('texture').left).toBeLessThanOrEqual(640);
    expect(of('highlights').left).toBeGreaterThanOrEqual(700);
    expect(of('shadows').left + 200).toBeLessThanOrEqual(480);
    expect(
      proposeRegions(look, picture, { left: 0, top: 0, ...picture }, { width: 200, height: 200 }, [
        'out of gamut',
      ]),
    ).toMatchObject([{ left: 0, top: 0, says: 'out of gamut, 100 % of it' }]);
    for (const r of found)
      expect(r.left >= 0 && r.top >= 0 && r.left + r.width <= 1_200 && r.top + r.height <= 400).toBe(
        true,
      );
  });
  test('never outside the cut', () => {
    for (const r of proposeRegions(
      look,
      picture,
      { left: 500, top: 100, width: 400, height: 250 },
      { width: 120, height: 120 },
    ))
      expect(r.left >= 500 && r.top >= 100 && r.left + r.width <= 900 && r.top + r.height <= 350).toBe(
        true,
      );
  });
});

describe('finding a picture', () => {
  const noise = (n: number) => {
    let h = Math.imul(n + 1, 0x9e3779b1);
    h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
    return ((h ^ (h >>> 13)) >>> 0) / 4_294_967_296;
  };
  // Blots of many sizes: something at every scale.
  const blots = Array.from({ length: 260 }, (_, i) => ({
    x: noise(4 * i) * 200,
    y: noise(4 * i + 1) * 150,
    r: 2 + 20 * noise(4 * i + 2) ** 3,
    L: 90 * noise(4 * i + 3),
  }));
  const tone = (u: number, v: number) => {
    let L = 50;
    for (const b of blots) if ((u - b.x) ** 2 + (v - b.y) ** 2 < b.r * b.r) L = b.L;
    return L;
  };
  const one: Plane = {
    width: 200,
    height: 150,
    data: Float32Array.from({ length: 200 * 150 }, (_, i) =>
      tone((i % 200) + 0.5, Math.floor(i / 200) + 0.5),
    ),
  };
  const seen = (
    scale: number,
    degrees: number,
    dx: number,
    dy: number,
  ): { plane: Plane; true: { a: number; b: number; tx: number; ty: number } } => {
    const t = (degrees * Math.PI) / 180,
      a = scale * Math.cos(t),
      b = scale * Math.sin(t),
      tx = 100 + dx * 200 - a * 100 + b * 75,
      ty = 75 + dy * 150 - b * 100 - a * 75;
    const data = new Float32Array(200 * 150),
      inv = 1 / (scale * scale);
    for (let y = 0; y < 150; y++)
      for (let x = 0; x < 200; x++) {
        let sum = 0;
        for (const o of [0.25, 0.75])
          for (const p of [0.25, 0.75]) {
            const px = x + o - tx,
              py = y + p - ty,
              u = (a * px + b * py) * inv,
              v = (-b * px + a * py) * inv;
            sum += u < 0 || v < 0 || u > 200 || v > 150 ? 30 : tone(u, v);
          }
        data[y * 200 + x] = 0.8 * (sum / 4) + 9 + x / 40 + 3 * (noise(y * 200 + x + 77_777) - 0.5);
      }
    return { plane: { width: 200, height: 150, data }, true: { a, b, tx, ty } };
  };
  test.each([[0.85, 2.5, 0.12, -0.1]])(
    'scale %d, turned %d°, with noise, another contrast and a slope of light',
    (scale, degrees, dx, dy) => {
      const s = seen(scale, degrees, dx, dy),
        found = findPicture(one, s.plane)!;
      for (let i = 0; i <= 4; i++)
        for (let j = 0; j <= 4; j++) {
          const want = through(s.true, i * 50, j * 37.5),
            got = through(found, i * 50, j * 37.5);
          if (want.x < 0 || want.y < 0 || want.x > 200 || want.y > 150) continue;
          expect(Math.hypot(want.x - got.x, want.y - got.y)).toBeLessThan(0.3);
        }
      expect(found.likeness).toBeGreaterThan(0.6);
    },
  );
  test('there and back is the same point', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 3, noNaN: true }),
        fc.double({ min: -0.2, max: 0.2, noNaN: true }),
        fc.integer({ min: -500, max: 500 }),
        fc.integer({ min: -500, max: 500 }),
        (a, b, tx, ty) => {
          const t = { a, b, tx, ty },
            there = through(t, 31, -7),
            back = through(inverse(t), there.x, there.y);
          expect(back.x).toBeCloseTo(31, 6);
          expect(back.y).toBeCloseTo(-7, 6);
        },
      ),
    );
  });
  test('a straightened cut, whole, is cut where it is; a corner of it lies turned about the middle of the whole', () => {
    const cut = { left: 100, top: 50, width: 600, height: 400, degrees: 4 },
      plan = wholePlan({
        crop: cut,
        image: { width: 300_000, height: 200_000 },
        picture: { width: 900, height: 600 },
        caption: 'Askew',
        ppi: 300,
        adjust: null,
      });
    expect(ownCut(plan.pictures[0]!.from, plan.straighten)).toEqual(cut);
    const corner = ownCut({ left: 100, top: 50, width: 20, height: 20 }, plan.straighten),
      [x, y] = [corner.left + 10, corner.top + 10];
    // As far from the middle as before, 4° further round.
    expect(Math.hypot(x - 400, y - 250)).toBeCloseTo(Math.hypot(290, 190), 3);
    expect((Math.atan2(y - 250, x - 400) - Math.atan2(-190, -290)) * (180 / Math.PI)).toBeCloseTo(4, 3);
    expect(
      wholePlan({
        crop: { ...cut, degrees: 0 },
        image: { width: 300_000, height: 200_000 },
        picture: { width: 900, height: 600 },
        caption: 'Level',
        ppi: 300,
        adjust: null,
      }),
    ).not.toHaveProperty('straighten');
  });
  test('on a blank page nothing is found', () => {
    expect(findPicture(one, { ...one, data: new Float32Array(one.data.length).fill(53) })).toBeNull();
  });
  test('pictures too small to tell are refused', () => {
    expect(() => findPicture({ ...one, width: 10 }, one)).toThrow('at least 24');
  });
});

describe('formulas and inspection', () => {
  const then: Formula = {
    masterId: 'm',
    formatId: 'f',
    formatStamp: '1/1/5/5/5/5',
    paperId: 'p',
    routeId: 'r',
    profileId: 'a',
    intent: 'perceptual',
    machineId: 'x',
    lotId: 'l1',
    prep: 'p1:',
  };
  test('each part of §9 makes it stale by its name; a lot only warns', () => {
    const now = (more: Partial<Formula>) => staleParts(then, { ...then, ...more });
    expect(now({})).toEqual([]);
    expect([
      now({ masterId: 'n' }),
      now({ prep: 'p1:crop' }),
      now({ paperId: 'q' }),
      now({ profileId: 'b' }),
      now({ routeId: 's' }),
      now({ machineId: 'y' }),
      now({ intent: 'relative colorimetric' }),
      now({ formatStamp: '2/1/5/5/5/5' }),
    ]).toEqual([
      ['the file'],
      ['the prep'],
      ['the paper'],
      ['the profile'],
      ['the route'],
      ['the machine'],
      ['the intent'],
      ['the image size'],
    ]);
    expect(now({ lotId: 'l2' })).toEqual([]);
    expect(otherLot(then, { ...then, lotId: 'l2' })).toBe(true);
    expect(changedBetween(then, { ...then, lotId: 'l2', intent: 'saturation' })).toEqual([
      'the intent',
      'the lot',
    ]);
  });
  test('what was not known when it was made is not held against it', () => {
    const { profileId: _, intent: __, ...old } = then;
    expect(staleParts(old, then)).toEqual([]);
  });
  const right = Object.fromEntries(INSPECTION.map((p) => [p, 'right'])) as Inspected['points'];
  test('all points right passes; one not looked at does not; one wrong names who bears it', () => {
    expect(inspected(right, { measured: null, words: '', bears: 'the studio' })).toMatchObject({
      verdict: 'passed',
      bears: null,
    });
    expect(() =>
      inspected({ ...right, ink: 'not looked at' }, { measured: null, words: '', bears: null }),
    ).toThrow('points: got "ink"');
    expect(() =>
      inspected({ ...right, ink: 'wrong' }, { measured: null, words: '', bears: null }),
    ).toThrow('bears');
    expect(
      inspected(
        { ...right, ink: 'wrong', specks: 'wrong' },
        { measured: null, words: 'a blue line', bears: 'the printer or lab' },
      ),
    ).toMatchObject({ verdict: 'spoiled', words: 'missing ink or banding, a speck: a blue line' });
    expect(sizeHolds({ width: 400_000, height: 300_000 }, { width: 300_000, height: 400_000 })).toBe(
      false,
    );
    expect(sizeHolds({ width: 400_000, height: 300_000 }, { width: 401_100, height: 300_000 })).toBe(
      false,
    );
  });
});
