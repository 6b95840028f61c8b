import { InputError } from '../errors';
import { inverseOf, timesMatrix, timesVector, transposed, type Mat3, type Vec3 } from '../matrix3';
import { openProfile, type Curve } from './profile';

/** Chromaticities of a display-like space: red, green, blue and its white. */
export type Primaries = { red: Xy; green: Xy; blue: Xy; white: Xy };
type Xy = readonly [x: number, y: number];

/** Source: IEC 61966-2-5 (opRGB). */
export const OPRGB_PRIMARIES: Primaries = {
  red: [0.64, 0.33],
  green: [0.21, 0.71],
  blue: [0.15, 0.06],
  white: [0.3127, 0.329],
};
/** Source: IEC 61966-2-5: the curve's exponent is 563/256. */
export const OPRGB_GAMMA = 563 / 256;
/** Source: ICC.1, the profile connection space's white. */
export const D50: Vec3 = [0.9642, 1, 0.8249];
/** Source: Lam 1985, the Bradford cone matrix, as ICC.1 Annex E uses it. */
const BRADFORD: Mat3 = [
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296],
];

/**
 * Writes an ICC version 2 matrix profile for a space of given primaries and a curve.
 *
 * @param label what the profile calls itself, plain ASCII
 * @param curve the exponent of a pure power, or the curve itself from coded value to light
 * @returns the profile's bytes
 * Source: ICC.1:2001-04.
 * @example writeMatrixProfile('opRGB', OPRGB_PRIMARIES, OPRGB_GAMMA).length > 300 // true
 */
export function writeMatrixProfile(
  label: string,
  primaries: Primaries,
  curve: number | Curve,
): Uint8Array {
  const columns = adaptedColumns(primaries);
  const tags: [string, Uint8Array][] = [
    ['desc', descTag(label)],
    ['cprt', textTag('No copyright, use freely')],
    ['wtpt', xyzTag(xyzOf(primaries.white))],
    ['rXYZ', xyzTag(columns[0])],
    ['gXYZ', xyzTag(columns[1])],
    ['bXYZ', xyzTag(columns[2])],
    ['rTRC', curveTag(curve)],
    ['gTRC', curveTag(curve)],
    ['bTRC', curveTag(curve)],
  ];
  return assemble('RGB ', tags);
}

/**
 * Writes an ICC version 2 profile for grey with a curve.
 *
 * Source: ICC.1:2001-04.
 * @example openProfile(writeGreyProfile('grey', 2.2)).space // 'GRAY'
 */
export function writeGreyProfile(label: string, curve: number | Curve): Uint8Array {
  return assemble('GRAY', [
    ['desc', descTag(label)],
    ['cprt', textTag('No copyright, use freely')],
    ['wtpt', xyzTag(D50)],
    ['kTRC', curveTag(curve)],
  ]);
}

export type ProfileHead = {
  kind: 'mntr' | 'prtr';
  space: 'RGB ' | 'GRAY';
  pcs: 'XYZ ' | 'Lab ';
  version: number;
};
const assemble = (space: ProfileHead['space'], tags: [string, Uint8Array][]) =>
  assembleProfile({ kind: 'mntr', space, pcs: 'XYZ ', version: 0x02400000 }, tags);

/** Header, table of tags and their bodies as one file; a body that several tags share is written once. Source: ICC.1:2022, 7.2 and 7.3. */
export function assembleProfile(head: ProfileHead, tags: readonly [string, Uint8Array][]): Uint8Array {
  const start = 128 + 4 + 12 * tags.length;
  const bodies = [...new Set(tags.map(([, body]) => body))];
  const total = start + bodies.reduce((n, body) => n + padded(body.length), 0);
  const bytes = new Uint8Array(total);
  const view = new DataView(bytes.buffer);
  view.setUint32(0, total);
  view.setUint32(8, head.version);
  ascii(bytes, 12, `${head.kind}${head.space}${head.pcs}`);
  [2026, 1, 1, 0, 0, 0].forEach((v, i) => view.setUint16(24 + 2 * i, v));
  ascii(bytes, 36, 'acsp');
  D50.forEach((v, i) => view.setInt32(68 + 4 * i, s15(v)));
  view.setUint32(128, tags.length);
  const places = new Map<Uint8Array, number>();
  let offset = start;
  for (const body of bodies) {
    places.set(body, offset);
    bytes.set(body, offset);
    offset += padded(body.length);
  }
  tags.forEach(([name, body], i) => {
    const at = 132 + 12 * i;
    ascii(bytes, at, name);
    view.setUint32(at + 4, places.get(body)!);
    view.setUint32(at + 8, body.length);
  });
  return bytes;
}

/**
 * The name a profile gives itself, from its `desc` tag (version 2 text or version 4 localised text), or null when it has
 * none. The name is only a label: it does not say what the space is.
 *
 * @throws InputError for bytes that are not an ICC profile, or are cut short
 * Source: ICC.1:2022, 7.2 and 10.
 * @example profileLabel(writeMatrixProfile('opRGB', OPRGB_PRIMARIES, OPRGB_GAMMA)) // 'opRGB'
 */
export function profileLabel(profile: Uint8Array): string | null {
  const tag = openProfile(profile).tags.get('desc');
  if (!tag) return null;
  const view = new DataView(tag.buffer, tag.byteOffset, tag.byteLength);
  const faulty = () => new InputError('profile', `${profile.length} bytes`, 'a whole ICC profile');
  if (tag.length < 16) throw faulty();
  if (read(tag, 0, 4) === 'mluc') {
    if (tag.length < 28) throw faulty();
    const [length, from] = [view.getUint32(20), view.getUint32(24)];
    if (from + length > tag.length) throw faulty();
    return new TextDecoder('utf-16be').decode(tag.subarray(from, from + length)).replace(/\0+$/, '');
  }
  return read(tag, 12, Math.min(view.getUint32(8), tag.length - 12)).replace(/\0.*$/s, '');
}

const xyzOf = ([x, y]: Xy): Vec3 => [x / y, 1, (1 - x - y) / y];
export const s15 = (v: number) => Math.round(v * 65536);
export const padded = (n: number) => (n + 3) & ~3;

/** The XYZ of each primary at full strength, adapted to D50. */
export function adaptedColumns(p: Primaries): [Vec3, Vec3, Vec3] {
  const cols = [xyzOf(p.red), xyzOf(p.green), xyzOf(p.blue)] as [Vec3, Vec3, Vec3];
  const scale = timesVector(inverseOf(transposed(cols)), xyzOf(p.white));
  const adapt = adaptation(xyzOf(p.white), D50);
  const scaled = ([x, y, z]: Vec3, by: number) => timesVector(adapt, [x * by, y * by, z * by]);
  return [scaled(cols[0], scale[0]), scaled(cols[1], scale[1]), scaled(cols[2], scale[2])];
}

function adaptation(from: Vec3, to: Vec3): Mat3 {
  const [a, b] = [timesVector(BRADFORD, from), timesVector(BRADFORD, to)];
  const scaled = ([x, y, z]: Vec3, i: 0 | 1 | 2): Vec3 => [
    (x * b[i]) / a[i],
    (y * b[i]) / a[i],
    (z * b[i]) / a[i],
  ];
  const cones: Mat3 = [scaled(BRADFORD[0], 0), scaled(BRADFORD[1], 1), scaled(BRADFORD[2], 2)];
  return timesMatrix(inverseOf(BRADFORD), cones);
}

function ascii(bytes: Uint8Array, at: number, text: string) {
  for (let i = 0; i < text.length; i++) bytes[at + i] = text.charCodeAt(i);
}
const read = (bytes: Uint8Array, at: number, n: number) =>
  String.fromCharCode(...bytes.subarray(at, at + n));

export function tag(
  type: string,
  size: number,
  fill: (view: DataView, bytes: Uint8Array) => void,
): Uint8Array {
  const bytes = new Uint8Array(size);
  ascii(bytes, 0, type);
  fill(new DataView(bytes.buffer), bytes);
  return bytes;
}
export const descTag = (label: string) =>
  tag('desc', 12 + label.length + 1 + 78, (v, b) => {
    v.setUint32(8, label.length + 1);
    ascii(b, 12, label);
  });
export const textTag = (text: string) => tag('text', 8 + text.length + 1, (_, b) => ascii(b, 8, text));
export const xyzTag = (xyz: Vec3) =>
  tag('XYZ ', 20, (v) => xyz.forEach((x, i) => v.setInt32(8 + 4 * i, s15(x))));
/** Text of version 4, in one language. Source: ICC.1:2022, 10.15. */
export const mlucTag = (text: string) =>
  tag('mluc', 28 + 2 * text.length, (v, b) => {
    v.setUint32(8, 1);
    v.setUint32(12, 12);
    ascii(b, 16, 'enUS');
    v.setUint32(20, 2 * text.length);
    v.setUint32(24, 28);
    for (let i = 0; i < text.length; i++) v.setUint16(28 + 2 * i, text.charCodeAt(i));
  });
/** A power by its exponent, any other curve by a table fine enough for 16 bit. */
const TABLE = 1_024;
const curveTag = (curve: number | Curve) =>
  typeof curve === 'number'
    ? tag('curv', 14, (v) => {
        v.setUint32(8, 1);
        v.setUint16(12, Math.round(curve * 256));
      })
    : tag('curv', 12 + 2 * TABLE, (v) => {
        v.setUint32(8, TABLE);
        for (let i = 0; i < TABLE; i++)
          v.setUint16(12 + 2 * i, Math.round(65_535 * Math.min(1, Math.max(0, curve(i / (TABLE - 1))))));
      });
