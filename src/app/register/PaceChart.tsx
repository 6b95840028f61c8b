'use client';
import { linearScale } from '@/ui/chartScale';
import { line, curveStepAfter } from 'd3-shape';
import type { EditionFigures } from '@/studio/editions/figures';
import { daysBetween } from '@/core/measure/day';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const WIDTH = 190;
const HEIGHT = 44;
const PAD = 3;

/**
 * How a run has gone and how it will at this pace: each sale a step, then a broken line to the day the last one goes. Its height is
 * what can be sold of the run, so that the empty part above the line is what is left.
 */
export function PaceChart({
  figures,
  openedOn,
  today,
}: {
  figures: EditionFigures;
  openedOn: string;
  today: string;
}) {
  const { date } = useUnits();
  const { growth, sold, pace, free } = figures;
  const from = [openedOn, ...growth.slice(0, 1).map(([day]) => day)].sort()[0]!;
  const until = pace.goneOn && daysBetween(today, pace.goneOn) < 3 * 365 ? pace.goneOn : today;
  const days = Math.max(1, daysBetween(from, until));
  const most = Math.max(1, sold + (free ?? 0));
  const x = linearScale([0, days], [PAD, WIDTH - PAD]);
  const y = linearScale([0, most], [HEIGHT - PAD, PAD]);
  const steps = line<[number, number]>()
    .x((p) => x(p[0]))
    .y((p) => y(p[1]))
    .curve(curveStepAfter);
  const now = daysBetween(from, today);
  const points: [number, number][] = [
    [0, 0],
    ...growth.map(([day, count]): [number, number] => [daysBetween(from, day), count]),
    [now, sold],
  ];
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`${pace.says}${pace.goneOn ? ` The last goes about ${date(pace.goneOn)}.` : ''}`}
    >
      <line x1={PAD} x2={WIDTH - PAD} y1={HEIGHT - PAD} y2={HEIGHT - PAD} stroke={t.ink3} />
      {free !== null && (
        <line x1={PAD} x2={WIDTH - PAD} y1={y(most)} y2={y(most)} stroke={t.line} strokeDasharray="1 3" />
      )}
      <path d={steps(points) ?? ''} fill="none" stroke={t.ink} strokeWidth={1.6} />
      {pace.goneOn && until === pace.goneOn && (
        <line x1={x(now)} y1={y(sold)} x2={x(days)} y2={y(most)} stroke={t.ink3} strokeDasharray="4 3" />
      )}
      <line x1={x(now)} x2={x(now)} y1={HEIGHT - PAD - 4} y2={HEIGHT - PAD + 2} stroke={t.ink} />
    </svg>
  );
}
