import { InputError } from '../errors';
import { roundHalfEven } from '../measure';
import { shipBy, type Day, type Weekday } from '../parcel/shipBy';
import { compareScale, expectedWeight, type WeighedPart } from '../parcel/weigh';
import { array, calc, daySchema, object } from './kit';

type PartInput = { name?: string; count?: number } & ({ area: number; gsm: number } | { grams: number });

const positive = { type: 'number', minimum: 0, maximum: 1e9 };
const shared = {
  name: { type: 'string', maxLength: 120 },
  count: { type: 'integer', minimum: 0, maximum: 10_000 },
};

export const parcelCalcs = [
  calc<{ ordered: Day; handlingDays: number; holidays?: Day[]; workdays?: Weekday[] }, unknown>({
    name: 'parcel.shipBy',
    says: 'The day an order is promised to leave by',
    units: { date: 'calendar day' },
    source: 'Order day + handling days, counted in working days',
    schema: object(
      {
        ordered: daySchema,
        handlingDays: { type: 'integer', minimum: 0, maximum: 365 },
        holidays: array(daySchema),
        workdays: array({ type: 'integer', minimum: 0, maximum: 6 }, { minItems: 1, maxItems: 7 }),
      },
      ['holidays', 'workdays'],
    ),
    run: (q) => ({ date: shipBy(q) }),
  }),
  calc<{ parts: PartInput[]; scaleGrams?: number }, unknown>({
    name: 'parcel.weigh',
    says: 'What a parcel should weigh, and whether the scale agrees; area in mm²',
    units: { grams: 'g', weight: 'mg' },
    source: 'Σ area × g/m² + parts; 10 %, at least 8 g',
    schema: object(
      {
        parts: array(
          {
            type: 'object',
            anyOf: [
              object({ ...shared, area: positive, gsm: positive }, ['name', 'count']),
              object({ ...shared, grams: positive }, ['name', 'count']),
            ],
          },
          { minItems: 1 },
        ),
        scaleGrams: positive,
      },
      ['scaleGrams'],
    ),
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
