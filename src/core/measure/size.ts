import { InputError } from '../errors';
import { formatLength, parseLength, type LengthStyle, type LengthUnit, type Um } from './length';
import { refuseTooLong } from './typed';

/** Width and height in whole micrometres. */
export type Size = { width: Um; height: Um };

const mm = (width: number, height: number): Size => ({ width: width * 1_000, height: height * 1_000 });

/** ISO 216 A sizes, upright, and A3+. Source: ISO 216:2007; A3+ by trade custom. */
export const NAMED_SIZES: Readonly<Record<string, Size>> = {
  A0: mm(841, 1189),
  A1: mm(594, 841),
  A2: mm(420, 594),
  A3: mm(297, 420),
  A4: mm(210, 297),
  A5: mm(148, 210),
  A6: mm(105, 148),
  'A3+': mm(329, 483),
};

export const EXPECTED_SIZE = 'a size such as "400 x 300 mm", "8x10 in", "12×12 in" or "A3"';

/**
 * Reads a size as people type it: two lengths, or the name of a paper size, which may be turned (`A3 landscape`).
 * A unit given once counts for both sides.
 *
 * @param typed text such as `8x10 in`; two numbers are taken as micrometres
 * @throws InputError when it cannot be read
 * @example parseSize('8x10 in') // { width: 203200, height: 254000 }
 */
export function parseSize(typed: string | Size, unit: LengthUnit = 'mm', field = 'size'): Size {
  if (typeof typed !== 'string') return checkedSize(typed, field);
  refuseTooLong(typed, field, EXPECTED_SIZE);
  const text = typed.trim();
  const named = /^(a[0-6]|a3\s?\+)\s*(landscape|portrait)?$/i.exec(text);
  if (named) {
    const size = NAMED_SIZES[named[1]!.toUpperCase().replace(/\s/g, '')];
    if (size) return named[2]?.toLowerCase() === 'landscape' ? turned(size) : { ...size };
  }
  const parts = text.split(/\s*[x×*]\s*|\s+by\s+/i);
  if (parts.length !== 2) throw new InputError(field, typed, EXPECTED_SIZE);
  const [a, b] = parts as [string, string];
  const unitOf = (part: string) => /[a-zµμ"″”'′]+\s*$/iu.exec(part)?.[0] ?? '';
  try {
    const width = parseLength(unitOf(a) ? a : a + unitOf(b), unit, field);
    const height = parseLength(unitOf(b) ? b : b + unitOf(a), unit, field);
    if (width === 0 || height === 0) throw new InputError(field, typed, EXPECTED_SIZE);
    return { width, height };
  } catch {
    throw new InputError(field, typed, EXPECTED_SIZE);
  }
}

/**
 * Writes a size, width first, the unit once.
 *
 * @example formatSize({ width: 400000, height: 300000 }, 'mm') // '400 × 300 mm'
 */
export function formatSize(size: Size, unit: LengthUnit, style: LengthStyle = {}): string {
  const side = (um: Um) => formatLength(um, unit, { ...style, bare: true });
  return `${side(size.width)} × ${side(size.height)}${style.bare ? '' : ` ${unit}`}`;
}

/** The same sheet turned a quarter. */
export const turned = (size: Size): Size => ({ width: size.height, height: size.width });

export type Orientation = 'landscape' | 'portrait' | 'square';

/** Which way up a size lies. */
export function orientationOf(size: { width: number; height: number }): Orientation {
  return size.width > size.height ? 'landscape' : size.width < size.height ? 'portrait' : 'square';
}

/** The size turned so that it lies the way `like` does. */
export function laidLike(size: Size, like: { width: number; height: number }): Size {
  const [a, b] = [orientationOf(size), orientationOf(like)];
  return a === b || a === 'square' || b === 'square' ? size : turned(size);
}

/** Area in mm². */
export const areaMm2 = (size: Size): number => (size.width / 1_000) * (size.height / 1_000);

/** The diagonal in micrometres, to the nearest. */
export const diagonal = (size: Size): Um => Math.round(Math.hypot(size.width, size.height));

/** A paper as it is bought: a sheet has two sides, a roll only a width. */
export type StockForm = 'sheet' | 'roll';

/**
 * Reads the size of a paper as it is bought: two sides of a sheet, the width of a roll.
 *
 * @param typed text; numbers are taken as micrometres
 * @throws InputError when it cannot be read, or is the size of the other form
 * @example parseStockSize('roll', '24 in') // { width: 609600, height: null }
 */
export function parseStockSize(
  form: StockForm,
  typed: string | number | Size,
  unit: LengthUnit = 'mm',
  field = 'size',
): { width: Um; height: Um | null } {
  if (form === 'sheet') {
    if (typeof typed === 'number') throw new InputError(field, typed, EXPECTED_SIZE);
    return parseSize(typed, unit, field);
  }
  if (typeof typed === 'object') throw new InputError(field, typed, 'the width of the roll');
  return { width: parseLength(typed, unit, field), height: null };
}

function checkedSize({ width, height }: Size, field: string): Size {
  const size = { width: parseLength(width, 'mm', field), height: parseLength(height, 'mm', field) };
  if (size.width === 0 || size.height === 0)
    throw new InputError(field, `${width} × ${height}`, EXPECTED_SIZE);
  return size;
}

/** A size while it is still being typed: null as long as it cannot be read. @example sizeOrNull('16 x', 'in') // null */
export function sizeOrNull(typed: string, unit: LengthUnit): Size | null {
  try {
    return parseSize(typed, unit);
  } catch {
    return null;
  }
}
