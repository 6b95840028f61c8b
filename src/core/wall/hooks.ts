import { formatLength, formatWeight, type Mg, type Um, type UnitSystem } from '../measure';
import type { Finding } from '../finding';
import type { HungAt } from './lay';
import type { HungPiece, Surface } from './plan';

/** Walls are measured by a tape: inches in its fractions. */
export const BY_TAPE = { inches: 'fraction' } as const;
/** Two hooks stand this share of the frame's width apart: a third keeps the wire flat and the frame level. */
const APART = 1 / 3;
/** Above it a frame wants two hooks: one lets it swing and carries all of it. */
export const TWO_HOOKS_MG: Mg = 5_000_000;
/** Above it nobody hangs alone, and someone who knows walls looks first. */
export const HEAVY_MG: Mg = 12_000_000;
/** A fixing is rated for at least so many times what it carries. */
export const SAFETY = 2;

export type HookPlace = { x: Um; y: Um };

/**
 * Where the hooks of one piece go, from the left corner of its face and the floor: at `top − drop`, in the middle or, two of
 * them, a third of the width apart.
 *
 * @example hooksOf({ outer: { width: 930000, height: 750000 }, drop: 80000, hooks: 1 }, { left: 1845000, top: 1875000 }) // [{ x: 2310000, y: 1795000 }]
 */
export function hooksOf(
  piece: Pick<HungPiece, 'outer' | 'drop' | 'hooks'>,
  at: Pick<HungAt, 'left' | 'top'>,
): HookPlace[] {
  const middle = at.left + piece.outer.width / 2;
  const y = at.top - piece.drop;
  if (piece.hooks === 1) return [{ x: Math.round(middle), y }];
  const half = (piece.outer.width * APART) / 2;
  return [
    { x: Math.round(middle - half), y },
    { x: Math.round(middle + half), y },
  ];
}

const FIXINGS: Record<Surface, string> = {
  'plaster over brick': 'a plug in the brick behind the plaster, the screw a little upward',
  plasterboard: 'an anchor made for hollow board, or a screw into a stud found first',
  wood: 'a screw into the wood, drilled first',
  concrete: 'a plug, drilled with a hammer drill',
  rail: 'a hanger from the rail, within what the rail is rated for',
  'not known': 'find out what the wall is made of before you choose a fixing',
};

/**
 * What each hook must be rated for, and what it is fixed with. A load that hangs over people is doubled; the figures never
 * replace what the fixing's maker says.
 *
 * @returns one finding: care where one hook carries much or the wall is not known
 * Source: handbook §13 and §15.
 * @example fixingFor({ title: 'Ferry', weight: 7800000, hooks: 2 }, 'wood', 'mm').verdict // 'holds'
 */
export function fixingFor(
  piece: Pick<HungPiece, 'title' | 'weight' | 'hooks'>,
  surface: Surface,
  unit: UnitSystem,
): Finding {
  const each = piece.weight / piece.hooks;
  const rated = Math.ceil((each * SAFETY) / 100_000) * 100_000;
  const because = [
    { name: 'weight', value: piece.weight / 1e6, unit: 'kg' },
    { name: 'rated for', value: rated / 1e6, unit: 'kg' },
  ];
  const one = piece.hooks === 1;
  const load = `${one ? 'its hook' : 'each hook'} rated for ${formatWeight(rated, unit)} or more, twice what it carries`;
  const wantsTwo = piece.hooks === 1 && piece.weight > TWO_HOOKS_MG;
  if (piece.weight > HEAVY_MG)
    return {
      verdict: 'care',
      word: 'heavy',
      says: `${piece.title} weighs ${formatWeight(piece.weight, unit)}: two people hang it, and someone competent says what the wall carries; ${load}.`,
      because,
    };
  if (wantsTwo)
    return {
      verdict: 'care',
      word: 'two hooks',
      says: `${piece.title} weighs ${formatWeight(piece.weight, unit)} and wants two hooks, ${load}.`,
      because,
    };
  return {
    verdict: surface === 'not known' ? 'care' : 'holds',
    word: surface === 'not known' ? 'wall not known' : 'fixing',
    says: `${piece.title}, ${formatWeight(piece.weight, unit)}: ${load}; ${FIXINGS[surface]}.`,
    because,
  };
}

/** The hook table’s words of a piece: its frame and its wire. @example pieceWords({ outer: { width: 720000, height: 570000 }, weight: 4100000, drop: 60000, hooks: 1 }, 'mm') // '720 × 570 mm, 4.1 kg, wire 60 mm down' */
export const pieceWords = (
  p: Pick<HungPiece, 'outer' | 'weight' | 'drop' | 'hooks'>,
  unit: UnitSystem,
): string =>
  [
    `${formatLength(p.outer.width, unit, { ...BY_TAPE, bare: true })} × ${formatLength(p.outer.height, unit, BY_TAPE)}`,
    formatWeight(p.weight, unit),
    `wire ${formatLength(p.drop, unit, BY_TAPE)} down`,
    ...(p.hooks === 2 ? ['two hooks'] : []),
  ].join(', ');
