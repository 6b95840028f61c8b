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
export function LadderDrawing(props: Props) {
  const { rungs, chosen } = props;
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
      <Sheets {...props} most={most} />
    </ScaleDrawing>
  );
}

const LABEL = { width: 78, height: 30 };

/** Which sizes can carry their label without lying over another's: the chosen one first, then the large ones. */
function labelled(boxes: Box[], first: string): Set<string> {
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

type Box = { key: string; right: number; top: number; wide: number; high: number };

function Sheets(props: Props & { most: Size }) {
  const { rungs, chosen, lit, onLit, onChoose, picture, most } = props;
  const px = useScale();
  const { bare, unit } = useUnits();
  const floor = px(most.height);
  const boxes: Box[] = rungs.map((r) => ({
    key: r.key,
    right: px(r.frame.width),
    top: floor - px(r.frame.height),
    wide: px(r.frame.width),
    high: px(r.frame.height),
  }));
  const boxOf = (rung: Rung) => boxes.find((box) => box.key === rung.key)!;
  const withLabel = labelled(boxes, chosen.key);
  // The large ones lie below, the chosen one on top of all.
  const inOrder = [...rungs].sort(
    (a, b) =>
      Number(a.key === chosen.key) - Number(b.key === chosen.key) ||
      b.frame.width * b.frame.height - a.frame.width * a.frame.height,
  );
  const marks = (rung: Rung) => ({
    rung,
    box: boxOf(rung),
    isChosen: rung.key === chosen.key,
    isLit: rung.key === lit,
  });
  return (
    <>
      <StretchedHatch />
      {inOrder.map((rung) => (
        <g
          key={rung.key}
          onPointerEnter={() => onLit(rung.key)}
          onPointerLeave={() => onLit(null)}
          onClick={() => onChoose(rung.key)}
          style={{ cursor: 'pointer' }}
          data-size={rung.key}
        >
          <SheetOfSize {...marks(rung)} picture={picture} />
        </g>
      ))}
      {rungs
        .filter((rung) => withLabel.has(rung.key) || rung.key === lit)
        .map((rung) => (
          <SizeLabel key={rung.key} {...marks(rung)} />
        ))}
      <Dimension
        x1={0}
        y1={floor + 14}
        x2={px(chosen.frame.width)}
        y2={floor + 14}
        label={`${bare(chosen.frame.width)} ${unit}`}
      />
      <Dimension
        x1={-14}
        y1={floor}
        x2={-14}
        y2={floor - px(chosen.frame.height)}
        label={`${bare(chosen.frame.height)} ${unit}`}
      />
    </>
  );
}

const StretchedHatch = () => (
  <defs>
    <pattern id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <path d="M0 0V7" stroke={t.care} strokeWidth="0.8" opacity="0.45" />
    </pattern>
  </defs>
);

type Marked = { rung: Rung; box: Box; isChosen: boolean; isLit: boolean };

/** One size: whole where it holds, hatched where it is stretched, its corners alone where it is too thin. */
function SheetOfSize({ rung, box, isChosen, isLit, picture }: Marked & { picture: string | null }) {
  const { verdict } = rung.check;
  const isStretched = verdict === 'stretched';
  return (
    <>
      {verdict === 'too thin' ? (
        <path
          d={corners(box.wide, box.high, box.top)}
          fill="none"
          pointerEvents="stroke"
          stroke={isLit ? t.fails : t.ink3}
          strokeWidth={isLit || isChosen ? 2 : 1}
        />
      ) : (
        <rect
          x="0"
          y={box.top}
          width={box.wide}
          height={box.high}
          fill={fillOf({ isChosen, isLit, verdict })}
          fillOpacity={isChosen || isStretched ? 1 : 0.92}
          stroke={edgeOf({ isChosen, isStretched })}
          strokeWidth={isChosen || isLit ? 2 : 1}
          strokeDasharray={isStretched ? '5 3' : undefined}
        />
      )}
      {isChosen && picture && (
        <image
          href={`/api/pictures/${picture}/view`}
          x="1"
          y={box.top + 1}
          width={box.wide - 2}
          height={box.high - 2}
          preserveAspectRatio="xMidYMid slice"
        />
      )}
    </>
  );
}

function edgeOf({ isChosen, isStretched }: { isChosen: boolean; isStretched: boolean }): string {
  if (isChosen) return t.ink;
  return isStretched ? t.care : t.ink3;
}

const LABEL_INK = { holds: t.ink, stretched: t.care, 'too thin': t.ink3 } as const;

/** The size and its resolution, in the sheet's upper right corner. */
function SizeLabel({ rung, box, isChosen, isLit }: Marked) {
  const { bareSize } = useUnits();
  const isAbove = isChosen || isLit;
  const ink = LABEL_INK[rung.check.verdict];
  const right = Math.max(box.right, LABEL.width);
  return (
    <g pointerEvents="none">
      <rect
        x={right - LABEL.width}
        y={box.top + 2}
        width={LABEL.width - 2}
        height={LABEL.height - 1}
        fill={isAbove ? t.white : t.sheet}
        fillOpacity="0.86"
      />
      <text
        x={right - 6}
        y={box.top + 14}
        textAnchor="end"
        fontSize="12"
        fontWeight={isChosen ? 600 : 400}
        fill={ink}
      >
        {bareSize(rung.frame)}
      </text>
      <text x={right - 6} y={box.top + 27} textAnchor="end" fontSize="11" fill={isAbove ? t.ink2 : ink}>
        {shownPpi(rung.check.ppi)} ppi
      </text>
    </g>
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
