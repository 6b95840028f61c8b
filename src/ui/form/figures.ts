import { InputError } from '@/core/errors';
import {
  UM_PER_MM,
  formatLength,
  formatMoney,
  formatSize,
  formatWeight,
  lengthOrNull,
  numberOrTyped,
  parseLength,
  parseMoney,
  parseSize,
  parseWeight,
  wholeOrTyped,
  withUnit,
  type Size,
  type UnitSystem,
} from '@/core/measure';

/** What a field of a form may ask a figure as. */
export const FIGURE_KINDS = [
  'length',
  'thickness',
  'size',
  'stockSize',
  'money',
  'weight',
  'share',
  'whole',
  'number',
] as const;
export type FigureKind = (typeof FIGURE_KINDS)[number];

/** A known figure: µm, minor units, mg, a share of 1, or a plain number; two sides where it is a size. */
export type Figure = number | Size;

/** How the studio measures and pays. */
export type Reading = { unit: UnitSystem; currency: string };

const STYLE = { inches: 'fraction', bare: false } as const;

/**
 * A known figure as its field shows it. What is shown may be rounded: a field nobody touched gives back the figure itself.
 *
 * @example shownFigure('length', 203_200, { unit: 'in', currency: 'EUR' }) // '8 in'
 * @example shownFigure('share', 0.125, { unit: 'mm', currency: 'EUR' }) // '12.5 %'
 */
export function shownFigure(kind: FigureKind, figure: Figure, { unit, currency }: Reading): string {
  if (typeof figure === 'object') return formatSize(figure, unit, STYLE);
  switch (kind) {
    case 'thickness':
      return `${figure / UM_PER_MM} mm`;
    case 'length':
    case 'size':
    case 'stockSize':
      return formatLength(figure, unit, STYLE);
    case 'money':
      return formatMoney(figure, currency, { bare: true });
    case 'weight':
      return formatWeight(figure, unit);
    case 'share':
      return `${Number((100 * figure).toFixed(4))} %`;
    default:
      return String(figure);
  }
}

/** What is measured in the studio's unit, where none is written beside it. */
const IS_MEASURED: Partial<Record<FigureKind, true>> = { length: true, size: true, stockSize: true };

/**
 * What was typed as it is sent: a length with the unit it is read in, a share as a part of 1, a count as a number. What cannot be
 * read goes as it was typed, and whoever checks it says what was expected.
 *
 * @example sentFigure('length', '40', { unit: 'mm', currency: 'EUR' }) // '40 mm'
 * @example sentFigure('share', '12,5', { unit: 'mm', currency: 'EUR' }) // 0.125
 */
export function sentFigure(kind: FigureKind, typed: string, { unit }: Reading): string | number {
  const text = typed.trim();
  if (!text) return '';
  // Papers and boards are as thick as their makers say, which is in millimetres wherever they are sold.
  if (kind === 'thickness') return withUnit(text, 'mm');
  if (IS_MEASURED[kind]) return withUnit(text, unit);
  if (kind === 'whole') return wholeOrTyped(text);
  if (kind === 'number') return numberOrTyped(text);
  if (kind === 'share') {
    const percent = numberOrTyped(text.replace(/\s*%$/, ''));
    // 12.3 / 100 is 0.12300000000000001: a share is as exact as it was typed.
    return typeof percent === 'number' ? Number((percent / 100).toPrecision(12)) : text;
  }
  return text;
}

/**
 * What is wrong with what was typed, in the words under its field; nothing while it is empty or can be read.
 *
 * @example faultOf('length', '12 smoots', { unit: 'mm', currency: 'EUR' })
 * // 'Expected a length such as "420 mm", "42 cm", "16.5 in" or "16 1/2 in".'
 */
export function faultOf(kind: FigureKind, typed: string, reading: Reading): string | null {
  const text = typed.trim();
  if (!text) return null;
  try {
    read(kind, text, reading);
    return null;
  } catch (error) {
    if (error instanceof InputError) return `Expected ${error.expected}.`;
    throw error;
  }
}

function read(kind: FigureKind, text: string, reading: Reading): void {
  const { unit, currency } = reading;
  switch (kind) {
    case 'thickness':
      return void parseLength(text, 'mm');
    case 'length':
      return void parseLength(text, unit);
    case 'size':
      return void parseSize(text, unit);
    case 'stockSize':
      // A sheet has two sides, a roll only its width.
      return void (lengthOrNull(text, unit) ?? parseSize(text, unit));
    case 'money':
      return void parseMoney(text, currency);
    case 'weight':
      return void parseWeight(text, unit === 'in' ? 'oz' : 'g');
    default: {
      const sent = sentFigure(kind, text, reading);
      if (typeof sent === 'number') return;
      const expected = { share: 'a share in per cent such as "12.5"', whole: 'a whole number' };
      throw new InputError(kind, text, expected[kind as 'share' | 'whole'] ?? 'a number');
    }
  }
}
