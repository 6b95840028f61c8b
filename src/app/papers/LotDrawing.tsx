'use client';
import { useId } from 'react';
import type { LotModel } from '@/app/models';
import { rollDiameter } from '@/core/stock/shelf';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

/** Screen units to the millimetre: a roll of 1118 mm still fits a bay. */
const PX_PER_MM = 0.22;
const px = (um: number) => (um / 1_000) * PX_PER_MM;
/** A sheet is thinner than a line can be: each is drawn as one, up to so many, closer where there are more. */
const SHEET_PX = 2.4;
const MOST_SHEETS = 45;
const HIGHEST_STACK_PX = 66;

type Props = {
  lot: LotModel;
  /** Of the paper, µm. */
  thickness: number;
  /** How much of it is promised, in sheets or µm of roll. */
  promised: number;
};

/** One lot as it lies in the drawer. */
export function LotDrawing({ lot, thickness, promised }: Props) {
  const { run, length, size } = useUnits();
  const isRoll = lot.form === 'roll';
  const said = isRoll
    ? `${lot.name}: ${run(lot.onHand)} left of ${run(lot.received)}, ${length(lot.widthUm)} wide`
    : `${lot.name}: ${lot.onHand} of ${lot.received} sheets left, ${size({ width: lot.widthUm, height: lot.heightUm! })}`;
  return (
    <figure style={{ margin: 0 }}>
      {isRoll ? (
        <Roll {...{ lot, thickness, promised }} label={said} />
      ) : (
        <Stack {...{ lot, promised }} label={said} />
      )}
    </figure>
  );
}

function Hatch({ id }: { id: string }) {
  return (
    <pattern id={id} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="5" height="5" fill={t.white} />
      <path d="M0 0V5" stroke={t.ink} strokeWidth="1.4" />
    </pattern>
  );
}

/** A roll from its side, the end of it to the right: as thick as what is left, within the outline of how it came. */
function Roll({ lot, thickness, promised, label }: Props & { label: string }) {
  const id = useId();
  const wide = px(lot.widthUm);
  const [came, left] = [
    px(rollDiameter(lot.received, thickness)),
    px(rollDiameter(lot.onHand, thickness)),
  ];
  // The ring that is promised is too thin to be seen: as much of the width is hatched as of the length is promised.
  const taken = (promised / Math.max(1, lot.onHand)) * wide;
  const end = came / 5;
  const high = Math.max(came, 12) + 2;
  const middle = high - 1 - left / 2;
  return (
    <svg width={wide + 2 * end + 2} height={high} role="img" aria-label={label}>
      <defs>
        <Hatch id={id} />
      </defs>
      <rect
        x="1"
        y={high - 1 - came}
        width={wide}
        height={came}
        fill="none"
        stroke={t.ink3}
        strokeDasharray="2 3"
      />
      <rect x="1" y={middle - left / 2} width={wide} height={left} fill={t.white} stroke={t.ink} />
      {promised > 0 && (
        <rect
          x="1"
          y={middle - left / 2}
          width={taken}
          height={left}
          fill={`url(#${id})`}
          stroke={t.ink}
        />
      )}
      <ellipse cx={wide + 1} cy={middle} rx={left / 5} ry={left / 2} fill={t.second} stroke={t.ink} />
      <ellipse cx={wide + 1} cy={middle} rx={px(76_200) / 10} ry={px(76_200) / 4} fill={t.ink2} />
    </svg>
  );
}

/** A stack from its side, a line a sheet, what is promised on top. */
function Stack({ lot, promised, label }: Omit<Props, 'thickness'> & { label: string }) {
  const id = useId();
  const wide = px(Math.max(lot.widthUm, lot.heightUm ?? 0));
  const drawn = Math.min(lot.onHand, MOST_SHEETS);
  const taken = Math.round((promised / Math.max(1, lot.onHand)) * drawn);
  const step = Math.min(SHEET_PX, HIGHEST_STACK_PX / Math.max(1, drawn));
  const high = drawn * step;
  return (
    <svg width={wide + 2} height={high + 2} role="img" aria-label={label}>
      <defs>
        <Hatch id={id} />
      </defs>
      <rect x="1" y="1" width={wide} height={high} fill={t.white} stroke={t.ink} />
      {taken > 0 && <rect x="1" y="1" width={wide} height={taken * step} fill={`url(#${id})`} />}
      {Array.from({ length: drawn - 1 }, (_, i) => (
        <path key={i} d={`M1 ${1 + (i + 1) * step}H${wide + 1}`} stroke={t.ink3} strokeWidth="0.6" />
      ))}
    </svg>
  );
}
