import { InputError } from '../errors';
import type { Finding, Working } from '../finding';
import { formatLength, type Size, type Um, type UnitSystem } from '../measure';

/** Full widths within which parts come out as asked, and how far off the middle one is laid. */
export type Tolerance = { sheet: Um; image: Um; window: Um; placing: Um };
export type MatQuestion = {
  sheet: Size;
  image: Size;
  window: Size;
  tolerance: Tolerance;
  minimumHold?: Um;
};
/** One side's overlap: as drawn, at the worst, and as is to be expected. */
export type Overlap = { nominal: Um; worst: Um; expected: Um };
export type MatVerdict = 'holds' | 'with care' | 'will not hold';
export type MatCheck = {
  hold: { width: Overlap; height: Overlap };
  cover: { width: Overlap; height: Overlap };
  verdict: MatVerdict;
};

/** Less of the sheet under the mat than this, and it drops through in time. Source: handbook §7. */
export const MINIMUM_HOLD_UM = 3_000;

/**
 * The overlap of two parts on one side, when each may come out larger or smaller and one is laid off the middle.
 *
 * @example overlap(400000, 380000, 2000, 3000, 1000) // { nominal: 10000, worst: 6500, expected: 7938 }
 */
export function overlap(outer: Um, inner: Um, t1: Um, t2: Um, placing: Um): Overlap {
  const nominal = (outer - inner) / 2;
  return {
    nominal: Math.round(nominal),
    worst: Math.round(nominal - (t1 + t2) / 2 - placing),
    expected: Math.round(nominal - Math.sqrt((t1 / 2) ** 2 + (t2 / 2) ** 2 + placing ** 2)),
  };
}

/**
 * Whether a mat holds a sheet and covers its image's edge, each axis on its own.
 *
 * Hold per side `(P − W)/2`, cover per side `(I − W)/2`, negative when white shows round the image. Worst `nominal −
 * (t₁ + t₂)/2 − a`, expected `nominal − √((t₁/2)² + (t₂/2)² + a²)`. It holds when the worst is at least the minimum hold,
 * with care when only the expected is. An image whose edge may show white, or whose reveal may look crooked, is with care too.
 *
 * @throws InputError for a window larger than the sheet, or an image larger than it
 * Source: handbook §7, mat. P 400, W 380, tP 2, tW 3, a 1 mm → 10, 6.5, 7.94 mm.
 * @example matCheck({ sheet: { width: 400000, height: 300000 }, image: { width: 390000, height: 290000 }, window: { width: 380000, height: 280000 }, tolerance: { sheet: 2000, image: 1000, window: 3000, placing: 1000 } }).verdict // 'holds'
 */
export function matCheck({
  sheet,
  image,
  window,
  tolerance: t,
  minimumHold = MINIMUM_HOLD_UM,
}: MatQuestion): MatCheck {
  for (const [axis, name] of [
    ['width', 'wide'],
    ['height', 'high'],
  ] as const) {
    if (!(window[axis] > 0)) throw new InputError(`window.${axis}`, window[axis], 'a side above zero');
    if (window[axis] > sheet[axis])
      throw new InputError(
        `window.${axis}`,
        formatLength(window[axis], 'mm'),
        `less than the sheet, which is ${formatLength(sheet[axis], 'mm')} ${name}: it would fall through`,
      );
    if (image[axis] > sheet[axis])
      throw new InputError(
        `image.${axis}`,
        formatLength(image[axis], 'mm'),
        `at most the sheet, ${formatLength(sheet[axis], 'mm')} ${name}`,
      );
  }
  for (const [part, um] of Object.entries(t))
    if (!(um >= 0)) throw new InputError(`tolerance.${part}`, um, 'nothing below zero');
  const hold = (axis: 'width' | 'height') =>
    overlap(sheet[axis], window[axis], t.sheet, t.window, t.placing);
  const cover = (axis: 'width' | 'height') =>
    overlap(image[axis], window[axis], t.image, t.window, t.placing);
  const holds = [hold('width'), hold('height')] as const;
  const covers = [cover('width'), cover('height')] as const;
  const verdicts = [...holds.map((o) => holdVerdict(o, minimumHold)), ...covers.map(coverVerdict)];
  return {
    hold: { width: holds[0], height: holds[1] },
    cover: { width: covers[0], height: covers[1] },
    verdict: GRAVEST_FIRST.find((v) => verdicts.includes(v))!,
  };
}

const GRAVEST_FIRST: readonly MatVerdict[] = ['will not hold', 'with care', 'holds'];

function holdVerdict(hold: Overlap, minimumHold: Um): MatVerdict {
  if (hold.worst >= minimumHold) return 'holds';
  return hold.expected >= minimumHold ? 'with care' : 'will not hold';
}

/** What shows round the image is never a reason to drop, but white where none is meant, or a crooked reveal, asks for care. */
function coverVerdict(cover: Overlap): MatVerdict {
  if (cover.nominal >= 0) return cover.worst >= 0 ? 'holds' : 'with care';
  return isUneven(cover) ? 'with care' : 'holds';
}

/** A reveal is meant to look even: what the tolerances can take from one side, they give to the other. */
const isUneven = ({ nominal, worst }: Overlap): boolean => (nominal - worst) * 2 > -nominal;

const MARK = { holds: 'holds', 'with care': 'care', 'will not hold': 'fails' } as const;
const upToMm = (um: Um) => Math.ceil(um / 1_000) * 1_000;

/**
 * What to say to the check, with advice in figures: how much larger the sheet or smaller the window would have to be, and
 * whether the image's edge is covered or white shows.
 *
 * @example matFindings({ sheet: { width: 400000, height: 300000 }, image: { width: 390000, height: 290000 }, window: { width: 380000, height: 280000 }, tolerance: { sheet: 2000, image: 1000, window: 3000, placing: 1000 } }, 'mm')[0].word // 'holds'
 */
export function matFindings(q: MatQuestion, unit: UnitSystem): Finding[] {
  const check = matCheck(q);
  const least = q.minimumHold ?? MINIMUM_HOLD_UM;
  const length = (um: Um) => formatLength(um, unit);
  const findings: Finding[] = [];
  const axes = [
    ['width', 'left and right'],
    ['height', 'top and bottom'],
  ] as const;
  for (const [axis, sides] of axes) {
    const o = check.hold[axis];
    const verdict = holdVerdict(o, least);
    const short = upToMm(2 * (least - o.worst));
    const advice =
      verdict === 'holds'
        ? ''
        : ` Print on a sheet ${length(short)} larger, or ask for a window ${length(short)} smaller in ${axis}.`;
    findings.push({
      verdict: MARK[verdict],
      word: verdict,
      says: `${sides[0]!.toUpperCase()}${sides.slice(1)} the mat holds ${length(o.nominal)} of the sheet; ${length(o.worst)} at the worst, ${length(o.expected)} expected, ${length(least)} needed.${advice}`,
      because: [
        { name: 'worst hold', value: o.worst / 1_000, unit: 'mm' },
        { name: 'expected hold', value: o.expected / 1_000, unit: 'mm' },
      ],
    });
  }
  for (const [axis, sides] of axes) {
    const o = check.cover[axis];
    const because = [
      { name: 'nominal cover', value: o.nominal / 1_000, unit: 'mm' },
      { name: 'worst cover', value: o.worst / 1_000, unit: 'mm' },
    ];
    if (o.nominal >= 0 && o.worst < 0) {
      const short = upToMm(-2 * o.worst);
      findings.push({
        verdict: 'care',
        word: 'white may show',
        says: `${sides[0]!.toUpperCase()}${sides.slice(1)} the mat covers ${length(o.nominal)} of the image, but ${length(-o.worst)} of white may show at the worst. Print the image ${length(short)} larger, or ask for a window ${length(short)} smaller in ${axis}.`,
        because,
      });
    } else if (o.nominal >= 0)
      findings.push({
        verdict: 'holds',
        word: 'covers',
        says: `${sides[0]!.toUpperCase()}${sides.slice(1)} the mat covers ${length(o.nominal)} of the image, ${length(o.worst)} at the worst: that much is not seen.`,
        because,
      });
    else {
      const uneven = o.nominal - o.worst;
      findings.push(
        isUneven(o)
          ? {
              verdict: 'care',
              word: 'uneven reveal',
              says: `${sides[0]!.toUpperCase()}${sides.slice(1)} ${length(-o.nominal)} of white shows, give or take ${length(uneven)}: it may look crooked. A reveal of ${length(upToMm(uneven * 2))} or more hides that.`,
              because,
            }
          : {
              verdict: 'holds',
              word: 'reveal',
              says: `${sides[0]!.toUpperCase()}${sides.slice(1)} ${length(-o.nominal)} of white shows round the image, give or take ${length(uneven)}.`,
              because,
            },
      );
    }
  }
  return findings;
}

/** How a hold is worked out, step by step. */
export function overlapWorking(
  name: 'hold' | 'cover',
  outer: Um,
  inner: Um,
  t1: Um,
  t2: Um,
  placing: Um,
  unit: UnitSystem,
): Working {
  const o = overlap(outer, inner, t1, t2, placing),
    mm = (um: Um) => formatLength(um, unit);
  return {
    title: `${name} per side`,
    steps: [
      { sum: `(${mm(outer)} − ${mm(inner)}) ÷ 2`, result: `${mm(o.nominal)} nominal` },
      {
        sum: `${mm(o.nominal)} − (${mm(t1)} + ${mm(t2)}) ÷ 2 − ${mm(placing)}`,
        result: `${mm(o.worst)} at the worst`,
      },
      {
        sum: `${mm(o.nominal)} − √((${mm(t1)} ÷ 2)² + (${mm(t2)} ÷ 2)² + ${mm(placing)}²)`,
        result: `${mm(o.expected)} expected`,
      },
    ],
    notes: [
      'The worst is everything against you at once; the expected adds the errors as independent ones.',
    ],
    source: 'Hold (P − W)/2, cover (I − W)/2, with the tolerances of the two parts and the placing.',
  };
}

/** More of an image under a mat on one side than this is a crop that nobody chose. */
const MOST_HIDDEN_UM = 10_000;

/** A mat that was cut before anybody asked: its outer size and its window. */
export type PrecutMat = { outer: Size; window: Size };

/**
 * Whether a mat cut beforehand takes the sheet, holds it, and hides little of its image.
 *
 * @example precutMatSuits({ outer: { width: 500000, height: 400000 }, window: { width: 380000, height: 280000 } }, { sheet: { width: 400000, height: 300000 }, image: { width: 390000, height: 290000 }, tolerance: { sheet: 2000, image: 1000, window: 3000, placing: 1000 } }) // true
 */
export function precutMatSuits(mat: PrecutMat, question: Omit<MatQuestion, 'window'>): boolean {
  const { sheet, image } = question;
  if (mat.outer.width < sheet.width || mat.outer.height < sheet.height) return false;
  if (mat.window.width > sheet.width || mat.window.height > sheet.height) return false;
  if (image.width > sheet.width || image.height > sheet.height) return false;
  const check = matCheck({ ...question, window: mat.window });
  const hidden = Math.max(check.cover.width.nominal, check.cover.height.nominal);
  return check.verdict === 'holds' && hidden <= MOST_HIDDEN_UM;
}

/** A line of the table of hold and cover: what overlaps, on which sides, by how much, and how it was worked out. */
export type OverlapLine = {
  what: 'hold' | 'cover';
  axis: 'width' | 'height';
  overlap: Overlap;
  working: Working;
};

/**
 * The overlaps of a mat as a table reads: holding before covering, left and right before top and bottom.
 *
 * @example overlapLines({ sheet: { width: 400000, height: 300000 }, image: { width: 390000, height: 290000 }, window: { width: 380000, height: 280000 }, tolerance: { sheet: 2000, image: 1000, window: 3000, placing: 1000 } }, 'mm')[0].overlap.nominal // 10000
 */
export function overlapLines(question: MatQuestion, unit: UnitSystem): OverlapLine[] {
  const check = matCheck(question);
  const { sheet, image, window, tolerance } = question;
  const parts = [
    { what: 'hold', outer: sheet, within: tolerance.sheet },
    { what: 'cover', outer: image, within: tolerance.image },
  ] as const;
  const axes = ['width', 'height'] as const;
  return parts.flatMap(({ what, outer, within }) =>
    axes.map((axis) => ({
      what,
      axis,
      overlap: check[what][axis],
      working: overlapWorking(
        what,
        outer[axis],
        window[axis],
        within,
        tolerance.window,
        tolerance.placing,
        unit,
      ),
    })),
  );
}
