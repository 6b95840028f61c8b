import type { Lab } from './difference';
/** A device's colours at their edge: its own numbers (0–65535, interleaved) and the triangles between them. */
export type GamutMesh = { samples: Uint16Array; triangles: Uint32Array };

/**
 * The skin of everything an RGB or CMYK device can print, as a closed mesh of its own numbers.
 *
 * RGB: the six faces of its cube. CMYK: the same six faces of cyan, magenta and yellow, with as much black on the dark ones as
 * the least of the three inks, so that they end at all inks full; the skin stays closed.
 *
 * @param steps squares along each side of a face
 * @example gamutMesh('RGB', 4).triangles.length // 576
 */
export function gamutMesh(model: 'RGB' | 'CMYK', steps = 14): GamutMesh {
  const channels = model === 'RGB' ? 3 : 4,
    n = steps + 1;
  const samples = new Uint16Array(6 * n * n * channels);
  const triangles: number[] = [];
  let at = 0;
  for (let axis = 0; axis < 3; axis++) {
    for (const end of [0, 1]) {
      const first = at / channels;
      for (let i = 0; i < n; i++) {
        for (let j = 0; j < n; j++) {
          const p = [0, 0, 0];
          p[axis] = end;
          p[(axis + 1) % 3] = i / steps;
          p[(axis + 2) % 3] = j / steps;
          const own = model === 'RGB' ? p : [...p, Math.min(...p)];
          for (const v of own) samples[at++] = Math.round(v * 65_535);
        }
      }
      for (let i = 0; i < steps; i++) {
        for (let j = 0; j < steps; j++) {
          const a = first + i * n + j,
            b = a + 1,
            c = a + n,
            d = c + 1;
          // Both ends wind the same way seen from outside.
          triangles.push(...(end ? [a, c, b, b, c, d] : [a, b, c, b, d, c]));
        }
      }
    }
  }
  return { samples, triangles: Uint32Array.from(triangles) };
}

/**
 * The volume inside a mesh of L*a*b* points, in cubic L*a*b* units.
 *
 * @param lab three figures to a point
 * Source: the divergence theorem: a sixth of the sum of the triangles' triple products.
 * @example gamutVolume(Float32Array.from([0, 0, 0, 6, 0, 0, 0, 6, 0, 0, 0, 6]), Uint32Array.from([0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3])) // 36
 */
export function gamutVolume(lab: ArrayLike<number>, triangles: Uint32Array): number {
  let six = 0;
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [triangles[t]! * 3, triangles[t + 1]! * 3, triangles[t + 2]! * 3];
    six +=
      lab[a]! * (lab[b + 1]! * lab[c + 2]! - lab[b + 2]! * lab[c + 1]!) +
      lab[a + 1]! * (lab[b + 2]! * lab[c]! - lab[b]! * lab[c + 2]!) +
      lab[a + 2]! * (lab[b]! * lab[c + 1]! - lab[b + 1]! * lab[c]!);
  }
  return Math.abs(six) / 6;
}

/** One line of a slice, from a*, b* to a*, b*. */
export type SliceLine = [a1: number, b1: number, a2: number, b2: number];

/**
 * Where a mesh is cut by one lightness: lines in a*, b*.
 *
 * @example sliceAt(Float32Array.from([0, 0, 0, 10, 0, 0, 10, 10, 0]), Uint32Array.from([0, 1, 2]), 5) // [[0, 0, 5, 0]]
 */
export function sliceAt(lab: ArrayLike<number>, triangles: Uint32Array, L: number): SliceLine[] {
  const lines: SliceLine[] = [];
  for (let t = 0; t < triangles.length; t += 3) {
    const ends: number[] = [];
    for (let k = 0; k < 3; k++) {
      const p = triangles[t + k]! * 3,
        q = triangles[t + ((k + 1) % 3)]! * 3;
      const [from, to] = [lab[p]! - L, lab[q]! - L];
      if (from < 0 === to < 0) continue;
      const s = from / (from - to);
      ends.push(
        lab[p + 1]! + s * (lab[q + 1]! - lab[p + 1]!),
        lab[p + 2]! + s * (lab[q + 2]! - lab[p + 2]!),
      );
    }
    if (ends.length === 4) lines.push(ends as SliceLine);
  }
  return lines;
}

/** Hue sectors of 30°, named as a painter would, from a* positive on. */
export const HUES = [
  'crimson',
  'red',
  'orange',
  'yellow',
  'lime',
  'green',
  'sea green',
  'turquoise',
  'sky blue',
  'blue',
  'violet',
  'magenta',
] as const;

/** Which sector a colour lies in; -1 for one too grey to have a hue. @example hueOf(60, 30) // 0 */
export function hueOf(a: number, b: number): number {
  if (a * a + b * b < 16) return -1;
  return Math.floor((((Math.atan2(b, a) * 180) / Math.PI + 360) % 360) / 30);
}

/** What the colour engine makes of a profile: its deepest black, how much it encloses, and its outline at some lightnesses. */
export type GamutFacts = { black: Lab; volume: number; slices: { L: number; lines: SliceLine[] }[] };
