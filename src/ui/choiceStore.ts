import type { FinderList, SelectList } from './ChoiceLists';

type Lists = { SelectList: typeof SelectList; FinderList: typeof FinderList };

let here: Lists | null = null;
const waiting = new Set<() => void>();

/** Said by the lists themselves, once they are there. */
export function listsAreHere(lists: Lists): void {
  here = lists;
  for (const tell of waiting) tell();
}

/** The lists that hang from fields, or null until they have been fetched. */
export const listsHere = (): Lists | null => here;

export function whenListsCome(tell: () => void): () => void {
  waiting.add(tell);
  return () => waiting.delete(tell);
}

/** Fetches them, once; where that fails the next hand on a field tries again. */
export const fetchLists = (): void => {
  if (!here) void import('./ChoiceLists').catch(() => {});
};
