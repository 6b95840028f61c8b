import { solveFor, type Mat3, type Vec3 } from '../matrix3';
import { labOfXyz, xyzOfLab, type Lab } from './difference';

/**
 * How three inks look on a paper: the paper bare, each ink alone, each pair, and all three, full strength. A simple model of a
 * print, enough to practise with and to write profiles of made-up papers.
 */
export type InkModel = {
  /** Paper, cyan, magenta, yellow, magenta + yellow, cyan + yellow, cyan + magenta, all three. */
  primaries: readonly [Lab, Lab, Lab, Lab, Lab, Lab, Lab, Lab];
  /** How much more a mid-tone covers than was asked, per ink: 0.1 is a tenth of the area. */
  gain: readonly [number, number, number];
};

/** What differs on a day or in a lot from how a paper was when its profile was made. */
export type Drift = {
  gain: readonly [number, number, number];
  /** Added to the paper's own L*, a*, b*. */ paper: Lab;
};

/** Coverage rises with this power of what is not light in the file, so that a grey ramp looks even. */
const TONE = 1.55;

/**
 * A model as it prints on a day: more or less gain, and another tint of the paper.
 *
 * @example drifted(modelOf({ white: [96, 0, 2], black: [18, 0, 0], reach: 0.8 }), { gain: [0.02, 0, 0], paper: [0, 0, 1] }).primaries[0] // [96, 0, 3]
 */
export function drifted(m: InkModel, d: Drift): InkModel {
  const [paper, ...inks] = m.primaries;
  return {
    primaries: [
      [paper[0] + d.paper[0], paper[1] + d.paper[1], paper[2] + d.paper[2]],
      ...inks,
    ] as unknown as InkModel['primaries'],
    gain: m.gain.map((g, i) => g + d.gain[i]!) as unknown as InkModel['gain'],
  };
}

/** Inks of an imaginary set on the best of papers. */
const BEST: readonly Lab[] = [
  [56, -40, -50],
  [49, 76, -8],
  [91, -7, 96],
  [47, 70, 50],
  [50, -70, 30],
  [25, 26, -52],
];

/**
 * A paper by its white, its deepest black, and how far its colours reach, 1 as far as the best.
 *
 * @example modelOf({ white: [96, 0, 2], black: [18, 0, 0], reach: 0.8 }).primaries[7] // [18, 0, 0]
 */
export function modelOf(paper: { white: Lab; black: Lab; reach: number; gain?: number }): InkModel {
  const { white, black, reach, gain = 0.12 } = paper;
  const span = (L: number) => black[0] + ((L - 5) / 95) * (white[0] - black[0]);
  const inks = BEST.map(([L, a, b]): Lab => [
    span(L),
    a * reach + white[1] * 0.5,
    b * reach + white[2] * 0.5,
  ]);
  return {
    primaries: [white, ...inks, black] as unknown as InkModel['primaries'],
    gain: [gain, gain, gain],
  };
}

export type Printer = (r: number, g: number, b: number, out: Float64Array) => void;

/**
 * The colours a model prints, as a function from device red, green, blue (0–1) to L*a*b* under D50.
 *
 * Areas by Demichel, light by Neugebauer with Yule and Nielsen's n of 2.
 *
 * Source: Yule, Nielsen 1951; Neugebauer 1937.
 * @example ((out) => { printerOf(modelOf({ white: [96, 0, 2], black: [18, 0, 0], reach: 0.8 }))(1, 1, 1, out); return out[0].toFixed(2); })(new Float64Array(3)) // '96.00'
 */
export function printerOf(m: InkModel): Printer {
  const roots = m.primaries.flatMap((lab) => xyzOfLab(lab).map((v) => Math.sqrt(Math.max(0, v))));
  const covered = (light: number, gain: number) => {
    const asked = 1 - Math.min(1, Math.max(0, light)) ** TONE;
    return Math.min(1, Math.max(0, asked + 4 * gain * asked * (1 - asked)));
  };
  // The primaries' order: none, C, M, Y, MY, CY, CM, CMY.
  return (r, g, b, out) => {
    const c = covered(r, m.gain[0]),
      k = covered(g, m.gain[1]),
      y = covered(b, m.gain[2]);
    const nc = 1 - c,
      nk = 1 - k,
      ny = 1 - y;
    const w0 = nc * nk * ny,
      w1 = c * nk * ny,
      w2 = nc * k * ny,
      w3 = nc * nk * y,
      w4 = nc * k * y,
      w5 = c * nk * y,
      w6 = c * k * ny,
      w7 = c * k * y;
    const X =
      w0 * roots[0]! +
      w1 * roots[3]! +
      w2 * roots[6]! +
      w3 * roots[9]! +
      w4 * roots[12]! +
      w5 * roots[15]! +
      w6 * roots[18]! +
      w7 * roots[21]!;
    const Y =
      w0 * roots[1]! +
      w1 * roots[4]! +
      w2 * roots[7]! +
      w3 * roots[10]! +
      w4 * roots[13]! +
      w5 * roots[16]! +
      w6 * roots[19]! +
      w7 * roots[22]!;
    const Z =
      w0 * roots[2]! +
      w1 * roots[5]! +
      w2 * roots[8]! +
      w3 * roots[11]! +
      w4 * roots[14]! +
      w5 * roots[17]! +
      w6 * roots[20]! +
      w7 * roots[23]!;
    const lab = labOfXyz([X * X, Y * Y, Z * Z]);
    out[0] = lab[0];
    out[1] = lab[1];
    out[2] = lab[2];
  };
}

/**
 * The device colour that comes nearest to an L*a*b*, by damped steps inside the device's bounds.
 *
 * @param start where to look from; overwritten with what was found, 0–1
 * @returns how far off it still is, as a plain distance in L*a*b*
 */
export function nearestOf(
  print: Printer,
  L: number,
  a: number,
  b: number,
  start: Float64Array,
  rounds = 24,
): number {
  const at = new Float64Array(3),
    beside = new Float64Array(3),
    next = new Float64Array(3);
  let damp = 0.02;
  print(start[0]!, start[1]!, start[2]!, at);
  // Lightness counts a little more than colour where both cannot be had.
  const off = (lab: Float64Array) => 1.6 * (lab[0]! - L) ** 2 + (lab[1]! - a) ** 2 + (lab[2]! - b) ** 2;
  let far = off(at);
  const J = new Float64Array(9),
    try_ = new Float64Array(3);
  for (let round = 0; round < rounds && far > 1e-4; round++) {
    for (let i = 0; i < 3; i++) {
      const h = start[i]! > 0.5 ? -1e-3 : 1e-3;
      for (let k = 0; k < 3; k++) try_[k] = start[k]! + (k === i ? h : 0);
      print(try_[0]!, try_[1]!, try_[2]!, beside);
      for (let k = 0; k < 3; k++) J[k * 3 + i] = (beside[k]! - at[k]!) / h;
    }
    const e = [1.6 * (L - at[0]!), a - at[1]!, b - at[2]!];
    // Directions in which a bound is already met, and the step would pass it, are left out.
    const free = [true, true, true];
    let moved = false;
    for (let pass = 0; pass < 3 && !moved; pass++) {
      const N = [0, 1, 2].map((i) =>
        [0, 1, 2].map(
          (j) =>
            (free[i] && free[j]
              ? 1.6 * J[i]! * J[j]! + J[3 + i]! * J[3 + j]! + J[6 + i]! * J[6 + j]!
              : 0) + (i === j ? (free[i] ? damp * 400 : 1) : 0),
        ),
      );
      const g = [0, 1, 2].map((i) =>
        free[i] ? J[i]! * e[0]! + J[3 + i]! * e[1]! + J[6 + i]! * e[2]! : 0,
      );
      const d = solveFor(N as unknown as Mat3, g as unknown as Vec3);
      let blocked = false;
      for (let i = 0; i < 3; i++) {
        if (free[i] && ((start[i]! <= 0 && d[i]! < 0) || (start[i]! >= 1 && d[i]! > 0))) {
          free[i] = false;
          blocked = true;
        }
      }
      if (blocked && free.some(Boolean)) continue;
      for (let i = 0; i < 3; i++) try_[i] = Math.min(1, Math.max(0, start[i]! + (free[i] ? d[i]! : 0)));
      moved = true;
    }
    print(try_[0]!, try_[1]!, try_[2]!, next);
    const now = off(next);
    if (now < far - 1e-9) {
      start.set(try_);
      at.set(next);
      damp = Math.max(1e-6, damp * 0.3);
      if (far - now < 1e-6) {
        far = now;
        break;
      }
      far = now;
    } else {
      damp *= 6;
      if (damp > 50) break;
    }
  }
  return Math.hypot(at[0]! - L, at[1]! - a, at[2]! - b);
}
