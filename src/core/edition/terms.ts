import { InputError } from '../errors';
import { currencyDigits, type Minor } from '../measure';
import type { Signing } from './impressionStates';

/** Where something stands towards a limited run. */
export const PLACES = ['in the run', 'outside it', 'not made'] as const;
export type PlaceInRun = (typeof PLACES)[number];

/** A size, a line, a finish, or something named in words, and where it stands towards the run. */
export type Placed = {
  kind: 'size' | 'line' | 'finish' | 'other';
  /** The id of the size or line, the finish itself; for what is named in words only, the words. */
  id: string;
  name: string;
  place: PlaceInRun;
};

/** From a number on the price is raised by a share of the first price. */
export type Tier = { from: number; raise: number };

export const NUMBER_ORDERS = ['next free', 'buyer chooses'] as const;

/** What was declared of a run beside its total: none of it is loosened later. */
export type EditionTerms = {
  numbers: (typeof NUMBER_ORDERS)[number];
  /** Numbers of the run that the artist keeps back, such as 1. */
  heldBack: number[];
  tiers: Tier[];
  placed: Placed[];
  /** What the run is made as, where that was declared: nothing else is numbered in it. */
  made?: MadeAs;
};

type NamedThing = { id: string; name: string };
/** Sizes, papers and processes by name, and by id where they have one; an empty list declares nothing of its kind. */
export type MadeAs = { sizes: NamedThing[]; papers: NamedThing[]; processes: string[] };
/** A product of the work, with what it is made as. */
export type OfferedAs = {
  formatId: string;
  size: string;
  lineId: string;
  finish: string;
  paper: NamedThing | null;
  process: string | null;
};

/** A studio's standing way: where a number is chosen, and where a name stands. */
export type RunSchool = { numbers: EditionTerms['numbers']; signing: Signing };
export const USUAL_RUN_SCHOOL: RunSchool = { numbers: 'next free', signing: 'front' };

export const PLAIN_TERMS: EditionTerms = { numbers: 'next free', heldBack: [], tiers: [], placed: [] };

/** A raise beyond this is a slip of the pen rather than a tier. */
const MOST_RAISE = 20;

/**
 * Holds declared terms against the run: numbers that are in it, tiers that rise.
 *
 * @throws InputError naming the field, the value, and what was expected
 * @example checkTerms({ ...PLAIN_TERMS, heldBack: [1] }, 40) // undefined
 */
export function checkTerms(terms: EditionTerms, size: number): void {
  for (const [i, number] of terms.heldBack.entries()) {
    if (!(Number.isInteger(number) && number >= 1 && number <= size))
      throw new InputError(`heldBack[${i}]`, number, `a number from 1 to ${size}`);
    if (terms.heldBack.indexOf(number) !== i)
      throw new InputError(`heldBack[${i}]`, number, 'each number once');
  }
  if (terms.heldBack.length >= size)
    throw new InputError('heldBack', terms.heldBack.length, 'fewer numbers than the run has');
  let last: Tier = { from: 1, raise: 0 };
  for (const [i, tier] of terms.tiers.entries()) {
    if (!(Number.isInteger(tier.from) && tier.from > last.from && tier.from <= size))
      throw new InputError(`tiers[${i}].from`, tier.from, `a number after ${last.from}, up to ${size}`);
    if (!(tier.raise > last.raise && tier.raise <= MOST_RAISE))
      throw new InputError(
        `tiers[${i}].raise`,
        tier.raise,
        `more than the tier before (${Math.round(last.raise * 100)} %), and at most ${MOST_RAISE * 100} %`,
      );
    last = tier;
  }
}

/** By how much the price of a number is raised. @example raiseOf(12, [{ from: 11, raise: 0.15 }]) // 0.15 */
export function raiseOf(number: number, tiers: readonly Tier[]): number {
  return tiers.findLast((tier) => number >= tier.from)?.raise ?? 0;
}

/**
 * What a number of a run sells for: the first price raised by its tier, to the whole unit of the currency, half upwards. A number
 * before the first tier keeps the price as it stands, cents included.
 *
 * @param first the price of the first number, minor units
 * @example tierPrice(9500, 12, [{ from: 11, raise: 0.15 }], 'EUR') // 10900
 */
export function tierPrice(first: Minor, number: number, tiers: readonly Tier[], currency: string): Minor {
  const raise = raiseOf(number, tiers);
  if (raise === 0) return first;
  const unit = 10 ** currencyDigits(currency);
  // Shares are typed in per cent: in whole hundredths of one, no sum is off by a binary fraction.
  const parts = 10_000 + Math.round(raise * 10_000);
  return Math.floor((first * parts + 5_000 * unit) / (10_000 * unit)) * unit;
}

/** The next tier a run comes to, and how many numbers are sold before it. */
export function nextTier(next: number | null, tiers: readonly Tier[]): { tier: Tier; in: number } | null {
  const tier = next === null ? undefined : tiers.find((each) => each.from > next);
  return tier ? { tier, in: tier.from - next! } : null;
}

/**
 * What the numbers of a run bring under its tiers, all at one first price.
 *
 * @param numbers of the run, those kept back left out
 * @example incomeOf([1, 2, 3], 10000, [{ from: 3, raise: 0.5 }], 'EUR') // 35000
 */
export function incomeOf(
  numbers: readonly number[],
  first: Minor,
  tiers: readonly Tier[],
  currency: string,
): Minor {
  return numbers.reduce((sum, number) => sum + tierPrice(first, number, tiers, currency), 0);
}

/** The numbers that can be sold of a run: all but those kept back. @example saleable(4, [1]) // [2, 3, 4] */
export const saleable = (size: number, heldBack: readonly number[]): number[] =>
  Array.from({ length: size }, (_, i) => i + 1).filter((number) => !heldBack.includes(number));

/**
 * Where a product stands towards a run: not made if any part of it is not, outside if any part is; what nothing was said of is in.
 *
 * @example placeTowards([], { formatId: 'f', lineId: 'l', finish: 'framed' }) // { place: 'in the run', because: null }
 */
export function placeTowards(
  placed: readonly Placed[],
  product: { formatId: string; lineId: string; finish: string },
): { place: PlaceInRun; because: string | null } {
  const about = placed.filter(
    (each) =>
      (each.kind === 'size' && each.id === product.formatId) ||
      (each.kind === 'line' && each.id === product.lineId) ||
      (each.kind === 'finish' && each.id === product.finish),
  );
  const gravest =
    about.find((each) => each.place === 'not made') ?? about.find((each) => each.place === 'outside it');
  return { place: gravest?.place ?? 'in the run', because: gravest?.name ?? null };
}

/**
 * What a run is made as: of all that is offered, what stands in it.
 *
 * @param formatId the one size of the run; nothing: all sizes
 * @example madeInRun([{ formatId: 'f', size: 'A3', lineId: 'l', finish: 'loose', paper: { id: 'p', name: 'Rag' }, process: 'pigment inkjet' }], [], null) // { sizes: [{ id: 'f', name: 'A3' }], papers: [{ id: 'p', name: 'Rag' }], processes: ['pigment inkjet'] }
 */
export function madeInRun(
  offered: readonly OfferedAs[],
  placed: readonly Placed[],
  formatId: string | null,
): MadeAs {
  const within = offered.filter(
    (each) =>
      (formatId === null || each.formatId === formatId) &&
      placeTowards(placed, each).place === 'in the run',
  );
  const papers = new Map(within.flatMap(({ paper }) => (paper ? [[paper.id, paper] as const] : [])));
  return {
    sizes: [
      ...new Map(within.map((each) => [each.formatId, { id: each.formatId, name: each.size }])).values(),
    ],
    papers: [...papers.values()],
    processes: [...new Set(within.flatMap(({ process }) => (process ? [process] : [])))],
  };
}

/**
 * What of a print was not declared for its run; nothing where all of it was, or nothing was declared.
 *
 * @example outsideDeclared({ ...PLAIN_TERMS, made: { sizes: [], papers: [{ id: 'p', name: 'Rag' }], processes: [] } }, { size: { id: 'f', name: 'A3' }, paper: { id: 'q', name: 'Satin' }, process: null }) // 'The run was declared on Rag, and Satin is not it.'
 */
export function outsideDeclared(
  { made }: EditionTerms,
  print: { size: NamedThing; paper: NamedThing; process: string | null },
): string | null {
  if (!made) return null;
  const isOther = (list: readonly NamedThing[], thing: NamedThing) =>
    list.length > 0 && list.every(({ id }) => id !== thing.id);
  const names = (list: readonly NamedThing[]) => list.map(({ name }) => name).join(', ');
  if (isOther(made.sizes, print.size))
    return `The run was declared at ${names(made.sizes)}, and ${print.size.name} is not of it.`;
  if (isOther(made.papers, print.paper))
    return `The run was declared on ${names(made.papers)}, and ${print.paper.name} is not it.`;
  if (print.process && made.processes.length > 0 && !made.processes.includes(print.process))
    return `The run was declared by ${made.processes.join(', ')}, and ${print.process} is not it.`;
  return null;
}

/**
 * Numbers as a person types them: "1, 7-9".
 *
 * @throws InputError for what is no number of the run
 * @example parseNumbers('1, 7–9', 40) // [1, 7, 8, 9]
 */
export function parseNumbers(typed: string, size: number, field = 'numbers'): number[] {
  const found = new Set<number>();
  for (const part of typed.split(/[,;\s]+/).filter(Boolean)) {
    const match = /^(\d{1,6})(?:[-–](\d{1,6}))?$/.exec(part);
    const [from, to] = [Number(match?.[1]), Number(match?.[2] ?? match?.[1])];
    if (!match || from < 1 || to > size || from > to)
      throw new InputError(field, part, `numbers from 1 to ${size}, such as “1, 7–9”`);
    for (let n = from; n <= to; n++) found.add(n);
  }
  return [...found].sort((a, b) => a - b);
}

/** Numbers as they are read: runs of them joined. @example numbersInWords([1, 7, 8, 9]) // '1, 7–9' */
export function numbersInWords(numbers: readonly number[]): string {
  const parts: [number, number][] = [];
  for (const number of [...numbers].sort((a, b) => a - b)) {
    const last = parts.at(-1);
    if (last && number === last[1] + 1) last[1] = number;
    else parts.push([number, number]);
  }
  return parts.map(([a, b]) => (a === b ? `${a}` : `${a}–${b}`)).join(', ');
}

/**
 * Tiers as a person types them: "31 20%, 37 50 %".
 *
 * @throws InputError for what is none
 * @example parseTiers('31 20%, 37 50 %') // [{ from: 31, raise: 0.2 }, { from: 37, raise: 0.5 }]
 */
export function parseTiers(typed: string, field = 'tiers'): Tier[] {
  return typed
    .split(/[,;\n]+/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const match = /^(?:from\s+)?(\d{1,5})\s*[:+]?\s*\+?(\d{1,4}(?:[.]\d{1,2})?)\s*%$/i.exec(part);
      if (!match)
        throw new InputError(field, part, 'a number and a raise, such as “31 20 %”, parted by commas');
      return { from: Number(match[1]), raise: Math.round(Number(match[2]) * 100) / 10_000 };
    });
}
