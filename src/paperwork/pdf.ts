import { join } from 'node:path';
import PDFDocument from 'pdfkit';

/** PDF points to the millimetre. */
export const PT_PER_MM = 72 / 25.4;
export const mm = (v: number): number => v * PT_PER_MM;
type Face = 'sans' | 'bold' | 'title' | 'serif';
const FILES: Record<Face, string> = {
  sans: 'archivo/files/archivo-{}-400-normal.woff',
  bold: 'archivo/files/archivo-{}-600-normal.woff',
  title: 'newsreader/files/newsreader-{}-400-italic.woff',
  serif: 'newsreader/files/newsreader-{}-400-normal.woff',
};
const fontFile = (face: Face, subset: 'latin' | 'latin-ext') =>
  join(process.cwd(), 'node_modules/@fontsource', FILES[face].replace('{}', subset));

/** Beyond Latin-1 the other half of the typeface takes over, letter by letter. */
const NEEDS_EXT = /[\u0100-\u02ba\u02bd-\u02c5\u02c7-\u02cc\u02ce-\u02d7\u1d00-\u1dbf\u1e00-\u1eff]/u;

export type TextStyle = {
  face?: Face;
  size?: number;
  colour?: string;
  width?: number;
  align?: 'left' | 'right' | 'center';
  leading?: number;
};

/** A page in millimetres, with the house's type. */
export class Page {
  readonly doc: PDFKit.PDFDocument;
  private readonly chunks: Buffer[] = [];
  private readonly ended: Promise<Buffer>;

  constructor(
    readonly widthMm: number,
    readonly heightMm: number,
    info: { title: string; author: string; at: string },
  ) {
    this.doc = new PDFDocument({
      size: [mm(widthMm), mm(heightMm)],
      margin: 0,
      info: {
        Title: info.title,
        Author: info.author,
        CreationDate: new Date(info.at),
        Creator: 'Glassine',
        Producer: 'Glassine',
      },
      lang: 'en',
      displayTitle: true,
      font: fontFile('sans', 'latin'),
    });
    for (const face of Object.keys(FILES) as Face[]) {
      this.doc.registerFont(face, fontFile(face, 'latin'));
      this.doc.registerFont(`${face}-ext`, fontFile(face, 'latin-ext'));
    }
    this.doc.on('data', (c: Buffer) => this.chunks.push(c));
    this.ended = new Promise((resolve) => this.doc.on('end', () => resolve(Buffer.concat(this.chunks))));
  }

  next(): this {
    this.doc.addPage({ size: [mm(this.widthMm), mm(this.heightMm)], margin: 0 });
    return this;
  }

  /**
   * Sets text in a column, breaking lines where it must.
   *
   * @param x left edge, mm
   * @param y top of the first line, mm
   * @returns the y below the last line, mm
   */
  text(text: string, x: number, y: number, style: TextStyle = {}): number {
    const {
      face = 'sans',
      size = 9,
      colour = '#17202b',
      width = this.widthMm - x - 12,
      align = 'left',
      leading = 1.35,
    } = style;
    const step = (size * leading) / PT_PER_MM;
    for (const line of this.linesOf(text, width, face, size)) {
      const w = this.widthOf(line, face, size);
      let at = align === 'right' ? x + width - w : align === 'center' ? x + (width - w) / 2 : x;
      for (const run of runsOf(line)) {
        this.doc
          .font(run.ext ? `${face}-ext` : face)
          .fontSize(size)
          .fillColor(colour)
          .text(run.text, mm(at), mm(y), { lineBreak: false });
        at += this.widthOf(run.text, face, size);
      }
      y += step;
    }
    return y;
  }

  /** How many millimetres a line takes. */
  widthOf(text: string, face: Face, size: number): number {
    return (
      runsOf(text).reduce(
        (w, r) =>
          w +
          this.doc
            .font(r.ext ? `${face}-ext` : face)
            .fontSize(size)
            .widthOfString(r.text),
        0,
      ) / PT_PER_MM
    );
  }

  /** The lines a text breaks into; a word longer than the column is cut rather than run off the paper. */
  linesOf(text: string, width: number, face: Face, size: number): string[] {
    return text.split('\n').flatMap((paragraph) => {
      const lines: string[] = [];
      let line = '';
      const add = (word: string) => {
        const longer = line ? `${line} ${word}` : word;
        if (this.widthOf(longer, face, size) <= width) {
          line = longer;
          return;
        }
        if (line) lines.push(line);
        line = word;
        while (this.widthOf(line, face, size) > width && line.length > 1) {
          let n = line.length - 1;
          while (n > 1 && this.widthOf(line.slice(0, n), face, size) > width) n--;
          lines.push(line.slice(0, n));
          line = line.slice(n);
        }
      };
      paragraph.split(/[ \t]+/).forEach(add);
      return [...lines, line];
    });
  }

  /** The largest size not above `most` at which a line fits a width. */
  fitting(text: string, width: number, face: Face, most: number, least: number): number {
    for (let size = most; size > least; size -= 0.5)
      if (this.widthOf(text, face, size) <= width) return size;
    return least;
  }

  line(x1: number, y1: number, x2: number, y2: number, weight = 0.25, colour = '#17202b'): void {
    this.doc
      .moveTo(mm(x1), mm(y1))
      .lineTo(mm(x2), mm(y2))
      .lineWidth(mm(weight))
      .strokeColor(colour)
      .stroke();
  }

  box(x: number, y: number, w: number, h: number, weight = 0.25, colour = '#17202b'): void {
    this.doc.rect(mm(x), mm(y), mm(w), mm(h)).lineWidth(mm(weight)).strokeColor(colour).stroke();
  }

  fill(x: number, y: number, w: number, h: number, colour = '#17202b'): void {
    this.doc.rect(mm(x), mm(y), mm(w), mm(h)).fillColor(colour).fill();
  }

  image(file: string, x: number, y: number, w: number, h: number): void {
    this.doc.image(file, mm(x), mm(y), { fit: [mm(w), mm(h)], align: 'center', valign: 'center' });
  }

  async bytes(): Promise<Buffer> {
    this.doc.end();
    return this.ended;
  }
}

function runsOf(text: string): { text: string; ext: boolean }[] {
  const runs: { text: string; ext: boolean }[] = [];
  for (const letter of text) {
    const ext = NEEDS_EXT.test(letter);
    const last = runs.at(-1);
    if (last && last.ext === ext) last.text += letter;
    else runs.push({ text: letter, ext });
  }
  return runs;
}

/** Who sends it, a line each; an address that begins with the studio's own name does not say it twice. */
export const sender = (studio: string, address: readonly string[]): string[] => [
  studio,
  ...address.filter((line, i) => i > 0 || line !== studio),
];
