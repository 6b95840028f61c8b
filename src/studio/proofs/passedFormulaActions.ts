import { sayAdjustment } from '@/core/colour/adjust';
import { RefusedError } from '@/core/errors';
import { filePixels, resampleFactor } from '@/core/printfile/spec';
import type { PrepStep } from '@/core/printfile/steps';
import { findRows, insertRow, rowById } from '@/store/rows';
import { currentMaster, formatsOf } from '@/store/works';
import { defineAction } from '../action';
import { id, objectSchema } from '../schemas';
import { noteInJournal } from '../studio';
import { cropOf } from '../works/workPage';
import { passedFormula } from './passedFormulas';

/**
 * Uses a formula that passed for another work: begins a prep with its steps, for the size of that work nearest in factor, and
 * says where its proof is planned with the same paper, route, intent and adjustment.
 */
export const useAgain = defineAction({
  name: 'useAgain',
  input: objectSchema({ proofId: id, workId: id }),

  async run({ studio, tx, input }) {
    const proof = await rowById(studio.db, 'proofs', input.proofId, 'proofId');
    if (proof.state !== 'accepted') throw new RefusedError('Only what was accepted is used again.');
    const work = await rowById(studio.db, 'works', input.workId, 'workId');
    const master = await currentMaster(studio.db, work.id);
    if (!master) throw new RefusedError(`${work.title} has no master yet: bring in a capture first.`);
    const sizes = await formatsOf(studio.db, work.id);
    if (!sizes.length)
      throw new RefusedError(`${work.title} has no size on offer yet: offer one under Sizes.`);
    const line = await passedFormula(studio.db, proof.id);
    const factorOf = (f: (typeof sizes)[number]) =>
      resampleFactor(
        cropOf(f, master),
        filePixels({ width: f.imageWidthUm, height: f.imageHeightUm }, null, proof.plan?.ppi ?? 300)
          .image,
      );
    const nearest = sizes
      .map((f) => ({ f, off: Math.abs(Math.log(factorOf(f) / (line?.factor ?? 1))) }))
      .reduce((a, b) => (b.off < a.off ? b : a)).f;
    const source = await rowById(studio.db, 'works', proof.workId, 'work');
    const at = studio.now();
    const steps: PrepStep[] = (
      await findRows(studio.db, 'preps', { id: (proof.formula.prep ?? '').split(':')[0] ?? '' })
    ).flatMap((p) =>
      p.steps.filter((s) => s.kind !== 'clean' && s.by === 'hand').map((s) => ({ ...s, at })),
    );
    if (proof.adjust)
      steps.push({
        kind: 'tone',
        says: `Adjust: ${sayAdjustment(proof.adjust)}`,
        figures: {},
        by: 'hand',
        at,
      });
    const prepId = studio.newId();

    await insertRow(tx, 'preps', {
      id: prepId,
      workId: work.id,
      masterId: master.id,
      formatId: nearest.id,
      name: `as ${source.title}, round ${proof.round}`.slice(0, 200),
      steps,
      factor: factorOf(nearest),
      copiedFrom: (proof.formula.prep ?? '').split(':')[0] || null,
      createdAt: at,
      changedAt: at,
    });
    await noteInJournal(studio, tx, {
      act: 'began',
      subject: 'prep',
      subjectId: prepId,
      says: `Began a prep of ${work.title} with what passed for ${source.title}, round ${proof.round}`,
    });
    return {
      message: `A prep with ${steps.length} steps is begun for ${nearest.name}; the proof is planned as ${source.title}’s was.`,
      id: prepId,
      href: `/works/${work.id}/proofs/sheet?from=${proof.id}&format=${nearest.id}`,
    };
  },
});
