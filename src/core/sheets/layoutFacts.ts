import type { Minor, Size, Um } from '../measure';
import { areaOf, cutsOf, tooNear, type Cut, type Laid } from './pieces';
import type { Ground } from './snap';

/** A lot of the layout's paper, and what is left of it: sheets, or micrometres of a roll. */
export type LotForLayout = {
  name: string;
  form: 'sheet' | 'roll';
  width: Um;
  /** Of a sheet; a roll has none. */
  height: Um | null;
  onHand: number;
  /** Of all that came in. */
  received: number;
  price: Minor;
};

export type LayoutFacts = {
  /** How much of the roll it takes, both margins counted; of a sheet, its height. */
  taken: Um;
  /** Square millimetres of pieces, and of paper. */
  used: number;
  whole: number;
  /** Bare share of the paper. */
  waste: number;
  /** Pieces that lie too near another, or over a margin. */
  clash: Laid[];
  /** The straight cuts that free every piece, in order; null where there is no such order, or nothing to cut. */
  cuts: Cut[] | null;
  /** The first lot that has enough. */
  lot: LotForLayout | null;
  /** By that lot, or by the square metre where none fits. */
  cost: Minor;
};

/**
 * What a layout takes, wastes and costs, and whether it can be cut.
 *
 * @param lots of its paper, the oldest first
 * @param pricePerM2 of its paper, for when no lot fits
 * @example layoutFacts({ width: 610000, height: null, margin: 5000, gap: 4000 }, [{ id: 'a', x: 5000, y: 5000, width: 400000, height: 300000, turned: false }], [], 2000).taken // 310000
 */
export function layoutFacts(
  ground: Ground,
  placements: readonly Laid[],
  lots: readonly LotForLayout[],
  pricePerM2: Minor,
): LayoutFacts {
  const isRoll = ground.height === null;
  const taken = ground.height ?? lengthTaken(placements, ground.margin);
  const used = areaOf(placements);
  const whole = (ground.width / 1_000) * (taken / 1_000);
  const clash = placements.filter((piece) => isMisplaced(piece, placements, ground));
  const amount = isRoll ? taken : 1;
  const form = isRoll ? 'roll' : 'sheet';
  const lot = lots.find((l) => l.form === form && isOfSize(l, ground) && l.onHand >= amount) ?? null;
  return {
    taken,
    used,
    whole,
    waste: wasteOf(placements, ground.width, taken),
    clash,
    cuts:
      clash.length || !placements.length
        ? null
        : cutsOf(placements, { width: ground.width, height: taken }),
    lot,
    cost: lot ? paperCost(lot, amount) : Math.round((pricePerM2 * whole) / 1e6),
  };
}

type PaperSize = { width: Um; height: Um | null };
/** Turned or not, a sheet is the same sheet. @example isOfSize({ width: 297000, height: 210000 }, { width: 210000, height: 297000 }) // true */
export const isOfSize = (a: PaperSize, b: PaperSize): boolean =>
  (a.width === b.width && a.height === b.height) || (a.width === b.height && a.height === b.width);

/** What so much of a lot cost: sheets, or micrometres of a roll. @example paperCost({ name: 'A', form: 'sheet', width: 300000, height: 200000, onHand: 5, received: 20, price: 4000 }, 2) // 400 */
export const paperCost = (lot: LotForLayout, amount: number): Minor =>
  Math.round((lot.price * amount) / Math.max(1, lot.received));

/** The bare share of so much paper; of none there is none. @example wasteOf([{ width: 50000, height: 50000 }], 100000, 50000) // 0.5 */
export function wasteOf(pieces: readonly Size[], width: Um, length: Um): number {
  const whole = (width / 1_000) * (length / 1_000);
  return whole > 0 ? 1 - areaOf(pieces) / whole : 0;
}

const lengthTaken = (placements: readonly Laid[], margin: Um): Um =>
  placements.length ? Math.max(...placements.map((p) => p.y + p.height)) + margin : 0;

function isMisplaced(piece: Laid, all: readonly Laid[], { width, height, margin, gap }: Ground): boolean {
  const isOverMargin =
    piece.x < margin ||
    piece.y < margin ||
    piece.x + piece.width > width - margin ||
    (height !== null && piece.y + piece.height > height - margin);
  return isOverMargin || all.some((other) => other !== piece && tooNear(piece, other, gap));
}
