/** One named quantity with its unit, as it stands in a judgement. */
export type Figure = { name: string; value: number | string; unit?: string };

export type Mark = 'holds' | 'care' | 'fails';

/** From what wants a hand first to what wants none. */
export const GRAVEST_FIRST: readonly Mark[] = ['fails', 'care', 'holds'];

/**
 * A judgement: a mark, a word of its own, a sentence with figures, and the figures that led to it.
 * The mark decides the drawn sign; the word is what the station calls it ("stretched", "will not hold").
 */
export type Finding = { verdict: Mark; word: string; says: string; because: Figure[] };

/** How a figure came about: one line per step, in the order a person would work it on paper. */
export type Working = {
  title: string;
  steps: WorkingStep[];
  /** What else a careful person would want to know here. */
  notes: string[];
  /** The published source or the handbook's section. */
  source: string;
};

export type WorkingStep = {
  /** The formula with the numbers put in, e.g. "9 449 px ÷ (600 mm ÷ 25.4)". */
  sum: string;
  /** What it comes to, with its unit, e.g. "400.0 ppi". */
  result: string;
};
