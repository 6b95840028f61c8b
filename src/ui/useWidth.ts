import { useEffect, useRef, useState, type RefObject } from 'react';

/**
 * How wide something can be drawn where it stands.
 *
 * @param most its width where there is room, and before the room is known; in pixels
 */
export function useWidth<E extends Element>(most: number): [RefObject<E | null>, number] {
  const ref = useRef<E>(null);
  const [width, setWidth] = useState(most);
  useEffect(() => {
    const box = ref.current;
    if (!box) return;
    const watch = new ResizeObserver(() => {
      // A thing that is not shown has no width: it keeps the one it had.
      if (box.clientWidth > 0) setWidth(Math.min(most, box.clientWidth));
    });
    watch.observe(box);
    return () => watch.disconnect();
  }, [most]);
  return [ref, width];
}
