import type { Finding } from '../finding';
import { difference } from './difference';
import type { Intent } from './intents';
import { OUT_ABOVE } from './outOfGamut';

/** One intent on one picture and paper. */
export type IntentMeasure = {
  intent: Intent;
  /** Mean ΔE00 of the pixels the paper could have shown exactly: what is disturbed. */
  disturbed: number;
  /** Of the differences between neighbours where colours are out, the share that is kept: 1 is all. */
  kept: number;
};
export type IntentAdvice = {
  outShare: number;
  measures: IntentMeasure[];
  advised: Intent;
  finding: Finding;
  /** Share of local differences kept, by cell; null where nothing is out. */ map: {
    columns: number;
    rows: number;
    kept: (number | null)[];
  };
};

/** Below this share out there is nothing to rescue. */
const HARDLY_ANY = 0.005;
/** Relative keeps enough where so much of the differences stays. */
const ENOUGH_KEPT = 0.8;
/** Perceptual must keep so much more to be worth disturbing the rest… */
const WORTH = 0.1;
/** …and disturb it by no more than this beyond relative. */
const BEARABLE = 3;

type Labs = Float32Array;
type Grid = { width: number; height: number };

/**
 * Measures both intents on a picture and advises one with the figures.
 *
 * Disturbed: the mean ΔE00, picture to print, over pixels that are in gamut. Kept: over pairs of neighbours with at least one
 * out of gamut, the sum of their ΔE00 on the print, each no more than in the picture, over the sum in the picture.
 *
 * @param picture Lab of each pixel, media-relative
 * @param roundTrip the same after printing by relative colorimetric without black-point compensation: what decides in or out
 * @param prints the picture as it prints by each intent
 * Source: handbook §6.
 */
export function adviseIntent(
  grid: Grid,
  picture: Labs,
  roundTrip: Labs,
  prints: readonly { intent: Intent; lab: Labs }[],
  threshold = OUT_ABOVE,
): IntentAdvice {
  const n = grid.width * grid.height;
  const out = new Uint8Array(n);
  let outside = 0;
  for (let i = 0, k = 0; i < n; i++, k += 3)
    if (
      difference(
        picture[k]!,
        picture[k + 1]!,
        picture[k + 2]!,
        roundTrip[k]!,
        roundTrip[k + 1]!,
        roundTrip[k + 2]!,
      ) > threshold
    ) {
      out[i] = 1;
      outside++;
    }
  const measures: IntentMeasure[] = [];
  let map: IntentAdvice['map'] | null = null;
  for (const { intent, lab } of prints) {
    let moved = 0;
    for (let i = 0, k = 0; i < n; i++, k += 3)
      if (!out[i])
        moved += difference(
          picture[k]!,
          picture[k + 1]!,
          picture[k + 2]!,
          lab[k]!,
          lab[k + 1]!,
          lab[k + 2]!,
        );
    const kept = keptDifferences(grid, picture, lab, out);
    measures.push({ intent, disturbed: n - outside ? moved / (n - outside) : 0, kept: kept.share });
    if (intent === 'relative colorimetric' || !map) map = kept.map;
  }
  const outShare = outside / n;
  return { outShare, measures, map: map!, ...verdict(outShare, measures) };
}

function keptDifferences(
  grid: Grid,
  before: Labs,
  after: Labs,
  out: Uint8Array,
): { share: number; map: IntentAdvice['map'] } {
  const { width, height } = grid;
  const k = 40 / Math.max(width, height),
    columns = Math.max(1, Math.round(width * k)),
    rows = Math.max(1, Math.round(height * k));
  const had = new Float64Array(columns * rows),
    have = new Float64Array(columns * rows);
  for (let y = 0; y < height - 1; y++) {
    const row = Math.floor((y * rows) / height) * columns;
    for (let x = 0; x < width - 1; x++) {
      const i = y * width + x;
      for (const j of [i + 1, i + width]) {
        if (!out[i] && !out[j]) continue;
        const p = i * 3,
          q = j * 3;
        const was = difference(
          before[p]!,
          before[p + 1]!,
          before[p + 2]!,
          before[q]!,
          before[q + 1]!,
          before[q + 2]!,
        );
        const is = difference(
          after[p]!,
          after[p + 1]!,
          after[p + 2]!,
          after[q]!,
          after[q + 1]!,
          after[q + 2]!,
        );
        const cell = row + Math.floor((x * columns) / width);
        had[cell]! += was;
        have[cell]! += Math.min(was, is);
      }
    }
  }
  const sum = (a: Float64Array) => a.reduce((s, v) => s + v, 0);
  const all = sum(had);
  return {
    share: all > 0 ? sum(have) / all : 1,
    map: {
      columns,
      rows,
      kept: Array.from(had, (v, i) => (v > 0 ? Math.round((have[i]! / v) * 1_000) / 1_000 : null)),
    },
  };
}

function verdict(outShare: number, measures: IntentMeasure[]): Pick<IntentAdvice, 'advised' | 'finding'> {
  const of = (intent: Intent) => measures.find((m) => m.intent === intent);
  const rel = of('relative colorimetric')!,
    per = of('perceptual');
  const percent = (v: number) => `${(100 * v).toFixed(v < 0.1 ? 1 : 0)} %`;
  const because = [
    { name: 'out of gamut', value: percent(outShare) },
    ...measures.flatMap((m) => [
      { name: `disturbed by ${m.intent}`, value: m.disturbed.toFixed(1), unit: 'ΔE00' },
      { name: `differences kept by ${m.intent}`, value: percent(m.kept) },
    ]),
  ];
  const say = (advised: Intent, verdict: Finding['verdict'], word: string, says: string) => ({
    advised,
    finding: { verdict, word, says, because },
  });
  if (!per || outShare < HARDLY_ANY)
    return say(
      'relative colorimetric',
      'holds',
      'relative',
      `Relative colorimetric: only ${percent(outShare)} of the picture is out of gamut; it disturbs the rest by ${rel.disturbed.toFixed(1)} ΔE00${per ? `, perceptual by ${per.disturbed.toFixed(1)}` : ''}.`,
    );
  const figures = `relative keeps ${percent(rel.kept)} of the differences where colours are out and disturbs the rest by ${rel.disturbed.toFixed(1)} ΔE00; perceptual keeps ${percent(per.kept)} and disturbs by ${per.disturbed.toFixed(1)}`;
  if (rel.kept >= ENOUGH_KEPT || per.kept < rel.kept + WORTH)
    return say(
      'relative colorimetric',
      rel.kept >= ENOUGH_KEPT ? 'holds' : 'care',
      'relative',
      `Relative colorimetric: ${figures}.${rel.kept < ENOUGH_KEPT ? ' Neither keeps them all: look at the map.' : ''}`,
    );
  if (per.disturbed <= rel.disturbed + BEARABLE)
    return say('perceptual', 'care', 'perceptual', `Perceptual: ${figures}.`);
  return say(
    'relative colorimetric',
    'care',
    'relative, with a loss',
    `Relative colorimetric, with a loss: ${figures}. What perceptual would save costs the whole picture more than it is worth; a paper with a wider gamut would serve better.`,
  );
}
