'use client';
import { useState } from 'react';
import { useAction } from '@/app/useAction';
import type { OrderMapping } from '@/core/order/orderList';
import type { MatchedOrder, ReadList } from '@/studio/orders/readList';
import { postJson, type ActionError } from '@/ui/Actions';
import { useKeptValues } from '@/ui/form/useKeptValues';

/** So many orders go in at once; a long list comes in pieces, each whole. */
const PIECE = 500;

export type Found = {
  source: string;
  orders: MatchedOrder[];
  faults: ReadList['faults'];
  heads: string[];
  mapping: OrderMapping | null;
  isKnown: boolean;
};

/** A list of orders on its way in: read, looked over, taken piece by piece. */
export function useBringIn() {
  const action = useAction();
  const [source, setSource] = useState('');
  const [text, setText] = useState('');
  const draft = useKeptValues('importOrders:list', { source, text }, (begun) => {
    setSource(begun.source);
    setText(begun.text);
  });
  const [found, setFound] = useState<Found | null>(null);
  const [error, setError] = useState<ActionError | null>(null);
  const [isReading, setReading] = useState(false);
  const [done, setDone] = useState<{ taken: number; passed: number; of: number } | null>(null);

  const read = async (mapping: OrderMapping | null = null) => {
    setReading(true);
    setDone(null);
    const query = new URLSearchParams({
      source,
      ...(mapping && { mapping: JSON.stringify(mapping.columns) }),
    });
    const answer = await postJson<ReadList>(`/api/orders/read?${query}`, { text });
    setReading(false);
    setError('error' in answer ? answer.error : null);
    if ('error' in answer) return;
    const list = answer.done;
    setFound({ ...list, source: source.trim() || 'a list' });
    if (mapping && source.trim())
      await action.run('saveMapping', {
        source,
        columns: Object.entries(list.mapping.columns).map(([field, heads]) => ({ field, heads })),
      });
  };

  const fetchShop = async () => {
    setReading(true);
    setDone(null);
    const answer = await postJson<Pick<Found, 'source' | 'orders' | 'faults'>>('/api/orders/shop', {});
    setReading(false);
    setError('error' in answer ? answer.error : null);
    if ('done' in answer) setFound({ ...answer.done, heads: [], mapping: null, isKnown: true });
  };

  const take = async () => {
    if (!found) return;
    let [taken, passed] = [0, 0];
    for (let i = 0; i < found.orders.length; i += PIECE) {
      const piece = found.orders.slice(i, i + PIECE);
      const answer = await action.run('importOrders', {
        source: found.source,
        orders: piece.map(orderInput),
      });
      if (!answer) return;
      taken += answer.taken;
      passed += answer.passed;
      setDone({ taken, passed, of: found.orders.length });
    }
    setFound(null);
    setText('');
    draft.end({ source, text: '' });
  };

  return {
    action,
    slip: draft.slip,
    source,
    setSource,
    text,
    setText,
    found,
    error,
    isReading,
    done,
    read,
    fetchShop,
    take,
    leave: () => setFound(null),
  };
}

function orderInput({ reference, day, name, address, country, email, ...o }: MatchedOrder) {
  return {
    ...{ reference, day, name, address, country, email },
    carriageMinor: o.carriageMinor,
    message: o.message,
    giftNote: o.giftNote,
    items: o.items.map(({ editionId, formatId, productId, goodsId, quantity, priceMinor }) => ({
      ...{ editionId, formatId, productId, goodsId, quantity, priceMinor },
    })),
  };
}
