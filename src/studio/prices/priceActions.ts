import { priceQuestionSchema } from '@/core/calc/price';
import { InputError } from '@/core/errors';
import { formatMoney, isBlank, localDay, parseSum } from '@/core/measure';
import { solvePrice } from '@/core/price/solve';
import { FINISHES } from '@/core/product/words';
import type { Tx } from '@/store/db';
import { pricesOn } from '@/store/products';
import { findRows, insertRow, insertRows, patchRow, rowById, type Row } from '@/store/rows';
import { defineAction } from '../action';
import { day, id, listOf, moneyInput, objectSchema, oneOf, orNull, Type } from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { ensureProduct, productName } from './products';

/**
 * Sets what a product sells for from a day on: the solved price, or another that the person chose. The costs behind it are kept, and
 * what it sold for before. Without a line and a finish it is the loose print of the first line.
 */
export const setPrice = defineAction({
  name: 'setPrice',
  input: objectSchema({
    formatId: id,
    lineId: Type.Optional(orNull(id)),
    finish: Type.Optional(oneOf(...FINISHES)),
    question: priceQuestionSchema,
    price: moneyInput,
    validFrom: Type.Optional(orNull(day)),
  }),

  async run({ studio, tx, input }) {
    const { currency, timeZone } = await studio.settings();
    const priceMinor = isBlank(input.price)
      ? solvePrice(input.question, currency).price
      : parseSum(input.price, currency, 'price');
    if (!(priceMinor > 0)) throw new InputError('price', input.price, 'a price above nothing');

    const format = await rowById(tx, 'formats', input.formatId, 'formatId');
    const product = await ensureProduct(
      studio,
      tx,
      format,
      input.lineId ?? null,
      input.finish ?? 'loose',
    );
    const today = localDay(studio.now(), timeZone);
    const row = {
      id: studio.newId(),
      workId: format.workId,
      formatId: format.id,
      productId: product.id,
      priceMinor,
      question: input.question,
      validFromOn: input.validFrom ?? today,
      decidedAt: studio.now(),
    };
    const was = (await pricesOn(tx, row.validFromOn, { workIds: [format.workId] })).find(
      (price) => price.productId === product.id,
    );
    await insertRow(tx, 'prices', row);
    const name = await productName(tx, product);
    const from = row.validFromOn > today ? ` from ${row.validFromOn}` : '';
    const says = `${name} sells for ${formatMoney(priceMinor, currency)}${from}`;
    await noteInJournal(studio, tx, {
      act: 'priced',
      subject: 'price',
      subjectId: row.id,
      says,
      before: was,
      after: row,
    });
    return { message: `${says}.`, id: row.id, productId: product.id };
  },
});

/** Takes a price away again: what it was stays in its history. */
export const removePrice = defineAction({
  name: 'removePrice',
  input: objectSchema({
    formatId: id,
    lineId: Type.Optional(orNull(id)),
    finish: Type.Optional(oneOf(...FINISHES)),
  }),

  async run({ studio, tx, input }) {
    const was = await priceNow(studio, tx, input);
    if (!was) throw new InputError('formatId', input.formatId, 'a format that has a price');
    await patchRow(tx, 'prices', was.id, { withdrawnAt: studio.now() });
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

async function priceNow(
  studio: Studio,
  tx: Tx,
  ask: { formatId: string; lineId?: string | null; finish?: (typeof FINISHES)[number] },
): Promise<Row<'prices'> | undefined> {
  const { timeZone } = await studio.settings();
  const products = await findRows(tx, 'products', {
    formatId: ask.formatId,
    ...(ask.lineId && { lineId: ask.lineId }),
    ...(ask.finish && { finish: ask.finish }),
  });
  const ids = new Set(products.map((product) => product.id));
  const now = await pricesOn(tx, localDay(studio.now(), timeZone), {
    workIds: products.map((product) => product.workId),
  });
  return now.find((price) => ids.has(price.productId));
}

/** Keeps a list of new prices at once, as they were looked at in a what-if: each with the question that led to it. */
export const keepPrices = defineAction({
  name: 'keepPrices',
  input: objectSchema({
    validFrom: orNull(day),
    changes: listOf(
      objectSchema({ productId: id, price: moneyInput, question: orNull(priceQuestionSchema) }),
      { minItems: 1, maxItems: 5_000 },
    ),
  }),

  async run({ studio, tx, input }) {
    const { currency, timeZone } = await studio.settings();
    const validFromOn = input.validFrom ?? localDay(studio.now(), timeZone);
    const products = new Map((await findRows(tx, 'products')).map((product) => [product.id, product]));
    const now = new Map((await pricesOn(tx, validFromOn)).map((price) => [price.productId, price]));
    const rows = input.changes.map((change, i) => {
      const product = products.get(change.productId);
      if (!product)
        throw new InputError(`changes[${i}].productId`, change.productId, 'a product there is');
      const question = change.question ?? now.get(product.id)?.question;
      if (!question)
        throw new InputError(`changes[${i}].question`, null, 'its costs: it has had no price yet');
      const priceMinor = parseSum(change.price, currency, `changes[${i}].price`);
      if (!(priceMinor > 0))
        throw new InputError(`changes[${i}].price`, change.price, 'a price above nothing');
      return {
        id: studio.newId(),
        workId: product.workId,
        formatId: product.formatId,
        productId: product.id,
        priceMinor,
        question,
        validFromOn,
        decidedAt: studio.now(),
      };
    });
    await insertRows(tx, 'prices', rows);
    const says = `Set ${rows.length === 1 ? 'a price' : `${rows.length} prices`} from ${validFromOn} on`;
    await noteInJournal(studio, tx, {
      act: 'priced',
      subject: 'price',
      subjectId: rows[0]!.id,
      says,
      after: { prices: rows.map(({ productId, priceMinor }) => ({ productId, priceMinor })) },
    });
    return { message: `${says}.` };
  },
});
