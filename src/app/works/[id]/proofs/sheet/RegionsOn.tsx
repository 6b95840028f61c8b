'use client';
import { useState } from 'react';
import styled from 'styled-components';
import type { Region } from '@/core/proof/plan';
import { movedWithin } from '@/core/proof/snippetRegion';
import { t } from '@/ui/tokens';
import type { Crop } from './sheetProps';

const Picture = styled.div`
  position: relative;
  overflow: hidden;
  background: #959595;
  user-select: none;
  touch-action: none;
  img {
    display: block;
    width: 100%;
  }
  button {
    position: absolute;
    border: 2px solid #fff;
    outline: 1px solid #000;
    background: none;
    padding: 0;
    cursor: move;
  }
  .cut {
    position: absolute;
    outline: 1px solid #fff;
    box-shadow: 0 0 0 4000px rgb(120 120 120 / 0.72);
    pointer-events: none;
  }
  button span {
    position: absolute;
    left: 0;
    top: 0;
    background: #fff;
    color: #000;
    font: 600 12px/16px ${t.sans};
    padding: 0 5px;
  }
  button:focus-visible {
    outline: 3px solid ${t.ink};
    outline-offset: 2px;
  }
`;

/** The picture, straightened as its cut is, with the regions on it; what the cut leaves out is veiled. */
export function RegionsOn({
  sha256,
  picture,
  crop,
  regions,
  onMove,
}: {
  sha256: string;
  picture: { width: number; height: number };
  crop: Crop;
  regions: Region[];
  onMove: (i: number, to: Partial<Region>) => void;
}) {
  const [held, setHeld] = useState<{
    i: number;
    x: number;
    y: number;
    left: number;
    top: number;
    k: number;
  } | null>(null);
  const share = (v: number, of: number) => `${(100 * v) / of}%`;
  return (
    <Picture
      onPointerMove={(e) => {
        if (held) {
          const r = regions[held.i]!;
          onMove(
            held.i,
            movedWithin(
              crop,
              r,
              held.left + (e.clientX - held.x) * held.k,
              held.top + (e.clientY - held.y) * held.k,
            ),
          );
        }
      }}
      onPointerUp={() => setHeld(null)}
    >
      <img
        src={`/api/pictures/${sha256}/view`}
        alt="The picture, with the regions of the sheet"
        draggable={false}
        style={
          crop.degrees
            ? {
                transform: `rotate(${-crop.degrees}deg)`,
                transformOrigin: `${share(crop.left + crop.width / 2, picture.width)} ${share(crop.top + crop.height / 2, picture.height)}`,
              }
            : undefined
        }
      />
      {(crop.width < picture.width - 1 || crop.height < picture.height - 1 || crop.degrees !== 0) && (
        <div
          className="cut"
          style={{
            left: share(crop.left, picture.width),
            top: share(crop.top, picture.height),
            width: share(crop.width, picture.width),
            height: share(crop.height, picture.height),
          }}
        />
      )}
      {regions.map((r, i) => (
        <button
          key={i}
          type="button"
          aria-label={`Region ${i + 1}, at ${r.left}, ${r.top} px: move by arrow keys`}
          style={{
            left: share(r.left, picture.width),
            top: share(r.top, picture.height),
            width: share(r.width, picture.width),
            height: share(r.height, picture.height),
          }}
          onPointerDown={(e) => {
            const w = e.currentTarget.parentElement!.clientWidth;
            setHeld({ i, x: e.clientX, y: e.clientY, left: r.left, top: r.top, k: picture.width / w });
          }}
          onKeyDown={(e) => {
            const d = (
              { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as Record<
                string,
                [number, number]
              >
            )[e.key];
            if (!d) return;
            e.preventDefault();
            const n = (e.shiftKey ? 0.05 : 0.01) * picture.width;
            onMove(i, movedWithin(crop, r, r.left + d[0] * n, r.top + d[1] * n));
          }}
        >
          <span>{i + 1}</span>
        </button>
      ))}
    </Picture>
  );
}
