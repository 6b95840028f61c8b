import { Page, sender } from './pdf';

export type PriceListFacts = {
  studio: string;
  address: readonly string[];
  at: string;
  day: string;
  letter: boolean;
  /** A rate of tax that is shown beside prices kept without, in words. */
  tax: string | null;
  lines: readonly { title: string; what: string; how: string; price: string }[];
};

/** What is for sale, a part for each work, to be handed out. */
export async function priceListPdf(f: PriceListFacts): Promise<Buffer> {
  const [w, h] = f.letter ? [215.9, 279.4] : [210, 297];
  const page = new Page(w, h, { title: `Prices, ${f.day}`, author: f.studio, at: f.at });
  const left = 20,
    width = w - 40;
  let y = page.text(sender(f.studio, f.address).join('\n'), left, 16, { size: 8, colour: '#525b66' }) + 4;
  y = page.text(`Prices, ${f.day}`, left, y, { face: 'title', size: 18, width }) + 3;
  if (!f.lines.length) y = page.text('Nothing has a price yet.', left, y, { size: 10, width });
  for (const title of [...new Set(f.lines.map((line) => line.title))]) {
    if (y > h - 50) {
      page.next();
      y = 20;
    }
    y = page.text(title, left, y + 4, { face: 'bold', size: 11, width });
    page.line(left, y + 1, left + width, y + 1, 0.3);
    y += 3;
    for (const line of f.lines.filter((each) => each.title === title)) {
      if (y > h - 24) {
        page.next();
        y = 20;
      }
      const top = y;
      y = page.text(line.what, left, top, { size: 10, width: width * 0.5 });
      page.text(line.how, left + width * 0.5, top, { size: 8, colour: '#525b66', width: width * 0.28 });
      page.text(line.price, left + width * 0.78, top, { size: 10, width: width * 0.22, align: 'right' });
      y += 1.5;
    }
  }
  page.text(
    `Prices without tax, which differs by place${f.tax ? `: ${f.tax}` : ''}. A print comes unframed where nothing else is said.`,
    left,
    y + 4,
    { size: 8, colour: '#525b66', width },
  );
  return page.bytes();
}
