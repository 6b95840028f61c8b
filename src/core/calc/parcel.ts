import { InputError } from '../errors';
import { roundHalfEven } from '../measure';
import { type Weekday } from '../measure/day';
import { shipBy } from '../parcel/shipBy';
import { compareScale, expectedWeight, type WeighedPart } from '../parcel/weigh';
import { calc, daySchema, listOf, objectSchema, Type } from './kit';

const weekday = Type.Unsafe<Weekday>(Type.Integer({ minimum: 0, maximum: 6 }));
const positive = Type.Number({ minimum: 0, maximum: 1e9 });
const shared = {
  name: Type.Optional(Type.String({ maxLength: 120 })),
  count: Type.Optional(Type.Integer({ minimum: 0, maximum: 10_000 })),
};

export const parcelCalcs = [
  calc({
    name: 'parcel.shipBy',
    says: 'The day an order is promised to leave by',
    units: { date: 'calendar day' },
    source: 'Order day + handling days, counted in working days',
    schema: objectSchema({
      ordered: daySchema,
      handlingDays: Type.Integer({ minimum: 0, maximum: 365 }),
      holidays: Type.Optional(listOf(daySchema)),
      workdays: Type.Optional(listOf(weekday, { minItems: 1, maxItems: 7 })),
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
