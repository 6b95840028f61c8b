import { difference, labOfXyz, xyzOfLab, type Lab } from '../colour/difference';
import { adaptedColumns } from '../colour/icc';
import { SRGB_PRIMARIES } from '../colour/space';
import { solveLinear } from '../linear';
import { inverseOf, timesVector, transposed, type Vec3 } from '../matrix3';
import { percentile } from './compare';

/** Bare paper at a place of the page, each side from −1 to 1, as it was captured. */
export type Bare = { x: number; y: number; lab: Lab };
/** The light on a page that was photographed, as its bare paper shows it. */
export type Light = {
  /** A colour at a place, had the light been even and the paper white. */
  evened: (lab: Lab, x: number, y: number) => Lab;
  /** From the lightest to the darkest place of the page. */ stops: number;
  /** What is left of the paper's own differences once it is evened, ΔE00: no figure can be surer. */
  left: { mean: number; p95: number };
};

const TO_XYZ = transposed(adaptedColumns(SRGB_PRIMARIES));
const FROM_XYZ = inverseOf(TO_XYZ);
/** Light itself, as a camera's three colours take it: a white balance is a factor on each. */
const linear = (lab: Lab): Vec3 => timesVector(FROM_XYZ, xyzOfLab(lab));

/** A slope, a bend and a twist: light from one side, and what a lens loses towards its corners. */
const terms = (x: number, y: number): number[] => [1, x, y, x * x, x * y, y * y];
/** Fewer places than this in a quarter of the page say nothing of the light there. */
const LEAST_IN_QUARTER = 6;
/** So many times further off than most, and it is dirt or a shadow, not paper. */
const FAR_OFF = 4;

/**
 * Reads the light on a page from the paper that is bare: for each of three colours a smooth surface of six figures, in
 * logarithms, through what is seen of it.
 *
 * @returns null where bare paper is not seen in each quarter of the page
 * @example lightFrom([]) // null
 */
export function lightFrom(bare: readonly Bare[]): Light | null {
  const quarters = [0, 0, 0, 0];
  for (const { x, y } of bare) quarters[(x < 0 ? 0 : 1) + (y < 0 ? 0 : 2)]!++;
  if (Math.min(...quarters) < LEAST_IN_QUARTER) return null;
  const seen = bare.map((b) => ({ ...b, log: linear(b.lab).map((v) => Math.log(Math.max(1e-4, v))) }));
  let kept = seen;
  let surfaces = surfacesOf(kept);
  if (!surfaces) return null;
  const offOf = (b: (typeof seen)[number]) =>
    Math.max(...surfaces!.map((s, k) => Math.abs(b.log[k]! - valueOf(s, b.x, b.y))));
  const usual = percentile(seen.map(offOf), 0.5);
  kept = seen.filter((b) => offOf(b) <= FAR_OFF * usual + 1e-6);
  surfaces = surfacesOf(kept) ?? surfaces;
  const fitted = surfaces;
  const evened = (lab: Lab, x: number, y: number): Lab =>
    labOfXyz([
      ...timesVector(
        TO_XYZ,
        linear(lab).map((v, k) => v / Math.exp(valueOf(fitted[k]!, x, y))) as unknown as Vec3,
      ),
    ]);
  const left = kept.map((b) => difference(...evened(b.lab, b.x, b.y), 100, 0, 0));
  const across = [-1, -0.5, 0, 0.5, 1].flatMap((y) =>
    [-1, -0.5, 0, 0.5, 1].map((x) => valueOf(fitted[1]!, x, y)),
  );
  return {
    evened,
    stops: (Math.max(...across) - Math.min(...across)) / Math.LN2,
    left: {
      mean: left.reduce((a, b) => a + b, 0) / left.length,
      p95: percentile(left, 0.95),
    },
  };
}

const valueOf = (surface: readonly number[], x: number, y: number): number =>
  terms(x, y).reduce((sum, term, i) => sum + term * surface[i]!, 0);

/** One surface for each colour, by least squares; null where the places lie on too few lines. */
function surfacesOf(seen: readonly { x: number; y: number; log: number[] }[]): number[][] | null {
  const surfaces = [0, 1, 2].map((k) => {
    const n = terms(0, 0).length;
    const rows = Array.from({ length: n }, () => new Array<number>(n + 1).fill(0));
    for (const { x, y, log } of seen) {
      const t = terms(x, y);
      for (let r = 0; r < n; r++) {
        for (let c = 0; c < n; c++) rows[r]![c]! += t[r]! * t[c]!;
        rows[r]![n]! += t[r]! * log[k]!;
      }
    }
    return solveLinear(rows);
  });
  return surfaces.every((s) => s !== null) ? surfaces : null;
}
