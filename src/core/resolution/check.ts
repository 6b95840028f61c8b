import { InputError } from '../errors';
import type { Finding, Mark, Working } from '../finding';
import {
  formatLength,
  formatSize,
  orientationOf,
  toDecimals,
  UM_PER_INCH,
  type Size,
  type Um,
} from '../measure';
import { eyePpi, judgedDistanceOf, NOSE_DISTANCE_UM } from './distance';
import { requiredPpi, schoolInWords, type School } from './school';
import { STRETCHED_FROM } from './stretched';

/** Pixels across and down. */
export type Pixels = { width: number; height: number };
export type ResolutionVerdict = 'holds' | 'stretched' | 'too thin';

export type ResolutionCheck = {
  /** Pixels per inch of the print, the smaller of the two axes. */
  ppi: number;
  requiredPpi: number;
  /** Required ÷ available: what the file would have to be enlarged by, on each side. */
  factor: number;
  judgedDistance: Um;
  /** What an eye parts from the judged distance, ppi. */
  ppiAtJudged: number;
  /** What an eye parts when somebody walks up to 400 mm, ppi. */
  ppiAtNose: number;
  verdict: ResolutionVerdict;
  finding: Finding;
  working: Working;
};

/**
 * Whether a file carries a print: `ppi = pixels ÷ printed inches` on each axis, the smaller counts, against what the
 * school asks. *holds* from 1, *stretched* from 2/3 of it, *too thin* below.
 *
 * @param pixels of the picture after cropping, lying as the print does
 * @param print image size in micrometres, without borders
 * @throws InputError for pixels or sides that are not above zero
 * Source: handbook §5.
 * @example checkResolution({ width: 9449, height: 7087 }, { width: 600000, height: 450000 }, { kind: 'flat', ppi: 300 }).verdict // 'holds'
 */
export function checkResolution(pixels: Pixels, print: Size, school: School): ResolutionCheck {
  const across = ppiOf(pixels.width, print.width, 'width');
  const down = ppiOf(pixels.height, print.height, 'height');
  const ppi = Math.min(across, down);
  const asked = requiredPpi(school, print);
  const verdict: ResolutionVerdict =
    ppi >= asked ? 'holds' : ppi >= asked * STRETCHED_FROM ? 'stretched' : 'too thin';
  const judgedDistance =
    (school.kind === 'distance' ? school.distance : undefined) ?? judgedDistanceOf(print);
  const result = {
    ppi,
    requiredPpi: asked,
    factor: asked / ppi,
    judgedDistance,
    ppiAtJudged: eyePpi(judgedDistance),
    ppiAtNose: eyePpi(NOSE_DISTANCE_UM),
    verdict,
  };
  return {
    ...result,
    finding: findingOf(result, pixels, print),
    working: workingOf(result, pixels, print, school, across <= down ? 'width' : 'height'),
  };
}

function ppiOf(px: number, um: Um, side: 'width' | 'height'): number {
  if (!(Number.isInteger(px) && px > 0))
    throw new InputError(`pixels.${side}`, px, 'a whole number of pixels above zero');
  if (!(um > 0)) throw new InputError(`print.${side}`, um, 'a printed side above zero');
  return px / (um / UM_PER_INCH);
}

const MARK: Record<ResolutionVerdict, Mark> = { holds: 'holds', stretched: 'care', 'too thin': 'fails' };

/** Pixels per inch as shown: one decimal under 1000; 299.98 is never written as the 300.0 it misses. */
export function shownPpi(ppi: number, asked?: number): string {
  const decimals = ppi < 1000 ? 1 : 0;
  const rounded = toDecimals(ppi, decimals);
  if (asked !== undefined && ppi < asked && rounded >= asked)
    return (Math.floor(ppi * 1000) / 1000).toFixed(3);
  return rounded.toFixed(decimals);
}

/** An enlargement as shown: with as many decimals as it takes to be one. @example shownFactor(3000 / 2999) // '1.0003' */
export function shownFactor(factor: number): string {
  const decimals = [2, 3, 4].find((n) => toDecimals(factor, n) > 1) ?? 5;
  return String(toDecimals(factor, decimals));
}

/** A share that is too small, in per cent: 66.6 is never written as the 67 it would hold at. @example shownShare(1999 / 3000) // '66.6' */
export function shownShare(share: number): string {
  const whole = Math.round(100 * share);
  return String(whole / 100 < STRETCHED_FROM ? whole : Math.floor(1_000 * share) / 10);
}

/** What is asked, as shown: a round figure stays round. */
const shownAsked = (ppi: number): string => String(toDecimals(ppi, 1));

type Core = Omit<ResolutionCheck, 'finding' | 'working'>;

function findingOf(r: Core, pixels: Pixels, print: Size): Finding {
  const size = formatSize(print, 'mm');
  const figures = `${shownPpi(r.ppi, r.requiredPpi)} ppi, ${shownAsked(r.requiredPpi)} asked`;
  const swapped =
    orientationOf(pixels) !== orientationOf(print) &&
    orientationOf(pixels) !== 'square' &&
    orientationOf(print) !== 'square';
  const turned = swapped
    ? ` The picture is ${orientationOf(pixels)}, the print ${orientationOf(print)}: is one of them turned?`
    : '';
  const says = {
    holds: `Holds at ${size}: ${figures}.`,
    stretched: `Stretched at ${size}: ${figures}. The file would be enlarged ${shownFactor(r.factor)} × on each side; print a snippet proof first.`,
    'too thin': `Too thin at ${size}: ${figures}, ${shownShare(r.ppi / r.requiredPpi)} % of it. Do not offer this size from this file.`,
  }[r.verdict];
  return {
    verdict: MARK[r.verdict],
    word: r.verdict,
    says: says + turned,
    because: [
      { name: 'ppi', value: r.ppi, unit: 'ppi' },
      { name: 'asked', value: r.requiredPpi, unit: 'ppi' },
      { name: 'pixels', value: `${pixels.width} × ${pixels.height}`, unit: 'px' },
    ],
  };
}

function workingOf(
  r: Core,
  pixels: Pixels,
  print: Size,
  school: School,
  side: 'width' | 'height',
): Working {
  const ppi = shownPpi(r.ppi, r.requiredPpi);
  const mm = (um: Um) => formatLength(um, 'mm');
  return {
    title: formatSize(print, 'mm'),
    steps: [
      { sum: `${pixels[side]} px ÷ (${mm(print[side])} ÷ 25.4)`, result: `${ppi} ppi` },
      { sum: `asked by ${schoolInWords(school)}`, result: `${shownAsked(r.requiredPpi)} ppi` },
      {
        sum: `${ppi} ÷ ${shownAsked(r.requiredPpi)} asked`,
        result: `${toDecimals(1 / r.factor, 2).toFixed(2)} × what is needed`,
      },
    ],
    notes: [
      `The ${side} governs: it has the fewer pixels to the inch.`,
      `Seen from ${mm(r.judgedDistance)} an eye parts ${Math.round(r.ppiAtJudged)} ppi; at 400 mm, ${Math.round(r.ppiAtNose)}.`,
    ],
    source: 'Pixels ÷ printed inches; eye: one minute of arc, ISO 8596',
  };
}
