'use client';
import { useCallback, useEffect, useRef, useState } from 'react';

/** What a person types changes faster than it is worth asking about. */
const REST_MS = 180;

/**
 * Choices of a picker that are asked of the studio as a person types: what was there at first, and whatever was found since.
 *
 * @param url answers a list to `?q=`
 * @returns the choices known by now, what to call as something is typed, and how to add some that came another way
 */
export function useAskedChoices<T>(
  url: string,
  first: readonly T[],
  keyOf: (choice: T) => string,
): { choices: readonly T[]; search: (typed: string) => void; add: (more: readonly T[]) => void } {
  const [more, setMore] = useState<ReadonlyMap<string, T>>(new Map());
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const asked = useRef(new Set<string>());
  useEffect(() => () => clearTimeout(timer.current), []);
  const add = useCallback(
    (found: readonly T[]) =>
      setMore((was) => new Map([...was, ...found.map((choice) => [keyOf(choice), choice] as const)])),
    [keyOf],
  );
  const search = useCallback(
    (typed: string) => {
      clearTimeout(timer.current);
      const words = typed.trim();
      if (!words || asked.current.has(words)) return;
      timer.current = setTimeout(() => {
        asked.current.add(words);
        void fetch(`${url}${url.includes('?') ? '&' : '?'}${new URLSearchParams({ q: words })}`)
          .then(async (response) => (response.ok ? ((await response.json()) as T[]) : null))
          // Without an answer those that are known stay; the next letter asks again.
          .catch(() => null)
          .then((found) => {
            if (found) add(found);
            else asked.current.delete(words);
          });
      }, REST_MS);
    },
    [url, add],
  );
  const known = new Map(first.map((choice) => [keyOf(choice), choice] as const));
  return { choices: [...new Map([...known, ...more]).values()], search, add };
}
