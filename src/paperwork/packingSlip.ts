import { Page, sender } from './pdf';

export type SlipFacts = {
  studio: string;
  address: string[];
  orderNumber: number;
  orderedOn: string;
  leavesBy: string;
  buyer: string;
  to: string[];
  message: string;
  wantsSignature: boolean;
  lines: {
    title: string;
    size: string;
    paper: string;
    numbers: string;
    quantity: number;
    each: string;
    sum: string;
  }[];
  carriage: string;
  total: string;
  /** What a shown rate of tax comes to, in words; nothing: none is shown. */
  tax: string | null;
  paid: boolean;
  packing: { name: string; count: number }[];
  weight: string;
  form: string;
  at: string;
  /** A4, or letter where inches are used. */
  letter: boolean;
};

/** The packing slip: what is in the parcel, with a box to tick at picking and another at sealing. */
export async function packingSlipPdf(f: SlipFacts): Promise<Buffer> {
  const [w, h] = f.letter ? [215.9, 279.4] : [210, 297];
  const page = new Page(w, h, {
    title: `Packing slip, order ${f.orderNumber}`,
    author: f.studio,
    at: f.at,
  });
  const left = 20,
    right = w - 20;
  page.text(f.studio, left, 18, { face: 'title', size: 17 });
  page.text(sender(f.studio, f.address).slice(1).join(', '), left, 26, { size: 8, colour: '#525b66' });
  page.text(`Order ${f.orderNumber}`, left, 17, {
    face: 'bold',
    size: 15,
    width: right - left,
    align: 'right',
  });
  page.text(`ordered ${f.orderedOn}, leaves by ${f.leavesBy}`, left, 26, {
    size: 8,
    colour: '#525b66',
    width: right - left,
    align: 'right',
  });
  page.line(left, 33, right, 33, 0.35);
  page.text('To', left, 40, { size: 8, colour: '#525b66' });
  let y = page.text([f.buyer, ...f.to].join('\n'), left + 14, 39.6, { size: 10.5, width: 90 });
  if (f.message || f.wantsSignature) {
    const note = [f.wantsSignature ? 'Wishes a signature.' : '', f.message ? `“${f.message}”` : '']
      .filter(Boolean)
      .join('\n');
    page.text('From the buyer', 118, 40, { size: 8, colour: '#525b66' });
    y = Math.max(y, page.text(note, 118, 45, { face: 'title', size: 10.5, width: right - 118 }));
  }
  y = Math.max(y + 8, 74);
  const cols = { pick: left, seal: left + 12, what: left + 26, each: right - 46, sum: right - 20 };
  const head = (text: string, x: number, width = 30, align: 'left' | 'right' = 'left') =>
    page.text(text, x, y, { size: 7.5, colour: '#525b66', width, align });
  head('picked', cols.pick - 1.5);
  head('sealed', cols.seal - 0.5);
  head('print', cols.what);
  head('each', cols.each - 4, 24, 'right');
  head('sum', cols.sum - 4, 24, 'right');
  page.line(left, y + 5, right, y + 5, 0.35);
  y += 8;
  for (const l of f.lines) {
    page.box(cols.pick, y + 0.3, 4, 4, 0.3);
    page.box(cols.seal, y + 0.3, 4, 4, 0.3);
    const top = y;
    y = page.text(l.title, cols.what, y - 0.6, {
      face: 'title',
      size: 12.5,
      width: cols.each - cols.what - 6,
    });
    y = page.text(`${l.size} · ${l.paper}`, cols.what, y, {
      size: 8.5,
      width: cols.each - cols.what - 6,
      colour: '#525b66',
    });
    y = page.text(l.numbers, cols.what, y, { face: 'bold', size: 9.5, width: cols.each - cols.what - 6 });
    page.text(`${l.quantity} × ${l.each}`, cols.each - 14, top, { size: 9.5, width: 34, align: 'right' });
    page.text(l.sum, cols.sum - 4, top, { size: 9.5, width: 24, align: 'right' });
    page.line(left, y + 2, right, y + 2, 0.15, '#b4b4b4');
    y += 5;
  }
  const sumLine = (name: string, sum: string, bold = false) => {
    page.text(name, cols.each - 40, y, {
      size: 9.5,
      face: bold ? 'bold' : 'sans',
      width: 54,
      align: 'right',
    });
    page.text(sum, cols.sum - 14, y, {
      size: 9.5,
      face: bold ? 'bold' : 'sans',
      width: 34,
      align: 'right',
    });
    y += 5.4;
  };
  sumLine('carriage', f.carriage);
  sumLine(f.paid ? 'paid' : 'to pay', f.total, true);
  if (f.tax) {
    page.text(f.tax, left, y, { size: 7.5, colour: '#525b66', width: right - left, align: 'right' });
    y += 4;
  }
  y += 6;
  page.text('In the parcel', left, y, { face: 'bold', size: 9.5 });
  page.line(left, y + 5.2, right, y + 5.2, 0.35);
  y += 7.5;
  for (const p of f.packing) {
    page.box(cols.pick, y + 0.1, 3.4, 3.4, 0.25);
    page.text(`${p.count} × ${p.name}`, left + 12, y - 0.4, { size: 9 });
    y += 5.4;
  }
  page.text(
    `Packed ${f.form}; it should weigh ${f.weight}. Stiff, dry, still: press it, and nothing moves.`,
    left,
    y + 3,
    { size: 9, width: right - left },
  );
  page.text(
    'Handle prints by their edges with clean hands. If anything came damaged, keep the wrapping, take a photograph and write to us before it is sent back.',
    left,
    h - 24,
    { size: 7.5, colour: '#525b66', width: right - left },
  );
  return page.bytes();
}
