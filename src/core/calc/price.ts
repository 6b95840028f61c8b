import { costOfProduct } from '../cost/ofProduct';
import { planBatch } from '../price/batch';
import { breakEven } from '../price/breakEven';
import { compareChannels } from '../price/channels';
import { payback } from '../price/payback';
import { solvePrice } from '../price/solve';
import type { TSchema } from '../schema';
import { calc, listOf, moneySchema, objectSchema, shareSchema, Type, wholeNumber } from './kit';

const name = Type.String({ minLength: 1, maxLength: 120 });
const amounts = listOf(objectSchema({ name, amount: moneySchema }), { maxItems: 100 });
/** What `price.solve` takes; the price act takes the same. */
export const priceQuestionSchema = objectSchema({
  costs: listOf(objectSchema({ name, amount: moneySchema, own: Type.Optional(Type.Boolean()) }), {
    maxItems: 100,
  }),
  fixedFees: amounts,
  shareFees: listOf(objectSchema({ name, share: shareSchema }), { maxItems: 50 }),
  carriageCharged: moneySchema,
  margin: shareSchema,
  given: shareSchema,
});

/** A sum that need not be whole: the ink of a square metre, an hour of a machine. */
const rateSchema = Type.Number({ minimum: 0, description: 'a sum in minor units, not below nothing' });
const figureSchema = Type.Number({ minimum: 0 });
const groundFields = {
  basis: Type.Optional(Type.Union([Type.Literal('known'), Type.Literal('estimated')])),
  because: Type.Optional(Type.String({ maxLength: 400 })),
};
const optionalName = Type.Optional(Type.String({ maxLength: 120 }));
const shareFeesSchema = listOf(objectSchema({ name, share: shareSchema }), { maxItems: 50 });
const orNothing = <S extends TSchema>(schema: S) => Type.Optional(Type.Union([schema, Type.Null()]));

/** What `cost.ofProduct` takes. */
const costQuestionSchema = objectSchema({
  paper: orNothing(
    objectSchema({ area: figureSchema, pricePerM2: rateSchema, name: optionalName, ...groundFields }),
  ),
  ink: orNothing(objectSchema({ area: figureSchema, pricePerM2: rateSchema, ...groundFields })),
  wear: orNothing(rateSchema),
  wearGround: Type.Optional(objectSchema(groundFields)),
  route: orNothing(
    objectSchema({ piece: rateSchema, carriageShare: rateSchema, name: optionalName, ...groundFields }),
  ),
  spoilRate: shareSchema,
  spoilGround: Type.Optional(objectSchema(groundFields)),
  shares: listOf(
    objectSchema({ name, outlay: rateSchema, expectedPrints: figureSchema, ...groundFields }),
    { maxItems: 50 },
  ),
  time: listOf(objectSchema({ name, minutes: figureSchema, ratePerHour: rateSchema, ...groundFields }), {
    maxItems: 50,
  }),
  parts: listOf(
    objectSchema({
      name,
      price: rateSchema,
      count: figureSchema,
      isFinish: Type.Optional(Type.Boolean()),
      ...groundFields,
    }),
    { maxItems: 100 },
  ),
  currency: Type.Optional(Type.String({ pattern: '^[A-Z]{3}$' })),
});

const channelSchema = objectSchema({
  name,
  shareFees: shareFeesSchema,
  fixedFees: amounts,
  shareOfRetail: Type.Optional(shareSchema),
  partnerCharge: orNothing(moneySchema),
  monthly: Type.Optional(moneySchema),
  perListing: Type.Optional(moneySchema),
  listings: Type.Optional(wholeNumber(0, 100_000)),
  taxOnFees: Type.Optional(shareSchema),
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
  calc({
    name: 'price.batch',
    says: 'How many to make: profit expected of each quantity, the chance of a loss and the money at risk',
    units: {
      'options.count': 'prints',
      'options.expectedProfit': 'minor units',
      'options.chanceOfLoss': 'share from 0 to 1',
      'options.atRisk': 'minor units',
      'options.marginal': 'minor units a print',
    },
    source: 'Σ p(d)·price·min(d, Q) − cost(Q) + salvage·Σ p(d)·(Q − d)⁺, d triangular on whole numbers',
    schema: objectSchema({
      demand: objectSchema({
        few: wholeNumber(0, 100_000),
        likely: wholeNumber(0, 100_000),
        many: wholeNumber(0, 100_000),
      }),
      price: moneySchema,
      counts: listOf(objectSchema({ count: wholeNumber(1, 100_000), cost: moneySchema }), {
        minItems: 1,
        maxItems: 100,
      }),
      salvage: moneySchema,
      perSaleCost: moneySchema,
      storage: Type.Optional(moneySchema),
    }),
    run: planBatch,
  }),
  calc({
    name: 'price.payback',
    says: 'After how many prints, and months, an outlay of one’s own has paid for itself',
    units: { count: 'prints', months: 'months' },
    source: 'n = ceil(outlay ÷ (lab price − own cost)); months = n ÷ prints a month',
    schema: objectSchema({
      outlay: moneySchema,
      labPrice: moneySchema,
      ownCost: moneySchema,
      perMonth: figureSchema,
    }),
    run: payback,
  }),
  calc({
    name: 'price.channels',
    says: 'One thing sold in several places: what a sale and a month leave, and where one overtakes another',
    units: {
      'channels.perSale': 'minor units',
      'channels.perMonth': 'minor units',
      'crossings.perMonth': 'sales a month',
    },
    source:
      'price − shares of (price + carriage) − fixed fees − share of retail − costs; × sales − monthly − listings',
    schema: objectSchema({
      product: objectSchema({ price: moneySchema, cost: moneySchema, carriageCharged: moneySchema }),
      perMonth: figureSchema,
      channels: listOf(channelSchema, { minItems: 1, maxItems: 40 }),
    }),
    run: compareChannels,
  }),
  calc({
    name: 'cost.ofProduct',
    says: 'What one product costs, line by line',
    units: { 'lines.amount': 'minor units', total: 'minor units' },
    source: 'paper, ink, wear and route ÷ (1 − spoiled) + shares + minutes × rate + parts',
    schema: costQuestionSchema,
    run: costOfProduct,
  }),
];
