import { and, desc, eq, sql } from 'drizzle-orm';
import { RefusedError } from '@/core/errors';
import { sayAdjustment } from '@/core/colour/adjust';
import { filePixels, resampleFactor } from '@/core/printfile/spec';
import type { PrepStep } from '@/core/printfile/steps';
import type { Db } from '@/store/db';
import { insertRow, rowById } from '@/store/rows';
import { formats, masters, papers, preps, profiles, proofs, routes, works } from '@/store/schema';
import { currentMaster, formatsOf } from '@/store/works';
import { act } from './act';
import { id, just } from './schemas';
import { cropOf } from './stations';
import { noteInJournal, type Studio } from './studio';

/** What passed: an accepted proof and everything it was made of. */
export type PassedFormula = {
  proofId: string;
  workId: string;
  title: string;
  workKind: string;
  format: string;
  widthUm: number;
  heightUm: number;
  paper: string;
  paperId: string;
  route: string;
  routeId: string;
  round: number;
  reference: boolean;
  judgedAt: string;
  words: string;
  intent: string | null;
  profile: string | null;
  adjusted: string;
  steps: string[];
  factor: number | null;
};
export type FormulaQuery = {
  paperId?: string;
  kind?: string;
  factor?: number;
  longMm?: number;
  words?: string;
};

/** Factors within this share of each other are alike. */
const LIKE_FACTOR = 1.25,
  LIKE_SIZE = 1.35;

/** Everything that passed, the newest first, narrowed by paper, kind of work, resample factor, size and words. */
export async function passedFormulas(db: Db, q: FormulaQuery = {}): Promise<PassedFormula[]> {
  const rows = await db
    .select({
      proof: proofs,
      work: works,
      format: formats,
      paper: papers,
      route: routes,
      master: masters,
    })
    .from(proofs)
    .innerJoin(works, eq(works.id, proofs.workId))
    .innerJoin(formats, eq(formats.id, proofs.formatId))
    .innerJoin(papers, eq(papers.id, proofs.paperId))
    .innerJoin(routes, eq(routes.id, proofs.routeId))
    .innerJoin(masters, eq(masters.id, proofs.masterId))
    .where(
      and(
        eq(proofs.state, 'accepted'),
        q.paperId ? eq(proofs.paperId, q.paperId) : undefined,
        q.kind ? sql`${works.kind} = ${q.kind}` : undefined,
      ),
    )
    .orderBy(desc(proofs.judgedAt))
    .limit(500);
  const names = new Map(
    (await db.select({ id: profiles.id, name: profiles.fileName }).from(profiles)).map((p) => [
      p.id,
      p.name,
    ]),
  );
  const allPreps = await db.select().from(preps);
  const words = (q.words ?? '').trim().toLowerCase();
  return rows.flatMap(({ proof, work, format, paper, route, master }): PassedFormula[] => {
    const [prepId] = (proof.formula.prep ?? '').split(':');
    const prep =
      allPreps.find((p) => p.id === prepId) ??
      allPreps.find((p) => p.masterId === master.id && p.formatId === format.id);
    const image = { width: format.imageWidthUm, height: format.imageHeightUm };
    const factor =
      prep?.factor ??
      resampleFactor(cropOf(format, master), filePixels(image, null, proof.plan?.ppi ?? 300).image);
    const line: PassedFormula = {
      proofId: proof.id,
      workId: work.id,
      title: work.title,
      workKind: work.kind,
      format: format.name,
      widthUm: image.width,
      heightUm: image.height,
      paper: paper.name,
      paperId: paper.id,
      route: route.name,
      routeId: route.id,
      round: proof.round,
      reference: proof.reference,
      judgedAt: proof.judgedAt ?? proof.askedAt,
      words: proof.words,
      intent: proof.intent,
      profile: proof.formula.profileId ? (names.get(proof.formula.profileId) ?? null) : null,
      adjusted: proof.adjust ? sayAdjustment(proof.adjust) : 'none',
      steps: prep?.steps.filter((s) => s.kind !== 'clean').map((s) => s.says) ?? [],
      factor,
    };
    const long = Math.max(image.width, image.height) / 1_000;
    if (q.factor && !(factor / q.factor < LIKE_FACTOR && q.factor / factor < LIKE_FACTOR)) return [];
    if (q.longMm && !(long / q.longMm < LIKE_SIZE && q.longMm / long < LIKE_SIZE)) return [];
    if (
      words &&
      ![line.title, line.paper, line.words, line.adjusted, ...line.steps]
        .join(' ')
        .toLowerCase()
        .includes(words)
    )
      return [];
    return [line];
  });
}

/**
 * Uses a formula that passed for another work: begins a prep with its steps, for the size of that work nearest in factor, and
 * says where its proof is planned with the same paper, route, intent and adjustment.
 */
export const useAgain = act<{ proofId: string; workId: string }>(
  just({ proofId: id, workId: id }),
  async (studio: Studio, input) => {
    const proof = await rowById(studio.db, proofs, input.proofId, 'proofId');
    if (proof.state !== 'accepted') throw new RefusedError('Only what was accepted is used again.');
    const work = await rowById(studio.db, works, input.workId, 'workId');
    const master = await currentMaster(studio.db, work.id);
    if (!master) throw new RefusedError(`${work.title} has no master yet: bring in a capture first.`);
    const sizes = await formatsOf(studio.db, work.id);
    if (!sizes.length)
      throw new RefusedError(`${work.title} has no size on offer yet: offer one under Sizes.`);
    const [line] = (await passedFormulas(studio.db)).filter((f) => f.proofId === proof.id);
    const factorOf = (f: (typeof sizes)[number]) =>
      resampleFactor(
        cropOf(f, master),
        filePixels({ width: f.imageWidthUm, height: f.imageHeightUm }, null, proof.plan?.ppi ?? 300)
          .image,
      );
    const nearest = sizes
      .map((f) => ({ f, off: Math.abs(Math.log(factorOf(f) / (line?.factor ?? 1))) }))
      .reduce((a, b) => (b.off < a.off ? b : a)).f;
    const source = await rowById(studio.db, works, proof.workId, 'work');
    const at = studio.now();
    const steps: PrepStep[] = (
      await studio.db
        .select()
        .from(preps)
        .where(eq(preps.id, (proof.formula.prep ?? '').split(':')[0] ?? ''))
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
    return studio.store.write(async (tx) => {
      await insertRow(tx, preps, {
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
        says: `A prep with ${steps.length} steps is begun for ${nearest.name}; the proof is planned as ${source.title}’s was.`,
        id: prepId,
        more: { href: `/works/${work.id}/proofs/sheet?from=${proof.id}&format=${nearest.id}` },
        undo: { act: 'removePrep', input: { id: prepId } },
      };
    });
  },
);
