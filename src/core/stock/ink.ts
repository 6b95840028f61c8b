import { InputError } from '../errors';
import type { Finding } from '../finding';

/** One cartridge from the day it went in to the day it ran out. */
export type InkSpan = {
  /** What the cartridge held, less what charging a new machine drank of it. */ ml: number;
  /** Printed meanwhile, m², each print weighed by how much of this ink its picture asks (1: as much as most). */ area: number;
  /** Cleanings meanwhile; each throws ink away. */ cleanings: number;
};

export type InkFit = {
  /** ml on a square metre of a picture that asks as much as most. */
  coverage: number;
  /** ml that one cleaning throws away. */
  perCleaning: number;
  /** Standard errors of both; null where there is too little to tell. */
  coverageError: number | null;
  cleaningError: number | null;
  spans: number;
};

/** ml a square metre takes of one colour before any cartridge has run out, and a cleaning throws away. Starting figures of ours. */
export const FIRST_GUESS = { coverage: 1.4, perCleaning: 0.8 };
/** How far cleanings of different machines lie apart, ml, and how far a span’s ink is off by what nobody measures. */
const CLEANING_SPREAD = 0.35,
  USUAL_NOISE = 0.04;

/**
 * How much ink a square metre takes and a cleaning throws away, learned from cartridges that ran out: least squares of
 * `ml = coverage × area + perCleaning × cleanings`. With one span, or without cleanings in any, only the coverage is
 * learned and the cleaning's first guess is taken off before.
 *
 * @throws InputError for a span without ink or with nothing printed
 * Source: handbook §8, ink.
 * @example fitInk([{ ml: 100, area: 50, cleanings: 0 }, { ml: 100, area: 50, cleanings: 0 }]).coverage // 2
 */
export function fitInk(spans: readonly InkSpan[]): InkFit {
  spans.forEach((s, i) => {
    if (!(s.ml > 0)) throw new InputError(`spans[${i}].ml`, s.ml, 'ml above zero');
    if (!(s.area >= 0 && s.cleanings >= 0 && s.area + s.cleanings > 0))
      throw new InputError(`spans[${i}].area`, s.area, 'something printed or cleaned');
  });
  if (!spans.length) return { ...FIRST_GUESS, coverageError: null, cleaningError: null, spans: 0 };
  // What is known of cleanings before anything is measured steadies the fit: few spans tell area and cleanings apart badly.
  const steady = ((USUAL_NOISE * sum(spans, (s) => s.ml)) / spans.length / CLEANING_SPREAD) ** 2;
  const aa = sum(spans, (s) => s.area * s.area),
    ac = sum(spans, (s) => s.area * s.cleanings),
    cc = sum(spans, (s) => s.cleanings ** 2) + steady;
  const am = sum(spans, (s) => s.area * s.ml),
    cm = sum(spans, (s) => s.cleanings * s.ml) + steady * FIRST_GUESS.perCleaning;
  const det = aa * cc - ac * ac;
  // Cleanings in step with area cannot be told apart from it.
  if (spans.length >= 3 && spans.some((s) => s.cleanings > 0) && det > 1e-3 * aa * cc) {
    const coverage = (am * cc - cm * ac) / det,
      perCleaning = (cm * aa - am * ac) / det;
    if (coverage > 0 && perCleaning >= 0) {
      const rest =
        sum(spans, (s) => (s.ml - coverage * s.area - perCleaning * s.cleanings) ** 2) /
        (spans.length - 2);
      return {
        coverage,
        perCleaning,
        coverageError: Math.sqrt((rest * cc) / det),
        cleaningError: Math.sqrt((rest * aa) / det),
        spans: spans.length,
      };
    }
  }
  const perCleaning = spans.some((s) => s.cleanings > 0) ? FIRST_GUESS.perCleaning : 0;
  const coverage = Math.max(0, sum(spans, (s) => s.area * (s.ml - perCleaning * s.cleanings)) / aa);
  const rest =
    spans.length > 1
      ? sum(spans, (s) => (s.ml - perCleaning * s.cleanings - coverage * s.area) ** 2) /
        (spans.length - 1)
      : null;
  return {
    coverage,
    perCleaning: FIRST_GUESS.perCleaning,
    coverageError: rest === null ? null : Math.sqrt(rest / aa),
    cleaningError: null,
    spans: spans.length,
  };
}

const sum = <T>(list: readonly T[], of: (x: T) => number) => list.reduce((a, x) => a + of(x), 0);

export type InkLevel = {
  /** ml left by own reckoning, and how far that may be off. */ ml: number;
  error: number;
  share: number;
};

/** Error of a coverage nobody could check yet. */
const UNSURE = 0.4;

/**
 * What is left of a cartridge by own reckoning, with its error band: machines show levels in rough steps.
 *
 * @param since what was printed and cleaned since it went in
 * @example inkLevel(100, { area: 20, cleanings: 0 }, { coverage: 2, perCleaning: 1, coverageError: 0.1, cleaningError: null, spans: 4 }) // { ml: 60, error: 2, share: 0.6 }
 */
export function inkLevel(
  full: number,
  since: { area: number; cleanings: number },
  fit: InkFit,
): InkLevel {
  const used = fit.coverage * since.area + fit.perCleaning * since.cleanings;
  const error = Math.hypot(
    (fit.coverageError ?? UNSURE * fit.coverage) * since.area,
    (fit.cleaningError ?? UNSURE * fit.perCleaning) * since.cleanings,
  );
  const ml = Math.min(full, Math.max(0, full - used));
  return { ml, error: Math.min(error, full), share: full > 0 ? ml / full : 0 };
}

export type InkForecast = {
  /** Days until it runs out at the present rate; null where nothing is used. */ days: number | null;
  earliest: number | null;
  /** The same for the cartridge that is in the machine alone, spares left out. */
  inPlace: { days: number; earliest: number } | null;
  /** Days from now to order. */ orderIn: number | null;
};

/**
 * When a cartridge runs out, and when the next must be ordered so that it is there.
 *
 * @param perDay ml a day: recent use plus what the queue asks, spread over its days
 * @param deliveryDays from ordering to having it
 * @param spare cartridges of the colour on the shelf
 * @example forecastInk({ ml: 60, error: 5, share: 0.6 }, 2, 7, 0, 100) // { days: 30, earliest: 27, inPlace: { days: 30, earliest: 27 }, orderIn: 20 }
 */
export function forecastInk(
  level: InkLevel,
  perDay: number,
  deliveryDays: number,
  spare: number,
  full: number,
): InkForecast {
  if (!(perDay > 0)) return { days: null, earliest: null, inPlace: null, orderIn: null };
  // A day that is full but for the rounding of its tenths is full.
  const daysOf = (ml: number) => Math.max(0, Math.floor(ml / perDay + 1e-9));
  const lasts = (ml: number) => ({ days: daysOf(ml), earliest: daysOf(ml - level.error) });
  const all = lasts(level.ml + spare * full);
  return { ...all, inPlace: lasts(level.ml), orderIn: Math.max(0, all.earliest - deliveryDays) };
}

/** Whether there is ink for a print or a queue, before it starts. @example enoughInk('black', { ml: 10, error: 2, share: 0.1 }, 5).verdict // 'holds' */
export function enoughInk(colour: string, level: InkLevel, needed: number): Finding {
  const r = (v: number) => Math.round(v * 10) / 10;
  const because = [
    { name: 'needed', value: r(needed), unit: 'ml' },
    { name: 'left', value: r(level.ml), unit: 'ml' },
    { name: 'give or take', value: r(level.error), unit: 'ml' },
  ];
  if (level.ml - level.error >= needed)
    return {
      verdict: 'holds',
      word: 'enough',
      says: `${colour}: ${r(needed)} ml needed, ${r(level.ml)} ml left, give or take ${r(level.error)}.`,
      because,
    };
  if (level.ml >= needed)
    return {
      verdict: 'care',
      word: 'may run out',
      says: `${colour} may run out: ${r(needed)} ml needed, ${r(level.ml)} ml left, give or take ${r(level.error)}. Have the next cartridge at hand before a large print starts.`,
      because,
    };
  return {
    verdict: 'fails',
    word: 'too little',
    says: `${colour} will run out: ${r(needed)} ml needed, ${r(level.ml)} ml left. Change it first, or print less.`,
    because,
  };
}

/** The inks that darken red, green and blue, by what makers call them. */
const INK_OF_CHANNEL = [/cyan|blue/, /magenta|red/, /yellow/];

/**
 * How much ink of each colour a picture asks, from its channels' means: 1 is a picture half as dark as can be. Blacks and
 * greys follow its darkness, a colour the light it takes away; anything else the mean of all.
 *
 * @param histogram counts by step for each channel, dark to light; three channels of light, or one of grey
 * @example inkWeights([[0, 1], [0, 1], [1, 0]], ['yellow']) // { yellow: 2 }
 */
export function inkWeights(
  histogram: readonly (readonly number[])[],
  colours: readonly string[],
): Record<string, number> {
  const dark = histogram.map((counts) => {
    const n = counts.reduce((a, c) => a + c, 0);
    return n ? 1 - counts.reduce((a, c, i) => a + c * i, 0) / (n * Math.max(1, counts.length - 1)) : 0.5;
  });
  const all = dark.reduce((a, d) => a + d, 0) / Math.max(1, dark.length);
  const of = (colour: string) => {
    const c = colour.toLowerCase();
    if (dark.length !== 3 || /black|grey|gray/.test(c)) return all;
    const at = INK_OF_CHANNEL.findIndex((ink) => ink.test(c));
    return dark[at] ?? all;
  };
  return Object.fromEntries(
    colours.map((c) => [c, Math.round(Math.min(2, Math.max(0.1, of(c) * 2)) * 100) / 100]),
  );
}
