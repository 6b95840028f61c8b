import fc from 'fast-check';
import {
  adjustLab,
  checkedAdjustment,
  curveAt,
  lightnessTable,
  NO_ADJUSTMENT,
  partsChanged,
  sayAdjustment,
} from './adjust';
import { eyeBlur, finestSeen, pixelsMelt, softened } from './eye';
import { gamutMesh, gamutVolume, hueOf, sliceAt } from './gamut';
import { OPRGB_GAMMA, OPRGB_PRIMARIES, writeGreyProfile, writeMatrixProfile } from './icc';
import { drifted, modelOf, nearestOf, printerOf } from './inks';
import { adviseIntent } from './intentAdvice';
import { cellSamples, GamutCount, moveTable, shareAbove, TABLE_BITS } from './outOfGamut';
import { profileFacts } from './profileFacts';
import { screenFinding, USUAL_SCREEN } from './screen';
import { writeTableProfile } from './writeTable';

const PAPER = { white: [96, 0.3, 2] as const, black: [16, 0.4, 0.2] as const, reach: 0.85 };
const made = new Map<number, Uint8Array>();
const small = (version: 2 | 4) => {
  if (!made.has(version))
    made.set(
      version,
      writeTableProfile({ label: 'Test paper', version, model: modelOf(PAPER), gridTo: 7, gridBack: 7 }),
    );
  return made.get(version)!.slice();
};

describe('what a profile says of itself', () => {
  test.each([2, 4] as const)('a paper’s tables of version %i', (version) => {
    const facts = profileFacts(small(version));
    expect(facts).toMatchObject({
      label: 'Test paper',
      version: `${version}.4`,
      describes: 'a printer’s paper',
      model: 'RGB',
      works: 'by tables',
      made: '2026-01-01',
    });
    expect(facts.intents).toEqual([
      'perceptual',
      'relative colorimetric',
      'saturation',
      'absolute colorimetric',
    ]);
    expect(facts.white[0]).toBeCloseTo(96, 1);
    expect(facts.white[2]).toBeCloseTo(2, 1);
  });

  test('a space by its primaries serves every intent, and grey is known as grey', () => {
    expect(profileFacts(writeMatrixProfile('opRGB', OPRGB_PRIMARIES, OPRGB_GAMMA))).toMatchObject({
      works: 'by primaries and curves',
      describes: 'a screen',
      white: [100, 0, 0],
    });
    expect(profileFacts(writeGreyProfile('grey', 2.2)).model).toBe('grey');
  });

  const changed = (at: number, to: number[] | string, of = small(2)) => {
    const b = of.slice();
    (typeof to === 'string' ? [...to].map((c) => c.charCodeAt(0)) : to).forEach((v, i) => {
      b[at + i] = v;
    });
    return b;
  };
  test.each([
    ['something else', new Uint8Array(400), /not one/],
    ['a file cut short', small(2).slice(0, 3_000), /was cut short at 3000/],
    ['a scanner’s profile', changed(12, 'scnr'), /scanner or camera/],
    ['a device link', changed(12, 'link'), /device link/],
    ['another model', changed(16, 'HSV '), /RGB, CMYK or grey; this is of HSV/],
    ['version 5', changed(8, [5]), /version 5/],
    ['contents that point outside', changed(132 + 4, [0x7f, 0xff, 0xff, 0xff]), /points outside/],
    [
      'a table shorter than its head says',
      (() => {
        const b = small(2);
        const v = new DataView(b.buffer);
        for (let i = 0; i < v.getUint32(128); i++)
          if (String.fromCharCode(...b.subarray(132 + 12 * i, 136 + 12 * i)) === 'B2A1')
            v.setUint32(140 + 12 * i, 200);
        return b;
      })(),
      /B2A1 is shorter/,
    ],
    ['a sum that does not come out', changed(84, [1, 2, 3], small(4)), /check sum/],
  ])('refuses %s, and says so', (_, bytes, says) => {
    expect(() => profileFacts(bytes)).toThrow(says);
  });

  test('a profile without a way back to the device is refused', () => {
    const b = small(2),
      v = new DataView(b.buffer);
    for (let i = 0; i < v.getUint32(128); i++) {
      const at = 132 + 12 * i;
      if (String.fromCharCode(...b.subarray(at, at + 3)) === 'B2A') b[at] = 'X'.charCodeAt(0);
    }
    expect(() => profileFacts(b)).toThrow(/no table back/);
  });
});

describe('gamut', () => {
  test('the skin of a cube encloses the cube, whatever its steps', () => {
    for (const steps of [2, 5]) {
      const { samples, triangles } = gamutMesh('RGB', steps);
      expect(
        gamutVolume(
          Array.from(samples, (v) => (v / 65_535) * 10),
          triangles,
        ),
      ).toBeCloseTo(1_000, 6);
    }
  });
  test('a cut through a cube is its square: the lines together are its rim', () => {
    const { samples, triangles } = gamutMesh('RGB', 4);
    const lines = sliceAt(
      Array.from(samples, (v) => (v / 65_535) * 10),
      triangles,
      3.3,
    );
    expect(lines.reduce((a, [x1, y1, x2, y2]) => a + Math.hypot(x2 - x1, y2 - y1), 0)).toBeCloseTo(40, 6);
  });
  test('the skin of four inks ends at all of them, and is closed', () => {
    const { samples, triangles } = gamutMesh('CMYK', 3);
    expect([...samples].filter((_, i) => i % 4 === 3).some((k) => k === 65_535)).toBe(true);
    // Closed: shifting it does not change what it encloses.
    const at = (shift: number) =>
      Array.from({ length: samples.length / 4 }, (_, i) =>
        [0, 1, 2].map((c) => samples[i * 4 + c]! / 6_553.5 + samples[i * 4 + 3]! / 65_535 + shift),
      ).flat();
    expect(gamutVolume(at(50), triangles)).toBeCloseTo(gamutVolume(at(0), triangles), 4);
  });
  test('hues by sector; greys have none', () => {
    expect([hueOf(60, 10), hueOf(0, 60), hueOf(-60, 1), hueOf(10, -60), hueOf(1, 1)]).toEqual([
      0, 3, 5, 9, -1,
    ]);
  });
});

describe('out of gamut, counted', () => {
  const identity = (bits: number) => {
    const s = cellSamples(1, bits);
    return Float32Array.from({ length: s.length * 3 }, (_, i) =>
      i % 3 === 0 ? (s[i / 3]! / 65_535) * 100 : 0,
    );
  };
  test('each pixel is looked up: black ones that print as L* 20 are out, and only they', () => {
    const bits = TABLE_BITS[1],
      lab = identity(bits);
    const table = moveTable(
      1,
      bits,
      lab,
      lab.map((v, i) => (i % 3 === 0 ? Math.max(20, v) : v)),
    );
    const count = new GamutCount(table, { width: 10, height: 10 }, 2);
    count.take(
      Uint8Array.from({ length: 100 }, (_, i) => (i < 25 ? 0 : 200)),
      0,
      10,
      8,
    );
    const r = count.result();
    expect(r.outShare).toBe(0.25);
    expect(r.sectors).toEqual([{ name: 'near grey', share: 0.25 }]);
    expect(r.meanInside).toBe(0);
    expect(r.map.mean.slice(0, 2)).toEqual([expect.any(Number), expect.any(Number)]);
    expect(r.map.mean[0]).toBeGreaterThan(r.map.mean[2]!);
    expect(shareAbove(r.shares, 25)).toBe(0);
    expect(shareAbove(r.shares, 1)).toBe(0.25);
  });
  test('sixteen bits and eight of the same picture are counted alike, in bands or whole', () => {
    const lab = Float32Array.from(cellSamples(3, 4), (v) => v / 655.35),
      printed = lab.map((v) => v * 0.9);
    const table = moveTable(3, 4, lab, printed);
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 48, maxLength: 48 }), (px) => {
        const one = new GamutCount(table, { width: 4, height: 4 }, 4),
          two = new GamutCount(table, { width: 4, height: 4 }, 4);
        one.take(px, 0, 4, 8);
        const wide = Uint16Array.from(px, (v) => v * 257);
        two.take(wide.subarray(0, 24), 0, 2, 16);
        two.take(wide.subarray(24), 2, 2, 16);
        expect(two.result()).toEqual(one.result());
      }),
    );
  });
});

describe('adjustments', () => {
  const figures = fc.record({
    lightness: fc.double({ min: -12, max: 12, noNaN: true }),
    contrast: fc.double({ min: 0.8, max: 1.25, noNaN: true }),
  });
  test('lightness always rises, black and white stay', () => {
    fc.assert(
      fc.property(figures, (f) => {
        const t = lightnessTable({ ...NO_ADJUSTMENT, ...f });
        for (let i = 1; i < t.length; i++)
          if (t[i]! < t[i - 1]! - 1e-4) throw new Error(`falls at L* ${i / 10}`);
      }),
    );
    expect(lightnessTable({ ...NO_ADJUSTMENT, lightness: 9 })[0]).toBe(0);
    expect(lightnessTable({ ...NO_ADJUSTMENT, lightness: -9 })[1_000]).toBe(100);
  });
  test('nothing asked is nothing done', () => {
    const lab = Float32Array.from([0, 0, 0, 41.7, 12, -33, 99.9, 3, 1]);
    expect([...adjustLab(lab.slice(), NO_ADJUSTMENT)]).toEqual([...lab].map((v) => expect.closeTo(v, 4)));
  });
  test('bare paper stays bare, mid-tones take what was asked', () => {
    const lab = adjustLab(Float32Array.from([100, 0, 0, 50, 10, 10]), {
      ...NO_ADJUSTMENT,
      warmth: 4,
      tint: -2,
      saturation: 1.5,
      lightness: 3,
    });
    expect([...lab]).toEqual([100, 0, 0, 53, 13, 19].map((v) => expect.closeTo(v, 4)));
  });
  test('a curve runs straight between its points and on to both ends', () => {
    expect(
      [0, 20, 35, 50, 75, 100].map((L) =>
        curveAt(
          [
            [20, 30],
            [50, 52],
          ],
          L,
        ),
      ),
    ).toEqual([0, 30, 41, 52, 76, 100]);
  });
  test('in words, and what cannot be done', () => {
    expect(sayAdjustment({ ...NO_ADJUSTMENT, lightness: -3, contrast: 1.08, curve: [[10, 12]] })).toBe(
      'lower L* by 3.0, contrast × 1.08, a curve on L* of 1 points',
    );
    expect(() =>
      checkedAdjustment({
        ...NO_ADJUSTMENT,
        curve: [
          [50, 40],
          [60, 30],
        ],
      }),
    ).toThrow('curve[1]: got [60,30], expected rising points');
    expect(() => checkedAdjustment({ ...NO_ADJUSTMENT, warmth: 90 })).toThrow('warmth');
    expect(partsChanged({ ...NO_ADJUSTMENT, tint: 1 }, { ...NO_ADJUSTMENT, warmth: 1 })).toEqual([
      'warmth',
      'tint',
    ]);
  });
});

describe('ink on paper', () => {
  const print = printerOf(modelOf(PAPER));
  test('white is the paper, black is its black, and more light never prints darker', () => {
    const out = new Float64Array(3),
      more = new Float64Array(3);
    print(0, 0, 0, out);
    expect([...out]).toEqual([16, 0.4, 0.2].map((v) => expect.closeTo(v, 3)));
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.98, noNaN: true }), (v) => {
        print(v, v, v, out);
        print(v + 0.02, v + 0.02, v + 0.02, more);
        return more[0]! >= out[0]! - 1e-9;
      }),
    );
  });
  test('the device colour of what it printed is found again', () => {
    fc.assert(
      fc.property(
        fc.tuple(...Array.from({ length: 3 }, () => fc.double({ min: 0.05, max: 0.95, noNaN: true }))),
        ([r, g, b]) => {
          const lab = new Float64Array(3),
            start = Float64Array.from([0.5, 0.5, 0.5]);
          print(r!, g!, b!, lab);
          expect(nearestOf(print, lab[0]!, lab[1]!, lab[2]!, start, 60)).toBeLessThan(0.3);
        },
      ),
      { numRuns: 60 },
    );
  });
  test('a day’s drift moves mid-tones and leaves the black', () => {
    const other = printerOf(drifted(modelOf(PAPER), { gain: [0.03, 0.03, 0.03], paper: [0, 0, 0] }));
    const [a, b] = [new Float64Array(3), new Float64Array(3)];
    print(0.5, 0.5, 0.5, a);
    other(0.5, 0.5, 0.5, b);
    expect(b[0]).toBeLessThan(a[0]! - 1);
    other(0, 0, 0, b);
    expect(b[0]).toBeCloseTo(16, 3);
  });
});

describe('intent by measure', () => {
  const grid = { width: 8, height: 8 };
  const lab = (f: (i: number) => [number, number, number]) =>
    Float32Array.from(Array.from({ length: 64 }, (_, i) => f(i)).flat());
  // Half the picture is reds in two strengths that clip to one; the other half is a grey the paper shows.
  const picture = lab((i) => (i % 8 < 4 ? [50, i % 2 ? 95 : 85, 40] : [60, 0, 0]));
  const clipped = lab((i) => (i % 8 < 4 ? [50, 70, 40] : [60, 0, 0]));
  test('a paper that shows everything is left to relative colorimetric', () => {
    const a = adviseIntent(grid, picture, picture, [
      { intent: 'relative colorimetric', lab: picture },
      { intent: 'perceptual', lab: picture.map((v) => v * 0.98) },
    ]);
    expect(a).toMatchObject({
      outShare: 0,
      advised: 'relative colorimetric',
      finding: { verdict: 'holds' },
    });
  });
  test('reds that would become one are worth a little disturbance', () => {
    const perceptual = lab((i) => (i % 8 < 4 ? [50, i % 2 ? 72 : 64, 38] : [60.8, 0.3, 0]));
    const a = adviseIntent(grid, picture, clipped, [
      { intent: 'relative colorimetric', lab: clipped },
      { intent: 'perceptual', lab: perceptual },
    ]);
    expect(a.outShare).toBe(0.5);
    expect(a.advised).toBe('perceptual');
    expect(a.measures[0]!.disturbed).toBe(0);
    expect(a.measures[0]!.kept).toBeLessThan(a.measures[1]!.kept);
    expect(a.finding.says).toMatch(/relative keeps \d+ % .* perceptual keeps \d+ %/);
    expect(a.map.kept.some((v) => v === null)).toBe(true);
  });
  test('not at the price of everything else', () => {
    const heavy = lab((i) => (i % 8 < 4 ? [50, i % 2 ? 72 : 64, 38] : [70, 4, 8]));
    expect(
      adviseIntent(grid, picture, clipped, [
        { intent: 'relative colorimetric', lab: clipped },
        { intent: 'perceptual', lab: heavy },
      ]),
    ).toMatchObject({ advised: 'relative colorimetric', finding: { word: 'relative, with a loss' } });
  });
});

describe('the eye and the screen', () => {
  test('one minute of arc, worked by hand', () => {
    // 1 m × tan(1/60°) = 0.29089 mm; 300 ppi is 0.08467 mm to a pixel.
    expect(finestSeen(1_000_000)).toBe(291);
    expect(eyeBlur(1_000_000, 300)).toBeCloseTo(0.29089 / 0.084667 / 2.35482, 4);
    expect(pixelsMelt(300)).toBe(291_063);
    expect(finestSeen(pixelsMelt(300))).toBe(85);
    expect(() => finestSeen(0)).toThrow('distance');
  });
  test('softening keeps an even tone, and mixes light, not code values', () => {
    const flat = Uint8ClampedArray.from({ length: 4 * 64 }, (_, i) => (i % 4 === 3 ? 255 : 77));
    expect([...softened(flat, 8, 8, 2)]).toEqual([...flat]);
    const stripes = Uint8ClampedArray.from({ length: 4 * 400 }, (_, i) =>
      i % 4 === 3 ? 255 : Math.floor(i / 4) % 2 ? 255 : 0,
    );
    // Half the light of white is code value 188, not 128.
    expect(softened(stripes, 20, 20, 3)[4 * 210]).toBeGreaterThan(184);
  });
  test('the screen: unknown, fresh, due', () => {
    expect(screenFinding(USUAL_SCREEN, '2026-11-25').word).toBe('not known');
    expect(screenFinding({ ...USUAL_SCREEN, calibratedOn: '2026-11-25' }, '2026-11-25').says).toContain(
      'calibrated today',
    );
    expect(screenFinding({ ...USUAL_SCREEN, calibratedOn: '2026-10-26' }, '2026-11-25')).toMatchObject({
      verdict: 'holds',
      because: expect.anything(),
    });
    expect(screenFinding({ ...USUAL_SCREEN, calibratedOn: '2026-10-25' }, '2026-11-25').says).toContain(
      '1 days overdue',
    );
  });
});
