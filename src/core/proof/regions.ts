import type { Pixels } from '../resolution';
import type { Region } from './plan';

/** A picture made small, to choose from: L*, a*, b* of each pixel, and how far each would move on the paper. */
export type Look = {
  width: number;
  height: number;
  lab: Float32Array;
  /** ΔE00 there and back; none where no profile is known. */ moved: Float32Array | null;
};

export const REGION_KINDS = ['texture', 'tonal range', 'highlights', 'shadows', 'out of gamut'] as const;
export type RegionKind = (typeof REGION_KINDS)[number];
export type Proposed = Region & { kind: RegionKind; says: string; score: number };

/**
 * Regions of a picture a snippet should show, by measure: the most fine texture, the widest tonal range, the lightest and the
 * darkest parts that still have something in them, and the most that is out of gamut. No two lie over each other by more than
 * a quarter.
 *
 * @param picture the size of the picture the regions are wanted in
 * @param crop the cut of it that is printed
 * @param wanted the size of a region, in the picture's pixels
 * Source: handbook §9, snippet.
 */
export function proposeRegions(
  look: Look,
  picture: Pixels,
  crop: Region,
  wanted: Pixels,
  kinds: readonly RegionKind[] = REGION_KINDS,
): Proposed[] {
  const k = look.width / picture.width;
  const w = Math.max(4, Math.min(Math.round(wanted.width * k), Math.floor(crop.width * k))),
    h = Math.max(4, Math.min(Math.round(wanted.height * k), Math.floor(crop.height * k)));
  const [x0, y0] = [Math.max(0, Math.ceil(crop.left * k)), Math.max(0, Math.ceil(crop.top * k))];
  const [x1, y1] = [
    Math.min(look.width, Math.floor((crop.left + crop.width) * k)) - w,
    Math.min(look.height, Math.floor((crop.top + crop.height) * k)) - h,
  ];
  const step = Math.max(1, Math.round(Math.min(w, h) / 6));
  const places: { x: number; y: number; scores: Record<RegionKind, number>; figures: Figures }[] = [];
  for (let y = y0; y <= Math.max(y0, y1); y += step)
    for (let x = x0; x <= Math.max(x0, x1); x += step) {
      const f = figuresOf(look, x, y, Math.min(w, look.width - x), Math.min(h, look.height - y));
      // Skin of the highlights: light, with tone in it, and neither bare paper nor the end of the scale alone.
      places.push({
        x,
        y,
        figures: f,
        scores: {
          texture: f.texture,
          'tonal range': f.p95 - f.p5,
          highlights: f.light * (1 - f.bare) * Math.min(1, f.texture / 1.2),
          shadows: f.dark * Math.min(1, f.texture / 0.8),
          'out of gamut': f.out,
        },
      });
    }
  const chosen: Proposed[] = [];
  for (const kind of kinds) {
    const best = places
      .filter(
        (p) =>
          !chosen.some(
            (c) => overlap(c, { left: p.x / k, top: p.y / k, width: w / k, height: h / k }) > 0.25,
          ),
      )
      .reduce<(typeof places)[number] | null>(
        (a, p) => (!a || p.scores[kind] > a.scores[kind] ? p : a),
        null,
      );
    if (!best || best.scores[kind] < LEAST[kind]) continue;
    const left = Math.min(
        Math.max(Math.round(best.x / k), crop.left),
        crop.left + crop.width - wanted.width,
      ),
      top = Math.min(Math.max(Math.round(best.y / k), crop.top), crop.top + crop.height - wanted.height);
    chosen.push({
      left: Math.max(crop.left, left),
      top: Math.max(crop.top, top),
      width: Math.min(wanted.width, crop.width),
      height: Math.min(wanted.height, crop.height),
      kind,
      says: say(kind, best.figures),
      score: best.scores[kind],
    });
  }
  return chosen;
}

/** Below this a kind has nothing worth showing. */
const LEAST: Readonly<Record<RegionKind, number>> = {
  texture: 0.4,
  'tonal range': 10,
  highlights: 0.1,
  shadows: 0.1,
  'out of gamut': 0.01,
};

type Figures = {
  texture: number;
  p5: number;
  p95: number;
  light: number;
  dark: number;
  bare: number;
  out: number;
};

function figuresOf(look: Look, x0: number, y0: number, w: number, h: number): Figures {
  const counts = new Uint32Array(101);
  let texture = 0,
    light = 0,
    dark = 0,
    bare = 0,
    out = 0,
    pairs = 0;
  for (let y = y0; y < y0 + h; y++)
    for (let x = x0; x < x0 + w; x++) {
      const i = y * look.width + x,
        L = look.lab[i * 3]!;
      counts[Math.min(100, Math.max(0, Math.round(L)))]!++;
      if (L >= 85) light++;
      if (L <= 22) dark++;
      if (L >= 99) bare++;
      if (look.moved && look.moved[i]! > 3) out++;
      if (x > x0 && y > y0) {
        texture += Math.abs(L - look.lab[(i - 1) * 3]!) + Math.abs(L - look.lab[(i - look.width) * 3]!);
        pairs += 2;
      }
    }
  const n = w * h;
  const at = (share: number) => {
    let sum = 0;
    for (let L = 0; L <= 100; L++) {
      sum += counts[L]!;
      if (sum >= n * share) return L;
    }
    return 100;
  };
  return {
    texture: texture / Math.max(1, pairs),
    p5: at(0.05),
    p95: at(0.95),
    light: light / n,
    dark: dark / n,
    bare: bare / n,
    out: out / n,
  };
}

function say(kind: RegionKind, f: Figures): string {
  switch (kind) {
    case 'texture':
      return `texture, ${f.texture.toFixed(1)} L* from pixel to pixel`;
    case 'tonal range':
      return `tonal range, L* ${f.p5} to ${f.p95}`;
    case 'highlights':
      return `highlights, ${Math.round(f.light * 100)} % above L* 85`;
    case 'shadows':
      return `shadows, ${Math.round(f.dark * 100)} % below L* 22`;
    case 'out of gamut':
      return `out of gamut, ${Math.round(f.out * 100)} % of it`;
  }
}

const overlap = (a: Region, b: Region): number => {
  const w = Math.min(a.left + a.width, b.left + b.width) - Math.max(a.left, b.left),
    h = Math.min(a.top + a.height, b.top + b.height) - Math.max(a.top, b.top);
  return w > 0 && h > 0 ? (w * h) / (b.width * b.height) : 0;
};
