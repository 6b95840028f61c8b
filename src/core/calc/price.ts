import { breakEven } from '../price/breakEven';
import { solvePrice } from '../price/solve';
import { calc, listOf, moneySchema, objectSchema, shareSchema, Type } from './kit';

const name = Type.String({ minLength: 1, maxLength: 120 });
const amounts = listOf(objectSchema({ name, amount: moneySchema }), { maxItems: 100 });
/** What `price.solve` takes; the price act takes the same. */
export const priceQuestionSchema = objectSchema({
  costs: amounts,
  fixedFees: amounts,
  shareFees: listOf(objectSchema({ name, share: shareSchema }), { maxItems: 50 }),
  carriageCharged: moneySchema,
  margin: shareSchema,
  given: shareSchema,
});

export const priceCalcs = [
  calc({
    name: 'price.solve',
    says: 'The price that leaves a wanted margin, and who keeps what',
    units: { price: 'minor units', buyerPays: 'minor units', 'shares.amount': 'minor units' },
    source: 'P = (C + F + f·S) ÷ (1 − f − m − g)',
    schema: priceQuestionSchema,
    run: (q) => {
      const { price, buyerPays, shares, finding, working } = solvePrice(q);
      return { price, buyerPays, shares, finding, working };
    },
  }),
  calc({
    name: 'price.breakEven',
    says: 'How many sales pay an outlay back',
    units: { count: 'sales', netPerSale: 'minor units' },
    source: 'n = ceil(outlay ÷ (price − costs per sale))',
    schema: objectSchema({ outlay: moneySchema, price: moneySchema, perSale: moneySchema }),
    run: breakEven,
  }),
];
