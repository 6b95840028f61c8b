import type { Finding } from '../finding';
import { formatLength, type Size, type Um, type UnitSystem } from '../measure';
import { sheetOf, type Borders } from './border';

/** What a sheet gets besides its border. */
export type Finish = {
  /** Printed under the image, in the middle; empty: only number and signature are written there. */
  title: string;
  /** Height of its capitals. */
  type: Um;
  /** Strip on each side that is torn off. */
  deckle: Um;
  /** Printed past the edge that is trimmed. */
  bleed: Um;
};
export const NO_FINISH: Finish = { title: '', type: 3_000, deckle: 0, bleed: 0 };
/** Whether nothing is set: the height of capitals means nothing without a title. @example isNoFinish({ title: '', type: 5000, deckle: 0, bleed: 0 }) // true */
export const isNoFinish = (finish: Finish): boolean =>
  !finish.title && finish.deckle === 0 && finish.bleed === 0;

/** Beyond the trim, and kept clear inside it. Source: handbook §7, bleed. */
export const BLEED_UM = 3_000;
/** Between the image and what is written under it, at the least. */
const UNDER_IMAGE_UM = 4_000;
/** Capitals are about seven tenths of a letter's size, and a letter is about half as wide as high. */
const CAPITAL_SHARE = 0.7,
  LETTER_WIDTH = 0.5;

export type FinishedSheet = {
  /** Before anything is torn or trimmed off. */
  blank: Size;
  sheet: Size;
  /** The image with its bleed. */
  printed: Size;
  /** Where the line of number, title and signature stands, down from the image's lower edge; null without a border. */
  lineAt: Um | null;
  titleWidth: Um;
  findings: Finding[];
};

const say = (
  verdict: Finding['verdict'],
  word: string,
  says: string,
  mm: number,
  name: string,
): Finding => ({ verdict, word, says, because: [{ name, value: mm, unit: 'mm' }] });

/**
 * A sheet with its title line, tear strip and bleed, and what a careful person would say to it.
 *
 * @param signed whether the prints are signed on the front
 * Source: handbook §7, border, bleed, deckle; §10, signing: number left, title middle, signature right.
 * @example finishSheet({ width: 400000, height: 300000 }, { top: 25000, right: 25000, bottom: 25000, left: 25000 }, { title: '', type: 3000, deckle: 12000, bleed: 0 }, 'mm').blank // { width: 474000, height: 374000 }
 */
export function finishSheet(
  image: Size,
  borders: Borders,
  finish: Finish,
  unit: UnitSystem,
  signed = true,
): FinishedSheet {
  const sheet = sheetOf(image, borders);
  const blank = { width: sheet.width + 2 * finish.deckle, height: sheet.height + 2 * finish.deckle };
  const length = (um: Um) => formatLength(um, unit, { inches: 'fraction' });
  const least = Math.min(borders.top, borders.right, borders.bottom, borders.left);
  const lineAt =
    borders.bottom > 0
      ? Math.min(borders.bottom, Math.max(UNDER_IMAGE_UM + finish.type, Math.round(borders.bottom * 0.4)))
      : null;
  const titleWidth = Math.round((finish.title.length * finish.type * LETTER_WIDTH) / CAPITAL_SHARE);
  const findings: Finding[] = [];
  if (finish.title && borders.bottom < UNDER_IMAGE_UM + finish.type * 2)
    findings.push(
      say(
        'fails',
        'no room for the title',
        `${length(borders.bottom)} under the image is too little for a title ${length(finish.type)} high: ${length(UNDER_IMAGE_UM + finish.type * 2)} at least.`,
        borders.bottom / 1_000,
        'border under the image',
      ),
    );
  else if (finish.title && titleWidth > image.width * 0.5)
    findings.push(
      say(
        'care',
        'long title',
        `The title takes ${length(titleWidth)} of ${length(image.width)}: number and signature have little room beside it.`,
        titleWidth / 1_000,
        'title',
      ),
    );
  if (finish.deckle > 0 && least < 15_000)
    findings.push(
      say(
        'care',
        'narrow for a torn edge',
        `A torn edge wants 15–25 mm of white inside it; the narrowest border is ${length(least)}.`,
        least / 1_000,
        'narrowest border',
      ),
    );
  if (finish.deckle > 0 && finish.bleed > 0)
    findings.push(
      say(
        'fails',
        'torn and trimmed',
        'A sheet is torn or trimmed to its edge, not both: take the bleed or the strip away.',
        finish.bleed / 1_000,
        'bleed',
      ),
    );
  if (least === 0 && finish.bleed < BLEED_UM)
    findings.push(
      say(
        'care',
        'no bleed',
        `Trimmed to the image’s edge without a border: print ${length(BLEED_UM)} past it on each side, and keep ${length(BLEED_UM)} inside it clear of anything that matters.`,
        finish.bleed / 1_000,
        'bleed',
      ),
    );
  if (finish.bleed > 0 && least > 0)
    findings.push(
      say(
        'care',
        'bleed under a border',
        'A bleed is for prints trimmed to the image’s edge; this one keeps a white border.',
        finish.bleed / 1_000,
        'bleed',
      ),
    );
  if (signed && least > 0 && least < 5_000)
    findings.push(
      say(
        'care',
        'hairline',
        `A border of ${length(least)} is under the 5–8 mm of a hairline: a trim that is a millimetre off will show.`,
        least / 1_000,
        'narrowest border',
      ),
    );
  return {
    blank,
    sheet,
    printed: { width: image.width + 2 * finish.bleed, height: image.height + 2 * finish.bleed },
    lineAt,
    titleWidth,
    findings,
  };
}
