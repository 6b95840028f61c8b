import { drawQr } from './codes';
import { Page } from './pdf';
import { shortCode } from './seal';

export type CertificateFacts = {
  studio: string;
  artist: string;
  address: string[];
  title: string;
  yearOfWork: number | null;
  medium: string;
  number: string;
  editionSentence: string;
  yearOfPrint: number;
  process: string;
  paper: string;
  image: string;
  sheet: string;
  date: string;
  code: string;
  picture: string | null;
  at: string;
};

/** The certificate that travels with an impression: A5, lying. */
export async function certificatePdf(f: CertificateFacts): Promise<Buffer> {
  const page = new Page(210, 148, {
    title: `Certificate, ${f.title} ${f.number}`,
    author: f.studio,
    at: f.at,
  });
  const left = 16,
    right = 194,
    textLeft = 84;
  page.text('Certificate of an original print', left, 13, { face: 'sans', size: 8.5, colour: '#525b66' });
  page.text(f.studio, left, 13, {
    face: 'sans',
    size: 8.5,
    colour: '#525b66',
    width: right - left,
    align: 'right',
  });
  page.line(left, 19.5, right, 19.5, 0.35);
  if (f.picture) page.image(f.picture, left, 27, 58, 62);
  const titleSize = page.fitting(f.title, right - textLeft - 26, 'title', 23, 13);
  let y = page.text(f.title, textLeft, 25.5, {
    face: 'title',
    size: titleSize,
    width: right - textLeft - 26,
    leading: 1.12,
  });
  y = page.text(`by ${f.artist}`, textLeft, y + 1, { size: 10 });
  page.text(f.number, right - 40, 25.5, { face: 'bold', size: 15, width: 40, align: 'right' });
  y = Math.max(y + 4, 43);
  const rows: [string, string][] = [
    ['Work', [f.medium, f.yearOfWork].filter(Boolean).join(', ') || 'not stated'],
    ['Printed', `${f.yearOfPrint}, ${f.process}`],
    ['Paper', f.paper],
    ['Picture', f.image],
    ['Sheet', f.sheet],
    ['Edition', f.editionSentence],
  ];
  for (const [name, value] of rows) {
    page.text(name, textLeft, y, { size: 8.5, colour: '#525b66', width: 20 });
    y = page.text(value, textLeft + 20, y, { size: 8.5, width: right - textLeft - 20 }) + 0.9;
  }
  const foot = 112;
  page.line(left, foot + 11, left + 74, foot + 11, 0.25);
  page.text('Signature', left, foot + 12.5, { size: 7, colour: '#525b66' });
  page.line(left + 82, foot + 11, left + 112, foot + 11, 0.25);
  page.text(f.date, left + 82, foot + 5.6, { size: 9, width: 30 });
  page.text('Date', left + 82, foot + 12.5, { size: 7, colour: '#525b66' });
  drawQr(page, f.code, right - 27, foot - 4, 27);
  page.text(shortCode(f.code), right - 68, foot + 12.5, {
    size: 7,
    width: 38,
    align: 'right',
    colour: '#525b66',
  });
  page.text(
    'Keep this sheet with the print. Handle it by its edges with clean hands, frame it behind glazing with acid-free board, out of direct sun and damp. The law of some places says what a certificate must state and how long the seller answers for it; ask someone licensed there.',
    left,
    130,
    { size: 6.6, colour: '#525b66', width: right - left - 34, leading: 1.3 },
  );
  return page.bytes();
}
