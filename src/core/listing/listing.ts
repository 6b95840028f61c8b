import type { Sentence } from './sentences';

/** One paragraph of a listing: what it says, and the sentence of the facts that it was written from. */
export type ListedParagraph = {
  key: string;
  says: string;
  /** As the facts had it when it was last settled; nothing for words of one's own. */
  from: string | null;
};

export const PICTURE_KINDS = ['whole', 'detail', 'in its frame', 'on a wall'] as const;
export type PictureKind = (typeof PICTURE_KINDS)[number];

/** What is kept of a listing. The first picture is the featured one. */
export type ListingBody = {
  paragraphs: ListedParagraph[];
  tags: string[];
  pictures: PictureKind[];
  /** Channels it stands in. */
  channelIds: string[];
};

/** A paragraph beside what is so now. */
export type ParagraphState = {
  key: string;
  state: 'so' | 'changed' | 'gone' | 'new' | 'own';
  /** What the listing says; nothing where the fact is new. */
  said: string | null;
  /** What the facts say now; nothing where there is none any more. */
  now: string | null;
  isEdited: boolean;
};

/** A listing as the facts write it. @example freshListing([{ key: 'title', says: 'Pans' }]).paragraphs // [{ key: 'title', says: 'Pans', from: 'Pans' }] */
export const freshListing = (sentences: readonly Sentence[]): ListingBody => ({
  paragraphs: sentences.map(({ key, says }) => ({ key, says, from: says })),
  tags: [],
  pictures: ['whole', 'detail', 'in its frame', 'on a wall'],
  channelIds: [],
});

/**
 * A listing held against the facts of today, sentence by sentence: only the one whose fact has changed is marked, edited or not.
 *
 * @returns the paragraphs in their order, then facts that it does not say yet
 * @example compareListing([{ key: 'price', says: 'It is 4.', from: 'It is 4.' }], [{ key: 'price', says: 'It is 5.' }])[0].state // 'changed'
 */
export function compareListing(
  paragraphs: readonly ListedParagraph[],
  sentences: readonly Sentence[],
): ParagraphState[] {
  const now = new Map(sentences.map(({ key, says }) => [key, says]));
  const said = new Set(paragraphs.map(({ key }) => key));
  return [
    ...paragraphs.map(({ key, says, from }): ParagraphState => {
      const today = now.get(key) ?? null;
      const isEdited = from !== null && says !== from;
      if (from === null) return { key, state: 'own', said: says, now: null, isEdited };
      if (today === null) return { key, state: 'gone', said: says, now: null, isEdited };
      return { key, state: today === from ? 'so' : 'changed', said: says, now: today, isEdited };
    }),
    ...sentences
      .filter(({ key }) => !said.has(key))
      .map(({ key, says }): ParagraphState => ({
        key,
        state: 'new',
        said: null,
        now: says,
        isEdited: false,
      })),
  ];
}

/**
 * Settles one paragraph by the facts of today: a changed one is written anew or stays in one's own words, one whose fact is gone
 * goes, a new one comes where the facts have it.
 *
 * @param how 'facts': as the facts have it; 'words': the words stay, and count as right from now
 */
export function settleParagraph(
  paragraphs: readonly ListedParagraph[],
  sentences: readonly Sentence[],
  key: string,
  how: 'facts' | 'words',
): ListedParagraph[] {
  const now = sentences.find((s) => s.key === key);
  const known = paragraphs.find((p) => p.key === key);
  if (!now)
    return how === 'facts'
      ? paragraphs.filter((p) => p.key !== key)
      : paragraphs.map((p) => (p.key === key ? { ...p, from: null } : p));
  if (known)
    return paragraphs.map((p) =>
      p.key === key ? { key, says: how === 'facts' ? now.says : p.says, from: now.says } : p,
    );
  // After the last paragraph that the facts have before it.
  const before = sentences.slice(0, sentences.indexOf(now)).map((s) => s.key);
  const after = paragraphs.findLastIndex((p) => before.includes(p.key));
  return [
    ...paragraphs.slice(0, after + 1),
    { key, says: now.says, from: now.says },
    ...paragraphs.slice(after + 1),
  ];
}

/**
 * What differs between two sentences, in whole words: what they share before and after, and what stands between in the second.
 *
 * @example changedWords('It is 48.00, on cotton.', 'It is 52.00, on cotton.') // { before: 'It is ', changed: '52.00,', after: ' on cotton.' }
 */
export function changedWords(
  said: string,
  now: string,
): { before: string; changed: string; after: string } {
  const [then, today] = [said.split(/(?<=\s)|(?=\s)/), now.split(/(?<=\s)|(?=\s)/)];
  const most = Math.min(then.length, today.length);
  let head = 0;
  while (head < most && then[head] === today[head]) head += 1;
  let tail = 0;
  while (tail < most - head && then.at(-1 - tail) === today.at(-1 - tail)) tail += 1;
  const end = today.length - tail;
  return {
    before: today.slice(0, head).join(''),
    changed: today.slice(head, end).join(''),
    after: today.slice(end).join(''),
  };
}

/** The whole text, a paragraph to a blank line. @example listingTextOf([{ key: 'a', says: 'A.', from: null }, { key: 'b', says: 'B.', from: null }]) // 'A.\n\nB.' */
export const listingTextOf = (paragraphs: readonly ListedParagraph[]): string =>
  paragraphs
    .map(({ says }) => says.trim())
    .filter(Boolean)
    .join('\n\n');
