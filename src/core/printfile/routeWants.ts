import { FILE_SPACES, type FileSpace } from './spec';

/** The spaces a print file can be asked in; one of them is two files of one picture. */
export const FILE_SPACE_CHOICES = [...FILE_SPACES, 'RGB + CMYK pair'] as const;
export type FileSpaceChoice = FileSpace | 'RGB + CMYK pair';

/**
 * The space a route wants, from its own words for it.
 *
 * @example spaceOfRoute('CMYK, and RGB beside it') // 'RGB + CMYK pair'
 * @example spaceOfRoute('whatever') // 'opRGB'
 */
export function spaceOfRoute(words: string): FileSpaceChoice {
  const isCmyk = /cmyk/i.test(words);
  if (isCmyk && /rgb/i.test(words)) return 'RGB + CMYK pair';
  if (isCmyk) return 'CMYK';
  return /srgb/i.test(words) ? 'sRGB' : 'opRGB';
}

/**
 * The kind of file a route takes: TIFF where it names it, otherwise JPEG.
 *
 * @example fileKindOfRoute('TIFF 8 or 16 bit') // 'TIFF'
 */
export const fileKindOfRoute = (words: string): 'TIFF' | 'JPEG' =>
  /tiff/i.test(words) ? 'TIFF' : 'JPEG';
