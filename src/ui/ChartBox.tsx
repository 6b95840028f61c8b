'use client';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { t } from './tokens';
import { useWidth } from './useWidth';

const Drawn = styled.svg`
  display: block;
  max-width: 100%;
  text {
    font-size: 12px;
    fill: ${t.ink2};
  }
`;

/**
 * A chart as wide as there is room: it is drawn anew for the width it has, so that what is written in it stays as large as it is.
 *
 * @param most its width where there is room, in pixels
 * @param children draws it for a width
 */
export function ChartBox({
  most,
  height,
  label,
  children,
}: {
  most: number;
  height: number;
  label: string;
  children: (width: number) => ReactNode;
}) {
  const [ref, width] = useWidth<HTMLDivElement>(most);
  return (
    <div ref={ref} style={{ maxWidth: most }}>
      <Drawn
        viewBox={`0 0 ${width} ${height}`}
        width={width}
        height={height}
        role="img"
        aria-label={label}
      >
        {children(width)}
      </Drawn>
    </div>
  );
}

/** Every how many labels are written, where each wants so much room and they stand so far apart; in pixels. */
export const labelEvery = (room: number, step: number): number => Math.max(1, Math.ceil(room / step));
