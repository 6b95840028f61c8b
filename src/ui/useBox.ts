import { useEffect, useRef, useState, type RefObject } from 'react';

export type Box = { width: number; height: number };

/** The room a picture has on the page. */
export function useBox(aspect = 0.62, most = 640): [RefObject<HTMLDivElement | null>, Box] {
  const ref = useRef<HTMLDivElement>(null);
  const [box, setBox] = useState<Box>({ width: 640, height: 400 });
  useEffect(() => {
    const look = () => {
      const w = ref.current?.clientWidth ?? 640;
      setBox({ width: w, height: Math.min(most, Math.max(260, Math.round(w * aspect))) });
    };
    const watch = new ResizeObserver(look);
    if (ref.current) watch.observe(ref.current);
    return () => watch.disconnect();
  }, [aspect, most]);
  return [ref, box];
}
