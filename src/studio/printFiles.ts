import { rm, stat } from 'node:fs/promises';
import { and, desc, eq } from 'drizzle-orm';
import { sayAdjustment, type Adjustment } from '@/core/colour/adjust';
import { RefusedError } from '@/core/errors';
import { formatSize } from '@/core/measure';
import { KERNELS, type Kernel } from '@/core/printfile/resample';
import {
  FILE_SPACES,
  filePixels,
  INTENTS,
  printFileName,
  resampleFactor,
  staleSpec,
  type FileSpace,
  type Intent,
  type PrintSpec,
} from '@/core/printfile/spec';
import type { PrepStep } from '@/core/printfile/steps';
import type { Received } from '@/imaging/objects';
import type { Db } from '@/store/db';
import { findRow, insertRow, removeRow, rowById } from '@/store/rows';
import { formats, masters, preps, printFiles, proofs, routes, works } from '@/store/schema';
import type { Format } from '@/store/works';
import { act } from './act';
import { startJob } from './jobs';
import { mountsOf, panelsOf, type Mount } from './mounting';
import { addSteps } from './preps';
import { id, just, oneOf, orNull } from './schemas';
import { viewedPixels } from './stations';
import { cropAt, insidePlace } from '@/core/layout/crop';
import { finishSheet } from '@/core/layout/finish';
import { bordersOf, NO_BORDER, sheetOf } from '@/core/layout/sheet';
import { PAST_EDGE_UM, type Panel } from '@/core/layout/wrap';
import { notYetRead } from './notYetRead';
import { noteInJournal, type Studio } from './studio';
import { UNDO_DAYS } from './undo';

export type PrintFile = typeof printFiles.$inferSelect;
export const printFilesOf = (db: Db, workId: string): Promise<PrintFile[]> =>
  db.select().from(printFiles).where(eq(printFiles.workId, workId)).orderBy(desc(printFiles.madeAt));

export type MakeInput = {
  formatId: string;
  masterId: string;
  prepId: string | null;
  routeId: string | null;
  ppi: number;
  kernel: Kernel;
  sharpen: { amount: number; radius: number; threshold: number } | null;
  space: FileSpace | 'RGB + CMYK pair';
  intent: Intent;
  bits: 8 | 16;
  file: 'TIFF' | { jpeg: number };
  borderInFile: boolean;
  untaggedIs: 'sRGB' | 'opRGB' | null;
  /** For the sheet as it is laid out, or for the canvas that is folded over bars. */
  forWhat?: 'sheet' | 'wrap';
};
const whole = (minimum: number, maximum: number) => ({ type: 'integer', minimum, maximum });
const number = (minimum: number, maximum: number) => ({ type: 'number', minimum, maximum });

/** Makes a print file, or an RGB and CMYK pair, of a master for a format; it is opened again, checked, and the check stored. */
export const makePrintFile = act<MakeInput>(
  just(
    {
      formatId: id,
      masterId: id,
      prepId: orNull(id),
      routeId: orNull(id),
      ppi: number(30, 1_440),
      kernel: oneOf(...KERNELS),
      sharpen: orNull(
        just({ amount: number(0, 500), radius: number(0.2, 20), threshold: number(0, 64) }),
      ),
      space: oneOf(...FILE_SPACES, 'RGB + CMYK pair'),
      intent: oneOf(...INTENTS),
      bits: { enum: [8, 16] },
      file: { anyOf: [{ const: 'TIFF' }, just({ jpeg: whole(50, 100) })] },
      borderInFile: { type: 'boolean' },
      untaggedIs: { anyOf: [oneOf('sRGB', 'opRGB'), { type: 'null' }] },
      forWhat: oneOf('sheet', 'wrap'),
    },
    ['forWhat'],
  ),
  async (studio, input) => {
    const master = await rowById(studio.db, masters, input.masterId, 'masterId');
    const format = await rowById(studio.db, formats, input.formatId, 'formatId');
    const work = await rowById(studio.db, works, format.workId, 'work');
    if (master.workId !== work.id) throw new RefusedError('That master belongs to another work.');
    if (work.mayPrint !== 'yes')
      throw new RefusedError(
        `${work.title} may not be printed${work.mayPrint === 'no' ? '' : ' yet'}: no print file is made of it.`,
      );
    if (master.state !== 'ready') throw new RefusedError(notYetRead(master));
    if (input.prepId) await rowById(studio.db, preps, input.prepId, 'prepId');
    if (input.routeId) await rowById(studio.db, routes, input.routeId, 'routeId');
    const spaces: FileSpace[] = input.space === 'RGB + CMYK pair' ? ['sRGB', 'CMYK'] : [input.space];
    const mount =
      input.forWhat === 'wrap'
        ? (await mountsOf(studio.db, work.id)).find((m) => m.formatId === format.id && m.kind === 'wrap')
        : undefined;
    if (input.forWhat === 'wrap' && !mount)
      throw new RefusedError(`No wrap is planned for ${format.name}: plan it under Sizes first.`);
    const parts = partsOf(
      format,
      viewedPixels(master),
      mount ? 'wrap' : input.borderInFile ? 'border' : 'bare',
      mount,
    );
    const adjust = await adjustedAs(studio, format.id, input.routeId);
    const specs: PrintSpec[] = parts.flatMap((part) =>
      spaces.map((space) => ({
        ...part,
        ...(adjust && { adjust }),
        ppi: input.ppi,
        kernel: input.kernel,
        sharpen: input.sharpen,
        space,
        intent: input.intent,
        bits: input.bits,
        file: input.file,
        untaggedIs: input.untaggedIs,
      })),
    );
    const job = startJob(studio, async (follow, progress) => {
      const made: string[] = [];
      for (const [i, spec] of specs.entries())
        made.push(
          await makeOne(
            studio,
            {
              input,
              work,
              format,
              master,
              spec,
              pair: spaces.length > 1,
              part: parts.length > 1 ? `panel ${Math.floor(i / spaces.length) + 1}` : '',
            },
            (start) =>
              follow((onStep) => start((says, share) => onStep(says, ((share ?? 0) + i) / specs.length))),
            progress,
          ),
        );
      if (input.prepId)
        await studio.store.write((tx) =>
          addSteps(
            studio,
            tx,
            input.prepId!,
            stepsOf(specs[0]!, studio.now()),
            resampleFactor(parts[0]!.crop, filePixels(parts[0]!.image, null, input.ppi).image),
          ),
        );
      return { says: made.join(' ') };
    });
    return { says: 'Making the print file.', more: { job } };
  },
);

/** Prints are adjusted as the proof was that they are held against: the newest reference of the size, of this route where it has one. */
async function adjustedAs(
  studio: Studio,
  formatId: string,
  routeId: string | null,
): Promise<Adjustment | null> {
  const refs = await studio.db
    .select()
    .from(proofs)
    .where(and(eq(proofs.formatId, formatId), eq(proofs.reference, true)))
    .orderBy(desc(proofs.judgedAt));
  return (refs.find((r) => r.routeId === routeId) ?? (routeId ? undefined : refs[0]))?.adjust ?? null;
}

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

type One = {
  input: MakeInput;
  work: { id: string; title: string };
  format: Format;
  master: { id: string; sha256: string; fileName: string };
  spec: PrintSpec;
  pair: boolean;
  part: string;
};

async function makeOne(
  studio: Studio,
  { input, work, format, master, spec, pair, part }: One,
  follow: Parameters<Parameters<typeof startJob>[1]>[0],
  progress: (says: string, share?: number) => void,
): Promise<string> {
  const bare = sheetOf(spec.image, spec.border ?? NO_BORDER),
    mirror = spec.mirror ?? 0;
  const sheet = { width: bare.width + 2 * mirror, height: bare.height + 2 * mirror };
  const version =
    1 + (await printFilesOf(studio.db, work.id)).filter((f) => f.formatId === format.id && f.spec).length;
  const { unit } = await studio.settings();
  const fileName = printFileName(
    sheet,
    [work.title, part, pair ? spec.space : ''].filter(Boolean).join(' '),
    version,
    unit,
    spec.file === 'TIFF' ? 'tif' : 'jpg',
  );
  const [out, scratch] = [await studio.objects.passing(), await studio.objects.passing()];
  try {
    const path = await studio.objects.soundPath(master.sha256, master.fileName);
    await follow((onStep) =>
      studio.imaging.do('printFile', [{ master: path, scratch, out, spec }], onStep),
    );
    progress('opening it again');
    const check = await studio.imaging.do('checkPrintFile', [
      out,
      {
        name: fileName,
        sheet,
        ppi: spec.ppi,
        bits: spec.file === 'TIFF' ? spec.bits : 8,
        space: spec.space,
      },
    ]).done;
    const { sha256, bytes } = await studio.objects.adopt(out);
    const newId = studio.newId();
    await studio.store.write(async (tx) => {
      await insertRow(tx, printFiles, {
        id: newId,
        workId: work.id,
        masterId: master.id,
        prepId: input.prepId,
        formatId: format.id,
        routeId: input.routeId,
        fileName,
        sha256,
        bytes,
        spec,
        check,
        state: 'ready',
        says: '',
        madeAt: studio.now(),
      });
      await noteInJournal(studio, tx, {
        act: 'made',
        subject: 'print file',
        subjectId: newId,
        says: `Made ${fileName} from ${master.fileName}: ${check.findings[0]!.says}`,
        after: spec,
      });
    });
    return `${fileName} is made${check.holds ? ' and holds its check' : ', but fails its check'}.`;
  } finally {
    for (const path of [out, `${out}.part`, `${out}.part.tif`, `${scratch}.v`])
      await rm(path, { force: true });
  }
}

/** What Glassine did, as the steps of a prep. */
function stepsOf(spec: PrintSpec, at: string): PrepStep[] {
  const { image, sheet } = filePixels(spec.image, spec.border, spec.ppi, spec.mirror);
  const c = spec.crop;
  const step = (kind: PrepStep['kind'], says: string, figures: PrepStep['figures']): PrepStep => ({
    kind,
    says,
    figures,
    by: 'Glassine',
    at,
  });
  return [
    ...(c.degrees ? [step('square', `Straighten by ${c.degrees}°`, { degrees: c.degrees })] : []),
    step('crop', `Crop to ${c.width} × ${c.height} px at ${c.left}, ${c.top}`, {
      pixels: `${c.width} × ${c.height}`,
    }),
    step(
      'resample',
      `Resample ${spec.kernel} ${c.width} × ${c.height} to ${image.width} × ${image.height} px, × ${resampleFactor(c, image).toFixed(2)}`,
      { kernel: spec.kernel, from: `${c.width} × ${c.height}`, to: `${image.width} × ${image.height}` },
    ),
    ...(spec.sharpen
      ? [
          step(
            'sharpen',
            `Sharpen ${spec.sharpen.amount} % ${spec.sharpen.radius} px, threshold ${spec.sharpen.threshold}`,
            { ...spec.sharpen },
          ),
        ]
      : []),
    ...(spec.adjust
      ? [step('tone', `Adjust as its reference proof was: ${sayAdjustment(spec.adjust)}`, {})]
      : []),
    ...(spec.title ? [step('note', `Title under the image: ${spec.title.text}`, {})] : []),
    ...(spec.border
      ? [step('border', `Border in the file: sheet ${sheet.width} × ${sheet.height} px`, {})]
      : []),
    step('convert', `Convert to ${spec.space}, ${spec.intent}`, { space: spec.space }),
    ...(spec.bits === 8 || spec.file !== 'TIFF' ? [step('flatten', 'To 8 bit, dithered', {})] : []),
    step('save', `Save ${spec.file === 'TIFF' ? 'TIFF' : `JPEG at ${spec.file.jpeg}`}, ${spec.ppi} ppi`, {
      ppi: spec.ppi,
    }),
  ];
}

/** Takes in a print file made elsewhere: kept byte for byte, and held against the format by the same check. */
export async function bringInPrintFile(
  studio: Studio,
  given: { formatId: string; routeId: string | null; ppi: number; fileName: string; received: Received },
): Promise<{ says: string; id: string; holds: boolean }> {
  const format = await rowById(studio.db, formats, given.formatId, 'formatId');
  const route = given.routeId ? await rowById(studio.db, routes, given.routeId, 'routeId') : null;
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
    await insertRow(tx, printFiles, {
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
    says: check.holds
      ? `${given.fileName} is in and holds its check for ${formatSize(sheet, 'mm')}.`
      : check.findings.find((f) => f.verdict === 'fails')!.says,
    id: newId,
    holds: check.holds,
  };
}

/** Removes a print file; the record of what was done to make it stays in its prep and the journal. */
export const removePrintFile = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const row = await rowById(tx, printFiles, input.id, 'id');
    await removeRow(tx, printFiles, row.id);
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'print file',
      subjectId: row.id,
      says: `Removed ${row.fileName}`,
      before: row,
    });
    return {
      says: `${row.fileName} is removed; how it was made stays in the journal. The file itself is swept away in ${UNDO_DAYS + 1} days, unless something else needs it.`,
    };
  }),
);

export const printFileById = (db: Db, fileId: string) => findRow(db, printFiles, fileId);

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

/** Makes what is needed to look into a print file: its tiles. */
export const viewPrintFile = act<{ id: string }>(just({ id }), async (studio, input) => {
  const file = await rowById(studio.db, printFiles, input.id, 'id');
  if (!file.sha256) throw new RefusedError('That print file is no longer here.');
  const job = startJob(studio, async (follow) => {
    const path = await studio.objects.soundPath(file.sha256!, file.fileName);
    await follow((onStep) =>
      studio.imaging.derive(path, studio.objects.derivedDir(file.sha256!), file.fileName, onStep),
    );
    return { says: `${file.fileName} can be looked into.` };
  });
  return { says: 'Making it ready to look into.', more: { job } };
});
