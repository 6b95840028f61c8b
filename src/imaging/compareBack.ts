import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import type { Adjustment } from '@/core/colour/adjust';
import { difference, labOfXyz, xyzOfLab, type Lab } from '@/core/colour/difference';
import { OUT_ABOVE } from '@/core/colour/outOfGamut';
import { PRACTICE_CHART } from '@/core/colour/practiceChart';
import type { Drift, InkModel } from '@/core/colour/inks';
import { RefusedError } from '@/core/errors';
import {
  compareCells,
  percentile,
  USUAL_FLOOR,
  type Cell,
  type Comparison,
  type Limits,
} from '@/core/proof/compare';
import { ownCut, type ProofPlan } from '@/core/proof/plan';
import { throughSquare } from '@/core/capture/quad';
import { asMap, type Aslant } from '@/core/proof/aslantPlace';
import type { Found } from '@/core/proof/finePlace';
import { lightFrom, type Bare, type Light } from '@/core/proof/light';
import { findPhotographed, findPicture, findWhole } from '@/core/proof/register';
import type { Plane } from '@/core/proof/plane';
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
  /** Of a photograph: how much longer one of two opposite sides is seen, and what the light lost across the page. */
  photographed?: { keystone: number; stops: number };
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
  const { light, found } = seen[0]!;
  const floor = second ? floorOf(first, second) : light ? photographFloor(light) : null;
  const variants = variantMeans(first, q.plan);
  // Of a strip, the variant that came nearest is what is judged.
  const nearest = variants.length ? variants.reduce((a, b) => (b.mean < a.mean ? b : a)) : null;
  const judged = nearest
    ? first.filter((c) => q.plan.pictures[c.picture]!.number === nearest.number)
    : first;
  const was = nearest ? q.plan.pictures.find((p) => p.number === nearest.number)!.adjust : q.was;
  const { likeness, scale, degrees, keystone } = found;
  return {
    ...compareCells(judged, { limits: q.limits, floor, was }),
    columns,
    rows,
    likeness,
    scale,
    degrees,
    turned: seen[0]!.turned,
    ...(light && { photographed: { keystone, stops: light.stops } }),
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
  found: Aslant;
  turned: Quarter;
  /** The paper's own colour; none where no bare paper is seen. */ paper: Lab | null;
  /** The light on a page that was photographed; of a scan it is even. */ light: Light | null;
};

/** Light that falls off by less than this is a scanner's. */
const EVEN_STOPS = 0.12;
/** A page seen with less difference of its sides was seen square on. */
const SQUARE_ON = 0.01;
/** What one photograph may be off by at least, its light evened by the bare paper. */
const photographFloor = ({ left }: Light) => ({
  mean: Math.max(USUAL_FLOOR.mean, left.mean),
  p95: Math.max(USUAL_FLOOR.p95, left.p95),
  of: 'bare paper' as const,
});

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
  const place = placeOf(target, picture);
  if (!place || place.found.likeness < LIKE)
    throw new RefusedError(
      `The proof is not found in this capture: ${place ? `likeness ${place.found.likeness.toFixed(2)}, where ${LIKE} is the least` : 'nothing in it is like it'}. Scan it flat and whole, square to the edge of the glass within 3°; or photograph all of it from straight above, within 15°, with its bare border.`,
    );
  const { found, turned, upright } = place;
  const bare = bareOf(target, upright, found);
  const light = lightFrom(bare);
  const isAslant = found.keystone > SQUARE_ON;
  if (isAslant && !light)
    throw new RefusedError(
      'The proof is seen aslant, and too little bare paper round it to even the light by. Photograph it with the whole of its border in the picture, or scan it.',
    );
  const isUneven = isAslant || (light !== null && light.stops > EVEN_STOPS);
  return {
    picture: upright,
    found,
    turned,
    paper: paperOf(bare),
    light: isUneven ? light : null,
  };
}

/** Far more like than what is like by chance. */
const SURELY = 0.75;
/** Less than this is chance, however it is turned. */
const HARDLY = 0.2;
/** Ways a page goes onto the glass, the likeliest first. */
const QUARTERS: readonly Quarter[] = [0, 180, 90, 270];

type Lying = { found: Aslant; turned: Quarter; upright: LabPicture };

/**
 * Where a proof lies in a capture of it. Pages go onto the glass any way round: each way is looked at as a page by itself, as
 * one that was photographed, then wherever and as large as it may lie. The likeliest of them is searched once more, turned.
 */
function placeOf(target: LabPicture, picture: LabPicture): Lying | null {
  const own = lightness(target);
  const lying = (turned: Quarter, look: (plane: Plane) => Aslant | null): Lying | null => {
    const upright = quarterTurned(picture, turned);
    const found = look(lightness(upright));
    return found && { found, turned, upright };
  };
  for (const look of [findWhole, findPhotographed])
    for (const turned of QUARTERS) {
      const whole = lying(turned, (plane) => look(own, plane));
      if (whole) return whole;
    }
  let best: Lying | null = null;
  for (const turned of QUARTERS) {
    const next = lying(turned, (plane) => squareOn(findPicture(own, plane, { turns: [0], times: 1 })));
    if (next && next.found.likeness > (best?.found.likeness ?? -1)) best = next;
    if (best && best.found.likeness > SURELY) return best;
  }
  if (!best || best.found.likeness < HARDLY) return best;
  const askew = lying(best.turned, (plane) => squareOn(findPicture(own, plane, { times: 1 })));
  return askew && askew.found.likeness > best.found.likeness ? askew : best;
}

const squareOn = (found: Found | null): Aslant | null =>
  found && { ...found, map: asMap(found), keystone: 0 };

function lightness({ width, height, lab }: LabPicture): Plane {
  const data = new Float32Array(width * height);
  for (let i = 0; i < data.length; i++) data[i] = lab[i * 3]!;
  return { width, height, data };
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

/** What lies where paper is bare, well away from ink and edges. */
function bareOf(t: Target, picture: LabPicture, { map }: Aslant): Bare[] {
  const all: Bare[] = [];
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
      const p = throughSquare(map, x + 0.5, y + 0.5);
      if (p.x < 1 || p.y < 1 || p.x > picture.width - 1 || p.y > picture.height - 1) continue;
      all.push({
        x: (2 * (x + 0.5)) / t.width - 1,
        y: (2 * (y + 0.5)) / t.height - 1,
        lab: [labAt(picture, p.x, p.y, 0), labAt(picture, p.x, p.y, 1), labAt(picture, p.x, p.y, 2)],
      });
    }
  return all;
}

/** The median of the bare paper. */
const paperOf = (bare: readonly Bare[]): Lab | null =>
  bare.length < 40
    ? null
    : ([0, 1, 2].map((k) =>
        percentile(
          bare.map(({ lab }) => lab[k]!),
          0.5,
        ),
      ) as unknown as Lab);

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
      const p = throughSquare(seen.found.map, x + 0.5, y + 0.5);
      if (p.x < 1 || p.y < 1 || p.x > seen.picture.width - 1 || p.y > seen.picture.height - 1) continue;
      for (let k = 0; k < 3; k++) {
        sums[cell * 6 + k]! += t.lab[i * 3 + k]!;
        sums[cell * 6 + 3 + k]! += labAt(seen.picture, p.x, p.y, k);
      }
      count[cell]!++;
      outs[cell]! += out[i]!;
    }
  const cells: Placed[] = [];
  for (let i = 0; i < n; i++) {
    if (mixed[i] || count[i]! < 0.35 * area[i]!) continue;
    const mean = (k: number) => sums[i * 6 + k]! / count[i]!;
    const got: Lab = [mean(3), mean(4), mean(5)];
    const [column, row] = [i % columns, Math.floor(i / columns)];
    cells.push({
      x: column,
      y: row,
      picture: of[i]!,
      target: [mean(0), mean(1), mean(2)],
      got: onWhite(got, seen, (2 * (column + 0.5)) / columns - 1, (2 * (row + 0.5)) / rows - 1),
      out: outs[i]! > 0.3 * count[i]!,
    });
  }
  return cells;
}

/** A colour as it would be on a white page in even light; x and y are the place on the page, from −1 to 1. */
function onWhite(got: Lab, { paper, light }: Seen, x: number, y: number): Lab {
  if (light) return light.evened(got, x, y);
  if (!paper) return got;
  const [xyz, white, ideal] = [xyzOfLab(got), xyzOfLab(paper), xyzOfLab([100, 0, 0])];
  return labOfXyz([0, 1, 2].map((k) => (xyz[k]! / white[k]!) * ideal[k]!) as [number, number, number]);
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
