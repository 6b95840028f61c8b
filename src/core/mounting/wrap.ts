import { InputError } from '../errors';
import type { Finding, Working } from '../finding';
import { formatLength, roundHalfEven, type Size, type Um, type UnitSystem } from '../measure';

export const WRAP_EDGES = ['mirrored', 'carried over', 'plain'] as const;
export type WrapEdge = (typeof WRAP_EDGES)[number];
export type WrapQuestion = {
  face: Size;
  depth: Um;
  foldOver: Um;
  edge: WrapEdge;
  /** A side over this gets a brace. */ maxUnbraced?: Um;
  /** How far a bar reaches inwards; a brace stands between two of them. */ barWidth?: Um;
};
export type Bar = { length: Um; count: number };
export type WrapPlan = {
  sheet: Size;
  bars: Bar[];
  braces: Bar[];
  /** What of the picture is printed: the face, or face and edges where it is carried over. */
  printed: Size;
  /** What is seen from the front, as a share of the picture. */
  faceShare: number;
  /** Between opposite corners of the bars, when they are square. */
  diagonal: Um;
  /** Face and edges, in square millimetres: what a coat must cover. */
  coatedArea: number;
};

/** A longer side bows without one. Source: handbook §7. */
export const MAX_UNBRACED_UM = 800_000;
/** Two diagonals nearer than this, and the bars are square. Source: handbook §7. */
export const SQUARE_WITHIN_UM = 1_500;
/** A mirrored edge is printed this much past the back edge, so that no white shows where the fold wanders: the bleed of handbook §7. */
export const PAST_EDGE_UM = 3_000;

/**
 * A canvas over bars: the sheet to print and cut, the bars and braces, what the face shows of the picture.
 *
 * Sheet side = face + 2 × (depth + fold-over). Two bars of each side at face length, mitred. A side longer than
 * `maxUnbraced` gets braces that stand between it and its opposite, as many as leave no stretch longer than that.
 *
 * @throws InputError for a side or depth not above zero, a fold-over under 15 mm, too little for a staple
 * Source: handbook §7, wrap.
 * @example wrapCanvas({ face: { width: 600000, height: 400000 }, depth: 38000, foldOver: 40000, edge: 'mirrored' }).sheet // { width: 756000, height: 556000 }
 */
export function wrapCanvas({
  face,
  depth,
  foldOver,
  edge,
  maxUnbraced = MAX_UNBRACED_UM,
  barWidth = 0,
}: WrapQuestion): WrapPlan {
  for (const side of ['width', 'height'] as const)
    if (!(face[side] > 0)) throw new InputError(`face.${side}`, face[side], 'a side above zero');
  if (!(depth > 0)) throw new InputError('depth', depth, 'the depth of the bars, above zero');
  if (!(foldOver >= 15_000))
    throw new InputError(
      'foldOver',
      formatLength(foldOver, 'mm'),
      'at least 15 mm: less leaves nothing to grip and staple',
    );
  const shortSide = Math.min(face.width, face.height);
  if (foldOver > shortSide)
    throw new InputError(
      'foldOver',
      formatLength(foldOver, 'mm'),
      `at most ${formatLength(shortSide, 'mm')}, the shorter side: more would reach past the face`,
    );
  if (!(maxUnbraced > 0)) throw new InputError('maxUnbraced', maxUnbraced, 'a length above zero');
  const sheet = {
    width: face.width + 2 * (depth + foldOver),
    height: face.height + 2 * (depth + foldOver),
  };
  const printed =
    edge === 'carried over'
      ? { width: face.width + 2 * depth, height: face.height + 2 * depth }
      : { ...face };
  const bars =
    face.width === face.height
      ? [{ length: face.width, count: 4 }]
      : [
          { length: face.width, count: 2 },
          { length: face.height, count: 2 },
        ];
  const braces = (
    [
      ['width', 'height'],
      ['height', 'width'],
    ] as const
  ).flatMap(([along, across]) => {
    const count = Math.ceil(face[along] / maxUnbraced) - 1;
    return count > 0 ? [{ length: Math.max(0, face[across] - 2 * barWidth), count }] : [];
  });
  const coatedArea =
    ((face.width + 2 * depth) / 1_000) * ((face.height + 2 * depth) / 1_000) - 4 * (depth / 1_000) ** 2;
  return {
    sheet,
    bars,
    braces,
    printed,
    faceShare: (face.width * face.height) / (printed.width * printed.height),
    diagonal: roundHalfEven(Math.hypot(face.width, face.height)),
    coatedArea,
  };
}

/**
 * Whether bars are square, from their two diagonals.
 *
 * @example squareCheck(721000, 722000, 'mm').word // 'square'
 */
export function squareCheck(one: Um, other: Um, unit: UnitSystem): Finding {
  const off = Math.abs(one - other),
    length = (um: Um) => formatLength(um, unit);
  const because = [{ name: 'difference', value: off / 1_000, unit: 'mm' }];
  return off <= SQUARE_WITHIN_UM
    ? {
        verdict: 'holds',
        word: 'square',
        says: `The diagonals differ by ${length(off)}: square, up to ${length(SQUARE_WITHIN_UM)} is.`,
        because,
      }
    : {
        verdict: 'fails',
        word: 'out of square',
        says: `The diagonals differ by ${length(off)}; more than ${length(SQUARE_WITHIN_UM)} shows. Push the longer diagonal’s corners together by ${length(Math.round(off / 2))} each before the first staple.`,
        because,
      };
}

/** How much is brushed on, for so many coats. @example coatMl(500000, 2, 110) // 110 */
export const coatMl = (areaMm2: number, coats: number, mlPerM2: number): number =>
  (areaMm2 / 1e6) * coats * mlPerM2;

/** What the face loses, and what must be known before cutting. */
export function wrapFindings(q: WrapQuestion, unit: UnitSystem): Finding[] {
  const plan = wrapCanvas(q),
    length = (um: Um) => formatLength(um, unit);
  const findings: Finding[] = [];
  if (q.edge === 'carried over')
    findings.push({
      verdict: 'care',
      word: 'face loses',
      says: `Carried over the edges the face shows ${Math.round(plan.faceShare * 1_000) / 10} % of the picture: ${length(q.depth)} on each side goes round the corner.`,
      because: [{ name: 'face', value: plan.faceShare }],
    });
  if (q.edge === 'mirrored')
    findings.push({
      verdict: 'holds',
      word: 'whole face',
      says: `The face shows the whole picture; its outer ${length(q.depth + PAST_EDGE_UM)} is mirrored round the edges, ${length(PAST_EDGE_UM)} past the back.`,
      because: [{ name: 'face', value: 1 }],
    });
  if (q.edge === 'plain')
    findings.push({
      verdict: 'holds',
      word: 'whole face',
      says: 'The face shows the whole picture; the edges are one colour.',
      because: [{ name: 'face', value: 1 }],
    });
  const mirror = q.depth + PAST_EDGE_UM;
  if (q.edge === 'mirrored' && mirror > Math.min(q.face.width, q.face.height) / 2)
    findings.push({
      verdict: 'fails',
      word: 'too deep to mirror',
      says: `${length(mirror)} cannot be mirrored from a side of ${length(Math.min(q.face.width, q.face.height))}: choose plain edges or thinner bars.`,
      because: [{ name: 'mirrored', value: mirror / 1_000, unit: 'mm' }],
    });
  if (plan.braces.length)
    findings.push({
      verdict: 'care',
      word: 'braced',
      says: `A side over ${length(q.maxUnbraced ?? MAX_UNBRACED_UM)} bows: ${plan.braces.map((b) => `${b.count} ${b.count === 1 ? 'brace' : 'braces'} of ${length(b.length)}`).join(' and ')}.`,
      because: plan.braces.map((b) => ({ name: 'brace', value: b.length / 1_000, unit: 'mm' })),
    });
  return findings;
}

/** How the sheet's sides come about. */
export function wrapWorking(q: WrapQuestion, unit: UnitSystem): Working {
  const plan = wrapCanvas(q),
    mm = (um: Um) => formatLength(um, unit);
  return {
    title: 'sheet of a wrap',
    steps: (['width', 'height'] as const).map((side) => ({
      sum: `${mm(q.face[side])} + 2 × (${mm(q.depth)} + ${mm(q.foldOver)})`,
      result: mm(plan.sheet[side]),
    })),
    notes: [
      `Bars: ${plan.bars.map((b) => `${b.count} of ${mm(b.length)}`).join(', ')}, mitred. Diagonal ${mm(plan.diagonal)}: measure both, they should agree within ${mm(SQUARE_WITHIN_UM)}.`,
    ],
    source: 'Sheet side = face + 2 × (depth + fold-over).',
  };
}

/** One panel of a picture that goes over several: its face, and what of the whole picture it shows, in shares. */
export type Panel = {
  column: number;
  row: number;
  face: Size;
  from: { left: number; top: number; width: number; height: number };
};
export type PanelQuestion = {
  picture: Size;
  columns: number;
  rows: number;
  gap: Um;
  /** Left out: the picture goes on behind the gaps, as behind window bars. Bridged: nothing of it is lost. */ across:
    'left out' | 'bridged';
};

/**
 * A picture over several wraps hung side by side.
 *
 * `picture` is the span on the wall, gaps included. Left out, each panel shows what lies where it hangs; bridged, the
 * picture is cut into equal parts and pulled apart, so that lines across a gap are set off by it.
 *
 * @throws InputError for gaps that leave no panel, or more than nine panels
 * @example panels({ picture: { width: 1000000, height: 500000 }, columns: 2, rows: 1, gap: 20000, across: 'left out' })[1].from.left // 0.51
 */
export function panels({ picture, columns, rows, gap, across }: PanelQuestion): Panel[] {
  if (
    !Number.isInteger(columns) ||
    !Number.isInteger(rows) ||
    columns < 1 ||
    rows < 1 ||
    columns * rows > 9
  )
    throw new InputError('columns', columns * rows, 'one to nine panels');
  const face = {
    width: Math.round((picture.width - gap * (columns - 1)) / columns),
    height: Math.round((picture.height - gap * (rows - 1)) / rows),
  };
  if (!(face.width > 0 && face.height > 0))
    throw new InputError('gap', formatLength(gap, 'mm'), 'gaps that leave something of each panel');
  return Array.from({ length: rows * columns }, (_, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    const from =
      across === 'left out'
        ? {
            left: (column * (face.width + gap)) / picture.width,
            top: (row * (face.height + gap)) / picture.height,
            width: face.width / picture.width,
            height: face.height / picture.height,
          }
        : { left: column / columns, top: row / rows, width: 1 / columns, height: 1 / rows };
    return { column, row, face, from };
  });
}
