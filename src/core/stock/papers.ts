import { BRIGHTENERS, isFibre, isMatte, PAPER_SURFACES } from './paperWords';
/** What decides which papers are alike and which suits a work. */
export type PaperFacts = {
  id: string;
  name: string;
  base: string;
  surface: string;
  gsm: number;
  brightener: string;
  mayRoll: boolean;
  discontinued: boolean;
};

/**
 * How far two papers are apart: another base counts most, then surface, white and weight. 0 is the same.
 *
 * Source: handbook §8: nearest stocks by base, surface, weight and white.
 * @example paperDistance({ base: 'cotton', surface: 'matte', gsm: 310, brightener: 'none' }, { base: 'cotton', surface: 'matte', gsm: 310, brightener: 'none' }) // 0
 */
export function paperDistance(
  a: Pick<PaperFacts, 'base' | 'surface' | 'gsm' | 'brightener'>,
  b: Pick<PaperFacts, 'base' | 'surface' | 'gsm' | 'brightener'>,
): number {
  const step = (list: readonly string[], x: string, y: string) =>
    Math.abs(list.indexOf(x) - list.indexOf(y));
  const fibre = (base: string) => (isFibre(base) ? 'fibre' : base);
  const base = a.base === b.base ? 0 : fibre(a.base) === fibre(b.base) ? 1 : 3;
  return (
    base +
    0.7 * step(PAPER_SURFACES, a.surface, b.surface) +
    0.6 * step(BRIGHTENERS, a.brightener, b.brightener) +
    Math.abs(a.gsm - b.gsm) / 60
  );
}

export type NearPaper = { paper: PaperFacts; distance: number; differs: string };

/**
 * The papers most like one that is no longer made, nearest first, with what is different in words.
 *
 * @example nearestPapers({ id: 'a', name: 'A', base: 'cotton', surface: 'matte', gsm: 300, brightener: 'none', mayRoll: true, discontinued: true }, [{ id: 'b', name: 'B', base: 'cotton', surface: 'matte', gsm: 310, brightener: 'little', mayRoll: true, discontinued: false }])[0].differs // '10 g/m² heavier, brightener little'
 */
export function nearestPapers(of: PaperFacts, all: readonly PaperFacts[], count = 3): NearPaper[] {
  return all
    .filter((p) => p.id !== of.id && !p.discontinued)
    .map((paper) => ({ paper, distance: paperDistance(of, paper), differs: differences(of, paper) }))
    .sort((a, b) => a.distance - b.distance || (a.paper.name < b.paper.name ? -1 : 1))
    .slice(0, count);
}

function differences(a: PaperFacts, b: PaperFacts): string {
  const parts = [
    a.base !== b.base && `${b.base} instead of ${a.base}`,
    a.surface !== b.surface && `${b.surface} instead of ${a.surface}`,
    a.gsm !== b.gsm && `${Math.abs(a.gsm - b.gsm)} g/m² ${b.gsm > a.gsm ? 'heavier' : 'lighter'}`,
    a.brightener !== b.brightener && `brightener ${b.brightener}`,
  ].filter((x) => x !== false);
  return parts.length ? parts.join(', ') : 'alike in every figure';
}

export type PaperAdvice = { paper: PaperFacts; score: number; reasons: string[] };

/**
 * Which papers suit a work, by its kind and surface, each with its reasons. A start for proofing, never a verdict: a proof
 * decides.
 *
 * @param work its kind, medium and surface as recorded
 * Source: common practice; matte fibre for work on paper and paint without gloss, smooth for line, coated for photographs with deep blacks.
 * @example advisePaper({ kind: 'drawing', medium: 'ink', surface: '' }, [{ id: 'a', name: 'A', base: 'cotton', surface: 'textured matte', gsm: 300, brightener: 'none', mayRoll: true, discontinued: false }])[0].reasons[1] // 'a texture softens fine lines'
 */
export function advisePaper(
  work: { kind: string; medium: string; surface: string },
  papers: readonly PaperFacts[],
): PaperAdvice[] {
  const medium = `${work.medium} ${work.surface}`.toLowerCase();
  const line = /\b(ink|pencil|engrav|etch|line)/.test(medium),
    chalk = /pastel|chalk|charcoal|gouache|watercolou?r/.test(medium),
    gloss = /varnish.*gloss|resin|enamel/.test(medium),
    oil = /\boil\b|acrylic/.test(medium);
  const photo = work.kind.includes('photograph'),
    born = work.kind === 'born digital',
    drawing = work.kind === 'drawing';
  return papers
    .filter((p) => !p.discontinued)
    .map((paper): PaperAdvice => {
      const reasons: string[] = [];
      let score = 0;
      const say = (points: number, why: string) => {
        score += points;
        reasons.push(why);
      };
      const matte = isMatte(paper.surface);
      const fibre = isFibre(paper.base);
      if (photo) {
        if (!matte && paper.surface !== 'metallic')
          say(3, 'a coated surface keeps the blacks of a photograph deep');
        else if (matte) say(1, 'matte softens a photograph’s blacks');
      } else if (matte && fibre)
        say(
          3,
          drawing || chalk
            ? 'a matte fibre paper looks like what it was drawn on'
            : 'matte fibre shows paint without a shine of its own',
        );
      else if (paper.base === 'canvas' && oil) say(2, 'canvas under a painting on canvas');
      if (line && paper.surface === 'textured matte') say(-2, 'a texture softens fine lines');
      else if (line && paper.surface === 'matte') say(1, 'smooth enough for lines');
      if (chalk && paper.surface === 'textured matte') say(1, 'its tooth goes with chalk and pigment');
      if (gloss && (paper.surface === 'gloss' || paper.surface === 'lustre'))
        say(2, 'glossy like its varnish');
      if (born && (paper.surface === 'satin' || paper.surface === 'lustre'))
        say(2, 'clear colour for what was made on a screen');
      if (paper.surface === 'metallic') say(-2, 'metallic shines through light tones');
      if (paper.brightener === 'none') say(1, 'no brightener: its white stays');
      else if (paper.brightener === 'much') say(-1, 'much brightener: whiter by day, and it fades');
      return { paper, score, reasons };
    })
    .sort((a, b) => b.score - a.score || (a.paper.name < b.paper.name ? -1 : 1));
}
