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
import { drawingPdf } from '@/paperwork/drawingPdf';
import { rowById } from '@/store/rows';
import { currentMaster, type Format, type Master } from '@/store/works';
import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import { panelsOf, wrapOf, type Mount } from '../formats/mounts';
import type { Studio } from '../studio';
import { cropOf, viewedPixels } from '../works/workPage';

export const DRAWINGS = ['sheet', 'mat', 'section', 'wrap', 'bars', 'panels', 'layout'] as const;
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

/**
 * One of the drawings there are, with the lines that go beside it.
 *
 * @param id of a format for a sheet, of a mount for what is mounted or wrapped, of a layout
 * @throws InputError for a kind there is not, or one that this plan has no drawing of
 */
export async function shopDrawing(
  studio: Studio,
  kind: string,
  id: string,
): Promise<{ drawing: Drawing; notes: string[]; name: string }> {
  const { db } = studio;
  const { unit } = await studio.settings();
  if (kind === 'layout') {
    const l = await rowById(db, 'layouts', id, 'id');
    const paper = await rowById(db, 'papers', l.paperId);
    const area = { width: l.widthUm, height: l.lengthUm };
    const cuts = cutsOf(l.placements, area);
    const drawing = drawLayout({
      title: `${l.name}: ${paper.name}, ${formatLength(l.widthUm, unit)}${l.kind === 'roll' ? ' roll' : ''}`,
      width: l.widthUm,
      length: l.lengthUm,
      margin: l.marginUm,
      pieces: l.pieces,
      placements: l.placements,
      cuts: cuts ?? [],
      unit,
    });
    return {
      drawing,
      name: l.name,
      notes: [
        cuts
          ? `${cutWords(cuts)}, in the order of their numbers; what stands over is trimmed last.`
          : 'Not all pieces can be freed by straight cuts: cut the numbered ones, then round the rest.',
      ],
    };
  }
  const mount = kind === 'sheet' ? null : await rowById(db, 'mounts', id, 'id');
  const format = await rowById(db, 'formats', mount?.formatId ?? id, 'id');
  const [work, master] = [
    await rowById(db, 'works', format.workId),
    await currentMaster(db, format.workId),
  ];
  const image = imageOf(format),
    sheet = sheetOf(image, bordersOf(format));
  const seen = pictureFor(format, master);
  const title = `${work.title}, ${formatSize(image, unit)}`;
  if (kind === 'sheet')
    return {
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
    };
  const plan = mount!.plan;
  const cutter =
    plan.kind === 'mat' && plan.cutterId ? (await rowById(db, 'cutters', plan.cutterId)).name : null;
  const notes = matNotes(mount!, sheet, image, unit, cutter);
  if (kind === 'mat' && plan.kind === 'mat')
    return {
      drawing: drawMatFace({ title: `Mat of ${title}`, plan, sheet, image, unit, ...seen }),
      notes,
      name: `mat ${format.name}`,
    };
  if (kind === 'section' && plan.kind !== 'wrap')
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
  if (plan.kind === 'wrap') {
    const list = panelsOf(plan, image),
      wrap = wrapOf(plan, list[0]!.face);
    const one = list[0]!,
      from = {
        left: seen.from.left + one.from.left * seen.from.width,
        top: seen.from.top + one.from.top * seen.from.height,
        width: one.from.width * seen.from.width,
        height: one.from.height * seen.from.height,
      };
    const many = list.length > 1 ? `, ${list.length} panels` : '';
    if (kind === 'wrap')
      return {
        drawing: drawWrap({
          title: `Canvas of ${title}${many && ', first panel'}`,
          wrap,
          unit,
          picture: seen.picture,
          from,
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
    if (kind === 'panels')
      return {
        drawing: drawPanels({
          title: `${title}${many}`,
          panels: list,
          gap: plan.panels.gap,
          unit,
          ...seen,
        }),
        notes: [],
        name: `panels ${format.name}`,
      };
  }
  throw new InputError('drawing', kind, `one of ${DRAWINGS.join(', ')} that this plan has`);
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
