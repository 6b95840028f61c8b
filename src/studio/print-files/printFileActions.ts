import { sayAdjustment, type Adjustment } from '@/core/colour/adjust';
import { NO_BORDER, sheetOf } from '@/core/crop/border';
import { RefusedError } from '@/core/errors';
import {
  filePixels,
  printFileName,
  resampleFactor,
  type FileSpace,
  type PrintSpec,
} from '@/core/printfile/spec';
import type { UnsharpMask } from '@/core/printfile/sharpen';
import type { PrepStep } from '@/core/printfile/steps';
import { findRows, insertRow, removeRow, rowById } from '@/store/rows';
import type { Format } from '@/store/works';
import { rm } from 'node:fs/promises';
import { defineAction } from '../action';
import { notYetRead } from '../capture/notYetRead';
import { addSteps } from '../capture/preps';
import { mountsOf } from '../formats/mounts';
import { UNDO_DAYS } from '../history/undo';
import { startJob } from '../jobs';
import { id, objectSchema } from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { viewedPixels } from '../works/workPage';
import { makeInput, partsOf, printFilesOf, type MakeInput } from './printFiles';

/** Makes a print file, or an RGB and CMYK pair, of a master for a format; it is opened again, checked, and the check stored. */
export const makePrintFile = defineAction({
  name: 'makePrintFile',
  input: makeInput,

  async run({ studio, input }) {
    const master = await rowById(studio.db, 'masters', input.masterId, 'masterId');
    const format = await rowById(studio.db, 'formats', input.formatId, 'formatId');
    const work = await rowById(studio.db, 'works', format.workId, 'work');
    if (master.workId !== work.id) throw new RefusedError('That master belongs to another work.');
    if (work.mayPrint !== 'yes')
      throw new RefusedError(
        `${work.title} may not be printed${work.mayPrint === 'no' ? '' : ' yet'}: no print file is made of it.`,
      );
    if (master.state !== 'ready') throw new RefusedError(notYetRead(master));
    if (input.prepId) await rowById(studio.db, 'preps', input.prepId, 'prepId');
    if (input.routeId) await rowById(studio.db, 'routes', input.routeId, 'routeId');
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
        ...(input.capture && { capture: input.capture }),
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
      return { message: made.join(' ') };
    });
    return { message: 'Making the print file.', job };
  },
});

/** Prints are adjusted as the proof was that they are held against: the newest reference of the size, of this route where it has one. */
async function adjustedAs(
  studio: Studio,
  formatId: string,
  routeId: string | null,
): Promise<Adjustment | null> {
  const refs = await findRows(
    studio.db,
    'proofs',
    { formatId, reference: true },
    { orderBy: ['-judgedAt'] },
  );
  return (refs.find((r) => r.routeId === routeId) ?? (routeId ? undefined : refs[0]))?.adjust ?? null;
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
      await insertRow(tx, 'printFiles', {
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
    ...captureSteps(spec.capture, step),
    step(
      'resample',
      `Resample ${spec.kernel} ${c.width} × ${c.height} to ${image.width} × ${image.height} px, × ${resampleFactor(c, image).toFixed(2)}`,
      { kernel: spec.kernel, from: `${c.width} × ${c.height}`, to: `${image.width} × ${image.height}` },
    ),
    ...(spec.sharpen ? [step('sharpen', `Sharpen ${sayMask(spec.sharpen)}`, { ...spec.sharpen })] : []),
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

const sayMask = ({ amount, radius, threshold }: UnsharpMask) =>
  `${amount} % ${radius} px, threshold ${threshold}`;

function captureSteps(
  capture: PrintSpec['capture'],
  step: (kind: PrepStep['kind'], says: string, figures: PrepStep['figures']) => PrepStep,
): PrepStep[] {
  const { sharpen, smooth } = capture ?? {};
  return [
    ...(sharpen
      ? [step('sharpen', `Sharpen the capture ${sayMask(sharpen)}`, { of: 'capture', ...sharpen })]
      : []),
    ...(smooth
      ? [
          step('noise', `Noise down ${smooth.strength} %, within ${smooth.levels} levels`, {
            ...smooth,
          }),
        ]
      : []),
  ];
}

/** Removes a print file; the record of what was done to make it stays in its prep and the journal. */
export const removePrintFile = defineAction({
  name: 'removePrintFile',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const row = await rowById(tx, 'printFiles', input.id, 'id');
    await removeRow(tx, 'printFiles', row.id);
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'print file',
      subjectId: row.id,
      says: `Removed ${row.fileName}`,
      before: row,
    });
    return {
      message: `${row.fileName} is removed; how it was made stays in the journal. The file itself is swept away in ${UNDO_DAYS + 1} days, unless something else needs it.`,
    };
  },
});

/** Makes what is needed to look into a print file: its tiles. */
export const viewPrintFile = defineAction({
  name: 'viewPrintFile',
  input: objectSchema({ id }),

  async run({ studio, input }) {
    const file = await rowById(studio.db, 'printFiles', input.id, 'id');
    if (!file.sha256) throw new RefusedError('That print file is no longer here.');
    const job = startJob(studio, async (follow) => {
      const path = await studio.objects.soundPath(file.sha256!, file.fileName);
      await follow((onStep) =>
        studio.imaging.derive(path, studio.objects.derivedDir(file.sha256!), file.fileName, onStep),
      );
      return { message: `${file.fileName} can be looked into.` };
    });
    return { message: 'Making it ready to look into.', job };
  },
});
