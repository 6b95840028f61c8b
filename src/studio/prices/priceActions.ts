import { priceQuestionSchema } from '@/core/calc/price';
import { InputError } from '@/core/errors';
import { formatMoney, isBlank, parseSum } from '@/core/measure';
import { solvePrice } from '@/core/price/solve';
import { findRows, insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { id, moneyInput, objectSchema } from '../schemas';
import { noteInJournal } from '../studio';
/** Sets what a format sells for: the solved price, or another that the person chose. The costs behind it are kept. */
export const setPrice = defineAction({
  name: 'setPrice',
  input: objectSchema({ formatId: id, question: priceQuestionSchema, price: moneyInput }),

  async run({ studio, tx, input }) {
    const { currency } = await studio.settings();
    const priceMinor = isBlank(input.price)
      ? solvePrice(input.question, currency).price
      : parseSum(input.price, currency, 'price');
    if (!(priceMinor > 0)) throw new InputError('price', input.price, 'a price above nothing');

    const format = await rowById(tx, 'formats', input.formatId, 'formatId');
    const [was] = await findRows(tx, 'prices', { formatId: format.id }, { limit: 1 });
    const row = {
      workId: format.workId,
      formatId: format.id,
      priceMinor,
      question: input.question,
      decidedAt: studio.now(),
    };
    const rowId = was?.id ?? studio.newId();
    if (was) await patchRow(tx, 'prices', was.id, row);
    else await insertRow(tx, 'prices', { id: rowId, ...row });
    await noteInJournal(studio, tx, {
      act: 'priced',
      subject: 'price',
      subjectId: rowId,
      says: `${format.name} sells for ${formatMoney(priceMinor, currency)}`,
      before: was,
      after: row,
    });
    return { message: `${format.name} sells for ${formatMoney(priceMinor, currency)}.`, id: rowId };
  },
});

/** Takes a price away again. */
export const removePrice = defineAction({
  name: 'removePrice',
  input: objectSchema({ formatId: id }),

  async run({ studio, tx, input }) {
    const [was] = await findRows(tx, 'prices', { formatId: input.formatId }, { limit: 1 });
    if (!was) throw new InputError('formatId', input.formatId, 'a format that has a price');
    await removeRow(tx, 'prices', was.id);
    await noteInJournal(studio, tx, {
      act: 'took back',
      subject: 'price',
      subjectId: was.id,
      says: 'Took a price away',
      before: was,
    });
    return { message: 'The price is taken away.' };
  },
});
