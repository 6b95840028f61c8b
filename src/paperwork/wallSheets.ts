import type { Drawing } from '@/core/drawing/strokes';
import { formatLength, type UnitSystem } from '@/core/measure';
import type { hookLines } from '@/core/wall/check';
import type { DrillPaper, DrillTile } from '@/core/wall/drill';
import { BY_TAPE } from '@/core/wall/hooks';
import type { Face } from '@/core/wall/plan';
import { drawingOnPage } from './drawingPdf';
import { Page } from './pdf';

export type DrillSheetFacts = {
  studio: string;
  wall: string;
  unit: UnitSystem;
  at: string;
  paper: DrillPaper;
  drawing: Drawing;
  tiles: readonly DrillTile[];
  faces: readonly Face[];
  hooks: readonly (ReturnType<typeof hookLines>[number] & { says: string; fixing: string })[];
  /** Numbers of the pictures whose wire nobody has measured. */
  guessed: readonly number[];
};

const SECOND = '#525b66';
/** Half an arm of a cross on the paper, mm: long enough to line two pages up by. */
const CROSS_MM = 11;

/**
 * A drill sheet: an overview with every hook's measures from the corner and the floor, then the hooks at true size, a page for
 * each part of the wall that has one. Each page says where its lower edge lies and has a line of 100 mm to measure by.
 */
export async function drillSheetPdf(f: DrillSheetFacts): Promise<Buffer> {
  const [wide, high] = [f.paper.width / 1_000, f.paper.height / 1_000];
  const page = new Page(wide, high, { title: `Drill sheet, ${f.wall}`, author: f.studio, at: f.at });
  overview(page, f, wide, high);
  f.tiles.forEach((tile, i) => tilePage(page.next(), f, tile, i, wide, high));
  return page.bytes();
}

function overview(page: Page, f: DrillSheetFacts, wide: number, high: number): void {
  const length = (um: number) => formatLength(um, f.unit, BY_TAPE);
  page.text(f.wall, 12, 8, { face: 'title', size: 18, width: wide - 24 });
  page.text(
    `Hooks, from the left corner and the floor. ${f.tiles.length} ${f.tiles.length === 1 ? 'page' : 'pages'} at true size follow: print them at 100 %, measure the line, pin each by its cross.`,
    12,
    17,
    { size: 9, colour: SECOND, width: wide - 24 },
  );
  drawingOnPage(page, f.drawing, { x: 12, y: 26, width: wide - 24, height: high * 0.42 });
  let y = 26 + high * 0.42 + 6;
  const columns = [12, 20, 90, 118, 146];
  for (const [x, says] of [
    [columns[1], 'picture'],
    [columns[2], 'from the corner'],
    [columns[3], 'from the floor'],
    [columns[4], 'what it is fixed with'],
  ] as const)
    page.text(says, x!, y, { size: 8, colour: SECOND, width: 60 });
  y += 5;
  for (const line of f.hooks) {
    if (y > high - 30) {
      page.next();
      y = 14;
    }
    page.text(String(line.number), columns[0]!, y, { face: 'bold', size: 9, width: 8 });
    const face = f.faces[line.face]!.name;
    const left = page.text(`${line.title}${face && `, ${face}`}`, columns[1]!, y, { size: 9, width: 68 });
    page.text(line.says, columns[1]!, left, { size: 8, colour: SECOND, width: 68 });
    page.text(line.hooks.map((h) => length(h.x)).join('\n'), columns[2]!, y, {
      face: 'bold',
      size: 9,
      width: 26,
    });
    page.text(length(line.hooks[0]!.y), columns[3]!, y, { face: 'bold', size: 9, width: 26 });
    const right = page.text(line.fixing, columns[4]!, y, { size: 8, width: wide - columns[4]! - 12 });
    y = Math.max(left + 5, right, y + 5 * line.hooks.length) + 1.5;
  }
  const caution = [
    ...(f.guessed.length
      ? [`The wire of ${f.guessed.join(', ')} was not measured: do not drill for it by this sheet.`]
      : []),
    'Before you drill: look for cables and pipes with a detector. Fixings are rated for twice the weight. In a public room someone competent hangs it: ask the house.',
  ].join(' ');
  page.text(caution, 12, high - 16, { size: 9, width: wide - 24 });
}

function tilePage(
  page: Page,
  f: DrillSheetFacts,
  tile: DrillTile,
  index: number,
  wide: number,
  high: number,
): void {
  const margin = f.paper.margin / 1_000;
  const length = (um: number) => formatLength(um, f.unit, BY_TAPE);
  /** From the wall to the page: the tile's lower left corner lies at the margin. */
  const x = (um: number) => margin + (um - tile.left) / 1_000;
  const y = (um: number) => high - margin - (um - tile.bottom) / 1_000;
  page.box(margin, margin, wide - 2 * margin, high - 2 * margin, 0.1, '#9a9a9a');
  for (const c of tile.crosses) {
    const [cx, cy] = [x(c.x), y(c.y)];
    page.line(cx - CROSS_MM, cy, cx + CROSS_MM, cy, 0.2);
    page.line(cx, cy - CROSS_MM, cx, cy + CROSS_MM, 0.2);
    page.doc.circle((cx * 72) / 25.4, (cy * 72) / 25.4, (2 * 72) / 25.4).stroke();
    const isRight = cx + 70 > wide - margin;
    page.text(
      `${c.says}: ${length(c.x)} from the corner, ${length(c.y)} from the floor`,
      isRight ? cx - 70 : cx + 3,
      cy + 2,
      {
        ...{ size: 9, width: 66 },
        align: isRight ? 'right' : 'left',
      },
    );
  }
  const face = f.faces[tile.face]!.name;
  const free = tile.crosses.some((c) => y(c.y) > high - margin - 26) ? margin + 4 : high - margin - 20;
  page.text(
    `${f.wall}${face && `, ${face}`}: page ${index + 1} of ${f.tiles.length}, row ${tile.row + 1}, column ${tile.column + 1}. Lower edge of the thin frame ${length(tile.bottom)} from the floor, its left edge ${length(tile.left)} from the corner.`,
    margin + 4,
    free,
    { size: 9, width: wide - 2 * margin - 8 },
  );
  const bar = free + 13;
  page.line(margin + 4, bar, margin + 104, bar, 0.3);
  page.line(margin + 4, bar - 1.5, margin + 4, bar + 1.5, 0.3);
  page.line(margin + 104, bar - 1.5, margin + 104, bar + 1.5, 0.3);
  page.text('100 mm: measure it before you pin', margin + 108, bar - 2, { size: 8, width: 80 });
}

export type WallCard = {
  title: string;
  artist: string;
  facts: readonly string[];
  price: string | null;
};

const CARD_MM = { width: 85, height: 54 } as const;

/** Cards to cut out, two beside each other, with marks where to cut. */
export async function wallLabelsPdf(f: {
  studio: string;
  wall: string;
  cards: readonly WallCard[];
  letter: boolean;
  at: string;
}): Promise<Buffer> {
  const [wide, high] = f.letter ? [215.9, 279.4] : [210, 297];
  const page = new Page(wide, high, { title: `Labels, ${f.wall}`, author: f.studio, at: f.at });
  const { width, height } = CARD_MM;
  const rows = Math.floor((high - 20) / height);
  const left = (wide - 2 * width) / 2;
  f.cards.forEach((card, i) => {
    const place = i % (2 * rows);
    if (i > 0 && place === 0) page.next();
    const [x, y] = [left + (place % 2) * width, 10 + Math.floor(place / 2) * height];
    page.box(x, y, width, height, 0.1, '#9a9a9a');
    const below = page.text(card.title, x + 7, y + 7, { face: 'title', size: 15, width: width - 14 });
    let at = page.text(card.artist, x + 7, below + 1, { size: 10, width: width - 14 }) + 1;
    for (const fact of card.facts)
      at = page.text(fact, x + 7, at, { size: 9, colour: SECOND, width: width - 14 });
    if (card.price)
      page.text(card.price, x + 7, y + height - 11, {
        face: 'bold',
        size: 11,
        width: width - 14,
        align: 'right',
      });
  });
  return page.bytes();
}
