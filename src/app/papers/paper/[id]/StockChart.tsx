'use client';
import { addDays, daysBetween, monthMarks, monthName } from '@/core/measure/day';
import { ChartBox } from '@/ui/ChartBox';
import { linearScale } from '@/ui/chartScale';
import { curveStepAfter, line } from 'd3-shape';
import type { HeldModel } from './paperProps';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const MOST = 760,
  H = 210,
  ROOM = { left: 58, right: 12, top: 14, bottom: 28 };
/** A day that is further away is not drawn; the chart then ends so far ahead. */
const FAR_DAYS = 400;
const AHEAD_DAYS = 120;
/** What the name of a month takes of the width. */
const MARK_PX = 100;
const at = (day: string) => Date.parse(`${day}T00:00:00Z`);

/** What was on hand day by day, and where the present rate takes it: reorder point, and the day it is empty. */
export function StockChart({ held, today, name }: { held: HeldModel; today: string; name: string }) {
  const { date, run } = useUnits();
  const f = held.forecast;
  const shown = (v: number) => (held.form === 'roll' ? run(Math.round(v)) : `${Math.round(v)} sheets`);
  return (
    <ChartBox
      most={MOST}
      height={H}
      label={`${name}: ${shown(held.onHand)} on hand${f.reorderOn ? `, to be ordered by ${date(f.reorderOn)}` : ''}`}
    >
      {(width) => <Course held={held} today={today} shown={shown} width={width} />}
    </ChartBox>
  );
}

function Course({
  held,
  today,
  shown,
  width,
}: {
  held: HeldModel;
  today: string;
  shown: (onHand: number) => string;
  width: number;
}) {
  const f = held.forecast;
  const from = held.history[0]?.day ?? today;
  const end =
    f.emptyOn && daysBetween(today, f.emptyOn) < FAR_DAYS ? f.emptyOn : addDays(today, AHEAD_DAYS);
  const most = Math.max(1, ...held.history.map((h) => h.onHand), f.reorderPoint);
  const x = linearScale([at(from), at(end)], [ROOM.left, width - ROOM.right]),
    y = linearScale([0, most], [H - ROOM.bottom, ROOM.top], 4);
  const past = [...held.history, { day: today, onHand: held.onHand }];
  const path =
    line<{ day: string; onHand: number }>()
      .x((d) => x(at(d.day)))
      .y((d) => y(d.onHand))
      .curve(curveStepAfter)(past) ?? '';
  const free = held.onHand - f.promised;
  return (
    <>
      {y.ticks(4).map((v) => (
        <g key={v}>
          <path d={`M${ROOM.left} ${y(v)}H${width - ROOM.right}`} stroke={t.hair} />
          <text x={ROOM.left - 6} y={y(v) + 4} textAnchor="end" fill={t.ink2}>
            {held.form === 'roll' ? `${Math.round(v / 1e6)} m` : v}
          </text>
        </g>
      ))}
      {monthMarks(from, end, Math.ceil(width / MARK_PX)).map((day) => (
        <text key={day} x={x(at(day))} y={H - 10} textAnchor="middle" fill={t.ink2}>
          {monthName(day)}
        </text>
      ))}
      <path d={`M${x(at(today))} ${ROOM.top}V${H - ROOM.bottom}`} stroke={t.ink3} strokeDasharray="2 3" />
      <text x={x(at(today)) + 4} y={ROOM.top + 8} fill={t.ink2}>
        today
      </text>
      {f.reorderPoint > 0 && (
        <>
          <path
            d={`M${ROOM.left} ${y(f.reorderPoint)}H${width - ROOM.right}`}
            stroke={t.care}
            strokeDasharray="5 3"
          />
          <text x={ROOM.left + 4} y={y(f.reorderPoint) - 4} fill={t.care}>
            order at {shown(f.reorderPoint)}
          </text>
        </>
      )}
      <path d={path} fill="none" stroke={t.ink} strokeWidth="1.6" />
      {f.perDay > 0 && f.emptyOn && (
        <path
          d={`M${x(at(today))} ${y(Math.max(0, free))}L${x(Math.min(at(end), at(f.emptyOn)))} ${y(at(end) < at(f.emptyOn) ? Math.max(0, free - f.perDay * daysBetween(today, end)) : 0)}`}
          stroke={t.ink}
          strokeDasharray="6 3"
          fill="none"
        />
      )}
      {f.reorderOn && at(f.reorderOn) <= at(end) && (
        <rect
          x={x(at(f.reorderOn)) - 4}
          y={y(f.reorderPoint) - 4}
          width="8"
          height="8"
          fill={t.white}
          stroke={t.care}
          strokeWidth="1.5"
        />
      )}
    </>
  );
}
