import bwipjs from 'bwip-js/node';
import type { Sheet } from './sheet';

/** One dot of a label printer of 203 to the inch. */
const DOT_MM = 25.4 / 203;

type RawSymbol = { pixs: number[]; pixx: number; pixy: number } | { sbs: number[] };

/** Draws a QR code as squares, so that it is sharp at any size. The quiet margin is the caller's to leave. */
export function drawQr(
  page: Pick<Sheet, 'fill'>,
  text: string,
  x: number,
  y: number,
  side: number,
): void {
  const symbol = bwipjs.raw({ bcid: 'qrcode', text, eclevel: 'M' } as never)[0] as unknown as RawSymbol;
  if (!('pixs' in symbol)) throw new Error('not a matrix code');
  const cell = side / symbol.pixx;
  for (let row = 0; row < symbol.pixy; row++) {
    for (let col = 0; col < symbol.pixx; col++) {
      let run = 0;
      while (col + run < symbol.pixx && symbol.pixs[row * symbol.pixx + col + run]) run++;
      // A hair of overlap: separate squares show seams on some screens.
      if (run) page.fill(x + col * cell, y + row * cell, run * cell, cell * 1.02);
      col += run;
    }
  }
}

/** Draws a Code 128 barcode, for scanners that read only lines. */
export function drawCode128(
  page: Pick<Sheet, 'fill'>,
  text: string,
  x: number,
  y: number,
  width: number,
  height: number,
): void {
  const symbol = bwipjs.raw({ bcid: 'code128', text } as never)[0] as unknown as RawSymbol;
  if (!('sbs' in symbol)) throw new Error('not a line code');
  const modules = symbol.sbs.reduce((a, b) => a + b, 0);
  // Bars of whole dots of a label printer: a bar of two and a half would be two here and three there.
  const dots = Math.floor(width / modules / DOT_MM);
  const unit = dots >= 1 ? dots * DOT_MM : width / modules;
  let at = Math.round((x + (width - unit * modules) / 2) / DOT_MM) * DOT_MM;
  symbol.sbs.forEach((w, i) => {
    if (i % 2 === 0) page.fill(at, y, w * unit, height);
    at += w * unit;
  });
}
