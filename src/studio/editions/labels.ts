import { impressionLabel } from '@/core/edition/impressionStates';
import type { Edition, Impression } from '@/store/editions';

type Numbered = Pick<Impression, 'kind' | 'number'>;
type Run = Pick<Edition, 'size' | 'name'>;

/** "3/40", with the name of a later run. */
export const labelOf = ({ kind, number }: Numbered, { size, name }: Run): string =>
  impressionLabel(kind, number, size, name);

/** "3/40", "9–14 of 40", "3 impressions". */
export function labelsOf(list: readonly Numbered[], edition: Run): string {
  const [first, last] = [list[0], list.at(-1)];
  if (!first || !last) return 'nothing';
  if (list.length === 1) return labelOf(first, edition);
  const unbroken =
    list.every((i) => i.kind === first.kind) && last.number - first.number === list.length - 1;
  if (!unbroken) return `${list.length} impressions`;
  return first.kind === 'run'
    ? `${first.number}–${last.number} of ${edition.size}`
    : `${labelOf(first, edition)} to ${last.number}`;
}
