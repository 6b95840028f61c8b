'use client';
import { useEffect, useState } from 'react';
import { postJson } from '@/ui/Actions';

/** What a person types changes faster than it is worth asking about. */
const REST_MS = 250;

/**
 * What the studio answers to a question that changes as a person types, asked anew a moment after it changed; null while it is
 * not answered as it stands, or nothing is asked.
 */
export function useAsked<Answer>(url: string, question: object | null): Answer | null {
  const asked = question && JSON.stringify(question);
  const [answer, setAnswer] = useState<{ asked: string; is: Answer } | null>(null);
  useEffect(() => {
    if (asked === null) return undefined;
    let isLeft = false;
    const timer = setTimeout(async () => {
      const done = await postJson<Answer>(url, JSON.parse(asked) as object);
      if (!isLeft && 'done' in done) setAnswer({ asked, is: done.done });
    }, REST_MS);
    return () => {
      isLeft = true;
      clearTimeout(timer);
    };
  }, [url, asked]);
  return answer && answer.asked === asked ? answer.is : null;
}
