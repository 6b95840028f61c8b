import PDFDocument from 'pdfkit';
import { PT_PER_MM, Sheet, type Run } from './sheet';
import { fontBytes, type FontName } from './typeface';

export const mm = (v: number): number => v * PT_PER_MM;
const INK = '#17202b';

/** A page in millimetres, with the house's type. */
export class Page extends Sheet {
  readonly doc: PDFKit.PDFDocument;
  private readonly chunks: Buffer[] = [];
  private readonly ended: Promise<Buffer>;
  private readonly registered = new Set<FontName>();

  constructor(widthMm: number, heightMm: number, info: { title: string; author: string; at: string }) {
    super(widthMm, heightMm);
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
      // None at first: every text names its own.
      font: '',
    });
    this.doc.on('data', (c: Buffer) => this.chunks.push(c));
    this.ended = new Promise((resolve) => this.doc.on('end', () => resolve(Buffer.concat(this.chunks))));
  }

  next(): this {
    this.doc.addPage({ size: [mm(this.widthMm), mm(this.heightMm)], margin: 0 });
    return this;
  }

  /** Fonts are read when a letter asks for them: most papers need one script. */
  private font(name: FontName): PDFKit.PDFDocument {
    if (!this.registered.has(name)) {
      this.doc.registerFont(name, fontBytes(name));
      this.registered.add(name);
    }
    return this.doc.font(name);
  }

  protected measure(run: Run, size: number): number {
    return this.font(run.font).fontSize(size).widthOfString(run.text, shaping(run));
  }

  protected drawRun(run: Run, xMm: number, yMm: number, size: number, colour: string): void {
    this.font(run.font)
      .fontSize(size)
      .fillColor(colour)
      .text(run.text, mm(xMm), mm(yMm), { lineBreak: false, ...shaping(run) });
  }

  line(x1: number, y1: number, x2: number, y2: number, weight = 0.25, colour = INK): void {
    this.doc
      .moveTo(mm(x1), mm(y1))
      .lineTo(mm(x2), mm(y2))
      .lineWidth(mm(weight))
      .strokeColor(colour)
      .stroke();
  }

  box(x: number, y: number, w: number, h: number, weight = 0.25, colour = INK): void {
    this.doc.rect(mm(x), mm(y), mm(w), mm(h)).lineWidth(mm(weight)).strokeColor(colour).stroke();
  }

  fill(x: number, y: number, w: number, h: number, colour = INK): void {
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

/** With a list of features, be it empty, a run is shaped as a whole; without, word by word, which turns words of right-to-left round. */
const shaping = (run: Run): { features?: PDFKit.Mixins.OpenTypeFeatures[] } =>
  run.rightToLeft ? { features: [] } : {};

/** Who sends it, a line each; an address that begins with the studio's own name does not say it twice. */
export const sender = (studio: string, address: readonly string[]): string[] => [
  studio,
  ...address.filter((line, i) => i > 0 || line !== studio),
];
