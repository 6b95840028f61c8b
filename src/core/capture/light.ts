import { InputError } from '../errors';
import type { Size, Um } from '../measure';
import { EVEN } from './evenness';

/**
 * How far two equal lamps at 45°, one on each side at the height of the work's middle, must stand from that middle so that
 * no corner and no edge is further from the centre's light than is called even. A lamp counts as a point: an umbrella or softbox is
 * kinder, so the figure is on the safe side.
 *
 * @returns micrometres, rounded up to 50 mm
 * @throws InputError for a size not above zero
 * Source: inverse-square and cosine law of illumination; the limit is handbook §4's.
 * @example lampDistance({ width: 380000, height: 285000 }) // 1100000
 */
export function lampDistance(work: Size): Um {
  if (!(work.width > 0 && work.height > 0))
    throw new InputError('original', work, 'two sides above zero');
  for (let d = 300_000; d <= 20_000_000; d += 50_000) {
    if (worstStops(work, d) <= EVEN) return d;
  }
  return 20_000_000;
}

/**
 * The most stops that a corner or the middle of an edge is off the centre's light, either way, with two lamps so far away.
 *
 * @example worstStops({ width: 380000, height: 285000 }, lampDistance({ width: 380000, height: 285000 })) <= 0.1 // true
 */
export function worstStops(work: Size, distance: Um): number {
  const side = distance * Math.SQRT1_2;
  const light = (x: number, y: number) =>
    [-side, side].reduce((sum, lamp) => {
      const r2 = (x - lamp) ** 2 + y ** 2 + side ** 2;
      // The cosine of the angle at which the light meets the work, over the square of its way.
      return sum + side / Math.sqrt(r2) / r2;
    }, 0);
  const [x, y] = [work.width / 2, work.height / 2];
  return Math.max(
    ...[
      [x, y],
      [x, 0],
      [0, y],
    ].map(([a, b]) => Math.abs(Math.log2(light(0, 0) / light(a!, b!)))),
  );
}
