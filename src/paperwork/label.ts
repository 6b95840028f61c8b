import { drawCode128 } from './codes';
import { DotSheet } from './dots';
import { Page, sender } from './pdf';
import type { Sheet } from './sheet';

export type LabelFacts = {
  studio: string;
  from: readonly string[];
  buyer: string;
  to: readonly string[];
  country: string;
  orderNumber: number;
  weight: string;
  service: string;
  /** What stands in bars: the carrier's code, or the order's own. */
  code: string;
  form: string;
  at: string;
};

export const LABEL_MM = { width: 100, height: 150 } as const;
const HANDLING: Record<string, string> = {
  flat: 'Do not bend',
  rolled: 'Keep dry, do not crush',
  boxed: 'Upright, keep dry, two hands',
};

/** Draws the address label at a place; nothing on it is thinner than two dots of a label printer. */
function drawLabel(sheet: Sheet, f: LabelFacts, left = 0, top = 0): void {
  const x = left + 6;
  sheet.text(sender(f.studio, f.from).join(', '), x, top + 6, { size: 9, width: 88 });
  sheet.line(x, top + 17, x + 88, top + 17, 0.4);
  sheet.text('To', x, top + 20, { size: 9 });
  const nameSize = sheet.fitting(f.buyer, 88, 'bold', 17, 10);
  let y = sheet.text(f.buyer, x, top + 25, { face: 'bold', size: nameSize, width: 88, leading: 1.2 });
  for (const line of f.to)
    y = sheet.text(line, x, y + 0.4, {
      size: sheet.fitting(line, 88, 'sans', 14, 9),
      width: 88,
      leading: 1.25,
    });
  const country = f.country.toUpperCase();
  sheet.text(country, x, y + 1.5, {
    face: 'bold',
    size: sheet.fitting(country, 88, 'bold', 16, 9),
    width: 88,
  });
  sheet.line(x, top + 90, x + 88, top + 90, 0.4);
  sheet.text(HANDLING[f.form] ?? 'With care', x, top + 93.5, { face: 'bold', size: 13, width: 56 });
  sheet.text(f.service || 'service not chosen yet', x, top + 101.5, { size: 10, width: 60 });
  const right = { width: 36, align: 'right' } as const;
  sheet.text(`Order ${f.orderNumber}`, x + 52, top + 93.5, { face: 'bold', size: 13, ...right });
  sheet.text(f.weight, x + 52, top + 101.5, { size: 10, ...right });
  sheet.line(x, top + 110, x + 88, top + 110, 0.4);
  drawCode128(sheet, f.code, x + 4, top + 115, 80, 20);
  sheet.text(f.code, x, top + 138, { size: 10, width: 88, align: 'center' });
}

const titleOf = (labels: readonly LabelFacts[]) =>
  `Label, order ${labels.map(({ orderNumber }) => orderNumber).join(', ')}`;

/** The address labels, 100 × 150 mm, one to a page, for label printers of 203 dots to the inch. */
export async function labelPdf(labels: readonly LabelFacts[]): Promise<Buffer> {
  const [first] = labels;
  const info = { title: titleOf(labels), author: first!.studio, at: first!.at };
  const page = new Page(LABEL_MM.width, LABEL_MM.height, info);
  labels.forEach((label, i) => {
    if (i) page.next();
    drawLabel(page, label);
  });
  return page.bytes();
}

/** The label as the dots a label printer burns: 800 × 1200 at 203 to the inch. */
export async function labelPng(label: LabelFacts): Promise<Buffer> {
  const sheet = new DotSheet(LABEL_MM.width, LABEL_MM.height);
  drawLabel(sheet, label);
  return sheet.png();
}

/** Two labels to a sheet of A4 or letter, turned no way, with a line to cut along. */
export async function labelsTwoUp(labels: readonly LabelFacts[], letter: boolean): Promise<Buffer> {
  const [w, h] = letter ? [279.4, 215.9] : [297, 210];
  const [first] = labels;
  const info = { title: titleOf(labels), author: first!.studio, at: first!.at };
  const page = new Page(w, h, info);
  const top = (h - LABEL_MM.height) / 2;
  labels.forEach((label, i) => {
    if (i && i % 2 === 0) page.next();
    const left = ((i % 2) * w) / 2 + (w / 2 - LABEL_MM.width) / 2;
    drawLabel(page, label, left, top);
    if (i % 2 === 0) page.line(w / 2, 6, w / 2, h - 6, 0.15, '#b4b4b4');
  });
  return page.bytes();
}

/** An envelope, with a return address above at the left and the buyer's below the middle. */
export async function envelopePdf(f: LabelFacts, size: 'C5' | 'DL'): Promise<Buffer> {
  const [w, h] = size === 'C5' ? [229, 162] : [220, 110];
  const page = new Page(w, h, {
    title: `Envelope, order ${f.orderNumber}`,
    author: f.studio,
    at: f.at,
  });
  page.text(sender(f.studio, f.from).join('\n'), 12, 10, { size: 9, width: 80 });
  const left = w * 0.45;
  const width = w - left - 14;
  let y = page.text(f.buyer, left, h * 0.45, {
    face: 'bold',
    size: page.fitting(f.buyer, width, 'bold', 14, 9),
    width,
  });
  for (const line of f.to)
    y = page.text(line, left, y, { size: page.fitting(line, width, 'sans', 12, 9), width });
  page.text(f.country.toUpperCase(), left, y + 1, { face: 'bold', size: 12, width });
  page.text(`Order ${f.orderNumber}`, 12, h - 14, { size: 9, width: 60 });
  return page.bytes();
}
