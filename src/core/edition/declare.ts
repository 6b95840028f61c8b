import { InputError } from '../errors';
import type { Finding } from '../finding';
import type { ImpressionKind } from './impressionStates';
import { numbersInWords, type EditionTerms, type MadeAs, type PlaceInRun } from './terms';

export type EditionKind = 'open' | 'limited';
export type DeclaredProofs = { AP: number; PP: number; HC: number };

/** Proofs beyond this share of the run draw a warning. Source: handbook §10, by custom. */
export const USUAL_PROOF_SHARE = 0.1;

/**
 * The impressions an edition declares: 1…N and its proofs, none for an open one, whose impressions come as they are made.
 *
 * @throws InputError for a run that is not a whole number from 1 to 5 000, or proofs below nothing
 * @example declaredImpressions('limited', 2, { AP: 1, PP: 0, HC: 0 }) // [{ kind: 'run', number: 1 }, { kind: 'run', number: 2 }, { kind: 'AP', number: 1 }]
 */
export function declaredImpressions(
  kind: EditionKind,
  size: number | null,
  proofs: DeclaredProofs,
): { kind: ImpressionKind; number: number }[] {
  if (kind === 'open') return [];
  if (!(Number.isInteger(size) && size! >= 1 && size! <= 5_000))
    throw new InputError('size', size, 'a run of 1 to 5 000 impressions');
  const numbered = (k: ImpressionKind, n: number) =>
    Array.from({ length: n }, (_, i) => ({ kind: k, number: i + 1 }));
  for (const k of ['AP', 'PP', 'HC'] as const) {
    if (!(Number.isInteger(proofs[k]) && proofs[k] >= 0 && proofs[k] <= 500))
      throw new InputError(`proofs.${k}`, proofs[k], 'a whole number from 0 to 500');
  }
  return [
    ...numbered('run', size!),
    ...numbered('AP', proofs.AP),
    ...numbered('PP', proofs.PP),
    ...numbered('HC', proofs.HC),
  ];
}

/** Whether the proofs outside the run stay within the custom of a tenth. */
export function proofShareFinding(size: number, proofs: DeclaredProofs): Finding {
  const count = proofs.AP + proofs.PP + proofs.HC;
  const percent = Math.round((100 * count) / size);
  const because = [
    { name: 'proofs outside the run', value: count },
    { name: 'run', value: size },
  ];
  return count > size * USUAL_PROOF_SHARE
    ? {
        verdict: 'care',
        word: 'many proofs',
        says: `${count} proofs outside a run of ${size} are ${percent} % of it; up to 10 % is usual, and buyers ask about more.`,
        because,
      }
    : {
        verdict: 'holds',
        word: 'usual',
        says: count
          ? `${count} proofs outside the run, ${percent} % of it.`
          : 'No proofs outside the run.',
        because,
      };
}

/** What an edition is, as its one sentence says it. */
export type Covered = {
  kind: EditionKind;
  size: number | null;
  proofs: DeclaredProofs;
  run: 'all sizes' | 'per size';
  remake: 'remake' | 'retire';
  /** Of a later run. */
  name?: string;
  terms?: EditionTerms;
};

/** What an edition covers, in one sentence for its opening statement and its certificates. Source: handbook §10, §17. */
export function coversSentence(e: Covered): string {
  if (e.kind === 'open')
    return 'An open edition: no total is declared, impressions are counted as they are made.';
  const named = e.name ? `, called “${e.name}” to tell it from the run before,` : '';
  const run =
    e.run === 'all sizes'
      ? `One run of ${e.size}${named} for all ${e.terms?.made ? 'of this' : 'sizes and papers'} together`
      : `A run of ${e.size}${named} in this size; other sizes have runs of their own`;
  const outside = proofsInWords(e.proofs);
  const remade =
    e.remake === 'remake'
      ? 'a destroyed impression may be made again under its number, once its destruction is recorded'
      : 'the number of a destroyed impression is retired';
  const parts = [
    `${run}${outside ? `, and ${outside} outside it` : ''}`,
    madeInWords(e.terms?.made),
    placedInWords(e.terms, 'outside it', (list) => `${list} stand outside the run, uncounted`),
    placedInWords(e.terms, 'not made', (list) => `${list} are not made`),
    heldInWords(e.terms),
    remade,
  ];
  return `${parts.filter(Boolean).join('; ')}.`;
}

function proofsInWords({ AP, PP, HC }: DeclaredProofs): string {
  return [AP && `${AP} artist’s proofs`, PP && `${PP} printer’s proofs`, HC && `${HC} not for sale`]
    .filter(Boolean)
    .join(', ');
}

function madeInWords(as: MadeAs | undefined): string {
  if (!as) return '';
  const { sizes, papers, processes } = as;
  const made = [
    sizes.length ? `at ${listed(sizes.map(({ name }) => name))}` : '',
    papers.length ? `on ${listed(papers.map(({ name }) => name))}` : '',
    processes.length ? `by ${listed(processes)}` : '',
  ].filter(Boolean);
  return made.length ? `made ${made.join(', ')}` : '';
}

function placedInWords(
  terms: EditionTerms | undefined,
  place: PlaceInRun,
  say: (list: string) => string,
): string {
  const names = (terms?.placed ?? []).filter((each) => each.place === place).map((each) => each.name);
  return names.length ? say(listed(names)) : '';
}

function heldInWords(terms: EditionTerms | undefined): string {
  const held = terms?.heldBack ?? [];
  if (!held.length) return '';
  return `${held.length === 1 ? 'number' : 'numbers'} ${numbersInWords(held)} ${held.length === 1 ? 'stays' : 'stay'} with the artist`;
}

const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/**
 * A run in a few words, as the certificates of its sisters name it.
 *
 * @example coversShort({ size: 20, name: 'second run', format: '400 × 300 mm' }) // '20 in 400 × 300 mm, “second run”'
 */
export const coversShort = (e: { size: number; name: string; format: string | null }): string =>
  `${e.size} in ${e.format ?? 'all sizes'}${e.name ? `, “${e.name}”` : ''}`;
