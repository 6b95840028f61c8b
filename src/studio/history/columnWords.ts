import { formatLength, formatMoney, formatWeight } from '@/core/measure';
import { bodyOf } from '@/store/changes';
import type { Settings } from '../studio';

/** A column's name as a person would say it. @example columnInWords('sold_price_minor') // 'sold price' */
export const columnInWords = (column: string): string =>
  column.replace(/_(um|minor|mg|id)$/, '').replaceAll('_', ' ');

/** What stands in a column, as a person would read it. @example valueInWords('year', 2025, settings) // '2025' */
export function valueInWords(
  column: string,
  value: string | number | null | undefined,
  settings: Pick<Settings, 'unit' | 'currency'>,
): string {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (typeof value === 'number') {
    if (column.endsWith('_um')) return formatLength(value, settings.unit);
    if (column.endsWith('_minor')) return formatMoney(value, settings.currency);
    if (column.endsWith('_mg')) return formatWeight(value);
    return String(value);
  }
  return listInWords(value).slice(0, 300);
}

/** Lists are kept as JSON; anything deeper is only said to differ. */
function listInWords(text: string): string {
  if (!/^[[{]/.test(text)) return text;
  try {
    const value: unknown = bodyOf(text);
    return Array.isArray(value) && value.every((v) => typeof v !== 'object')
      ? value.join(', ')
      : 'as it was set there';
  } catch {
    return text;
  }
}
