import { IMPRESSION_KINDS, roman, type ImpressionKind } from '../edition/impressionStates';

/** One print as a person writes it: 13/40, AP IV, no. 7. */
export type AskedImpression = {
  kind: ImpressionKind;
  number: number;
  /** The size of the run, where it was written; a proof and an open edition have none. */
  of: number | null;
};

/** What was typed into the one field that finds. */
export type FindQuery = {
  /** Words to look for, each as the beginning of a word. */
  words: string[];
  impression: AskedImpression | null;
};

/** More words narrow nothing any more. */
const MOST_WORDS = 8;
const MOST_LETTERS = 40;

const RUN = /(?<![\d/])(\d{1,6})\s*\/\s*(\d{1,6})(?![\d/])/u;
const PROOF = /(?<!\p{L})(AP|PP|HC)\s*(\d{1,4}|[IVXLCDM]{1,15})(?![\p{L}\d])/iu;
const OPEN = /(?<!\p{L})no\.?\s*(\d{1,6})(?![\p{L}\d/])/iu;
/** Proofs beyond this have never been declared; their numbers are read by being written. */
const MOST_PROOFS = 400;

/**
 * Reads what was typed to find something by: a print's number wherever it stands, and the words that are left.
 *
 * @example readQuery('13/40 night ferry') // { words: ['night', 'ferry'], impression: { kind: 'run', number: 13, of: 40 } }
 * @example readQuery('AP iv').impression // { kind: 'AP', number: 4, of: null }
 * @example readQuery('no. 7 “Salt’s end”') // { words: ['Salt', 's', 'end'], impression: { kind: 'open', number: 7, of: null } }
 * @example readQuery(' * ') // { words: [], impression: null }
 */
export function readQuery(text: string): FindQuery {
  const found = impressionIn(text);
  const rest = found ? text.replace(found.written, ' ') : text;
  return { words: queryWords(rest), impression: found?.impression ?? null };
}

/**
 * The words of a text, as they are indexed: runs of letters and digits.
 *
 * @example queryWords('Élan, 30×40') // ['Élan', '30', '40']
 */
export const queryWords = (text: string): string[] =>
  (text.normalize('NFC').match(/[\p{L}\p{N}\p{M}]+/gu) ?? [])
    .slice(0, MOST_WORDS)
    .map((word) => word.slice(0, MOST_LETTERS));

function impressionIn(text: string): { impression: AskedImpression; written: string } | null {
  const run = RUN.exec(text);
  if (run)
    return { written: run[0], impression: { kind: 'run', number: Number(run[1]), of: Number(run[2]) } };
  const proof = PROOF.exec(text);
  const number = proof && numberOf(proof[2]!);
  if (proof && number) {
    const kind = IMPRESSION_KINDS.find((each) => each === proof[1]!.toUpperCase())!;
    return { written: proof[0], impression: { kind, number, of: null } };
  }
  const open = OPEN.exec(text);
  return open && { written: open[0], impression: { kind: 'open', number: Number(open[1]), of: null } };
}

/** A proof's number in digits or as it is signed; nothing for letters that are no number. */
function numberOf(written: string): number | null {
  if (/^\d/.test(written)) return Number(written);
  const asked = written.toUpperCase();
  for (let n = 1; n <= MOST_PROOFS; n += 1) if (roman(n) === asked) return n;
  return null;
}
