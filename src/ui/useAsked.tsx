'use client';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { queries } from './lateParts';
import type { Heard } from './queries';

/** What asks is fetched with the first question; where it did not come it is fetched again after this. */
const FETCH_AGAIN_MS = 1_500;

/**
 * Asks the studio for something, once or again and again until it is over.
 *
 * @param url nothing: nothing is asked
 * @param options.every how often, in milliseconds; nothing: once
 * @param options.isOver whether an answer is the last; one that says no always is
 * @param options.version asked anew when this changes
 * @returns the newest answer, null where the studio said no, undefined while none has come; and whether the studio is silent
 */
export function useAsked<T>(
  url: string | null,
  options: { every?: number; isOver?: (answer: T) => boolean; version?: string } = {},
): Heard<T> & { again: () => void } {
  const { every, version = '' } = options;
  const part = queries.usePart();
  const asked = url === null ? null : `${url} ${version}`;
  const [heard, setHeard] = useState<{ of: string; now: Heard<T> } | null>(null);
  const following = useRef<{ again: () => void } | null>(null);
  const isOver = useEffectEvent((answer: T) => options.isOver?.(answer) ?? false);
  useEffect(() => {
    if (url === null || part) return;
    queries.fetch();
    const timer = setInterval(queries.fetch, FETCH_AGAIN_MS);
    return () => clearInterval(timer);
  }, [url, part]);
  useEffect(() => {
    if (url === null || !part) return;
    const of = `${url} ${version}`;
    const question = { url, version, every, isOver: (answer: T) => isOver(answer) };
    const { again, stop } = part.follow<T>(question, (now) => setHeard({ of, now }));
    following.current = { again };
    return () => {
      following.current = null;
      stop();
    };
  }, [part, url, version, every]);
  const again = () => following.current?.again();
  if (asked === null) return { answer: undefined, isSilent: false, isAsking: false, again };
  // What was heard of something else is no answer to this.
  if (heard?.of !== asked) return { answer: undefined, isSilent: false, isAsking: true, again };
  return { ...heard.now, again };
}
