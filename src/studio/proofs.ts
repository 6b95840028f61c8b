import { and, desc, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import { RefusedError } from '@/core/errors';
import { formatSize, parseLength, parseMoney } from '@/core/measure';
import { NO_ADJUSTMENT, partsChanged, type Adjustment } from '@/core/colour/adjust';
import { INTENTS, type Intent } from '@/core/colour/intents';
import type { ProofPlan } from '@/core/proof/plan';
import {
  changedBetween,
  otherLot,
  VERDICT_LEADS_TO,
  dried,
  staleParts,
  type ClientAnswer,
  type Formula,
  type ProofKind,
  type ProofVerdict,
} from '@/core/proof/states';
import { judgedDistanceOf } from '@/core/resolution';
import type { Db, Tx } from '@/store/db';
import { nextRound, printsFromProof, type proofsOf, type Proof } from '@/store/proofs';
import { insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import {
  formats,
  lots,
  machines,
  papers,
  preps,
  printFiles,
  profiles,
  proofs,
  routes,
  works,
} from '@/store/schema';
import { currentMaster } from '@/store/works';
import { act } from './act';
import { stampOf } from './formats';
import { lotsOnHand } from './lots';
import { currentProfile } from './profiles';
import { flag, id, just, line, name, oneOf, orNull, prose, typed } from './schemas';
import { noteInJournal, type Studio } from './studio';
import { PROOF_KINDS } from '@/core/proof/states';

type AskInput = {
  formatId: string;
  paperId: string;
  routeId: string;
  kind: ProofKind;
  changed: string;
  cost: string;
  made: boolean;
  machineId?: string | null;
  lotId?: string | null;
  intent?: Intent | null;
};

/** Asks for a proof of a format on a paper by a route, or records one that is already made. */
export const askProof = act<AskInput>(
  just(
    {
      formatId: id,
      paperId: id,
      routeId: id,
      kind: oneOf(...PROOF_KINDS),
      changed: line,
      cost: typed,
      made: flag,
      machineId: orNull(id),
      lotId: orNull(id),
      intent: orNull(oneOf(...INTENTS)),
    },
    ['machineId', 'lotId', 'intent'],
  ),
  async (studio, input) => {
    const { currency } = await studio.settings();
    const costMinor = input.cost.trim() ? parseMoney(input.cost, currency, 'cost') : 0;
    return studio.store.write(async (tx) => {
      const format = await rowById(tx, formats, input.formatId, 'formatId');
      const paper = await rowById(tx, papers, input.paperId, 'paperId');
      const route = await rowById(tx, routes, input.routeId, 'routeId');
      const { id: newId, round } = await insertProof(studio, tx, {
        ...input,
        workId: format.workId,
        costMinor,
        made: input.made,
      });
      await noteInJournal(studio, tx, {
        act: 'asked',
        subject: 'proof',
        subjectId: newId,
        says: `Proof, round ${round}: ${format.name} on ${paper.name} by ${route.name}`,
      });
      return {
        says: `Round ${round} of ${format.name} on ${paper.name} is ${input.made ? 'made' : 'asked for'}.`,
        id: newId,
        undo: { act: 'takeBackProof', input: { id: newId } },
      };
    });
  },
);

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
  const format = await rowById(tx, formats, p.formatId, 'formatId');
  const formula = await formulaNow(tx, p);
  const last = await lastRound(tx, p);
  const changes = last
    ? [...changedBetween(last.formula, formula), ...adjustmentChanged(last.adjust, p.adjust ?? null)]
    : [];
  const round = await nextRound(tx, format.id, p.paperId, p.routeId);
  const newId = studio.newId();
  await insertRow(tx, proofs, {
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
  const all = await db
    .select()
    .from(proofs)
    .where(eq(proofs.formatId, p.formatId))
    .orderBy(desc(proofs.askedAt), desc(proofs.id))
    .limit(60);
  return all.find((r) => r.paperId === p.paperId && r.routeId === p.routeId) ?? all[0];
}

/** Takes back a proof that was asked for by mistake, as long as nobody has judged it. */
export const takeBackProof = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const proof = await rowById(tx, proofs, input.id, 'id');
    if (proof.judgedAt) throw new RefusedError('A proof that has been judged stays on record.');
    await refuseIfUsed(tx, proof);
    await removeRow(tx, proofs, input.id);
    await noteInJournal(studio, tx, {
      act: 'took back',
      subject: 'proof',
      subjectId: input.id,
      says: `Took back round ${proof.round}`,
      before: proof,
    });
    return { says: `Round ${proof.round} is taken back.` };
  }),
);

/** Prints were held against it: what it was accepted as is part of what they are. */
async function refuseIfUsed(tx: Tx, proof: Proof): Promise<void> {
  const prints = await printsFromProof(tx, proof.id);
  if (prints)
    throw new RefusedError(
      `${prints === 1 ? 'A print was' : `${prints} prints were`} made from round ${proof.round}: its judgement stays. Ask for a new round instead.`,
    );
}

/** The proof has come: from now it dries. */
export const proofMade = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const proof = await rowById(tx, proofs, input.id, 'id');
    if (proof.state !== 'asked')
      throw new RefusedError(`Round ${proof.round} is ${proof.state} already.`);
    await patchRow(tx, proofs, input.id, { state: 'made', madeAt: studio.now() });
    const paper = await rowById(tx, papers, proof.paperId);
    await noteInJournal(studio, tx, {
      act: 'made',
      subject: 'proof',
      subjectId: input.id,
      says: `Round ${proof.round} is here`,
    });
    return { says: `Round ${proof.round} is here. Judge it when it has dried ${paper.dryHours} h.` };
  }),
);

type JudgeInput = {
  id: string;
  verdict: ProofVerdict;
  light: string;
  distance: string;
  words: string;
  reason: string;
  place?: string;
};

/** Judges a proof. An accepted whole proof becomes the reference for its format on its paper. */
export const judgeProof = act<JudgeInput>(
  just(
    {
      id,
      verdict: oneOf('accept', 'adjust', 'reject'),
      light: line,
      distance: typed,
      words: prose,
      reason: line,
      place: line,
    },
    ['place'],
  ),
  async (studio, input) => {
    const { unit } = await studio.settings();
    return studio.store.write(async (tx) => {
      const proof = await rowById(tx, proofs, input.id, 'id');
      if (proof.state !== 'made')
        throw new RefusedError(
          proof.state === 'asked'
            ? 'This proof is not made yet.'
            : `Round ${proof.round} was judged already: ${proof.state}.`,
        );
      const paper = await rowById(tx, papers, proof.paperId);
      const dry = dried(proof.madeAt!, paper.dryHours, studio.now());
      if (dry.left > 0 && !input.reason.trim()) {
        throw new RefusedError(
          `It has dried ${dry.hours} h of ${paper.dryHours}; colours still move for ${dry.left} h. Give a reason to judge it now.`,
          true,
        );
      }
      const reference = input.verdict === 'accept' && proof.kind === 'whole';
      if (reference)
        await tx
          .update(proofs)
          .set({ reference: false })
          .where(and(eq(proofs.formatId, proof.formatId), eq(proofs.paperId, proof.paperId)));
      const distanceUm = input.distance.trim()
        ? parseLength(input.distance, unit, 'distance')
        : proof.distanceUm;
      const words = [
        input.words.trim(),
        dry.left > 0 && `Judged before it was dry: ${input.reason.trim()}`,
      ]
        .filter(Boolean)
        .join('\n');
      await patchRow(tx, proofs, input.id, {
        state: VERDICT_LEADS_TO[input.verdict],
        judgedAt: studio.now(),
        light: input.light,
        distanceUm,
        words,
        reference,
        place: input.place?.trim() ?? '',
        driedHours: dry.hours,
      });
      const format = await rowById(tx, formats, proof.formatId);
      await noteInJournal(studio, tx, {
        act: input.verdict,
        subject: 'proof',
        subjectId: input.id,
        says: `Judged round ${proof.round} of ${format.name}: ${VERDICT_LEADS_TO[input.verdict]}`,
        after: { words, light: input.light, distanceUm },
      });
      return {
        says: reference
          ? `Accepted. Prints of ${formatSize({ width: format.imageWidthUm, height: format.imageHeightUm }, unit)} on ${paper.name} are held against it from now.`
          : `Round ${proof.round}: ${VERDICT_LEADS_TO[input.verdict]}.`,
        undo: { act: 'judgeAgain', input: { id: input.id } },
      };
    });
  },
);

/** Takes a judgement back, so that the proof can be judged again. */
export const judgeAgain = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const proof = await rowById(tx, proofs, input.id, 'id');
    if (!proof.judgedAt) throw new RefusedError('This proof has not been judged.');
    await refuseIfUsed(tx, proof);
    await patchRow(tx, proofs, input.id, {
      state: 'made',
      judgedAt: null,
      reference: false,
      driedHours: null,
    });
    await noteInJournal(studio, tx, {
      act: 'took back',
      subject: 'proof',
      subjectId: input.id,
      says: `Took back the judgement of round ${proof.round}`,
      before: proof,
    });
    return { says: `Round ${proof.round} waits to be judged again.` };
  }),
);

/** A proof was sent to the client, by whatever means: from now their answer is waited for. */
export const sendToClient = act<{ id: string; to: string }>(just({ id, to: name }), (studio, input) =>
  studio.store.write(async (tx) => {
    const proof = await rowById(tx, proofs, input.id, 'id');
    if (proof.state === 'asked')
      throw new RefusedError('This proof is not made yet: there is nothing to send.');
    const client: ClientAnswer = {
      to: input.to.trim(),
      sentAt: studio.now(),
      answer: 'waiting',
      answeredAt: null,
      words: '',
    };
    await patchRow(tx, proofs, proof.id, { client });
    await noteInJournal(studio, tx, {
      act: 'sent',
      subject: 'proof',
      subjectId: proof.id,
      says: `Round ${proof.round} went to ${client.to}`,
      before: proof.client,
      after: client,
    });
    return {
      says: `Noted: round ${proof.round} went to ${client.to}. Their answer is waited for.`,
      undo: { act: 'setClient', input: { id: proof.id, client: proof.client } },
    };
  }),
);

/** What the client answered, in their words. */
export const clientAnswered = act<{ id: string; answer: 'accepted' | 'asks for changes'; words: string }>(
  just({ id, answer: oneOf('accepted', 'asks for changes'), words: prose }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const proof = await rowById(tx, proofs, input.id, 'id');
      if (!proof.client) throw new RefusedError('This proof was not sent to anybody yet.');
      const client: ClientAnswer = {
        ...proof.client,
        answer: input.answer,
        answeredAt: studio.now(),
        words: input.words.trim(),
      };
      await patchRow(tx, proofs, proof.id, { client });
      await noteInJournal(studio, tx, {
        act: 'answered',
        subject: 'proof',
        subjectId: proof.id,
        says: `${client.to}: ${client.answer}${client.words ? `, “${client.words}”` : ''}`,
        before: proof.client,
        after: client,
      });
      return {
        says: `${client.to}: ${client.answer}.`,
        undo: { act: 'setClient', input: { id: proof.id, client: proof.client } },
      };
    }),
);

const clientSchema = orNull(
  just({
    to: line,
    sentAt: typed,
    answer: oneOf('waiting', 'accepted', 'asks for changes'),
    answeredAt: orNull(typed),
    words: prose,
  }),
);
/** Sets what is known of the client back to what it was. */
export const setClient = act<{ id: string; client: ClientAnswer | null }>(
  just({ id, client: clientSchema }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const proof = await rowById(tx, proofs, input.id, 'id');
      await patchRow(tx, proofs, proof.id, { client: input.client });
      await noteInJournal(studio, tx, {
        act: 'set back',
        subject: 'proof',
        subjectId: proof.id,
        says: `Set the client’s answer on round ${proof.round} back`,
        before: proof.client,
        after: input.client,
      });
      return { says: 'Set back.' };
    }),
);

/** Whether prints of a work are to match its original or to improve on it. Comparing back measures only the first. */
export const declareAim = act<{ workId: string; aim: 'match' | 'improve' }>(
  just({ workId: id, aim: oneOf('match', 'improve') }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const work = await rowById(tx, works, input.workId, 'workId');
      await patchRow(tx, works, work.id, { aim: input.aim });
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'work',
        subjectId: work.id,
        says: `Prints of ${work.title} are to ${input.aim === 'match' ? 'match the original' : 'improve on the original'}`,
        before: work.aim,
        after: input.aim,
      });
      return {
        says:
          input.aim === 'match'
            ? 'Prints are to match the original.'
            : 'Prints may improve on the original; comparing back then says how far they left it, not whether they are good.',
        undo: { act: 'declareAim', input: { workId: work.id, aim: work.aim } },
      };
    }),
);

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
  const format = await rowById(db, formats, q.formatId, 'formatId');
  const route = await rowById(db, routes, q.routeId, 'routeId');
  const master = await currentMaster(db, format.workId);
  if (!master) {
    const work = await rowById(db, works, format.workId);
    throw new RefusedError(`${work.title} has no master yet: bring in a capture first.`);
  }
  const own = route.kind === 'own printer';
  const [prep] = await db
    .select()
    .from(preps)
    .where(and(eq(preps.masterId, master.id), eq(preps.formatId, format.id)))
    .orderBy(desc(preps.changedAt))
    .limit(1);
  const machineId = own ? (q.machineId ?? (await onlyMachine(db))) : null;
  const lotId = own
    ? (q.lotId ?? (await lotsOnHand(db as Db, [q.paperId])).find((l) => l.onHand > 0)?.id)
    : null;
  const profile = await currentProfile(db, { paperId: q.paperId, machineId, routeId: q.routeId });
  const [file] = await db
    .select({ spec: printFiles.spec })
    .from(printFiles)
    .where(and(eq(printFiles.formatId, format.id), isNotNull(printFiles.spec)))
    .orderBy(desc(printFiles.madeAt))
    .limit(1);
  const intent = q.intent ?? file?.spec?.intent;
  return {
    masterId: master.id,
    formatId: format.id,
    formatStamp: stampOf(format),
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
  const all = await db.select({ id: machines.id }).from(machines).where(isNull(machines.archivedAt));
  return all.length === 1 ? all[0]!.id : null;
}

/** What has changed since a proof was made; empty while it still speaks for what would be printed. */
export async function staleness(db: Db | Tx, proof: Proof): Promise<string[]> {
  return staleParts(proof.formula, await nowFor(db, proof));
}

/** What the same proof would be made of now: on its own machine while that is here, by the intent that print files are made with. */
async function nowFor(db: Db | Tx, proof: Proof): Promise<Formula> {
  const machineId = proof.formula.machineId;
  const here = machineId
    ? (await db.select({ away: machines.archivedAt }).from(machines).where(eq(machines.id, machineId)))[0]
    : null;
  const now = await formulaNow(db, {
    ...proof,
    intent: null,
    machineId: here && !here.away ? machineId : null,
  });
  // The very same file, kept anew, is the same profile.
  if (now.profileId && proof.formula.profileId && now.profileId !== proof.formula.profileId) {
    const two = await db
      .select({ id: profiles.id, sha256: profiles.sha256 })
      .from(profiles)
      .where(inArray(profiles.id, [now.profileId, proof.formula.profileId]));
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
    rowById(db, lots, proof.formula.lotId!),
    rowById(db, lots, now.lotId!),
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
      days: r.proof.judgedAt
        ? Math.round((Date.parse(r.proof.judgedAt) - Date.parse(r.proof.askedAt)) / 86_400_000)
        : null,
    })),
  );
}
