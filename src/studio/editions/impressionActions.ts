import { IMPRESSION_STEPS, mayDo, STATE_WORDS } from '@/core/edition/impressionStates';
import { outsideDeclared } from '@/core/edition/terms';
import { replay } from '@/core/edition/replay';
import { InputError, RefusedError } from '@/core/errors';
import type { Tx } from '@/store/db';
import {
  appendToRegister,
  historyOf,
  lastOpenNumber,
  type Edition,
  type Impression,
} from '@/store/editions';
import { referenceFor } from '@/store/proofs';
import { findRows, insertRows, patchRow, patchRows, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { staleness } from '../proofs/rounds';
import { asPrintedToday } from './asPrinted';
import { certify, voidCertificates } from './certificateActions';
import { chosenOf } from './chosen';
import { id, ids, line, objectSchema, oneOf, orNull, Type, wholeNumber } from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { labelOf, labelsOf } from './labels';
import { overpromised, overpromisedSays, refuseIfPromised } from './promised';

/**
 * Records prints: chosen numbers of a limited edition, or so many more of an open one. Without an accepted, fresh proof of
 * this size on this paper it asks for a reason, which goes into the register.
 */
export const printImpressions = defineAction({
  name: 'printImpressions',
  input: objectSchema({
    editionId: id,
    impressionIds: orNull(ids),
    count: orNull(wholeNumber(1, 500)),
    formatId: id,
    paperId: id,
    reason: line,
    /** What else is known of the printing; left out: what the accepted proof was made with. */
    lot: Type.Optional(orNull(line)),
    machineId: Type.Optional(orNull(id)),
    routeId: Type.Optional(orNull(id)),
  }),
  final: true,
  async run({ studio, tx, input }) {
    const edition = await rowById(tx, 'editions', input.editionId, 'editionId');
    if (edition.closedAt)
      throw new RefusedError('This edition is closed: nothing more is printed of it.');
    const format = await rowById(tx, 'formats', input.formatId, 'formatId');
    const paper = await rowById(tx, 'papers', input.paperId, 'paperId');
    if (format.workId !== edition.workId)
      throw new InputError('formatId', format.id, 'a size of the same work');
    if (edition.formatId && edition.formatId !== format.id)
      throw new RefusedError(`This run is for one size only, and ${format.name} is not it.`);
    const proof = await referenceFor(tx, format.id, paper.id);
    const stale = proof ? await staleness(tx, proof) : [];
    const facts = await asPrintedToday(studio, tx, {
      format,
      paper,
      proof: proof ?? null,
      at: studio.now(),
      who: await studio.who(tx),
      with: input,
    });
    const undeclared = outsideDeclared(edition.terms, {
      size: format,
      paper,
      process: facts.process,
    });
    const unproofed = !proof
      ? `No proof of ${format.name} on ${paper.name} has been accepted.`
      : stale.length
        ? `The accepted proof is stale: ${stale.join(' and ')} changed since.`
        : null;
    const doubt = [undeclared, unproofed].filter(Boolean).join(' ') || null;
    if (doubt && !input.reason.trim())
      throw new RefusedError(`${doubt} Give a reason to print all the same.`, true);
    const at = facts.printedAt;
    const { who } = facts;
    const chosen =
      edition.kind === 'open'
        ? await moreOfOpen(studio, tx, edition, input.count ?? 1)
        : await declaredAmong(tx, edition, input.impressionIds ?? []);
    await patchRows(
      tx,
      'impressions',
      chosen.map((i) => i.id),
      {
        state: 'printed',
        asPrinted: facts,
        formatId: format.id,
        paperId: paper.id,
        proofId: proof?.id ?? null,
        printedAt: at,
        signedAt: null,
        certifiedAt: null,
        changedAt: at,
      },
    );
    const body = {
      format: format.name,
      paper: paper.name,
      proof: proof?.id ?? null,
      facts,
      ...(doubt && { override: input.reason.trim(), because: doubt }),
    };
    await appendToRegister(
      tx,
      chosen.map((i) => ({
        at,
        who,
        act: 'printed',
        editionId: edition.id,
        impressionId: i.id,
        body: { ...body, number: labelOf(i, edition) },
      })),
    );
    const which = labelsOf(chosen, edition);
    await noteInJournal(studio, tx, {
      act: 'printed',
      subject: 'edition',
      subjectId: edition.id,
      says: `Printed ${which} at ${format.name} on ${paper.name}`,
    });
    return {
      message: `${which} printed. Inspect ${chosen.length === 1 ? 'it' : 'them'} when dry.`,
      ids: chosen.map((i) => i.id),
    };
  },
});

/** The next numbers of an open edition; those of a work go on where a closed one ended. */
async function moreOfOpen(studio: Studio, tx: Tx, edition: Edition, n: number): Promise<Impression[]> {
  const last = await lastOpenNumber(tx, edition.workId);
  const fresh = Array.from({ length: n }, (_, k) => ({
    id: studio.newId(),
    editionId: edition.id,
    kind: 'open' as const,
    number: last + 1 + k,
    state: 'declared' as const,
    changedAt: studio.now(),
  }));
  await insertRows(tx, 'impressions', fresh);
  return fresh as unknown as Impression[];
}

async function declaredAmong(tx: Tx, edition: Edition, wanted: string[]): Promise<Impression[]> {
  if (!wanted.length) throw new InputError('impressionIds', wanted, 'at least one number to print');
  const chosen = await chosenOf(tx, edition.id, wanted);
  const wrong = chosen.find((i) => !mayDo('printed', i.state));
  if (wrong)
    throw new RefusedError(
      `${labelOf(wrong, edition)} is ${STATE_WORDS[wrong.state]}: it is not printed twice.`,
    );
  return chosen;
}

const HAND_ACTS = [
  'passed',
  'spoiled',
  'signed',
  'certified',
  'delivered',
  'returned',
  'lost',
  'destroyed',
  'kept',
  'gifted',
  'remade',
] as const;

type HandAct = (typeof HAND_ACTS)[number];

const NEEDS_REASON: readonly HandAct[] = ['spoiled', 'lost', 'destroyed', 'gifted', 'returned'];

/** One act for a range of impressions: pass, sign, spoil, destroy … Each writes its own line in the register. */
export const handleImpressions = defineAction({
  name: 'handleImpressions',
  input: objectSchema({
    editionId: id,
    impressionIds: ids,
    act: oneOf(...HAND_ACTS),
    note: line,
    /** What it was signed with. */
    pen: Type.Optional(line),
  }),

  async run({ studio, tx, input }) {
    const edition = await rowById(tx, 'editions', input.editionId, 'editionId');
    const chosen = await chosenOf(tx, edition.id, input.impressionIds);
    const note = input.note.trim();
    if (NEEDS_REASON.includes(input.act) && !note)
      throw new InputError('note', input.note, `what happened: “${input.act}” is kept with its reason`);
    if (input.act === 'remade' && edition.remake === 'retire')
      throw new RefusedError(
        'In this edition the number of a destroyed impression is retired: it is not made again.',
      );
    for (const i of chosen) refuseUnlessMay(input.act, i, edition);
    await refuseWhatAShopHas(tx, input.act, chosen, edition);
    const which = labelsOf(chosen, edition);
    if (input.act === 'certified') {
      return { message: await certify(studio, tx, edition, chosen) };
    }
    if (LEAVES_THE_SALE.includes(input.act)) await refuseIfPromised(studio, tx, edition, chosen);
    if (ENDS_CERTIFICATE.includes(input.act))
      await voidCertificates(studio, tx, input.impressionIds, note || input.act);
    const at = studio.now();
    const pen = input.act === 'signed' ? (input.pen ?? '').trim() : '';
    for (const state of new Set(chosen.map((i) => i.state))) {
      const alike = chosen.filter((i) => i.state === state).map((i) => i.id);
      await patchRows(tx, 'impressions', alike, {
        ...patchFor(input.act, at),
        ...(input.act === 'signed' && { pen }),
        changedAt: at,
      });
    }
    const who = await studio.who(tx);
    await appendToRegister(
      tx,
      chosen.map((i) => ({
        at,
        who,
        act: input.act,
        editionId: edition.id,
        impressionId: i.id,
        body: {
          number: labelOf(i, edition),
          ...(note && { note }),
          ...(pen && { pen }),
        },
      })),
    );
    await noteInJournal(studio, tx, {
      act: input.act,
      subject: 'edition',
      subjectId: edition.id,
      says: `${which} ${input.act}${note ? `: ${note}` : ''}`,
    });
    const [owed] = MAY_LEAVE_TOO_FEW.includes(input.act)
      ? await overpromised(tx, await studio.today(), [edition.id])
      : [];
    return {
      message: `${which}: ${input.act}.${owed ? ` ${overpromisedSays(owed)}` : ''}`,
      undo: NOT_TAKEN_BACK.includes(input.act) ? null : undefined,
    };
  },
});

function refuseUnlessMay(handAct: HandAct, i: Impression, edition: Edition) {
  const label = labelOf(i, edition);
  if (!mayDo(handAct, i.state))
    throw new RefusedError(`${label} is ${STATE_WORDS[i.state]}: it cannot be ${handAct} now.`);
  if (i.orderLineId && !['certified', 'delivered', 'returned', 'remade'].includes(handAct))
    throw new RefusedError(`${label} belongs to an order: handle it there.`);
}

/** A print at a shop is settled there, or the shop's account no longer says what became of it. */
async function refuseWhatAShopHas(
  tx: Tx,
  handAct: HandAct,
  chosen: readonly Impression[],
  edition: Edition,
) {
  if (handAct === 'certified') return;
  const away = chosen.filter((i) => i.state === 'consigned').map((i) => i.id);
  if (!away.length) return;
  const [item] = await findRows(tx, 'consignmentItems', { impressionId: away, outcome: 'there' });
  const i = item && chosen.find((each) => each.id === item.impressionId);
  if (!item || !i) return;
  const note = await rowById(tx, 'consignments', item.consignmentId);
  throw new RefusedError(
    `${labelOf(i, edition)} is on consignment note ${note.number}: say there whether it was sold, came back or was lost.`,
  );
}

/** By somebody's wish, and not by mischance. */
const LEAVES_THE_SALE: readonly HandAct[] = ['kept', 'gifted'];

/** A sheet that is gone is a fact, whatever was promised of it: what cannot be kept is said at once. */
const MAY_LEAVE_TOO_FEW: readonly HandAct[] = ['spoiled', 'lost', 'destroyed'];

/** No certificate stands for a sheet that is gone. */
const ENDS_CERTIFICATE: readonly HandAct[] = ['spoiled', 'destroyed', 'remade'];

function patchFor(handAct: HandAct, at: string): Partial<Impression> {
  const to = IMPRESSION_STEPS[handAct].to;
  if (handAct === 'signed') return { state: to, signedAt: at };
  if (handAct === 'returned') return { state: to, orderLineId: null };
  if (handAct === 'remade')
    return {
      state: to,
      printedAt: null,
      signedAt: null,
      certifiedAt: null,
      proofId: null,
      orderLineId: null,
      asPrinted: null,
      pen: '',
    };
  return { state: to };
}

/** What happened to the sheet itself stays so: its number is remade or retired by the edition's own rule. */
const NOT_TAKEN_BACK: readonly HandAct[] = ['spoiled', 'destroyed', 'remade'];

/**
 * Takes back a pass, a signature or a keeping noted by mistake: each print is again what the register says it was before. The
 * register keeps both lines.
 */
export const takeBackHandling = defineAction({
  name: 'takeBackHandling',
  input: objectSchema({
    editionId: id,
    impressionIds: ids,
    states: Type.Optional(Type.Array(oneOf('printed', 'returned', 'inspected', 'signed', 'certified'))),
  }),

  async run({ studio, tx, input }) {
    const edition = await rowById(tx, 'editions', input.editionId, 'editionId');
    const chosen = await chosenOf(tx, edition.id, input.impressionIds);
    const at = studio.now();
    const who = await studio.who(tx);
    for (const i of chosen) {
      const before = replay((await historyOf(tx, i.id)).toReversed().slice(0, -1)).get(i.id);
      const allowed = (['inspected', 'signed', 'kept'] as const).some((s) => s === i.state);
      if (!before || !allowed || i.orderLineId)
        throw new RefusedError(
          `${labelOf(i, edition)} has moved on since: it is ${STATE_WORDS[i.state]}.`,
        );
      const claimed = input.states?.[input.impressionIds.indexOf(i.id)];
      if (claimed && claimed !== before.state)
        throw new InputError('states', claimed, `“${before.state}”, which the register says it was`);
      await patchRow(tx, 'impressions', i.id, {
        state: before.state,
        signedAt: before.signedAt,
        changedAt: at,
      });
      await appendToRegister(tx, [
        {
          at,
          who,
          act: 'taken back',
          editionId: edition.id,
          impressionId: i.id,
          body: { from: i.state, to: before.state },
        },
      ]);
    }
    await noteInJournal(studio, tx, {
      act: 'took back',
      subject: 'edition',
      subjectId: edition.id,
      says: `Took back the last act on ${labelsOf(chosen, edition)}`,
    });
    return { message: `Taken back for ${labelsOf(chosen, edition)}.` };
  },
});
