/** A colour being worked on: red, green, blue as they will be coded, 0–1. */
export type Rgb = Float64Array;
/** Paints the point (u, v), both in widths of the picture, v downward. */
export type Scene = (u: number, v: number, out: Rgb) => void;
/** Paints one pixel. */
export type Painter = (x: number, y: number, out: Rgb) => void;

export const clamp = (x: number, a = 0, b = 1) => (x < a ? a : x > b ? b : x);
export const mix = (a: number, b: number, t: number) => a + (b - a) * t;
export const smooth = (a: number, b: number, x: number) => {
  const t = clamp((x - a) / (b - a));
  return t * t * (3 - 2 * t);
};

const X = 0x27d4eb2d,
  Y = 0x165667b1,
  SEED = 0x9e3779b1;

function stir(h: number): number {
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 12), 0x2c1b3c6d);
  return ((h ^ (h >>> 15)) >>> 0) * 2.3283064365386963e-10;
}

/** A number in [0, 1) from two whole coordinates and a seed: the same every time, on every machine. */
export const hash = (x: number, y: number, seed = 0): number =>
  stir(Math.imul(x, X) + Math.imul(y, Y) + Math.imul(seed, SEED));

/** Cells of noise whose corners are remembered, a power of two: a painter looks at one cell from many pixels. */
const REMEMBERED = 4_096;
const cellOf = new Int32Array(REMEMBERED);
const cornersOf = new Float64Array(REMEMBERED * 4);
remember(0, 0);

/** Works out the corners of a cell, which follow from its hash alone. */
function remember(h: number, at: number): void {
  cellOf[at] = h;
  cornersOf[4 * at] = stir(h);
  cornersOf[4 * at + 1] = stir((h + X) | 0);
  cornersOf[4 * at + 2] = stir((h + Y) | 0);
  cornersOf[4 * at + 3] = stir((h + X + Y) | 0);
}

/** Smooth noise in [0, 1), one bump to the unit. */
export function noise(x: number, y: number, seed = 0): number {
  const xi = Math.floor(x),
    yi = Math.floor(y);
  const fx = x - xi,
    fy = y - yi;
  const sx = fx * fx * (3 - 2 * fx),
    sy = fy * fy * (3 - 2 * fy);
  const h = (Math.imul(xi, X) + Math.imul(yi, Y) + Math.imul(seed, SEED)) | 0;
  const at = h & (REMEMBERED - 1);
  if (cellOf[at] !== h) remember(h, at);
  const a = cornersOf[4 * at]!,
    b = cornersOf[4 * at + 1]!,
    c = cornersOf[4 * at + 2]!,
    d = cornersOf[4 * at + 3]!;
  const top = a + (b - a) * sx;
  return top + (c + (d - c) * sx - top) * sy;
}

/** Noise of several sizes laid over each other, each half as large and half as strong. */
export function fbm(x: number, y: number, octaves: number, seed = 0): number {
  let sum = 0,
    strength = 0.5,
    total = 0;
  for (let o = 0; o < octaves; o++) {
    sum += strength * noise(x, y, seed + o * 17);
    total += strength;
    strength *= 0.5;
    x = x * 2.03 + 11.7;
    y = y * 2.03 + 5.3;
  }
  return sum / total;
}

export function set(out: Rgb, r: number, g: number, b: number) {
  out[0] = r;
  out[1] = g;
  out[2] = b;
}
/** Lays a colour over what is there. */
export function lay(out: Rgb, r: number, g: number, b: number, cover: number) {
  out[0] = mix(out[0]!, r, cover);
  out[1] = mix(out[1]!, g, cover);
  out[2] = mix(out[2]!, b, cover);
}
export function lighten(out: Rgb, r: number, g: number, b: number) {
  out[0]! += r;
  out[1]! += g;
  out[2]! += b;
}
export function scale(out: Rgb, k: number) {
  out[0]! *= k;
  out[1]! *= k;
  out[2]! *= k;
}

/** Length of (x, y). `Math.hypot` guards against overflow that pictures never meet, at ten times the time. */
export const hyp = (x: number, y: number): number => Math.sqrt(x * x + y * y);
export const sq = (x: number): number => x * x;

/** Distance of a point from a segment. */
export function toSegment(
  px: number,
  py: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
): number {
  const dx = bx - ax,
    dy = by - ay;
  const t = clamp(((px - ax) * dx + (py - ay) * dy) / (dx * dx + dy * dy || 1));
  return hyp(px - ax - t * dx, py - ay - t * dy);
}

/** How far inside a box a point lies; negative outside. */
export const inBox = (u: number, v: number, left: number, top: number, right: number, bottom: number) =>
  Math.min(u - left, right - u, v - top, bottom - v);

/**
 * A scene drawn once at a coarser grid and read from there between its points: the drawing that strokes go over. What is
 * fine in a painted picture comes from its strokes, hairs and tooth, which are far smaller than the drawing's own edges.
 */
export function underdrawing(scene: Scene, width: number, height: number, step: number): Scene {
  const [w, h] = [Math.ceil(width / step) + 1, Math.ceil(height / step) + 1];
  const grid = new Float32Array(w * h * 3);
  const at = new Float64Array(3);
  for (let j = 0, k = 0; j < h; j++) {
    for (let i = 0; i < w; i++) {
      scene((i * step) / width, (j * step) / width, at);
      grid[k++] = at[0]!;
      grid[k++] = at[1]!;
      grid[k++] = at[2]!;
    }
  }
  return (u, v, out) => {
    const x = clamp((u * width) / step, 0, w - 1.001),
      y = clamp((v * width) / step, 0, h - 1.001);
    const i = Math.floor(x),
      j = Math.floor(y),
      fx = x - i,
      fy = y - j;
    const a = (j * w + i) * 3,
      b = a + w * 3;
    for (let c = 0; c < 3; c++) {
      const top = grid[a + c]! + (grid[a + 3 + c]! - grid[a + c]!) * fx;
      out[c] = top + (grid[b + c]! + (grid[b + 3 + c]! - grid[b + c]!) * fx - top) * fy;
    }
  };
}

/** A function of one coordinate in 0–1, worked out once at so many points and read between them. */
export function tabled(f: (u: number) => number, points = 16_384): (u: number) => number {
  const table = Float64Array.from({ length: points + 2 }, (_, i) => f(i / points));
  return (u) => {
    const x = clamp(u) * points,
      i = Math.floor(x);
    return table[i]! + (table[i + 1]! - table[i]!) * (x - i);
  };
}

export type Brush = {
  /** Pixels to the millimetre of the original. */
  perMm: number;
  /** Stroke length and breadth, mm. */
  length: number;
  breadth: number;
  /** Usual direction, radians, and how far it wanders. */
  angle: number;
  wander: number;
  /** How far strokes differ in lightness. */
  jitter: number;
  /** Strength and size (mm) of the hairs' marks. */
  hairs: number;
  hairMm: number;
};

/** Paints a scene in strokes: each takes the colour under its middle and shows the hairs of the brush along its length. */
export function brushed(scene: Scene, widthPx: number, b: Brush, seed: number): Painter {
  const patch = b.length * 1.7 * b.perMm;
  return (x, y, out) => {
    // Patches of strokes laid in one go share a direction; their borders wander so that none is a square.
    const wx = x + (noise(x / patch, y / patch, seed + 1) - 0.5) * patch,
      wy = y + (noise(x / patch, y / patch, seed + 2) - 0.5) * patch;
    const angle =
      b.angle + (hash(Math.floor(wx / patch), Math.floor(wy / patch), seed) - 0.5) * 2 * b.wander;
    const c = Math.cos(angle),
      s = Math.sin(angle);
    const along = (x * c + y * s) / (b.length * b.perMm);
    const across =
      (-x * s + y * c) / (b.breadth * b.perMm) +
      (noise(along * 3, x / (b.breadth * b.perMm * 3), seed + 3) - 0.5) * 0.7;
    const row = Math.floor(across);
    const shift = hash(row, Math.floor(angle * 1000), seed + 4);
    const col = Math.floor(along + shift);
    const tone = hash(row, col, seed + 5);
    const midAlong = (col + 0.5 - shift) * b.length * b.perMm,
      midAcross = (row + 0.5) * b.breadth * b.perMm;
    const mx = midAlong * c - midAcross * s,
      my = midAlong * s + midAcross * c;
    // A stroke keeps a little of the drawing under it, or edges would dissolve.
    scene(mix(x, mx, 0.72) / widthPx, mix(y, my, 0.72) / widthPx, out);
    const hair = noise((across * b.breadth) / b.hairMm, along * 2.2, seed + 6) - 0.5;
    const edge = Math.abs(across - row - 0.5) > 0.44 ? -0.5 : 0;
    scale(out, 1 + (tone - 0.5) * b.jitter + hair * b.hairs + edge * b.jitter * 0.6);
  };
}

/** The tooth of a support: fine, sharp grain in millimetres that stays when the file is looked at closely. */
export function tooth(x: number, y: number, perMm: number, mm: number, seed: number): number {
  const k = 1 / (perMm * mm);
  return 0.6 * noise(x * k, y * k, seed) + 0.4 * noise(x * k * 2.7, y * k * 2.7, seed + 9) - 0.5;
}
