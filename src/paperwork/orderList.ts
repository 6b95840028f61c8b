import { Page, sender } from './pdf';

export type OrderListFacts = {
  studio: string;
  address: readonly string[];
  at: string;
  day: string;
  letter: boolean;
  lines: readonly {
    supplier: string;
    days: number | null;
    what: string;
    amount: string;
    why: string;
    about: string;
  }[];
};

/** What to order, a part for each supplier, to be sent or read over the telephone. */
export async function orderListPdf(f: OrderListFacts): Promise<Buffer> {
  const [w, h] = f.letter ? [215.9, 279.4] : [210, 297];
  const page = new Page(w, h, { title: `To order, ${f.day}`, author: f.studio, at: f.at });
  const left = 20,
    width = w - 40;
  let y = page.text(sender(f.studio, f.address).join('\n'), left, 16, { size: 8, colour: '#525b66' }) + 4;
  y = page.text(`To order, ${f.day}`, left, y, { face: 'title', size: 18, width }) + 3;
  if (!f.lines.length) y = page.text('Nothing is at its reorder point.', left, y, { size: 10, width });
  for (const supplier of [...new Set(f.lines.map((l) => l.supplier))]) {
    const own = f.lines.filter((l) => l.supplier === supplier);
    if (y > h - 50) {
      page.next();
      y = 20;
    }
    y = page.text(`${supplier}${own[0]!.days === null ? '' : `, ${own[0]!.days} days`}`, left, y + 4, {
      face: 'bold',
      size: 11,
      width,
    });
    page.line(left, y + 1, left + width, y + 1, 0.3);
    y += 3;
    for (const l of own) {
      if (y > h - 24) {
        page.next();
        y = 20;
      }
      const top = y;
      y = page.text(l.what, left, top, { size: 10, width: width * 0.48 });
      page.text(l.amount, left + width * 0.5, top, { size: 10, width: width * 0.24, align: 'right' });
      page.text(`about ${l.about}`, left + width * 0.76, top, {
        size: 9,
        colour: '#525b66',
        width: width * 0.24,
        align: 'right',
      });
      y = page.text(l.why, left, y, { size: 8, colour: '#525b66', width: width * 0.7 }) + 2;
    }
  }
  return page.bytes();
}

export type JobSheetFacts = {
  studio: string;
  address: readonly string[];
  at: string;
  letter: boolean;
  route: string;
  sentOn: string;
  expectedOn: string;
  asks: string;
  lines: readonly { what: string; count: number; how: string }[];
  total: string;
};

/** The sheet that goes out with work to be printed elsewhere, with room for what is found when it comes back. */
export async function jobSheetPdf(f: JobSheetFacts): Promise<Buffer> {
  const [w, h] = f.letter ? [215.9, 279.4] : [210, 297];
  const page = new Page(w, h, { title: `Job for ${f.route}`, author: f.studio, at: f.at });
  const left = 20,
    width = w - 40;
  let y = page.text(sender(f.studio, f.address).join('\n'), left, 16, { size: 8, colour: '#525b66' }) + 4;
  y = page.text(`To ${f.route}`, left, y, { face: 'title', size: 18, width });
  y = page.text(`Sent ${f.sentOn}, expected back ${f.expectedOn}, about ${f.total}`, left, y + 1, {
    size: 10,
    width,
  });
  y = page.text(f.asks, left, y + 2, { face: 'bold', size: 10, width }) + 3;
  for (const l of f.lines) {
    if (y > h - 60) {
      page.next();
      y = 20;
    }
    page.line(left, y, left + width, y, 0.2);
    page.text(`${l.count} ×`, left, y + 2, { size: 11, width: 16 });
    y = page.text(l.what, left + 18, y + 2, { size: 11, width: width - 18 });
    y = page.text(l.how, left + 18, y, { size: 9, colour: '#525b66', width: width - 18 }) + 2;
  }
  page.line(left, y, left + width, y, 0.3);
  y =
    page.text(
      'When it comes back: size, corners, scratches, banding, specks, colour beside the reference; who bears what is damaged',
      left,
      y + 4,
      { size: 8, colour: '#525b66', width },
    ) + 6;
  for (; y < h - 20; y += 10) page.line(left, y, left + width, y, 0.12);
  return page.bytes();
}
