import { NAMED_SIZES, parseSize, type Size } from '../measure';

/** A group of sizes people buy frames for. */
export type FamilyName =
  'inch photo' | 'ISO A' | 'metric frames' | 'squares' | 'panoramas' | 'the studio’s own';
export type FrameSize = { family: FamilyName; name?: string; size: Size };

const inches = (...list: string[]): Size[] => list.map((t) => parseSize(`${t} in`));
const mm = (...list: string[]): Size[] => list.map((t) => parseSize(`${t} mm`));

/** Every size upright, small to large; the ladder lays each the way the picture lies. Source: handbook §3, §7. */
export const FAMILIES: Readonly<Record<Exclude<FamilyName, 'the studio’s own'>, readonly FrameSize[]>> = {
  'metric frames': frames(
    'metric frames',
    mm(
      '100x150',
      '130x180',
      '180x240',
      '240x300',
      '300x400',
      '400x500',
      '500x700',
      '600x800',
      '700x1000',
    ),
  ),
  'ISO A': ['A6', 'A5', 'A4', 'A3', 'A3+', 'A2', 'A1', 'A0'].map((name) => ({
    family: 'ISO A',
    name,
    size: NAMED_SIZES[name]!,
  })),
  'inch photo': frames(
    'inch photo',
    inches('4x6', '5x7', '8x10', '8x12', '11x14', '12x16', '16x20', '18x24', '20x30', '24x36'),
  ),
  squares: frames('squares', mm('150x150', '200x200', '300x300', '400x400', '500x500', '700x700')),
  panoramas: frames('panoramas', mm('200x500', '250x750', '300x900', '400x1000', '400x1200', '500x1500')),
};

export const FAMILY_NAMES: readonly FamilyName[] = [
  ...(Object.keys(FAMILIES) as (keyof typeof FAMILIES)[]),
  'the studio’s own',
];

/** The sizes of a family; those of the studio itself are handed in. @example sizesOf('squares', []).length // 6 */
export const sizesOf = (family: FamilyName, own: readonly Size[]): readonly FrameSize[] =>
  family === 'the studio’s own' ? own.map((size) => ({ family, size })) : FAMILIES[family];

function frames(family: FamilyName, sizes: Size[]): FrameSize[] {
  return sizes.map((size) => ({ family, size }));
}
