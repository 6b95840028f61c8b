import type { Finding } from '../finding';
import type { Size, Um } from '../measure';

/** White left around the image, each side on its own. */
export type Borders = { top: Um; right: Um; bottom: Um; left: Um };

export const NO_BORDER: Borders = { top: 0, right: 0, bottom: 0, left: 0 };
/** Less than this leaves no room for a title, a number and a signature. Source: handbook §7. */
export const SIGNING_BORDER_UM = 25_000;

/** A format's measures as they are kept. */
export type KeptMeasures = {
  imageWidthUm: Um;
  imageHeightUm: Um;
  borderTopUm: Um;
  borderRightUm: Um;
  borderBottomUm: Um;
  borderLeftUm: Um;
};
export const imageOf = (f: Pick<KeptMeasures, 'imageWidthUm' | 'imageHeightUm'>): Size => ({
  width: f.imageWidthUm,
  height: f.imageHeightUm,
});
export const bordersOf = (f: Omit<KeptMeasures, 'imageWidthUm' | 'imageHeightUm'>): Borders => ({
  top: f.borderTopUm,
  right: f.borderRightUm,
  bottom: f.borderBottomUm,
  left: f.borderLeftUm,
});

/** The sheet an image with its borders takes. @example sheetOf({ width: 400000, height: 300000 }, NO_BORDER) // { width: 400000, height: 300000 } */
export function sheetOf(image: Size, borders: Borders): Size {
  return {
    width: image.width + borders.left + borders.right,
    height: image.height + borders.top + borders.bottom,
  };
}

/**
 * Whether there is room to sign the front of a print: 25 mm under the image is the usual least.
 *
 * @example signingRoom({ top: 0, right: 0, bottom: 0, left: 0 }).verdict // 'fails'
 */
export function signingRoom(borders: Borders): Finding {
  const mm = borders.bottom / 1_000;
  const because = [{ name: 'border under the image', value: mm, unit: 'mm' }];
  if (borders.bottom === 0) {
    return {
      verdict: 'fails',
      word: 'nowhere to sign',
      says: 'No border under the image: nowhere to sign the front. Sign the back, or on the certificate only.',
      because,
    };
  }
  return borders.bottom < SIGNING_BORDER_UM
    ? {
        verdict: 'care',
        word: 'tight to sign',
        says: `${mm} mm under the image is tight for title, number and signature; 25 mm or more is usual.`,
        because,
      }
    : {
        verdict: 'holds',
        word: 'room to sign',
        says: `${mm} mm under the image: room to sign.`,
        because,
      };
}
