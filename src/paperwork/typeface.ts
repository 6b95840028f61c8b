import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { create, type Font } from 'fontkit';
import { unpackWoff } from './woff';

/** The faces papers are set in. Letters they have not are taken from a face of their own script. */
export type Face = 'sans' | 'bold' | 'title' | 'serif';

const HOUSE: Record<Face, { family: string; file: string }> = {
  sans: { family: 'archivo', file: '400-normal' },
  bold: { family: 'archivo', file: '600-normal' },
  title: { family: 'newsreader', file: '400-italic' },
  serif: { family: 'newsreader', file: '400-normal' },
};
/** Other scripts have no italic; only the weight follows. */
const weightOf = (face: Face) => (face === 'bold' ? '600-normal' : '400-normal');

type Script = { subset: string; family?: string; has: RegExp };

/** Scripts by their letters, the first that has a letter takes it. Combining marks stay with the letter before them. */
const SCRIPTS: readonly Script[] = [
  // Beyond Latin-1 the other half of the house's own typeface takes over, letter by letter.
  {
    subset: 'latin-ext',
    has: /[\u0100-\u02ba\u02bd-\u02c5\u02c7-\u02cc\u02ce-\u02d7\u1d00-\u1dbf\u1e00-\u1e9f\u1ef2-\u1eff]/u,
  },
  { subset: 'vietnamese', has: /[\u1ea0-\u1ef1]/u },
  { subset: 'greek', family: 'noto-sans', has: /[\u0370-\u03ff]/u },
  { subset: 'greek-ext', family: 'noto-sans', has: /[\u1f00-\u1fff]/u },
  { subset: 'cyrillic', family: 'noto-sans', has: /[\u0401\u0410-\u044f\u0451\u2116]/u },
  { subset: 'cyrillic-ext', family: 'noto-sans', has: /[\u0400-\u052f\u1c80-\u1c88]/u },
  { subset: 'armenian', family: 'noto-sans-armenian', has: /[\u0530-\u058f\ufb13-\ufb17]/u },
  { subset: 'hebrew', family: 'noto-sans-hebrew', has: /[\u0590-\u05ff\ufb1d-\ufb4f]/u },
  {
    subset: 'arabic',
    family: 'noto-sans-arabic',
    has: /[\u0600-\u06ff\u0750-\u077f\u08a0-\u08ff\ufb50-\ufdff\ufe70-\ufefe]/u,
  },
  { subset: 'devanagari', family: 'noto-sans-devanagari', has: /[\u0900-\u097f\ua8e0-\ua8ff]/u },
  { subset: 'thai', family: 'noto-sans-thai', has: /[\u0e00-\u0e7f]/u },
  { subset: 'georgian', family: 'noto-sans-georgian', has: /[\u10a0-\u10ff\u1c90-\u1cbf\u2d00-\u2d2f]/u },
  { subset: 'japanese', family: 'noto-sans-jp', has: /[\u3040-\u30ff\u31f0-\u31ff\uff66-\uff9f]/u },
  { subset: 'korean', family: 'noto-sans-kr', has: /[\u1100-\u11ff\u3130-\u318f\uac00-\ud7af]/u },
  {
    subset: 'chinese-simplified',
    family: 'noto-sans-sc',
    has: /[\u2e80-\u2fdf\u3000-\u303f\u3400-\u4dbf\u4e00-\u9fff\uf900-\ufaff\uff00-\uff65]|[\u{20000}-\u{2fa1f}]/u,
  },
];
/**
 * These faces have so many letters that they come in slices of some hundred: a whole one takes seconds to open and to cut down for a
 * page, a slice a few milliseconds.
 */
const SLICED: Readonly<Record<string, string>> = {
  japanese: 'noto-sans-jp',
  korean: 'noto-sans-kr',
  'chinese-simplified': 'noto-sans-sc',
};
const HAN = SCRIPTS.at(-1)!;
const [JAPANESE, KOREAN] = [SCRIPTS.at(-3)!, SCRIPTS.at(-2)!];

const file = (family: string, subset: string, style: string) =>
  join(process.cwd(), 'node_modules/@fontsource', family, 'files', `${family}-${subset}-${style}.woff`);

const slices = new Map<string, ReadonlyMap<number, string>>();

/** In which slice of a face each letter is; read once for the life of the process. */
function slicesOf(subset: string): ReadonlyMap<number, string> {
  const known = slices.get(subset);
  if (known) return known;
  const path = join(process.cwd(), 'node_modules/@fontsource', SLICED[subset]!, 'unicode.json');
  const ranges = JSON.parse(readFileSync(path, 'utf8')) as Record<string, string>;
  const found = new Map<number, string>();
  for (const [name, list] of Object.entries(ranges)) {
    const number = /^\[(\d+)\]$/.exec(name)?.[1];
    if (!number) continue;
    for (const range of list.split(',')) {
      const [from, to] = range.replace(/^U\+/i, '').split('-');
      const last = parseInt(to ?? from!, 16);
      for (let code = parseInt(from!, 16); code <= last; code++) found.set(code, number);
    }
  }
  slices.set(subset, found);
  return found;
}

/** A font by the name it is registered under; of a face in slices, with the number of the slice. */
export type FontName = `${Face}:${string}`;

/** The file of a face in a script. */
function fontFile(name: FontName): string {
  const [face, subset] = name.split(':') as [Face, string];
  const [, whole, slice] = /^(.+?)(?:-(\d+))?$/.exec(subset)!;
  const sliced = slice && SLICED[whole!];
  if (sliced) return file(sliced, slice, weightOf(face));
  const script = SCRIPTS.find((each) => each.subset === subset);
  if (!script?.family) return file(HOUSE[face].family, subset, HOUSE[face].file);
  return file(script.family, subset, weightOf(face));
}

const unpacked = new Map<string, Buffer>();

/** A font as programs read it, unpacked once for the life of the process. */
export function fontBytes(name: FontName): Buffer {
  const path = fontFile(name);
  const known = unpacked.get(path);
  if (known) return known;
  const bytes = unpackWoff(readFileSync(path));
  unpacked.set(path, bytes);
  return bytes;
}

const opened = new Map<string, Font>();

/** A font, read once for the life of the process. */
export function fontOf(name: FontName): Font {
  const path = fontFile(name);
  const known = opened.get(path);
  if (known) return known;
  const font = create(fontBytes(name)) as Font;
  opened.set(path, font);
  return font;
}

/** How high a font stands above its baseline, in ems. */
export const ascentOf = (name: FontName): number => fontOf(name).ascent / fontOf(name).unitsPerEm;

const COMBINING = /\p{M}/u;
const NEUTRAL = /[\s\p{P}\p{S}\p{N}]/u;

/**
 * The font each letter of a line is set in. Chinese letters in a line with kana or hangul are set as Japan or Korea writes them; signs
 * and figures that the font before them has stay in it.
 */
export function fontsOfLetters(text: string, face: Face): { letter: string; font: FontName }[] {
  const han = JAPANESE.has.test(text) ? JAPANESE : KOREAN.has.test(text) ? KOREAN : HAN;
  let last: FontName = `${face}:latin`;
  return [...text].map((letter) => {
    const script = SCRIPTS.find(({ has }) => has.test(letter));
    const subset = script === HAN ? han.subset : (script?.subset ?? 'latin');
    const isMark = COMBINING.test(letter);
    let font: FontName = isMark ? last : inSlice(face, subset, letter);
    // What the script's font lacks is looked for in the others of its kind.
    if (script === HAN && !has(font, letter))
      font =
        [JAPANESE, KOREAN, HAN]
          .map(({ subset: other }): FontName => inSlice(face, other, letter))
          .find((other) => has(other, letter)) ?? font;
    if (!script && NEUTRAL.test(letter) && isRightToLeft(last) && has(last, letter)) font = last;
    last = font;
    return { letter, font };
  });
}

/** The font of a letter: of a face in slices the slice that has it, or its first, which has not. */
function inSlice(face: Face, subset: string, letter: string): FontName {
  if (!SLICED[subset]) return `${face}:${subset}`;
  const all = slicesOf(subset);
  return `${face}:${subset}-${all.get(letter.codePointAt(0)!) ?? all.values().next().value!}`;
}

const has = (font: FontName, letter: string): boolean =>
  fontOf(font).hasGlyphForCodePoint(letter.codePointAt(0)!);

/** Scripts that are written from right to left. */
export const isRightToLeft = (font: FontName): boolean => /:(hebrew|arabic)$/.test(font);

/**
 * Letters that none of the fonts has: on paper they would be empty boxes, so whoever prints says them instead.
 *
 * @example unprintable('Ζωή, 北京, עמית') // []
 */
export function unprintable(text: string): string[] {
  const missing = fontsOfLetters(text.replace(/\s/gu, ''), 'sans').filter(
    ({ letter, font }) => !COMBINING.test(letter) && !has(font, letter),
  );
  return [...new Set(missing.map(({ letter }) => letter))];
}
