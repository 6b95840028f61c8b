import { and, asc, desc, eq, isNotNull } from 'drizzle-orm';
import { impressionLabel } from '@/core/edition/states';
import { InputError, RefusedError } from '@/core/errors';
import {
  BEARERS,
  inspected,
  INSPECTION,
  sizeHolds,
  type Bearer,
  type Inspected,
} from '@/core/proof/inspection';
import { formatSize, parseSize } from '@/core/measure';
import type { Db } from '@/store/db';
import { insertRow, rowById } from '@/store/rows';
import { editions, formats, impressions, inspections, papers, proofs } from '@/store/schema';
import { act } from './act';
import { handleImpressions } from './editions';
import { id, just, oneOf, orNull, prose, typed } from './schemas';
import { noteInJournal, type Studio } from './studio';

export type Inspection = typeof inspections.$inferSelect;

/** Printed impressions of a work that nobody has looked over yet, with their reference; and what was looked over lately. */
export async function toInspect(db: Db, workId: string) {
  const waiting = await db
    .select({
      impression: impressions,
      edition: editions,
      format: formats,
      paper: papers.name,
      proof: proofs,
    })
    .from(impressions)
    .innerJoin(editions, eq(editions.id, impressions.editionId))
    .innerJoin(formats, eq(formats.id, impressions.formatId))
    .innerJoin(papers, eq(papers.id, impressions.paperId))
    .leftJoin(proofs, eq(proofs.id, impressions.proofId))
    .where(and(eq(editions.workId, workId), eq(impressions.state, 'printed')))
    .orderBy(asc(impressions.printedAt), asc(impressions.number))
    .limit(200);
  const done = await db
    .select({ inspection: inspections, impression: impressions, size: editions.size })
    .from(inspections)
    .innerJoin(impressions, eq(impressions.id, inspections.impressionId))
    .innerJoin(editions, eq(editions.id, impressions.editionId))
    .where(eq(editions.workId, workId))
    .orderBy(desc(inspections.at))
    .limit(20);
  const name = (i: typeof impressions.$inferSelect, size: number | null) =>
    impressionLabel(i.kind, i.number, size);
  return {
    waiting: waiting.map((w) => ({ ...w, label: name(w.impression, w.edition.size) })),
    done: done.map((d) => ({ ...d, label: name(d.impression, d.size) })),
  };
}

type InspectInput = {
  impressionId: string;
  points: Inspected['points'];
  measured: string;
  words: string;
  bears: Bearer | null;
};
const point = oneOf('right', 'wrong', 'not looked at');

/**
 * Looks one print over beside its reference: all six points right, and it passes; one wrong, and it is spoiled, with the
 * reason and who bears it, in the register.
 */
export const inspectPrint = act<InspectInput>(
  just({
    impressionId: id,
    points: just(Object.fromEntries(INSPECTION.map((p) => [p, point]))),
    measured: typed,
    words: prose,
    bears: orNull(oneOf(...BEARERS)),
  }),
  async (studio: Studio, input) => {
    const { unit } = await studio.settings();
    const impression = await rowById(studio.db, impressions, input.impressionId, 'impressionId');
    if (impression.state !== 'printed')
      throw new RefusedError(`This print is ${impression.state}: it was looked over already.`);
    const format = impression.formatId ? await rowById(studio.db, formats, impression.formatId) : null;
    const measured = input.measured.trim() ? parseSize(input.measured, unit, 'measured') : null;
    const image = format && { width: format.imageWidthUm, height: format.imageHeightUm };
    if (measured && image && !sizeHolds(image, measured) && input.points.size === 'right')
      throw new InputError(
        'points',
        formatSize(measured, unit),
        `size marked wrong, or an image within 1 mm of ${formatSize(image, unit)}`,
      );
    const body = inspected(input.points, { measured, words: input.words, bears: input.bears });
    const note = body.verdict === 'spoiled' ? `${body.words}; borne by ${body.bears}` : body.words;
    const done = await handleImpressions(studio, {
      editionId: impression.editionId,
      impressionIds: [impression.id],
      act: body.verdict,
      note: note.slice(0, 200),
    });
    const newId = studio.newId();
    await studio.store.write(async (tx) => {
      await insertRow(tx, inspections, {
        id: newId,
        impressionId: impression.id,
        proofId: impression.proofId,
        at: studio.now(),
        body,
      });
      await noteInJournal(studio, tx, {
        act: body.verdict,
        subject: 'impression',
        subjectId: impression.id,
        says: `Looked over: ${body.verdict}${note ? `, ${note}` : ''}`,
        after: body,
      });
    });
    return {
      ...done,
      says:
        body.verdict === 'passed' ? `Passed: ${INSPECTION.length} points right.` : `Spoiled: ${note}.`,
      id: newId,
    };
  },
);

/** Prints whose reference was last held beside a print longer ago than the studio asks. */
export async function dueForReference(
  studio: Studio,
): Promise<{ proofId: string; workId: string; since: string; days: number }[]> {
  const { referenceDays } = await studio.settings();
  if (!referenceDays) return [];
  const refs = await studio.db
    .select({ id: proofs.id, workId: proofs.workId, judgedAt: proofs.judgedAt, askedAt: proofs.askedAt })
    .from(proofs)
    .where(eq(proofs.reference, true));
  if (!refs.length) return [];
  const looked = await studio.db
    .select({ proofId: inspections.proofId, at: inspections.at })
    .from(inspections)
    .where(isNotNull(inspections.proofId));
  return refs.flatMap((r) => {
    const since = looked
      .filter((l) => l.proofId === r.id)
      .map((l) => l.at)
      .concat(r.judgedAt ?? r.askedAt)
      .sort()
      .at(-1)!;
    const days = Math.floor((Date.parse(studio.now()) - Date.parse(since)) / 86_400_000);
    return days >= referenceDays ? [{ proofId: r.id, workId: r.workId, since, days }] : [];
  });
}
