/**
 * The widest colours that this screen has and this browser draws: pictures are laid into a canvas of them. In words as people
 * read them: `SCREEN_WORDS`.
 */
export function screenSpace(): PredefinedColorSpace {
  if (typeof matchMedia !== 'function' || !matchMedia('(color-gamut: p3)').matches) return 'srgb';
  const ctx = document.createElement('canvas').getContext('2d', { colorSpace: 'display-p3' });
  return ctx?.getContextAttributes().colorSpace === 'display-p3' ? 'display-p3' : 'srgb';
}

export const SCREEN_WORDS: Readonly<Record<PredefinedColorSpace, string>> = {
  srgb: 'sRGB',
  'display-p3': 'Display P3',
};
