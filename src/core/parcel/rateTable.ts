import { InputError } from '../errors';
import { parseLength, parseSum, parseWeight, type Mg, type Minor, type Um } from '../measure';
import type { RateRow } from './rate';

/** What one zone of a carrier pays; `*` among its countries stands for everywhere else. */
export type ZoneRates = {
  zone: string;
  countries: string[];
  days: number;
  steps: { upToGrams: number; price: Minor }[];
};

/** A carrier's table for one service, besides what stands with the service itself. */
export type RateTable = {
  maxWidth: Um;
  maxHeight: Um;
  maxGirth?: Um;
  maxVolume?: number;
  divisor?: number;
  rigidSurcharge?: Minor;
  thickSurcharge?: { over: Um; price: Minor };
  fuelShare?: number;
  insurance?: { upTo: Minor; price: Minor }[];
  zones: ZoneRates[];
};

/** A service as it is on record. Without a table it has one price for all it takes. */
export type RatedServiceRecord = {
  carrier: string;
  name: string;
  tracked: boolean;
  insuredMinor: Minor;
  days: number;
  maxLengthUm: Um;
  maxWeightMg: Mg;
  priceMinor: Minor;
  rates: RateTable | null;
};

const sameCountry = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/** The zone a country lies in: by its name, else the one for everywhere else. */
export const zoneOf = (table: RateTable, country: string): ZoneRates | null =>
  table.zones.find(({ countries }) => countries.some((each) => sameCountry(each, country))) ??
  table.zones.find(({ countries }) => countries.includes('*')) ??
  null;

/**
 * The row of a service for a country, or nothing where it does not go there.
 *
 * @example rateRowFor({ carrier: 'Coast', name: 'letter', tracked: false, insuredMinor: 0, days: 2, maxLengthUm: 350000, maxWeightMg: 500000, priceMinor: 460, rates: null }, 'Norrholm')?.steps // [{ upToGrams: 500, price: 460 }]
 */
export function rateRowFor(service: RatedServiceRecord, country: string): RateRow | null {
  const base = {
    name: `${service.carrier} ${service.name}`,
    maxLength: service.maxLengthUm,
    tracked: service.tracked,
    insuredTo: service.insuredMinor,
  };
  const { rates } = service;
  if (!rates)
    return {
      ...base,
      maxWidth: service.maxLengthUm,
      maxHeight: service.maxLengthUm,
      days: service.days,
      steps: [{ upToGrams: service.maxWeightMg / 1_000, price: service.priceMinor }],
    };
  const zone = zoneOf(rates, country);
  if (!zone) return null;
  const { zones: _, ...limits } = rates;
  const most = service.maxWeightMg / 1_000;
  return {
    ...base,
    ...limits,
    days: zone.days,
    steps: zone.steps.filter(({ upToGrams }) => upToGrams <= most),
  };
}

/** The columns of a rate table as a file, in their order. */
export const RATE_COLUMNS = [
  'carrier',
  'service',
  'zone',
  'countries',
  'days',
  'up to',
  'price',
  'tracked',
  'insured to',
  'max length',
  'max width',
  'max thickness',
  'max girth',
  'max litres',
  'mm3 per gram',
  'rigid',
  'thick over',
  'thick',
  'fuel %',
  'insurance',
] as const;
type RateColumn = (typeof RATE_COLUMNS)[number];

/** A service as a file describes it, ready to be kept. */
export type ReadService = Omit<RatedServiceRecord, 'rates'> & { rates: RateTable };
export type RateFault = { line: number; says: string };

/**
 * Reads a carrier's table: a line for each zone and step of weight. What stands once for a service may be left out on its later
 * lines. A line that cannot be read is named and kept out; the others come in.
 *
 * @param rows the table with its first line of heads
 * @throws InputError when a column that is needed is missing
 * @example readRateTable([['carrier', 'service', 'up to', 'price', 'max length'], ['Coast', 'letter', '500 g', '4.60', '353 mm']], { currency: 'EUR' }).services[0].rates.zones[0].steps // [{ upToGrams: 500, price: 460 }]
 */
export function readRateTable(
  rows: readonly (readonly string[])[],
  { currency }: { currency: string },
): { services: ReadService[]; faults: RateFault[] } {
  const heads = (rows[0] ?? []).map((head) => head.trim().toLowerCase());
  for (const needed of ['carrier', 'service', 'up to', 'price'] as const)
    if (!heads.includes(needed))
      throw new InputError('text', heads.join(', '), `a column “${needed}” in the first line`);
  const services = new Map<string, ReadService>();
  const faults: RateFault[] = [];
  rows.slice(1).forEach((row, i) => {
    const cell = (name: RateColumn) => (row[heads.indexOf(name)] ?? '').trim();
    if (row.every((each) => !each.trim())) return;
    try {
      addRateLine(services, cell, currency);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      faults.push({
        line: i + 2,
        says: `${error.field} is “${String(error.value)}”, expected ${error.expected}`,
      });
    }
  });
  return { services: [...services.values()].map(sortedSteps), faults };
}

function addRateLine(
  services: Map<string, ReadService>,
  cell: (name: RateColumn) => string,
  currency: string,
): void {
  const [carrier, name] = [cell('carrier'), cell('service')];
  if (!carrier) throw new InputError('carrier', carrier, 'who carries it');
  if (!name) throw new InputError('service', name, 'what the service is called');
  const grams = parseWeight(cell('up to'), 'g', 'up to') / 1_000;
  if (!(grams > 0)) throw new InputError('up to', cell('up to'), 'a weight above nothing');
  const price = parseSum(cell('price'), currency, 'price');
  const key = `${carrier}\n${name}`;
  const service = services.get(key) ?? newService(carrier, name, cell, currency);
  const zoneName = cell('zone') || 'everywhere';
  let zone = service.rates.zones.find((each) => each.zone === zoneName);
  if (!zone) {
    zone = {
      zone: zoneName,
      countries: cell('countries')
        .split(/[;/]/)
        .map((each) => each.trim())
        .filter(Boolean),
      days: wholeNumberOr(cell('days'), service.days, 'days'),
      steps: [],
    };
    if (!zone.countries.length) zone.countries = ['*'];
    service.rates.zones.push(zone);
  }
  if (zone.steps.some(({ upToGrams }) => upToGrams === grams))
    throw new InputError('up to', cell('up to'), `one line for each step of ${zoneName}`);
  zone.steps.push({ upToGrams: grams, price });
  service.maxWeightMg = Math.max(service.maxWeightMg, grams * 1_000);
  services.set(key, service);
}

function newService(
  carrier: string,
  name: string,
  cell: (name: RateColumn) => string,
  currency: string,
): ReadService {
  const length = (column: RateColumn) =>
    cell(column) ? parseLength(cell(column), 'mm', column) : undefined;
  const sum = (column: RateColumn) =>
    cell(column) ? parseSum(cell(column), currency, column) : undefined;
  const number = (column: RateColumn) => {
    if (!cell(column)) return undefined;
    const value = Number(cell(column).replace(',', '.').replace('%', ''));
    if (!(value >= 0)) throw new InputError(column, cell(column), 'a number from 0 on');
    return value;
  };
  const maxLength = length('max length');
  if (!maxLength) throw new InputError('max length', cell('max length'), 'the longest side it takes');
  const [over, thick, fuel] = [length('thick over'), sum('thick'), number('fuel %')];
  const [girth, divisor, rigid] = [length('max girth'), number('mm3 per gram'), sum('rigid')];
  const litres = number('max litres');
  const insurance = insuranceSteps(cell('insurance'), currency);
  return {
    carrier,
    name,
    tracked: /^(y|yes|true|1|tracked)$/i.test(cell('tracked')),
    insuredMinor: sum('insured to') ?? 0,
    days: wholeNumberOr(cell('days'), 3, 'days'),
    maxLengthUm: maxLength,
    maxWeightMg: 0,
    priceMinor: 0,
    rates: {
      maxWidth: length('max width') ?? maxLength,
      maxHeight: length('max thickness') ?? maxLength,
      ...(girth && { maxGirth: girth }),
      ...(divisor && { divisor }),
      ...(rigid && { rigidSurcharge: rigid }),
      ...(over !== undefined && thick && { thickSurcharge: { over, price: thick } }),
      ...(litres && { maxVolume: litres * MM3_PER_LITRE }),
      ...(fuel && { fuelShare: fuel / 100 }),
      ...(insurance.length && { insurance }),
      zones: [],
    },
  };
}

const MM3_PER_LITRE = 1_000_000;

/** Steps of insurance in one cell: "200=1.50; 500=3.50", up to a value for a price. */
function insuranceSteps(text: string, currency: string): { upTo: Minor; price: Minor }[] {
  return text
    .split(';')
    .map((step) => step.trim())
    .filter(Boolean)
    .map((step) => {
      const [upTo, price, ...more] = step.split('=').map((each) => each.trim());
      if (!upTo || !price || more.length)
        throw new InputError('insurance', step, 'a value and its price, such as "200=1.50"');
      return {
        upTo: parseSum(upTo, currency, 'insurance'),
        price: parseSum(price, currency, 'insurance'),
      };
    });
}

function wholeNumberOr(text: string, otherwise: number, field: string): number {
  if (!text) return otherwise;
  const value = Number(text);
  if (!Number.isInteger(value) || value < 0 || value > 120)
    throw new InputError(field, text, 'whole days from 0 to 120');
  return value;
}

const sortedSteps = (service: ReadService): ReadService => ({
  ...service,
  priceMinor: service.rates.zones[0]!.steps[0]!.price,
  rates: {
    ...service.rates,
    zones: service.rates.zones.map((zone) => ({
      ...zone,
      steps: [...zone.steps].sort((a, b) => a.upToGrams - b.upToGrams),
    })),
  },
});
