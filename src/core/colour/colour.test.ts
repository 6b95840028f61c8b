import { timesVector } from '../matrix3';
import fc from 'fast-check';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runCalc } from '@/core/calc';
import { InputError } from '../errors';
import { deltaE00, labOfXyz, xyzOfLab, type Lab } from './difference';
import {
  adaptedColumns,
  OPRGB_GAMMA,
  OPRGB_PRIMARIES,
  profileLabel,
  writeGreyProfile,
  writeMatrixProfile,
} from './icc';
import { PRACTICE_CHART, practiceCgats } from './practiceChart';
import { curveOfTag, openProfile } from './profile';
import { nameSpace, P3_PRIMARIES, ROMM_PRIMARIES, SRGB_PRIMARIES, srgbCurve } from './space';
import { readCgats, readTarget, type Rgb } from './target';

// Sharma, Wu, Dalal 2005, table 1.
const PAIRS: [Lab, Lab, number][] = [
  [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
  [[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
  [[50, 2.8361, -74.02], [50, 0, -82.7485], 3.4412],
  [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1],
  [[50, -1.1848, -84.8006], [50, 0, -82.7485], 1],
  [[50, -0.9009, -85.5211], [50, 0, -82.7485], 1],
  [[50, 0, 0], [50, -1, 2], 2.3669],
  [[50, -1, 2], [50, 0, 0], 2.3669],
  [[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.001], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.0011], 7.2195],
  [[50, 2.49, -0.001], [50, -2.49, 0.0012], 7.2195],
  [[50, -0.001, 2.49], [50, 0.0009, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.001, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.0011, -2.49], 4.7461],
  [[50, 2.5, 0], [50, 0, -2.5], 4.3065],
  [[50, 2.5, 0], [73, 25, -18], 27.1492],
  [[50, 2.5, 0], [61, -5, 29], 22.8977],
  [[50, 2.5, 0], [56, -27, -3], 31.903],
  [[50, 2.5, 0], [58, 24, 15], 19.4535],
  [[50, 2.5, 0], [50, 3.1736, 0.5854], 1],
  [[50, 2.5, 0], [50, 3.2972, 0], 1],
  [[50, 2.5, 0], [50, 1.8634, 0.5757], 1],
  [[50, 2.5, 0], [50, 3.2592, 0.335], 1],
  [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
  [[63.0109, -31.0961, -5.8663], [62.8187, -29.7946, -4.0864], 1.263],
  [[61.2901, 3.7196, -5.3901], [61.4292, 2.248, -4.962], 1.8731],
  [[35.0831, -44.1164, 3.7933], [35.0232, -40.0716, 1.5901], 1.8645],
  [[22.7233, 20.0904, -46.694], [23.0331, 14.973, -42.5619], 2.0373],
  [[36.4612, 47.858, 18.3852], [36.2715, 50.5065, 21.2231], 1.4146],
  [[90.8027, -2.0831, 1.441], [91.1528, -1.6435, 0.0447], 1.4441],
  [[90.9257, -0.5406, -0.9208], [88.6381, -0.8985, -0.7239], 1.5381],
  [[6.7747, -0.2908, -2.4247], [5.8714, -0.0985, -2.2286], 0.6377],
  [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
];

const anyLab = fc.tuple(
  fc.double({ min: 0, max: 100, noNaN: true }),
  fc.double({ min: -120, max: 120, noNaN: true }),
  fc.double({ min: -120, max: 120, noNaN: true }),
);

describe('the difference of two colours', () => {
  test.each(PAIRS)('%j and %j: %d', (a, b, expected) => {
    expect(Math.abs(deltaE00(a, b) - expected)).toBeLessThan(1e-4);
    expect(Math.abs(deltaE00(b, a) - expected)).toBeLessThan(1e-4);
  });
  test('nothing differs from itself; order does not matter; odd input is named', () => {
    fc.assert(fc.property(anyLab, (a) => deltaE00(a, a) === 0));
    fc.assert(
      fc.property(
        anyLab,
        anyLab,
        (a, b) => Math.abs(deltaE00(a, b) - deltaE00(b, a)) < 1e-9 && deltaE00(a, b) >= 0,
      ),
    );
    expect(runCalc('colour.difference', { a: [50, 2.5, 0], b: [58, 24, 15] })).toEqual({
      deltaE00: 19.4535,
    });
    expect(() => runCalc('colour.difference', { a: [50, 2.5], b: [58, 24, 15] })).toThrow(InputError);
    expect(() => deltaE00([NaN, 0, 0], [0, 0, 0])).toThrow(/a: got/);
  });
  test('Lab and XYZ lead back to each other, dark colours too', () => {
    fc.assert(
      fc.property(anyLab, (lab) => labOfXyz(xyzOfLab(lab)).every((v, i) => Math.abs(v - lab[i]!) < 1e-6)),
    );
    expect(labOfXyz([0.9642, 1, 0.8249])).toEqual([100, 0, 0]);
  });
});

describe('what a profile’s numbers say', () => {
  const made = (
    label: string,
    p: Parameters<typeof writeMatrixProfile>[1],
    curve: Parameters<typeof writeMatrixProfile>[2],
  ) => nameSpace(writeMatrixProfile(label, p, curve));
  test('primaries and curve decide, the label is only shown', () => {
    expect(made('anything', SRGB_PRIMARIES, srgbCurve)).toMatchObject({
      name: 'sRGB',
      wide: false,
      curve: 'sRGB curve',
      differs: null,
      mislabelled: null,
    });
    expect(made('x', OPRGB_PRIMARIES, OPRGB_GAMMA)).toMatchObject({
      name: 'opRGB',
      wide: true,
      curve: 'gamma 2.20',
    });
    expect(made('x', P3_PRIMARIES, srgbCurve)).toMatchObject({ name: 'Display P3', wide: true });
    expect(made('x', ROMM_PRIMARIES, 1.8)).toMatchObject({ name: 'ROMM RGB', wide: true });
    expect(made('sRGB IEC61966-2.1', OPRGB_PRIMARIES, OPRGB_GAMMA).mislabelled).toBe(
      'its label says sRGB, its numbers say opRGB',
    );
    expect(made('sRGB, nearly', SRGB_PRIMARIES, 1.6)).toMatchObject({
      name: 'sRGB primaries with about gamma 1.60',
      differs: expect.stringContaining('not its curve'),
    });
    expect(
      made(
        'mine',
        { red: [0.6, 0.35], green: [0.33, 0.55], blue: [0.16, 0.09], white: [0.3127, 0.329] },
        2.2,
      ),
    ).toMatchObject({ name: 'another RGB', wide: false });
  });
  test('none, a damaged one, one cut short, and grey', () => {
    expect(nameSpace(null)).toMatchObject({ name: 'untagged', model: 'none' });
    expect(nameSpace(new Uint8Array(300))).toMatchObject({ name: 'a damaged profile' });
    const whole = writeMatrixProfile('opRGB', OPRGB_PRIMARIES, OPRGB_GAMMA);
    for (const cut of [10, 131, 200, whole.length - 1])
      expect(nameSpace(whole.subarray(0, cut)).name).toBe('a damaged profile');
    expect(nameSpace(writeGreyProfile('grey', 2.2))).toMatchObject({
      name: 'grey',
      model: 'grey',
      curve: 'gamma 2.20',
    });
  });
  test('any cut of a profile is damaged, never a crash', () => {
    const whole = writeMatrixProfile('opRGB', OPRGB_PRIMARIES, srgbCurve);
    fc.assert(
      fc.property(
        fc.nat(whole.length - 1),
        (n) => nameSpace(whole.subarray(0, n)).name === 'a damaged profile',
      ),
    );
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.nat(255), (at, v) => {
        const bent = Uint8Array.from(whole);
        bent[at] = v;
        return typeof nameSpace(bent).name === 'string';
      }),
    );
  });
  test('a curve given as a function is kept to 16 bit', () => {
    const curve = curveOfTag(openProfile(writeMatrixProfile('sRGB', SRGB_PRIMARIES, srgbCurve)), 'gTRC')!;
    for (let i = 0; i <= 50; i++) expect(Math.abs(curve(i / 50) - srgbCurve(i / 50))).toBeLessThan(3e-5);
  });
  test('parametric curves of all five kinds', () => {
    const para = (kind: number, ...values: number[]) => {
      const tag = new Uint8Array(12 + 4 * values.length);
      tag.set([0x70, 0x61, 0x72, 0x61]);
      const view = new DataView(tag.buffer);
      view.setUint16(8, kind);
      values.forEach((v, i) => view.setInt32(12 + 4 * i, Math.round(v * 65_536)));
      return curveOfTag(
        { space: 'RGB', pcs: 'XYZ', kind: 'mntr', version: 4, tags: new Map([['rTRC', tag]]) },
        'rTRC',
      )!;
    };
    expect(para(0, 2)(0.5)).toBeCloseTo(0.25, 6);
    expect(para(1, 2, 1, -0.25)(0.2)).toBe(0);
    expect(para(1, 2, 1, -0.25)(0.75)).toBeCloseTo(0.25, 6);
    expect(para(2, 2, 1, -0.25, 0.1)(0.2)).toBeCloseTo(0.1, 4);
    expect(para(3, 2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045)(0.5)).toBeCloseTo(
      srgbCurve(0.5),
      3,
    );
    expect(para(4, 2, 1, 0, 0.5, 0.1, 0.05, 0.02)(0.05)).toBeCloseTo(0.045, 4);
  });
  // Made by three different programs; Debian's packages carry them. Found by pattern: what they are called decides nothing.
  const [ONE, TWO, THREE] = [
    '/usr/share/color/icc',
    '/usr/share/color/argyll/ref',
    '/usr/share/color/icc/ghostscript',
  ];
  const REAL: [folder: string, file: RegExp, name: string][] = [
    [ONE, /^sRGB\.icc$/, 'sRGB'],
    [ONE, /1998\.icc$/, 'opRGB'],
    [ONE, /^LStar-RGB\.icc$/, 'ECI-like RGB'],
    [ONE, /^Gray\.icc$/, 'grey'],
    [TWO, /^sRGB\.icm$/, 'sRGB'],
    [TWO, /1998\.icm$/, 'opRGB'],
    [TWO, /^DisplayP3\.icm$/, 'Display P3'],
    [TWO, /^Pro\w+o\.icm$/, 'ROMM RGB'],
    [TWO, /^Pro\w+Lin\.icm$/, 'ROMM RGB primaries with straight'],
    [TWO, /^Rec709\.icm$/, 'sRGB primaries with about gamma 1.95'],
    [TWO, /^SMPTE431_P3\.icm$/, 'another RGB'],
    [TWO, /^Rec2020\.icm$/, 'another RGB'],
    [THREE, /^default_cmyk\.icc$/, 'CMYK'],
    [THREE, /^default_gray\.icc$/, 'grey'],
    [THREE, /^default_rgb\.icc$/, 'sRGB'],
    [THREE, /^a98\.icc$/, 'opRGB'],
    ['node_modules/pdfkit/js/data', /^sRGB.*\.icc$/, 'sRGB'],
  ];
  test.each(REAL.filter(([folder]) => existsSync(folder)))('in %s, %s is %s', (folder, file, name) => {
    const found = readdirSync(folder).find((f) => file.test(f))!;
    expect(nameSpace(readFileSync(`${folder}/${found}`)).name).toBe(name);
  });
  const MAKER = '/usr/bin/colprof',
    INKS = `${THREE}/default_cmyk.icc`;
  (existsSync(MAKER) && existsSync(INKS) ? test : test.skip)(
    'a CMYK profile that a second program makes from readings of the first one is CMYK too, whatever it is labelled',
    () => {
      const at = mkdtempSync(join(tmpdir(), 'glassine-inks-'));
      try {
        const run = (name: string, ...args: string[]) =>
          expect(spawnSync(name, args, { cwd: at }).status).toBe(0);
        run('targen', '-d4', '-f20', 'inks');
        run('fakeread', INKS, 'inks');
        run(MAKER, '-ql', '-bl', '-D', 'sRGB, it says', 'inks');
        const made = readFileSync(
          join(
            at,
            readdirSync(at).find((f) => /\.ic[cm]$/.test(f))!,
          ),
        );
        expect([nameSpace(made).name, profileLabel(made)]).toEqual(['CMYK', 'sRGB, it says']);
      } finally {
        rmSync(at, { recursive: true });
      }
    },
    60_000,
  );
  test('the label is read from both kinds of tag', () => {
    expect(profileLabel(writeMatrixProfile('a name', OPRGB_PRIMARIES, 2))).toBe('a name');
    const newer = '/usr/share/color/argyll/ref/DisplayP3.icm';
    if (existsSync(newer)) expect(profileLabel(readFileSync(newer))).toContain('DisplayP3');
  });
});

describe('a target of 24 patches', () => {
  const columns = adaptedColumns(SRGB_PRIMARIES);
  const det = ([[a, b, c], [d, e, f], [g, h, i]]: readonly [Rgb, Rgb, Rgb]) =>
    a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  /** Linear RGB of the chart by Cramer's rule. */
  const truth = PRACTICE_CHART.map(({ lab }) => {
    const xyz = xyzOfLab(lab);
    const rows = [0, 1, 2].map((r) => columns.map((c) => c[r]!)) as unknown as [Rgb, Rgb, Rgb];
    const all = det(rows);
    return [0, 1, 2].map(
      (k) =>
        det(
          rows.map((row, r) => row.map((v, c) => (c === k ? xyz[r]! : v))) as unknown as [Rgb, Rgb, Rgb],
        ) / all,
    ) as unknown as Rgb;
  });
  test('a perfect capture differs by nothing', () => {
    const r = readTarget(truth, PRACTICE_CHART, columns);
    expect(r.mean).toBeLessThan(0.02);
    expect(r.gains.map((g) => +g.toFixed(3))).toEqual([1, 1, 1]);
  });
  test('a cast is measured, named by its gains, and taken out by the fit', () => {
    const cast = truth.map(([r, g, b]) => [r * 1.25, g, b * 0.8] as const);
    const r = readTarget(cast, PRACTICE_CHART, columns);
    expect(r.mean).toBeGreaterThan(5);
    expect(r.gains[0]).toBeCloseTo(1 / 1.25, 3);
    expect(r.gains[2]).toBeCloseTo(1 / 0.8, 3);
    expect(r.after.mean).toBeLessThan(0.1);
    expect(r.worst.delta).toBeGreaterThan(r.mean);
  });
  test('a matrix between spaces is found again', () => {
    const mixed: [Rgb, Rgb, Rgb] = [
      [0.8, 0.15, 0.05],
      [0.1, 0.85, 0.05],
      [0.02, 0.2, 0.78],
    ];
    const r = readTarget(
      truth.map((v) => timesVector(mixed, v)),
      PRACTICE_CHART,
      columns,
    );
    expect(r.after.worst).toBeLessThan(0.1);
    const back = timesVector(r.fit, timesVector(mixed, [0.3, 0.5, 0.2]));
    expect(back.map((v) => +v.toFixed(3))).toEqual([0.3, 0.5, 0.2]);
  });
  test('another count, and a black frame, are named', () => {
    expect(() => readTarget(truth.slice(1), PRACTICE_CHART, columns)).toThrow(
      /patches: got "23 patches"/,
    );
    expect(() =>
      readTarget(
        truth.map(() => [0, 0, 0] as const),
        PRACTICE_CHART,
        columns,
      ),
    ).toThrow(/light in the neutral row/);
  });
  test('references come as Lab or XYZ, with names in quotes, comments, and any line ends', () => {
    expect(readCgats(practiceCgats().replace(/\n/g, '\r\n'))).toEqual(
      PRACTICE_CHART.map((p) => ({ ...p, lab: [...p.lab] })),
    );
    const xyz = readCgats(
      'BEGIN_DATA_FORMAT\nSAMPLE_ID XYZ_X XYZ_Y XYZ_Z\nEND_DATA_FORMAT\nBEGIN_DATA\n# white\nW 96.42 100 82.49\nEND_DATA\n',
    );
    expect(xyz).toEqual([{ id: 'W', lab: [100, 0, 0] }]);
    expect(() => readCgats('hello')).toThrow(/a CGATS text/);
    expect(() =>
      readCgats('BEGIN_DATA_FORMAT\nSAMPLE_ID RGB_R\nEND_DATA_FORMAT\nBEGIN_DATA\nA 1\nEND_DATA'),
    ).toThrow(/LAB_L/);
    expect(() =>
      readCgats(
        'BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\nA 1 2 x\nEND_DATA',
      ),
    ).toThrow(/reference\[0\]/);
  });
});
