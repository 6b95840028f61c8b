import { shortCode } from '@/core/edition/code';
import { drawQr } from './codes';
import { Page } from './pdf';

/** One certificate as it is set: everything in words, sizes in the studio's unit with the other beside it. */
export type CertificateSheet = {
  studio: string;
  title: string;
  artist: string;
  number: string;
  /** "A print after the original, gouache on board, 2025. Made as a pigment inkjet print." */
  whatItIs: string;
  /** Name and value of each fact, in the order they are read. */
  rows: [string, string][];
  words: string;
  care: string;
  issuedOn: string;
  /** 1, or which replacement it is. */
  issue: number;
  code: string;
  picture: string | null;
  /** What stands across it when it no longer speaks for the print. */
  isVoid: string | null;
};

const GREY = '#525b66';
/** Nothing on a certificate is smaller. */
const SMALL = 8;
const MARGIN = 15;
const TEXT_LEFT = 80;
const QR = 29;
const PAGES = { a5: [210, 148], halfLetter: [215.9, 139.7] } as const;

const LAW =
  'The law of some places says what a certificate must state and how long the seller answers for it; this sheet does not claim to satisfy it: ask someone licensed there.';

/** Certificates that travel with their impressions, one after another: A5 lying, or half a letter sheet. */
export async function certificatesPdf(
  sheets: readonly CertificateSheet[],
  { letter, at }: { letter: boolean; at: string },
): Promise<Buffer> {
  const [width, height] = PAGES[letter ? 'halfLetter' : 'a5'];
  const first = sheets[0]!;
  const title =
    sheets.length === 1
      ? `Certificate, ${first.title} ${first.number}`
      : `${sheets.length} certificates, ${first.title}`;
  const page = new Page(width, height, { title, author: first.studio, at });
  sheets.forEach((sheet, i) => {
    if (i > 0) page.next();
    drawCertificate(page, sheet);
  });
  return page.bytes();
}

function drawCertificate(page: Page, f: CertificateSheet): void {
  const right = page.widthMm - MARGIN;
  const foot = page.heightMm - 43;
  drawHead(page, f, right);
  if (f.picture) page.image(f.picture, MARGIN, 25, 57, 52);
  const titleWidth = right - TEXT_LEFT - 30;
  const size = page.fitting(f.title, titleWidth, 'title', 22, 13);
  let y = page.text(f.title, TEXT_LEFT, 23.5, {
    face: 'title',
    size,
    width: titleWidth,
    leading: 1.1,
  });
  page.text(f.number, right - 28, 24.5, {
    face: 'bold',
    size: page.fitting(f.number, 28, 'bold', 16, 9),
    width: 28,
    align: 'right',
  });
  y = page.text(`by ${f.artist}`, TEXT_LEFT, y + 0.5, { size: 10 });
  y = page.text(f.whatItIs, TEXT_LEFT, y + 1.2, { size: 9, width: right - TEXT_LEFT });
  const left = drawRows(page, f.rows, y + 2, right, foot);
  drawFoot(page, f, right, foot);
  if (f.isVoid) drawVoid(page, f.isVoid);
  if (left.length) drawRest(page, f, left, right);
}

function drawHead(page: Page, f: CertificateSheet, right: number): void {
  const kind = f.issue > 1 ? `Certificate, reissued (${f.issue})` : 'Certificate';
  page.text(kind, MARGIN, 11.5, { size: 9, colour: GREY });
  page.text(f.studio, MARGIN, 11.5, { size: 9, colour: GREY, width: right - MARGIN, align: 'right' });
  page.line(MARGIN, 18, right, 18, 0.35);
}

/** Sets facts as long as there is room above the foot; gives back those that there was none for. */
function drawRows(
  page: Page,
  rows: readonly [string, string][],
  from: number,
  right: number,
  until: number,
): [string, string][] {
  let y = from;
  const width = right - TEXT_LEFT - 18;
  for (const [i, [name, value]] of rows.entries()) {
    const lines = page.linesOf(value, width, 'sans', 8.5).length;
    if (y + lines * 4.1 > until) return rows.slice(i);
    page.text(name, TEXT_LEFT, y, { size: 8.5, colour: GREY, width: 17 });
    y = page.text(value, TEXT_LEFT + 18, y, { size: 8.5, width }) + 0.7;
  }
  return [];
}

function drawFoot(page: Page, f: CertificateSheet, right: number, foot: number): void {
  const wide = right - MARGIN - QR - 6;
  page.line(MARGIN, foot + 12, MARGIN + 70, foot + 12, 0.25);
  page.text('Signature', MARGIN, foot + 13.2, { size: SMALL, colour: GREY });
  page.text(f.number, MARGIN + 76, foot + 6.6, { size: 10, width: 26 });
  page.line(MARGIN + 76, foot + 12, MARGIN + 102, foot + 12, 0.25);
  page.text('Number', MARGIN + 76, foot + 13.2, { size: SMALL, colour: GREY });
  page.text(f.issuedOn, MARGIN + 108, foot + 6.6, { size: 10, width: 30 });
  page.line(MARGIN + 108, foot + 12, MARGIN + 136, foot + 12, 0.25);
  page.text('Date', MARGIN + 108, foot + 13.2, { size: SMALL, colour: GREY });
  drawQr(page, f.code, right - QR, foot - 1, QR);
  page.text(shortCode(f.code), right - QR - 12, foot + QR + 0.4, {
    size: SMALL,
    width: QR + 12,
    align: 'right',
    colour: GREY,
  });
  page.text([f.words, f.care, LAW].filter(Boolean).join(' '), MARGIN, foot + 18.6, {
    size: SMALL,
    colour: GREY,
    width: wide,
    leading: 1.22,
  });
}

/** What there was no room for goes overleaf rather than being left out. */
function drawRest(
  page: Page,
  f: CertificateSheet,
  rows: readonly [string, string][],
  right: number,
): void {
  page.next();
  page.text(`Certificate of ${f.title}, ${f.number}, overleaf`, MARGIN, 11.5, { size: 9, colour: GREY });
  page.line(MARGIN, 18, right, 18, 0.35);
  let y = 23;
  for (const [name, value] of rows) {
    page.text(name, MARGIN, y, { size: 9, colour: GREY, width: 24 });
    y = page.text(value, MARGIN + 26, y, { size: 9, width: right - MARGIN - 26 }) + 1.5;
  }
}

function drawVoid(page: Page, why: string): void {
  page.fill(MARGIN, page.heightMm / 2 - 9, page.widthMm - 2 * MARGIN, 18, '#ffffff');
  page.box(MARGIN, page.heightMm / 2 - 9, page.widthMm - 2 * MARGIN, 18, 0.6);
  page.text('Void', MARGIN + 5, page.heightMm / 2 - 7, { face: 'bold', size: 18 });
  page.text(why, MARGIN + 30, page.heightMm / 2 - 4.5, {
    size: 10,
    width: page.widthMm - 2 * MARGIN - 35,
  });
}

/** What stands on the back of a piece that there is nowhere to sign: 90 × 50 mm, to be stuck on its board, not on the print. */
export async function backLabelPdf(f: CertificateSheet, { at }: { at: string }): Promise<Buffer> {
  const page = new Page(90, 50, { title: `Label, ${f.title} ${f.number}`, author: f.studio, at });
  const width = 90 - 8 - 26;
  page.box(1, 1, 88, 48, 0.2);
  let y = page.text(f.title, 4, 4, {
    face: 'title',
    size: page.fitting(f.title, width, 'title', 13, 9),
    width,
    leading: 1.1,
  });
  y = page.text(`by ${f.artist}`, 4, y + 0.4, { size: SMALL, width });
  y = page.text(f.number, 4, y + 1, { face: 'bold', size: 11, width });
  for (const [name, value] of f.rows.slice(0, 4)) {
    if (y > 38) break;
    y = page.text(`${name}: ${value}`, 4, y + 0.3, { size: SMALL, width, leading: 1.15 });
  }
  page.text(f.studio, 4, 43.2, { size: SMALL, colour: GREY, width });
  drawQr(page, f.code, 63, 4, 23);
  page.text(shortCode(f.code), 55, 28.4, { size: SMALL, width: 31, align: 'right', colour: GREY });
  page.line(60, 42, 86, 42, 0.2);
  page.text('Signature', 60, 43.2, { size: SMALL, colour: GREY });
  return page.bytes();
}
