import { useEffect, useRef, type RefObject } from 'react';

/**
 * A strip of places that is wider than a hand's screen, moved so that the place one is at stands in its middle.
 *
 * @param where changes with the place
 */
export function useCurrentShown<E extends HTMLElement>(where: string): RefObject<E | null> {
  const ref = useRef<E>(null);
  useEffect(() => {
    const strip = ref.current;
    const here = strip?.querySelector('[aria-current]');
    if (!strip || !here) return;
    const [around, at] = [strip.getBoundingClientRect(), here.getBoundingClientRect()];
    strip.scrollLeft += at.left - around.left - (around.width - at.width) / 2;
  }, [where]);
  return ref;
}
