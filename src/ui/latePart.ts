import { useSyncExternalStore } from 'react';

/** Script that is fetched when a hand first comes near what needs it. */
export type LatePart<T> = {
  /** The part, or null until it is there. */
  usePart: () => T | null;
  /** Fetches it, once; where that fails the next hand tries again. */
  fetch: () => void;
  /** Puts it there, or away. */
  put: (part: T | null) => void;
};

/** A part of the page that every visit can do without until something is touched. */
export function latePart<T>(load: () => Promise<T>): LatePart<T> {
  let here: T | null = null;
  const waiting = new Set<() => void>();
  const put = (part: T | null) => {
    here = part;
    for (const tell of waiting) tell();
  };
  const subscribe = (tell: () => void) => {
    waiting.add(tell);
    return () => waiting.delete(tell);
  };
  return {
    // What a page is drawn with first has none, on the server and in the browser alike.
    usePart: () =>
      useSyncExternalStore(
        subscribe,
        () => here,
        () => null,
      ),
    fetch: () => {
      if (!here) void load().then(put, () => {});
    },
    put,
  };
}
