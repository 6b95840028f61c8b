import { get, set, type FieldValues } from 'react-hook-form';
import { FIGURE_KINDS, sentFigure, type FigureKind, type Reading } from './figures';

const isFigure = (kind: string): kind is FigureKind => (FIGURE_KINDS as readonly string[]).includes(kind);

/**
 * The values of a form as they are sent: a figure nobody touched as it is known, one that was typed with its unit, nothing as
 * empty text.
 *
 * @example
 * sentValues([{ kind: 'length', name: 'width' }], { width: '40' }, { unit: 'mm', currency: 'EUR' }) // { width: '40 mm' }
 */
export function sentValues<V extends FieldValues>(
  asks: readonly { kind: string; name: string }[],
  values: V,
  reading: Reading,
): V {
  const sent = structuredClone(values);
  for (const { kind, name } of asks) {
    const value: unknown = get(values, name);
    if (!isFigure(kind)) continue;
    if (typeof value === 'string') set(sent, name, sentFigure(kind, value, reading));
    if (value === null || value === undefined) set(sent, name, '');
  }
  return sent;
}
