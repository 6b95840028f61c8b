import { modelOf, type Drift, type InkModel } from '@/core/colour/inks';
import type { PageScan, PracticePress } from '@/studio/ports';

/** A number from 0 to 1 that is always the same for the same words. */
function chance(words: string, k: number): number {
  let h = 0x9e3779b1 ^ k;
  for (let i = 0; i < words.length; i++) h = Math.imul(h ^ words.charCodeAt(i), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 4_294_967_296;
}
const about = (words: string, k: number, reach: number) => (2 * chance(words, k) - 1) * reach;

/** Deepest black and reach of colour by surface: ink sinks into matte paper and stands on gloss. */
const SURFACE: Readonly<Record<string, { black: number; reach: number }>> = {
  matte: { black: 17, reach: 0.8 },
  'textured matte': { black: 18.5, reach: 0.78 },
  satin: { black: 10, reach: 0.93 },
  lustre: { black: 8, reach: 0.96 },
  gloss: { black: 6, reach: 1 },
  metallic: { black: 8, reach: 0.94 },
};
const WHITE_B: Readonly<Record<string, number>> = { none: 2.4, little: 0.2, much: -4 };
/** The day its papers were profiled it was so warm. */
const PROFILED_AT = 21;

/**
 * A made-up press to practise with. Its papers print as their profiles say on the day they are made; each lot then has a gain
 * and a tint of its own, and every degree of warmth adds a little gain.
 */
export const practicePress: PracticePress = {
  name: 'practice press',
  simulated: true,
  paperModel(paper): InkModel {
    const s = SURFACE[paper.surface] ?? SURFACE.matte!;
    const white: [number, number, number] = [
      95.5 + about(paper.name, 1, 1.2),
      about(paper.name, 2, 0.5),
      (WHITE_B[paper.brightener] ?? 0) + about(paper.name, 3, 0.6),
    ];
    return modelOf({
      white,
      black: [s.black + about(paper.name, 4, 1), about(paper.name, 5, 0.6), about(paper.name, 6, 0.8)],
      reach: s.reach + about(paper.name, 7, 0.02),
      gain: 0.12 + about(paper.name, 8, 0.015),
    });
  },
  drift({ lot, celsius }): Drift {
    const warm = 0.0032 * (celsius - PROFILED_AT);
    // A lot that is a little off: always by something, never by much.
    return {
      gain: [
        warm + 0.052 + about(lot, 11, 0.03),
        warm + 0.034 + about(lot, 12, 0.03),
        warm - 0.026 + about(lot, 13, 0.03),
      ],
      paper: [about(lot, 14, 0.5), about(lot, 15, 0.25), about(lot, 16, 0.7)],
    };
  },
  scan(seed): PageScan {
    const w = `page ${seed}`;
    return {
      long: 1_400,
      scale: 0.97 + about(w, 1, 0.02),
      shiftX: about(w, 2, 0.02),
      shiftY: about(w, 3, 0.02),
      degrees: about(w, 4, 1.3),
      noise: 1.1,
      cast: [1.008, 1, 0.988],
      seed,
    };
  },
};
