import { InputError } from '../errors';

/** What a finished print is looked over for, in the order hands and eyes take it. Source: handbook §9, inspection. */
export const INSPECTION = ['size', 'corners', 'scratches', 'ink', 'specks', 'colour'] as const;
export type InspectionPoint = (typeof INSPECTION)[number];
export const INSPECTION_WORDS: Readonly<Record<InspectionPoint, { asks: string; wrong: string }>> = {
  size: { asks: 'Image and sheet within 1 mm of the format', wrong: 'size off' },
  corners: { asks: 'Corners square and not bent', wrong: 'a bent corner' },
  scratches: {
    asks: 'No scratch, scuff or crease, held against the light',
    wrong: 'a scratch or crease',
  },
  ink: { asks: 'No missing ink, no banding', wrong: 'missing ink or banding' },
  specks: { asks: 'No speck or fibre under the ink', wrong: 'a speck' },
  colour: {
    asks: 'Colour as the reference, beside it in the same light',
    wrong: 'colour off the reference',
  },
};

/** Who bears what a spoiled print cost. */
export const BEARERS = [
  'the studio',
  'the printer or lab',
  'the paper’s maker',
  'whoever handled it',
] as const;
export type Bearer = (typeof BEARERS)[number];

export type Inspected = {
  verdict: 'passed' | 'spoiled';
  points: Record<InspectionPoint, 'right' | 'wrong' | 'not looked at'>;
  /** Measured image, µm, where somebody measured. */
  measured: { width: number; height: number } | null;
  words: string;
  bears: Bearer | null;
};

/** An image may be off by so much. */
export const SIZE_TOLERANCE_UM = 1_000;

/**
 * Whether a measured image is its format's, to a millimetre; portrait and landscape swapped is wrong, not turned.
 *
 * @example sizeHolds({ width: 400000, height: 300000 }, { width: 400800, height: 299500 }) // true
 */
export const sizeHolds = (
  format: { width: number; height: number },
  measured: { width: number; height: number },
): boolean =>
  Math.abs(format.width - measured.width) <= SIZE_TOLERANCE_UM &&
  Math.abs(format.height - measured.height) <= SIZE_TOLERANCE_UM;

/**
 * What an inspection comes to: everything must have been looked at to pass; anything wrong spoils it, with the reason and who
 * bears the cost.
 *
 * @throws InputError for points left out when passing, or nobody named to bear the cost
 * @example inspected({ size: 'right', corners: 'right', scratches: 'right', ink: 'right', specks: 'right', colour: 'right' }, { measured: null, words: '', bears: null }).verdict // 'passed'
 */
export function inspected(
  points: Inspected['points'],
  rest: Pick<Inspected, 'measured' | 'words' | 'bears'>,
): Inspected {
  const wrong = INSPECTION.filter((p) => points[p] === 'wrong');
  if (!wrong.length) {
    const left = INSPECTION.filter((p) => points[p] === 'not looked at');
    if (left.length)
      throw new InputError('points', left.join(', '), 'every point looked at before a print passes');
    return { verdict: 'passed', points, ...rest, bears: null };
  }
  if (!rest.bears) throw new InputError('bears', rest.bears, `who bears the cost: ${BEARERS.join(', ')}`);
  return {
    verdict: 'spoiled',
    points,
    ...rest,
    words: [wrong.map((p) => INSPECTION_WORDS[p].wrong).join(', '), rest.words.trim()]
      .filter(Boolean)
      .join(': '),
  };
}
