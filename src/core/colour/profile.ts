import { InputError } from '../errors';

/** The tags of a profile by their four signs, and what its header says. */
export type ProfileFile = {
  space: string;
  pcs: string;
  kind: string;
  version: number;
  tags: Map<string, Uint8Array>;
};

/** A curve from a coded value to light, both 0–1. */
export type Curve = (coded: number) => number;

const ascii = (b: Uint8Array, at: number, n: number) => String.fromCharCode(...b.subarray(at, at + n));
const viewOf = (b: Uint8Array) => new DataView(b.buffer, b.byteOffset, b.byteLength);
const fixed = (v: DataView, at: number) => v.getInt32(at) / 65_536;

/**
 * Opens a profile far enough to read its tags.
 *
 * @throws InputError for bytes that are not an ICC profile, or are cut short
 * Source: ICC.1:2022, 7.
 * @example openProfile(writeMatrixProfile('opRGB', OPRGB_PRIMARIES, OPRGB_GAMMA)).space // 'RGB'
 */
export function openProfile(bytes: Uint8Array): ProfileFile {
  const view = viewOf(bytes);
  const faulty = () => new InputError('profile', `${bytes.length} bytes`, 'a whole ICC profile');
  if (bytes.length < 132 || ascii(bytes, 36, 4) !== 'acsp' || view.getUint32(0) > bytes.length)
    throw faulty();
  const count = view.getUint32(128);
  if (132 + 12 * count > bytes.length) throw faulty();
  const tags = new Map<string, Uint8Array>();
  for (let i = 0; i < count; i++) {
    const at = 132 + 12 * i;
    const [offset, size] = [view.getUint32(at + 4), view.getUint32(at + 8)];
    if (offset + size > bytes.length) throw faulty();
    tags.set(ascii(bytes, at, 4), bytes.subarray(offset, offset + size));
  }
  return {
    space: ascii(bytes, 16, 4).trim(),
    pcs: ascii(bytes, 20, 4).trim(),
    kind: ascii(bytes, 12, 4),
    version: bytes[8]!,
    tags,
  };
}

/**
 * The XYZ in a tag, or null where the profile has none of that name.
 *
 * Source: ICC.1:2022, 10.31.
 */
export function xyzOfTag(profile: ProfileFile, name: string): [number, number, number] | null {
  const tag = profile.tags.get(name);
  if (!tag || tag.length < 20 || ascii(tag, 0, 4) !== 'XYZ ') return null;
  const v = viewOf(tag);
  return [fixed(v, 8), fixed(v, 12), fixed(v, 16)];
}

/**
 * The tone curve in a tag, sampled tables read between their points; null where it is missing or of an unknown kind.
 *
 * Source: ICC.1:2022, 10.6 and 10.18.
 * @example curveOfTag(openProfile(writeMatrixProfile('x', OPRGB_PRIMARIES, 2)), 'rTRC')(0.5) // 0.25
 */
export function curveOfTag(profile: ProfileFile, name: string): Curve | null {
  const tag = profile.tags.get(name);
  if (!tag || tag.length < 12) return null;
  const v = viewOf(tag);
  const type = ascii(tag, 0, 4);
  if (type === 'curv') return sampled(tag, v);
  return type === 'para' ? parametric(tag, v) : null;
}

function sampled(tag: Uint8Array, v: DataView): Curve | null {
  const n = v.getUint32(8);
  if (n === 0) return (x) => x;
  if (tag.length < 12 + 2 * n) return null;
  if (n === 1) {
    const gamma = v.getUint16(12) / 256;
    return (x) => x ** gamma;
  }
  return (x) => {
    const at = Math.min(Math.max(x, 0), 1) * (n - 1);
    const i = Math.min(Math.floor(at), n - 2);
    const [a, b] = [v.getUint16(12 + 2 * i), v.getUint16(14 + 2 * i)];
    return (a + (b - a) * (at - i)) / 65_535;
  };
}

/** How many numbers each kind of parametric curve has. */
const PARAMETERS = [1, 3, 4, 5, 7];

function parametric(tag: Uint8Array, v: DataView): Curve | null {
  const kind = v.getUint16(8);
  const n = PARAMETERS[kind];
  if (!n || tag.length < 12 + 4 * n) return null;
  const [g, a = 1, b = 0, c = 0, d = 0, e = 0, f = 0] = Array.from({ length: n }, (_, i) =>
    fixed(v, 12 + 4 * i),
  ) as [number, ...number[]];
  switch (kind) {
    case 0:
      return (x) => x ** g;
    case 1:
      return (x) => (x >= -b / a ? (a * x + b) ** g : 0);
    case 2:
      return (x) => (x >= -b / a ? (a * x + b) ** g + c : c);
    case 3:
      return (x) => (x >= d ? (a * x + b) ** g : c * x);
    default:
      return (x) => (x >= d ? (a * x + b) ** g + e : c * x + f);
  }
}
