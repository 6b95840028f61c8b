import { STATE_WORDS } from '@/core/edition/impressionStates';
import { InputError, RefusedError } from '@/core/errors';
import type { Tx } from '@/store/db';
import { appendToRegister, spokenFor, type Edition, type Impression } from '@/store/editions';
import { insertRow, patchRow, rowById, type Row } from '@/store/rows';
import { freeOf } from '@/store/soundness';
import { defineAction } from '../action';
import { day, id, line, name, objectSchema, orNull, wholeNumber } from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { labelOf } from './labels';

const UNSOLD: readonly Impression['state'][] = [
  'declared',
  'printed',
  'inspected',
  'signed',
  'certified',
  'returned',
];

/** Holds a number, or so many of a run, for somebody until a day. From the day after, it holds nothing. */
export const reserveNumbers = defineAction({
  name: 'reserveNumbers',
  input: objectSchema({
    editionId: id,
    /** One number; nothing: whichever come next. */
    impressionId: orNull(id),
    quantity: wholeNumber(1, 200),
    forWhom: name,
    untilOn: day,
    note: line,
  }),

  async run({ studio, tx, input }) {
    const edition = await rowById(tx, 'editions', input.editionId, 'editionId');
    if (edition.kind === 'open')
      throw new RefusedError('An open edition has no end: there is nothing to hold for anybody.');
    const today = await studio.today();
    if (input.untilOn < today)
      throw new InputError('untilOn', input.untilOn, `a day from today (${today}) on`);
    const quantity = input.impressionId ? 1 : input.quantity;
    const free = (await freeOf(tx, edition.id, today)) ?? 0;
    if (quantity > free)
      throw new InputError(
        'quantity',
        quantity,
        `at most ${Math.max(0, free)}: that many are neither gone, promised, reserved nor kept back`,
      );
    const number = input.impressionId ? await holdable(tx, edition, input.impressionId, today) : null;
    const newId = studio.newId();
    await insertRow(tx, 'reservations', {
      id: newId,
      editionId: edition.id,
      impressionId: number?.id ?? null,
      quantity,
      forWhom: input.forWhom.trim(),
      untilOn: input.untilOn,
      note: input.note.trim(),
      createdAt: studio.now(),
    });
    const what = number ? labelOf(number, edition) : `${quantity} of ${edition.size}`;
    // The register tells of the number, not of the person: who it is for can be asked for and removed.
    await enter(studio, tx, edition, number, 'reserved', { quantity, until: input.untilOn });
    await noteInJournal(studio, tx, {
      act: 'reserved',
      subject: 'edition',
      subjectId: edition.id,
      says: `Reserved ${what} for ${input.forWhom.trim()} until ${input.untilOn}`,
    });
    return { message: `${what} is held for ${input.forWhom.trim()} until ${input.untilOn}.`, id: newId };
  },
});

/** Lets a reservation go before its day. */
export const endReservation = defineAction({
  name: 'endReservation',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const reservation = await rowById(tx, 'reservations', input.id, 'id');
    const edition = await rowById(tx, 'editions', reservation.editionId);
    await closeReservation(studio, tx, edition, reservation, 'let go');
    await noteInJournal(studio, tx, {
      act: 'released',
      subject: 'edition',
      subjectId: edition.id,
      says: `Let go what was reserved for ${reservation.forWhom}`,
    });
    return { message: `What was held for ${reservation.forWhom} is free again.` };
  },
});

/** Keeps a number back for the artist that nobody was promised. */
export const holdBack = defineAction({
  name: 'holdBack',
  input: objectSchema({ impressionId: id, why: name }),

  async run({ studio, tx, input }) {
    const impression = await rowById(tx, 'impressions', input.impressionId, 'impressionId');
    const edition = await rowById(tx, 'editions', impression.editionId);
    const label = labelOf(impression, edition);
    if (impression.heldBack) throw new RefusedError(`${label} is kept back already.`);
    const today = await studio.today();
    await holdable(tx, edition, impression.id, today);
    if (((await freeOf(tx, edition.id, today)) ?? 0) < 1)
      throw new RefusedError(
        `Every number that is left is promised or reserved: ${label} cannot be kept back.`,
      );
    await patchRow(tx, 'impressions', impression.id, { heldBack: true, changedAt: studio.now() });
    await enter(studio, tx, edition, impression, 'kept back', { note: input.why.trim() });
    await noteInJournal(studio, tx, {
      act: 'kept',
      subject: 'edition',
      subjectId: edition.id,
      says: `Kept back ${label}: ${input.why.trim()}`,
    });
    return { message: `${label} stays with the artist, and is not sold.` };
  },
});

/** Ends a reservation: what it held is free, or goes to the order it was held for. */
export async function closeReservation(
  studio: Studio,
  tx: Tx,
  edition: Edition,
  reservation: Row<'reservations'>,
  outcome: 'sold' | 'let go',
): Promise<void> {
  if (reservation.endedAt)
    throw new RefusedError(`This reservation has ended: what it held was ${reservation.outcome}.`);
  await patchRow(tx, 'reservations', reservation.id, { endedAt: studio.now(), outcome });
  const number = reservation.impressionId
    ? await rowById(tx, 'impressions', reservation.impressionId)
    : null;
  await enter(studio, tx, edition, number, 'reservation ended', {
    quantity: reservation.quantity,
    outcome,
  });
}

/** A number that can be held: of the run, unsold, spoken for by nobody. */
async function holdable(tx: Tx, edition: Edition, impressionId: string, today: string) {
  const number = await rowById(tx, 'impressions', impressionId, 'impressionId');
  if (number.editionId !== edition.id || number.kind !== 'run')
    throw new InputError('impressionId', impressionId, 'a number of this run');
  const label = labelOf(number, edition);
  const isNeverMade = number.state === 'declared' && edition.closedAt !== null;
  if (!UNSOLD.includes(number.state) || number.orderLineId || isNeverMade)
    throw new RefusedError(
      `${label} is ${isNeverMade ? 'never printed' : STATE_WORDS[number.state]}: it cannot be held.`,
    );
  if (number.heldBack) throw new RefusedError(`${label} is kept back by the artist.`);
  if ((await spokenFor(tx, [number.id], today)).length)
    throw new RefusedError(`${label} is spoken for already: reserved, or chosen in an open order.`);
  return number;
}

async function enter(
  studio: Studio,
  tx: Tx,
  edition: Edition,
  number: Impression | null,
  act: string,
  body: Record<string, unknown>,
): Promise<void> {
  await appendToRegister(tx, [
    {
      at: studio.now(),
      who: await studio.who(tx),
      act,
      editionId: edition.id,
      impressionId: number?.id ?? null,
      body: { ...(number && { number: labelOf(number, edition) }), ...body },
    },
  ]);
}
