import { fileWords } from '@/core/words';
import { bordersOf, imageOf, sheetOf } from '@/core/crop/border';
import { NO_FINISH } from '@/core/crop/finish';
import {
  drawBars,
  drawLayout,
  drawMatFace,
  drawPanels,
  drawSection,
  drawSheet,
  drawWrap,
  shareOfCrop,
  THICKEN,
  WHOLE,
} from '@/core/drawing/shopDrawings';
import { drawingSvg, type Drawing } from '@/core/drawing/strokes';
import { InputError } from '@/core/errors';
import { formatLength, formatSize, type UnitSystem } from '@/core/measure';
import { mounting } from '@/core/mounting/mount';
import { cutWords } from '@/core/sheets/nup';
import { cutsOf } from '@/core/sheets/pieces';
import { drawWall } from '@/core/wall/drawWall';
import { drawingPdf } from '@/paperwork/drawingPdf';
import { rowById } from '@/store/rows';
import { currentMaster, type Format, type Master } from '@/store/works';
import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import { panelsOf, wrapOf, type Mount } from '../formats/mounts';
import type { Studio } from '../studio';
import { cropOf, viewedPixels } from '../works/workPage';

export const DRAWINGS = ['sheet', 'mat', 'section', 'wrap', 'bars', 'panels', 'layout', 'wall'] as const;
/** The picture of a format and the part of it that its crop keeps. */
export function pictureFor(format: Format, master: Master | null | undefined) {
  return master?.state === 'ready'
    ? { picture: master.sha256, from: shareOfCrop(viewedPixels(master), cropOf(format, master)) }
    : { picture: null, from: WHOLE };
}

/** What goes in writing to whoever cuts: the list with its figures, and whose tolerances it counts on. */
function matNotes(
  mount: Mount,
  sheet: { width: number; height: number },
  image: { width: number; height: number },
  unit: UnitSystem,
  cutter: string | null,
): string[] {
  if (mount.plan.kind === 'wrap') return [];
  const m = mounting(mount.plan, sheet, image, unit);
  return [
    ...m.list.map(
      (l) => `${l.count} × ${l.part}${l.size ? ` ${formatSize(l.size, unit)}` : ''}: ${l.says}`,
    ),
    ...(mount.plan.kind === 'mat'
      ? [
          `Tolerances of ${cutter ?? 'nobody asked yet'}: sheet ${formatLength(mount.plan.tolerance.sheet, unit)}, window ${formatLength(mount.plan.tolerance.window, unit)}, placing ${formatLength(mount.plan.tolerance.placing, unit)}`,
        ]
      : []),
  ];
}

type ShopDrawing = { drawing: Drawing; notes: string[]; name: string };

/**
 * One of the drawings there are, with the lines that go beside it.
 *
 * @param id of a format for a sheet, of a mount for what is mounted or wrapped, of a layout
 * @throws InputError for a kind there is not, or one that this plan has no drawing of
 */
export async function shopDrawing(studio: Studio, kind: string, id: string): Promise<ShopDrawing> {
  if (kind === 'layout') return layoutDrawing(studio, id);
  if (kind === 'wall') return wallDrawing(studio, id);
  const mount = kind === 'sheet' ? null : await rowById(studio.db, 'mounts', id, 'id');
  const shown = await shownFormat(studio, mount?.formatId ?? id);
  if (!mount) return sheetDrawing(shown);
  const drawing = mount.plan.kind === 'wrap' ? wrapDrawing : mountDrawing;
  const drawn = await drawing(studio, kind, mount, shown);
  if (!drawn) throw new InputError('drawing', kind, `one of ${DRAWINGS.join(', ')} that this plan has`);
  return drawn;
}

async function layoutDrawing(studio: Studio, id: string): Promise<ShopDrawing> {
  const { unit } = await studio.settings();
  const layout = await rowById(studio.db, 'layouts', id, 'id');
  const paper = await rowById(studio.db, 'papers', layout.paperId);
  const cuts = cutsOf(layout.placements, { width: layout.widthUm, height: layout.lengthUm });
  const ground = `${formatLength(layout.widthUm, unit)}${layout.kind === 'roll' ? ' roll' : ''}`;
  return {
    drawing: drawLayout({
      title: `${layout.name}: ${paper.name}, ${ground}`,
      width: layout.widthUm,
      length: layout.lengthUm,
      margin: layout.marginUm,
      pieces: layout.pieces,
      placements: layout.placements,
      cuts: cuts ?? [],
      unit,
    }),
    name: layout.name,
    notes: [
      cuts
        ? `${cutWords(cuts)}, in the order of their numbers; what stands over is trimmed last.`
        : 'Not all pieces can be freed by straight cuts: cut the numbered ones, then round the rest.',
    ],
  };
}

async function wallDrawing(studio: Studio, id: string): Promise<ShopDrawing> {
  const { unit } = await studio.settings();
  const { name, plan } = await rowById(studio.db, 'walls', id, 'id');
  return { drawing: drawWall({ title: name, plan, unit }), name, notes: [] };
}

/** A format as it is drawn: its sizes, its title, and the part of the picture that it shows. */
async function shownFormat(studio: Studio, id: string) {
  const { db } = studio;
  const { unit } = await studio.settings();
  const format = await rowById(db, 'formats', id, 'id');
  const work = await rowById(db, 'works', format.workId);
  const image = imageOf(format);
  return {
    format,
    unit,
    image,
    sheet: sheetOf(image, bordersOf(format)),
    seen: pictureFor(format, await currentMaster(db, format.workId)),
    title: `${work.title}, ${formatSize(image, unit)}`,
  };
}
type ShownFormat = Awaited<ReturnType<typeof shownFormat>>;

const sheetDrawing = ({ format, unit, image, seen, title }: ShownFormat): ShopDrawing => ({
  drawing: drawSheet({
    title,
    image,
    borders: bordersOf(format),
    finish: format.finish ?? NO_FINISH,
    unit,
    ...seen,
    number: '1/…',
  }),
  notes: [],
  name: `sheet ${format.name}`,
});

/** A mat's face, or the section of what is mounted; null for a drawing that this plan has not. */
async function mountDrawing(
  { db }: Studio,
  kind: string,
  mount: Mount,
  { format, unit, image, sheet, seen, title }: ShownFormat,
): Promise<ShopDrawing | null> {
  const { plan } = mount;
  if (plan.kind === 'wrap') return null;
  const cutter =
    plan.kind === 'mat' && plan.cutterId ? (await rowById(db, 'cutters', plan.cutterId)).name : null;
  const notes = matNotes(mount, sheet, image, unit, cutter);
  if (kind === 'mat' && plan.kind === 'mat')
    return {
      drawing: drawMatFace({ title: `Mat of ${title}`, plan, sheet, image, unit, ...seen }),
      notes,
      name: `mat ${format.name}`,
    };
  if (kind !== 'section') return null;
  return {
    drawing: drawSection({
      title: `Section of ${title}, ${THICKEN} times as deep as it is`,
      mounting: mounting(plan, sheet, image, unit),
      plan,
      sheet,
      unit,
    }),
    notes,
    name: `section ${format.name}`,
  };
}

/** The canvas, the bars or the panels of what is wrapped; null for a drawing that this plan has not. */
async function wrapDrawing(
  _: Studio,
  kind: string,
  { plan }: Mount,
  { format, unit, image, seen, title }: ShownFormat,
): Promise<ShopDrawing | null> {
  if (plan.kind !== 'wrap') return null;
  const panels = panelsOf(plan, image);
  const first = panels[0]!;
  const wrap = wrapOf(plan, first.face);
  const many = panels.length > 1 ? `, ${panels.length} panels` : '';
  if (kind === 'wrap')
    return {
      drawing: drawWrap({
        title: `Canvas of ${title}${many && ', first panel'}`,
        wrap,
        unit,
        picture: seen.picture,
        from: {
          left: seen.from.left + first.from.left * seen.from.width,
          top: seen.from.top + first.from.top * seen.from.height,
          width: first.from.width * seen.from.width,
          height: first.from.height * seen.from.height,
        },
      }),
      notes: ['Dash and dot: fold. Short dashes: staples. The corners fold along the slant.'],
      name: `wrap ${format.name}`,
    };
  if (kind === 'bars')
    return {
      drawing: drawBars({ title: `Bars of ${title}`, wrap, unit }),
      notes: [],
      name: `bars ${format.name}`,
    };
  if (kind !== 'panels') return null;
  return {
    drawing: drawPanels({
      title: `${title}${many}`,
      panels,
      gap: plan.panels.gap,
      unit,
      ...seen,
    }),
    notes: [],
    name: `panels ${format.name}`,
  };
}

/** A shop drawing as a file at true size. */
export async function drawingFile(
  studio: Studio,
  kind: string,
  id: string,
  as: 'pdf' | 'svg',
): Promise<{ name: string; bytes: Buffer; type: string }> {
  const { drawing, notes, name } = await shopDrawing(studio, kind, id);
  const pictures = new Map<string, string>();
  for (const s of drawing.strokes)
    if (s.kind === 'picture' && !pictures.has(s.picture)) {
      const file = join(studio.objects.derivedDir(s.picture), 'view.jpg');
      if (
        await stat(file).then(
          () => true,
          () => false,
        )
      )
        pictures.set(s.picture, file);
    }
  const file = `${fileWords(name, 'drawing')}.${as}`;
  if (as === 'svg') return { name: file, bytes: Buffer.from(drawingSvg(drawing)), type: 'image/svg+xml' };
  const { name: studioName } = await studio.settings();
  return {
    name: file,
    bytes: await drawingPdf({ drawing, notes, pictures, studio: studioName, at: studio.now() }),
    type: 'application/pdf',
  };
}
