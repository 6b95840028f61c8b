import { InputError } from '../errors';
import { formatLength, type Um } from '../measure';
import { areaOf, cutsOf, refuseOverlaps, type Piece, type Placement } from './pieces';
import { nestRoll } from './roll';
import { nestStraight } from './straight';

export type MixedQuestion = {
  kind: 'sheet' | 'roll';
  width: Um;
  height: Um | null;
  margin: Um;
  gap: Um;
  pieces: readonly Piece[];
  cuts: 'tight' | 'straight';
  effort?: number;
};
export type MixedLayout = {
  placements: Placement[];
  length: Um;
  wasteShare: number;
  /** Pieces that no longer fit on the sheet. */ left: string[];
};

/**
 * Pieces of several sizes on a roll or on one sheet. On a sheet those that come to lie beyond its end are left for the next:
 * the largest go first, so that what is left is small. Of a roll the tight layout is taken for straight cuts too where straight
 * cuts happen to free all of it.
 *
 * @throws InputError for a piece that fits on no sheet of this size
 * Source: handbook §7.
 * @example layMixed({ kind: 'sheet', width: 300000, height: 220000, margin: 0, gap: 0, pieces: [{ id: 'a', width: 150000, height: 220000, count: 3, rotate: false }], cuts: 'straight' }).left // ['a#3']
 */
export function layMixed({
  kind,
  width,
  height,
  margin,
  gap,
  pieces,
  cuts,
  effort,
}: MixedQuestion): MixedLayout {
  if (!pieces.length)
    return { placements: [], length: kind === 'sheet' ? height! : 0, wasteShare: 0, left: [] };
  const nest = (list: readonly Piece[], within: Um) => {
    const question = { width: within, margin, gap, pieces: list };
    const straight = nestStraight(question);
    if (cuts === 'straight' && kind === 'sheet') return straight;
    const tight = nestRoll({ ...question, ...(effort !== undefined && { effort }) });
    // What can be cut along a rule is as good a layout as any, where it is as short.
    if (straight.length <= tight.length) return straight;
    const isCutStraight = () =>
      cutsOf(tight.placements, { width: within, height: tight.length }) !== null;
    return cuts === 'tight' || isCutStraight() ? tight : straight;
  };
  if (kind === 'roll') {
    const { placements, length, wasteShare } = nest(pieces, width);
    refuseOverlaps(placements, gap);
    return { placements, length, wasteShare, left: [] };
  }
  const deep = height! - 2 * margin;
  for (const [i, p] of pieces.entries()) {
    const fits = (w: Um, h: Um) => w <= width - 2 * margin && h <= deep;
    if (!fits(p.width, p.height) && !(p.rotate && fits(p.height, p.width)))
      throw new InputError(
        `pieces[${i}]`,
        `${formatLength(p.width, 'mm')} × ${formatLength(p.height, 'mm')}`,
        `a piece that fits inside the margins, ${formatLength(width - 2 * margin, 'mm')} × ${formatLength(deep, 'mm')}`,
      );
  }
  // A sheet is a roll that ends. Pieces are taken off the list, the smallest first, until the rest fits.
  const each = pieces
    .flatMap((p) =>
      Array.from({ length: p.count }, (_, k): Piece => ({
        ...p,
        id: p.count === 1 ? p.id : `${p.id}#${k + 1}`,
        count: 1,
      })),
    )
    .map((p) =>
      p.width <= width - 2 * margin && p.height <= deep
        ? p.height <= width - 2 * margin && p.width <= deep
          ? p
          : { ...p, rotate: false }
        : { ...p, width: p.height, height: p.width, rotate: false },
    );
  const turnedFirst = new Set(
    each
      .filter((p) => pieces.find((x) => x.id === p.id.split('#')[0])!.width !== p.width)
      .map((p) => p.id),
  );
  const list = [...each].sort((a, b) => b.width * b.height - a.width * a.height);
  // No more than the sheet's own area can lie on it; between that and none, half of what is in doubt is tried each time.
  let most = 0,
    area = 0;
  while (
    most < list.length &&
    (area += (list[most]!.width + gap) * (list[most]!.height + gap)) <=
      (width - 2 * margin + gap) * (deep + gap)
  )
    most++;
  const tryFirst = (n: number) => {
    const laid = nest(list.slice(0, n), width);
    return laid.length <= height! ? laid : null;
  };
  let fits = 0,
    best: ReturnType<typeof nest> | null = null;
  for (let none = most + 1; none - fits > 1;) {
    const n = fits === 0 && none === most + 1 ? most : (fits + none) >> 1;
    if (n === 0) break;
    const laid = tryFirst(n);
    if (laid) {
      fits = n;
      best = laid;
    } else none = n;
  }
  const left = list.slice(fits).map((p) => p.id);
  if (!best) return { placements: [], length: height!, wasteShare: 1, left };
  const placements = best.placements.map((p) => ({ ...p, turned: p.turned !== turnedFirst.has(p.id) }));
  return {
    placements,
    length: height!,
    wasteShare: 1 - areaOf(placements) / ((width / 1_000) * (height! / 1_000)),
    left,
  };
}
