import { nice, ticks } from 'd3-array';

type Span = readonly [from: number, to: number];

/** Where a figure stands in a chart; and the round figures worth a line. */
export type LinearScale = { (value: number): number; ticks: (count: number) => number[] };

/**
 * A scale with equal steps for equal amounts.
 *
 * The package for scales brings colours, dates and formats along, a twelfth of all script of a page, for what is one line here;
 * which figures are round is still D3's.
 *
 * @param domain figures, from and to; a span of nothing stands in the middle
 * @param range where they stand, from and to
 * @param roundTo widens the domain to round figures, about as many as this
 * @example linearScale([0, 10], [0, 100])(2.5) // 25
 * @example linearScale([0, 9.7], [0, 100], 5).ticks(5) // [0, 2, 4, 6, 8, 10]
 */
export function linearScale(domain: Span, range: Span, roundTo?: number): LinearScale {
  const [from, to] = roundTo ? nice(domain[0], domain[1], roundTo) : domain;
  const at = (value: number) => {
    const share = from === to ? 0.5 : (value - from) / (to - from);
    return range[0] + share * (range[1] - range[0]);
  };
  return Object.assign(at, { ticks: (count: number) => ticks(from, to, count) });
}

/**
 * Bands of one width, one for each thing.
 *
 * @param count how many things there are
 * @param range where the bands stand, from and to
 * @param padding the share of a step that is left free between bands, and at either end
 * @example bandScale(2, [0, 100], 0).at(1) // 50
 * @example bandScale(2, [0, 100], 0).width // 50
 */
export function bandScale(count: number, range: Span, padding: number) {
  const step = (range[1] - range[0]) / Math.max(1, count + padding);
  const width = step * (1 - padding);
  return { width, at: (i: number) => range[0] + step * (i + padding) };
}
