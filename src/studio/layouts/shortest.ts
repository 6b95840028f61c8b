import type { Um } from '@/core/measure';
import { provenBound } from '@/core/sheets/provenBound';
import { nestStraight } from '@/core/sheets/straight';
import type { Row } from '@/store/rows';

/** What no layout of a roll's pieces can be shorter than, and the length that bands for straight cuts would take. */
export type Shortest = { bound: Um; straight: Um };

/** Layouts whose proof is remembered; deciding one anew takes up to half a second, in which no other page is answered. */
const MOST_KNOWN = 60;
const known = new Map<string, Shortest>();

/** What is known of a roll's shortest length; null for a sheet, or where nothing lies on it. */
export function shortestOf({
  kind,
  widthUm,
  marginUm,
  gapUm,
  pieces,
  lengthUm,
}: Pick<
  Row<'layouts'>,
  'kind' | 'widthUm' | 'marginUm' | 'gapUm' | 'pieces' | 'lengthUm'
>): Shortest | null {
  if (kind !== 'roll' || pieces.length === 0) return null;
  const sizes = pieces.map(({ id, width, height, count, rotate }) => ({
    id,
    width,
    height,
    count,
    rotate,
  }));
  const question = { width: widthUm, margin: marginUm, gap: gapUm, pieces: sizes };
  const key = JSON.stringify([question, lengthUm]);
  const there = known.get(key);
  if (there) return there;
  const shortest = {
    bound: provenBound(question, lengthUm),
    straight: nestStraight(question).length,
  };
  if (known.size >= MOST_KNOWN) known.delete(known.keys().next().value!);
  known.set(key, shortest);
  return shortest;
}
