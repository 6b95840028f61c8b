'use client';
import { useRef, useState } from 'react';
import { useMove } from 'react-aria';

export type Shift = { x: number; y: number };
const STILL: Shift = { x: 0, y: 0 };

/**
 * What is moved by a hand or the arrows: how far it is moved so far, and one word when it is let go.
 *
 * @param q.perScreenPx how much of the thing drawn one pixel of the screen is
 * @param q.step how far one arrow moves it; with shift by `fine`
 */
export function useHandMove(q: {
  perScreenPx: () => number;
  step: number;
  fine: number;
  onStart?: () => void;
  onEnd: (by: Shift) => void;
}) {
  const [by, setBy] = useState(STILL);
  // An arrow begins, moves and ends before the state is there to be read.
  const moved = useRef(STILL);
  const { moveProps } = useMove({
    onMoveStart: () => {
      moved.current = STILL;
      q.onStart?.();
    },
    onMove: ({ deltaX, deltaY, pointerType, shiftKey }) => {
      const k = pointerType === 'keyboard' ? (shiftKey ? q.fine : q.step) : q.perScreenPx();
      moved.current = { x: moved.current.x + deltaX * k, y: moved.current.y + deltaY * k };
      setBy(moved.current);
    },
    onMoveEnd: () => {
      setBy(STILL);
      if (moved.current.x || moved.current.y) q.onEnd(moved.current);
    },
  });
  return { by, moveProps };
}
