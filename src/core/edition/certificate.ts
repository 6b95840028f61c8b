/** What a certificate says beside what was printed: the edition as it was declared, and the studio's own words. */
export type CertificateFacts = {
  number: string;
  /** What the edition covers, in one sentence. */
  covers: string;
  /** Other runs of the same work, each in a few words. */
  sisters: string[];
  care: string;
  /** Words of the studio's own, its fields filled in. */
  words: string;
  /** The work's year of print and where the print is signed. */
  yearOfPrint: number;
  signing: string;
};

/** Fields that the studio's own words may hold, and what stands in their place. */
export const WORDING_FIELDS = [
  'title',
  'artist',
  'number',
  'paper',
  'process',
  'year',
  'edition',
] as const;
export type WordingField = (typeof WORDING_FIELDS)[number];

/** What a certificate says when the studio has written nothing of its own. */
export const USUAL_WORDS =
  'This certificate belongs to print {number} of “{title}” by {artist}, {process} on {paper}.';

export const USUAL_CARE =
  'Handle the print by its edges with clean hands. Frame it behind glazing with acid-free board, out of direct sun and damp.';

/**
 * Fills the fields of the studio's own words; a field that nobody knows is named rather than left as it stands.
 *
 * @returns the words, and the fields in them that there are none of
 * @example fillWords('{number} of {title}, {size}', { number: '3/40', title: 'Night Ferry' }).unknown // ['size']
 */
export function fillWords(
  template: string,
  values: Partial<Record<WordingField, string>>,
): { words: string; unknown: string[] } {
  const unknown: string[] = [];
  const words = template.replace(/\{([^{}]*)\}/g, (whole, field: string) => {
    const value = values[field.trim() as WordingField];
    if (value !== undefined) return value;
    unknown.push(field.trim());
    return whole;
  });
  return { words, unknown };
}
