import { Page, sender } from './pdf';

export type OrderListFacts = { studio: string; address: readonly string[]; at: string; day: string; letter: boolean; lines: readonly { supplier: string; days: number | null; what: string; amount: string; why: string; about: string }[] };

/** What to order, a part for each supplier, to be sent or read over the telephone. */
export async function orderListPdf(f: OrderListFacts): Promise<Buffer> {
  const [w, h] = f.letter ? [215.9, 279.4] : [210, 297];
  const page = new Page(w, h, { title: `To order, ${f.day}`, author: f.studio, at: f.at });
  const left = 20, width = w - 40;
  let y = page.text(sender(f.studio, f.address).join('\n'), left, 16, { size: 8, colour: '#525b66' }) + 4;
  y = page.text(`To order, ${f.day}`, left, y, { face: 'title', size: 18, width }) + 3;
  if (!f.lines.length) y = page.text('Nothing is at its reorder point.', left, y, { size: 10, width });
  for (const supplier of [...new Set(f.lines.map((l) => l.supplier))]) {
    const own = f.lines.filter((l) => l.supplier === supplier);
    if (y > h - 50) { page.next(); y = 20; }
    y = page.text(`${supplier}${own[0]!.days === null ? '' : `, ${own[0]!.days} days`}`, left, y + 4, { face: 'bold', size: 11, width });
    page.line(left, y + 1, left + width, y + 1, 0.3);
    y += 3;
    for (const l of own) {
      if (y > h - 24) { page.next(); y = 20; }
      const top = y;
      y = page.text(l.what, left, top, { size: 10, width: width * 0.48 });
      page.text(l.amount, left + width * 0.5, top, { size: 10, width: width * 0.24, align: 'right' });
      page.text(`about ${l.about}`, left + width * 0.76, top, { size: 9, colour: '#525b66', width: width * 0.24, align: 'right' });
      y = page.text(l.why, left, y, { size: 8, colour: '#525b66', width: width * 0.7 }) + 2;
    }
  }
  return page.bytes();
}
