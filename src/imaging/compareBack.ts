import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import type { Adjustment } from '@/core/colour/adjust';
import { difference, labOfXyz, xyzOfLab, type Lab } from '@/core/colour/difference';
import { OUT_ABOVE } from '@/core/colour/outOfGamut';
import { PRACTICE_CHART } from '@/core/colour/practiceChart';
import type { Drift, InkModel } from '@/core/colour/inks';
import { RefusedError } from '@/core/errors';
import { compareCells, percentile, type Cell, type Comparison, type Limits } from '@/core/proof/compare';
import { ownCut, type ProofPlan } from '@/core/proof/plan';
import type { Found } from '@/core/proof/finePlace';
import { findPicture } from '@/core/proof/register';
import { through } from '@/core/proof/similarity';
import { lcms } from './colourEngine';
import {
  fitted,
  labAt,
  printedLab,
  smallLab,
  uprightSize,
  type LabPicture,
  type Untagged,
} from './proofing';
import { readPatches } from './practice';
import { transformOf } from './transforms';

export type BackAsk = {
  master: string;
  untaggedIs: Untagged;
  plan: ProofPlan;
  scans: string[];
  profile: string | null;
  was: Adjustment | null;
  limits: Limits;
  /** Longer side the sheet is compared at, px. */ long?: number;
};
type Quarter = 0 | 90 | 180 | 270;
export type BackResult = Comparison & {
  columns: number;
  rows: number;
  likeness: number;
  scale: number;
  degrees: number;
  /** How far the capture was turned, clockwise, to stand upright. */ turned: Quarter;
  variants: { number: number; says: string; mean: number }[];
};

/** Cells along the longer side of the sheet. */
const CELLS = 44;
/** Less alike than this, and it is not this proof. */
const LIKE = 0.5;

/**
 * Finds a proof in one or two captures of it and compares it with the picture, cell by cell, relative to the bare paper.
 *
 * @param scans the capture, and if there is one a second capture of the same page, which gives the floor
 * @throws RefusedError when the proof is not found in a capture
 */
export async function compareBack(
  q: BackAsk,
  onStep: (step: string, share: number) => void = () => {},
): Promise<BackResult> {
  const long = q.long ?? 640;
  onStep('laying out what the proof should be', 0.02);
  const target = await targetSheet(q.master, q.plan, long, q.untaggedIs);
  const out = q.profile ? await outMap(q.profile, target) : new Uint8Array(target.width * target.height);
  const seen: Seen[] = [];
  for (const [i, scan] of q.scans.entries()) {
    onStep(i ? 'finding it in the second capture' : 'finding the proof in the capture', 0.1 + 0.42 * i);
    seen.push(await seenIn(scan, target));
  }
  onStep('comparing', 0.92);
  const columns =
      target.width >= target.height
        ? CELLS
        : Math.max(2, Math.round((CELLS * target.width) / target.height)),
    rows = Math.max(2, Math.round((columns * target.height) / target.width));
  const first = cellsOf(target, out, seen[0]!, columns, rows),
    second = seen[1] ? cellsOf(target, out, seen[1], columns, rows) : null;
  const floor = second ? floorOf(first, second) : null;
  const variants = variantMeans(first, q.plan);
  // Of a strip, the variant that came nearest is what is judged.
  const nearest = variants.length ? variants.reduce((a, b) => (b.mean < a.mean ? b : a)) : null;
  const judged = nearest
    ? first.filter((c) => q.plan.pictures[c.picture]!.number === nearest.number)
    : first;
  const was = nearest ? q.plan.pictures.find((p) => p.number === nearest.number)!.adjust : q.was;
  const { likeness, scale, degrees } = seen[0]!.found;
  return {
    ...compareCells(judged, { limits: q.limits, floor, was }),
    columns,
    rows,
    likeness,
    scale,
    degrees,
    turned: seen[0]!.turned,
    variants,
  };
}

/** The sheet as it should look on a perfect printer; 0 where paper is bare, 1 and up the pictures, 255 print that is no picture. */
type Target = LabPicture & { what: Uint8Array };

async function targetSheet(
  master: string,
  plan: ProofPlan,
  long: number,
  untaggedIs: Untagged,
): Promise<Target> {
  const { width, height } = fitted({ width: plan.sheet.width, height: plan.sheet.height }, Infinity);
  const k = long / Math.max(width, height);
  const size = { width: Math.max(1, Math.round(width * k)), height: Math.max(1, Math.round(height * k)) };
  const lab = new Float32Array(size.width * size.height * 3);
  for (let i = 0; i < lab.length; i += 3) lab[i] = 100;
  const what = new Uint8Array(size.width * size.height);
  for (const t of plan.texts)
    paint(
      what,
      size,
      {
        left: t.at.x * k - 2,
        top: (t.at.y - t.capital) * k - 2,
        width: size.width,
        height: t.capital * 2 * k + 4,
      },
      255,
    );
  for (const [i, p] of plan.pictures.entries()) {
    const box = {
      left: Math.round(p.at.x * k),
      top: Math.round(p.at.y * k),
      width: Math.max(2, Math.round(p.size.width * k)),
      height: Math.max(2, Math.round(p.size.height * k)),
    };
    const small = await smallLab(
      master,
      { width: box.width, height: box.height },
      ownCut(p.from, plan.straighten),
      untaggedIs,
    );
    for (let y = 0; y < box.height && box.top + y < size.height; y++) {
      const n = Math.min(box.width, size.width - box.left);
      lab.set(
        small.lab.subarray(y * box.width * 3, (y * box.width + n) * 3),
        ((box.top + y) * size.width + box.left) * 3,
      );
    }
    paint(what, size, box, i + 1);
  }
  return { ...size, lab, what };
}

function paint(
  what: Uint8Array,
  size: { width: number; height: number },
  box: { left: number; top: number; width: number; height: number },
  value: number,
) {
  for (let y = Math.max(0, Math.floor(box.top)); y < Math.min(size.height, box.top + box.height); y++)
    for (let x = Math.max(0, Math.floor(box.left)); x < Math.min(size.width, box.left + box.width); x++)
      what[y * size.width + x] = value;
}

async function outMap(profile: string, t: Target): Promise<Uint8Array> {
  const printed = await printedLab(
    new Uint8Array(await readFile(profile)),
    t.lab,
    'relative colorimetric',
    false,
  );
  const out = new Uint8Array(t.width * t.height);
  for (let i = 0, k = 0; i < out.length; i++, k += 3)
    out[i] =
      difference(t.lab[k]!, t.lab[k + 1]!, t.lab[k + 2]!, printed[k]!, printed[k + 1]!, printed[k + 2]!) >
      OUT_ABOVE
        ? 1
        : 0;
  return out;
}

type Seen = {
  picture: LabPicture;
  found: Found;
  turned: Quarter;
  /** The paper's own colour; none where no bare paper is seen. */ paper: Lab | null;
};

async function seenIn(path: string, target: Target): Promise<Seen> {
  const size = await uprightSize(path);
  const tagged = (await sharp(path, { limitInputPixels: false, failOn: 'none' }).metadata()).icc;
  // No finer than is compared: noise averages out.
  const picture = await smallLab(
    path,
    fitted(size, Math.max(target.width, target.height) * 1.3),
    null,
    tagged ? null : 'sRGB',
  );
  const { found, turned, upright } = placeOf(target, picture);
  if (!found || found.likeness < LIKE)
    throw new RefusedError(
      `The proof is not found in this capture: ${found ? `likeness ${found.likeness.toFixed(2)}, where ${LIKE} is the least` : 'nothing in it is like it'}. Capture it flat and whole, square to the edge of the glass within 3°.`,
    );
  return { picture: upright, found, turned, paper: paperOf(target, upright, found) };
}

/** Far more like than what is like by chance. */
const SURELY = 0.75;
/** Sizes of a quick look: from half of the capture to half as much again. */
const QUICK = 18;

/**
 * Where a proof lies in a capture of it. Pages go onto the glass any way round: each way is looked at quickly before the
 * first is searched to its end.
 */
function placeOf(
  target: LabPicture,
  picture: LabPicture,
): { found: Found | null; turned: Quarter; upright: LabPicture } {
  const light = (p: LabPicture) => ({
    width: p.width,
    height: p.height,
    data: Float32Array.from({ length: p.width * p.height }, (_, i) => p.lab[i * 3]!),
  });
  const own = light(target);
  let best: { found: Found; turned: Quarter; upright: LabPicture } | null = null;
  for (const turned of [0, 180, 90, 270] as const) {
    const upright = quarterTurned(picture, turned),
      found = findPicture(own, light(upright), QUICK);
    if (found && (!best || found.likeness > best.found.likeness)) best = { found, turned, upright };
    if (best && best.found.likeness > SURELY) return best;
  }
  const found = findPicture(own, light(picture));
  return best && best.found.likeness > (found?.likeness ?? LIKE)
    ? best
    : { found, turned: 0, upright: picture };
}

/** Turned clockwise by quarters. */
function quarterTurned(p: LabPicture, by: Quarter): LabPicture {
  if (!by) return p;
  const [width, height] = by === 180 ? [p.width, p.height] : [p.height, p.width],
    lab = new Float32Array(p.lab.length);
  for (let y = 0, o = 0; y < height; y++)
    for (let x = 0; x < width; x++, o += 3) {
      const [u, v] =
          by === 180
            ? [p.width - 1 - x, p.height - 1 - y]
            : by === 90
              ? [y, p.height - 1 - x]
              : [p.width - 1 - y, x],
        i = (v * p.width + u) * 3;
      lab[o] = p.lab[i]!;
      lab[o + 1] = p.lab[i + 1]!;
      lab[o + 2] = p.lab[i + 2]!;
    }
  return { width, height, lab };
}

/** The median of what lies where paper is bare, well away from ink and edges. */
function paperOf(t: Target, picture: LabPicture, found: Found): Lab | null {
  const all: [number[], number[], number[]] = [[], [], []];
  const far = 4;
  for (let y = far; y < t.height - far; y += 2)
    for (let x = far; x < t.width - far; x += 2) {
      let bare = true;
      for (const [dx, dy] of [
        [0, 0],
        [-far, 0],
        [far, 0],
        [0, -far],
        [0, far],
      ] as const)
        if (t.what[(y + dy) * t.width + x + dx]) {
          bare = false;
          break;
        }
      if (!bare) continue;
      const p = through(found, x + 0.5, y + 0.5);
      if (p.x < 1 || p.y < 1 || p.x > picture.width - 1 || p.y > picture.height - 1) continue;
      for (let k = 0; k < 3; k++) all[k]!.push(labAt(picture, p.x, p.y, k));
    }
  if (all[0].length < 40) return null;
  return all.map((v) => percentile(v, 0.5)) as unknown as Lab;
}

type Placed = Cell & { picture: number };

function cellsOf(t: Target, out: Uint8Array, seen: Seen, columns: number, rows: number): Placed[] {
  const n = columns * rows,
    sums = new Float64Array(n * 6),
    count = new Uint32Array(n),
    outs = new Uint32Array(n),
    of = new Int16Array(n).fill(-1),
    mixed = new Uint8Array(n),
    area = new Uint32Array(n);
  for (let y = 0; y < t.height; y++)
    for (let x = 0; x < t.width; x++) {
      const cell = Math.floor((y * rows) / t.height) * columns + Math.floor((x * columns) / t.width);
      area[cell]!++;
      const i = y * t.width + x,
        what = t.what[i]!;
      if (!what || what === 255) continue;
      // Edges of a picture belong to two things at once.
      if (
        t.what[i - 2] !== what ||
        t.what[i + 2] !== what ||
        t.what[i - 2 * t.width] !== what ||
        t.what[i + 2 * t.width] !== what
      )
        continue;
      if (of[cell] === -1) of[cell] = what - 1;
      else if (of[cell] !== what - 1) mixed[cell] = 1;
      const p = through(seen.found, x + 0.5, y + 0.5);
      if (p.x < 1 || p.y < 1 || p.x > seen.picture.width - 1 || p.y > seen.picture.height - 1) continue;
      for (let k = 0; k < 3; k++) {
        sums[cell * 6 + k]! += t.lab[i * 3 + k]!;
        sums[cell * 6 + 3 + k]! += labAt(seen.picture, p.x, p.y, k);
      }
      count[cell]!++;
      outs[cell]! += out[i]!;
    }
  const white = seen.paper ? xyzOfLab(seen.paper) : null,
    D50 = xyzOfLab([100, 0, 0]);
  const cells: Placed[] = [];
  for (let i = 0; i < n; i++) {
    if (mixed[i] || count[i]! < 0.35 * area[i]!) continue;
    const mean = (k: number) => sums[i * 6 + k]! / count[i]!;
    const got: Lab = [mean(3), mean(4), mean(5)];
    const xyz = xyzOfLab(got);
    cells.push({
      x: i % columns,
      y: Math.floor(i / columns),
      picture: of[i]!,
      target: [mean(0), mean(1), mean(2)],
      got: white
        ? labOfXyz([0, 1, 2].map((k) => (xyz[k]! / white[k]!) * D50[k]!) as [number, number, number])
        : got,
      out: outs[i]! > 0.3 * count[i]!,
    });
  }
  return cells;
}

function floorOf(first: readonly Placed[], second: readonly Placed[]): { mean: number; p95: number } {
  const by = new Map(second.map((c) => [c.y * 10_000 + c.x, c.got]));
  const deltas = first.flatMap((c) => {
    const other = by.get(c.y * 10_000 + c.x);
    return other && !c.out ? [difference(...c.got, ...other)] : [];
  });
  return {
    mean: deltas.reduce((a, b) => a + b, 0) / Math.max(1, deltas.length),
    p95: percentile(deltas, 0.95),
  };
}

function variantMeans(
  cells: readonly Placed[],
  plan: ProofPlan,
): { number: number; says: string; mean: number }[] {
  return plan.pictures.flatMap((p, i) => {
    if (p.role !== 'variant' || p.number === null) return [];
    const own = cells.filter((c) => c.picture === i && !c.out);
    return own.length
      ? [
          {
            number: p.number,
            says: p.says,
            mean: own.reduce((a, c) => a + difference(...c.target, ...c.got), 0) / own.length,
          },
        ]
      : [];
  });
}

/**
 * The practice chart as the practice printer prints it through a profile, read by a practice instrument: colours asked for by
 * absolute colorimetric, as the paper truly shows them.
 */
export async function practiceReadings(q: {
  profile: string;
  model: InkModel;
  drift: Drift;
  seed: number;
}): Promise<{ id: string; lab: [number, number, number] }[]> {
  const there = transformOf<Uint16Array>(await lcms(), {
    from: 'Lab',
    to: new Uint8Array(await readFile(q.profile)),
    intent: 'absolute colorimetric',
    bpc: false,
    bits: 16,
  });
  try {
    return readPatches(
      PRACTICE_CHART,
      there.run(Float32Array.from(PRACTICE_CHART.flatMap((p) => [...p.lab]))),
      q.model,
      q.drift,
      0.002,
      q.seed,
    );
  } finally {
    there.end();
  }
}
