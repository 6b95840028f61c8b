import { InputError } from '../errors';
import type { Finding } from '../finding';
import { formatLength, formatSize, type Size, type Um, type UnitSystem } from '../measure';
import type { Tolerance } from './mat';
import type { PanelQuestion, WrapEdge } from './wrap';

/** In a mat and a frame; in a frame alone; floating in a frame; or a canvas over bars. */
export type MatPlan = {
  kind: 'mat';
  cutterId: string | null;
  tolerance: Tolerance;
  minimumHold: Um;
  window: Size;
  /** Width of the mat beside the window; below it, where it is weighted. */
  side: Um;
  bottom: Um;
  board: Um;
  glazing: Um;
  backing: Um;
  print: Um;
  frameLip: Um;
};
export type FloatPlan = { kind: 'float'; gap: Um; spacer: Um; glazing: Um; backing: Um; print: Um };
export type FramePlan = { kind: 'frame'; frameLip: Um; glazing: Um; backing: Um; print: Um; spacer: Um };
export type WrapMount = {
  kind: 'wrap';
  depth: Um;
  foldOver: Um;
  edge: WrapEdge;
  maxUnbraced: Um;
  barWidth: Um;
  stockLength: Um;
  /** Other lengths that are sold, and what lies there. */ otherLengths?: Um[];
  offcuts?: Um[];
  kerf: Um;
  coats: number;
  mlPerM2: number;
  panels: Pick<PanelQuestion, 'columns' | 'rows' | 'gap' | 'across'>;
};
export const MOUNT_KINDS = ['mat', 'float', 'frame', 'wrap'] as const;
export type MountPlan = MatPlan | FloatPlan | FramePlan | WrapMount;

/** So much more room in the rabbet than what goes into it. Source: handbook §7. */
export const RABBET_PLAY_UM = 3_000;

export type Layer = { name: string; thickness: Um; says: string };
export type CutLine = { part: string; size: Size | null; count: number; says: string };
export type Mounting = {
  /** What lies in the rabbet, front to back. */
  layers: Layer[];
  depth: Um;
  /** Inside of the frame's rabbet. */
  rabbet: Size;
  /** What is seen through the frame. */
  sight: Size;
  list: CutLine[];
  findings: Finding[];
};

/** The mat's outer size. @example matOuter({ width: 380000, height: 280000 }, 60000, 70000) // { width: 500000, height: 410000 } */
export const matOuter = (window: Size, side: Um, bottom: Um): Size => ({
  width: window.width + 2 * side,
  height: window.height + side + bottom,
});

/**
 * Frame, layers and cutting list of a mounted sheet; each number as it goes in writing to who cuts it.
 *
 * The rabbet is the sheet or mat outer + 3 mm. A float's frame is, inside, the sheet + 2 × the float gap, and needs a spacer
 * that keeps the glazing off.
 *
 * @throws InputError for a mat too narrow to hold, a lip wider than the mat, a gap or spacer not above zero
 * Source: handbook §7, mat and float.
 * @example mounting({ kind: 'float', gap: 10000, spacer: 8000, glazing: 2000, backing: 3000, print: 500 }, { width: 400000, height: 300000 }, { width: 400000, height: 300000 }, 'mm').rabbet // { width: 423000, height: 323000 }
 */
export function mounting(
  plan: Exclude<MountPlan, WrapMount>,
  sheet: Size,
  image: Size,
  unit: UnitSystem,
): Mounting {
  for (const part of ['glazing', 'backing', 'print'] as const)
    if (!(plan[part] >= 0)) throw new InputError(part, plan[part], 'nothing below zero');
  const job = jobOf(plan, sheet, image, unit);
  if (plan.kind === 'mat') return mountInMat(plan, job);
  if (plan.kind === 'float') return floatInFrame(plan, job);
  return mountInFrame(plan, job);
}

type Job = ReturnType<typeof jobOf>;

/** What every way of mounting shares: how lengths are written, findings gathered, and the parts all frames have. */
function jobOf(plan: Exclude<MountPlan, WrapMount>, sheet: Size, image: Size, unit: UnitSystem) {
  const length = (um: Um) => formatLength(um, unit),
    size = (s: Size) => formatSize(s, unit);
  const findings: Finding[] = [];
  return {
    sheet,
    image,
    length,
    size,
    findings,
    say: (verdict: Finding['verdict'], word: string, says: string, value: Um) =>
      findings.push({ verdict, word, says, because: [{ name: word, value: value / 1_000, unit: 'mm' }] }),
    print: { name: 'print', thickness: plan.print, says: `sheet ${size(sheet)}` },
    backing: (s: Size): Layer => ({ name: 'backing board', thickness: plan.backing, says: size(s) }),
    glazing: (s: Size): Layer[] =>
      plan.glazing > 0 ? [{ name: 'glazing', thickness: plan.glazing, says: `acrylic, ${size(s)}` }] : [],
    frame: (rabbet: Size, depth: Um): CutLine => ({
      part: 'frame',
      size: rabbet,
      count: 1,
      says: `inside the rabbet ${size(rabbet)}, at least ${length(depth + 2_000)} deep`,
    }),
    glass: (s: Size): CutLine[] =>
      plan.glazing > 0
        ? [{ part: 'glazing', size: s, count: 1, says: `${length(plan.glazing)} thick; edges eased` }]
        : [],
  };
}

const rabbetOf = (s: Size): Size => ({
  width: s.width + RABBET_PLAY_UM,
  height: s.height + RABBET_PLAY_UM,
});
const depthOf = (layers: readonly Layer[]): Um => layers.reduce((sum, layer) => sum + layer.thickness, 0);

function mountInMat(plan: MatPlan, job: Job): Mounting {
  const { sheet, image, length, size, say } = job;
  if (!(plan.side > 0 && plan.bottom > 0))
    throw new InputError(
      plan.side > 0 ? 'bottom' : 'side',
      Math.min(plan.side, plan.bottom),
      'a width of mat above zero',
    );
  if (plan.frameLip >= plan.side)
    throw new InputError(
      'frameLip',
      length(plan.frameLip),
      `less than the mat beside the window, ${length(plan.side)}: the frame would hide the window`,
    );
  const outer = matOuter(plan.window, plan.side, plan.bottom),
    rabbet = rabbetOf(outer);
  if (outer.width < sheet.width || outer.height < sheet.height)
    say(
      'fails',
      'sheet too large',
      `The sheet of ${size(sheet)} is larger than the mat of ${size(outer)}: trim the spare border, or widen the mat.`,
      sheet.width,
    );
  if (plan.bottom < plan.side)
    say(
      'care',
      'light at the foot',
      `The mat is narrower below, ${length(plan.bottom)}, than beside, ${length(plan.side)}: pictures so mounted look as if they slip.`,
      plan.bottom,
    );
  const layers = [
    ...job.glazing(outer),
    { name: 'mat', thickness: plan.board, says: `${size(outer)}, window ${size(plan.window)}` },
    job.print,
    job.backing(outer),
  ];
  const depth = depthOf(layers);
  const spare = {
    width: Math.max(0, sheet.width - plan.window.width - 2 * plan.minimumHold),
    height: Math.max(0, sheet.height - plan.window.height - 2 * plan.minimumHold),
  };
  return {
    layers,
    depth,
    rabbet,
    sight: { width: outer.width - 2 * plan.frameLip, height: outer.height - 2 * plan.frameLip },
    findings: job.findings,
    list: [
      job.frame(rabbet, depth),
      ...job.glass(outer),
      { part: 'mat', size: outer, count: 1, says: `${length(plan.board)} board, acid-free` },
      {
        part: 'window',
        size: plan.window,
        count: 1,
        says: `${length(plan.side)} from the left, right and top edge, ${length(plan.bottom)} from the bottom; within ${length(plan.tolerance.window)}`,
      },
      {
        part: 'backing board',
        size: outer,
        count: 1,
        says: `${length(plan.backing)} thick, acid-free`,
      },
      {
        part: 'print',
        size: sheet,
        count: 1,
        says: `image ${size(image)}; hinged at the top. Up to ${length(spare.width)} of width and ${length(spare.height)} of height may be trimmed later and still hold`,
      },
    ],
  };
}

/** Glazing nearer than this sticks to the print in time. Source: handbook §7. */
const LEAST_SPACER_UM = 3_000;

function floatInFrame(plan: FloatPlan, job: Job): Mounting {
  const { sheet, length, say } = job;
  if (!(plan.gap > 0))
    throw new InputError('gap', plan.gap, 'a gap above zero: the sheet’s whole edge is seen');
  if (plan.glazing > 0 && !(plan.spacer >= LEAST_SPACER_UM))
    throw new InputError(
      'spacer',
      length(plan.spacer),
      'at least 3 mm: glazing must not touch the print',
    );
  const inside = { width: sheet.width + 2 * plan.gap, height: sheet.height + 2 * plan.gap },
    rabbet = rabbetOf(inside);
  const hasSpacer = plan.spacer > 0;
  const layers = [
    ...job.glazing(inside),
    ...(hasSpacer
      ? [{ name: 'spacer', thickness: plan.spacer, says: 'round the edge, out of sight' }]
      : []),
    job.print,
    job.backing(inside),
  ];
  const depth = depthOf(layers);
  say(
    'holds',
    'floats',
    `The whole sheet is seen with ${length(plan.gap)} round it; the spacer keeps the glazing ${length(plan.spacer)} off.`,
    plan.gap,
  );
  const spacer: CutLine = {
    part: 'spacer',
    size: inside,
    count: 1,
    says: `${length(plan.spacer)} deep, ${length(2 * (inside.width + inside.height))} in all`,
  };
  return {
    layers,
    depth,
    rabbet,
    sight: inside,
    findings: job.findings,
    list: [
      job.frame(rabbet, depth),
      ...job.glass(inside),
      ...(hasSpacer ? [spacer] : []),
      {
        part: 'backing board',
        size: inside,
        count: 1,
        says: 'in the colour that is to show round the sheet',
      },
      { part: 'print', size: sheet, count: 1, says: 'raised on a smaller board, hinged from behind' },
    ],
  };
}

function mountInFrame(plan: FramePlan, job: Job): Mounting {
  const { sheet, image, length, size, say } = job;
  const rabbet = rabbetOf(sheet),
    seen = { width: sheet.width - 2 * plan.frameLip, height: sheet.height - 2 * plan.frameLip };
  if (!(seen.width > 0 && seen.height > 0))
    throw new InputError('frameLip', length(plan.frameLip), 'a lip that leaves the sheet to be seen');
  const hidden = (image.width - seen.width) / 2;
  if (hidden > 0)
    say(
      'care',
      'lip hides',
      `The frame’s lip hides ${length(Math.round(hidden))} of the image on each side.`,
      hidden,
    );
  if (plan.glazing > 0 && plan.spacer < LEAST_SPACER_UM)
    say(
      'care',
      'touches the glazing',
      `Without a mat the print touches the glazing and may stick to it: a spacer of 3 mm or more keeps it off.`,
      plan.spacer,
    );
  const layers = [
    ...job.glazing(sheet),
    ...(plan.spacer > 0 ? [{ name: 'spacer', thickness: plan.spacer, says: 'under the lip' }] : []),
    job.print,
    job.backing(sheet),
  ];
  const depth = depthOf(layers);
  return {
    layers,
    depth,
    rabbet,
    sight: seen,
    findings: job.findings,
    list: [
      job.frame(rabbet, depth),
      ...job.glass(sheet),
      { part: 'backing board', size: sheet, count: 1, says: `${length(plan.backing)} thick, acid-free` },
      { part: 'print', size: sheet, count: 1, says: `image ${size(image)}` },
    ],
  };
}
