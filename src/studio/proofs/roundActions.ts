import { INTENTS } from '@/core/colour/intents';
import { RefusedError } from '@/core/errors';
import { formatSize, parseLength, parseSum, isBlank } from '@/core/measure';
import { dried, PROOF_KINDS, VERDICT_LEADS_TO, type ClientAnswer } from '@/core/proof/proofStates';
import type { Tx } from '@/store/db';
import { printsFromProof, type Proof } from '@/store/proofs';
import { patchRow, patchWhere, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import {
  flag,
  id,
  line,
  name,
  objectSchema,
  oneOf,
  orNull,
  prose,
  Type,
  typed,
  lengthInput,
  moneyInput,
} from '../schemas';
import { noteInJournal } from '../studio';
import { insertProof } from './rounds';

/** Asks for a proof of a format on a paper by a route, or records one that is already made. */
export const askProof = defineAction({
  name: 'askProof',
  input: objectSchema({
    formatId: id,
    paperId: id,
    routeId: id,
    kind: oneOf(...PROOF_KINDS),
    changed: line,
    cost: moneyInput,
    made: flag,
    machineId: Type.Optional(orNull(id)),
    lotId: Type.Optional(orNull(id)),
    intent: Type.Optional(orNull(oneOf(...INTENTS))),
  }),

  async run({ studio, tx, input }) {
    const { currency } = await studio.settings();
    const costMinor = isBlank(input.cost) ? 0 : parseSum(input.cost, currency, 'cost');

    const format = await rowById(tx, 'formats', input.formatId, 'formatId');
    const paper = await rowById(tx, 'papers', input.paperId, 'paperId');
    const route = await rowById(tx, 'routes', input.routeId, 'routeId');
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
      message: `Round ${round} of ${format.name} on ${paper.name} is ${input.made ? 'made' : 'asked for'}.`,
      id: newId,
    };
  },
});

/** Takes back a proof that was asked for by mistake, as long as nobody has judged it. */
export const takeBackProof = defineAction({
  name: 'takeBackProof',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const proof = await rowById(tx, 'proofs', input.id, 'id');
    if (proof.judgedAt) throw new RefusedError('A proof that has been judged stays on record.');
    await refuseIfUsed(tx, proof);
    await removeRow(tx, 'proofs', input.id);
    await noteInJournal(studio, tx, {
      act: 'took back',
      subject: 'proof',
      subjectId: input.id,
      says: `Took back round ${proof.round}`,
      before: proof,
    });
    return { message: `Round ${proof.round} is taken back.` };
  },
});

/** Prints were held against it: what it was accepted as is part of what they are. */
async function refuseIfUsed(tx: Tx, proof: Proof): Promise<void> {
  const prints = await printsFromProof(tx, proof.id);
  if (prints)
    throw new RefusedError(
      `${prints === 1 ? 'A print was' : `${prints} prints were`} made from round ${proof.round}: its judgement stays. Ask for a new round instead.`,
    );
}

/** The proof has come: from now it dries. */
export const proofMade = defineAction({
  name: 'proofMade',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const proof = await rowById(tx, 'proofs', input.id, 'id');
    if (proof.state !== 'asked')
      throw new RefusedError(`Round ${proof.round} is ${proof.state} already.`);
    await patchRow(tx, 'proofs', input.id, { state: 'made', madeAt: studio.now() });
    const paper = await rowById(tx, 'papers', proof.paperId);
    await noteInJournal(studio, tx, {
      act: 'made',
      subject: 'proof',
      subjectId: input.id,
      says: `Round ${proof.round} is here`,
    });
    return { message: `Round ${proof.round} is here. Judge it when it has dried ${paper.dryHours} h.` };
  },
});

/** Judges a proof. An accepted whole proof becomes the reference for its format on its paper. */
export const judgeProof = defineAction({
  name: 'judgeProof',
  input: objectSchema({
    id,
    verdict: oneOf('accept', 'adjust', 'reject'),
    light: line,
    distance: lengthInput,
    words: prose,
    reason: line,
    place: Type.Optional(line),
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();

    const proof = await rowById(tx, 'proofs', input.id, 'id');
    if (proof.state !== 'made')
      throw new RefusedError(
        proof.state === 'asked'
          ? 'This proof is not made yet.'
          : `Round ${proof.round} was judged already: ${proof.state}.`,
      );
    const paper = await rowById(tx, 'papers', proof.paperId);
    const dry = dried(proof.madeAt!, paper.dryHours, studio.now());
    if (dry.left > 0 && !input.reason.trim()) {
      throw new RefusedError(
        `It has dried ${dry.hours} h of ${paper.dryHours}; colours still move for ${dry.left} h. Give a reason to judge it now.`,
        true,
      );
    }
    const reference = input.verdict === 'accept' && proof.kind === 'whole';
    if (reference)
      await patchWhere(
        tx,
        'proofs',
        { formatId: proof.formatId, paperId: proof.paperId },
        { reference: false },
      );
    const distanceUm = isBlank(input.distance)
      ? proof.distanceUm
      : parseLength(input.distance, unit, 'distance');
    const words = [input.words.trim(), dry.left > 0 && `Judged before it was dry: ${input.reason.trim()}`]
      .filter(Boolean)
      .join('\n');
    await patchRow(tx, 'proofs', input.id, {
      state: VERDICT_LEADS_TO[input.verdict],
      judgedAt: studio.now(),
      light: input.light,
      distanceUm,
      words,
      reference,
      place: input.place?.trim() ?? '',
      driedHours: dry.hours,
    });
    const format = await rowById(tx, 'formats', proof.formatId);
    await noteInJournal(studio, tx, {
      act: input.verdict,
      subject: 'proof',
      subjectId: input.id,
      says: `Judged round ${proof.round} of ${format.name}: ${VERDICT_LEADS_TO[input.verdict]}`,
      after: { words, light: input.light, distanceUm },
    });
    return {
      message: reference
        ? `Accepted. Prints of ${formatSize({ width: format.imageWidthUm, height: format.imageHeightUm }, unit)} on ${paper.name} are held against it from now.`
        : `Round ${proof.round}: ${VERDICT_LEADS_TO[input.verdict]}.`,
    };
  },
});

/** Takes a judgement back, so that the proof can be judged again. */
export const judgeAgain = defineAction({
  name: 'judgeAgain',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const proof = await rowById(tx, 'proofs', input.id, 'id');
    if (!proof.judgedAt) throw new RefusedError('This proof has not been judged.');
    await refuseIfUsed(tx, proof);
    await patchRow(tx, 'proofs', input.id, {
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
    return { message: `Round ${proof.round} waits to be judged again.` };
  },
});

/** A proof was sent to the client, by whatever means: from now their answer is waited for. */
export const sendToClient = defineAction({
  name: 'sendToClient',
  input: objectSchema({ id, to: name }),

  async run({ studio, tx, input }) {
    const proof = await rowById(tx, 'proofs', input.id, 'id');
    if (proof.state === 'asked')
      throw new RefusedError('This proof is not made yet: there is nothing to send.');
    const client: ClientAnswer = {
      to: input.to.trim(),
      sentAt: studio.now(),
      answer: 'waiting',
      answeredAt: null,
      words: '',
    };
    await patchRow(tx, 'proofs', proof.id, { client });
    await noteInJournal(studio, tx, {
      act: 'sent',
      subject: 'proof',
      subjectId: proof.id,
      says: `Round ${proof.round} went to ${client.to}`,
      before: proof.client,
      after: client,
    });
    return { message: `Noted: round ${proof.round} went to ${client.to}. Their answer is waited for.` };
  },
});

/** What the client answered, in their words. */
export const clientAnswered = defineAction({
  name: 'clientAnswered',
  input: objectSchema({ id, answer: oneOf('accepted', 'asks for changes'), words: prose }),

  async run({ studio, tx, input }) {
    const proof = await rowById(tx, 'proofs', input.id, 'id');
    if (!proof.client) throw new RefusedError('This proof was not sent to anybody yet.');
    const client: ClientAnswer = {
      ...proof.client,
      answer: input.answer,
      answeredAt: studio.now(),
      words: input.words.trim(),
    };
    await patchRow(tx, 'proofs', proof.id, { client });
    await noteInJournal(studio, tx, {
      act: 'answered',
      subject: 'proof',
      subjectId: proof.id,
      says: `${client.to}: ${client.answer}${client.words ? `, “${client.words}”` : ''}`,
      before: proof.client,
      after: client,
    });
    return { message: `${client.to}: ${client.answer}.` };
  },
});

const clientSchema = orNull(
  objectSchema({
    to: line,
    sentAt: typed,
    answer: oneOf('waiting', 'accepted', 'asks for changes'),
    answeredAt: orNull(typed),
    words: prose,
  }),
);

/** Sets what is known of the client back to what it was. */
export const setClient = defineAction({
  name: 'setClient',
  input: objectSchema({ id, client: clientSchema }),

  async run({ studio, tx, input }) {
    const proof = await rowById(tx, 'proofs', input.id, 'id');
    await patchRow(tx, 'proofs', proof.id, { client: input.client });
    await noteInJournal(studio, tx, {
      act: 'set back',
      subject: 'proof',
      subjectId: proof.id,
      says: `Set the client’s answer on round ${proof.round} back`,
      before: proof.client,
      after: input.client,
    });
    return { message: 'Set back.' };
  },
});

/** Whether prints of a work are to match its original or to improve on it. Comparing back measures only the first. */
export const declareAim = defineAction({
  name: 'declareAim',
  input: objectSchema({ workId: id, aim: oneOf('match', 'improve') }),

  async run({ studio, tx, input }) {
    const work = await rowById(tx, 'works', input.workId, 'workId');
    await patchRow(tx, 'works', work.id, { aim: input.aim });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'work',
      subjectId: work.id,
      says: `Prints of ${work.title} are to ${input.aim === 'match' ? 'match the original' : 'improve on the original'}`,
      before: work.aim,
      after: input.aim,
    });
    return {
      message:
        input.aim === 'match'
          ? 'Prints are to match the original.'
          : 'Prints may improve on the original; comparing back then says how far they left it, not whether they are good.',
    };
  },
});
