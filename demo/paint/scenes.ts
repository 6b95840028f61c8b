// The pictures of the demo studio: a working coast at different hours. Each is drawn by code, so that the demo needs no
// files and every figure about them is known.
import {
  clamp,
  fbm,
  hash,
  hyp,
  inBox,
  lay,
  lighten,
  mix,
  noise,
  scale,
  set,
  smooth,
  sq,
  tabled,
  toSegment,
  type Scene,
} from './kit';

/** A ferry with its windows lit crosses a harbour at slack water. */
export const nightFerry: Scene = (u, v, out) => {
  const horizon = 0.415;
  if (v < horizon) {
    const t = v / horizon;
    set(out, mix(0.035, 0.13, t * t), mix(0.075, 0.25, t * t), mix(0.15, 0.36, t * t));
    const cloud = smooth(0.5, 0.78, fbm(u * 3.2, v * 11, 4, 3));
    lay(out, 0.16, 0.26, 0.35, cloud * 0.55);
    const dm = hyp(u - 0.765, v - 0.135);
    lighten(out, 0.3 * Math.exp(-dm * 16), 0.29 * Math.exp(-dm * 16), 0.22 * Math.exp(-dm * 17));
    lay(out, 0.96, 0.93, 0.79, smooth(0.0385, 0.0365, dm));
    if (dm < 0.038) scale(out, 0.9 + 0.16 * fbm(u * 60, v * 60, 3, 8));
    const hill =
      0.395 - 0.05 * smooth(0.05, 0.34, u) * smooth(0.62, 0.3, u) - 0.012 * fbm(u * 14, 0, 3, 5);
    lay(out, 0.045, 0.085, 0.13, smooth(hill - 0.001, hill + 0.001, v));
    const lamp = hash(Math.floor(u * 130), 2, 4);
    if (lamp > 0.86 && v > hill + 0.006 && u < 0.6)
      lighten(
        out,
        0.9 *
          Math.exp(-sq(v - 0.408) / 6e-6) *
          smooth(0.35, 0.5, (u * 130) % 1) *
          smooth(0.65, 0.5, (u * 130) % 1),
        0.55 * Math.exp(-sq(v - 0.408) / 6e-6) * 0.5,
        0.1 * Math.exp(-sq(v - 0.408) / 6e-6) * 0.3,
      );
  } else {
    const d = (v - horizon) / 0.335;
    const ripple = fbm(u * mix(26, 7, d), v * mix(420, 90, d), 4, 11);
    set(
      out,
      mix(0.1, 0.025, d) + ripple * 0.05,
      mix(0.2, 0.075, d) + ripple * 0.085,
      mix(0.29, 0.135, d) + ripple * 0.11,
    );
    const glint = smooth(0.6, 0.7, noise(u * mix(60, 18, d), v * mix(700, 170, d), 21));
    const path = Math.exp(-sq(u - 0.765) / mix(0.0009, 0.012, d));
    lay(out, 0.95, 0.91, 0.72, glint * path * 0.8);
    const wob = (noise(u * 20, v * 260, 31) - 0.5) * mix(0.004, 0.03, d);
    const wu = u + wob;
    const warm = inBox(wu, 0, 0.29, -1, 0.66, 1) > 0 ? 1 : 0;
    const column = smooth(0.25, 0.5, (wu * 40) % 1) * smooth(0.75, 0.5, (wu * 40) % 1);
    lay(
      out,
      1,
      0.72,
      0.28,
      warm * (0.2 + column) * Math.exp(-d * 3.6) * smooth(0.42, 0.62, noise(u * 30, v * 300, 41)) * 0.75,
    );
  }
  ferry(u, v, out);
};

function ferry(u: number, v: number, out: Float64Array) {
  const bow = 0.7 - (v - 0.385) * 0.5;
  const hull = Math.min(u - (0.235 + (v - 0.385) * 0.45), bow - u, v - 0.383, 0.437 - v);
  if (hull > 0) {
    set(out, 0.03, 0.04, 0.055);
    if (v < 0.389) set(out, 0.75, 0.72, 0.62);
    if (v > 0.428) set(out, 0.34, 0.07, 0.05);
  }
  const deck = inBox(u, v, 0.29, 0.345, 0.645, 0.384);
  if (deck > 0) {
    set(out, 0.58, 0.58, 0.54);
    scale(out, 0.55 + 0.25 * smooth(0.3, 0.66, u));
    const w = (u * 40) % 1;
    if (v > 0.352 && v < 0.366 && w > 0.22 && w < 0.78) set(out, 1, 0.8, 0.4);
    if (v > 0.372 && v < 0.378 && w > 0.35 && w < 0.65) set(out, 0.98, 0.7, 0.3);
  }
  if (inBox(u, v, 0.51, 0.308, 0.61, 0.346) > 0) {
    set(out, 0.46, 0.47, 0.45);
    if (v > 0.316 && v < 0.327) set(out, 1, 0.86, 0.52);
  }
  if (inBox(u, v, 0.375 - (0.345 - v) * 0.12, 0.275, 0.425 - (0.345 - v) * 0.12, 0.346) > 0) {
    set(out, 0.55, 0.13, 0.08);
    if (v < 0.287) set(out, 0.04, 0.04, 0.05);
  }
  if (toSegment(u, v, 0.56, 0.308, 0.56, 0.235) < 0.0018) set(out, 0.5, 0.5, 0.48);
  const dl = hyp(u - 0.56, v - 0.235);
  lighten(out, 1.1 * Math.exp(-dl * 170), 0.95 * Math.exp(-dl * 170), 0.6 * Math.exp(-dl * 190));
  const smokeX = 0.39 - (0.275 - v) * 1.3;
  if (v < 0.275)
    lay(
      out,
      0.22,
      0.27,
      0.32,
      clamp((0.055 - Math.abs(u - smokeX)) * 16) *
        smooth(0.42, 0.7, fbm(u * 14 + v * 6, v * 18, 4, 51)) *
        smooth(0.02, 0.22, v) *
        0.8,
    );
}

/** Bottle kilns standing in frost, a low sun behind their smoke. */
export const kilnYard: Scene = (u, v, out) => {
  const ground = 0.545 + 0.012 * (fbm(u * 5, 1, 3, 2) - 0.5);
  const glow = Math.exp(-(sq(u - 0.63) * 3 + sq(v - 0.44) * 9));
  set(out, 0.6 + 0.33 * glow, 0.66 + 0.15 * glow, 0.74 - 0.12 * glow);
  lay(out, 0.86, 0.84, 0.82, 0.35 * fbm(u * 3, v * 7, 3, 4));
  const plume = (x: number, lean: number) =>
    smooth(0.4, 0.66, fbm((u - x) * 9 + v * 4, v * 11, 4, 9)) *
    clamp(1 - Math.abs(u - x - (0.2 - v) * lean) / (0.05 + (0.25 - v) * 0.28)) *
    smooth(0.3, 0.17, v);
  if (v < 0.3) {
    lay(out, 0.42, 0.41, 0.44, clamp(plume(0.3, 0.9) * 1.2));
    lay(out, 0.55, 0.5, 0.5, clamp(plume(0.7, 0.8)));
  }
  if (v > ground - 0.09 && v < ground) {
    const roofs = 0.5 - 0.028 * hash(Math.floor(u * 17), 3, 1);
    if (v > roofs) {
      set(out, 0.5, 0.46, 0.47);
      scale(out, 0.85 + 0.3 * hash(Math.floor(u * 51), Math.floor(v * 190), 6));
      if (v < roofs + 0.008) set(out, 0.9, 0.91, 0.93);
    }
  }
  if (v >= ground) {
    const d = (v - ground) / 0.21;
    set(out, mix(0.8, 0.88, d), mix(0.81, 0.89, d), mix(0.86, 0.93, d));
    const rut = fbm((u * 6) / (0.25 + d), v * 28, 4, 12);
    lay(out, 0.44, 0.38, 0.36, smooth(0.55, 0.72, rut) * 0.75);
    lay(
      out,
      1,
      0.87,
      0.7,
      smooth(0.5, 0.64, noise((u * 9) / (0.3 + d), v * 60, 14)) * Math.exp(-sq(u - 0.6) * 7) * 0.5,
    );
    lay(out, 0.4, 0.44, 0.58, 0.6 * clamp(shadowOf(u, v, 0.3, ground) + shadowOf(u, v, 0.7, ground)));
  }
  kiln(u, v, out, 0.5, 0.29, 0.055, 0.558, 0.8);
  kiln(u, v, out, 0.3, 0.175, 0.115, 0.6, 1);
  kiln(u, v, out, 0.7, 0.215, 0.095, 0.585, 0.95);
};

const shadowOf = (u: number, v: number, x: number, ground: number) =>
  smooth(0.14, 0.09, Math.abs(u - x + (v - ground) * 0.9)) * smooth(0.23, 0.02, v - ground);

function kiln(
  u: number,
  v: number,
  out: Float64Array,
  cx: number,
  top: number,
  half: number,
  base: number,
  near: number,
) {
  if (v < top || v > base) return;
  const t = (v - top) / (base - top);
  const width = half * (0.36 + 0.64 * smooth(0.05, 0.62, t)) * (t > 0.93 ? 1.06 : 1);
  const x = (u - cx) / width;
  if (Math.abs(x) > 1) return;
  const row = Math.floor(v * 170),
    brick = Math.floor((u * 92) / near + (row % 2) * 0.5);
  const tone = hash(brick, row, 7) * 0.28 + 0.86,
    mortar = (v * 170) % 1 < 0.12 ? 0.8 : 1;
  const light =
    0.42 +
    0.75 * smooth(-0.5, 1, x) * (cx < 0.63 ? 1 : 0.3) +
    0.75 * smooth(0.4, -1, x) * (cx > 0.63 ? 1 : 0.15);
  set(out, 0.55 * light * tone * mortar, 0.31 * light * tone * mortar, 0.25 * light * tone * mortar);
  lay(
    out,
    0.88,
    0.9,
    0.94,
    smooth(0.58, 0.74, fbm(u * 30, v * 34, 3, 15)) * (0.25 + 0.6 * smooth(0.25, 0.0, t)),
  );
  if (t > 0.74 && Math.abs(x + 0.05) < 0.24 && t > 0.8 - 0.05 * Math.cos(x * 6))
    set(out, 0.1, 0.06, 0.06);
  if (t > 0.86 && Math.abs(x + 0.05) < 0.13) lighten(out, 0.75, 0.3, 0.05);
}

/** Salt pans at low sun: water in squares, salt in heaps. */
export const saltPans: Scene = (u, v, out) => {
  const horizon = 0.3;
  if (v < horizon) {
    const t = v / horizon;
    set(out, mix(0.6, 0.98, t), mix(0.72, 0.84, t), mix(0.84, 0.72, t));
    lay(out, 1, 0.95, 0.86, smooth(0.48, 0.72, fbm(u * 2.4, v * 12, 4, 2)) * 0.6);
    lay(out, 0.55, 0.58, 0.66, smooth(0.286, 0.294, v + 0.012 * fbm(u * 7, 0, 3, 3)) * 0.8);
    return;
  }
  const depth = 1 / (v - horizon + 0.035),
    gx = (u - 0.46) * depth * 0.42 + 10.35,
    gy = depth * 0.62 + 20;
  const ix = Math.floor(gx),
    iy = Math.floor(gy),
    fx = gx - ix,
    fy = gy - iy;
  const kind = hash(ix, iy, 4);
  const shine = smooth(0.75, 0.0, v - horizon);
  if (kind < 0.34) set(out, mix(0.78, 0.98, shine), mix(0.55, 0.8, shine), mix(0.56, 0.68, shine));
  else if (kind < 0.62) set(out, mix(0.5, 0.9, shine), mix(0.62, 0.82, shine), mix(0.7, 0.8, shine));
  else if (kind < 0.84) set(out, mix(0.64, 0.95, shine), mix(0.66, 0.86, shine), mix(0.6, 0.74, shine));
  else set(out, 0.83, 0.74, 0.62);
  lay(out, 1, 0.96, 0.88, 0.55 * smooth(0.55, 0.7, noise(u * 14, v * 130, 6)) * shine);
  const wall = Math.min(fx, 1 - fx, fy, 1 - fy);
  lay(out, 0.47, 0.38, 0.34, smooth(0.085, 0.055, wall));
  lay(out, 0.8, 0.68, 0.56, smooth(0.05, 0.03, wall) * 0.8);
  for (const [cx, base, size] of HEAPS) {
    const x = (u - cx) / size,
      y = (base - v) / size;
    if (
      y > -0.1 &&
      y < 0.78 &&
      Math.abs(x) < 0.62 * (1 - y / 0.8) + 0.02 * (noise(v * 300, cx * 9, 7) - 0.5)
    ) {
      const lit = smooth(-0.35, 0.3, x + (fbm(u * 50, v * 60, 3, 8) - 0.5) * 0.5);
      set(out, mix(0.62, 1, lit), mix(0.62, 0.96, lit), mix(0.74, 0.89, lit));
    } else if (y <= 0.02 && y > -0.3 && x < 0 && x > -1.3)
      lay(out, 0.42, 0.4, 0.52, 0.35 * smooth(-0.3, 0, y));
  }
};
const HEAPS = [
  [0.62, 0.4, 0.06],
  [0.72, 0.405, 0.05],
  [0.81, 0.41, 0.055],
  [0.3, 0.52, 0.13],
  [0.52, 0.55, 0.14],
  [0.16, 0.8, 0.27],
] as const;

type Stroke = [ax: number, ay: number, bx: number, by: number, width: number];

/** Every pen stroke of the mast, sorted into hundredths of the height so that each point looks only at those near it. */
const MAST_BANDS: readonly Stroke[][] = (() => {
  const bands: Stroke[][] = Array.from({ length: 145 }, () => []);
  const line = (...s: Stroke) => {
    const [, ay, , by, w] = s;
    for (
      let k = Math.max(0, Math.floor((Math.min(ay, by) - w) * 100));
      k <= Math.min(144, Math.floor((Math.max(ay, by) + w) * 100));
      k++
    )
      bands[k]!.push(s);
  };
  line(0.455, 1.17, 0.492, 0.44, 0.0058);
  line(0.585, 1.17, 0.548, 0.44, 0.0058);
  for (let k = 0; k < 9; k++) {
    const y0 = 0.46 + k * 0.079,
      y1 = y0 + 0.079,
      w0 = 0.028 + k * 0.0042,
      w1 = w0 + 0.0042;
    line(0.52 - w0, y0, 0.52 + w1, y1, 0.0028);
    line(0.52 + w0, y0, 0.52 - w1, y1, 0.0028);
    line(0.52 - w0, y0, 0.52 + w0, y0, 0.0034);
  }
  line(0.44, 0.44, 0.6, 0.44, 0.008);
  line(0.44, 0.44, 0.44, 0.385, 0.003);
  line(0.6, 0.44, 0.6, 0.385, 0.003);
  line(0.44, 0.39, 0.6, 0.39, 0.0026);
  line(0.487, 0.435, 0.487, 0.29, 0.005);
  line(0.553, 0.435, 0.553, 0.29, 0.005);
  line(0.475, 0.29, 0.565, 0.29, 0.006);
  line(0.48, 0.285, 0.52, 0.235, 0.006);
  line(0.56, 0.285, 0.52, 0.235, 0.006);
  line(0.52, 0.235, 0.52, 0.19, 0.003);
  line(0.52, 0.355, 0.52, 0.4, 0.011);
  line(0.6, 1.17, 0.6, 0.7, 0.0022);
  line(0.62, 1.17, 0.556, 0.46, 0.0012);
  line(0.08, 1.16, 0.484, 0.45, 0.0011);
  line(0.97, 1.16, 0.556, 0.45, 0.0011);
  line(0.0, 1.163, 1, 1.158, 0.004);
  for (let k = 0; k < 5; k++) line(0.08 + k * 0.2, 1.16, 0.08 + k * 0.2, 1.2 + 0.02 * (k % 2), 0.008);
  for (let k = 0; k < 4; k++) {
    const gx = 0.16 + 0.19 * k,
      gy = 0.16 + 0.07 * hash(k, 3, 2);
    line(gx - 0.022, gy - 0.008, gx, gy, 0.0022);
    line(gx + 0.024, gy - 0.01, gx, gy, 0.0022);
  }
  return bands;
})();

/** A signal lamp on its iron mast above a quay: ink lines over grey wash. */
export const signalLamp: Scene = (u, v, out) => {
  let tone = 0.965 - 0.42 * smooth(0.1, 1.2, v) * smooth(0.3, 0.62, fbm(u * 1.8 + 2, v * 2.4, 4, 3));
  const halo = hyp(u - 0.52, v - 0.35);
  tone = mix(tone, 0.99, Math.exp(-halo * 5.5));
  const edge = fbm(u * 2.1 + 2, v * 2.6, 4, 3);
  tone -= 0.11 * Math.exp(-sq((edge - 0.49) * 90)) * smooth(0.3, 0.9, v);
  const quay = 1.155 + 0.01 * noise(u * 8, 0, 4);
  if (v > quay)
    tone =
      mix(0.4, 0.24, smooth(quay, 1.41, v)) +
      0.16 * (fbm(u * 7, v * 40, 4, 5) - 0.5) +
      0.3 * Math.exp(-sq(u - 0.52) * 60) * smooth(0.4, 0.6, noise(u * 10, v * 90, 6));
  let ink = 0;
  const wu = u + 0.0024 * (noise(u * 40, v * 40, 8) - 0.5);
  for (const l of MAST_BANDS[Math.min(MAST_BANDS.length - 1, Math.floor(v * 100))]!) {
    ink = Math.max(ink, smooth(l[4], l[4] * 0.55, toSegment(wu, v, l[0], l[1], l[2], l[3])));
  }
  tone = mix(
    tone,
    0.07 + 0.1 * noise(u * 90, v * 90, 10),
    ink * (0.86 + 0.14 * noise(u * 120, v * 120, 11)),
  );
  set(out, tone, tone, tone);
};

const TERRACES = Array.from({ length: 9 }, (_, k) =>
  tabled((u) => fbm(u * (2.2 + k * 0.4) + k * 7, k, 5, 20 + k)),
);

/** Slate terraces stepping down to a lake, raked by late sun. */
export const slateTerraces: Scene = (u, v, out) => {
  const t = clamp(v / 0.3);
  set(out, mix(0.36, 0.97, t * t), mix(0.5, 0.78, t * t), mix(0.68, 0.58, t));
  lay(out, 1, 0.86, 0.66, smooth(0.5, 0.75, fbm(u * 2.5, v * 9, 4, 1)) * 0.6);
  // From the nearest terrace back: the first that reaches this high hides the rest.
  for (let k = 8; k >= 0; k--) {
    const line =
      0.2 +
      k * 0.052 +
      0.06 * (TERRACES[k]!(u) - 0.5) * (1 - k * 0.05) -
      0.05 * smooth(0.9, 0.1, u) * (k / 9) +
      Math.floor(u * (5 + k) + k * 0.37) * 0.004;
    if (v < line) continue;
    const below = v - line,
      haze = 1 - k / 8.5;
    const strata = fbm(u * 8 + k, (v + u * 0.08) * 120, 4, 40 + k),
      crack = noise(u * 70 + strata * 3, v * 20, 60 + k);
    const sun = smooth(0.03, 0.0, below) + 0.5 * smooth(0.52, 0.75, strata);
    set(
      out,
      0.17 + 0.42 * sun + 0.1 * strata,
      0.18 + 0.24 * sun + 0.09 * strata,
      0.23 + 0.1 * sun + 0.09 * strata,
    );
    if (crack > 0.74) scale(out, 0.72);
    lay(out, 0.88, 0.7, 0.56, haze * haze * 0.75);
    const grass = smooth(0.58, 0.7, fbm(u * 26, v * 50, 3, 80 + k)) * smooth(0.02, 0.05, below);
    lay(out, 0.3, 0.27, 0.1, grass * 0.5 * (1 - haze * 0.6));
    return;
  }
};

const QUARRY_EDGE = tabled((u) => 0.07 + 0.03 * fbm(u * 4, 0, 4, 1));
const BENCH_WAVE = tabled((u) => 0.02 * fbm(u * 6, 2, 3, 5));

/** The fourth face of a quarry above its green pool, on film. */
export const quarryFace: Scene = (u, v, out) => {
  const water = 0.6;
  const y =
    v > water ? 2 * water - v + (noise(u * 30, v * 160, 3) - 0.5) * 0.012 * (1 + (v - water) * 8) : v;
  const sky = QUARRY_EDGE(u);
  if (y < sky) set(out, 0.8, 0.83, 0.84);
  else {
    const level = (y + BENCH_WAVE(u)) * 8.2,
      bench = Math.floor(level),
      lip = level % 1;
    const rock = fbm(u * 7, y * 12, 6, 10 + bench),
      seam = Math.abs(noise(u * 11 + rock * 2, y * 3 + bench, 31) - 0.5),
      drill = noise(u * 120, bench * 3, 44);
    const l =
      0.3 +
      0.46 * rock -
      0.1 * smooth(0.035, 0.0, seam) -
      0.05 * (drill > 0.68 ? 1 : 0) +
      (lip < 0.12 ? 0.2 : 0);
    set(out, l * 1.03, l * 0.94, l * 0.84);
    lay(out, 0.62, 0.38, 0.2, smooth(0.55, 0.72, fbm(u * 5 + 4, y * 2.5, 4, 61)) * 0.55);
    lay(out, 0.2, 0.27, 0.14, smooth(0.6, 0.74, fbm(u * 20, y * 24, 4, 71)) * (lip < 0.3 ? 0.8 : 0.25));
    lay(out, 0.14, 0.15, 0.19, smooth(0.35, 0.75, u + 0.2 * (fbm(u * 3, y * 3, 3, 81) - 0.5)) * 0.45);
    const rungs = (y * 120) % 1 < 0.3 ? 1 : 0;
    if (
      y > 0.2 &&
      Math.abs(u - 0.272 - y * 0.05) < 0.006 &&
      (rungs || Math.abs(Math.abs(u - 0.272 - y * 0.05) - 0.005) < 0.0012)
    )
      set(out, 0.75, 0.24, 0.1);
  }
  if (v > water) {
    const d = (v - water) / 0.2;
    lay(out, 0.1, 0.34, 0.29, 0.5 + 0.3 * d);
    scale(out, 0.8);
    lay(out, 0.72, 0.8, 0.76, smooth(0.62, 0.7, noise(u * 22, v * 260, 91)) * 0.25);
    if (v < water + 0.004) lay(out, 0.82, 0.8, 0.7, 0.5);
  }
};

const COAST = tabled((u) => fbm(u * 2.2, 3, 4, 2));

/** Depths and lights of a harbour drawn as a chart that steers nobody. */
export const harbourChart: Scene = (u, v, out) => {
  const land = 0.3 + 0.2 * COAST(u) - 0.22 * smooth(0.35, 0.8, u) + 0.11 * Math.sin(u * 7);
  const depth = (v - land) * 1.5 + 0.16 * (fbm(u * 4, v * 4, 5, 8) - 0.5);
  if (depth < 0) {
    set(out, 0.93, 0.83, 0.6);
    const h = -depth * 16;
    if (Math.abs((h % 1) - 0.5) < 0.045) set(out, 0.74, 0.55, 0.33);
    const plot = hash(Math.floor(u * 60 + v * 9), Math.floor(v * 64 - u * 8), 5);
    if (plot > 0.8 && depth > -0.09) set(out, 0.42, 0.3, 0.28);
  } else {
    const band = Math.min(5, Math.floor(depth * 9));
    set(
      out,
      [0.72, 0.57, 0.4, 0.24, 0.12, 0.06][band]!,
      [0.89, 0.82, 0.71, 0.56, 0.4, 0.27][band]!,
      [0.86, 0.84, 0.8, 0.71, 0.58, 0.45][band]!,
    );
    const iso = (depth * 36) % 1;
    if (iso < 0.06) lay(out, 0.02, 0.18, 0.32, 0.5);
  }
  if (Math.abs(depth) < 0.0035) set(out, 0.1, 0.16, 0.24);
  for (const [x, y, r, a, red] of LIGHTS) {
    const dx = u - x,
      dy = v - y,
      d = hyp(dx, dy);
    if (d > r + 0.002) continue;
    const angle = Math.atan2(dy, dx);
    const inside = Math.cos(angle - a) > 0.86;
    if (inside && d < r) lay(out, 1, red ? 0.32 : 0.86, red ? 0.26 : 0.3, 0.42);
    if (Math.abs(d - r) < 0.0011 || (inside && Math.abs(d - r * 0.92) < 0.0016))
      set(out, 0.08, 0.12, 0.2);
    if (d < 0.011) set(out, 0.99, 0.97, 0.9);
    if (d < 0.007) set(out, red ? 0.85 : 0.95, red ? 0.12 : 0.62, 0.1);
  }
  const route = Math.abs(v - (0.7 - 0.22 * smooth(0.05, 0.95, u) + 0.03 * Math.sin(u * 11)));
  if (route < 0.0018 && (u * 46) % 1 < 0.62) set(out, 0.98, 0.97, 0.92);
  if (Math.abs((u * 8) % 1) < 0.006 || Math.abs((v * 8) % 1) < 0.006) lay(out, 0.06, 0.12, 0.2, 0.28);
};
const LIGHTS: readonly (readonly [number, number, number, number, boolean])[] = [
  [0.33, 0.43, 0.26, 0.9, true],
  [0.64, 0.34, 0.33, 1.5, false],
  [0.86, 0.22, 0.24, 2.2, true],
  [0.14, 0.6, 0.15, 0.3, false],
];

/** A breakwater running out to its light under a wide sky at dusk. */
export const longBreakwater: Scene = (u, v, out) => {
  const horizon = 0.148;
  const wall = horizon - 0.004 + 0.05 * (1 - u) ** 1.6;
  if (v < horizon) {
    const t = v / horizon;
    set(out, mix(0.27, 0.98, t ** 1.6), mix(0.36, 0.66, t ** 1.4), mix(0.52, 0.5, t));
    const cloud = fbm(u * 5 + v * 3, v * 34, 5, 3);
    lay(out, 0.98, 0.62, 0.48, smooth(0.52, 0.66, cloud) * 0.7 * t);
    lay(out, 0.33, 0.34, 0.45, smooth(0.56, 0.74, fbm(u * 3.4, v * 22, 5, 13)) * 0.7);
    const sun = hyp((u - 0.7) * 1.0, v - horizon + 0.012);
    lighten(out, 0.5 * Math.exp(-sun * 20), 0.3 * Math.exp(-sun * 24), 0.1 * Math.exp(-sun * 30));
  } else {
    const d = (v - horizon) / 0.102;
    set(out, mix(0.72, 0.16, d ** 0.6), mix(0.55, 0.22, d ** 0.6), mix(0.5, 0.3, d ** 0.6));
    const swell = fbm(u * mix(60, 20, d), v * mix(900, 260, d), 4, 23);
    scale(out, 0.78 + 0.5 * swell);
    lay(
      out,
      1,
      0.76,
      0.52,
      smooth(0.54, 0.66, swell) * Math.exp(-sq(u - 0.7) / (0.004 + 0.02 * d)) * 0.8,
    );
  }
  if (u < 0.86 && v > wall - 0.006 * (1 - u) - 0.0015 && v < wall + 0.004 + 0.05 * sq(1 - u)) {
    const size = 0.0035 + 0.02 * sq(1 - u),
      row = Math.floor((v - wall) / (size * 0.6));
    const block = Math.floor(Math.log(1.04 - u) * 62 + row * 0.5);
    const tone = 0.14 + 0.14 * hash(block, row, 5) + 0.09 * fbm(u * 160, v * 160, 4, 6);
    set(out, tone * 1.08, tone, tone * 1.02);
    if (v < wall - 0.003 * (1 - u)) set(out, 0.58, 0.43, 0.38);
    const foam = v - (wall + 0.002 + 0.046 * sq(1 - u));
    if (foam > -0.004 * (1.2 - u))
      lay(out, 0.93, 0.83, 0.78, smooth(0.46, 0.62, fbm(u * 90, v * 260, 4, 7)));
  }
  const tower = inBox(u, v, 0.845, horizon - 0.058, 0.857, horizon + 0.004);
  if (tower > -0.001 && tower > -(v - horizon + 0.058) * 0.03) {
    set(out, 0.86, 0.8, 0.74);
    scale(out, mix(0.55, 1.02, (u - 0.845) / 0.012 < 0 ? 0 : clamp(1 - (u - 0.845) / 0.012)));
    if (v > horizon - 0.038 && v < horizon - 0.022) set(out, 0.58, 0.14, 0.11);
  }
  if (inBox(u, v, 0.8465, horizon - 0.07, 0.8555, horizon - 0.058) > 0) set(out, 0.13, 0.14, 0.17);
  const lamp = hyp(u - 0.851, v - horizon + 0.064);
  lighten(out, 1.0 * Math.exp(-lamp * 300), 0.9 * Math.exp(-lamp * 300), 0.6 * Math.exp(-lamp * 320));
};

/** A tin boat left on the mud by the tide. */
export const tinBoat: Scene = (u, v, out) => {
  const tide = 0.27 + 0.02 * fbm(u * 3, 0, 3, 1);
  if (v < tide) {
    const t = v / tide;
    set(out, mix(0.74, 0.9, t), mix(0.82, 0.9, t), mix(0.84, 0.84, t));
    lay(out, 0.98, 0.97, 0.92, smooth(0.5, 0.7, fbm(u * 3, v * 8, 4, 2)) * 0.6);
    if (v > tide - 0.05)
      lay(out, 0.52, 0.62, 0.62, smooth(tide - 0.045, tide - 0.03, v + 0.02 * fbm(u * 6, 1, 3, 4)) * 0.8);
  } else {
    const d = (v - tide) / 0.48;
    set(out, mix(0.66, 0.42, d), mix(0.6, 0.35, d), mix(0.5, 0.27, d));
    const wet = fbm(u * 5 - v * 6, v * 12, 5, 6);
    lay(out, 0.82, 0.86, 0.84, smooth(0.54, 0.6, wet) * (1 - d * 0.6));
    scale(out, 0.84 + 0.34 * fbm(u * 30, v * 60, 4, 7));
    lay(
      out,
      0.16,
      0.12,
      0.1,
      0.55 *
        smooth(0.05, 0.0, Math.abs(v - 0.585 - 0.03 * (u - 0.5)) - 0.012) *
        smooth(0.18, 0.26, u) *
        smooth(0.86, 0.76, u),
    );
  }
  const x = (u - 0.5) / 0.285,
    sheer = 0.405 - 0.055 * x * x - 0.035 * x,
    keel = 0.578 - 0.1 * x ** 4 - 0.035 * x;
  if (Math.abs(x) < 1 && v > sheer && v < keel) {
    const t = (v - sheer) / (keel - sheer);
    const l =
      mix(0.86, 0.42, t) +
      0.12 * (fbm(u * 18, v * 40, 4, 8) - 0.5) +
      (Math.abs((t * 3.2) % 1) < 0.07 ? -0.14 : 0);
    set(out, l * 0.4, l * 0.72, l * 0.76);
    if (t < 0.12) set(out, 0.93, 0.9, 0.8);
    if (t > 0.66) {
      set(out, 0.62 * l + 0.2, 0.22 * l + 0.05, 0.13 * l + 0.03);
    }
    lay(out, 0.5, 0.28, 0.14, smooth(0.6, 0.75, fbm(u * 14, v * 30, 4, 9)) * 0.6);
  }
  const inside = 1 - x * x * 1.08;
  if (inside > 0) {
    const far = sheer - 0.038 * Math.sqrt(inside);
    if (v > far && v <= sheer) {
      set(out, 0.2, 0.22, 0.22);
      if (v < far + 0.006) set(out, 0.85, 0.83, 0.75);
      if (Math.abs(x - 0.1) < 0.06 || Math.abs(x + 0.45) < 0.06) set(out, 0.66, 0.52, 0.34);
    }
  }
  if (toSegment(u, v, 0.775, 0.37, 0.99, 0.7) < 0.0026 || toSegment(u, v, 0.99, 0.7, 0.92, 0.72) < 0.003)
    set(out, 0.9, 0.84, 0.66);
};

/** Floats stacked in a store, light from the door. */
export const buoyStore: Scene = (u, v, out) => {
  const light = Math.exp(-sq(u - 0.86) * 5 - sq(v - 0.3) * 3);
  set(out, 0.1 + 0.3 * light, 0.085 + 0.22 * light, 0.08 + 0.13 * light);
  if ((u * 14) % 1 < 0.06) scale(out, 0.55);
  if (inBox(u, v, 0.8, 0.06, 0.965, 0.64) > 0) set(out, 0.95, 0.9, 0.74);
  if (v > 0.62) {
    set(out, 0.26, 0.2, 0.15);
    lay(out, 0.95, 0.8, 0.55, 0.6 * smooth(0.22, 0.05, Math.abs(u - 0.86 + (v - 0.62) * 1.4)));
  }
  for (let row = 0; row < 4; row++)
    for (let col = 0; col < 6 - row; col++) {
      const r = 0.06 + 0.012 * hash(col, row, 3),
        cx = 0.12 + col * 0.125 + row * 0.062,
        cy = 0.62 - row * 0.112;
      const x = (u - cx) / r,
        y = (v - cy) / r,
        d = x * x + y * y;
      if (d > 1) continue;
      const z = Math.sqrt(1 - d),
        lit = clamp(0.62 * x - 0.35 * y + 0.55 * z) * (0.45 + 0.75 * cx),
        k = Math.floor(hash(col, row, 9) * 4);
      const [cr, cg, cb] = [
        [0.9, 0.36, 0.12],
        [0.92, 0.72, 0.2],
        [0.86, 0.84, 0.76],
        [0.2, 0.42, 0.46],
      ][k]!;
      set(out, cr! * (0.12 + lit), cg! * (0.12 + lit), cb! * (0.12 + lit));
      if (Math.abs(y + 0.15 * x) < 0.09) scale(out, 0.6);
      lighten(out, 0.5 * clamp(lit - 0.75) * 2, 0.5 * clamp(lit - 0.75) * 2, 0.4 * clamp(lit - 0.75) * 2);
    }
};
