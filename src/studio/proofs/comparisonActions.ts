import { sayAdjustment } from '@/core/colour/adjust';
import { PRACTICE_CHART } from '@/core/colour/practiceChart';
import { InputError, RefusedError } from '@/core/errors';
import { compareReadings } from '@/core/proof/compare';
import { readReadings } from '@/paperwork/readReadings';
import { removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { startJob } from '../jobs';
import { id, line, listOf, objectSchema, oneOf, orNull, Type } from '../schemas';
import { noteInJournal } from '../studio';
import { comparable, compareKept, keepComparison, text } from './comparisons';

const untagged = Type.Union([oneOf('sRGB', 'opRGB'), Type.Null()]);

/** Compares a proof with its picture by one capture of it, or two of the same page. */
export const compareCaptures = defineAction({
  name: 'compareCaptures',
  input: objectSchema({
    proofId: id,
    captures: listOf(
      objectSchema({ sha256: Type.String({ pattern: '^[0-9a-f]{64}$' }), fileName: line }),
      {
        minItems: 1,
        maxItems: 2,
      },
    ),
    untaggedIs: untagged,
  }),

  async run({ studio, input }) {
    await comparable(studio, input.proofId);
    for (const [i, c] of input.captures.entries())
      if (!(await studio.objects.has(c.sha256)))
        throw new InputError(`captures[${i}]`, c.fileName, 'a capture that was brought in');
    if (input.captures[1] && input.captures[1].sha256 === input.captures[0]!.sha256)
      throw new InputError(
        'captures[1]',
        input.captures[1].fileName,
        'a second capture of the same page; this is the very same file',
      );
    return {
      message: 'Comparing.',
      job: startJob(studio, (follow) =>
        compareKept(studio, follow, input.proofId, input.captures, input.untaggedIs),
      ),
    };
  },
});

/** Takes a comparison out again, for one made of the wrong file. */
export const removeComparison = defineAction({
  name: 'removeComparison',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const row = await rowById(tx, 'comparisons', input.id, 'id');
    await removeRow(tx, 'comparisons', row.id);
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'proof',
      subjectId: row.proofId,
      says: 'Took a comparison out',
      before: row,
    });
    return { message: 'Taken out. The captures stay in the studio’s folder.' };
  },
});

/** Compares patch readings, CGATS or CSV, with their reference: the practice chart, or a second file. */
export const compareReadingTexts = defineAction({
  name: 'compareReadingTexts',
  input: objectSchema({ proofId: id, fileName: line, readings: text, reference: orNull(text) }),

  async run({ studio, input: given }) {
    const proof = await rowById(studio.db, 'proofs', given.proofId, 'proof');
    const result = compareReadings(
      readReadings(given.readings, 'readings'),
      given.reference
        ? readReadings(given.reference, 'reference')
        : PRACTICE_CHART.map((p) => ({ id: p.id, lab: p.lab })),
    );
    const message = `${result.patches.length} patches: mean ${result.mean.toFixed(1)} ΔE00, 95th percentile ${result.p95.toFixed(1)}, the worst is ${result.worst}.${result.left.length ? ` ${result.left.length} have no reference and are left out.` : ''}`;
    return keepComparison(
      studio,
      proof,
      [],
      { way: 'readings', fileName: given.fileName, ...result },
      message,
    );
  },
});

/** Begins the next round with what a comparison advises. */
export const takeAdvice = defineAction({
  name: 'takeAdvice',
  input: objectSchema({ id }),

  async run({ tx, input }) {
    const row = await rowById(tx, 'comparisons', input.id, 'id');
    if (row.body.way !== 'scan')
      throw new RefusedError(
        'Readings of patches say how the paper prints, not how the picture is to be changed.',
      );
    const proof = await rowById(tx, 'proofs', row.proofId);
    const advice = row.body.advice;
    return {
      message: `The next round is adjusted: ${sayAdjustment(advice)}.`,
      id: proof.id,
      adjust: advice,
      href: `/works/${proof.workId}/proofs/sheet?from=${proof.id}&advice=${row.id}`,
    };
  },
});
