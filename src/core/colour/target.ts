import { InputError } from '../errors';
import { inverseOf, leastSquares, timesVector, transposed, type Mat3 } from '../matrix3';
import { deltaE00, labOfXyz, xyzOfLab, type Lab } from './difference';

export type Rgb = readonly [number, number, number];
export type Reference = { id: string; lab: Lab }[];

/**
 * Patches as a CGATS text, to three decimals at most.
 *
 * @example readCgats(writeCgats('One', [{ id: 'tar', lab: [32, 0, -0.5] }, { id: 'ink', lab: [18, 0, 0] }]))[0] // { id: 'tar', lab: [32, 0, -0.5] }
 */
export const writeCgats = (
  descriptor: string,
  patches: readonly { id: string; lab: readonly number[] }[],
): string =>
  [
    'CGATS.17',
    'ORIGINATOR "Glassine"',
    `DESCRIPTOR "${descriptor}"`,
    'NUMBER_OF_FIELDS 4',
    'BEGIN_DATA_FORMAT',
    'SAMPLE_ID LAB_L LAB_A LAB_B',
    'END_DATA_FORMAT',
    `NUMBER_OF_SETS ${patches.length}`,
    'BEGIN_DATA',
    ...patches.map((p) => `"${p.id}" ${p.lab.map((v) => Math.round(v * 1_000) / 1_000).join(' ')}`),
    'END_DATA',
    '',
  ].join('\n');

type Matrix = Mat3;

export type TargetReading = {
  /** Mean and worst ΔE00 of the patches as captured. */
  mean: number;
  worst: { id: string; delta: number };
  /** Factors on linear red, green and blue that make the neutral row neutral, green kept. */
  gains: Rgb;
  /** Linear RGB to linear RGB, least squares over all patches. */
  fit: Matrix;
  /** ΔE00 after the fit. */
  after: { mean: number; worst: number };
  patches: { id: string; lab: Lab; reference: Lab; delta: number; after: number }[];
};

/** A chart of this many patches, four rows of six, the last row neutral. Source: handbook §4. */
export const TARGET_COLUMNS = 6,
  TARGET_ROWS = 4;

/**
 * Compares the patches of a 24-patch chart with their reference and works out what would bring them nearer.
 *
 * @param patches mean linear RGB of each patch, 0–1, row by row
 * @param reference Lab under D50 of the same patches
 * @param toXyz columns of the capture's space: linear RGB to XYZ under D50
 * @throws InputError for another count of patches, or a chart without light
 * Source: handbook §4; ΔE00 by Sharma, Wu, Dalal 2005.
 */
export function readTarget(
  patches: readonly Rgb[],
  reference: Reference,
  toXyz: readonly [Rgb, Rgb, Rgb],
): TargetReading {
  const n = TARGET_COLUMNS * TARGET_ROWS;
  if (patches.length !== n) throw new InputError('patches', `${patches.length} patches`, `${n} patches`);
  if (reference.length !== n)
    throw new InputError('reference', `${reference.length} patches`, `${n} patches`);
  const lab = (rgb: Rgb) =>
    labOfXyz(
      [0, 1, 2].map(
        (i) => toXyz[0][i]! * rgb[0] + toXyz[1][i]! * rgb[1] + toXyz[2][i]! * rgb[2],
      ) as unknown as Rgb,
    );
  const back = inverseOf(transposed(toXyz));
  const wanted = reference.map((r) => timesVector(back, xyzOfLab(r.lab)));
  const neutral = patches.slice(n - TARGET_COLUMNS, n - 1);
  const sums = [0, 1, 2].map((c) => neutral.reduce((a, p) => a + p[c]!, 0));
  if (sums.some((s) => !(s > 0))) throw new InputError('patches', sums, 'light in the neutral row');
  const asked = [0, 1, 2].map((c) =>
    wanted.slice(n - TARGET_COLUMNS, n - 1).reduce((a, p) => a + p[c]!, 0),
  );
  const raw = [0, 1, 2].map((c) => asked[c]! / sums[c]!);
  const gains = raw.map((g) => g / raw[1]!) as unknown as Rgb;
  // Weighted so that dark patches count as the eye counts them.
  const weightOf = (i: number) => 1 / (0.05 + Math.max(0, wanted[i]![1])) ** 1.3;
  const fit = leastSquares(patches, wanted, weightOf, 'patches', 'patches of different colours');
  const read = patches.map((p, i) => {
    const got = lab(p),
      mended = lab(timesVector(fit, p));
    return {
      id: reference[i]!.id,
      lab: got,
      reference: reference[i]!.lab,
      delta: deltaE00(got, reference[i]!.lab),
      after: deltaE00(mended, reference[i]!.lab),
    };
  });
  const worst = read.reduce((a, b) => (b.delta > a.delta ? b : a));
  const mean = (f: (p: (typeof read)[number]) => number) => read.reduce((a, p) => a + f(p), 0) / n;
  return {
    mean: mean((p) => p.delta),
    worst: { id: worst.id, delta: worst.delta },
    gains,
    fit,
    after: { mean: mean((p) => p.after), worst: Math.max(...read.map((p) => p.after)) },
    patches: read,
  };
}

/**
 * Reads reference colours from a CGATS text: the columns LAB_L, LAB_A, LAB_B (or XYZ_X, XYZ_Y, XYZ_Z of D50, white at 100), named by SAMPLE_ID or
 * SAMPLE_NAME.
 *
 * @throws InputError naming what is missing
 * Source: ANSI CGATS.17.
 * @example readCgats('BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\nA1 50 1 2\nEND_DATA')[0].id // 'A1'
 */
export function readCgats(text: string): Reference {
  const lines = text.split(/\r\n?|\n/).map((line) => line.trim());
  const format = linesBetween(lines, 'BEGIN_DATA_FORMAT', 'END_DATA_FORMAT')
    ?.flatMap((l) => l.split(/\s+/))
    .filter(Boolean);
  const data = linesBetween(lines, 'BEGIN_DATA', 'END_DATA');
  if (!format || !data)
    throw new InputError(
      'reference',
      text.slice(0, 40),
      'a CGATS text with BEGIN_DATA_FORMAT and BEGIN_DATA',
    );
  const at = (name: string) => format.findIndex((f) => f.toUpperCase() === name);
  const lab = ['LAB_L', 'LAB_A', 'LAB_B'].map(at),
    xyz = ['XYZ_X', 'XYZ_Y', 'XYZ_Z'].map(at);
  const named = Math.max(at('SAMPLE_ID'), at('SAMPLE_NAME'), at('SAMPLE_LOC'));
  const use = lab.every((i) => i >= 0) ? lab : xyz.every((i) => i >= 0) ? xyz : null;
  if (!use)
    throw new InputError(
      'reference',
      format.join(' '),
      'columns LAB_L LAB_A LAB_B, or XYZ_X XYZ_Y XYZ_Z',
    );
  return data
    .filter((l) => l && !l.startsWith('#'))
    .map((line, row) => {
      const cells = line.match(/"[^"]*"|\S+/g) ?? [];
      const values = use.map((i) => Number((cells[i] ?? '').replace(/"/g, ''))) as unknown as [
        number,
        number,
        number,
      ];
      if (!values.every(Number.isFinite))
        throw new InputError(`reference[${row}]`, line.slice(0, 60), 'a figure in each column');
      return {
        id: (cells[named] ?? String(row + 1)).replace(/"/g, ''),
        lab: use === lab ? values : labOfXyz(values.map((v) => v / 100) as unknown as Rgb),
      };
    });
}

/** What stands between two lines of a text; nothing where one of them is missing. One pass, however long the text is. */
function linesBetween(lines: readonly string[], from: string, to: string): string[] | null {
  const begin = lines.indexOf(from);
  const end = begin < 0 ? -1 : lines.indexOf(to, begin + 1);
  return end < 0 ? null : lines.slice(begin + 1, end);
}
