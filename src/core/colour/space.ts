import { adaptedColumns, OPRGB_GAMMA, OPRGB_PRIMARIES, profileLabel, type Primaries } from './icc';
import { curveOfTag, openProfile, xyzOfTag, type Curve, type ProfileFile } from './profile';

/** What a picture's numbers mean, read from the profile's own primaries and curve. */
export type ColourSpace = {
  /** In words: "sRGB", "opRGB", "Display P3", "ROMM RGB", "ECI-like RGB", "CMYK", "grey", "Lab", "another RGB", "untagged", "a damaged profile". */
  name: string;
  /** The label the profile gives itself. It decides nothing. */
  label: string | null;
  model: 'RGB' | 'CMYK' | 'grey' | 'Lab' | 'other' | 'none';
  /** Encloses clearly more colours than sRGB. */
  wide: boolean;
  /** Where primaries or curve are not quite those of the name. */
  differs: string | null;
  /** The label names another space than the numbers do. */
  mislabelled: string | null;
  /** xy of red, green and blue under the connection space's white, D50; null where the profile has no primaries. */
  primaries: [number, number][] | null;
  /** "sRGB curve", "gamma 2.20", "L* curve", … */
  curve: string | null;
};

type Known = {
  name: string;
  primaries: Primaries;
  curve: Curve;
  says: string;
  wide: boolean;
  label: RegExp;
};

const D50 = [0.3457, 0.3585] as const;
const D65 = [0.3127, 0.329] as const;

/** Source: IEC 61966-2-1. */
export const srgbCurve: Curve = (v) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
/** Source: ISO 22028-2 (ROMM RGB). */
const rommCurve: Curve = (v) => (v < 16 / 512 ? v / 16 : v ** 1.8);
/** Source: CIE 15, lightness turned round. */
const lStarCurve: Curve = (v) => (v <= 0.08 ? (v * 100) / 903.2963 : ((v + 0.16) / 1.16) ** 3);
const power =
  (gamma: number): Curve =>
  (v) =>
    v ** gamma;

/** Source: IEC 61966-2-1. */
export const SRGB_PRIMARIES: Primaries = {
  red: [0.64, 0.33],
  green: [0.3, 0.6],
  blue: [0.15, 0.06],
  white: D65,
};
/** Source: SMPTE RP 431-2 with a D65 white. */
export const P3_PRIMARIES: Primaries = {
  red: [0.68, 0.32],
  green: [0.265, 0.69],
  blue: [0.15, 0.06],
  white: D65,
};
/** Source: ISO 22028-2. */
export const ROMM_PRIMARIES: Primaries = {
  red: [0.7347, 0.2653],
  green: [0.1596, 0.8404],
  blue: [0.0366, 0.0001],
  white: D50,
};
const ECI_PRIMARIES: Primaries = {
  red: [0.67, 0.33],
  green: [0.21, 0.71],
  blue: [0.14, 0.08],
  white: D50,
};

const KNOWN: readonly Known[] = [
  {
    name: 'sRGB',
    primaries: SRGB_PRIMARIES,
    curve: srgbCurve,
    says: 'sRGB curve',
    wide: false,
    label: /\bs\s?rgb\b|61966-?2-?1\b/i,
  },
  {
    name: 'opRGB',
    primaries: OPRGB_PRIMARIES,
    curve: power(OPRGB_GAMMA),
    says: 'gamma 2.20',
    wide: true,
    label: /\boprgb\b|61966-?2-?5\b|rgb\s*\(?1998/i,
  },
  {
    name: 'Display P3',
    primaries: P3_PRIMARIES,
    curve: srgbCurve,
    says: 'sRGB curve',
    wide: true,
    label: /\bdisplay\s?p3\b/i,
  },
  {
    name: 'ROMM RGB',
    primaries: ROMM_PRIMARIES,
    curve: rommCurve,
    says: 'gamma 1.80',
    wide: true,
    label: /\bromm\b|22028-?2\b/i,
  },
  {
    name: 'ECI-like RGB',
    primaries: ECI_PRIMARIES,
    curve: lStarCurve,
    says: 'L* curve',
    wide: true,
    label: /\beci\s?rgb/i,
  },
];

/** Two primaries this near in xy are the same: profile writers round and adapt whites in their own ways. */
const SAME_XY = 0.006;
/** Two curves this near in light are the same. */
const SAME_LIGHT = 0.012;

const NONE = { wide: false, differs: null, mislabelled: null, primaries: null, curve: null } as const;

/**
 * Names a file's colour space by the primaries and curve in its embedded profile, not by the profile's label.
 *
 * @param profile the embedded profile's bytes, or null where the file has none
 * Source: handbook §6; the standards named at each constant.
 * @example nameSpace(null).name // 'untagged'
 * @example nameSpace(writeMatrixProfile('sRGB, really', OPRGB_PRIMARIES, OPRGB_GAMMA)).name // 'opRGB'
 */
export function nameSpace(profile: Uint8Array | null): ColourSpace {
  if (!profile) return { ...NONE, name: 'untagged', label: null, model: 'none' };
  let file: ProfileFile, label: string | null;
  try {
    file = openProfile(profile);
    label = profileLabel(profile);
  } catch {
    return { ...NONE, name: 'a damaged profile', label: null, model: 'none' };
  }
  if (file.space === 'CMYK')
    return { ...NONE, name: 'CMYK', label, model: 'CMYK', mislabelled: claimBut(label, 'CMYK') };
  if (file.space === 'GRAY') {
    const curve = curveOfTag(file, 'kTRC');
    return {
      ...NONE,
      name: 'grey',
      label,
      model: 'grey',
      curve: curve && sayCurve(curve),
      mislabelled: claimBut(label, 'grey'),
    };
  }
  if (file.space === 'Lab') return { ...NONE, name: 'Lab', label, model: 'Lab' };
  if (file.space !== 'RGB') return { ...NONE, name: `a space of ${file.space}`, label, model: 'other' };
  return nameRgb(file, label);
}

function nameRgb(file: ProfileFile, label: string | null): ColourSpace {
  const columns = ['rXYZ', 'gXYZ', 'bXYZ'].map((t) => xyzOfTag(file, t));
  const curve = curveOfTag(file, 'gTRC');
  if (columns.some((c) => !c) || !curve) {
    return {
      ...NONE,
      name: 'another RGB',
      label,
      model: 'RGB',
      differs: 'it works by tables and states no primaries',
      mislabelled: null,
    };
  }
  const primaries = columns.map((c) => xy(c!));
  const says = sayCurve(curve);
  const near = KNOWN.map((k) => ({
    k,
    off: Math.max(...adaptedColumns(k.primaries).map((c, i) => distance(xy(c), primaries[i]!))),
  })).sort((a, b) => a.off - b.off)[0]!;
  if (near.off > SAME_XY) {
    return {
      name: 'another RGB',
      label,
      model: 'RGB',
      wide: area(primaries) > 1.15 * area(adaptedColumns(SRGB_PRIMARIES).map(xy)),
      differs: null,
      mislabelled: claimBut(label, 'another RGB'),
      primaries,
      curve: says,
    };
  }
  const { k } = near;
  const off = curveDistance(curve, k.curve);
  const name = off <= SAME_LIGHT ? k.name : `${k.name} primaries with ${says}`;
  return {
    name,
    label,
    model: 'RGB',
    wide: k.wide,
    primaries,
    curve: off <= SAME_LIGHT ? k.says : says,
    differs: off <= SAME_LIGHT ? null : `its primaries, but not its curve: this one has ${says}`,
    mislabelled: claimBut(label, name),
  };
}

/** The known name a label claims, where that is not what the numbers say. */
function claimBut(label: string | null, found: string): string | null {
  const claimed = KNOWN.find((k) => k.label.test(label ?? ''));
  return claimed && claimed.name !== found
    ? `its label says ${claimed.name}, its numbers say ${found}`
    : null;
}

function sayCurve(curve: Curve): string {
  const shapes: [string, Curve][] = [
    ['sRGB curve', srgbCurve],
    ['L* curve', lStarCurve],
    ['straight', (v) => v],
    ...[1.8, 2.2, 2.4].map((g): [string, Curve] => [`gamma ${g.toFixed(2)}`, power(g)]),
  ];
  const best = shapes
    .map(([says, shape]) => ({ says, off: curveDistance(curve, shape) }))
    .sort((a, b) => a.off - b.off)[0]!;
  return best.off <= SAME_LIGHT
    ? best.says
    : `about gamma ${(Math.log(Math.max(1e-6, curve(0.5))) / Math.log(0.5)).toFixed(2)}`;
}

const curveDistance = (a: Curve, b: Curve): number =>
  Math.max(...Array.from({ length: 17 }, (_, i) => Math.abs(a(i / 16) - b(i / 16))));
const distance = (a: [number, number], b: [number, number]) => Math.hypot(a[0] - b[0], a[1] - b[1]);
const area = ([r, g, b]: [number, number][]) =>
  Math.abs((g![0] - r![0]) * (b![1] - r![1]) - (b![0] - r![0]) * (g![1] - r![1])) / 2;
function xy([x, y, z]: readonly [number, number, number]): [number, number] {
  const sum = x + y + z;
  return sum ? [x / sum, y / sum] : [0, 0];
}
