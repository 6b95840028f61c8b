import type { Drawing, Stroke } from '@/core/drawing/strokes';
import { dashMm, dimensionAt, greyOf, niceScale, weightMm } from '@/core/drawing/strokes';
import { mm, Page } from './pdf';

/** The longest side a PDF page may have, in millimetres: 14 400 points. */
const MOST_MM = 5_080;

export type ShopDrawing = {
  drawing: Drawing;
  /** Lines beside it, such as a cutting list. */ notes: readonly string[];
};

/**
 * A drawing as a page of its own at true size, so that a 100 mm line on it is 100 mm; where no page can be that long, at the
 * next scale a draughtsman would take, and it says so. A line of 100 mm stands at its foot to be measured on the print.
 *
 * @param pictures files by the name the drawing calls them; a picture that is not there is a grey part
 */
export async function drawingPdf(
  q: ShopDrawing & { studio: string; at: string; pictures: ReadonlyMap<string, string> },
): Promise<Buffer> {
  const { drawing: d } = q;
  const room = {
    left: d.room.left + 12,
    top: d.room.top + 24,
    right: d.room.right + 12,
    bottom: d.room.bottom + 16 + 5 * q.notes.length,
  };
  const [w, h] = [d.width / 1_000, d.height / 1_000];
  const scale =
    Math.max(w + room.left + room.right, h + room.top + room.bottom) <= MOST_MM
      ? 1
      : niceScale(
          { width: d.width, height: d.height },
          { width: MOST_MM - room.left - room.right, height: MOST_MM - room.top - room.bottom },
        );
  const wide = Math.max(150, w * scale + room.left + room.right),
    high = h * scale + room.top + room.bottom;
  const page = new Page(wide, high, { title: d.title, author: q.studio, at: q.at });
  page.text(d.title, 12, 7, { face: 'title', size: 14, width: wide - 24 });
  page.text(`${q.studio} · ${scale === 1 ? 'true size' : `1 : ${Math.round(1 / scale)}`}`, 12, 14, {
    size: 8,
    colour: '#525b66',
    width: wide - 24,
  });
  const k = scale / 1_000;
  page.doc.save();
  page.doc.translate(mm(room.left), mm(room.top));
  for (const s of d.strokes) draw(page, s, k, q.pictures);
  page.doc.restore();
  const foot = high - 8 - 5 * q.notes.length;
  q.notes.forEach((n, i) => page.text(n, 12, foot - 2 + 5 * i, { size: 8, width: wide - 24 }));
  const bar = high - 5;
  page.line(12, bar, 112, bar, 0.3);
  page.line(12, bar - 1.5, 12, bar + 1.5, 0.3);
  page.line(112, bar - 1.5, 112, bar + 1.5, 0.3);
  page.text('100 mm: measure it on the print', 115, bar - 2, { size: 7, width: wide - 118 });
  return page.bytes();
}

/** A drawing as large as it goes in a place on a page among other things, its pictures as grey parts. */
export function drawingOnPage(
  page: Page,
  d: Drawing,
  place: { x: number; y: number; width: number; height: number },
): void {
  const { room } = d;
  const k = Math.min(
    (place.width - room.left - room.right) / d.width,
    (place.height - room.top - room.bottom) / d.height,
  );
  page.doc.save();
  page.doc.translate(mm(place.x + room.left), mm(place.y + room.top));
  for (const s of d.strokes) draw(page, s, k, new Map());
  page.doc.restore();
}

function draw(page: Page, s: Stroke, k: number, pictures: ReadonlyMap<string, string>): void {
  const { doc } = page;
  const pen = (p: 'edge' | 'fine' | 'cut' | 'fold' | 'hidden') => {
    doc.lineWidth(mm(weightMm(p))).strokeColor('#17202b');
    const dash = dashMm(p);
    if (dash) doc.dash(mm(dash[0]!), { space: mm(dash[1] ?? dash[0]!) });
    else doc.undash();
  };
  switch (s.kind) {
    case 'rect': {
      doc.rect(mm(s.x * k), mm(s.y * k), mm(s.width * k), mm(s.height * k));
      pen(s.pen);
      if (s.fill && s.fill !== 'none') doc.fillAndStroke(greyOf(s.fill), '#17202b');
      else doc.stroke();
      break;
    }
    case 'line':
      pen(s.pen);
      doc
        .moveTo(mm(s.x1 * k), mm(s.y1 * k))
        .lineTo(mm(s.x2 * k), mm(s.y2 * k))
        .stroke();
      break;
    case 'text': {
      const size = s.high ? ((s.high * k) / 0.7) * (72 / 25.4) : 7;
      const face = s.title ? 'title' : 'sans',
        wide = page.widthOf(s.says, face, size);
      const shift = s.anchor === 'middle' ? wide / 2 : s.anchor === 'end' ? wide : 0;
      setText(page, s.says, s.x * k, s.y * k, shift, face, size, Boolean(s.upright));
      break;
    }
    case 'dimension': {
      const at = dimensionAt(s, k);
      doc
        .undash()
        .lineWidth(mm(0.15))
        .strokeColor('#17202b')
        .moveTo(mm(at.x1), mm(at.y1))
        .lineTo(mm(at.x2), mm(at.y2));
      for (const [x, y] of [
        [at.x1, at.y1],
        [at.x2, at.y2],
      ] as const)
        if (at.upright) doc.moveTo(mm(x - 1), mm(y)).lineTo(mm(x + 1), mm(y));
        else doc.moveTo(mm(x), mm(y - 1)).lineTo(mm(x), mm(y + 1));
      doc.stroke();
      setText(
        page,
        s.says,
        at.textX,
        at.textY,
        page.widthOf(s.says, 'sans', 7) / 2,
        'sans',
        7,
        at.upright,
      );
      break;
    }
    case 'picture': {
      const [x, y, w, h] = [mm(s.x * k), mm(s.y * k), mm(s.width * k), mm(s.height * k)];
      const file = pictures.get(s.picture);
      if (!file) {
        doc.rect(x, y, w, h).fill(greyOf('picture'));
        break;
      }
      doc.save();
      doc.rect(x, y, w, h).clip();
      if (s.flip)
        doc.transform(
          s.flip === 'y' ? 1 : -1,
          0,
          0,
          s.flip === 'x' ? 1 : -1,
          s.flip === 'y' ? 0 : 2 * x + w,
          s.flip === 'x' ? 0 : 2 * y + h,
        );
      const [fw, fh] = [w / s.from.width, h / s.from.height];
      doc.image(file, x - s.from.left * fw, y - s.from.top * fh, { width: fw, height: fh });
      doc.restore();
    }
  }
}

/** Text whose baseline lies at a point, shifted left by part of its length, and turned to be read from the right where it stands upright. */
function setText(
  page: Page,
  says: string,
  x: number,
  y: number,
  shift: number,
  face: 'sans' | 'title',
  size: number,
  upright: boolean,
): void {
  const { doc } = page;
  const lift = (size * 0.95) / (72 / 25.4);
  doc.save();
  doc.translate(mm(x), mm(y));
  if (upright) doc.rotate(-90);
  page.text(says, -shift, -lift, { face, size, width: 10_000 });
  doc.restore();
}
