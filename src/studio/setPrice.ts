import { and, eq } from 'drizzle-orm';
import { priceQuestionSchema } from '@/core/calc/price';
import { InputError } from '@/core/errors';
import { formatMoney, parseMoney } from '@/core/measure';
import { solvePrice, type PriceQuestion } from '@/core/price/solve';
import { insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { formats, prices } from '@/store/schema';
import { act } from './act';
import { id, just, typed } from './schemas';
import { noteInJournal } from './studio';

type PriceInput = { formatId: string; question: PriceQuestion; price: string };

/** Sets what a format sells for: the solved price, or another that the person chose. The costs behind it are kept. */
export const setPrice = act<PriceInput>(
  just({ formatId: id, question: priceQuestionSchema, price: typed }),
  async (studio, input) => {
    const { currency } = await studio.settings();
    const priceMinor = input.price.trim()
      ? parseMoney(input.price, currency, 'price')
      : solvePrice(input.question, currency).price;
    if (!(priceMinor > 0)) throw new InputError('price', input.price, 'a price above nothing');
    return studio.store.write(async (tx) => {
      const format = await rowById(tx, formats, input.formatId, 'formatId');
      const [was] = await tx
        .select()
        .from(prices)
        .where(and(eq(prices.formatId, format.id)))
        .limit(1);
      const row = {
        workId: format.workId,
        formatId: format.id,
        priceMinor,
        question: input.question,
        decidedAt: studio.now(),
      };
      const rowId = was?.id ?? studio.newId();
      if (was) await patchRow(tx, prices, was.id, row);
      else await insertRow(tx, prices, { id: rowId, ...row });
      await noteInJournal(studio, tx, {
        act: 'priced',
        subject: 'price',
        subjectId: rowId,
        says: `${format.name} sells for ${formatMoney(priceMinor, currency)}`,
        before: was,
        after: row,
      });
      const money = (m: number) => formatMoney(m, currency, { bare: true });
      return {
        says: `${format.name} sells for ${formatMoney(priceMinor, currency)}.`,
        id: rowId,
        undo: was
          ? {
              act: 'setPrice',
              input: { formatId: format.id, question: was.question, price: money(was.priceMinor) },
            }
          : { act: 'removePrice', input: { formatId: format.id } },
      };
    });
  },
);

/** Takes a price away again. */
export const removePrice = act<{ formatId: string }>(just({ formatId: id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const [was] = await tx.select().from(prices).where(eq(prices.formatId, input.formatId)).limit(1);
    if (!was) throw new InputError('formatId', input.formatId, 'a format that has a price');
    await removeRow(tx, prices, was.id);
    await noteInJournal(studio, tx, {
      act: 'took back',
      subject: 'price',
      subjectId: was.id,
      says: 'Took a price away',
      before: was,
    });
    return { says: 'The price is taken away.' };
  }),
);
