import sharp from 'sharp';
import { PT_PER_MM, Sheet, type Run } from './sheet';
import { fontOf } from './typeface';

/** Dots to the inch of the label printers that are usual. */
export const LABEL_DPI = 203;
const MM_PER_INCH = 25.4;

/** Whole dots of a length. @example dotsOf(100) // 800 */
export const dotsOf = (mm: number): number => Math.ceil(((mm / MM_PER_INCH) * LABEL_DPI) / 8) * 8;

/** A sheet of black and white dots, as a label printer burns them: letters as their outlines, so that no font has to be there. */
export class DotSheet extends Sheet {
  private readonly marks: string[] = [];

  protected measure(run: Run, size: number): number {
    const font = fontOf(run.font);
    return (font.layout(run.text).advanceWidth / font.unitsPerEm) * size;
  }

  protected drawRun(run: Run, xMm: number, yMm: number, size: number): void {
    const font = fontOf(run.font);
    const scale = size / PT_PER_MM / font.unitsPerEm;
    const { glyphs, positions } = font.layout(run.text);
    // The line's top lies at y, as in the PDF: the baseline is an ascent below it.
    const baseline = yMm + font.ascent * scale;
    let at = xMm;
    glyphs.forEach((glyph, i) => {
      const { xAdvance, xOffset, yOffset } = positions[i]!;
      const path = glyph.path.toSVG();
      if (path)
        this.marks.push(
          `<path d="${path}" transform="translate(${fixed(at + xOffset * scale)} ${fixed(baseline - yOffset * scale)}) scale(${scale} ${-scale})"/>`,
        );
      at += xAdvance * scale;
    });
  }

  line(x1: number, y1: number, x2: number, y2: number, weight = 0.25): void {
    this.marks.push(
      `<path d="M${fixed(x1)} ${fixed(y1)}L${fixed(x2)} ${fixed(y2)}" stroke="#000" stroke-width="${weight}"/>`,
    );
  }

  box(x: number, y: number, w: number, h: number, weight = 0.25): void {
    this.marks.push(
      `<rect x="${fixed(x)}" y="${fixed(y)}" width="${fixed(w)}" height="${fixed(h)}" fill="none" stroke="#000" stroke-width="${weight}"/>`,
    );
  }

  fill(x: number, y: number, w: number, h: number): void {
    this.marks.push(
      `<rect x="${fixed(x)}" y="${fixed(y)}" width="${fixed(w)}" height="${fixed(h)}" shape-rendering="crispEdges"/>`,
    );
  }

  /** The dots as a PNG, 203 to the inch; black or white, nothing between. */
  async png(): Promise<Buffer> {
    const [width, height] = [dotsOf(this.widthMm), dotsOf(this.heightMm)];
    // One dot is one dot: the sheet is drawn in millimetres of exactly 203 dots to the inch, its last half dot is white.
    const [seenW, seenH] = [width, height].map((dots) => (dots * MM_PER_INCH) / LABEL_DPI);
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${seenW} ${seenH}"><rect width="100%" height="100%" fill="#fff"/>${this.marks.join('')}</svg>`;
    return sharp(Buffer.from(svg))
      .flatten({ background: '#fff' })
      .greyscale()
      .threshold(140)
      .withMetadata({ density: LABEL_DPI })
      .png({ palette: true, colours: 2 })
      .toBuffer();
  }
}

const fixed = (v: number): string => v.toFixed(4);
