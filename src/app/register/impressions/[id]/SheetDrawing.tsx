import styled from 'styled-components';
import type { Size } from '@/core/measure';
import { t } from '@/ui/tokens';

const SIDE = 240;
const Drawing = styled.svg`
  flex: none;
  text {
    font: italic 12px ${t.serif};
    fill: ${t.ink};
  }
`;

/** A sheet with its picture where it lies on it, to scale, its number under it. */
export function SheetDrawing({
  image,
  sheet,
  picture,
  label,
  side = SIDE,
}: {
  image: Size;
  sheet: Size;
  picture: string | null;
  label: string;
  side?: number;
}) {
  const scale = side / Math.max(sheet.width, sheet.height, 1);
  const [w, h] = [sheet.width * scale, sheet.height * scale];
  const [iw, ih] = [image.width * scale, image.height * scale];
  // Only the whole of the borders is frozen: the picture stands in their middle, a little above it where there is room to sign.
  const [x, y] = [(w - iw) / 2, (h - ih) * 0.45];
  return (
    <Drawing
      width={w + 2}
      height={h + 2}
      viewBox={`-1 -1 ${w + 2} ${h + 2}`}
      role="img"
      aria-label={`The sheet of ${label}`}
    >
      <rect width={w} height={h} fill={t.white} stroke={t.ink3} />
      {picture ? (
        <image
          href={`/api/pictures/${picture}/thumb`}
          x={x}
          y={y}
          width={iw}
          height={ih}
          preserveAspectRatio="xMidYMid slice"
        />
      ) : (
        <rect x={x} y={y} width={iw} height={ih} fill={t.line} />
      )}
      {h - y - ih > 14 && (
        <text x={x} y={y + ih + 12}>
          {label}
        </text>
      )}
    </Drawing>
  );
}
