import { sayAdjustment } from '@/core/colour/adjust';
import { filePixels, resampleFactor } from '@/core/printfile/spec';
import type { Db } from '@/store/db';
import { acceptedProofs, profileNames } from '@/store/proofs';
import { findRows } from '@/store/rows';
import { cropOf } from '../works/workPage';

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
  const rows = await acceptedProofs(db, q);
  const names = new Map((await profileNames(db)).map((p) => [p.id, p.name]));
  const allPreps = await findRows(db, 'preps');
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
