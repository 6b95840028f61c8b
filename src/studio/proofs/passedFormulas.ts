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

/** So many are shown at a time. */
export const FORMULAS_A_PAGE = 40;
/** So many are read at a time while those that are asked for are looked for. */
const READ_AT_ONCE = 200;

/**
 * What passed, the newest first, narrowed by paper, kind of work, resample factor, size and words.
 *
 * @param page from 0
 * @returns those of the page, and whether there are more behind them
 */
export async function passedFormulas(
  db: Db,
  q: FormulaQuery = {},
  page = 0,
): Promise<{ list: PassedFormula[]; isMore: boolean }> {
  const wanted = (page + 1) * FORMULAS_A_PAGE + 1;
  const found: PassedFormula[] = [];
  for (let offset = 0; found.length < wanted; offset += READ_AT_ONCE) {
    const rows = await acceptedProofs(db, { ...q, offset, limit: READ_AT_ONCE });
    found.push(...(await formulasOf(db, rows)).filter((formula) => isAskedFor(formula, q)));
    if (rows.length < READ_AT_ONCE) break;
  }
  return {
    list: found.slice(page * FORMULAS_A_PAGE, (page + 1) * FORMULAS_A_PAGE),
    isMore: found.length >= wanted,
  };
}

/** What one accepted proof was made of; nothing for one that is not there. */
export async function passedFormula(db: Db, proofId: string): Promise<PassedFormula | null> {
  const [formula] = await formulasOf(db, await acceptedProofs(db, { proofId, offset: 0, limit: 1 }));
  return formula ?? null;
}

function isAskedFor(line: PassedFormula, q: FormulaQuery): boolean {
  const isLike = (a: number, b: number, share: number) => a / b < share && b / a < share;
  if (q.factor && !(line.factor && isLike(line.factor, q.factor, LIKE_FACTOR))) return false;
  const long = Math.max(line.widthUm, line.heightUm) / 1_000;
  if (q.longMm && !isLike(long, q.longMm, LIKE_SIZE)) return false;
  const words = (q.words ?? '').trim().toLowerCase();
  const text = [line.title, line.paper, line.words, line.adjusted, ...line.steps].join(' ');
  return text.toLowerCase().includes(words);
}

type Accepted = Awaited<ReturnType<typeof acceptedProofs>>[number];

async function formulasOf(db: Db, rows: readonly Accepted[]): Promise<PassedFormula[]> {
  if (rows.length === 0) return [];
  const [profiles, preps] = await Promise.all([
    profileNames(db),
    findRows(db, 'preps', { masterId: [...new Set(rows.map(({ master }) => master.id))] }),
  ]);
  const names = new Map(profiles.map((profile) => [profile.id, profile.name]));
  const prepById = new Map(preps.map((prep) => [prep.id, prep]));
  const prepBySize = new Map(preps.map((prep) => [`${prep.masterId} ${prep.formatId}`, prep]));
  return rows.map(({ proof, work, format, paper, route, master }): PassedFormula => {
    const [prepId] = (proof.formula.prep ?? '').split(':');
    const prep = prepById.get(prepId ?? '') ?? prepBySize.get(`${master.id} ${format.id}`);
    const image = { width: format.imageWidthUm, height: format.imageHeightUm };
    const factor =
      prep?.factor ??
      resampleFactor(cropOf(format, master), filePixels(image, null, proof.plan?.ppi ?? 300).image);
    return {
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
  });
}
