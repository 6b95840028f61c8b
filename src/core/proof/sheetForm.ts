import { lengthOrNull, readNumber, type Um, type UnitSystem } from '../measure';

/** The figures of a proof sheet's form, as they are typed. */
export type SheetFigures = {
  ppi: string;
  /** Of a snippet, on the print. */
  width: string;
  height: string;
  /** By how much one step differs from the next, across and down, and how many there are to each side. */
  acrossBy: string;
  downBy: string;
  each: string;
  /** How wide one picture of a grid is. */
  cell: string;
  sharpen: string;
  radius: string;
};
type Field = keyof SheetFigures;
export type SheetKind = 'snippet' | 'whole' | 'reduced' | 'strip' | 'thumbnails';

/** What they mean. A figure that cannot be read has the usual value, so that the sheet can still be drawn, and its problem. */
export type ReadSheet = {
  figures: Record<Exclude<Field, 'width' | 'height' | 'cell'>, number> &
    Record<'width' | 'height' | 'cell', Um>;
  problems: Partial<Record<Field, string>>;
};

const WHAT_COUNTS: Record<SheetKind, readonly Field[]> = {
  snippet: ['width', 'height'],
  whole: [],
  reduced: [],
  strip: ['width', 'height', 'acrossBy', 'each'],
  thumbnails: ['acrossBy', 'downBy', 'each', 'cell'],
};
const ALWAYS: readonly Field[] = ['ppi', 'sharpen', 'radius'];

type Range = { least: number; most: number; usual: number; isWhole?: boolean };
const NUMBERS: Record<Exclude<Field, 'width' | 'height' | 'cell'>, Range> = {
  ppi: { least: 60, most: 1_440, usual: 300 },
  acrossBy: { least: 0.01, most: 200, usual: 1 },
  downBy: { least: 0.01, most: 200, usual: 1 },
  each: { least: 1, most: 6, usual: 2, isWhole: true },
  sharpen: { least: 0, most: 500, usual: 0 },
  radius: { least: 0.2, most: 20, usual: 1 },
};
const LENGTHS: Record<'width' | 'height' | 'cell', { least: Um; most: Um; usual: Um }> = {
  width: { least: 5_000, most: 1_000_000, usual: 60_000 },
  height: { least: 5_000, most: 1_000_000, usual: 60_000 },
  cell: { least: 8_000, most: 200_000, usual: 40_000 },
};

/**
 * Reads the figures of a proof sheet's form. Only those that the kind of sheet uses can be a problem.
 *
 * @param unit taken for lengths without one
 * @example readSheetFigures({ ppi: '300', width: '80,5', height: '60', acrossBy: '1,5', downBy: '2', each: '2', cell: '40', sharpen: '80', radius: '1' }, 'strip', 'mm').figures.width // 80500
 */
export function readSheetFigures(typed: SheetFigures, kind: SheetKind, unit: UnitSystem): ReadSheet {
  const counts = new Set<Field>([...ALWAYS, ...WHAT_COUNTS[kind]]);
  const problems: ReadSheet['problems'] = {};
  const note = (field: Field, expected: string) => {
    if (counts.has(field)) problems[field] = `Expected ${expected}.`;
  };

  const number = (field: keyof typeof NUMBERS): number => {
    const { least, most, usual, isWhole } = NUMBERS[field];
    const value = readNumber(typed[field]);
    const fits =
      value !== null && value >= least && value <= most && (!isWhole || Number.isInteger(value));
    if (!fits) note(field, `a ${isWhole ? 'whole ' : ''}number from ${least} to ${most}`);
    return fits ? value : usual;
  };
  const length = (field: keyof typeof LENGTHS): Um => {
    const { least, most, usual } = LENGTHS[field];
    const um = lengthOrNull(typed[field], unit);
    const fits = um !== null && um >= least && um <= most;
    if (!fits)
      note(field, `a length from ${least / 1_000} to ${most / 1_000} mm, such as "80 mm" or "3 1/4 in"`);
    return fits ? um : usual;
  };

  const figures = {
    ppi: number('ppi'),
    width: length('width'),
    height: length('height'),
    acrossBy: number('acrossBy'),
    downBy: number('downBy'),
    each: number('each'),
    cell: length('cell'),
    sharpen: number('sharpen'),
    radius: number('radius'),
  };
  return { figures, problems };
}
