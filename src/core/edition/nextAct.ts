import { isSignedBefore, type Signing } from './impressionStates';

/** What an edition wants next, in a sentence, and where that is done. */
export type NextAct = {
  label: string;
  says: string;
  at: 'inspect' | 'sign' | 'print' | 'orders' | null;
};

const few = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/**
 * The one act that moves an edition on: what is promised first, then what waits for hands, then what is running out.
 *
 * @param q.ready ready in the drawer; promised: in orders that are still to be picked; free: what can still be sold of a run
 * @example nextAct({ counts: { printed: 3 }, signing: 'front', ready: 0, promised: 0, free: 9, isClosed: false }).label // 'Look them over'
 */
export function nextAct(q: {
  counts: Readonly<Record<string, number>>;
  signing: Signing;
  ready: number;
  promised: number;
  /** Nothing: an open edition has no end. */
  free: number | null;
  isClosed: boolean;
}): NextAct {
  const of = (state: string): number => q.counts[state] ?? 0;
  const toLook = of('printed') + of('returned');
  const toSign = isSignedBefore(q.signing) ? of('inspected') : 0;
  const short = q.promised - q.ready;
  const sold = short > 0 ? `${few(q.promised, 'print')} sold and ${q.ready} ready: ` : '';
  if (toSign > 0)
    return { label: 'Sign them', says: `${sold}${few(toSign, 'print')} to sign.`, at: 'sign' };
  if (toLook > 0)
    return { label: 'Look them over', says: `${sold}${few(toLook, 'print')} to inspect.`, at: 'inspect' };
  if (short > 0 && !q.isClosed)
    return { label: 'Record prints', says: `${sold}${short} more to print.`, at: 'print' };
  if (q.promised > 0)
    return {
      label: 'Pick the orders',
      says: `${few(q.promised, 'print')} sold and ${q.ready} ready.`,
      at: 'orders',
    };
  if (q.isClosed)
    return { label: '', says: q.ready ? `Closed; ${q.ready} still here.` : 'Closed.', at: null };
  if (q.free === 0) return { label: '', says: 'Every number is sold, promised or kept back.', at: null };
  if (q.ready === 0) return { label: 'Record prints', says: 'None lies ready to be sold.', at: 'print' };
  return { label: '', says: `${q.ready} ready; nothing waits for hands.`, at: null };
}
