'use client';
import { useBox } from '@/ui/useBox';
import { ScaleDrawing, Dimension, useScale } from '@/ui/ScaleDrawing';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

type Props = {
  title: string;
  width: number;
  height: number;
  picture: string | null;
};

/** A thing everybody has held, to see the size by: a sheet of A4, and a hand's breadth for what is smaller than it. */
const BESIDE = [
  { name: 'a sheet of A4', width: 210_000, height: 297_000, from: 120_000 },
  { name: 'a postcard', width: 148_000, height: 105_000, from: 0 },
];
const GAP_UM = 40_000;

/** The original to scale, with its measures, beside a thing whose size everybody knows. */
export function ObjectDrawing({ title, width, height, picture }: Props) {
  const [ref, box] = useBox(0.7, 420);
  const { size } = useUnits();
  const known = BESIDE.find(({ from }) => Math.max(width, height) >= from)!;
  const whole = {
    width: width + GAP_UM + known.width,
    height: Math.max(height, known.height),
  };
  return (
    <div ref={ref}>
      <ScaleDrawing
        {...whole}
        space={box}
        label={`${title}, ${size({ width, height })}, beside ${known.name}`}
        name={`original-${title}`}
      >
        <Inside {...{ width, height, picture, known }} floor={whole.height} />
      </ScaleDrawing>
    </div>
  );
}

function Inside({
  width,
  height,
  picture,
  known,
  floor,
}: Omit<Props, 'title'> & { known: (typeof BESIDE)[number]; floor: number }) {
  const px = useScale();
  const { length } = useUnits();
  const top = px(floor - height);
  const beside = px(width + GAP_UM);
  return (
    <>
      <rect x="0" y={top} width={px(width)} height={px(height)} fill="#cfcfcf" stroke={t.ink} />
      {picture && (
        <image
          href={`/api/pictures/${picture}/view`}
          x="0"
          y={top}
          width={px(width)}
          height={px(height)}
          preserveAspectRatio="xMidYMid slice"
        />
      )}
      <rect
        x={beside}
        y={px(floor - known.height)}
        width={px(known.width)}
        height={px(known.height)}
        fill={t.white}
        stroke={t.ink3}
        strokeDasharray="4 3"
      />
      <text x={beside + px(known.width) / 2} y={px(floor) + 16} textAnchor="middle" fontSize="11">
        {known.name}
      </text>
      <Dimension x1={0} y1={px(floor) + 20} x2={px(width)} y2={px(floor) + 20} label={length(width)} />
      <Dimension x1={-16} y1={top} x2={-16} y2={px(floor)} label={length(height)} />
    </>
  );
}
