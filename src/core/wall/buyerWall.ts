import { InputError } from '../errors';
import type { Um } from '../measure';
import type { KnownRectangle } from './aslant';
import type { Framing } from './plan';

export type PixelPoint = { x: number; y: number };
/** A length somebody measured at home, and where it lies in the photograph. */
export type KnownLength = { from: PixelPoint; to: PixelPoint; length: Um };
/** A picture hung in the photograph, by the middle of its frame. */
export type HungAtBuyers = { id: string; piece: Framing; middle: PixelPoint };
/** What is known of a photograph, and what was hung in it. */
export type BuyerHung = {
  known: KnownLength | null;
  /** Where the wall was taken aslant: it stands before the known length. */
  rectangle?: KnownRectangle | null;
  pieces: HungAtBuyers[];
};
/** Where things lie in the photograph, in pixels. */
export type PixelBox = { left: number; top: number; width: number; height: number };

/**
 * How many pixels of a photograph are a millimetre of the wall: the known length over its pixels. It holds for a wall seen
 * straight on, at the depth of the known thing.
 *
 * @throws InputError where the two points are the same or the length is nothing
 * @example pixelsPerMm({ from: { x: 100, y: 50 }, to: { x: 900, y: 50 }, length: 1600000 }) // 0.5
 */
export function pixelsPerMm({ from, to, length }: KnownLength): number {
  const apart = Math.hypot(to.x - from.x, to.y - from.y);
  if (!(apart >= 10)) throw new InputError('known', Math.round(apart), 'two points at least 10 px apart');
  if (!(length > 0)) throw new InputError('length', length, 'a length above nothing');
  return apart / (length / 1_000);
}

/**
 * A framed picture in the photograph: its outer edge, its glass, and what shows of the print, each to the pixel.
 *
 * @param middle where the middle of the frame goes, px
 */
export function placeInPhotograph(
  piece: Pick<Framing, 'outer' | 'moulding' | 'window'>,
  middle: PixelPoint,
  scale: number,
): { outer: PixelBox; inner: PixelBox; window: PixelBox } {
  const px = (um: Um) => (um / 1_000) * scale;
  const outer = {
    left: middle.x - px(piece.outer.width) / 2,
    top: middle.y - px(piece.outer.height) / 2,
    width: px(piece.outer.width),
    height: px(piece.outer.height),
  };
  const within = (left: Um, top: Um, width: Um, height: Um): PixelBox =>
    rounded({
      left: outer.left + px(left),
      top: outer.top + px(top),
      width: px(width),
      height: px(height),
    });
  const m = piece.moulding;
  return {
    outer: rounded(outer),
    inner: within(m, m, piece.outer.width - 2 * m, piece.outer.height - 2 * m),
    window: within(piece.window.left, piece.window.top, piece.window.width, piece.window.height),
  };
}

/** Whole pixels: edges are rounded, not sizes, so that neither edge lies more than half a pixel off. */
const rounded = ({ left, top, width, height }: PixelBox): PixelBox => {
  const [x, y] = [Math.round(left), Math.round(top)];
  return {
    left: x,
    top: y,
    width: Math.max(1, Math.round(left + width) - x),
    height: Math.max(1, Math.round(top + height) - y),
  };
};
