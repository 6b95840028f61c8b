import { InputError } from '../errors';
import type { Finding } from '../finding';
import { formatSize, laidLike, UM_PER_INCH, type Size } from '../measure';
import type { Pixels } from '../resolution';
import { tileGrid, USUAL_OVERLAP, type TileGrid } from './tiles';

export type Scanner = { bed: Size; opticalPpi: number; steps: readonly number[] };
export type ScanPlan = {
  /** What the print asks of the scan. */
  neededPpi: number;
  /** The next step the scanner has; its highest where it has none so high. */
  scanPpi: number;
  pixels: Pixels;
  /** Uncompressed. */
  bytes: number;
  tiles: TileGrid;
  /** Above the scanner's optical resolution: the dots between are made up and add nothing. */
  interpolated: boolean;
  /** The print lies the other way than the original, and was turned to it. */
  turned: boolean;
  /** The largest print of the original that the scanner truly carries at the ppi asked. */
  largest: Size;
  finding: Finding;
};

/**
 * Bytes of an uncompressed picture: `w × h × channels × bits ÷ 8`.
 *
 * @example uncompressedBytes({ width: 6000, height: 4800 }, 4, 8) // 115200000
 */
export const uncompressedBytes = (pixels: Pixels, channels: number, bits: number): number =>
  (pixels.width * pixels.height * channels * bits) / 8;

/**
 * How to scan an original for a print: `scanPpi = printPpi × printSide ÷ originalSide`, the larger of the two axes, rounded
 * up to a step the scanner has. No step is made up: where none is high enough, the highest is taken, and it is said what print
 * that carries.
 *
 * @param original and print in micrometres; a print that lies the other way is turned to the original, and that is said
 * @throws InputError for a side, a ppi or a step that is not above zero
 * Source: handbook §4.
 * @example planScan({ original: { width: 148000, height: 210000 }, print: { width: 420000, height: 594000 }, ppi: 300, scanner: { bed: { width: 216000, height: 297000 }, opticalPpi: 4800, steps: [300, 600, 1200, 2400] } }).scanPpi // 1200
 */
export function planScan(q: ScanQuestion): ScanPlan {
  const { original, ppi, scanner, overlap = USUAL_OVERLAP, bits = 16, channels = 3 } = q;
  const steps = checkedSteps(q);
  const print = laidLike(q.print, original);
  const neededPpi = ppi * Math.max(print.width / original.width, print.height / original.height);
  // Asking 600.0000001 of a 600 ppi step is a rounding of lengths, not a wish for the next step.
  const scanPpi = steps.find((step) => step >= neededPpi - 1e-6) ?? steps.at(-1)!;
  const side = (um: number) => Math.round((um / UM_PER_INCH) * scanPpi);
  const pixels = { width: side(original.width), height: side(original.height) };
  const seen = Math.min(scanPpi, scanner.opticalPpi);
  const plan = {
    neededPpi,
    scanPpi,
    pixels,
    bytes: uncompressedBytes(pixels, channels, bits),
    tiles: tileGrid(original, scanner.bed, overlap),
    interpolated: scanPpi > scanner.opticalPpi,
    turned: print !== q.print,
    largest: {
      width: Math.floor((original.width * seen) / ppi),
      height: Math.floor((original.height * seen) / ppi),
    },
  };
  return { ...plan, finding: findingOf(plan, q) };
}

export type ScanQuestion = {
  original: Size;
  print: Size;
  ppi: number;
  scanner: Scanner;
  overlap?: number;
  bits?: number;
  channels?: number;
};

/** The scanner's steps from the lowest, once everything asked with them makes sense. */
function checkedSteps({ original, print, ppi, scanner }: ScanQuestion): number[] {
  for (const [field, size] of [
    ['original', original],
    ['print', print],
    ['scanner.bed', scanner.bed],
  ] as const) {
    if (!(size.width > 0 && size.height > 0)) throw new InputError(field, size, 'two sides above zero');
  }
  if (!(ppi > 0)) throw new InputError('ppi', ppi, 'pixels per inch above zero');
  if (!(scanner.opticalPpi > 0))
    throw new InputError('scanner.opticalPpi', scanner.opticalPpi, 'pixels per inch above zero');
  const steps = [...scanner.steps].sort((a, b) => a - b);
  if (!steps.length || steps[0]! <= 0)
    throw new InputError('scanner.steps', scanner.steps, 'at least one step above zero');
  return steps;
}

function findingOf(plan: Omit<ScanPlan, 'finding'>, { print, ppi, scanner }: ScanQuestion): Finding {
  const needed = `${Math.ceil(plan.neededPpi - 1e-6)} ppi ${plan.neededPpi > 1 ? 'are' : 'is'} needed`;
  const carries = `it carries a print of ${formatSize(plan.largest, 'mm')} at ${ppi} ppi`;
  const turned = plan.turned
    ? ` The print of ${formatSize(print, 'mm')} lies the other way than the original, and was turned to it.`
    : '';
  const because = [
    { name: 'needed', value: plan.neededPpi, unit: 'ppi' },
    { name: 'scanned at', value: plan.scanPpi, unit: 'ppi' },
    { name: 'optical', value: scanner.opticalPpi, unit: 'ppi' },
  ];
  const say = (verdict: Finding['verdict'], word: string, says: string): Finding => ({
    verdict,
    word,
    says: says + turned,
    because,
  });
  if (plan.scanPpi < plan.neededPpi - 1e-6)
    return say(
      'fails',
      'no step so high',
      `The scanner’s highest step is ${plan.scanPpi} ppi, and ${needed}: ${carries}.`,
    );
  if (plan.interpolated)
    return say(
      'care',
      'interpolated',
      `At ${plan.scanPpi} ppi the scanner makes up what it does not see, which is ${scanner.opticalPpi} ppi: ${carries}.`,
    );
  return say('holds', 'holds', `${needed}; the scanner’s next step is ${plan.scanPpi} ppi.`);
}
