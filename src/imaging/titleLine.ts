import { join } from 'node:path';
import sharp from 'sharp';

/** Titles of works are set in the house's italic. */
const FACE = join('node_modules', '@fontsource', 'newsreader', 'files');
const files = ['newsreader-latin-400-italic.woff', 'newsreader-latin-ext-400-italic.woff'];

export type TitleMask = {
  top: number;
  width: number;
  height: number;
  /** 0 bare paper, 255 ink. */ ink: Uint8Array;
};

/**
 * A title as ink on paper, from the outlines of its letters: no font need be installed where it is made.
 *
 * @param capital height of the capitals, px
 * @param baseline row its letters stand on, px from the top of the sheet
 * @param centre column of its middle, px
 */
export async function titleMask(q: {
  text: string;
  capital: number;
  baseline: number;
  centre: number;
  /** Where it begins, px; in place of its middle. */ left?: number;
  width: number;
}): Promise<TitleMask> {
  // Read where the first title is set: it takes a third of what a worker needs to start.
  const fontkit = await import('fontkit');
  const fonts = files.map((f) => fontkit.openSync(join(process.cwd(), FACE, f)));
  const main = fonts[0]!,
    scale = q.capital / main.capHeight;
  let x = 0;
  const outlines: string[] = [];
  for (const letter of q.text.normalize('NFC')) {
    const point = letter.codePointAt(0)!;
    const font = fonts.find((f) => f.hasGlyphForCodePoint(point)) ?? main;
    for (const glyph of font.layout(letter).glyphs) {
      outlines.push(
        `<path transform="translate(${x * scale} 0) scale(${scale} ${-scale})" d="${glyph.path.toSVG()}"/>`,
      );
      x += glyph.advanceWidth;
    }
  }
  const rise = Math.ceil(q.capital * 1.5),
    drop = Math.ceil(q.capital * 0.6),
    height = rise + drop;
  const left = q.left ?? q.centre - (x * scale) / 2;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${q.width}" height="${height}"><rect width="100%" height="100%" fill="#fff"/><g transform="translate(${left} ${rise})" fill="#000">${outlines.join('')}</g></svg>`;
  const grey = await sharp(Buffer.from(svg), { limitInputPixels: false })
    .removeAlpha()
    .toColourspace('b-w')
    .raw()
    .toBuffer();
  return { top: Math.round(q.baseline) - rise, width: q.width, height, ink: grey.map((v) => 255 - v) };
}

/** Lays the ink of a title on rows of a sheet: darkens what is printed in light, fills the black where it is printed in inks. */
export function inkTitle(
  band: Uint16Array,
  fromRow: number,
  rows: number,
  width: number,
  channels: number,
  mask: TitleMask,
): void {
  for (let y = Math.max(fromRow, mask.top); y < Math.min(fromRow + rows, mask.top + mask.height); y++) {
    for (let x = 0; x < width; x++) {
      const ink = mask.ink[(y - mask.top) * mask.width + x]!;
      if (!ink) continue;
      const at = ((y - fromRow) * width + x) * channels;
      if (channels === 4) band[at + 3] = Math.max(band[at + 3]!, ink * 257);
      else
        for (let c = 0; c < channels; c++) band[at + c] = Math.round((band[at + c]! * (255 - ink)) / 255);
    }
  }
}
