import type { Figure, Finding, Mark } from '../finding';
import type { ColourSpace } from '../colour/space';
import type { KnownDetail } from './detail';

/** Shares of each cell of a picture, row by row, 0–1. */
export type ShareMap = { cols: number; rows: number; shares: number[] };
export type DetailMap = KnownDetail & {
  tiles: number;
  map: {
    cols: number;
    rows: number;
    /** Null where there is too little texture to tell. */ shares: (number | null)[];
  };
};

/** What was measured of a master, upright. */
export type Readings = {
  width: number;
  height: number;
  channels: number;
  bits: 8 | 16;
  space: ColourSpace;
  /** Counts of 256 steps for each channel. */
  histogram: number[][];
  /** Shares of pixels. `bare` has every channel at its lightest: printed, it is bare paper. */
  clipped: {
    high: number[];
    low: number[];
    bare: number;
    black: number;
    highMap: ShareMap;
    lowMap: ShareMap;
  };
  /** Colours with a channel at its end, in RGB: what lay beyond was cut off. */
  edge: { share: number; map: ShareMap } | null;
  jpeg: { quality: number | null; usual: boolean; blocking: number } | null;
  /** Null for a picture too small or too plain to tell. */
  detail: DetailMap | null;
};

/** Where the detail is under this share of the pixels, the verdict on a size warns. Source: handbook §5. */
export const DETAIL_WARNS = 0.7;
/** A share of clipped pixels worth saying, and one worth mending. */
const SOME = 0.001,
  MUCH = 0.01;

export type NamedFinding = Finding & {
  about: 'colour' | 'tone' | 'depth' | 'compression' | 'detail' | 'turned' | 'density' | 'derived';
};

/** A share as it is said. @example shareSays(0.0123) // '1.2 %' */
export const shareSays = (share: number): string =>
  share === 0
    ? '0 %'
    : share < 0.0005
      ? 'under 0.05 %'
      : `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;
const percent = shareSays;

/**
 * What a master's readings mean, each as a sentence with its figures.
 *
 * @param m what the file says: its kind, orientation flag and density; whether the work has colour
 * Source: handbook §5, §6, §17.
 */
export function findingsOf(
  r: Readings,
  m: {
    fileKind: string;
    orientation: number;
    density: number | null;
    widthPx: number;
    colourExpected: boolean;
    bits: number;
  },
): NamedFinding[] {
  return [
    colourFinding(r, m.colourExpected),
    ...edgeFindings(r),
    depthFinding(r, m.bits),
    toneFinding(r),
    ...jpegFindings(r),
    detailFinding(r),
    ...turnedFindings(m),
    ...densityFindings(m),
  ];
}

function say(
  about: NamedFinding['about'],
  verdict: Mark,
  word: string,
  says: string,
  because: Figure[] = [],
): NamedFinding {
  return { about, verdict, word, says, because };
}

function colourFinding({ space: s }: Readings, colourExpected: boolean): NamedFinding {
  const label = s.label ? ` Its label says “${s.label}”.` : '';
  if (s.name === 'untagged')
    return say(
      'colour',
      'fails',
      'untagged',
      'No profile: what its figures mean must be asked of whoever made the file, not guessed. Until then nobody can say what colours it holds.',
    );
  if (s.name === 'a damaged profile')
    return say(
      'colour',
      'fails',
      'damaged profile',
      'Its profile is damaged and says nothing: treat the file as untagged, and ask for it again.',
    );
  if (s.mislabelled)
    return say(
      'colour',
      'care',
      'mislabelled',
      `Read as ${s.name}: ${s.mislabelled}. The numbers are believed.${label}`,
    );
  if (colourExpected && s.model === 'CMYK')
    return say(
      'colour',
      'care',
      'CMYK',
      `CMYK: colours already fitted to one press and paper; what that lost does not come back. Ask for the RGB it was made from.${label}`,
    );
  if (colourExpected && s.model === 'grey')
    return say(
      'colour',
      'care',
      'no colour',
      `Grey, though the work has colour: a master of it should be in colour.${label}`,
    );
  if (s.differs)
    return say(
      'colour',
      'care',
      'unusual',
      `${s.name[0]!.toUpperCase()}${s.name.slice(1)}: ${s.differs}.${label}`,
    );
  return say(
    'colour',
    'holds',
    s.name,
    `${s.name}, by its primaries and curve${s.curve ? ` (${s.curve})` : ''}.${label}`,
  );
}

function edgeFindings({ space, edge }: Readings): NamedFinding[] {
  if (!edge || edge.share < SOME) return [];
  const because = [{ name: 'on the edge', value: percent(edge.share) }];
  return space.name === 'sRGB' || space.name === 'untagged'
    ? [
        say(
          'colour',
          edge.share > MUCH ? 'fails' : 'care',
          'on the edge',
          `${percent(edge.share)} of its pixels are colours on the very edge of ${space.name === 'sRGB' ? 'sRGB' : 'its numbers'}: what lay beyond was lost before printing. Capture again into a wide space if those colours matter.`,
          because,
        ),
      ]
    : [
        say(
          'colour',
          'care',
          'on the edge',
          `${percent(edge.share)} of its pixels are colours on the edge of ${space.name}.`,
          because,
        ),
      ];
}

function depthFinding({ bits, space }: Readings, storedBits: number): NamedFinding {
  if (bits === 8 && space.wide)
    return say(
      'depth',
      'care',
      '8 bit, wide',
      `8 bit in ${space.name}: so few steps over so wide a space band in skies and soft shadows when tones are pulled. A master wants 16.`,
    );
  if (bits === 8)
    return say(
      'depth',
      'care',
      '8 bit',
      '8 bit: enough to print from, little room for changing tones. A master wants 16.',
    );
  return say('depth', 'holds', `${storedBits} bit`, `${storedBits} bit: room for changing tones.`);
}

function toneFinding({ clipped: c }: Readings): NamedFinding {
  const high = Math.max(...c.high),
    low = Math.max(...c.low);
  const because = [
    { name: 'lightest end', value: percent(high) },
    { name: 'darkest end', value: percent(low) },
    { name: 'bare paper', value: percent(c.bare) },
  ];
  const bare = c.bare >= SOME ? ` ${percent(c.bare)} is pure white and prints as bare paper.` : '';
  if (high >= MUCH || low >= MUCH)
    return say(
      'tone',
      'care',
      'clipped',
      `Clipped: ${percent(high)} of the fullest channel at its lightest end, ${percent(low)} at its darkest.${bare}`,
      because,
    );
  return say(
    'tone',
    'holds',
    'whole',
    `Tones are whole: ${percent(high)} at the lightest end, ${percent(low)} at the darkest.${bare}`,
    because,
  );
}

function jpegFindings({ jpeg }: Readings): NamedFinding[] {
  if (!jpeg) return [];
  const q =
    jpeg.quality === null
      ? 'of a quality that cannot be told'
      : `written at quality ${jpeg.usual ? '' : 'about '}${jpeg.quality}`;
  const blocks =
    jpeg.blocking > 0.35 ? `; its 8 × 8 blocks show by ${jpeg.blocking.toFixed(1)} levels` : '';
  const poor = (jpeg.quality ?? 100) < 85 || jpeg.blocking > 0.35;
  return [
    say(
      'compression',
      poor ? 'care' : 'holds',
      poor ? 'squeezed' : 'JPEG',
      `A JPEG ${q}${blocks}. ${poor ? 'What it threw away shows in smooth passages of a large print: ask for the file it was made from.' : 'Keep it as it is: each saving loses more.'}`,
    ),
  ];
}

function detailFinding({ detail: d }: Readings): NamedFinding {
  if (!d)
    return say(
      'detail',
      'care',
      'cannot tell',
      'Too small or too plain to measure its detail: judge a snippet proof.',
    );
  const because = [
    { name: 'of the pixels’ detail', value: percent(d.share) },
    { name: 'noise', value: d.noise.toFixed(1), unit: 'of 255' },
    { name: 'tiles', value: d.tiles },
  ];
  const hidden =
    d.seenTo < 0.9 && d.share > d.seenTo
      ? ` Noise or grain covers what is finer than ${percent(d.seenTo)}.`
      : '';
  const enlarged =
    d.share < 0.95 ? `, as a file enlarged × ${(1 / d.share).toFixed(1)} or as soft as that` : '';
  if (d.share < DETAIL_WARNS)
    return say(
      'detail',
      'care',
      'thin in detail',
      `Its pixels promise more than they hold: true detail reaches ${percent(d.share)} of what they could carry${enlarged}.${hidden}`,
      because,
    );
  return say(
    'detail',
    'holds',
    'detailed',
    `True detail reaches ${percent(d.share)} of what its pixels can carry.${hidden}`,
    because,
  );
}

function turnedFindings({ orientation }: { orientation: number }): NamedFinding[] {
  return orientation > 1
    ? [
        say(
          'turned',
          'holds',
          'turned for view',
          `Turned by its orientation flag (${orientation}) for viewing; the stored bytes stay as they came.`,
        ),
      ]
    : [];
}

function densityFindings(m: { density: number | null; widthPx: number }): NamedFinding[] {
  return m.density
    ? [
        say(
          'density',
          'holds',
          'a label',
          `The file says ${Math.round(m.density * 10) / 10} ppi. That is a label: it is shown and never believed for size.`,
        ),
      ]
    : [];
}

/**
 * Pixels per inch that a print truly gets: the count, and the part of it that carries detail.
 *
 * @example truePpi(300, 0.5) // 150
 */
export const truePpi = (ppi: number, share: number): number => ppi * share;
