import { drawCode128 } from './codes';
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
  /** How it is packed and what it should weigh; nothing: it is not packed yet. */
  packed: { form: string; weight: string } | null;
  /** What a scanner reads at the packing table. */
  code: string;
  /** Taken off, and why; nothing: nothing is. */
  discount: { sum: string; why: string } | null;
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
  page.text(sender(f.studio, f.address).slice(1).join(', '), left, 26, { size: 9, colour: '#525b66' });
  page.text(`Order ${f.orderNumber}`, left, 17, {
    face: 'bold',
    size: 15,
    width: right - left,
    align: 'right',
  });
  page.text(`ordered ${f.orderedOn}, leaves by ${f.leavesBy}`, left, 26, {
    size: 9,
    colour: '#525b66',
    width: right - left,
    align: 'right',
  });
  page.line(left, 33, right, 33, 0.35);
  page.text('To', left, 40, { size: 9, colour: '#525b66' });
  let y = page.text([f.buyer, ...f.to].join('\n'), left + 14, 39.6, { size: 10.5, width: 90 });
  if (f.message || f.wantsSignature) {
    const note = [f.wantsSignature ? 'Wishes a signature.' : '', f.message ? `“${f.message}”` : '']
      .filter(Boolean)
      .join('\n');
    page.text('From the buyer', 118, 40, { size: 9, colour: '#525b66' });
    y = Math.max(y, page.text(note, 118, 45, { face: 'title', size: 10.5, width: right - 118 }));
  }
  y = Math.max(y + 8, 74);
  const cols = { pick: left, seal: left + 12, what: left + 26, each: right - 46, sum: right - 20 };
  const head = (text: string, x: number, width = 30, align: 'left' | 'right' = 'left') =>
    page.text(text, x, y, { size: 9, colour: '#525b66', width, align });
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
      size: 9,
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
  if (f.discount) sumLine(f.discount.why || 'taken off', `−${f.discount.sum}`);
  sumLine('carriage', f.carriage);
  sumLine(f.paid ? 'paid' : 'to pay', f.total, true);
  if (f.tax) {
    page.text(f.tax, left, y, { size: 9, colour: '#525b66', width: right - left, align: 'right' });
    y += 4;
  }
  y += 6;
  if (f.packing.length) {
    page.text('In the parcel', left, y, { face: 'bold', size: 9.5 });
    page.line(left, y + 5.2, right, y + 5.2, 0.35);
    y += 7.5;
    for (const p of f.packing) {
      page.box(cols.pick, y + 0.1, 3.4, 3.4, 0.25);
      page.text(`${p.count} × ${p.name}`, left + 12, y - 0.4, { size: 9 });
      y += 5.4;
    }
  }
  page.text(
    f.packed
      ? `Packed ${f.packed.form}; it should weigh ${f.packed.weight}. Stiff, dry, still: press it, and nothing moves.`
      : 'Lay out every piece and tick it, before anything is wrapped.',
    left,
    y + 3,
    { size: 9, width: right - left },
  );
  drawCode128(page, f.code, left, h - 46, 70, 12);
  page.text(f.code, left, h - 33, { size: 9, width: 70, align: 'center' });
  page.text(
    'Handle prints by their edges with clean hands. If anything came damaged, keep the wrapping, take a photograph and write to us before it is sent back.',
    left,
    h - 24,
    { size: 9, colour: '#525b66', width: right - left },
  );
  return page.bytes();
}

export type GiftSlipFacts = {
  studio: string;
  address: readonly string[];
  orderNumber: number;
  buyer: string;
  note: string;
  lines: readonly { title: string; about: string }[];
  at: string;
};

/** What lies in a parcel that is a gift: what it is, the note, and no price. A5. */
export async function giftSlipPdf(f: GiftSlipFacts): Promise<Buffer> {
  const [w, h] = [148, 210];
  const page = new Page(w, h, {
    title: `Gift slip, order ${f.orderNumber}`,
    author: f.studio,
    at: f.at,
  });
  const width = w - 32;
  let y = page.text(f.studio, 16, 18, { face: 'title', size: 16, width }) + 4;
  y = page.text('A present for', 16, y, { size: 9, colour: '#525b66', width });
  y = page.text(f.buyer, 16, y, { size: 13, face: 'bold', width }) + 6;
  if (f.note) y = page.text(f.note, 16, y, { face: 'title', size: 13, width, leading: 1.5 }) + 8;
  page.line(16, y, w - 16, y, 0.3);
  y += 4;
  for (const { title, about } of f.lines) {
    y = page.text(title, 16, y, { face: 'title', size: 12, width });
    y = page.text(about, 16, y, { size: 9, colour: '#525b66', width }) + 2.5;
  }
  page.text(`${sender(f.studio, f.address).join(', ')} · order ${f.orderNumber}`, 16, h - 18, {
    size: 9,
    colour: '#525b66',
    width,
  });
  return page.bytes();
}

/** How to handle and hang a print, with the card's own words by name. A5. */
export async function carePdf(f: {
  studio: string;
  buyer: string;
  words: readonly string[];
  orderNumber: number;
  at: string;
}): Promise<Buffer> {
  const [w, h] = [148, 210];
  const page = new Page(w, h, {
    title: `Care sheet, order ${f.orderNumber}`,
    author: f.studio,
    at: f.at,
  });
  let y = page.text('Looking after it', 16, 20, { face: 'title', size: 20, width: w - 32 }) + 4;
  for (const words of f.words) y = page.text(words, 16, y, { size: 10, width: w - 32, leading: 1.5 }) + 3;
  page.text(`For ${f.buyer}, from ${f.studio}`, 16, h - 18, {
    size: 9,
    colour: '#525b66',
    width: w - 32,
  });
  return page.bytes();
}

export type CustomsFacts = {
  studio: string;
  from: readonly string[];
  buyer: string;
  to: readonly string[];
  country: string;
  orderNumber: number;
  isGift: boolean;
  lines: readonly { what: string; quantity: number; weight: string; value: string; heading: string }[];
  weight: string;
  total: string;
  origin: string;
  at: string;
};

/** What customs ask of a parcel abroad. The tariff heading is a start, to be checked for the country. */
export async function customsPdf(f: CustomsFacts): Promise<Buffer> {
  const [w, h] = [210, 148];
  const page = new Page(w, h, { title: `Customs, order ${f.orderNumber}`, author: f.studio, at: f.at });
  page.text('Customs statement', 14, 12, { face: 'title', size: 16 });
  page.text(`Order ${f.orderNumber}`, 14, 13, { face: 'bold', size: 11, width: w - 28, align: 'right' });
  page.line(14, 22, w - 14, 22, 0.3);
  page.text('From', 14, 26, { size: 9, colour: '#525b66' });
  page.text(sender(f.studio, f.from).join('\n'), 14, 31, { size: 9, width: 80 });
  page.text('To', 110, 26, { size: 9, colour: '#525b66' });
  page.text([f.buyer, ...f.to, f.country].join('\n'), 110, 31, { size: 9, width: 86 });
  let y = 66;
  const cols = { what: 14, heading: 104, quantity: 130, weight: 150, value: 172 };
  const cells = (l: CustomsFacts['lines'][number] | null) => {
    const size = 9;
    const right = { size, align: 'right' as const };
    page.text(l?.what ?? 'contents', cols.what, y, { size, width: 86 });
    page.text(l?.heading ?? 'heading', cols.heading, y, { size, width: 24 });
    page.text(l ? String(l.quantity) : 'pieces', cols.quantity, y, { ...right, width: 14 });
    page.text(l?.weight ?? 'weight', cols.weight, y, { ...right, width: 18 });
    page.text(l?.value ?? 'value', cols.value, y, { ...right, width: 24 });
    y += 5.6;
  };
  cells(null);
  page.line(14, y, w - 14, y, 0.3);
  y += 2;
  f.lines.forEach(cells);
  page.line(14, y, w - 14, y, 0.3);
  page.text(`together ${f.weight}, ${f.total}`, 14, y + 2, {
    size: 10,
    face: 'bold',
    width: w - 28,
    align: 'right',
  });
  page.text(
    `${f.isGift ? 'Gift' : 'Sale of goods'} · made in ${f.origin} · headings to be checked for ${f.country}: customs decide, not this sheet.`,
    14,
    h - 30,
    { size: 9, width: w - 28 },
  );
  page.text('Day and signature', 14, h - 16, { size: 9, colour: '#525b66' });
  page.line(50, h - 12, 120, h - 12, 0.25);
  return page.bytes();
}

export type ManifestFacts = {
  studio: string;
  address: readonly string[];
  day: string;
  carriers: readonly {
    carrier: string;
    where: string;
    parcels: readonly {
      number: number;
      buyer: string;
      service: string;
      tracking: string;
      weight: string;
    }[];
  }[];
  letter: boolean;
  at: string;
};

/** What is handed over today, a part for each carrier, to be signed at the counter. */
export async function manifestPdf(f: ManifestFacts): Promise<Buffer> {
  const [w, h] = f.letter ? [215.9, 279.4] : [210, 297];
  const page = new Page(w, h, { title: `Handed over ${f.day}`, author: f.studio, at: f.at });
  const width = w - 40;
  let y =
    page.text(sender(f.studio, f.address).join(', '), 20, 16, { size: 9, colour: '#525b66', width }) + 4;
  y = page.text(`Handed over, ${f.day}`, 20, y, { face: 'title', size: 18, width }) + 4;
  for (const { carrier, where, parcels } of f.carriers) {
    if (y > h - 60) {
      page.next();
      y = 20;
    }
    const count = `${parcels.length} ${parcels.length === 1 ? 'parcel' : 'parcels'}`;
    y = page.text(`${carrier}: ${count}${where ? `, ${where}` : ''}`, 20, y, {
      face: 'bold',
      size: 11,
      width,
    });
    page.line(20, y + 1, 20 + width, y + 1, 0.3);
    y += 3;
    for (const p of parcels) {
      if (y > h - 30) {
        page.next();
        y = 20;
      }
      page.box(20, y + 0.3, 3.6, 3.6, 0.25);
      page.text(`${p.number}  ${p.buyer}`, 28, y, { size: 9.5, width: 62 });
      page.text(p.service, 92, y, { size: 9.5, width: 40 });
      page.text(p.tracking, 134, y, { size: 9.5, width: 34 });
      page.text(p.weight, w - 44, y, { size: 9.5, width: 24, align: 'right' });
      y += 6;
    }
    page.text('Taken over by', 20, y + 6, { size: 9, colour: '#525b66' });
    page.line(46, y + 10, 120, y + 10, 0.25);
    y += 18;
  }
  return page.bytes();
}

export type HandoverFacts = {
  studio: string;
  address: readonly string[];
  orderNumber: number;
  what: readonly string[];
  outer: string;
  weight: string;
  /** One or two people. */
  people: string;
  past: readonly {
    when: string;
    from: string;
    to: string;
    condition: string;
    bears: string;
    /** Photographs taken then, as files. */
    pictures: readonly string[];
  }[];
  letter: boolean;
  at: string;
};

/** So many photographs stand side by side; the others are on the order's page. */
const MOST_PICTURES = 7;

/** Rows to be filled in by hand at the door, beside what was noted already. */
const EMPTY_ROWS = 4;

/** The sheet that goes with a large piece: each change of hands with its look, and who bears damage from there, to be signed. */
export async function handoverPdf(f: HandoverFacts): Promise<Buffer> {
  const [w, h] = f.letter ? [215.9, 279.4] : [210, 297];
  const page = new Page(w, h, {
    title: `Changes of hands, order ${f.orderNumber}`,
    author: f.studio,
    at: f.at,
  });
  const width = w - 40;
  let y =
    page.text(sender(f.studio, f.address).join(', '), 20, 16, { size: 9, colour: '#525b66', width }) + 4;
  y =
    page.text(`From hand to hand, order ${f.orderNumber}`, 20, y, { face: 'title', size: 18, width }) + 2;
  y = page.text(f.what.join('\n'), 20, y, { size: 11, width }) + 1;
  y =
    page.text(
      `${f.outer}, ${f.weight}. ${f.people} Upright, dry, tied with straps rated for it.`,
      20,
      y,
      {
        size: 9.5,
        width,
      },
    ) + 5;
  for (const row of [...f.past, ...Array.from({ length: EMPTY_ROWS }, () => null)]) {
    if (y > h - 48) {
      page.next();
      y = 20;
    }
    page.line(20, y, 20 + width, y, 0.25);
    page.text(
      row ? `${row.when}, from ${row.from} to ${row.to}` : 'When, from whom, to whom',
      20,
      y + 2,
      {
        size: 9.5,
        face: row ? 'bold' : 'sans',
        colour: row ? '#17202b' : '#525b66',
        width,
      },
    );
    page.text(
      row ? row.condition : 'How it looks: front, back, corners, glazing; pictures taken',
      20,
      y + 8,
      {
        size: 9,
        colour: row ? '#17202b' : '#525b66',
        width: width * 0.62,
      },
    );
    page.text(
      row ? `${row.bears} bears damage from here` : 'Who bears damage from here, and signs',
      20 + width * 0.66,
      y + 8,
      {
        size: 9,
        colour: row ? '#17202b' : '#525b66',
        width: width * 0.34,
      },
    );
    row?.pictures
      .slice(0, MOST_PICTURES)
      .forEach((file, i) => page.image(file, 20 + i * 24, y + 14, 22, 14.5));
    y += 30;
  }
  page.text(
    'Look at it together, with pictures, each time it changes hands. What is not written down was not seen.',
    20,
    h - 20,
    { size: 9, colour: '#525b66', width },
  );
  return page.bytes();
}
