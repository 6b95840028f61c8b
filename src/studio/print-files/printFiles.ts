import { bordersOf, sheetOf } from '@/core/crop/border';
import { cropAt, insidePlace } from '@/core/crop/crop';
import { finishSheet } from '@/core/crop/finish';
import { formatSize } from '@/core/measure';
import { PAST_EDGE_UM, type Panel } from '@/core/mounting/wrap';
import { KERNELS } from '@/core/printfile/resample';
import { FILE_SPACES, filePixels, INTENTS, staleSpec, type PrintSpec } from '@/core/printfile/spec';
import type { Received } from '@/imaging/objects';
import type { Db } from '@/store/db';
import { findRow, findRows, insertRow, rowById, type Row } from '@/store/rows';
import type { Format } from '@/store/works';
import { stat } from 'node:fs/promises';
import { panelsOf, type Mount } from '../formats/mounts';
import {
  id,
  numberBetween,
  objectSchema,
  oneOf,
  oneOfNumbers,
  orNull,
  Type,
  wholeNumber,
  type Static,
} from '../schemas';
import { noteInJournal, type Studio } from '../studio';

export type PrintFile = Row<'printFiles'>;
export const printFilesOf = (db: Db, workId: string): Promise<PrintFile[]> =>
  findRows(db, 'printFiles', { workId }, { orderBy: ['-madeAt'] });
/** An unsharp mask, as files and proofs take it. */
export const maskInput = objectSchema({
  amount: numberBetween(0, 500),
  radius: numberBetween(0.2, 20),
  threshold: numberBetween(0, 64),
});

export const makeInput = objectSchema({
  formatId: id,
  masterId: id,
  prepId: orNull(id),
  routeId: orNull(id),
  ppi: numberBetween(30, 1_440),
  kernel: oneOf(...KERNELS),
  sharpen: orNull(maskInput),
  capture: Type.Optional(
    objectSchema({
      sharpen: orNull(maskInput),
      smooth: orNull(objectSchema({ strength: numberBetween(0, 100), levels: numberBetween(0.5, 64) })),
    }),
  ),
  space: oneOf(...FILE_SPACES, 'RGB + CMYK pair'),
  intent: oneOf(...INTENTS),
  bits: oneOfNumbers(8, 16),
  file: Type.Union([Type.Literal('TIFF'), objectSchema({ jpeg: wholeNumber(50, 100) })]),
  borderInFile: Type.Boolean(),
  untaggedIs: Type.Union([oneOf('sRGB', 'opRGB'), Type.Null()]),
  forWhat: Type.Optional(oneOf('sheet', 'wrap')),
});

export type MakeInput = Static<typeof makeInput>;
type Part = Pick<PrintSpec, 'image' | 'border' | 'crop' | 'mirror' | 'title'>;

/**
 * What a size's print files are cut and laid as: one, or one for each panel of a wrap. With a bleed the image grows past
 * its trim on every side, out of the picture where there is some, so that the cut moves with it.
 */
export function partsOf(
  format: Format,
  picture: { width: number; height: number },
  as: 'border' | 'bare' | 'wrap',
  mount?: Mount,
): Part[] {
  const image = { width: format.imageWidthUm, height: format.imageHeightUm };
  const cut = (of: { width: number; height: number }) => {
    const { degrees, ...box } = cropAt(picture, of, format.crop && insidePlace(picture, of, format.crop));
    return { ...box, ...(degrees && { degrees }) };
  };
  if (as === 'wrap' && mount?.plan.kind === 'wrap') {
    const plan = mount.plan,
      list = panelsOf(plan, image);
    const whole = cut(
      plan.panels.across === 'bridged'
        ? {
            width: list[0]!.face.width * plan.panels.columns,
            height: list[0]!.face.height * plan.panels.rows,
          }
        : image,
    );
    return list.map((p) => panelPart(p, plan, whole, list.length === 1 ? (of) => cut(of) : null));
  }
  const bleed = format.finish?.bleed ?? 0;
  const printed = { width: image.width + 2 * bleed, height: image.height + 2 * bleed };
  const border = as === 'border' && !bleed ? bordersOf(format) : null;
  // A printed title stands in the border; where the border is not in the file, nor is the title.
  const finish = format.finish,
    line = border && finish?.title ? finishSheet(image, border, finish, 'mm').lineAt : null;
  return [
    {
      image: printed,
      border,
      crop: cut(printed),
      ...(line !== null && { title: { text: finish!.title, capital: finish!.type, under: line } }),
    },
  ];
}

type WrapPlanned = Extract<Mount['plan'], { kind: 'wrap' }>;

function panelPart(
  p: Panel,
  plan: WrapPlanned,
  whole: PrintSpec['crop'],
  alone: ((of: { width: number; height: number }) => PrintSpec['crop']) | null,
): Part {
  const box = {
    left: whole.left + Math.round(p.from.left * whole.width),
    top: whole.top + Math.round(p.from.top * whole.height),
    width: Math.floor(p.from.width * whole.width),
    height: Math.floor(p.from.height * whole.height),
  };
  const rim = (v: number) => ({ top: v, right: v, bottom: v, left: v });
  if (plan.edge === 'mirrored')
    return {
      image: p.face,
      crop: alone ? whole : box,
      mirror: plan.depth + PAST_EDGE_UM,
      border: rim(Math.max(0, plan.foldOver - PAST_EDGE_UM)),
    };
  if (plan.edge === 'plain')
    return { image: p.face, crop: alone ? whole : box, border: rim(plan.depth + plan.foldOver) };
  // Carried over: the picture goes round the edge, so its face shows less of it.
  const printed = { width: p.face.width + 2 * plan.depth, height: p.face.height + 2 * plan.depth };
  return {
    image: printed,
    crop: alone ? alone(printed) : insideBox(box, printed),
    border: rim(plan.foldOver),
  };
}

/** The largest cut of a shape in the middle of a box. */
function insideBox(
  box: { left: number; top: number; width: number; height: number },
  image: { width: number; height: number },
) {
  const c = cropAt(box, image);
  return { left: box.left + c.left, top: box.top + c.top, width: c.width, height: c.height };
}

/** What no longer agrees between a print file and its size as it is laid out now; made elsewhere, only its pixels are known. */
export function staleFile(
  f: PrintFile,
  format: Format,
  picture: { width: number; height: number } | null,
  mounts: readonly Mount[],
): string[] {
  if (!f.spec || !picture) return [];
  const spec = f.spec;
  const mount = mounts.find((m) => m.formatId === format.id && m.kind === 'wrap');
  const parts = [
    ...partsOf(format, picture, spec.border ? 'border' : 'bare'),
    ...(mount ? partsOf(format, picture, 'wrap', mount) : []),
  ];
  return parts.map((part) => staleSpec(spec, part)).reduce((a, b) => (b.length < a.length ? b : a));
}

/** Takes in a print file made elsewhere: kept byte for byte, and held against the format by the same check. */
export async function bringInPrintFile(
  studio: Studio,
  given: { formatId: string; routeId: string | null; ppi: number; fileName: string; received: Received },
): Promise<{ message: string; id: string; holds: boolean }> {
  const format = await rowById(studio.db, 'formats', given.formatId, 'formatId');
  const route = given.routeId ? await rowById(studio.db, 'routes', given.routeId, 'routeId') : null;
  const facts = await studio.imaging.facts(given.received.path, given.fileName).done;
  const image = { width: format.imageWidthUm, height: format.imageHeightUm };
  const bordered = sheetOf(image, bordersOf(format));
  const px = (um: number) => Math.round((um / 25_400) * given.ppi);
  // With its border or without: whichever the pixels come nearer to is what it was made as.
  const off = (s: { width: number; height: number }) =>
    Math.abs(facts.width - px(s.width)) + Math.abs(facts.height - px(s.height));
  const sheet = off(bordered) < off(image) ? bordered : image;
  const space = route ? (FILE_SPACES.find((s) => route.space.startsWith(s)) ?? null) : null;
  const check = await studio.imaging.do('checkPrintFile', [
    given.received.path,
    { name: given.fileName, sheet, ppi: given.ppi, bits: null, space },
  ]).done;
  await studio.objects.keep(given.received);
  const newId = studio.newId();
  await studio.store.write(async (tx) => {
    await insertRow(tx, 'printFiles', {
      id: newId,
      workId: format.workId,
      masterId: null,
      prepId: null,
      formatId: format.id,
      routeId: route?.id ?? null,
      fileName: given.fileName,
      sha256: given.received.sha256,
      bytes: given.received.bytes,
      spec: null,
      check,
      state: 'ready',
      says: 'made elsewhere',
      madeAt: studio.now(),
    });
    await noteInJournal(studio, tx, {
      act: 'brought in',
      subject: 'print file',
      subjectId: newId,
      says: `Brought in ${given.fileName} for ${format.name}: ${check.holds ? 'it holds its check' : check.findings.find((f) => f.verdict === 'fails')!.says}`,
    });
  });
  return {
    message: check.holds
      ? `${given.fileName} is in and holds its check for ${formatSize(sheet, 'mm')}.`
      : check.findings.find((f) => f.verdict === 'fails')!.says,
    id: newId,
    holds: check.holds,
  };
}

export const printFileById = (db: Db, fileId: string) => findRow(db, 'printFiles', fileId);

/** Where a print file's pixels lie in its master's; null where it was made elsewhere. */
export function frameInMaster(
  f: PrintFile,
): { left: number; top: number; width: number; height: number } | null {
  if (!f.spec) return null;
  const { crop, image, border, ppi, mirror } = f.spec;
  const px = filePixels(image, border, ppi, mirror);
  const [kx, ky] = [crop.width / px.image.width, crop.height / px.image.height];
  return {
    left: crop.left - (px.border.left + px.mirror) * kx,
    top: crop.top - (px.border.top + px.mirror) * ky,
    width: px.sheet.width * kx,
    height: px.sheet.height * ky,
  };
}

export const viewable = (studio: Studio, f: PrintFile): Promise<boolean> =>
  stat(studio.objects.derivedDir(f.sha256!)).then(
    () => true,
    () => false,
  );
