import { type Adjustment } from '@/core/colour/adjust';
import { INTENTS } from '@/core/colour/intents';
import { RefusedError } from '@/core/errors';
import { STEPPED } from '@/core/proof/plan';
import { KERNELS } from '@/core/printfile/resample';
import { type PrintSpec } from '@/core/printfile/spec';
import type { Received } from '@/imaging/objects';
import { patchRow, rowById } from '@/store/rows';
import { type Master } from '@/store/works';
import { rm } from 'node:fs/promises';
import { maskInput } from '../print-files/printFiles';
import {
  id,
  line,
  listOf,
  numberBetween,
  objectSchema,
  oneOf,
  orNull,
  Type,
  moneyInput,
  wholeNumber,
  type Static,
} from '../schemas';
import { noteInJournal, type Studio } from '../studio';

// A straightened cut may begin beyond the picture's side, where its turned corner does not.
const region = objectSchema({
  left: wholeNumber(-200_000, 200_000),
  top: wholeNumber(-200_000, 200_000),
  width: wholeNumber(8, 200_000),
  height: wholeNumber(8, 200_000),
});

const namedRegion = objectSchema({ ...region.properties, says: line });
export const adjustmentSchema = objectSchema({
  lightness: numberBetween(-40, 40),
  contrast: numberBetween(0.4, 2),
  saturation: numberBetween(0, 2.5),
  warmth: numberBetween(-40, 40),
  tint: numberBetween(-40, 40),
  curve: Type.Unsafe<Adjustment['curve']>(
    listOf(Type.Tuple([numberBetween(0, 100), numberBetween(0, 100)]), { maxItems: 40 }),
  ),
});

const step = objectSchema({
  of: oneOf(...STEPPED),
  /** Sharpening goes by tens of per cent, colours by less. */
  by: numberBetween(-200, 200),
  each: wholeNumber(1, 6),
});

export const untagged = Type.Union([oneOf('sRGB', 'opRGB'), Type.Null()]);
/** What an untagged master is taken for: only ever what a person said. */
export const meaningOf = (master: Master, said: PrintSpec['untaggedIs']): PrintSpec['untaggedIs'] => {
  if (master.profileLabel || master.channels !== 3 || said) return said;
  throw new RefusedError(
    `${master.fileName} is untagged: say what its numbers mean, sRGB or opRGB, before colours are judged by it.`,
  );
};
export const sheetInput = objectSchema({
  formatId: id,
  paperId: id,
  routeId: id,
  machineId: orNull(id),
  lotId: orNull(id),
  intent: oneOf(...INTENTS),
  ppi: numberBetween(60, 1_440),
  kernel: oneOf(...KERNELS),
  sharpen: orNull(maskInput),
  adjust: orNull(adjustmentSchema),
  untaggedIs: untagged,
  changed: line,
  cost: moneyInput,
  what: Type.Union([
    objectSchema({
      kind: Type.Literal('snippet'),
      regions: listOf(namedRegion, { minItems: 1, maxItems: 6 }),
    }),
    objectSchema({ kind: Type.Literal('whole') }),
    objectSchema({ kind: Type.Literal('reduced'), longSideUm: wholeNumber(30_000, 600_000) }),
    objectSchema({
      kind: oneOf('strip', 'thumbnails'),
      region,
      across: step,
      down: orNull(step),
      cellWidthUm: orNull(wholeNumber(8_000, 200_000)),
    }),
  ]),
});

export type SheetInput = Static<typeof sheetInput>;

/** A photograph of a proof, kept with it. */
export async function keepProofPhoto(
  studio: Studio,
  given: { proofId: string; fileName: string; received: Received },
): Promise<{ message: string; id: string }> {
  const proof = await rowById(studio.db, 'proofs', given.proofId, 'proof');
  const facts = await studio.imaging.facts(given.received.path, given.fileName).done;
  const small = await studio.objects.passing();
  try {
    await studio.imaging.do('showSheet', [given.received.path, small]).done;
    const { sha256 } = await studio.objects.adopt(small);
    await studio.store.write(async (tx) => {
      await patchRow(tx, 'proofs', proof.id, { photoSha: sha256 });
      await noteInJournal(studio, tx, {
        act: 'kept',
        subject: 'proof',
        subjectId: proof.id,
        says: `A photograph of round ${proof.round}: ${given.fileName}, ${facts.width} × ${facts.height} px`,
        before: proof.photoSha,
        after: sha256,
      });
    });
    return { message: `${given.fileName} is kept with round ${proof.round}.`, id: proof.id };
  } finally {
    await rm(small, { force: true });
  }
}
