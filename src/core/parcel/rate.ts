import { InputError } from '../errors';
import { formatLength, formatMoney, formatWeight, roundHalfEven, type Minor, type Um } from '../measure';

/** One service as a carrier's table has it, for one zone. Lengths in µm, weights in grams, sums in minor units. */
export type RateRow = {
  name: string;
  maxLength: Um;
  maxWidth: Um;
  maxHeight: Um;
  /** Length + 2 (width + height). */
  maxGirth?: Um;
  /** Litres and up: mm³. */
  maxVolume?: number;
  /** mm³ that count as one gram. */
  divisor?: number;
  tracked: boolean;
  insuredTo: Minor;
  days: number;
  /** A step counts up to and with its grams. */
  steps: readonly { upToGrams: number; price: Minor }[];
  /** What is stiff pays this more. */
  rigidSurcharge?: Minor;
  /** What is thicker than `over` pays this more. */
  thickSurcharge?: { over: Um; price: Minor };
  /** A share on the step and the surcharges. */
  fuelShare?: number;
  /** Insurance above what is included: the first step that reaches the value. */
  insurance?: readonly { upTo: Minor; price: Minor }[];
};

export type RatedParcel = {
  length: Um;
  width: Um;
  height: Um;
  weightGrams: number;
  value: Minor;
  rigid: boolean;
};

/** What a service must offer. `insured: true` means to the parcel's value; a sum means to that. */
export type PostNeeds = { tracked: boolean; insured: boolean | Minor; days: number | null };

export type RatedService = {
  name: string;
  price: Minor | null;
  fits: boolean;
  why: string;
  /** Grams that are paid for, and why they are more than the scale's. */
  chargedGrams: number;
  days: number;
};

const MM3 = 1e9;

/** The sides of a parcel, the longest first: a carrier measures it however it lies. */
const sidesOf = (p: { length: Um; width: Um; height: Um }): [Um, Um, Um] => {
  const [a, b, c] = [p.length, p.width, p.height].sort((x, y) => y - x);
  return [a!, b!, c!];
};

/**
 * What each service of a table would cost for a parcel, whether it takes it and meets what is asked, and the cheapest that does.
 * Weight steps round up; dimensional weight (L·W·H ÷ divisor) counts where it is more; fuel is on the step and the surcharges.
 *
 * @param currency for the sentences only
 * Source: handbook §12, design contract `parcel.rate`.
 * @example rateParcel({ length: 300000, width: 200000, height: 20000, weightGrams: 420, value: 9000, rigid: true }, { tracked: false, insured: false, days: null }, [{ name: 'Letter', maxLength: 353000, maxWidth: 250000, maxHeight: 25000, tracked: false, insuredTo: 0, days: 3, steps: [{ upToGrams: 250, price: 320 }, { upToGrams: 500, price: 460 }], rigidSurcharge: 40 }]).services[0].price // 500
 */
export function rateParcel(
  parcel: RatedParcel,
  needs: PostNeeds,
  table: readonly RateRow[],
  currency = 'EUR',
): { services: RatedService[]; best: string | null } {
  checkRatedParcel(parcel);
  const services = table.map((row, i) => rateBy(parcel, needs, row, currency, i));
  const best = services
    .filter((s) => s.fits)
    .sort((a, b) => a.price! - b.price! || a.days - b.days || a.name.localeCompare(b.name))[0];
  return { services, best: best?.name ?? null };
}

function checkRatedParcel(p: RatedParcel): void {
  for (const side of ['length', 'width', 'height'] as const)
    if (!(p[side] > 0)) throw new InputError(`parcel.${side}`, p[side], 'a length above nothing');
  if (!(p.weightGrams > 0))
    throw new InputError('parcel.weightGrams', p.weightGrams, 'a weight above nothing');
  if (!(p.value >= 0)) throw new InputError('parcel.value', p.value, 'a sum not below nothing');
}

function rateBy(
  p: RatedParcel,
  needs: PostNeeds,
  row: RateRow,
  currency: string,
  i: number,
): RatedService {
  if (!row.steps.length)
    throw new InputError(`table[${i}].steps`, 0, 'at least one step of weight with its price');
  const charged = chargedGrams(p, row);
  const steps = [...row.steps].sort((a, b) => a.upToGrams - b.upToGrams);
  const step = steps.find(({ upToGrams }) => charged <= upToGrams);
  const extra = step ? surchargesOf(p, needs, row) : 0;
  const insurance = step ? insuranceOf(p, needs, row) : 0;
  const price =
    step && insurance !== null
      ? roundHalfEven((step.price + extra) * (1 + (row.fuelShare ?? 0))) + insurance
      : null;
  const grams = (g: number) => formatWeight(roundHalfEven(g) * 1_000);
  const base = { name: row.name, chargedGrams: charged, days: row.days };
  const against =
    tooLarge(p, row) ??
    (step
      ? null
      : `${grams(charged)}${charged > p.weightGrams ? ' by its volume' : ''}; it takes up to ${grams(steps.at(-1)!.upToGrams)}`) ??
    unmet(p, needs, row, currency);
  if (against !== null) return { ...base, price, fits: false, why: against };
  return { ...base, price, fits: true, why: fittingWhy(p, row, step!.upToGrams, charged, currency) };
}

const chargedGrams = (p: RatedParcel, row: RateRow): number =>
  row.divisor
    ? Math.max(p.weightGrams, (p.length * p.width * p.height) / MM3 / row.divisor)
    : p.weightGrams;

function surchargesOf(p: RatedParcel, needs: PostNeeds, row: RateRow): Minor {
  const [, , thickness] = sidesOf(p);
  const rigid = p.rigid ? (row.rigidSurcharge ?? 0) : 0;
  const thick = row.thickSurcharge && thickness > row.thickSurcharge.over ? row.thickSurcharge.price : 0;
  return rigid + thick;
}

/** What must be insured, and what that costs above what is included; nothing where it is not offered so far. */
function insuranceOf(p: RatedParcel, needs: PostNeeds, row: RateRow): Minor | null {
  const wanted = insuredSum(p, needs);
  if (wanted <= row.insuredTo) return 0;
  const step = [...(row.insurance ?? [])]
    .sort((a, b) => a.upTo - b.upTo)
    .find(({ upTo }) => wanted <= upTo);
  return step ? step.price : null;
}

const insuredSum = (p: RatedParcel, { insured }: PostNeeds): Minor =>
  insured === true ? p.value : insured === false ? 0 : insured;

function tooLarge(p: RatedParcel, row: RateRow): string | null {
  const sides = sidesOf(p);
  const limits = sidesOf({ length: row.maxLength, width: row.maxWidth, height: row.maxHeight });
  const names = ['long', 'wide', 'thick'];
  const over = sides.findIndex((side, k) => side > limits[k]!);
  const mm = (um: Um) => formatLength(um, 'mm');
  if (over >= 0) return `${mm(sides[over]!)} ${names[over]}; it takes up to ${mm(limits[over]!)}`;
  const girth = sides[0] + 2 * (sides[1] + sides[2]);
  if (row.maxGirth !== undefined && girth > row.maxGirth)
    return `length and girth are ${mm(girth)}; it takes up to ${mm(row.maxGirth)}`;
  const volume = (sides[0] * sides[1] * sides[2]) / MM3;
  const litres = (mm3: number) => `${Math.round(mm3 / 1e5) / 10} l`;
  if (row.maxVolume !== undefined && volume > row.maxVolume)
    return `${litres(volume)} of room; it takes up to ${litres(row.maxVolume)}`;
  return null;
}

function unmet(p: RatedParcel, needs: PostNeeds, row: RateRow, currency: string): string | null {
  if (needs.tracked && !row.tracked) return 'not tracked, and that is asked';
  if (insuranceOf(p, needs, row) === null) {
    const wanted = formatMoney(insuredSum(p, needs), currency);
    return row.insuredTo
      ? `insured to ${formatMoney(row.insuredTo, currency)}; ${wanted} is asked`
      : `not insured; ${wanted} is asked`;
  }
  if (needs.days !== null && row.days > needs.days)
    return `${row.days} ${row.days === 1 ? 'day' : 'days'}; ${needs.days} promised`;
  return null;
}

function fittingWhy(p: RatedParcel, row: RateRow, upTo: number, charged: number, currency: string) {
  const [, , thickness] = sidesOf(p);
  const limit = sidesOf({ length: row.maxLength, width: row.maxWidth, height: row.maxHeight })[2];
  const room = `${formatLength(limit, 'mm')} thick: yours is ${formatLength(thickness, 'mm')}`;
  const weight =
    charged > p.weightGrams
      ? `till ${formatWeight(upTo * 1_000)}; counted as ${formatWeight(roundHalfEven(charged) * 1_000)} by its volume`
      : `till ${formatWeight(upTo * 1_000)}`;
  const value =
    p.value > row.insuredTo
      ? row.insuredTo
        ? `; insured to ${formatMoney(row.insuredTo, currency)} only`
        : '; not insured'
      : '';
  return `${weight}, ${room}${value}`;
}
