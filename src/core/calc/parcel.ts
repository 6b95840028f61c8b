import { InputError } from '../errors';
import { roundHalfEven } from '../measure';
import { type Weekday } from '../measure/day';
import { promiseDay } from '../parcel/promise';
import { rateParcel } from '../parcel/rate';
import { shipBy } from '../parcel/shipBy';
import { payInStamps } from '../parcel/stamps';
import { compareScale, expectedWeight, type WeighedPart } from '../parcel/weigh';
import {
  calc,
  daySchema,
  lengthSchema,
  listOf,
  moneySchema,
  objectSchema,
  readLength,
  Type,
  type LengthInput,
} from './kit';

const weekday = Type.Unsafe<Weekday>(Type.Integer({ minimum: 0, maximum: 6 }));
const positive = Type.Number({ minimum: 0, maximum: 1e9 });
const shared = {
  name: Type.Optional(Type.String({ maxLength: 120 })),
  count: Type.Optional(Type.Integer({ minimum: 0, maximum: 10_000 })),
};

const calendar = {
  holidays: Type.Optional(listOf(daySchema)),
  workdays: Type.Optional(listOf(weekday, { minItems: 1, maxItems: 7 })),
};
const sum = Type.Integer({ minimum: 0, description: 'a sum in whole minor units, such as cents' });
const shortName = Type.String({ minLength: 1, maxLength: 120 });
const sides = { length: lengthSchema, width: lengthSchema, height: lengthSchema };
const rateRow = objectSchema({
  name: shortName,
  maxLength: lengthSchema,
  maxWidth: lengthSchema,
  maxHeight: lengthSchema,
  maxGirth: Type.Optional(lengthSchema),
  maxVolume: Type.Optional(positive),
  divisor: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
  tracked: Type.Boolean(),
  insuredTo: sum,
  days: Type.Number({ minimum: 0, maximum: 365 }),
  steps: listOf(objectSchema({ upToGrams: Type.Number({ exclusiveMinimum: 0 }), price: sum }), {
    minItems: 1,
  }),
  rigidSurcharge: Type.Optional(sum),
  thickSurcharge: Type.Optional(objectSchema({ over: lengthSchema, price: sum })),
  fuelShare: Type.Optional(Type.Number({ minimum: 0, maximum: 5 })),
  insurance: Type.Optional(listOf(objectSchema({ upTo: sum, price: sum }))),
});

export const parcelCalcs = [
  calc({
    name: 'parcel.stamps',
    says: 'The stamps on hand that pay a postage with the least overspend, then the fewest',
    units: { overspend: 'minor units', value: 'minor units' },
    source: 'A bounded knapsack over every sum that could be the least',
    schema: objectSchema({
      postage: moneySchema,
      stock: listOf(objectSchema({ value: moneySchema, count: Type.Integer() }), { maxItems: 200 }),
    }),
    run: ({ postage, stock }) => payInStamps(postage, stock),
  }),
  calc({
    name: 'parcel.rate',
    says: 'What each service would cost for a parcel, why it falls out, and the cheapest that meets what is asked',
    units: { price: 'minor units', chargedGrams: 'g', days: 'days' },
    source:
      'Weight steps round up; L·W·H ÷ divisor where it is more; fuel on step and surcharges, half-even',
    schema: objectSchema({
      parcel: objectSchema({
        ...sides,
        weightGrams: Type.Number({ minimum: 0 }),
        value: Type.Optional(sum),
        rigid: Type.Optional(Type.Boolean()),
      }),
      needs: Type.Optional(
        objectSchema({
          tracked: Type.Optional(Type.Boolean()),
          insured: Type.Optional(Type.Union([Type.Boolean(), sum])),
          days: Type.Optional(Type.Union([Type.Number({ minimum: 0 }), Type.Null()])),
        }),
      ),
      table: listOf(rateRow, { maxItems: 20_000 }),
    }),
    run: ({ parcel, needs, table }) =>
      rateParcel(
        {
          ...readSides(parcel, 'parcel'),
          weightGrams: parcel.weightGrams,
          value: parcel.value ?? 0,
          rigid: parcel.rigid ?? false,
        },
        {
          tracked: needs?.tracked ?? false,
          insured: needs?.insured ?? false,
          days: needs?.days ?? null,
        },
        table.map((row, i) => ({
          ...row,
          maxLength: readLength(row.maxLength, `table[${i}].maxLength`),
          maxWidth: readLength(row.maxWidth, `table[${i}].maxWidth`),
          maxHeight: readLength(row.maxHeight, `table[${i}].maxHeight`),
          maxGirth:
            row.maxGirth === undefined ? undefined : readLength(row.maxGirth, `table[${i}].maxGirth`),
          thickSurcharge: row.thickSurcharge && {
            over: readLength(row.thickSurcharge.over, `table[${i}].thickSurcharge.over`),
            price: row.thickSurcharge.price,
          },
        })),
      ),
  }),
  calc({
    name: 'parcel.promise',
    says: 'The day by which everything is done that is still to do, and the chain that decides it',
    units: { date: 'calendar day', days: 'working days', from: 'working days', to: 'working days' },
    source: 'The longest chain of steps, in working days from today',
    schema: objectSchema({
      today: daySchema,
      ...calendar,
      steps: listOf(
        objectSchema({
          name: shortName,
          days: Type.Number({ minimum: 0, maximum: 3_650 }),
          after: Type.Optional(listOf(shortName)),
        }),
        { maxItems: 500 },
      ),
    }),
    run: ({ steps, ...q }) =>
      promiseDay({ ...q, steps: steps.map((step) => ({ ...step, after: step.after ?? [] })) }),
  }),
  calc({
    name: 'parcel.shipBy',
    says: 'The day an order is promised to leave by',
    units: { date: 'calendar day' },
    source: 'Order day + handling days, counted in working days',
    schema: objectSchema({
      ordered: daySchema,
      handlingDays: Type.Integer({ minimum: 0, maximum: 365 }),
      ...calendar,
    }),
    run: (q) => ({ date: shipBy(q) }),
  }),
  calc({
    name: 'parcel.weigh',
    says: 'What a parcel should weigh, and whether the scale agrees; area in mm²',
    units: { grams: 'g', weight: 'mg' },
    source: 'Σ area × g/m² + parts; 10 %, at least 8 g',
    schema: objectSchema({
      parts: listOf(
        Type.Union(
          [
            objectSchema({ ...shared, area: positive, gsm: positive }),
            objectSchema({ ...shared, grams: positive }),
          ],
          { type: 'object' },
        ),
        { minItems: 1 },
      ),
      scaleGrams: Type.Optional(positive),
    }),
    run: ({ parts, scaleGrams }) => {
      const weighed: WeighedPart[] = parts.map((p, i) => ({
        name: p.name ?? `part ${i + 1}`,
        count: p.count ?? 1,
        weight: roundHalfEven('grams' in p ? p.grams * 1_000 : (p.area / 1e6) * p.gsm * 1_000),
      }));
      const { weight } = expectedWeight(weighed);
      if (scaleGrams === 0)
        throw new InputError('scaleGrams', scaleGrams, 'the weight the scale shows, above nothing');
      return {
        grams: weight / 1_000,
        weight,
        ...(scaleGrams !== undefined && {
          finding: compareScale(weight, roundHalfEven(scaleGrams * 1_000)),
        }),
      };
    },
  }),
];

const readSides = (p: Record<'length' | 'width' | 'height', LengthInput>, field: string) => ({
  length: readLength(p.length, `${field}.length`),
  width: readLength(p.width, `${field}.width`),
  height: readLength(p.height, `${field}.height`),
});
