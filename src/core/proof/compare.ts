import { difference, type Lab } from '../colour/difference';
import { adjustLab, NO_ADJUSTMENT, type Adjustment } from '../colour/adjust';
import type { Finding } from '../finding';
import { InputError } from '../errors';

/** One place that was compared: as the picture has it, and as the proof came out, both relative to white. */
export type Cell = {
  x: number;
  y: number;
  target: Lab;
  got: Lab;
  /** The paper cannot show what was asked: counted apart. */ out: boolean;
};

/** Mean and 95th percentile a proof may differ by. Source: handbook §9. */
export type Limits = { mean: number; p95: number };
export const USUAL_LIMITS: Limits = { mean: 3, p95: 6 };

/** What a capture itself may be off by. */
export type Floor = {
  mean: number;
  p95: number;
  /** Read from one photograph's bare paper, not from a second capture. */ of?: 'bare paper';
};

export type Comparison = {
  cells: number;
  outCells: number;
  mean: number;
  p95: number;
  worst: number;
  /** Proof less picture, on the average. */
  bias: { L: number; a: number; b: number };
  /** How L* of the proof rises with that of the picture: 1 is even, less is flatter. */
  slope: number;
  /** Chroma of the proof over that of the picture. */
  chroma: number;
  /**
   * What two captures of the same page differ by; of one photograph, what is left of its bare paper's differences; null where
   * there is one scan only.
   */
  floor: Floor | null;
  finding: Finding;
  /** What the next round would be adjusted by, in place of what this one was. */
  advice: Adjustment;
  says: string;
  byCell: { x: number; y: number; delta: number; out: boolean }[];
};

const meanOf = (v: readonly number[]) => (v.length ? v.reduce((a, b) => a + b, 0) / v.length : 0);
/** The value so much of a list lies at or under. @example percentile([1, 2, 3, 4], 0.5) // 2 */
export function percentile(values: readonly number[], share: number): number {
  if (!values.length) return 0;
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.max(0, Math.ceil(share * sorted.length) - 1)]!;
}

/** Fewer places than this say nothing. */
const LEAST_CELLS = 12;

/**
 * Holds a proof against the picture, cell by cell, and works out what would bring the next one nearer.
 *
 * A proof passes when mean and 95th percentile stay within the limits even with what the capture itself may be off by added
 * (the floor of a repeat capture; a usual one where there is none): a pass is never luck. Where only the bare figures are
 * within them, it cannot be told.
 *
 * @param was what this proof was already adjusted by
 * @throws InputError for fewer than a dozen cells the paper can show
 * Source: handbook §9; ΔE00 by Sharma, Wu, Dalal 2005.
 */
export function compareCells(
  cells: readonly Cell[],
  q: { limits: Limits; floor: Comparison['floor']; was: Adjustment | null },
): Comparison {
  const was = q.was ?? NO_ADJUSTMENT;
  const inside = cells.filter((c) => !c.out);
  if (inside.length < LEAST_CELLS)
    throw new InputError(
      'cells',
      inside.length,
      `at least ${LEAST_CELLS} places of the picture that this paper can show`,
    );
  const deltaOf = (c: Cell) => difference(...c.target, ...c.got);
  const deltas = inside.map(deltaOf);
  const mean = meanOf(deltas),
    p95 = percentile(deltas, 0.95);
  const bias = {
    L: meanOf(inside.map((c) => c.got[0] - c.target[0])),
    a: meanOf(inside.map((c) => c.got[1] - c.target[1])),
    b: meanOf(inside.map((c) => c.got[2] - c.target[2])),
  };
  const slope = slopeOf(inside.map((c) => [c.target[0], c.got[0]]));
  const chroma = chromaOf(inside);
  const advice = adviceFrom(inside, was, bias, chroma);
  const finding = verdict({
    mean,
    p95,
    floor: q.floor,
    limits: q.limits,
    inside: inside.length,
    out: cells.length - inside.length,
  });
  return {
    cells: inside.length,
    outCells: cells.length - inside.length,
    mean,
    p95,
    worst: Math.max(...deltas),
    bias,
    slope,
    chroma,
    floor: q.floor,
    finding,
    advice,
    says: inWords(bias, slope, chroma),
    byCell: cells.map((c) => ({ x: c.x, y: c.y, delta: Math.round(deltaOf(c) * 100) / 100, out: c.out })),
  };
}

/** What one capture may be off by where nobody captured twice: an ordinary scanner's own error. */
export const USUAL_FLOOR = { mean: 0.5, p95: 1 };

function verdict({
  mean,
  p95,
  floor,
  limits,
  inside,
  out,
}: {
  mean: number;
  p95: number;
  floor: Comparison['floor'];
  limits: Limits;
  inside: number;
  out: number;
}): Finding {
  const f = floor ?? USUAL_FLOOR;
  const because = [
    { name: 'mean', value: mean.toFixed(2), unit: 'ΔE00' },
    { name: '95th percentile', value: p95.toFixed(2), unit: 'ΔE00' },
    { name: 'limits', value: `${limits.mean} and ${limits.p95}`, unit: 'ΔE00' },
    {
      name: floorName(floor),
      value: f.mean.toFixed(2),
      unit: 'ΔE00',
    },
    { name: 'cells', value: `${inside} compared, ${out} out of gamut` },
  ];
  const figures = `mean ${mean.toFixed(1)} ΔE00, 95th percentile ${p95.toFixed(1)}; limits ${limits.mean} and ${limits.p95}; the capture’s own floor ${f.mean.toFixed(1)}${floor ? '' : ' (assumed)'}`;
  const apart = out
    ? ` ${out} of ${inside + out} cells are out of this paper’s gamut and counted apart.`
    : '';
  if (mean + f.mean <= limits.mean && p95 + f.p95 <= limits.p95)
    return {
      verdict: 'holds',
      word: 'within the limits',
      says: `Within the limits: ${figures}.${apart}`,
      because,
    };
  if (mean <= limits.mean && p95 <= limits.p95)
    return {
      verdict: 'care',
      word: 'cannot be told',
      says: `Within the limits only by less than the capture can tell: ${figures}. ${floor && !floor.of ? 'Capture with less noise, or proof once more with the advice.' : 'Capture the same page twice, so that the floor is known.'}${apart}`,
      because,
    };
  return {
    verdict: 'fails',
    word: 'outside the limits',
    says: `Outside the limits: ${figures}.${apart}`,
    because,
  };
}

function floorName(floor: Floor | null): string {
  if (!floor) return 'floor assumed, one capture only';
  return floor.of ? 'floor read from the bare paper of one photograph' : 'floor of a repeat capture';
}

/** Least squares through the middle of both. */
function slopeOf(pairs: readonly (readonly [number, number])[]): number {
  const mx = meanOf(pairs.map((p) => p[0])),
    my = meanOf(pairs.map((p) => p[1]));
  let xy = 0,
    xx = 0;
  for (const [x, y] of pairs) {
    xy += (x - mx) * (y - my);
    xx += (x - mx) ** 2;
  }
  return xx > 1 ? xy / xx : 1;
}

/** How much chroma the proof has of the picture's, once both biases are off; 1 where there is hardly any colour. */
function chromaOf(cells: readonly Cell[]): number {
  const [ta, tb, ga, gb] = [1, 2]
    .flatMap((k) => [meanOf(cells.map((c) => c.target[k]!))])
    .concat([1, 2].map((k) => meanOf(cells.map((c) => c.got[k]!)))) as [number, number, number, number];
  let dot = 0,
    own = 0;
  for (const c of cells) {
    const x = c.target[1] - ta,
      y = c.target[2] - tb;
    dot += x * (c.got[1] - ga) + y * (c.got[2] - gb);
    own += x * x + y * y;
  }
  return own / cells.length > 4 ? dot / own : 1;
}

function inWords(bias: Comparison['bias'], slope: number, chroma: number): string {
  const light =
    Math.abs(bias.L) >= 0.3 && `${bias.L < 0 ? 'lift' : 'lower'} L* by ${Math.abs(bias.L).toFixed(1)}`;
  const part = (name: string, v: number) =>
    Math.abs(v) >= 0.3 &&
    `${v < 0 ? 'push' : 'pull'} ${name} by ${v < 0 ? '+' : '−'}${Math.abs(v).toFixed(1)}`;
  const parts = [
    light,
    part('a*', bias.a),
    part('b*', bias.b),
    Math.abs(slope - 1) >= 0.03 && `contrast × ${(1 / slope).toFixed(2)}`,
    Math.abs(chroma - 1) >= 0.03 && `saturation × ${(1 / chroma).toFixed(2)}`,
  ].filter((x) => x !== false);
  return parts.length
    ? `${parts[0]![0]!.toUpperCase()}${parts.join(', ').slice(1)}.`
    : 'Nothing to change: no bias worth the name.';
}

/** Bands of lightness a curve is drawn through. */
const BANDS = 9;

/**
 * The whole adjustment of the next round. What went in (`was` applied to the picture) and what came out are known for each
 * cell; the curve is that relation turned round, in bands of lightness. Colour and saturation are corrected by what they were
 * off by.
 */
function adviceFrom(
  cells: readonly Cell[],
  was: Adjustment,
  bias: Comparison['bias'],
  chroma: number,
): Adjustment {
  const pairs = cells
    .map((c) => ({ wentIn: adjustLab(Float32Array.from(c.target), was)[0]!, came: c.got[0] }))
    .sort((a, b) => a.came - b.came);
  const points: [number, number][] = [];
  const per = Math.max(4, Math.ceil(pairs.length / BANDS));
  for (let i = 0; i < pairs.length; i += per) {
    const band = pairs.slice(i, i + per);
    if (band.length < Math.min(4, per)) break;
    points.push([meanOf(band.map((p) => p.came)), meanOf(band.map((p) => p.wentIn))]);
  }
  // Black and white hold the ends where the picture does not reach them.
  const curve: [number, number][] = [];
  for (const [came, went] of points) {
    const x = round(Math.min(99.5, Math.max(0.5, came))),
      last = curve.at(-1);
    if (last && x - last[0] < 2) continue;
    curve.push([x, round(Math.min(100, Math.max(last?.[1] ?? 0, went)))]);
  }
  const straight = curve.every(([x, y]) => Math.abs(x - y) < 0.25);
  const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));
  return {
    lightness: 0,
    contrast: 1,
    curve: straight ? [] : curve,
    saturation: round(clamp(was.saturation / clamp(chroma, 0.6, 1.6), 0.5, 2)),
    tint: round(clamp(was.tint - bias.a, -30, 30)),
    warmth: round(clamp(was.warmth - bias.b, -30, 30)),
  };
}
const round = (v: number) => Math.round(v * 100) / 100;

/**
 * Compares readings of patches with their reference.
 *
 * @returns the same figures as for a picture; patches named in only one of the two are left out, and said
 * @throws InputError where fewer than three names agree
 */
export function compareReadings(
  readings: readonly { id: string; lab: Lab }[],
  reference: readonly { id: string; lab: Lab }[],
): {
  patches: { id: string; got: Lab; reference: Lab; delta: number }[];
  mean: number;
  p95: number;
  worst: string;
  bias: Comparison['bias'];
  left: string[];
} {
  const by = new Map(reference.map((r) => [r.id.trim().toLowerCase(), r.lab]));
  const patches = readings.flatMap((r) => {
    const want = by.get(r.id.trim().toLowerCase());
    return want ? [{ id: r.id, got: r.lab, reference: want, delta: difference(...want, ...r.lab) }] : [];
  });
  if (patches.length < 3)
    throw new InputError(
      'readings',
      patches.length,
      'at least three patches whose names are in the reference',
    );
  const known = new Set(patches.map((p) => p.id));
  return {
    patches,
    mean: meanOf(patches.map((p) => p.delta)),
    p95: percentile(
      patches.map((p) => p.delta),
      0.95,
    ),
    worst: patches.reduce((a, b) => (b.delta > a.delta ? b : a)).id,
    bias: {
      L: meanOf(patches.map((p) => p.got[0] - p.reference[0])),
      a: meanOf(patches.map((p) => p.got[1] - p.reference[1])),
      b: meanOf(patches.map((p) => p.got[2] - p.reference[2])),
    },
    left: readings.filter((r) => !known.has(r.id)).map((r) => r.id),
  };
}

/** What is kept of a comparison: of two pictures, or of patch readings. */
export type ComparedBody =
  | ({
      way: 'scan';
      columns: number;
      rows: number;
      likeness: number;
      scale: number;
      degrees: number;
      turned?: 0 | 90 | 180 | 270;
      photographed?: { keystone: number; stops: number };
      variants: { number: number; says: string; mean: number }[];
    } & Comparison)
  | {
      way: 'readings';
      fileName: string;
      mean: number;
      p95: number;
      worst: string;
      bias: Comparison['bias'];
      left: string[];
      patches: { id: string; got: Lab; reference: Lab; delta: number }[];
    };

/**
 * The limits a comparison was held against, as its finding says them: the studio's may have moved since.
 *
 * @example limitsHeld([{ name: 'limits', value: '3 and 6', unit: 'ΔE00' }]) // { mean: 3, p95: 6 }
 */
export function limitsHeld(because: Finding['because']): Limits | null {
  const said = because.find(({ name }) => name === 'limits')?.value;
  const parts = /^([\d.]+) and ([\d.]+)$/.exec(String(said ?? ''));
  return parts && { mean: Number(parts[1]), p95: Number(parts[2]) };
}
