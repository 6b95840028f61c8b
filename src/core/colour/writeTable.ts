import { InputError } from '../errors';
import { labOfXyz, xyzOfLab, type Lab } from './difference';
import { assembleProfile, padded, s15, tag, textTag, descTag, mlucTag, xyzTag, D50 } from './icc';
import { nearestOf, printerOf, type InkModel } from './inks';

export type TableProfileAsk = {
  label: string;
  version: 2 | 4;
  model: InkModel;
  /** Points along each side of the tables to L*a*b* and back. */
  gridTo?: number;
  gridBack?: number;
};

/**
 * Writes an ICC profile with tables for a printed paper, from a model of how it prints: device RGB to L*a*b* and back, by
 * relative colorimetric and perceptual intents (saturation is given the perceptual table).
 *
 * Relative colorimetric takes each colour to the nearest that prints; perceptual first draws lightness and chroma in, so that
 * colours beyond the paper stay different from each other.
 *
 * @returns the profile's bytes: lut16Type in version 2, lutAToBType and lutBToAType in version 4
 * Source: ICC.1:2001-04 6.5.7; ICC.1:2022 10.12, 10.13.
 */
export function writeTableProfile({
  label,
  version,
  model,
  gridTo = 25,
  gridBack = 33,
}: TableProfileAsk): Uint8Array {
  if (!label.trim()) throw new InputError('label', label, 'a name for the profile');
  const white = model.primaries[0];
  // Everything inside a profile is relative to the paper: its white is L* 100.
  const whiteXyz = xyzOfLab(white);
  const relative = (lab: Lab): [number, number, number] => {
    const xyz = xyzOfLab(lab);
    return labOfXyz([0, 1, 2].map((i) => (xyz[i]! / whiteXyz[i]!) * D50[i]!) as [number, number, number]);
  };
  const own: InkModel = {
    ...model,
    primaries: model.primaries.map(relative) as unknown as InkModel['primaries'],
  };
  const print = printerOf(own);
  const black = own.primaries[7];
  const to = tableTo(print, gridTo);
  const inverse = new Inverse(print);
  const back = tableBack(inverse, gridBack, version, (lab) => lab);
  const perceptual = tableBack(inverse, gridBack, version, drawnIn(inverse, black[0], version));
  const encoded = (lab: Float32Array) => encodeLab(lab, version);
  const forward = version === 2 ? lut16(gridTo, encoded(to)) : lutAB('mAB ', gridTo, encoded(to));
  const b2a = (t: Float32Array, grid: number) => {
    const v = Uint16Array.from(t, (x) => Math.round(x * 65_535));
    return version === 2 ? lut16(grid, v) : lutAB('mBA ', grid, v);
  };
  const [relTag, perTag] = [b2a(back, gridBack), b2a(perceptual, gridBack)];
  const name = version === 2 ? descTag(label) : mlucTag(label);
  const copyright =
    version === 2 ? textTag('No copyright, use freely') : mlucTag('No copyright, use freely');
  return assembleProfile(
    { kind: 'prtr', space: 'RGB ', pcs: 'Lab ', version: version === 2 ? 0x02400000 : 0x04400000 },
    [
      ['desc', name],
      ['cprt', copyright],
      ['wtpt', xyzTag(whiteXyz)],
      ...(version === 2 ? [['bkpt', xyzTag(xyzOfLab(model.primaries[7]))] as [string, Uint8Array]] : []),
      ['A2B0', forward],
      ['A2B1', forward],
      ['A2B2', forward],
      ['B2A0', perTag],
      ['B2A1', relTag],
      ['B2A2', perTag],
      ['gamt', gamutTag(inverse)],
    ],
  );
}

function tableTo(print: ReturnType<typeof printerOf>, n: number): Float32Array {
  const out = new Float32Array(n ** 3 * 3),
    lab = new Float64Array(3);
  let at = 0;
  for (let r = 0; r < n; r++)
    for (let g = 0; g < n; g++)
      for (let b = 0; b < n; b++) {
        print(r / (n - 1), g / (n - 1), b / (n - 1), lab);
        out[at++] = lab[0]!;
        out[at++] = lab[1]!;
        out[at++] = lab[2]!;
      }
  return out;
}

/** Looks for device colours; begins each search from the nearest of a coarse set, so that neighbours agree. */
class Inverse {
  private readonly seeds: { rgb: [number, number, number]; lab: [number, number, number] }[] = [];
  constructor(private readonly print: ReturnType<typeof printerOf>) {
    const lab = new Float64Array(3),
      n = 6;
    for (let r = 0; r <= n; r++)
      for (let g = 0; g <= n; g++)
        for (let b = 0; b <= n; b++) {
          print(r / n, g / n, b / n, lab);
          this.seeds.push({ rgb: [r / n, g / n, b / n], lab: [lab[0]!, lab[1]!, lab[2]!] });
        }
  }
  find(L: number, a: number, b: number, out: Float64Array): number {
    let best = this.seeds[0]!,
      far = Infinity;
    for (const s of this.seeds) {
      const d = (s.lab[0] - L) ** 2 * 1.6 + (s.lab[1] - a) ** 2 + (s.lab[2] - b) ** 2;
      if (d < far) {
        far = d;
        best = s;
      }
    }
    out.set(best.rgb);
    return nearestOf(this.print, L, a, b, out);
  }
}

/** The L*, a*, b* of a table's points, as each version codes them. */
const pointLab = (i: number, n: number, axis: 0 | 1 | 2, version: 2 | 4): number => {
  const coded = i / (n - 1);
  if (axis === 0) return version === 2 ? (coded * 65_535) / 652.8 : coded * 100;
  return version === 2 ? (coded * 65_535) / 256 - 128 : coded * 255 - 128;
};

function tableBack(
  inverse: Inverse,
  n: number,
  version: 2 | 4,
  shape: (lab: [number, number, number]) => [number, number, number],
): Float32Array {
  const out = new Float32Array(n ** 3 * 3),
    rgb = new Float64Array(3);
  let at = 0;
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++)
      for (let k = 0; k < n; k++) {
        const [L, a, b] = shape([
          Math.min(100, pointLab(i, n, 0, version)),
          pointLab(j, n, 1, version),
          pointLab(k, n, 2, version),
        ]);
        inverse.find(L, a, b, rgb);
        out[at++] = rgb[0]!;
        out[at++] = rgb[1]!;
        out[at++] = rgb[2]!;
      }
  return out;
}

/** Share of a hue's reach up to which perceptual leaves chroma alone. */
const KNEE = 0.7;
/** How far pictures reach, as a multiple of what the paper prints at a hue: what is drawn in. */
const BEYOND = 1.7;

/** Lightness drawn between the paper's black and white; chroma bent in above a knee, by how far the paper reaches at that hue and lightness. */
function drawnIn(
  inverse: Inverse,
  black: number,
  version: 2 | 4,
): (lab: [number, number, number]) => [number, number, number] {
  const floor = version === 4 ? 3.1373 : 0;
  const reach = new Map<number, number>(),
    rgb = new Float64Array(3);
  // Every 10° of hue and 5 of lightness, the furthest chroma within 1.5 of what was asked.
  const reachAt = (hue: number, L: number): number => {
    const key = (((hue % 36) + 36) % 36) * 100 + L;
    const have = reach.get(key);
    if (have !== undefined) return have;
    let [low, high] = [0, 130];
    for (let k = 0; k < 8; k++) {
      const c = (low + high) / 2;
      if (
        inverse.find(L * 5, c * Math.cos((hue * Math.PI) / 18), c * Math.sin((hue * Math.PI) / 18), rgb) <
        1.5
      )
        low = c;
      else high = c;
    }
    reach.set(key, low);
    return low;
  };
  return ([L, a, b]) => {
    const l = black + (Math.max(0, L - floor) / (100 - floor)) * (100 - black);
    const c = Math.hypot(a, b);
    if (c < 1e-6) return [l, 0, 0];
    const h = ((Math.atan2(b, a) * 18) / Math.PI + 36) % 36,
      h0 = Math.floor(h),
      fh = h - h0,
      row = Math.min(19.999, Math.max(0, l / 5)),
      r0 = Math.floor(row),
      fr = row - r0;
    const most =
      (reachAt(h0, r0) * (1 - fh) + reachAt(h0 + 1, r0) * fh) * (1 - fr) +
      (reachAt(h0, r0 + 1) * (1 - fh) + reachAt(h0 + 1, r0 + 1) * fh) * fr;
    const x = c / Math.max(1, most);
    const y =
      x <= KNEE
        ? x
        : KNEE +
          ((1 - KNEE) * (1 - Math.exp((-(x - KNEE) / (BEYOND - KNEE)) * 1.6))) / (1 - Math.exp(-1.6));
    const to = Math.min(x, y) * Math.max(1, most);
    return [l, (a / c) * to, (b / c) * to];
  };
}

function encodeLab(lab: Float32Array, version: 2 | 4): Uint16Array {
  const out = new Uint16Array(lab.length);
  const clamp = (v: number) => Math.min(65_535, Math.max(0, Math.round(v)));
  for (let i = 0; i < lab.length; i += 3) {
    out[i] = clamp(version === 2 ? lab[i]! * 652.8 : (lab[i]! / 100) * 65_535);
    for (const k of [1, 2])
      out[i + k] = clamp(
        version === 2 ? (lab[i + k]! + 128) * 256 : ((lab[i + k]! + 128) / 255) * 65_535,
      );
  }
  return out;
}

function lut16(grid: number, table: Uint16Array, outputs = 3): Uint8Array {
  return tag('mft2', 52 + 2 * (3 * 2 + table.length + outputs * 2), (v, bytes) => {
    bytes.set([3, outputs, grid, 0], 8);
    [1, 0, 0, 0, 1, 0, 0, 0, 1].forEach((x, i) => v.setInt32(12 + 4 * i, s15(x)));
    v.setUint16(48, 2);
    v.setUint16(50, 2);
    let at = 52;
    const word = (x: number) => {
      v.setUint16(at, x);
      at += 2;
    };
    for (let c = 0; c < 3; c++) {
      word(0);
      word(65_535);
    }
    for (const x of table) word(x);
    for (let c = 0; c < outputs; c++) {
      word(0);
      word(65_535);
    }
  });
}

function lutAB(type: 'mAB ' | 'mBA ', grid: number, table: Uint16Array): Uint8Array {
  const curve = 12,
    curves = 3 * curve,
    clut = padded(20 + 2 * table.length);
  // A curves, table, then B curves; nothing between them.
  const [b, c, a] = [32, 32 + curves, 32 + curves + clut];
  return tag(type, a + curves, (v, bytes) => {
    bytes.set([3, 3], 8);
    v.setUint32(12, b);
    v.setUint32(16, 0);
    v.setUint32(20, 0);
    v.setUint32(24, c);
    v.setUint32(28, a);
    for (const start of [b, a])
      for (let i = 0; i < 3; i++) {
        for (const [k, ch] of [...'curv'].entries()) bytes[start + i * curve + k] = ch.charCodeAt(0);
      }
    bytes.set([grid, grid, grid], c);
    bytes[c + 16] = 2;
    table.forEach((x, i) => v.setUint16(c + 20 + 2 * i, x));
  });
}

/** Which colours print: 0 where they do, the most where they do not. */
function gamutTag(inverse: Inverse): Uint8Array {
  const n = 17,
    out = new Uint16Array(n ** 3),
    rgb = new Float64Array(3);
  let at = 0;
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++)
      for (let k = 0; k < n; k++) {
        out[at++] =
          inverse.find(
            Math.min(100, pointLab(i, n, 0, 2)),
            pointLab(j, n, 1, 2),
            pointLab(k, n, 2, 2),
            rgb,
          ) > 3
            ? 65_535
            : 0;
      }
  // The older kind of table is allowed for this tag in both versions; it keeps the older coding of L*a*b*.
  return lut16(n, out, 1);
}
