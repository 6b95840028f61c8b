import { daysApart } from '@/core/measure/day';
import { NO_ADJUSTMENT, partsChanged, type Adjustment } from '@/core/colour/adjust';
import { type Intent } from '@/core/colour/intents';
import { RefusedError } from '@/core/errors';
import type { ProofPlan } from '@/core/proof/plan';
import {
  changedBetween,
  dried,
  otherLot,
  staleParts,
  type Formula,
  type ProofKind,
} from '@/core/proof/proofStates';
import { judgedDistanceOf } from '@/core/resolution';
import type { Db, Tx } from '@/store/db';
import { lastMadeFile, nextRound, type Proof, type proofsOf } from '@/store/proofs';
import { findRow, findRows, insertRow, rowById } from '@/store/rows';
import { currentMaster } from '@/store/works';
import { formatFingerprint } from '../formats/formats';
import { lotsOnHand } from '../papers/lots';
import { type Studio } from '../studio';
import { currentProfile } from './profiles';
type NewProof = Making & {
  workId: string;
  kind: ProofKind;
  changed: string;
  costMinor: number;
  made: boolean;
  adjust?: Adjustment | null;
  plan?: ProofPlan | null;
  printFileSha?: string | null;
  fileName?: string;
};

/** Writes a round, with what Glassine itself sees to have changed since the last of this size on this paper by this route. */
export async function insertProof(
  studio: Studio,
  tx: Tx,
  p: NewProof,
): Promise<{ id: string; round: number; changes: string[] }> {
  const format = await rowById(tx, 'formats', p.formatId, 'formatId');
  const formula = await formulaNow(tx, p);
  const last = await lastRound(tx, p);
  const changes = last
    ? [...changedBetween(last.formula, formula), ...adjustmentChanged(last.adjust, p.adjust ?? null)]
    : [];
  const round = await nextRound(tx, format.id, p.paperId, p.routeId);
  const newId = studio.newId();
  await insertRow(tx, 'proofs', {
    id: newId,
    workId: p.workId,
    formatId: format.id,
    paperId: p.paperId,
    routeId: p.routeId,
    masterId: formula.masterId,
    round,
    kind: p.kind,
    state: p.made ? 'made' : 'asked',
    formula,
    changed: p.changed,
    askedAt: studio.now(),
    madeAt: p.made ? studio.now() : null,
    distanceUm: judgedDistanceOf({ width: format.imageWidthUm, height: format.imageHeightUm }),
    costMinor: p.costMinor,
    changes,
    adjust: p.adjust ?? null,
    plan: p.plan ?? null,
    printFileSha: p.printFileSha ?? null,
    fileName: p.fileName ?? '',
    intent: formula.intent ?? null,
  });
  return { id: newId, round, changes };
}

/** An adjustment is one thing, however many of its figures moved: comparing back gives them together. */
function adjustmentChanged(last: Adjustment | null, now: Adjustment | null): string[] {
  const parts = partsChanged(last ?? NO_ADJUSTMENT, now ?? NO_ADJUSTMENT);
  return parts.length ? [`the adjustment (${parts.join(', ')})`] : [];
}

/** The last round of a size on any paper and route: that of the same paper and route first. */
async function lastRound(db: Db | Tx, p: Making): Promise<Proof | undefined> {
  const all = await findRows(
    db,
    'proofs',
    { formatId: p.formatId },
    { orderBy: ['-askedAt', '-id'], limit: 60 },
  );
  return all.find((r) => r.paperId === p.paperId && r.routeId === p.routeId) ?? all[0];
}

/** The prep as it stands, as a mark: what was done by hand, in order. What Glassine wrote beside it changes nothing. */
export const prepMark = (prep: { id: string; steps: { by: string; says: string }[] }): string =>
  `${prep.id}:${prep.steps
    .filter((s) => s.by === 'hand')
    .map((s) => s.says)
    .join('|')}`;

type Making = {
  formatId: string;
  paperId: string;
  routeId: string;
  machineId?: string | null;
  lotId?: string | null;
  intent?: Intent | null;
};

/** What a print of a format on a paper by a route would be made of now: parts nobody has said yet are left out. */
export async function formulaNow(db: Db | Tx, q: Making): Promise<Formula> {
  const format = await rowById(db, 'formats', q.formatId, 'formatId');
  const route = await rowById(db, 'routes', q.routeId, 'routeId');
  const master = await currentMaster(db, format.workId);
  if (!master) {
    const work = await rowById(db, 'works', format.workId);
    throw new RefusedError(`${work.title} has no master yet: bring in a capture first.`);
  }
  const own = route.kind === 'own printer';
  const [prep] = await findRows(
    db,
    'preps',
    { masterId: master.id, formatId: format.id },
    { orderBy: ['-changedAt'], limit: 1 },
  );
  const machineId = own ? (q.machineId ?? (await onlyMachine(db))) : null;
  const lotId = own
    ? (q.lotId ?? (await lotsOnHand(db as Db, [q.paperId])).find((l) => l.onHand > 0)?.id)
    : null;
  const profile = await currentProfile(db, { paperId: q.paperId, machineId, routeId: q.routeId });
  const [file] = await lastMadeFile(db, format.id);
  const intent = q.intent ?? file?.spec?.intent;
  return {
    masterId: master.id,
    formatId: format.id,
    formatStamp: formatFingerprint(format),
    paperId: q.paperId,
    routeId: q.routeId,
    ...(prep && { prep: prepMark(prep) }),
    ...(machineId && { machineId }),
    ...(lotId && { lotId }),
    ...(profile && { profileId: profile.id }),
    ...(intent && { intent }),
  };
}

/** Where there is only one own printer, nobody need say which. */
async function onlyMachine(db: Db | Tx): Promise<string | null> {
  const all = await findRows(db, 'machines', { archivedAt: null });
  return all.length === 1 ? all[0]!.id : null;
}

/** What has changed since a proof was made; empty while it still speaks for what would be printed. */
export async function staleness(db: Db | Tx, proof: Proof): Promise<string[]> {
  return staleParts(proof.formula, await nowFor(db, proof));
}

/** What the same proof would be made of now: on its own machine while that is here, by the intent that print files are made with. */
async function nowFor(db: Db | Tx, proof: Proof): Promise<Formula> {
  const machineId = proof.formula.machineId;
  const here = machineId ? await findRow(db, 'machines', machineId) : null;
  const now = await formulaNow(db, {
    ...proof,
    intent: null,
    machineId: here && !here.archivedAt ? machineId : null,
  });
  // The very same file, kept anew, is the same profile.
  if (now.profileId && proof.formula.profileId && now.profileId !== proof.formula.profileId) {
    const two = await findRows(db, 'profiles', { id: [now.profileId, proof.formula.profileId] });
    if (two.length === 2 && two[0]!.sha256 === two[1]!.sha256)
      return { ...now, profileId: proof.formula.profileId };
  }
  return now;
}

/** Whether prints would be made on another lot of the paper than the proof: a warning. */
export async function lotWarning(db: Db | Tx, proof: Proof): Promise<string | null> {
  const now = await nowFor(db, proof);
  if (!otherLot(proof.formula, now)) return null;
  const [was, is] = await Promise.all([
    rowById(db, 'lots', proof.formula.lotId!),
    rowById(db, 'lots', now.lotId!),
  ]);
  return `Proofed on lot ${was.name}; prints would come from lot ${is.name}. Papers differ a little from lot to lot: look at the first print beside the reference.`;
}

export type ProofLine = Awaited<ReturnType<typeof proofsOf>>[number] & {
  dry: { hours: number; left: number };
  stale: string[];
  lot: string | null;
  /** From asking to judging. */ days: number | null;
};

/** Each proof of a work with how dry it is now, and what has changed since an accepted one was made. */
export function proofStates(
  studio: Studio,
  rows: Awaited<ReturnType<typeof proofsOf>>,
): Promise<ProofLine[]> {
  const now = studio.now();
  return Promise.all(
    rows.map(async (r) => ({
      ...r,
      dry: r.proof.madeAt
        ? dried(r.proof.madeAt, r.paper.dryHours, now)
        : { hours: 0, left: r.paper.dryHours },
      stale: r.proof.state === 'accepted' ? await staleness(studio.db, r.proof) : [],
      lot: r.proof.reference ? await lotWarning(studio.db, r.proof) : null,
      days: r.proof.judgedAt ? Math.round(daysApart(r.proof.askedAt, r.proof.judgedAt)) : null,
    })),
  );
}
