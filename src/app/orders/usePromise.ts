'use client';
import { useEffect, useState } from 'react';
import type { KeptPromise } from '@/core/order/promised';
import { postJson } from '@/ui/Actions';

export type CartLine = {
  editionId: string;
  formatId: string;
  productId: string | null;
  quantity: number;
};

/** What a person types changes faster than it is worth asking about. */
const REST_MS = 250;

/** The honest day for a cart, asked anew a moment after it changed; null while nothing can be said. */
export function usePromise(q: {
  lines: readonly CartLine[];
  country: string;
  notBefore: string | null;
}): KeptPromise | null {
  const asked = JSON.stringify(q);
  const [answer, setAnswer] = useState<{ asked: string; promise: KeptPromise } | null>(null);
  const hasLines = q.lines.length > 0;
  useEffect(() => {
    if (!hasLines) return undefined;
    let isLeft = false;
    const timer = setTimeout(async () => {
      const done = await postJson<KeptPromise>('/api/orders/promise', JSON.parse(asked) as object);
      if (!isLeft && 'done' in done) setAnswer({ asked, promise: done.done });
    }, REST_MS);
    return () => {
      isLeft = true;
      clearTimeout(timer);
    };
  }, [asked, hasLines]);
  return answer?.asked === asked ? answer.promise : null;
}
