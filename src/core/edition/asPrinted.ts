import type { Size } from '../measure';
import type { Formula } from '../proof/proofStates';

/** A file by its name and the hash of its bytes. */
export type FileFact = { name: string; sha256: string };

/**
 * What one impression is, as it was when it was printed. Kept with it for good: the certificate, the register's export and the
 * impression's page speak from this, whatever becomes of the work, the size, the paper or the master. Source: handbook §10.
 */
export type AsPrinted = {
  work: { title: string; year: number | null; medium: string; artist: string };
  /** The size as the studio calls it; image and sheet in µm. */
  format: string;
  image: Size;
  sheet: Size;
  paper: { name: string; base: string; surface: string; gsm: number };
  lot: string | null;
  route: string | null;
  process: string | null;
  machine: string | null;
  master: FileFact | null;
  /** The file that went to the printer. */
  file: FileFact | null;
  profile: string | null;
  intent: string | null;
  formula: Formula | null;
  proof: { id: string; round: number } | null;
  printedAt: string;
  who: string;
  /** Put together afterwards from what was still known, for a print older than this record. */
  reconstructed: boolean;
};

/**
 * What stands in place of a fact nobody recorded: said, never guessed.
 *
 * @example orNotRecorded(null, 'process') // 'process not recorded'
 */
export const orNotRecorded = (fact: string | null, what: string): string =>
  fact ?? `${what} not recorded`;

/**
 * The sentence that a certificate says what it is by: a print after the original, and which process made it.
 *
 * @example whatItIs({ work: { medium: 'gouache on board', year: 2025 }, process: 'pigment inkjet' }) // 'A print after the original, gouache on board, 2025. Made as a pigment inkjet print.'
 * @example whatItIs({ work: { medium: '', year: null }, process: null }) // 'A print after the original. The process it was made by is not recorded.'
 */
export function whatItIs(facts: {
  work: Pick<AsPrinted['work'], 'medium' | 'year'>;
  process: string | null;
}): string {
  const after = ['A print after the original', facts.work.medium, facts.work.year].filter(Boolean);
  const made = facts.process
    ? `Made as ${article(facts.process)} ${facts.process} print.`
    : 'The process it was made by is not recorded.';
  return `${after.join(', ')}. ${made}`;
}

const article = (word: string): string => (/^[aeiou]/i.test(word) ? 'an' : 'a');
