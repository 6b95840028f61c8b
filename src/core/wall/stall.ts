import { InputError } from '../errors';
import { formatLength, formatSize, type Size, type Um, type UnitSystem } from '../measure';
import type { Finding } from '../finding';
import type { Obstacle } from './plan';

/** A print in its sleeve with a board behind it, and the air that fingers need to leaf through. */
export const SLEEVED_UM = { board: 2_500, air: 1_000 } as const;

/**
 * How many sleeved prints stand in a browser bin, front to back.
 *
 * @throws InputError for a bin or a print without thickness
 * @example binHolds(400000, { board: 2500, air: 1000 }) // 114
 */
export function binHolds(depth: Um, each: { board: Um; air: Um } = SLEEVED_UM): number {
  if (!(depth > 0)) throw new InputError('depth', depth, 'a depth above nothing');
  if (!(each.board + each.air > 0))
    throw new InputError('board', each.board, 'a thickness above nothing');
  return Math.floor(depth / (each.board + each.air));
}

/**
 * What a piece of a stall's furniture is good for: prints that stand in a bin, sizes that lie on a table or stand on a shelf.
 *
 * @param sizes of the sleeved prints to be sold there
 * @returns a sentence with its figures for each bin, table and shelf
 */
export function furnitureFinding(o: Obstacle, sizes: readonly Size[], unit: UnitSystem): Finding | null {
  const length = (um: Um) => formatLength(um, unit);
  if (o.kind === 'bin') {
    const fits = sizes.filter((s) => Math.min(s.width, s.height) <= o.width);
    const count = binHolds(o.depth);
    const tooWide = sizes.length - fits.length;
    return {
      verdict: tooWide ? 'care' : 'holds',
      word: tooWide ? 'some too wide' : 'bin',
      says: `The bin is ${length(o.width)} wide and ${length(o.depth)} deep: about ${count} sleeved prints stand in it${tooWide ? `; ${tooWide} of ${sizes.length} sizes are wider than it` : ''}.`,
      because: [{ name: 'prints', value: count }],
    };
  }
  if (o.kind !== 'table' && o.kind !== 'shelf') return null;
  const lying = (s: Size) =>
    Math.max(
      Math.floor(o.width / s.width) * Math.floor(o.depth / s.height),
      Math.floor(o.width / s.height) * Math.floor(o.depth / s.width),
    );
  const standing = (s: Size) => Math.floor(o.width / s.width);
  const of = o.kind === 'table' ? lying : standing;
  const told = sizes.map((s) => `${of(s)} of ${formatSize(s, unit)}`).join(', ');
  return {
    verdict: 'holds',
    word: o.kind,
    says: `The ${o.kind}, ${length(o.width)} by ${length(o.depth)}, has room for ${told || 'what you bring'} side by side.`,
    because: sizes.map((s) => ({ name: formatSize(s, unit), value: of(s) })),
  };
}
