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

/** Three sides, the longest first: a carrier measures a parcel however it lies. */
function inOrder(a: Um, b: Um, c: Um): [Um, Um, Um] {
  const longest = Math.max(a, b, c);
  const shortest = Math.min(a, b, c);
  return [longest, a + b + c - longest - shortest, shortest];
}

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
  const asked: Asked = {
    parcel,
    needs,
    sides: inOrder(parcel.length, parcel.width, parcel.height),
    ...wordsOf(currency),
  };
  const services = table.map((row, i) => rateBy(asked, row, i));
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

/** A parcel against what is asked, its sides in order, and the words for figures: tables of thousands of rows say the same ones again. */
type Asked = {
  parcel: RatedParcel;
  needs: PostNeeds;
  sides: [Um, Um, Um];
  mm: (um: Um) => string;
  grams: (grams: number) => string;
  money: (minor: Minor) => string;
};

function wordsOf(currency: string): Pick<Asked, 'mm' | 'grams' | 'money'> {
  return {
    mm: once((um) => formatLength(um, 'mm')),
    grams: once((g) => formatWeight(roundHalfEven(g) * 1_000)),
    money: once((minor) => formatMoney(minor, currency)),
  };
}

function once(format: (figure: number) => string): (figure: number) => string {
  const known = new Map<number, string>();
  return (figure) => {
    const before = known.get(figure);
    if (before !== undefined) return before;
    const text = format(figure);
    known.set(figure, text);
    return text;
  };
}

function rateBy(asked: Asked, row: RateRow, i: number): RatedService {
  if (!row.steps.length)
    throw new InputError(`table[${i}].steps`, 0, 'at least one step of weight with its price');
  const { parcel: p, needs, grams } = asked;
  const charged = chargedGrams(p, row);
  let step: RateRow['steps'][number] | undefined;
  let most = 0;
  for (const each of row.steps) {
    most = Math.max(most, each.upToGrams);
    if (charged <= each.upToGrams && (!step || each.upToGrams < step.upToGrams)) step = each;
  }
  const extra = step ? surchargesOf(asked, row) : 0;
  const insurance = step ? insuranceOf(p, needs, row) : 0;
  const price =
    step && insurance !== null
      ? roundHalfEven((step.price + extra) * (1 + (row.fuelShare ?? 0))) + insurance
      : null;
  const against =
    tooLarge(asked, row) ??
    (step
      ? null
      : `${grams(charged)}${charged > p.weightGrams ? ' by its volume' : ''}; it takes up to ${grams(most)}`) ??
    unmet(asked, row);
  const fits = against === null;
  const why = against ?? fittingWhy(asked, row, step!.upToGrams, charged);
  return { name: row.name, price, fits, why, chargedGrams: charged, days: row.days };
}

const chargedGrams = (p: RatedParcel, row: RateRow): number =>
  row.divisor
    ? Math.max(p.weightGrams, (p.length * p.width * p.height) / MM3 / row.divisor)
    : p.weightGrams;

function surchargesOf({ parcel: p, sides: [, , thickness] }: Asked, row: RateRow): Minor {
  const rigid = p.rigid ? (row.rigidSurcharge ?? 0) : 0;
  const thick = row.thickSurcharge && thickness > row.thickSurcharge.over ? row.thickSurcharge.price : 0;
  return rigid + thick;
}

/** What must be insured, and what that costs above what is included; nothing where it is not offered so far. */
function insuranceOf(p: RatedParcel, needs: PostNeeds, row: RateRow): Minor | null {
  const wanted = insuredSum(p, needs);
  if (wanted <= row.insuredTo) return 0;
  let best: { upTo: Minor; price: Minor } | null = null;
  for (const step of row.insurance ?? [])
    if (wanted <= step.upTo && (!best || step.upTo < best.upTo)) best = step;
  return best ? best.price : null;
}

const insuredSum = (p: RatedParcel, { insured }: PostNeeds): Minor =>
  insured === true ? p.value : insured === false ? 0 : insured;

const SIDE_WORDS = ['long', 'wide', 'thick'] as const;

function tooLarge({ sides, mm }: Asked, row: RateRow): string | null {
  const limits = inOrder(row.maxLength, row.maxWidth, row.maxHeight);
  for (let k = 0; k < 3; k++)
    if (sides[k]! > limits[k]!)
      return `${mm(sides[k]!)} ${SIDE_WORDS[k]}; it takes up to ${mm(limits[k]!)}`;
  const girth = sides[0] + 2 * (sides[1] + sides[2]);
  if (row.maxGirth !== undefined && girth > row.maxGirth)
    return `length and girth are ${mm(girth)}; it takes up to ${mm(row.maxGirth)}`;
  const volume = (sides[0] * sides[1] * sides[2]) / MM3;
  if (row.maxVolume !== undefined && volume > row.maxVolume)
    return `${litres(volume)} of room; it takes up to ${litres(row.maxVolume)}`;
  return null;
}

const litres = (mm3: number): string => `${Math.round(mm3 / 1e5) / 10} l`;

function unmet({ parcel: p, needs, money }: Asked, row: RateRow): string | null {
  if (needs.tracked && !row.tracked) return 'not tracked, and that is asked';
  if (insuranceOf(p, needs, row) === null) {
    const wanted = money(insuredSum(p, needs));
    return row.insuredTo
      ? `insured to ${money(row.insuredTo)}; ${wanted} is asked`
      : `not insured; ${wanted} is asked`;
  }
  if (needs.days !== null && row.days > needs.days)
    return `${row.days} ${row.days === 1 ? 'day' : 'days'}; ${needs.days} promised`;
  return null;
}

function fittingWhy(asked: Asked, row: RateRow, upTo: number, charged: number): string {
  const { parcel: p, sides, mm, grams, money } = asked;
  const limit = Math.min(row.maxLength, row.maxWidth, row.maxHeight);
  const room = `${mm(limit)} thick: yours is ${mm(sides[2])}`;
  const weight =
    charged > p.weightGrams
      ? `till ${grams(upTo)}; counted as ${grams(charged)} by its volume`
      : `till ${grams(upTo)}`;
  const insured = row.insuredTo ? `; insured to ${money(row.insuredTo)} only` : '; not insured';
  return `${weight}, ${room}${p.value > row.insuredTo ? insured : ''}`;
}
