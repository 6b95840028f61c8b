import { InputError } from '../errors';
import { divideHalfEven, toDecimals } from './round';
import { isAmbiguous, refuseTooLong } from './typed';

/** A length in whole micrometres. */
export type Um = number;
export type LengthUnit = 'mm' | 'cm' | 'in';
/** The two ways a studio reads its sizes. */
export type UnitSystem = 'mm' | 'in';

export const UM_PER_MM = 1_000;
export const UM_PER_CM = 10_000;
export const UM_PER_INCH = 25_400;
export const EXPECTED_LENGTH = 'a length such as "420 mm", "42 cm", "16.5 in" or "16 1/2 in"';

const LARGEST_UM = 1_000_000_000; // a kilometre: anything longer is a slip of the finger

const UNITS: Record<string, bigint> = {
  mm: 1_000n,
  mms: 1_000n,
  'mm.': 1_000n,
  millimetre: 1_000n,
  millimetres: 1_000n,
  millimeter: 1_000n,
  millimeters: 1_000n,
  cm: 10_000n,
  cms: 10_000n,
  'cm.': 10_000n,
  'cms.': 10_000n,
  centimetre: 10_000n,
  centimetres: 10_000n,
  centimeter: 10_000n,
  centimeters: 10_000n,
  m: 1_000_000n,
  metre: 1_000_000n,
  metres: 1_000_000n,
  meter: 1_000_000n,
  meters: 1_000_000n,
  in: 25_400n,
  inch: 25_400n,
  inches: 25_400n,
  'in.': 25_400n,
  ins: 25_400n,
  'inch.': 25_400n,
  '"': 25_400n,
  '″': 25_400n,
  '”': 25_400n,
  "''": 25_400n,
  ft: 304_800n,
  'ft.': 304_800n,
  foot: 304_800n,
  feet: 304_800n,
  "'": 304_800n,
  '′': 304_800n,
  um: 1n,
  µm: 1n,
  μm: 1n,
};

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅙': '1/6',
  '⅚': '5/6',
  '⅕': '1/5',
  '⅖': '2/5',
  '⅗': '3/5',
  '⅘': '4/5',
};

const NUMBER = /^(?:(\d+)\s+)?(\d+)\s*[/⁄]\s*(\d+)$|^(\d*)(?:[.,](\d+))?$/u;

/**
 * Reads a length as people type it and rounds it once, half-even, to a whole micrometre.
 *
 * @param typed text such as `16 1/2 in`, `16½"`, `16.5in`, `420mm`, `42 cm`; a number is taken as micrometres
 * @param unit the studio's unit, used when none is typed
 * @param field the name to give in the error
 * @returns micrometres, never negative
 * @throws InputError when it cannot be read
 * Source: 1 in = 25 400 µm exactly (international inch, 1959).
 * @example parseLength('16 1/2 in') // 419100
 */
export function parseLength(typed: string | number, unit: LengthUnit = 'mm', field = 'length'): Um {
  if (typeof typed === 'number') return checkedUm(typed, field);
  refuseTooLong(typed, field, EXPECTED_LENGTH);
  let text = typed.trim().toLowerCase();
  for (const [sign, plain] of Object.entries(VULGAR)) text = text.replaceAll(sign, ` ${plain}`);
  text = text.replace(/\u00a0|\u202f|\u2009/g, ' ').trim();
  const feetAndInches =
    /^(\d+)\s*(?:ft\.?|feet|foot|'|′)\s*(.+?)\s*(?:in\.?|inch|inches|"|″|”|'')?$/u.exec(text);
  if (feetAndInches) {
    const feet = parseLength(`${feetAndInches[1]} ft`, unit, field);
    return checkedUm(feet + parseLength(`${feetAndInches[2]} in`, unit, field), field);
  }
  const split = /^([\d\s.,/⁄-]+?)\s*([a-zµμ"″”'′]*\.?)$/u.exec(text);
  const factor = split && UNITS[split[2] || unit];
  if (split && isAmbiguous(split[1]!)) throw new InputError(field, typed, eitherOf(split[1]!, split[2]!));
  const fraction = split && exactFraction(plainDigits(split[1]!));
  if (!split || !factor || !fraction) throw new InputError(field, typed, EXPECTED_LENGTH);
  return checkedUm(Number(divideHalfEven(fraction.top * factor, fraction.bottom)), field, typed);
}

/** "16-1/2" is how many people join the whole and the fraction; spaces may part thousands, where there is no fraction. */
const plainDigits = (digits: string): string =>
  digits.includes('/') || digits.includes('⁄')
    ? digits.replace(/(\d)-(\d)/, '$1 $2').trim()
    : digits.replace(/(\d)\s(?=\d{3}(?!\d))/g, '$1').trim();

/** What could be meant by a comma before three digits, both ways to say it. */
function eitherOf(digits: string, unit: string): string {
  const text = digits.trim();
  const as = (number: string) => `"${`${number} ${unit}`.trim()}"`;
  return `${as(text.replace(',', ''))} or ${as(text.replace(',', '.'))}: "${text}" can be read both ways`;
}

/** A length while it is still being typed: null as long as it cannot be read. @example lengthOrNull('16 1/', 'in') // null */
export function lengthOrNull(typed: string, unit: LengthUnit): Um | null {
  try {
    return parseLength(typed, unit);
  } catch {
    return null;
  }
}

/** An unsigned number as an exact fraction, or null when it is not one. */
export function exactFraction(text: string): { top: bigint; bottom: bigint } | null {
  const m = NUMBER.exec(text);
  if (!m || text === '') return null;
  if (m[2] && m[3]) {
    const bottom = BigInt(m[3]);
    return bottom === 0n ? null : { top: BigInt(m[1] ?? 0) * bottom + BigInt(m[2]), bottom };
  }
  const [whole = '', decimals = ''] = [m[4], m[5]];
  if (whole === '' && decimals === '') return null;
  return { top: BigInt(whole + decimals), bottom: 10n ** BigInt(decimals.length) };
}

function checkedUm(um: number, field: string, typed: string | number = um): Um {
  if (!Number.isSafeInteger(um) || um < 0)
    throw new InputError(field, typed, EXPECTED_LENGTH + ', or whole micrometres');
  if (um > LARGEST_UM) throw new InputError(field, typed, 'a length under a kilometre');
  return um;
}

export type LengthStyle = {
  /** `decimal` writes 16.5 in, `fraction` writes 16 1/2 in (to 1/16). Only inches know fractions. */
  inches?: 'decimal' | 'fraction';
  /** Leave the unit off, for tables that carry it in the heading. */
  bare?: boolean;
};

/**
 * Writes a length: millimetres to 0.1, centimetres to 0.01, inches to 0.01 or as a fraction to 1/16.
 *
 * @example formatLength(419100, 'in', { inches: 'fraction' }) // '16 1/2 in'
 */
export function formatLength(um: Um, unit: LengthUnit, style: LengthStyle = {}): string {
  const text = figureOf(um, unit, style);
  return style.bare ? text : `${text} ${unit}`;
}

const UM_PER_M = 1_000_000;
const UM_PER_FOOT = 12 * UM_PER_INCH;

/**
 * A length of roll as it is said: metres or feet from one metre or three feet up, to a centimetre while little is left, else as
 * any length.
 *
 * @example formatRun(21_408_000, 'mm') // '21.4 m'
 * @example formatRun(21_408_000, 'in') // '70.2 ft'
 * @example formatRun(850_000, 'mm') // '850 mm'
 */
export function formatRun(um: Um, unit: UnitSystem): string {
  const inMetres = (decimals: number) => `${plain(um / UM_PER_M, decimals)} m`;
  if (unit === 'mm' && Math.abs(um) >= UM_PER_M) return inMetres(Math.abs(um) < 10 * UM_PER_M ? 2 : 1);
  if (unit === 'in' && Math.abs(um) >= 3 * UM_PER_FOOT) return `${plain(um / UM_PER_FOOT, 1)} ft`;
  return formatLength(um, unit, { inches: 'fraction' });
}

function figureOf(um: Um, unit: LengthUnit, { inches }: LengthStyle): string {
  if (unit === 'mm') return plain(um / UM_PER_MM, 1);
  if (unit === 'cm') return plain(um / UM_PER_CM, 2);
  return inches === 'fraction' ? inchFraction(um) : plain(um / UM_PER_INCH, 2);
}

function plain(x: number, decimals: number): string {
  return String(toDecimals(x, decimals)).replace('-', '−');
}

function inchFraction(um: Um): string {
  const sign = um < 0 ? '−' : '';
  const sixteenths = Number(divideHalfEven(BigInt(Math.abs(um)) * 16n, BigInt(UM_PER_INCH)));
  const whole = Math.floor(sixteenths / 16);
  let top = sixteenths % 16;
  let bottom = 16;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  if (top === 0) return `${sign}${whole}`;
  return `${sign}${whole ? `${whole} ` : ''}${top}/${bottom}`;
}

/**
 * Several lengths typed one after the other, between them a semicolon, a comma or a new line; 1,5 stays one figure.
 *
 * @throws InputError naming the length that cannot be read
 * @example parseLengthList('900, 640 mm; 1,2 m', 'mm') // [900000, 640000, 1200000]
 */
export const parseLengthList = (typed: string, unit: LengthUnit = 'mm', field = 'lengths'): Um[] =>
  typed
    .split(/[;\n]|,(?!\d)/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => parseLength(part, unit, field));
