'use client';
import type { KeptPromise } from '@/core/order/promised';
import { useAsked } from './useAsked';

export type CartLine = {
  editionId: string;
  formatId: string;
  productId: string | null;
  quantity: number;
  /** The set it is a part of. */
  setId?: string;
};

/** The honest day for a cart, asked anew a moment after it changed; null while nothing can be said. */
export const usePromise = (q: {
  lines: readonly CartLine[];
  country: string;
  notBefore: string | null;
}): KeptPromise | null => useAsked('/api/orders/promise', q.lines.length > 0 ? q : null);
