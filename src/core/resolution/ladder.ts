import { laidLike, turned, type Size } from '../measure';
import { ratioOf, type RatioFit } from '../crop/ratio';
import { checkResolution, type Pixels, type ResolutionCheck } from './check';
import { sizesOf, type FamilyName, type FrameSize } from './families';
import type { School } from './school';

/** One size of the ladder against one file: filled to its edges, what that loses, and whether the file carries it. */
export type Rung = {
  key: string;
  family: FamilyName;
  name?: string;
  /** The frame size, lying as the picture does. */
  frame: Size;
  ratio: RatioFit;
  /** Pixels left of the file when the picture fills the frame. */
  cropped: Pixels;
  check: ResolutionCheck;
};

/**
 * The pixels that remain when a picture is cropped, centred, to a frame's ratio: the axis that is too long is cut.
 *
 * @example croppedTo({ width: 6000, height: 4000 }, { width: 500000, height: 400000 }) // { width: 5000, height: 4000 }
 */
export function croppedTo(pixels: Pixels, frame: Size): Pixels {
  const wide = pixels.width * frame.height > pixels.height * frame.width;
  return wide
    ? {
        width: Math.max(1, Math.round((pixels.height * frame.width) / frame.height)),
        height: pixels.height,
      }
    : {
        width: pixels.width,
        height: Math.max(1, Math.round((pixels.width * frame.height) / frame.width)),
      };
}

/**
 * Every size of the chosen families against one file, in family order, small to large.
 *
 * @throws InputError for pixels not above zero
 * @example ladder({ width: 6000, height: 4000 }, ['squares'], { kind: 'flat', ppi: 300 }).length // 6
 */
export function ladder(
  pixels: Pixels,
  families: readonly FamilyName[],
  school: School,
  own: readonly Size[] = [],
): Rung[] {
  return families.flatMap((family) => sizesOf(family, own).map((frame) => rung(pixels, frame, school)));
}

/**
 * The same sizes lying the other way: what a portrait crop of a landscape would carry. Squares have no other way.
 *
 * @example ladderAcross({ width: 6000, height: 4000 }, ['ISO A'], { kind: 'flat', ppi: 300 })[0].frame // { width: 105000, height: 148000 }
 */
export function ladderAcross(
  pixels: Pixels,
  families: readonly FamilyName[],
  school: School,
  own: readonly Size[] = [],
): Rung[] {
  return families.flatMap((family) =>
    sizesOf(family, own)
      .filter((f) => f.size.width !== f.size.height)
      .map((f) => rung(pixels, f, school, true)),
  );
}

function rung(pixels: Pixels, { family, name, size }: FrameSize, school: School, across = false): Rung {
  const laid = laidLike(size, pixels),
    frame = across ? turned(laid) : laid;
  const cropped = croppedTo(pixels, frame);
  const ratio = ratioOf(pixels, frame);
  return {
    key: `${family}:${frame.width}x${frame.height}`,
    family,
    name,
    frame,
    ratio,
    cropped,
    // Within half a percent a picture counts as the frame's shape; rounding to whole pixels must not cost it a verdict.
    check: checkResolution(cropped, frame, school),
  };
}

/** How many rungs hold, are stretched, are too thin. */
export function countVerdicts(rungs: readonly Rung[]): {
  holds: number;
  stretched: number;
  tooThin: number;
} {
  const count = (v: string) => rungs.filter((r) => r.check.verdict === v).length;
  return { holds: count('holds'), stretched: count('stretched'), tooThin: count('too thin') };
}
