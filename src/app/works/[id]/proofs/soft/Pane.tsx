'use client';
import { drawShown } from '@/app/useSoftProof';
import { Loupe, type View } from '@/ui/Loupe';
import type { ProofShown } from '@/workers/softProof';
import { useCallback } from 'react';
import styled from 'styled-components';

const Under = styled.p`
  padding-top: 6px;
  font-size: 12px;
  line-height: 15px;
`;

type PaneProps = {
  box: { width: number; height: number };
  view: View;
  onView: (v: View) => void;
  label: string;
  shown: ProofShown | null;
  what: 'before' | number;
  split: number;
  says: string;
};

export function Pane({ box, view, onView, label, shown, what, split, says }: PaneProps) {
  const draw = useCallback(
    (ctx: CanvasRenderingContext2D) => {
      ctx.clearRect(0, 0, box.width, box.height);
      if (!shown) return;
      const picture = what === 'before' ? shown.before : shown.after[what]?.picture;
      if (!picture) return;
      drawShown(ctx, picture, shown, view, box);
      if (split > 0 && what !== 'before') {
        const x = split * box.width;
        ctx.save();
        ctx.beginPath();
        ctx.rect(0, 0, x, box.height);
        ctx.clip();
        ctx.clearRect(0, 0, x, box.height);
        drawShown(ctx, shown.before, shown, view, box);
        ctx.restore();
        ctx.fillStyle = '#000';
        ctx.fillRect(x - 1, 0, 1, box.height);
        ctx.fillStyle = '#fff';
        ctx.fillRect(x, 0, 1, box.height);
      }
    },
    [box, view, shown, what, split],
  );
  return (
    <div>
      <Loupe box={box} view={view} onView={onView} label={label} draw={draw} clear />
      {<Under>{says}</Under>}
    </div>
  );
}
