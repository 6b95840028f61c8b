import { InputError, RefusedError } from '@/core/errors';
import {
  allocate,
  formatLength,
  formatSize,
  parseLength,
  parseSum,
  parseSize,
  parseWhole,
  parseStockSize,
} from '@/core/measure';
import { layOnSheet } from '@/core/sheets/nup';
import type { Tx } from '@/store/db';
import { insertRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import {
  day,
  id,
  name,
  objectSchema,
  oneOf,
  orNull,
  Type,
  typed,
  wholeNumber,
  moneyInput,
  sizeInput,
  stockSizeInput,
} from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { costOfMove, lotsOnHand, type Lot, type LotOnHand } from './lots';

/** Takes in a delivery of a paper: so many sheets of a size, or a roll of a width and a length. */
export const receiveLot = defineAction({
  name: 'receiveLot',
  input: objectSchema({
    paperId: id,
    name,
    form: oneOf('sheet', 'roll'),
    size: stockSizeInput,
    amount: typed,
    price: moneyInput,
    receivedOn: day,
    /** When it was asked for, where that was noted: so the supplier's days are known. */
    orderedOn: Type.Optional(orNull(day)),
  }),

  async run({ studio, tx, input }) {
    const { unit, currency } = await studio.settings();
    const paper = await rowById(studio.db, 'papers', input.paperId, 'paperId');
    const size = parseStockSize(input.form, input.size, unit);
    const amount =
      input.form === 'sheet' ? wholeSheets(input.amount) : parseLength(input.amount, unit, 'amount');
    if (!(amount > 0))
      throw new InputError(
        'amount',
        input.amount,
        input.form === 'sheet' ? 'a number of sheets above zero' : 'the length of the roll, above zero',
      );
    const orderedOn = input.orderedOn ?? null;
    if (orderedOn && orderedOn > input.receivedOn)
      throw new InputError('orderedOn', orderedOn, `a day up to ${input.receivedOn}, when it came`);
    const priceMinor = parseSum(input.price, currency, 'price');
    const lotId = studio.newId();

    await insertRow(tx, 'lots', {
      id: lotId,
      paperId: paper.id,
      name: input.name.trim(),
      form: input.form,
      widthUm: size.width,
      heightUm: size.height,
      priceMinor,
      receivedOn: input.receivedOn,
      orderedOn,
    });
    await insertRow(tx, 'stockMoves', {
      id: studio.newId(),
      lotId,
      at: studio.now(),
      kind: 'received',
      amount,
      costMinor: priceMinor,
    });
    await noteInJournal(studio, tx, {
      act: 'received',
      subject: 'paper',
      subjectId: paper.id,
      says: `Received ${input.form === 'sheet' ? `${amount} sheets` : formatLength(amount, unit)} of ${paper.name}`,
      after: input,
    });
    return { message: `${paper.name}, ${input.name}, is in the drawer.`, id: lotId };
  },
});

/** More sheets than any drawer holds. */
const MOST_SHEETS = 1_000_000;

function wholeSheets(text: string): number {
  return parseWhole(
    text.trim().replace(/sheets?$/i, ''),
    'amount',
    1,
    MOST_SHEETS,
    'a whole number of sheets',
  );
}

async function lotIn(tx: Tx, lotId: string): Promise<LotOnHand> {
  await rowById(tx, 'lots', lotId, 'id');
  const [row] = (await lotsOnHand(tx)).filter((l) => l.id === lotId);
  return row!;
}

const shownAmount = (lot: Lot, amount: number, unit: 'mm' | 'in') =>
  lot.form === 'sheet'
    ? `${amount} ${Math.abs(amount) === 1 ? 'sheet' : 'sheets'}`
    : formatLength(amount, unit);

/** Reads an amount of a lot as it is typed: sheets, or a length. */
function amountOf(lot: Lot, text: string, unit: 'mm' | 'in', field: string): number {
  if (lot.form === 'roll') return parseLength(text, unit, field);
  return parseWhole(
    text.trim().replace(/sheets?$/i, ''),
    field,
    0,
    MOST_SHEETS,
    'a whole number of sheets',
  );
}

async function move(
  studio: Studio,
  tx: Tx,
  lot: LotOnHand,
  kind: 'spoiled' | 'corrected' | 'cut',
  amount: number,
  why: string,
): Promise<number> {
  const costMinor = await costOfMove(tx, lot, amount);
  await insertRow(tx, 'stockMoves', {
    id: studio.newId(),
    lotId: lot.id,
    at: studio.now(),
    kind,
    amount,
    costMinor,
    why,
  });
  return costMinor;
}

/** Counts a lot by hand: what is there is right, and the difference is a move with its reason. */
export const countLot = defineAction({
  name: 'countLot',
  input: objectSchema({ id, counted: typed, why: Type.String({ maxLength: 200 }) }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();

    const lot = await lotIn(tx, input.id);
    const counted = amountOf(lot, input.counted, unit, 'counted');
    const off = counted - lot.onHand;
    if (off === 0)
      return { message: `${lot.name} has ${shownAmount(lot, counted, unit)}, as it should.` };
    if (!input.why.trim())
      throw new InputError(
        'why',
        input.why,
        `what became of ${off < 0 ? 'the' : ''} ${shownAmount(lot, Math.abs(off), unit)} ${off < 0 ? 'that are missing' : 'more than should be there'}`,
      );
    await move(studio, tx, lot, 'corrected', off, input.why);
    await noteInJournal(studio, tx, {
      act: 'counted',
      subject: 'paper',
      subjectId: lot.paperId,
      says: `Counted ${lot.name}: ${shownAmount(lot, counted, unit)}, ${off > 0 ? '+' : '−'}${shownAmount(lot, Math.abs(off), unit)}: ${input.why}`,
      before: lot.onHand,
      after: counted,
    });
    return { message: `${lot.name} has ${shownAmount(lot, counted, unit)}.` };
  },
});

/** Spoils some of a lot, with the reason; it leaves at what it cost. */
export const spoilLot = defineAction({
  name: 'spoilLot',
  input: objectSchema({ id, amount: typed, why: name }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();

    const lot = await lotIn(tx, input.id);
    const amount = amountOf(lot, input.amount, unit, 'amount');
    if (!(amount > 0)) throw new InputError('amount', input.amount, 'something above zero');
    if (amount > lot.onHand)
      throw new RefusedError(
        `${lot.name} has ${shownAmount(lot, lot.onHand, unit)}: ${shownAmount(lot, amount, unit)} cannot have been spoiled. Count it first.`,
      );
    await move(studio, tx, lot, 'spoiled', -amount, input.why);
    await noteInJournal(studio, tx, {
      act: 'spoiled',
      subject: 'paper',
      subjectId: lot.paperId,
      says: `Spoiled ${shownAmount(lot, amount, unit)} of ${lot.name}: ${input.why}`,
    });
    return {
      message: `${shownAmount(lot, amount, unit)} of ${lot.name} ${amount === 1 && lot.form === 'sheet' ? 'is' : 'are'} off the stock.`,
    };
  },
});

/**
 * Cuts large sheets into smaller ones: they leave their lot and come in as a new one at the same cost, offcuts that can be
 * used with them. The cost is shared by area.
 */
export const cutLot = defineAction({
  name: 'cutLot',
  input: objectSchema({
    id,
    sheets: wholeNumber(1, 10_000),
    size: sizeInput,
    each: wholeNumber(1, 200),
    offcut: typed,
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const size = parseSize(input.size, unit, 'size'),
      offcut = input.offcut.trim() ? parseSize(input.offcut, unit, 'offcut') : null;

    const lot = await lotIn(tx, input.id);
    if (lot.form !== 'sheet')
      throw new RefusedError(
        'A roll is cut by printing on it, or counted: only sheets are cut into sheets.',
      );
    if (input.sheets > lot.onHand)
      throw new RefusedError(`${lot.name} has ${lot.onHand} sheets, not ${input.sheets}.`);
    const sheet = { width: lot.widthUm, height: lot.heightUm! };
    const up = layOnSheet({ sheet, piece: size, margin: 0, gutter: 0 }).count;
    if (input.each > up)
      throw new InputError(
        'each',
        input.each,
        `at most ${up}: that many ${formatSize(size, unit)} come out of one ${formatSize(sheet, unit)}`,
      );
    const area = (s: { width: number; height: number }) => s.width * s.height;
    if (offcut && area(offcut) + input.each * area(size) > area(sheet))
      throw new InputError('offcut', input.offcut, 'an offcut no larger than what is left of the sheet');
    const cost = -(await move(
      studio,
      tx,
      lot,
      'cut',
      -input.sheets,
      `cut into ${formatSize(size, unit)}`,
    ));
    const parts = [
      { size, n: input.each * input.sheets, name: `${lot.name}, cut` },
      ...(offcut ? [{ size: offcut, n: input.sheets, name: `${lot.name}, offcuts` }] : []),
    ];
    const shares = allocate(
      cost,
      parts.map((p) => area(p.size) * p.n),
    );
    for (const [i, p] of parts.entries()) {
      const lotId = studio.newId();
      await insertRow(tx, 'lots', {
        id: lotId,
        paperId: lot.paperId,
        name: p.name,
        form: 'sheet',
        widthUm: p.size.width,
        heightUm: p.size.height,
        priceMinor: shares[i]!,
        receivedOn: lot.receivedOn,
      });
      await insertRow(tx, 'stockMoves', {
        id: studio.newId(),
        lotId,
        at: studio.now(),
        kind: 'received',
        amount: p.n,
        costMinor: shares[i]!,
        why: `cut from ${lot.name}`,
      });
    }
    await noteInJournal(studio, tx, {
      act: 'cut',
      subject: 'paper',
      subjectId: lot.paperId,
      says: `Cut ${input.sheets} of ${lot.name} into ${input.each * input.sheets} of ${formatSize(size, unit)}${offcut ? ` and ${input.sheets} offcuts of ${formatSize(offcut, unit)}` : ''}`,
    });
    return {
      message: `${input.each * input.sheets} of ${formatSize(size, unit)} are in the drawer${offcut ? `, and ${input.sheets} offcuts` : ''}.`,
    };
  },
});
