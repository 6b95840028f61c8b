import { breakEven } from '../price/breakEven';
import { solvePrice, type PriceQuestion } from '../price/solve';
import { array, calc, moneySchema, object, shareSchema } from './kit';

const name = { type: 'string', minLength: 1, maxLength: 120 };
const amounts = array(object({ name, amount: moneySchema }), { maxItems: 100 });
/** What `price.solve` takes; the price act takes the same. */
export const priceQuestionSchema = object({
  costs: amounts,
  fixedFees: amounts,
  shareFees: array(object({ name, share: shareSchema }), { maxItems: 50 }),
  carriageCharged: moneySchema,
  margin: shareSchema,
  given: shareSchema,
});

export const priceCalcs = [
  calc<PriceQuestion, unknown>({
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
  calc<{ outlay: number; price: number; perSale: number }, unknown>({
    name: 'price.breakEven',
    says: 'How many sales pay an outlay back',
    units: { count: 'sales', netPerSale: 'minor units' },
    source: 'n = ceil(outlay ÷ (price − costs per sale))',
    schema: object({ outlay: moneySchema, price: moneySchema, perSale: moneySchema }),
    run: breakEven,
  }),
];
