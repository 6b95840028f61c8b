import { drawCode128 } from './codes';
import { Page, sender } from './pdf';

export type LabelFacts = {
  studio: string;
  from: string[];
  buyer: string;
  to: string[];
  country: string;
  orderNumber: number;
  weight: string;
  service: string;
  tracking: string;
  form: string;
  at: string;
};

/** The address label: 100 × 150 mm, for label printers of 203 dots to the inch; nothing thinner than two dots. */
export async function labelPdf(f: LabelFacts): Promise<Buffer> {
  const page = new Page(100, 150, { title: `Label, order ${f.orderNumber}`, author: f.studio, at: f.at });
  page.text(sender(f.studio, f.from).join(', '), 6, 6, { size: 7.5, width: 88 });
  page.line(6, 16, 94, 16, 0.4);
  page.text('To', 6, 20, { size: 8 });
  const nameSize = page.fitting(f.buyer, 88, 'bold', 17, 10);
  let y = page.text(f.buyer, 6, 25, { face: 'bold', size: nameSize, width: 88, leading: 1.2 });
  for (const line of f.to)
    y = page.text(line, 6, y + 0.4, {
      size: page.fitting(line, 88, 'sans', 14, 9),
      width: 88,
      leading: 1.25,
    });
  page.text(f.country.toUpperCase(), 6, y + 1.5, {
    face: 'bold',
    size: page.fitting(f.country.toUpperCase(), 88, 'bold', 16, 9),
    width: 88,
  });
  page.line(6, 90, 94, 90, 0.4);
  page.text(f.form === 'flat' ? 'Do not bend' : 'Keep dry, do not crush', 6, 93.5, {
    face: 'bold',
    size: 13,
  });
  page.text(f.service || 'service not chosen yet', 6, 101.5, { size: 10, width: 60 });
  page.text(`Order ${f.orderNumber}`, 54, 93.5, { face: 'bold', size: 13, width: 40, align: 'right' });
  page.text(f.weight, 54, 101.5, { size: 10, width: 40, align: 'right' });
  page.line(6, 110, 94, 110, 0.4);
  const code = f.tracking || `ORDER-${f.orderNumber}`;
  drawCode128(page, code, 10, 115, 80, 20);
  page.text(code, 6, 138, { size: 10, width: 88, align: 'center' });
  return page.bytes();
}
