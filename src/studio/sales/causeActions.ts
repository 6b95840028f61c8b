import { InputError } from '@/core/errors';
import { formatMoney, localDay, parseSum } from '@/core/measure';
import { CAUSE_PERIODS } from '@/core/sales/cause';
import { findRows, insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { day, id, moneyInput, name, objectSchema, oneOf, orNull, wholeNumber } from '../schemas';
import { FIRST_SETTINGS } from '../settings/firstSettings';
import { noteInJournal } from '../studio';

/** What was promised to a cause was paid, for all that was sold until a day, with the proof of it. */
export const payCause = defineAction({
  name: 'payCause',
  input: objectSchema({ cause: name, sum: moneyInput, until: day, paidOn: orNull(day), proof: name }),

  async run({ studio, tx, input }) {
    const { currency, timeZone } = await studio.settings();
    const today = localDay(studio.now(), timeZone);
    if (input.until > today)
      throw new InputError('until', input.until, 'a day that is not in the future');
    const [last] = await findRows(tx, 'causePayments', {}, { orderBy: ['-untilOn'], limit: 1 });
    if (last && input.until <= last.untilOn)
      throw new InputError('until', input.until, `a day after ${last.untilOn}: until then it is paid`);
    const sumMinor = parseSum(input.sum, currency, 'sum');
    if (!(sumMinor > 0)) throw new InputError('sum', input.sum, 'a sum above nothing');
    const paymentId = studio.newId();
    await insertRow(tx, 'causePayments', {
      id: paymentId,
      cause: input.cause,
      sumMinor,
      untilOn: input.until,
      paidOn: input.paidOn ?? today,
      proof: input.proof,
    });
    const says = `Paid ${formatMoney(sumMinor, currency)} to ${input.cause} for what was sold until ${input.until}`;
    await noteInJournal(studio, tx, { act: 'paid', subject: 'cause', subjectId: paymentId, says });
    return { message: `${says}.`, id: paymentId };
  },
});

/** Says what cause shares of sales go to, for which spans it is reckoned, and how soon after each it is paid; nothing: none. */
export const setCauseTerms = defineAction({
  name: 'setCauseTerms',
  input: objectSchema({
    terms: orNull(
      objectSchema({
        name,
        every: oneOf(...CAUSE_PERIODS),
        withinDays: wholeNumber(0, 366),
      }),
    ),
  }),

  async run({ studio, tx, input: { terms } }) {
    const { causeTerms } = await studio.settings(tx);
    await patchRow(tx, 'studio', FIRST_SETTINGS.id, { causeTerms: terms });
    const says = terms
      ? `Shares for ${terms.name} are reckoned by the ${terms.every} and paid within ${terms.withinDays} days`
      : 'No cause is promised a share any more';
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'studio',
      subjectId: 'studio',
      says,
      before: { causeTerms },
      after: { causeTerms: terms },
    });
    return { message: `${says}.` };
  },
});

/** Takes a payment to a cause back that was noted by mistake. */
export const forgetCausePayment = defineAction({
  name: 'forgetCausePayment',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const payment = await rowById(tx, 'causePayments', input.id, 'id');
    await removeRow(tx, 'causePayments', payment.id);
    await noteInJournal(studio, tx, {
      act: 'took back',
      subject: 'cause',
      subjectId: payment.id,
      says: `The payment to ${payment.cause} was noted by mistake`,
      before: payment,
    });
    return { message: `The payment to ${payment.cause} is taken back.` };
  },
});
