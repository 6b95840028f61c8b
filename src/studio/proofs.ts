import { and, eq } from 'drizzle-orm';
import { RefusedError } from '@/core/errors';
import { formatSize, parseLength, parseMoney } from '@/core/measure';
import { VERDICT_LEADS_TO, dried, staleParts, type Formula, type ProofKind, type ProofVerdict } from '@/core/proof/states';
import { judgedDistanceOf } from '@/core/resolution';
import type { Db, Tx } from '@/store/db';
import { nextRound, type proofsOf, type Proof } from '@/store/proofs';
import { insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { formats, papers, proofs, routes, works } from '@/store/schema';
import { currentMaster } from '@/store/works';
import { act } from './act';
import { stampOf } from './formats';
import { flag, id, just, line, oneOf, prose, typed } from './schemas';
import { noteInJournal, type Studio } from './studio';
import { PROOF_KINDS } from '@/core/proof/states';

type AskInput = { formatId: string; paperId: string; routeId: string; kind: ProofKind; changed: string; cost: string; made: boolean };

/** Asks for a proof of a format on a paper by a route, or records one that is already made. */
export const askProof = act<AskInput>(
  just({ formatId: id, paperId: id, routeId: id, kind: oneOf(...PROOF_KINDS), changed: line, cost: typed, made: flag }),
  async (studio, input) => {
    const { currency } = await studio.settings();
    const costMinor = input.cost.trim() ? parseMoney(input.cost, currency, 'cost') : 0;
    return studio.store.write(async (tx) => {
      const format = await rowById(tx, formats, input.formatId, 'formatId');
      const paper = await rowById(tx, papers, input.paperId, 'paperId');
      const route = await rowById(tx, routes, input.routeId, 'routeId');
      const formula = await formulaNow(tx, input);
      const round = await nextRound(tx, format.id, paper.id, route.id);
      const newId = studio.newId();
      await insertRow(tx, proofs, {
        id: newId, workId: format.workId, formatId: format.id, paperId: paper.id, routeId: route.id, masterId: formula.masterId, round,
        kind: input.kind, state: input.made ? 'made' : 'asked', formula, changed: input.changed, askedAt: studio.now(), madeAt: input.made ? studio.now() : null,
        distanceUm: judgedDistanceOf({ width: format.imageWidthUm, height: format.imageHeightUm }), costMinor,
      });
      await noteInJournal(studio, tx, { act: 'asked', subject: 'proof', subjectId: newId, says: `Proof, round ${round}: ${format.name} on ${paper.name} by ${route.name}` });
      return { says: `Round ${round} of ${format.name} on ${paper.name} is ${input.made ? 'made' : 'asked for'}.`, id: newId, undo: { act: 'takeBackProof', input: { id: newId } } };
    });
  },
);

/** Takes back a proof that was asked for by mistake, as long as nobody has judged it. */
export const takeBackProof = act<{ id: string }>(just({ id }), (studio, input) => studio.store.write(async (tx) => {
  const proof = await rowById(tx, proofs, input.id, 'id');
  if (proof.judgedAt) throw new RefusedError('A proof that has been judged stays on record.');
  await removeRow(tx, proofs, input.id);
  await noteInJournal(studio, tx, { act: 'took back', subject: 'proof', subjectId: input.id, says: `Took back round ${proof.round}`, before: proof });
  return { says: `Round ${proof.round} is taken back.` };
}));

/** The proof has come: from now it dries. */
export const proofMade = act<{ id: string }>(just({ id }), (studio, input) => studio.store.write(async (tx) => {
  const proof = await rowById(tx, proofs, input.id, 'id');
  if (proof.state !== 'asked') throw new RefusedError(`Round ${proof.round} is ${proof.state} already.`);
  await patchRow(tx, proofs, input.id, { state: 'made', madeAt: studio.now() });
  const paper = await rowById(tx, papers, proof.paperId);
  await noteInJournal(studio, tx, { act: 'made', subject: 'proof', subjectId: input.id, says: `Round ${proof.round} is here` });
  return { says: `Round ${proof.round} is here. Judge it when it has dried ${paper.dryHours} h.` };
}));

type JudgeInput = { id: string; verdict: ProofVerdict; light: string; distance: string; words: string; reason: string };

/** Judges a proof. An accepted whole proof becomes the reference for its format on its paper. */
export const judgeProof = act<JudgeInput>(
  just({ id, verdict: oneOf('accept', 'adjust', 'reject'), light: line, distance: typed, words: prose, reason: line }),
  async (studio, input) => {
    const { unit } = await studio.settings();
    return studio.store.write(async (tx) => {
      const proof = await rowById(tx, proofs, input.id, 'id');
      if (proof.state !== 'made') throw new RefusedError(proof.state === 'asked' ? 'This proof is not made yet.' : `Round ${proof.round} was judged already: ${proof.state}.`);
      const paper = await rowById(tx, papers, proof.paperId);
      const dry = dried(proof.madeAt!, paper.dryHours, studio.now());
      if (dry.left > 0 && !input.reason.trim()) {
        throw new RefusedError(`It has dried ${dry.hours} h of ${paper.dryHours}; colours still move for ${dry.left} h. Give a reason to judge it now.`, true);
      }
      const reference = input.verdict === 'accept' && proof.kind === 'whole';
      if (reference) await tx.update(proofs).set({ reference: false }).where(and(eq(proofs.formatId, proof.formatId), eq(proofs.paperId, proof.paperId)));
      const distanceUm = input.distance.trim() ? parseLength(input.distance, unit, 'distance') : proof.distanceUm;
      const words = [input.words.trim(), dry.left > 0 && `Judged before it was dry: ${input.reason.trim()}`].filter(Boolean).join('\n');
      await patchRow(tx, proofs, input.id, { state: VERDICT_LEADS_TO[input.verdict], judgedAt: studio.now(), light: input.light, distanceUm, words, reference });
      const format = await rowById(tx, formats, proof.formatId);
      await noteInJournal(studio, tx, { act: input.verdict, subject: 'proof', subjectId: input.id, says: `Judged round ${proof.round} of ${format.name}: ${VERDICT_LEADS_TO[input.verdict]}`, after: { words, light: input.light, distanceUm } });
      return {
        says: reference ? `Accepted. Prints of ${formatSize({ width: format.imageWidthUm, height: format.imageHeightUm }, unit)} on ${paper.name} are held against it from now.` : `Round ${proof.round}: ${VERDICT_LEADS_TO[input.verdict]}.`,
        undo: { act: 'judgeAgain', input: { id: input.id } },
      };
    });
  },
);

/** Takes a judgement back, so that the proof can be judged again. */
export const judgeAgain = act<{ id: string }>(just({ id }), (studio, input) => studio.store.write(async (tx) => {
  const proof = await rowById(tx, proofs, input.id, 'id');
  if (!proof.judgedAt) throw new RefusedError('This proof has not been judged.');
  await patchRow(tx, proofs, input.id, { state: 'made', judgedAt: null, reference: false });
  await noteInJournal(studio, tx, { act: 'took back', subject: 'proof', subjectId: input.id, says: `Took back the judgement of round ${proof.round}`, before: proof });
  return { says: `Round ${proof.round} waits to be judged again.` };
}));

/** What a print of a format on a paper by a route would be made of now. */
export async function formulaNow(db: Db | Tx, q: { formatId: string; paperId: string; routeId: string }): Promise<Formula> {
  const format = await rowById(db, formats, q.formatId, 'formatId');
  const master = await currentMaster(db, format.workId);
  if (!master) {
    const work = await rowById(db, works, format.workId);
    throw new RefusedError(`${work.title} has no master yet: bring in a capture first.`);
  }
  return { masterId: master.id, formatId: format.id, formatStamp: stampOf(format), paperId: q.paperId, routeId: q.routeId };
}

/** What has changed since a proof was made; empty while it still speaks for what would be printed. */
export async function staleness(db: Db | Tx, proof: Proof): Promise<string[]> {
  return staleParts(proof.formula, await formulaNow(db, proof));
}

export type ProofLine = Awaited<ReturnType<typeof proofsOf>>[number] & { dry: { hours: number; left: number }; stale: string[] };

/** Each proof of a work with how dry it is now, and what has changed since an accepted one was made. */
export function proofStates(studio: Studio, rows: Awaited<ReturnType<typeof proofsOf>>): Promise<ProofLine[]> {
  const now = studio.now();
  return Promise.all(rows.map(async (r) => ({
    ...r,
    dry: r.proof.madeAt ? dried(r.proof.madeAt, r.paper.dryHours, now) : { hours: 0, left: r.paper.dryHours },
    stale: r.proof.state === 'accepted' ? await staleness(studio.db, r.proof) : [],
  })));
}
