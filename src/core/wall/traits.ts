import type { Lab } from '../colour/difference';

/** A small picture as CIE Lab, row by row. */
export type LabPicture = { width: number; height: number; lab: readonly Lab[] };

/** A line that runs out of a picture at one side. */
export type LeavingLine = {
  /** Where it meets the side: 0 at the top, 1 at the foot. */
  at: number;
  /** How it falls per width of the way outwards: above 0 downwards. */
  falls: number;
  /** 0 for none to speak of, 1 for a hard edge. */
  strength: number;
};
export type Side = { tone: number; line: LeavingLine };
/** What the order of a wall is proposed from. */
export type Traits = {
  mean: Lab;
  /** How far colours lie from their mean, 0–1. */
  hueSpread: number;
  left: Side;
  right: Side;
};

/** The strip along a side that is looked at, of the width. */
const STRIP = 0.12;
/** A change of L* from one row to the next that counts as a hard edge. */
const HARD_EDGE = 30;

/**
 * What a picture brings to its neighbours: mean colour, how far its colours spread, the tone of its two sides, and the
 * strongest line that runs out at each.
 *
 * The line at a side is the row where lightness changes most down the strip; how it falls is the way that change moves
 * from the inner half of the strip to the outer, by the centroid of the changes within a tenth of the height.
 *
 * @param picture of some 40 to 100 px; larger ones say the same, later
 * Source: handbook §13: mean L*a*b*, hue spread, edge tone, direction of the strongest gradients at the borders.
 */
export function traitsOf(picture: LabPicture): Traits {
  const { width, lab } = picture;
  const mean = meanOf(lab);
  const strip = Math.max(4, Math.round(width * STRIP));
  return {
    mean,
    hueSpread: Math.min(1, averageOf(lab.map((c) => Math.hypot(c[1] - mean[1], c[2] - mean[2]))) / 40),
    left: sideOf(picture, (i) => strip - 1 - i, strip),
    right: sideOf(picture, (i) => width - strip + i, strip),
  };
}

/** @param column from the inner edge of the strip (0) outwards */
function sideOf({ width, height, lab }: LabPicture, column: (i: number) => number, strip: number): Side {
  const lightness = (x: number, y: number) => lab[y * width + x]![0];
  const half = Math.floor(strip / 2);
  const tone = averageOf(
    Array.from({ length: height }, (_, y) => averageOf(range(strip).map((i) => lightness(column(i), y)))),
  );
  // Change of lightness from one row to the next, over the inner and the outer half.
  const changes = (from: number, to: number) =>
    range(height - 1).map((y) =>
      Math.abs(
        averageOf(
          range(to - from).map(
            (i) => lightness(column(from + i), y + 1) - lightness(column(from + i), y),
          ),
        ),
      ),
    );
  const outer = changes(half, strip);
  const inner = changes(0, half);
  const peak = outer.indexOf(Math.max(...outer));
  const reach = Math.max(2, Math.round(height / 10));
  const [there, before] = [centroid(outer, peak, reach), centroid(inner, peak, reach)];
  return {
    tone,
    line: {
      at: (there + 1) / height,
      falls: ((there - before) / half) * (width / height),
      strength: Math.min(1, outer[peak]! / HARD_EDGE),
    },
  };
}

/** Where changes lie about a row, weighed by their squares. */
function centroid(changes: readonly number[], about: number, reach: number): number {
  let [sum, weight] = [0, 0];
  for (let y = Math.max(0, about - reach); y <= Math.min(changes.length - 1, about + reach); y += 1) {
    const w = changes[y]! ** 2;
    sum += w * y;
    weight += w;
  }
  return weight ? sum / weight : about;
}

const range = (n: number): number[] => Array.from({ length: n }, (_, i) => i);
const averageOf = (list: readonly number[]): number =>
  list.length ? list.reduce((sum, v) => sum + v, 0) / list.length : 0;
const meanOf = (lab: readonly Lab[]): Lab => [
  averageOf(lab.map((c) => c[0])),
  averageOf(lab.map((c) => c[1])),
  averageOf(lab.map((c) => c[2])),
];
