import { InputError } from '../errors';
import type { Finding } from '../finding';
import { formatLength, formatSize, type Size, type Um } from '../measure';
import { Halves } from './halves';
import { areaOf, cutsOf, type Cut, type Placement } from './pieces';

export type SheetQuestion = {
  sheet: Size;
  piece: Size;
  margin: Um;
  gutter: Um;
  /** False where the paper has a grain or the picture forbids it. */ rotate?: boolean;
};
export type SheetLayout = {
  count: number;
  placements: Placement[];
  wasteShare: number;
  cuts: Cut[];
  /** No straight cuts, each from edge to edge of what is left, give more of them. */
  isMost: boolean;
};

/** More of them on one sheet is a slip of the pen, and would take all the memory there is. */
const MOST_PIECES = 20_000;

/**
 * How many of a piece go on a sheet, in both orientations and in mixed strips, so that straight cuts from edge to edge free
 * them all.
 *
 * A part of the sheet is either one grid or cut in two along a line that sums of the piece's sides reach, whichever holds
 * more; the best of all such cuttings is found (`Halves`). Never a cut through a picture.
 *
 * @throws InputError for margins that leave nothing, or more pieces than anybody cuts; a piece that does not fit gives a count of 0
 * Source: handbook §7, sheet.
 * @example layOnSheet({ sheet: { width: 420000, height: 297000 }, piece: { width: 200000, height: 140000 }, margin: 5000, gutter: 4000 }).count // 4
 */
export function layOnSheet({ sheet, piece, margin, gutter, rotate = true }: SheetQuestion): SheetLayout {
  for (const [field, size] of [
    ['sheet', sheet],
    ['piece', piece],
  ] as const)
    for (const side of ['width', 'height'] as const)
      if (!(size[side] > 0)) throw new InputError(`${field}.${side}`, size[side], 'a side above zero');
  if (margin < 0) throw new InputError('margin', margin, 'nothing below zero');
  if (gutter < 0) throw new InputError('gutter', gutter, 'nothing below zero');
  if (2 * margin >= Math.min(sheet.width, sheet.height))
    throw new InputError(
      'margin',
      formatLength(margin, 'mm'),
      `less than half the sheet’s short side, ${formatLength(Math.min(sheet.width, sheet.height), 'mm')}`,
    );
  const [w, h] = [piece.width + gutter, piece.height + gutter];
  const area = { width: sheet.width - 2 * margin + gutter, height: sheet.height - 2 * margin + gutter };
  if ((area.width / w) * (area.height / h) > MOST_PIECES)
    throw new InputError(
      'piece',
      formatSize(piece, 'mm'),
      `a piece of which at most ${MOST_PIECES} lie on ${formatSize(sheet, 'mm')}`,
    );
  const places: Omit<Placement, 'id'>[] = [];
  const halves = new Halves(w, h, rotate && w !== h, area);
  halves.lay((x, y, turned) =>
    places.push({
      x: x + margin,
      y: y + margin,
      width: turned ? piece.height : piece.width,
      height: turned ? piece.width : piece.height,
      turned,
    }),
  );
  const placements = places
    .sort((a, b) => a.y - b.y || a.x - b.x)
    .map((p, i) => ({ id: String(i + 1), ...p }));
  return {
    count: placements.length,
    placements,
    wasteShare: 1 - areaOf(placements) / ((sheet.width / 1_000) * (sheet.height / 1_000)),
    cuts: cutsOf(placements, sheet) ?? [],
    isMost: halves.isExact,
  };
}

/** Cuts in words: those that part the pieces, and the trimming after them. @example cutWords([{ along: 'down', at: 1, from: 0, to: 2 }]) // '1 straight cut' */
export function cutWords(cuts: readonly Cut[]): string {
  const parting = cuts.filter((c) => !c.trim).length,
    trims = cuts.length - parting;
  return `${parting} straight ${parting === 1 ? 'cut' : 'cuts'}${trims ? ` and ${trims} along edges` : ''}`;
}

/**
 * What a sheet holds, in a sentence; where margin or gutter cost a piece, what would fit without them.
 *
 * @example sheetFinding({ sheet: { width: 420000, height: 297000 }, piece: { width: 210000, height: 148500 }, margin: 5000, gutter: 3000 }).says.includes('no gutter and no printer margin') // true
 */
export function sheetFinding(q: SheetQuestion): Finding {
  const laid = layOnSheet(q),
    bare = layOnSheet({ ...q, margin: 0, gutter: 0 });
  const waste = Math.round(laid.wasteShare * 1_000) / 10;
  const because = [
    { name: 'pieces', value: laid.count },
    { name: 'waste', value: waste, unit: '%' },
  ];
  const more =
    bare.count > laid.count ? ` ${bare.count} fit only with no gutter and no printer margin.` : '';
  if (!laid.count)
    return {
      verdict: 'fails',
      word: 'does not fit',
      says: `${formatSize(q.piece, 'mm')} does not fit on ${formatSize(q.sheet, 'mm')} with ${formatLength(q.margin, 'mm')} of margin.${more}`,
      because,
    };
  return {
    verdict: more ? 'care' : 'holds',
    word: `${laid.count} up`,
    says: `${laid.count} of ${formatSize(q.piece, 'mm')} on ${formatSize(q.sheet, 'mm')}, ${waste} % waste, ${cutWords(laid.cuts)}.${laid.isMost ? ' No straight cuts free more.' : ''}${more}`,
    because,
  };
}
