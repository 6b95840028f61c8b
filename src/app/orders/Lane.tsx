'use client';
import Link from 'next/link';
import { useRef, type CSSProperties } from 'react';
import { useDrag, useDrop } from 'react-aria';
import styled from 'styled-components';
import { laneWords, type LaneColumn, type LaneOrder } from '@/core/order/lane';
import type { Day } from '@/core/measure/day';
import { Small } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { Mark } from '@/ui/Verdict';

/** Screen units to the micrometre: half a metre of parcel is 64. */
const PX_PER_UM = 64 / 500_000;
const LEAST_PX = 10;
const px = (um: number) => Math.max(LEAST_PX, um * PX_PER_UM);
const TYPE = 'application/x-order';

const Days = styled.div`
  display: grid;
  grid-template-columns: var(--tracks);
  border-bottom: 1px solid ${t.ink};
  min-height: 250px;
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
    min-height: 0;
    border-bottom: 0;
  }
`;
const Day_ = styled.section<{ $kind: LaneColumn['kind']; $over: boolean }>`
  display: grid;
  grid-template-rows: auto 1fr;
  border-left: 1px solid ${t.line};
  min-width: 84px;
  background: ${(p) => (p.$over ? t.pressed : 'none')};
  box-shadow: ${(p) => (p.$kind === 'today' ? `inset 0 -3px 0 ${t.ink}` : 'none')};
  h2 {
    font-size: 13px;
    font-weight: ${(p) => (p.$kind === 'today' ? 700 : 500)};
    color: ${(p) => (p.$kind === 'late' ? t.fails : t.ink)};
    padding: 2px 8px 10px;
    white-space: nowrap;
  }
  ${narrow} {
    border-left: 0;
    border-bottom: 1px solid ${t.line};
    padding-bottom: 8px;
    &[data-empty] {
      display: none;
    }
  }
`;
const Standing = styled.ol`
  display: flex;
  flex-wrap: wrap-reverse;
  align-items: flex-end;
  align-content: flex-start;
  gap: 14px 12px;
  padding: 0 8px;
  ${narrow} {
    flex-wrap: wrap;
    padding-bottom: 4px;
  }
`;
const Standing_ = styled(Link)<{ $on: boolean }>`
  display: grid;
  gap: 1px;
  justify-items: start;
  color: ${t.ink};
  text-decoration: none;
  outline-offset: 3px;
  strong {
    display: flex;
    gap: 5px;
    align-items: center;
    font-size: 13px;
    line-height: 16px;
    border-bottom: 2px solid ${(p) => (p.$on ? t.ink : 'transparent')};
  }
  small {
    font-size: 12px;
    line-height: 14px;
    white-space: nowrap;
    padding-bottom: 3px;
  }
`;
const Parcel = styled.span<{ $dashed: boolean; $sealed: boolean }>`
  display: grid;
  place-items: center;
  border: 1.5px ${(p) => (p.$dashed ? 'dashed' : 'solid')} ${t.ink};
  background: ${(p) => (p.$sealed ? t.wall : t.white)};
  position: relative;
  overflow: hidden;
  img {
    max-width: 66%;
    max-height: 66%;
    opacity: ${(p) => (p.$dashed ? 0.55 : 1)};
  }
  i {
    position: absolute;
    inset: 3px;
    border: 1px solid ${t.ink3};
  }
`;
const COLOURS = { holds: t.holds, care: t.care, fails: t.fails, none: t.ink2 } as const;

export type LaneProps = {
  columns: LaneColumn[];
  today: Day;
  selectedId: string | null;
  onPlan: (order: LaneOrder, day: Day) => void;
};

/** The lane of days: each open order a parcel drawn to scale on the day it must leave. */
export function Lane({ columns, today, selectedId, onPlan }: LaneProps) {
  const orders = new Map(columns.flatMap((c) => c.orders).map((o) => [o.id, o]));
  return (
    <div>
      <Days style={{ '--tracks': tracksOf(columns) } as CSSProperties} className="lane">
        {columns.map((column) => (
          <LaneDay
            key={column.key}
            column={column}
            today={today}
            selectedId={selectedId}
            onDrop={(id) => {
              const order = orders.get(id);
              if (order && column.day) onPlan(order, column.day);
            }}
          />
        ))}
      </Days>
    </div>
  );
}

/** Tracks of the days: none narrower than its longest parcel. */
const tracksOf = (columns: readonly LaneColumn[]): string =>
  columns
    .map((c) => {
      const longest = Math.max(0, ...c.orders.map((o) => px(o.outer.length)));
      return `minmax(${Math.ceil(Math.max(84, longest + 20))}px, ${shareOf(c)}fr)`;
    })
    .join(' ');

/** A day with much on it is wider, so that its parcels need not stand on each other. */
const shareOf = ({ orders }: LaneColumn): number =>
  Math.max(
    30,
    Math.min(
      560,
      orders.reduce((sum, o) => sum + Math.max(px(o.outer.length), 70) + 14, 0),
    ),
  );

function LaneDay({
  column,
  today,
  selectedId,
  onDrop,
}: {
  column: LaneColumn;
  today: Day;
  selectedId: string | null;
  onDrop: (orderId: string) => void;
}) {
  const { shortDay } = useLaneDays();
  const ref = useRef<HTMLElement>(null);
  const { dropProps, isDropTarget } = useDrop({
    ref,
    isDisabled: column.day === null,
    async onDrop(event) {
      for (const item of event.items)
        if (item.kind === 'text' && item.types.has(TYPE)) onDrop(await item.getText(TYPE));
    },
  });
  const name = column.kind === 'late' || column.kind === 'later' ? column.kind : shortDay(column.day!);
  return (
    <Day_
      ref={ref}
      {...dropProps}
      $kind={column.kind}
      $over={isDropTarget}
      data-empty={column.orders.length === 0 || undefined}
      aria-label={`${name}, ${column.orders.length + column.more} to leave`}
    >
      <h2>{name}</h2>
      {column.more > 0 && <Small>{column.more} more, in the list below</Small>}
      <Standing>
        {column.orders.map((order) => (
          <li key={order.id}>
            <ParcelOnLane order={order} today={today} isOn={order.id === selectedId} />
          </li>
        ))}
      </Standing>
    </Day_>
  );
}

function ParcelOnLane({ order, today, isOn }: { order: LaneOrder; today: Day; isOn: boolean }) {
  const { length } = useUnits();
  const ref = useRef<HTMLAnchorElement>(null);
  const { dragProps, isDragging } = useDrag({
    getItems: () => [{ [TYPE]: order.id, 'text/plain': String(order.number) }],
  });
  const { says, mark } = laneWords(order, today);
  const isRolled = order.form === 'rolled';
  const [w, h] = [px(order.outer.length), px(isRolled ? order.outer.height : order.outer.width)];
  const isMade = order.state === 'packed' || order.state === 'sealed';
  const moved = order.plannedOn && order.plannedOn !== order.shipBy ? `, promised ${order.shipBy}` : '';
  return (
    <Standing_
      ref={ref}
      href={`/orders?at=${order.id}`}
      prefetch={false}
      scroll={false}
      $on={isOn}
      aria-current={isOn ? 'true' : undefined}
      aria-label={`Order ${order.number}, ${order.buyer}: ${says}${moved}. ${order.form}, ${length(order.outer.length)} long`}
      {...dragProps}
      style={{ opacity: isDragging ? 0.5 : 1 }}
    >
      <strong>
        {order.number}
        {mark !== 'none' && <Mark kind={mark} size={10} />}
      </strong>
      <small style={{ color: COLOURS[mark] }}>
        {says}
        {moved && <span style={{ color: t.ink3 }}>{moved}</span>}
      </small>
      <Parcel
        $dashed={order.state === 'new' && order.ready < order.pieces}
        $sealed={isMade}
        style={{ width: w, height: h }}
      >
        {isMade && h > 20 ? <i /> : null}
        {!isMade && order.picture && h > 24 && (
          <img src={`/api/pictures/${order.picture}/thumb`} alt="" loading="lazy" draggable={false} />
        )}
      </Parcel>
    </Standing_>
  );
}

const FORMAT = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  timeZone: 'UTC',
});

/** A day as it heads a column: "Mon 30 Nov". */
export function useLaneDays() {
  return { shortDay: (day: Day) => FORMAT.format(new Date(`${day}T00:00:00Z`)).replace(',', '') };
}

const HandsRow = styled.div`
  display: grid;
  grid-template-columns: var(--tracks);
  padding-top: 10px;
  ${narrow} {
    display: none;
  }
  > div {
    position: relative;
    height: 72px;
    border-left: 1px solid ${t.line};
    padding: 0 8px;
    display: grid;
    align-content: end;
    font-size: 12px;
  }
`;

/** What the days ask of hands, against what they have. */
export function Hands({ columns }: { columns: LaneColumn[] }) {
  const { shortDay } = useLaneDays();
  const most = Math.max(1, ...columns.map((c) => Math.max(c.asked, c.have)));
  const tall = (minutes: number) => Math.round((minutes / most) * 40);
  return (
    <section aria-label="Hands: minutes asked of each day, of what it has">
      <p
        style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline', marginTop: 6 }}
      >
        <span>
          <strong>Hands</strong> <Small>minutes asked, of what you have</Small>
        </span>
        <LaneScale />
      </p>
      <HandsRow style={{ '--tracks': tracksOf(columns) } as CSSProperties}>
        {columns.map((c) => {
          const isOver = c.asked > c.have && c.kind !== 'later';
          const name = c.day ? shortDay(c.day) : c.kind;
          return (
            <div key={c.key} title={`${name}: ${c.asked} min asked, ${c.have} min there`}>
              {c.have > 0 && (
                <span
                  style={{
                    position: 'absolute',
                    left: 8,
                    right: 8,
                    bottom: 18 + tall(c.have),
                    borderTop: `1.5px dashed ${t.line}`,
                  }}
                />
              )}
              <span style={{ display: 'flex', alignItems: 'flex-end', gap: 5 }}>
                <span
                  style={{
                    width: 52,
                    height: Math.max(c.asked ? 2 : 0, tall(c.asked)),
                    background: isOver && c.asked ? t.care : t.ink3,
                  }}
                />
                {c.asked > 0 && <span>{c.asked}</span>}
              </span>
              <span style={{ color: isOver && c.asked ? t.care : t.ink2, height: 16 }}>
                {handsWords(c, isOver)}
              </span>
            </div>
          );
        })}
      </HandsRow>
    </section>
  );
}

const BAR_UM = { mm: 500_000, in: 20 * 25_400 };

/** How long half a metre is on the lane. */
function LaneScale() {
  const { unit, length } = useUnits();
  const w = BAR_UM[unit] * PX_PER_UM;
  return (
    <svg
      width={w + 70}
      height={16}
      role="img"
      aria-label={`The parcels are drawn to one scale: ${length(BAR_UM[unit])}`}
    >
      <path d={`M1 4v8M1 8h${w}M${w + 1} 4v8`} stroke={t.ink} fill="none" />
      <text x={w + 8} y="12" fontSize="11" fill={t.ink2}>
        {length(BAR_UM[unit])}
      </text>
    </svg>
  );
}

function handsWords(c: LaneColumn, isOver: boolean): string {
  if (!c.asked || c.kind === 'later' || c.kind === 'late') return '';
  if (!c.isWorked) return 'no working day';
  return isOver ? `${c.asked - c.have} min too many` : 'min';
}
