import type { Lab } from './difference';
import { writeCgats } from './target';

/**
 * A made-up chart of 24 patches to practise with: pigments of an imaginary coast, and a row of greys. Its colours are given,
 * not measured from any real chart; a real one comes with its own reference file.
 */
const PATCHES: readonly [name: string, lab: Lab][] = [
  ['kelp', [38, 4, 21]],
  ['driftwood', [64, 10, 19]],
  ['shallows', [56, -22, -20]],
  ['samphire', [47, -24, 28]],
  ['heather', [52, 18, -25]],
  ['glasswort', [72, -30, 6]],
  ['rope', [66, 28, 58]],
  ['deep water', [36, 6, -42]],
  ['lamp red', [46, 52, 22]],
  ['mussel', [28, 24, -22]],
  ['lichen', [74, -20, 58]],
  ['sodium light', [76, 16, 68]],
  ['ferry blue', [30, 16, -50]],
  ['buoy green', [52, -40, 28]],
  ['port mark', [40, 54, 30]],
  ['gorse', [82, 6, 76]],
  ['sea pink', [58, 44, -10]],
  ['ice', [60, -26, -30]],
  ['chalk', [94, 0, 1]],
  ['gull', [80, 0, 0]],
  ['slate', [64, 0, 0]],
  ['wet slate', [48, 0, 0]],
  ['tar', [32, 0, 0]],
  ['ink', [18, 0, 0]],
];

export const PRACTICE_CHART = PATCHES.map(([id, lab]) => ({ id, lab }));

/**
 * The practice chart's reference as a CGATS text.
 *
 * @example readCgats(practiceCgats()).length // 24
 */
export const practiceCgats = (): string => writeCgats('Practice chart, made up', PRACTICE_CHART);
