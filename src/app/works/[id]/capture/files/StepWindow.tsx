'use client';
import { useEffect, useRef } from 'react';
import { mergeProps, useFocusRing, useMove } from 'react-aria';
import styled from 'styled-components';
import { t } from '@/ui/tokens';

const Frame = styled.div`
  position: relative;
  background: #cfcfcf;
  cursor: grab;
  touch-action: none;
  overflow: hidden;
  outline-offset: -2px;
  &:active {
    cursor: grabbing;
  }
  &[data-focused] {
    outline: 2px solid ${t.ink};
  }
  canvas {
    display: block;
    width: 100%;
    height: 100%;
  }
  span {
    position: absolute;
    left: 0;
    bottom: 0;
    background: ${t.white};
    padding: 4px 8px;
    font-size: 12px;
  }
`;

/** How far an arrow moves what is shown. */
const ARROW_PX = 24;

/** A place of the picture at one to one, moved by hand or with the arrows. */
export function StepWindow({
  picture,
  box,
  label,
  says,
  onMove,
}: {
  picture: ImageBitmap | null;
  box: { width: number; height: number };
  label: string;
  says: string;
  onMove: (dx: number, dy: number) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => draw(canvas.current, picture), [picture]);
  const { moveProps } = useMove({
    onMove: ({ deltaX, deltaY, pointerType }) => {
      // An arrow goes the way that it points, a hand takes the picture along.
      const k = pointerType === 'keyboard' ? -ARROW_PX : 1;
      onMove(deltaX * k, deltaY * k);
    },
  });
  const { focusProps, isFocusVisible } = useFocusRing();
  return (
    <Frame
      {...mergeProps(moveProps, focusProps)}
      tabIndex={0}
      role="group"
      aria-label={label}
      data-focused={isFocusVisible || undefined}
      data-ready={picture ? '' : undefined}
      style={box}
    >
      <canvas ref={canvas} aria-hidden="true" />
      <span>{says}</span>
    </Frame>
  );
}

/** Lays a picture on a canvas of its size. */
export function draw(canvas: HTMLCanvasElement | null, picture: ImageBitmap | null): void {
  if (!canvas || !picture) return;
  canvas.width = picture.width;
  canvas.height = picture.height;
  canvas.getContext('2d')!.drawImage(picture, 0, 0);
}
