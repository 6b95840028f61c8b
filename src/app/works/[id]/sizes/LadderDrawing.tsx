'use client';
import type { Size } from '@/core/measure';
import { shownPpi, type Rung } from '@/core/resolution';
import { Dimension, ScaleDrawing, useScale } from '@/ui/ScaleDrawing';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

type Props = {
  rungs: Rung[];
  chosen: Rung;
  lit: string | null;
  onLit: (key: string | null) => void;
  onChoose: (key: string) => void;
  picture: string | null;
};

/** Every size as a sheet, laid corner on corner to one scale: what holds is whole, what is stretched is hatched, what is too thin has only its corners. */
export function LadderDrawing({ rungs, chosen, lit, onLit, onChoose, picture }: Props) {
  const { size } = useUnits();
  const most: Size = rungs.reduce(
    (a, r) => ({ width: Math.max(a.width, r.frame.width), height: Math.max(a.height, r.frame.height) }),
    { width: 0, height: 0 },
  );
  return (
    <ScaleDrawing
      width={most.width}
      height={most.height}
      space={{ width: 572, height: 460 }}
      name={`sizes-${chosen.frame.width / 1000}x${chosen.frame.height / 1000}`}
      label={`Sizes laid corner on corner to one scale, ${size(chosen.frame)} chosen`}
    >
      <Sheets
        rungs={rungs}
        chosen={chosen}
        lit={lit}
        onLit={onLit}
        onChoose={onChoose}
        picture={picture}
        most={most}
      />
    </ScaleDrawing>
  );
}

const LABEL = { width: 78, height: 30 };

/** Which sizes can carry their label without lying over another's: the chosen one first, then the large ones. */
function labelled(
  boxes: { key: string; right: number; top: number; wide: number; high: number }[],
  first: string,
): Set<string> {
  const placed: { left: number; right: number; top: number; bottom: number }[] = [];
  const chosen = boxes.find((b) => b.key === first)!;
  const keys = new Set<string>();
  for (const b of [...boxes].sort(
    (a, c) => Number(c.key === first) - Number(a.key === first) || c.wide * c.high - a.wide * a.high,
  )) {
    const box = {
      left: b.right - LABEL.width - 6,
      right: b.right,
      top: b.top,
      bottom: b.top + LABEL.height,
    };
    // The chosen sheet carries the picture: no other label lies on it.
    const onPicture = b.key !== first && box.left < chosen.wide && box.bottom > chosen.top;
    const clear =
      b.wide > LABEL.width + 8 &&
      b.high > LABEL.height &&
      !onPicture &&
      placed.every(
        (p) => p.right <= box.left || p.left >= box.right || p.bottom <= box.top || p.top >= box.bottom,
      );
    if (clear) {
      placed.push(box);
      keys.add(b.key);
    }
  }
  return keys;
}

function Sheets({ rungs, chosen, lit, onLit, onChoose, picture, most }: Props & { most: Size }) {
  const px = useScale();
  const { bareSize, bare, unit } = useUnits();
  const floor = px(most.height);
  const boxes = rungs.map((r) => ({
    key: r.key,
    right: px(r.frame.width),
    top: floor - px(r.frame.height),
    wide: px(r.frame.width),
    high: px(r.frame.height),
  }));
  const withLabel = labelled(boxes, chosen.key);
  const inOrder = [...rungs].sort(
    (a, b) =>
      Number(a.key === chosen.key) - Number(b.key === chosen.key) ||
      b.frame.width * b.frame.height - a.frame.width * a.frame.height,
  );
  const [w, h] = [px(chosen.frame.width), px(chosen.frame.height)];
  return (
    <>
      <defs>
        <pattern
          id="hatch"
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V7" stroke={t.care} strokeWidth="0.8" opacity="0.45" />
        </pattern>
      </defs>
      {inOrder.map((r) => {
        const b = boxes.find((x) => x.key === r.key)!;
        const isChosen = r.key === chosen.key,
          isLit = r.key === lit;
        const { verdict } = r.check;
        return (
          <g
            key={r.key}
            onPointerEnter={() => onLit(r.key)}
            onPointerLeave={() => onLit(null)}
            onClick={() => onChoose(r.key)}
            style={{ cursor: 'pointer' }}
            data-size={r.key}
          >
            {verdict === 'too thin' ? (
              <path
                d={corners(b.wide, b.high, b.top)}
                fill="none"
                pointerEvents="stroke"
                stroke={isLit ? t.fails : t.ink3}
                strokeWidth={isLit || isChosen ? 2 : 1}
              />
            ) : (
              <rect
                x="0"
                y={b.top}
                width={b.wide}
                height={b.high}
                fill={fillOf({ isChosen, isLit, verdict })}
                fillOpacity={isChosen ? 1 : verdict === 'stretched' ? 1 : 0.92}
                stroke={isChosen ? t.ink : verdict === 'stretched' ? t.care : t.ink3}
                strokeWidth={isChosen || isLit ? 2 : 1}
                strokeDasharray={verdict === 'stretched' ? '5 3' : undefined}
              />
            )}
            {isChosen && picture && (
              <image
                href={`/api/pictures/${picture}/view`}
                x="1"
                y={b.top + 1}
                width={b.wide - 2}
                height={b.high - 2}
                preserveAspectRatio="xMidYMid slice"
              />
            )}
          </g>
        );
      })}
      {rungs
        .filter((r) => withLabel.has(r.key) || r.key === lit)
        .map((r) => {
          const b = boxes.find((x) => x.key === r.key)!;
          const isChosen = r.key === chosen.key;
          const ink =
            r.check.verdict === 'stretched' ? t.care : r.check.verdict === 'too thin' ? t.ink3 : t.ink;
          const [tx, ty] = [Math.max(b.right, LABEL.width), b.top];
          return (
            <g key={r.key} pointerEvents="none">
              <rect
                x={tx - LABEL.width}
                y={ty + 2}
                width={LABEL.width - 2}
                height={LABEL.height - 1}
                fill={isChosen || r.key === lit ? t.white : t.sheet}
                fillOpacity="0.86"
              />
              <text
                x={tx - 6}
                y={ty + 14}
                textAnchor="end"
                fontSize="12"
                fontWeight={isChosen ? 600 : 400}
                fill={ink}
              >
                {bareSize(r.frame)}
              </text>
              <text
                x={tx - 6}
                y={ty + 27}
                textAnchor="end"
                fontSize="11"
                fill={isChosen || r.key === lit ? t.ink2 : ink}
              >
                {shownPpi(r.check.ppi)} ppi
              </text>
            </g>
          );
        })}
      <Dimension
        x1={0}
        y1={floor + 14}
        x2={w}
        y2={floor + 14}
        label={`${bare(chosen.frame.width)} ${unit}`}
      />
      <Dimension
        x1={-14}
        y1={floor}
        x2={-14}
        y2={floor - h}
        label={`${bare(chosen.frame.height)} ${unit}`}
      />
    </>
  );
}

function corners(w: number, h: number, top: number): string {
  const c = Math.min(12, w / 4, h / 4);
  return `M0 ${top + c}V${top}H${c}M${w - c} ${top}H${w}V${top + c}M${w} ${top + h - c}V${top + h}H${w - c}M${c} ${top + h}H0V${top + h - c}`;
}

/** The chosen bar is bright, a stretched one hatched, one under the pointer pressed in. */
function fillOf(bar: { isChosen: boolean; isLit: boolean; verdict: string }): string {
  if (bar.isChosen) return t.white;
  if (bar.verdict === 'stretched') return 'url(#hatch)';
  return bar.isLit ? t.pressed : t.second;
}
