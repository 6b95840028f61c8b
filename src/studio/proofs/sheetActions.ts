import { checkedAdjustment, isNone, sayAdjustment } from '@/core/colour/adjust';
import { RefusedError } from '@/core/errors';
import { formatLength, formatSize, parseLength, parseSum, UM_PER_INCH, isBlank } from '@/core/measure';
import { printFileName } from '@/core/printfile/spec';
import { coverage } from '@/core/proof/plan';
import { planSheet } from '@/core/proof/planSheet';
import { judgedDistanceOf } from '@/core/resolution';
import { nextRound } from '@/store/proofs';
import { rowById } from '@/store/rows';
import { currentMaster, type Format, type Master } from '@/store/works';
import { rm } from 'node:fs/promises';
import { defineAction, defineLongAction } from '../action';
import { notYetRead } from '../capture/notYetRead';
import { startJob } from '../jobs';
import { addPieces } from '../layouts/layoutActions';
import { id, lengthInput, objectSchema, orNull } from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { cropOf, viewedPixels } from '../works/workPage';
import { currentProfile } from './profiles';
import { insertProof } from './rounds';
import { meaningOf, sheetInput, untagged } from './sheets';

/** The master a size is made of, ready to be read. */
export async function masterFor(studio: Studio, format: Format): Promise<Master> {
  const work = await rowById(studio.db, 'works', format.workId, 'work');
  if (work.mayPrint !== 'yes')
    throw new RefusedError(
      `${work.title} may not be printed${work.mayPrint === 'no' ? '' : ' yet'}: no proof is made of it.`,
    );
  const master = await currentMaster(studio.db, format.workId);
  if (!master) throw new RefusedError(`${work.title} has no master yet: bring in a capture first.`);
  if (master.state !== 'ready') throw new RefusedError(notYetRead(master));
  return master;
}

/** Proposes regions for a snippet by measure, each so large on paper as asked. */
export const proposeSnippets = defineLongAction({
  name: 'proposeSnippets',
  input: objectSchema({
    formatId: id,
    paperId: id,
    routeId: id,
    machineId: orNull(id),
    width: lengthInput,
    height: lengthInput,
    untaggedIs: untagged,
  }),
  final: true,
  async run({ studio, input }) {
    const { unit } = await studio.settings();
    const format = await rowById(studio.db, 'formats', input.formatId, 'formatId');
    const master = await masterFor(studio, format);
    const crop = cropOf(format, master);
    const scale = crop.width / (format.imageWidthUm / UM_PER_INCH);
    const px = (typed: string | number, field: string) =>
      Math.max(16, Math.round((parseLength(typed, unit, field) / UM_PER_INCH) * scale));
    const profile = await currentProfile(studio.db, input);
    const wanted = {
      width: Math.min(crop.width, px(input.width, 'width')),
      height: Math.min(crop.height, px(input.height, 'height')),
    };
    const found = await studio.imaging.do('regions', [
      {
        master: await studio.objects.soundPath(master.sha256, master.fileName),
        crop,
        wanted,
        profile: profile ? await studio.objects.soundPath(profile.sha256, profile.fileName) : null,
        untaggedIs: meaningOf(master, input.untaggedIs),
      },
    ]).done;
    const share = coverage(crop, found);
    return {
      message: `${found.length} regions by measure; together they show ${(100 * share).toFixed(1)} % of the picture${profile ? '' : '. Without a profile of this paper, none could be chosen for its gamut'}.`,
      regions: found,
      coverage: share,
    };
  },
});

/** Makes a proof sheet as a print file, and records the round with everything needed to repeat it. */
export const makeProofSheet = defineAction({
  name: 'makeProofSheet',
  input: sheetInput,

  async run({ studio, input }) {
    const { currency, unit } = await studio.settings();
    const costMinor = isBlank(input.cost) ? 0 : parseSum(input.cost, currency, 'cost');
    const format = await rowById(studio.db, 'formats', input.formatId, 'formatId');
    const master = await masterFor(studio, format);
    const paper = await rowById(studio.db, 'papers', input.paperId, 'paperId'),
      route = await rowById(studio.db, 'routes', input.routeId, 'routeId');
    const work = await rowById(studio.db, 'works', format.workId, 'work');
    const untaggedIs = meaningOf(master, input.untaggedIs);
    const adjust = input.adjust && !isNone(input.adjust) ? checkedAdjustment(input.adjust) : null;
    const round = await nextRound(studio.db, format.id, paper.id, route.id);
    const image = { width: format.imageWidthUm, height: format.imageHeightUm };
    const distance = judgedDistanceOf(image);
    const sharp =
      input.sharpen && input.sharpen.amount > 0
        ? `sharpened ${input.sharpen.amount} % ${input.sharpen.radius} px, threshold ${input.sharpen.threshold}`
        : 'not sharpened';
    const caption = [
      `${work.title}, ${formatSize(image, unit)} · round ${round} · ${await studio.today()}`,
      `${input.ppi} ppi, ${input.kernel}, ${sharp} · ${paper.name} · ${route.name} · ${input.intent}`,
      `adjusted: ${adjust ? sayAdjustment(adjust) : 'not at all'}`,
      `Judge it dry, in the light it will hang in, from ${formatLength(distance, unit)}.`,
    ].join('\n');
    const common = {
      crop: cropOf(format, master),
      image,
      picture: viewedPixels(master),
      caption,
      ppi: input.ppi,
    };
    const plan = planSheet({
      what: input.what,
      ...common,
      adjust,
      sharpening: input.sharpen?.amount ?? 0,
    });
    const space = route.space.startsWith('sRGB') ? ('sRGB' as const) : ('opRGB' as const);
    const fileName = printFileName(
      plan.sheet,
      `${work.title} ${input.what.kind} round ${round}`,
      round,
      unit,
      'tif',
    );
    const job = startJob(studio, async (follow) => {
      const [out, scratch] = [await studio.objects.passing(), await studio.objects.passing()];
      try {
        const path = await studio.objects.soundPath(master.sha256, master.fileName);
        await follow((onStep) =>
          studio.imaging.do(
            'proofSheet',
            [
              {
                master: path,
                scratch,
                out,
                plan,
                untaggedIs,
                space,
                intent: input.intent,
                kernel: input.kernel,
                sharpen: input.sharpen,
                bits: 16,
              },
            ],
            onStep,
          ),
        );
        const { sha256 } = await studio.objects.adopt(out);
        const made = await studio.store.write(async (tx) => {
          const r = await insertProof(studio, tx, {
            formatId: format.id,
            paperId: paper.id,
            routeId: route.id,
            machineId: input.machineId,
            lotId: input.lotId,
            intent: input.intent,
            workId: work.id,
            kind: input.what.kind,
            changed: input.changed,
            costMinor,
            made: false,
            adjust,
            plan,
            printFileSha: sha256,
            fileName,
          });
          await noteInJournal(studio, tx, {
            act: 'made',
            subject: 'proof sheet',
            subjectId: r.id,
            says: `Made ${fileName}, round ${r.round} of ${format.name} on ${paper.name}`,
            after: {
              plan,
              adjust,
              sharpen: input.sharpen,
              kernel: input.kernel,
              intent: input.intent,
              space,
            },
          });
          return r;
        });
        return {
          message: `${fileName} is made: a sheet of ${formatSize(plan.sheet, unit)}. Print it, and say when it is here.${made.changes.length > 1 ? ` It differs from the last round in ${made.changes.length} things: ${made.changes.join(', ')}.` : ''}`,
          id: made.id,
        };
      } finally {
        for (const path of [out, `${out}.part`, `${scratch}.v`]) await rm(path, { force: true });
      }
    });
    return { message: 'Making the proof sheet.', job };
  },
});

/** Lays a proof sheet on a layout, beside prints or other proofs, to save paper. */
export const gangProof = defineAction({
  name: 'gangProof',
  input: objectSchema({ id, layoutId: id }),

  async run({ studio, input }) {
    const proof = await rowById(studio.db, 'proofs', input.id, 'id');
    if (!proof.plan)
      throw new RefusedError(
        'This proof was not made here: its sheet’s size is not known. Add it at the layout as a piece of a typed size.',
      );
    if (proof.state !== 'asked') throw new RefusedError(`Round ${proof.round} is printed already.`);
    const layout = await rowById(studio.db, 'layouts', input.layoutId, 'layoutId');
    const work = await rowById(studio.db, 'works', proof.workId, 'work');
    if (layout.paperId !== proof.paperId)
      throw new RefusedError(`${layout.name} lies on another paper than this proof is for.`);
    if (layout.pieces.some((p) => p.proofId === proof.id))
      throw new RefusedError(`Round ${proof.round} lies on ${layout.name} already.`);
    const { width, height } = proof.plan.sheet;
    return addPieces(studio, {
      id: layout.id,
      formatId: null,
      size: `${width} um x ${height} um`,
      says: `${work.title}, proof ${proof.round}`,
      count: 1,
      rotate: true,
      proofId: proof.id,
    });
  },
});
