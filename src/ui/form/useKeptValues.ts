import { useCallback, useEffect, useRef, useState } from 'react';
import { useDrafts, WAIT_MS } from './useDrafts';
import { useLeaveAsk } from './useLeaveAsk';

/**
 * The same care for a page that holds what is typed itself: it is kept in the browser until it is recorded, offered when the page
 * comes up again, and leaving asks while something is written.
 *
 * @param key names the page and the thing it is about
 * @param values all that is typed, as JSON can say it
 * @param put puts a draft in their place
 */
export function useKeptValues<V extends object>(key: string, values: V, put: (values: V) => void) {
  const { draft, keep, end, forget, take } = useDrafts(key);
  const now = JSON.stringify(values);
  const [recorded, setRecorded] = useState(now);
  const isWritten = now !== recorded;
  useLeaveAsk(isWritten);
  const unkept = useRef<string | null>(null);
  useEffect(() => {
    if (!isWritten) return;
    unkept.current = now;
    const write = () => {
      if (unkept.current !== null) keep(JSON.parse(unkept.current) as V);
      unkept.current = null;
    };
    const timer = setTimeout(write, WAIT_MS);
    return () => clearTimeout(timer);
  }, [now, isWritten, keep]);
  useEffect(
    () => () => {
      // Left within the wait, it is written down all the same.
      if (unkept.current !== null) keep(JSON.parse(unkept.current) as object);
    },
    [keep],
  );
  /** What is written was recorded, or let go; `next` is what stands there after it, where that is something else. */
  const finish = useCallback(
    (next?: V) => {
      unkept.current = null;
      setRecorded(next ? JSON.stringify(next) : now);
      end();
    },
    [now, end],
  );
  const restore = useCallback(() => {
    const begun = take();
    if (begun) put({ ...values, ...begun } as V);
  }, [take, put, values]);
  return { slip: { draft, restore, forget }, isWritten, end: finish };
}

/**
 * A sheet that holds what is typed itself: kept as a page's is, and let go when the sheet is put away, be it that its act was done or
 * that it was left on purpose.
 */
export function useKeptSheet<V extends object>(
  key: string,
  values: V,
  put: (values: V) => void,
  onClose: () => void,
) {
  const { slip, isWritten, end } = useKeptValues(key, values, put);
  const close = () => {
    end();
    onClose();
  };
  return { slip, isWritten, close };
}
