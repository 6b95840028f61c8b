'use client';
import * as Comlink from 'comlink';
import { useEffect, useRef, useState } from 'react';

/**
 * Keeps a picture up to date with what is asked of a worker: one rendering at a time, and always the newest question next, so that
 * a slider is followed without a queue.
 *
 * @param start makes the worker; taken once
 * @param put asks it; taken once
 */
export function useNewestAnswer<W, Ask, Answer>(
  start: () => Worker,
  put: (api: Comlink.Remote<W>, ask: Ask) => Promise<Answer>,
  ask: Ask | null,
): { shown: Answer | null; error: string | null } {
  const [shown, setShown] = useState<Answer | null>(null);
  const [error, setError] = useState<string | null>(null);
  const held = useRef<{ worker: Worker; api: Comlink.Remote<W> } | null>(null);
  const wanted = useRef<Ask | null>(null);
  const busy = useRef(false);
  const given = useRef({ start, put });
  useEffect(() => {
    const worker = given.current.start();
    held.current = { worker, api: Comlink.wrap<W>(worker) };
    return () => {
      worker.terminate();
      held.current = null;
      busy.current = false;
    };
  }, []);
  useEffect(() => {
    wanted.current = ask;
    const next = async () => {
      if (busy.current) return;
      busy.current = true;
      while (wanted.current && held.current) {
        const question = wanted.current;
        const { api } = held.current;
        wanted.current = null;
        try {
          const answer = await given.current.put(api, question);
          if (held.current?.api === api) {
            setShown(answer);
            setError(null);
          }
        } catch (error) {
          setError(
            `The colour engine failed: ${error instanceof Error ? error.message : 'no reason given'}.`,
          );
        }
      }
      busy.current = false;
    };
    void next();
  }, [ask]);
  return { shown, error };
}
