import { InputError } from '../errors';

/** CIE L*, a*, b*. */
export type Lab = readonly [L: number, a: number, b: number];

const RADIAN = Math.PI / 180;
const P25 = 25 ** 7;

/**
 * How different two colours look, CIEDE2000 with all weights 1.
 *
 * @returns ΔE00; about 1 is just seen side by side
 * @throws InputError for values that are not numbers
 * Source: Sharma, Wu, Dalal 2005, “The CIEDE2000 color-difference formula”.
 * @example deltaE00([50, 2.6772, -79.7751], [50, 0, -82.7485]).toFixed(4) // '2.0425'
 */
export function deltaE00(one: Lab, two: Lab): number {
  for (const [field, lab] of [
    ['a', one],
    ['b', two],
  ] as const) {
    if (lab.length !== 3 || !lab.every(Number.isFinite))
      throw new InputError(field, lab, 'three numbers: L*, a*, b*');
  }
  return difference(one[0], one[1], one[2], two[0], two[1], two[2]);
}

/**
 * The same of six plain numbers, unchecked: for loops over pixels.
 *
 * @example difference(50, 2.6772, -79.7751, 50, 0, -82.7485).toFixed(4) // '2.0425'
 */
export function difference(
  L1: number,
  a1: number,
  b1: number,
  L2: number,
  a2: number,
  b2: number,
): number {
  const meanC7 = ((chroma(a1, b1) + chroma(a2, b2)) / 2) ** 7;
  const g = 0.5 * (1 - Math.sqrt(meanC7 / (meanC7 + P25)));
  const ap1 = (1 + g) * a1,
    ap2 = (1 + g) * a2;
  const C1 = chroma(ap1, b1),
    C2 = chroma(ap2, b2);
  const h1 = hue(ap1, b1),
    h2 = hue(ap2, b2);
  const dL = L2 - L1,
    dC = C2 - C1;
  let dh = C1 * C2 === 0 ? 0 : h2 - h1;
  if (dh > 180) dh -= 360;
  else if (dh < -180) dh += 360;
  const dH = 2 * Math.sqrt(C1 * C2) * Math.sin((dh / 2) * RADIAN);
  const L = (L1 + L2) / 2,
    C = (C1 + C2) / 2;
  const h = C1 * C2 === 0 ? h1 + h2 : meanHue(h1, h2);
  const T =
    1 -
    0.17 * Math.cos((h - 30) * RADIAN) +
    0.24 * Math.cos(2 * h * RADIAN) +
    0.32 * Math.cos((3 * h + 6) * RADIAN) -
    0.2 * Math.cos((4 * h - 63) * RADIAN);
  const C7 = C ** 7;
  const turn =
    -Math.sin(60 * Math.exp(-(((h - 275) / 25) ** 2)) * RADIAN) * 2 * Math.sqrt(C7 / (C7 + P25));
  const L50 = (L - 50) ** 2;
  const l = dL / (1 + (0.015 * L50) / Math.sqrt(20 + L50));
  const c = dC / (1 + 0.045 * C);
  const hh = dH / (1 + 0.015 * C * T);
  return Math.sqrt(l * l + c * c + hh * hh + turn * c * hh);
}

const chroma = (a: number, b: number) => Math.sqrt(a * a + b * b);

function hue(a: number, b: number): number {
  if (a === 0 && b === 0) return 0;
  const degrees = Math.atan2(b, a) / RADIAN;
  return degrees < 0 ? degrees + 360 : degrees;
}

const E = 216 / 24389,
  K = 24389 / 27;

/**
 * XYZ under D50 (white at Y = 1) to L*a*b*.
 *
 * Source: CIE 15.
 * @example labOfXyz([0.9642, 1, 0.8249]) // [100, 0, 0]
 */
export function labOfXyz([x, y, z]: readonly [number, number, number]): [number, number, number] {
  const fx = lightnessCurve(x / 0.9642),
    fy = lightnessCurve(y),
    fz = lightnessCurve(z / 0.8249);
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)];
}

/**
 * L*a*b* to XYZ under D50.
 *
 * Source: CIE 15.
 * @example xyzOfLab([100, 0, 0]) // [0.9642, 1, 0.8249]
 */
export function xyzOfLab([L, a, b]: Lab): [number, number, number] {
  const fy = (L + 16) / 116;
  return [0.9642 * lightCurve(fy + a / 500), lightCurve(fy), 0.8249 * lightCurve(fy - b / 200)];
}

// Functions of their own, not closures: both are asked for every pixel.
const lightnessCurve = (t: number) => (t > E ? Math.cbrt(t) : (K * t + 16) / 116);
const lightCurve = (f: number) => (f ** 3 > E ? f ** 3 : (116 * f - 16) / K);

/** The hue half-way between two, in degrees, the short way round. */
function meanHue(h1: number, h2: number): number {
  const half = (h1 + h2) / 2;
  if (Math.abs(h1 - h2) <= 180) return half;
  return h1 + h2 < 360 ? half + 180 : half - 180;
}
