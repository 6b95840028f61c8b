import fc from 'fast-check';
import { InputError } from '../errors';
import { nameSpace } from '../colour/space';
import {
  blurred,
  enlarged,
  grainy,
  leaves,
  noisy,
  pressed,
  toSharp,
  type Subject,
} from '../../../tests/unit/helpers/subjects';
import { blurShare, detailOf, type KnownDetail } from './detail';
import { bySize, SPECK_MARGIN, specksIn } from './dust';
import { flatField, lightAt, readEvenness } from './evenness';
import { jpegQuality } from './jpegQuality';
import { bowOf, quadToSquareMap, readKeystone, throughSquare, type Quad } from './quad';
import { findingsOf, truePpi, type Readings } from './readings';
import { DETAIL_TILE, radialSpectrum } from './spectrum';
import { findJoint } from './stitch';

/** Spectra of a subject's tiles, those with most texture and those with least, as the reading of a file takes them. */
function spectraOf(s: Subject) {
  const tiles = [];
  for (let y = 0; y + DETAIL_TILE <= s.height; y += 64) {
    for (let x = 0; x + DETAIL_TILE <= s.width; x += 64) {
      const tile = new Float32Array(DETAIL_TILE ** 2);
      for (let j = 0; j < DETAIL_TILE; j++)
        tile.set(
          s.data.subarray((y + j) * s.width + x, (y + j) * s.width + x + DETAIL_TILE),
          j * DETAIL_TILE,
        );
      const spectrum = radialSpectrum(tile);
      tiles.push({ spectrum, energy: spectrum.slice(4, 16).reduce((a, b) => a + b, 0) });
    }
  }
  tiles.sort((a, b) => b.energy - a.energy);
  const n = tiles.length;
  return [tiles.slice(0, Math.max(4, n >> 2)), tiles.slice(-Math.max(3, Math.round(n / 12)))].map((l) =>
    l.map((t) => t.spectrum),
  ) as [Float64Array[], Float64Array[]];
}
const measure = (s: Subject) => detailOf(...spectraOf(s)) as KnownDetail;

describe('true detail', () => {
  // Of another seed and size than the pictures that the constants were tuned on.
  const sharp = leaves('leaves', 77, 384, 3_000);
  const whole = measure(sharp).share;

  test('a sharp picture carries what its pixels can', () => expect(whole).toBeGreaterThan(0.92));
  test.each([1, 1.5, 2, 3])(
    'a blur of %d px leaves what its own fall-off leaves, to a tenth',
    async (sigma) => {
      expect(Math.abs(measure(await blurred(sharp, sigma)).share / blurShare(sigma) - 1)).toBeLessThan(
        0.1,
      );
    },
  );
  test.each([
    [1.5, 'cubic'],
    [2, 'cubic'],
    [2, 'lanczos3'],
    [3, 'cubic'],
    [3, 'lanczos3'],
  ] as const)('enlarged × %d by %s it carries about one part of that', (k, kernel) => {
    expect(Math.abs(measure(enlarged(sharp, k, kernel)).share * k - 1)).toBeLessThan(0.13);
  });
  test('noise and grain change the reading of an enlarged picture by under a tenth', async () => {
    const twice = enlarged(sharp, 2, 'cubic');
    const was = measure(twice).share;
    for (const s of [noisy(twice, 2), noisy(twice, 5), await grainy(twice, 3)])
      expect(Math.abs(measure(s).share / was - 1)).toBeLessThan(0.1);
  });
  test('noise, grain and JPEG change the reading of a sharp one by under a tenth', async () => {
    for (const s of [noisy(sharp, 5), await grainy(sharp, 3), await pressed(sharp, 80)])
      expect(Math.abs(measure(s).share / whole - 1)).toBeLessThan(0.1);
  });
  test('noise alone is measured as noise', () => {
    const board: Subject = {
      name: 'board',
      width: 256,
      height: 256,
      data: new Float32Array(256 * 256).fill(128),
    };
    expect(measure(noisy(board, 4)).noise).toBeCloseTo(4, 0);
  });
  test('white noise of variance v has power v at every frequency', () => {
    const s = radialSpectrum(
      noisy({ name: '', width: 128, height: 128, data: new Float32Array(128 * 128) }, 3).data,
    );
    const mean = s.slice(8, 62).reduce((a, b) => a + b, 0) / 54;
    expect(mean).toBeGreaterThan(7.5);
    expect(mean).toBeLessThan(10.5);
  });
  test('less blur is never less detail', () => {
    let last = 2;
    for (const sigma of [0.5, 0.7, 1, 1.4, 2, 3, 4]) {
      const share = blurShare(sigma);
      expect(share).toBeLessThan(last);
      last = share;
    }
    expect(truePpi(300, 0.5)).toBe(150);
  });
  test('a drawn picture whose flat parts hold nothing at all is measured too', () => {
    const flat = new Float64Array(65);
    const d = detailOf(spectraOf(sharp)[0], [flat], 1 / 12 / 257 ** 2);
    expect(Number.isFinite(d.noise) && d.share! > 0.9).toBe(true);
  });
  test('where noise covers everything nothing is concluded: no figure, and no NaN', () => {
    const noise = new Float64Array(65).fill(5);
    expect(detailOf([noise, noise, noise], [noise]).share).toBeNull();
    expect(detailOf([noise], []).share).toBeNull();
  });
  test('a tile of another size, and no tile, are named', () => {
    expect(() => radialSpectrum(new Float32Array(100))).toThrow(/tile: got "100 values"/);
    expect(() => detailOf([], [])).toThrow(InputError);
  });
});

describe('squareness', () => {
  const frame = { width: 3_000, height: 2_000 };
  /** Corners of a 400 × 300 work as a pinhole camera sees them, tilted up by `pitch` and to the side by `yaw`. */
  const seen = (pitch: number, yaw: number, roll = 0, f = 5_000): Quad => {
    const [p, y, r] = [pitch, yaw, roll].map((d) => (d * Math.PI) / 180) as [number, number, number];
    return [
      [-1, -0.75],
      [1, -0.75],
      [1, 0.75],
      [-1, 0.75],
    ].map(([a, b]) => {
      let [X, Y, Z] = [a! * Math.cos(r) - b! * Math.sin(r), a! * Math.sin(r) + b! * Math.cos(r), 0];
      [Y, Z] = [Y * Math.cos(p) - Z * Math.sin(p), Y * Math.sin(p) + Z * Math.cos(p)];
      [X, Z] = [X * Math.cos(y) + Z * Math.sin(y), -X * Math.sin(y) + Z * Math.cos(y)];
      Z += 6;
      return { x: frame.width / 2 + (f * X) / Z, y: frame.height / 2 + (f * Y) / Z };
    }) as unknown as Quad;
  };
  test('degrees are found again, whichever way the camera looked', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -8, max: 8, noNaN: true }),
        fc.double({ min: -8, max: 8, noNaN: true }),
        (pitch, yaw) => {
          const k = readKeystone(seen(pitch, yaw), frame);
          const tilt =
            (Math.acos(Math.cos((pitch * Math.PI) / 180) * Math.cos((yaw * Math.PI) / 180)) * 180) /
            Math.PI;
          return (
            Math.abs(k.tilt - tilt) < 0.05 &&
            Math.abs(Math.abs(k.pitch) - Math.abs(pitch)) < 0.2 &&
            Math.abs(Math.abs(k.yaw) - Math.abs(yaw)) < 0.2
          );
        },
      ),
    );
  });
  test('words at their borders, roll included', () => {
    expect(readKeystone(seen(0, 0), frame)).toMatchObject({
      word: 'square',
      squared: { width: 1667, height: 1250 },
    });
    expect(readKeystone(seen(1.5, 0), frame).word).toBe('slightly off');
    expect(readKeystone(seen(5, 0), frame).word).toBe('tilted');
    expect(readKeystone(seen(0, 0, 1), frame)).toMatchObject({
      word: 'slightly off',
      says: expect.stringContaining('turned 1.0° clockwise'),
    });
  });
  test('the map takes the square’s corners to the corners, and lines to lines', () => {
    const q = seen(4, 3);
    const m = quadToSquareMap(q);
    [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ].forEach(([u, v], i) => {
      const p = throughSquare(m, u!, v!);
      expect(Math.hypot(p.x - q[i]!.x, p.y - q[i]!.y)).toBeLessThan(1e-6);
    });
  });
  test('crossed or flat corners are named', () => {
    expect(() =>
      readKeystone(
        [
          { x: 0, y: 0 },
          { x: 0, y: 100 },
          { x: 100, y: 100 },
          { x: 100, y: 0 },
        ],
        frame,
      ),
    ).toThrow(/corners/);
    expect(() =>
      quadToSquareMap([
        { x: 0, y: 0 },
        { x: 50, y: 0 },
        { x: 100, y: 0 },
        { x: 0, y: 100 },
      ]),
    ).toThrow(/clockwise/);
  });
  test('edges that bow outward are told from those that bow inward', () => {
    const c: Quad = [
      { x: 0, y: 0 },
      { x: 1000, y: 0 },
      { x: 1000, y: 1000 },
      { x: 0, y: 1000 },
    ];
    const mids = (d: number): Quad => [
      { x: 500, y: -d },
      { x: 1000 + d, y: 500 },
      { x: 500, y: 1000 + d },
      { x: -d, y: 500 },
    ];
    expect(bowOf(c, mids(8))).toBeCloseTo(0.008);
    expect(bowOf(c, mids(-8))).toBeCloseTo(-0.008);
  });
});

describe('evenness', () => {
  const frame = (stops: number) => ({
    width: 48,
    height: 32,
    light: Array.from({ length: 48 * 32 }, (_, i) => {
      const [x, y] = [((i % 48) + 0.5) / 48 - 0.5, (Math.floor(i / 48) + 0.5) / 32 - 0.5];
      return 0.6 * 2 ** (-stops * ((x * x + y * y) / 0.5));
    }),
  });
  test.each([
    [0.05, 'even'],
    [0.12, 'even'],
    [0.3, 'correct it'],
    [0.6, 'set the lights again'],
  ] as const)('%d stops to the corner: %s', (stops, word) => {
    const r = readEvenness(frame(stops));
    expect(r.word).toBe(word);
    // The corner is read as a patch, whose middle lies a little nearer the centre.
    expect(r.worst).toBeGreaterThan(stops * 0.7);
    expect(r.worst).toBeLessThanOrEqual(stops);
    expect(r.says).toContain(`${r.worst.toFixed(2)} stops under`);
  });
  test('one dark corner is named', () => {
    const light = new Array(64).fill(1);
    light[63] = 0.5;
    expect(readEvenness({ width: 8, height: 8, light }).says).toContain(
      'the bottom right corner lies 1.00 stops under the centre',
    );
  });
  test('dividing by the map makes the frame even', () => {
    const f = frame(0.3);
    const field = flatField(f);
    const even = f.light.map(
      (v, i) => v / lightAt(field, ((i % 48) + 0.5) / 48, (Math.floor(i / 48) + 0.5) / 32),
    );
    expect(Math.abs(readEvenness({ ...f, light: even }).worst)).toBeLessThan(0.03);
  });
  test('a grid too small, and a black one, are named', () => {
    expect(() => readEvenness({ width: 4, height: 8, light: new Array(32).fill(1) })).toThrow(/8 × 8/);
    expect(() => readEvenness({ width: 8, height: 8, light: new Array(64).fill(0) })).toThrow(
      /light at the centre/,
    );
  });
});

describe('a joint of two tiles', () => {
  const big = leaves('joint', 9, 256, 1_200);
  const cut = (x0: number, y0: number, w: number, h: number, k = 1) => ({
    width: w,
    height: h,
    data: Float32Array.from(
      { length: w * h },
      (_, i) => (k * big.data[(y0 + Math.floor(i / w)) * 256 + x0 + (i % w)]!) / 255,
    ),
  });
  test.each([
    [96, 0],
    [0, 88],
    [90, -12],
    [101, 7],
  ])('a tile %d right and %d below is found there', (dx, dy) => {
    const [ax, ay] = [0, Math.max(0, -dy)];
    const r = findJoint(cut(ax, ay, 128, 128), cut(ax + dx, ay + dy, 128, 128), 10);
    expect(Math.abs(r.dx - dx * 10)).toBeLessThanOrEqual(10);
    expect(Math.abs(r.dy - dy * 10)).toBeLessThanOrEqual(10);
    expect(r.word).toBe('joins');
  });
  test('a step of tone between them is measured', () => {
    const r = findJoint(cut(0, 0, 128, 128), cut(96, 0, 128, 128, 2 ** 0.1));
    expect(r.word).toBe('step of tone');
    expect(r.step).toBeCloseTo(0.1, 2);
  });
  test('two tiles of different places have none', () => {
    const other = leaves('other', 1234, 128, 700);
    expect(findJoint(cut(0, 0, 128, 128), { ...other, data: other.data.map((v) => v / 255) }).word).toBe(
      'no overlap found',
    );
    expect(() => findJoint(cut(0, 0, 8, 8), cut(0, 0, 128, 128))).toThrow(/first/);
  });
});

describe('dust', () => {
  const board = (specks: [x: number, y: number, r: number, tone: number][], noise = 0) => {
    const s = noisy(
      {
        name: '',
        width: 160,
        height: 120,
        data: Float32Array.from({ length: 160 * 120 }, (_, i) => 120 + 30 * Math.sin((i % 160) / 40)),
      },
      noise,
    );
    for (const [cx, cy, r, tone] of specks)
      for (let y = 0; y < 120; y++)
        for (let x = 0; x < 160; x++) if (Math.hypot(x - cx, y - cy) <= r) s.data[y * 160 + x] = tone;
    return { ...s, top: 0, from: 0, to: 120 };
  };
  test('specks are found where they lie, by size, lighter and darker', () => {
    const found = bySize(
      specksIn(
        board([
          [40, 40, 2, 250],
          [100, 70, 4, 10],
          [140, 30, 1.2, 240],
        ]),
        0.5,
      ),
    );
    expect(found.map((s) => [s.x, s.y, s.contrast > 0])).toEqual([
      [100, 70, false],
      [40, 40, true],
      [140, 30, true],
    ]);
    expect(found[0]!.size).toBe(9);
  });
  test('noise and soft slopes are none; nor is what is larger than a speck', () => {
    expect(specksIn(board([], 2), 2)).toEqual([]);
    expect(specksIn(board([[80, 60, 30, 250]]), 0.5)).toEqual([]);
  });
  test('a speck on the border of two bands is found once', () => {
    const whole = board([[60, 60, 3, 250]]);
    const band = (from: number, to: number) => {
      const top = Math.max(0, from - SPECK_MARGIN),
        end = Math.min(120, to + SPECK_MARGIN);
      return specksIn(
        { width: 160, height: end - top, data: whole.data.subarray(top * 160, end * 160), top, from, to },
        0.5,
      );
    };
    const found = [...band(0, 60), ...band(60, 120)];
    expect(found).toHaveLength(1);
  });
});

describe('the quality of a JPEG', () => {
  const subject = leaves('jpeg', 4, 128, 300);
  test.each([30, 50, 75, 85, 92, 95, 100])('written at %d it is read as %d', async (quality) => {
    expect(jpegQuality(await toSharp(subject).toColourspace('b-w').jpeg({ quality }).toBuffer())).toEqual(
      { quality, usual: true },
    );
  });
  test('a file without tables has none', () => {
    expect(jpegQuality(Buffer.from([0xff, 0xd8, 0xff, 0xda, 0, 4, 0, 0]))).toBeNull();
    expect(jpegQuality(Buffer.alloc(0))).toBeNull();
  });
});

describe('what readings mean', () => {
  const map = { cols: 1, rows: 1, shares: [0] };
  const base: Readings = {
    width: 100,
    height: 100,
    channels: 3,
    bits: 16,
    space: nameSpace(null),
    histogram: [],
    clipped: { high: [0, 0, 0], low: [0, 0, 0], bare: 0, black: 0, highMap: map, lowMap: map },
    edge: { share: 0, map },
    jpeg: null,
    detail: { share: 1, noise: 1, seenTo: 1, tiles: 9, map: { cols: 1, rows: 1, shares: [1] } },
  };
  const facts = {
    fileKind: 'TIFF',
    orientation: 1,
    density: null,
    widthPx: 100,
    colourExpected: true,
    bits: 16,
  };
  const words = (change: Partial<Readings>, f: Partial<typeof facts> = {}) =>
    findingsOf({ ...base, ...change }, { ...facts, ...f }).map((x) => `${x.verdict} ${x.word}`);
  const srgb = { ...base.space, name: 'sRGB', model: 'RGB' as const, wide: false };
  test('each fault has its finding', () => {
    expect(words({})).toContain('fails untagged');
    expect(
      words({ space: { ...srgb, mislabelled: 'its label says opRGB, its numbers say sRGB' } }),
    ).toContain('care mislabelled');
    expect(words({ space: { ...base.space, name: 'CMYK', model: 'CMYK' } })).toContain('care CMYK');
    expect(words({ space: { ...base.space, name: 'grey', model: 'grey' } })).toContain('care no colour');
    expect(
      words({ space: { ...base.space, name: 'grey', model: 'grey' } }, { colourExpected: false }),
    ).toContain('holds grey');
    expect(words({ space: srgb, edge: { share: 0.05, map } })).toContain('fails on the edge');
    expect(
      words({ space: { ...srgb, name: 'opRGB', wide: true }, edge: { share: 0.05, map } }),
    ).toContain('care on the edge');
    expect(words({ space: { ...srgb, wide: true }, bits: 8 })).toContain('care 8 bit, wide');
    expect(words({ clipped: { ...base.clipped, high: [0.02, 0, 0] } })).toContain('care clipped');
    expect(words({ jpeg: { quality: 60, usual: true, blocking: 0 } })).toContain('care squeezed');
    expect(words({ detail: { ...base.detail!, share: 0.5 } })).toContain('care thin in detail');
    expect(words({ detail: null })).toContain('care cannot tell');
    expect(words({}, { orientation: 6 })).toContain('holds turned for view');
    expect(words({}, { density: 300 as never })).toContain('holds a label');
  });
  test('a sentence carries its figures', () => {
    expect(
      findingsOf({ ...base, detail: { ...base.detail!, share: 0.5 } }, facts).find(
        (f) => f.about === 'detail',
      )!.says,
    ).toBe(
      'Its pixels promise more than they hold: true detail reaches 50 % of what they could carry, as a file enlarged × 2.0 or as soft as that.',
    );
    expect(
      findingsOf({ ...base, clipped: { ...base.clipped, high: [0.004, 0, 0], bare: 0.002 } }, facts).find(
        (f) => f.about === 'tone',
      )!.says,
    ).toContain('0.2 % is pure white and prints as bare paper');
  });
});
