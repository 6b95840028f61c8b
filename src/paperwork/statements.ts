import { Page } from './pdf';

const GREY = '#525b66';
const LEFT = 20;

export type Statement = {
  kind: string;
  title: string;
  studio: string;
  address: readonly string[];
  /** The one sentence it is about. */
  says: string;
  rows: [string, string][];
  table?: { heads: string[]; widths: number[]; rows: string[][] };
  /** What is agreed or has to be known, a paragraph each. */
  notes: string[];
  signatures: string[];
  day: string;
};

/** A page that states something and is signed: what an edition declares, what a shop was given. A4, or letter. */
export async function statementPdf(
  f: Statement,
  { letter, at }: { letter: boolean; at: string },
): Promise<Buffer> {
  const [width, height] = letter ? [215.9, 279.4] : [210, 297];
  const page = new Page(width, height, { title: `${f.kind}, ${f.title}`, author: f.studio, at });
  const right = width - LEFT;
  page.text(f.kind, LEFT, 16, { size: 9, colour: GREY });
  page.text([f.studio, ...f.address].join(', '), LEFT, 16, {
    size: 9,
    colour: GREY,
    width: right - LEFT,
    align: 'right',
  });
  page.line(LEFT, 23, right, 23, 0.35);
  let y = page.text(f.title, LEFT, 29, {
    face: 'title',
    size: page.fitting(f.title, right - LEFT, 'title', 26, 16),
    width: right - LEFT,
    leading: 1.1,
  });
  y = page.text(f.says, LEFT, y + 3, { face: 'serif', size: 12, width: right - LEFT, leading: 1.4 }) + 5;
  for (const [name, value] of f.rows) {
    page.text(name, LEFT, y, { size: 9.5, colour: GREY, width: 42 });
    y = page.text(value, LEFT + 44, y, { size: 9.5, width: right - LEFT - 44 }) + 1.6;
  }
  if (f.table) y = drawTable(page, f.table, y + 4, height, right);
  y += 5;
  for (const note of f.notes) {
    if (y > height - 60) {
      page.next();
      y = 20;
    }
    y = page.text(note, LEFT, y, { size: 9.5, width: right - LEFT }) + 2.5;
  }
  const foot = Math.max(y + 16, height - 46);
  if (foot > height - 20) page.next();
  const line = foot > height - 20 ? 40 : foot;
  const each = (right - LEFT) / f.signatures.length;
  f.signatures.forEach((name, i) => {
    page.line(LEFT + i * each, line, LEFT + (i + 1) * each - 8, line, 0.25);
    page.text(name, LEFT + i * each, line + 1.6, { size: 9, colour: GREY, width: each - 8 });
  });
  page.text(f.day, LEFT, line + 9, { size: 9, colour: GREY });
  return page.bytes();
}

function drawTable(
  page: Page,
  table: NonNullable<Statement['table']>,
  from: number,
  height: number,
  right: number,
): number {
  let y = from;
  const drawHeads = () => {
    let x = LEFT;
    table.heads.forEach((head, i) => {
      page.text(head, x, y, { size: 9, colour: GREY, width: table.widths[i]! });
      x += table.widths[i]!;
    });
    page.line(LEFT, y + 5, right, y + 5, 0.3);
    y += 6.5;
  };
  drawHeads();
  for (const cells of table.rows) {
    if (y > height - 30) {
      page.next();
      y = 20;
      drawHeads();
    }
    let x = LEFT;
    let below = y;
    cells.forEach((cell, i) => {
      below = Math.max(below, page.text(cell, x, y, { size: 9.5, width: table.widths[i]! - 3 }));
      x += table.widths[i]!;
    });
    y = below + 1.2;
    page.line(LEFT, y, right, y, 0.12, '#b4b4b4');
    y += 1.4;
  }
  return y;
}
