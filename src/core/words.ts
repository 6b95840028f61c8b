const MOST_LETTERS = 60;

/**
 * Words as a part of a file's name: small letters and digits, hyphens between, accents and apostrophes left off.
 *
 * @param otherwise for words that leave nothing
 * @example fileWords('Salt Pans, Low Sun') // 'salt-pans-low-sun'
 * @example fileWords('Éva’s Møle') // 'evas-m-le'
 * @example fileWords('夜', 'print') // 'print'
 */
export const fileWords = (text: string, otherwise = 'untitled'): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/['’]/g, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, MOST_LETTERS) || otherwise;
