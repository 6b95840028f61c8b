'use client';
import { useRef } from 'react';
import { useDrag, useDrop } from 'react-aria';
import styled from 'styled-components';
import Link from 'next/link';
import type { Day } from '@/core/measure/day';
import { clockOf, hoursOf } from '@/core/week/clock';
import { Button } from '@/ui/Button';
import { Small } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { Mark } from '@/ui/Verdict';
import type { ShownDay, WeekThing } from './weekModel';

const TYPE = 'application/x-week-task';
const HOUR = 60;
/** A mark nearer to the end of the strip has no room for its hour. */
const LAST_LABEL = 0.85;

const Row_ = styled.section<{ $over: boolean; $today: boolean }>`
  display: grid;
  grid-template-columns: 132px minmax(0, 1fr);
  gap: 4px 16px;
  padding: 12px 0 14px;
  border-bottom: 1px solid ${t.line};
  background: ${(p) => (p.$over ? t.pressed : 'none')};
  box-shadow: ${(p) => (p.$today ? `inset 3px 0 0 ${t.ink}` : 'none')};
  padding-left: ${(p) => (p.$today ? '12px' : '0')};
  h2 {
    font-size: 13px;
    font-weight: 600;
  }
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Strip = styled.div`
  position: relative;
  height: 40px;
  margin-bottom: 4px;
`;
const Hours = styled.div`
  position: absolute;
  inset: 0 0 14px;
  border: 1px solid ${t.ink3};
  background: ${t.white};
`;
const Tick = styled.span`
  position: absolute;
  bottom: 0;
  height: 14px;
  padding-left: 2px;
  border-left: 1px solid ${t.ink3};
  font-size: 10px;
  line-height: 13px;
  color: ${t.ink2};
`;
const FILLS: Record<WeekThing['kind'], string> = {
  print: t.ink2,
  finish: `repeating-linear-gradient(45deg, ${t.ink3} 0 1.5px, ${t.wall} 1.5px 5px)`,
  pack: t.second,
  post: t.ink,
  line: t.wall,
};
const Block = styled.span<{ $kind: WeekThing['kind']; $on: boolean }>`
  position: absolute;
  top: 0;
  height: 26px;
  border: 1px solid ${t.ink};
  background: ${(p) => FILLS[p.$kind]};
  outline: ${(p) => (p.$on ? `2px solid ${t.ink}` : 'none')};
  outline-offset: 1px;
  cursor: grab;
`;
const Things = styled.ol`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
`;
const Thing = styled.button<{ $on: boolean }>`
  display: inline-flex;
  gap: 6px;
  align-items: baseline;
  border: 0;
  background: none;
  font: inherit;
  padding: 3px 0;
  min-height: 24px;
  text-align: left;
  cursor: pointer;
  border-bottom: 2px solid ${(p) => (p.$on ? t.ink : 'transparent')};
  span {
    color: ${t.ink2};
  }
`;

const Happens = styled.div`
  line-height: 26px;
  a {
    display: inline-block;
    min-height: 24px;
  }
`;

type RowProps = {
  day: ShownDay;
  isToday: boolean;
  /** Minutes the whole strip stands for. */
  most: number;
  thingOf: ReadonlyMap<string, WeekThing>;
  chosen: string | null;
  onChoose: (id: string) => void;
  onMove: (id: string, day: Day) => void;
  onHours: (day: ShownDay) => void;
};

/** One day of the week: its hours drawn to scale with what fills them, and the same in words, in turn. */
export function WeekDayRow({ day, isToday, most, thingOf, chosen, onChoose, onMove, onHours }: RowProps) {
  const { date } = useUnits();
  const ref = useRef<HTMLElement>(null);
  const { dropProps, isDropTarget } = useDrop({
    ref,
    async onDrop(event) {
      for (const item of event.items)
        if (item.kind === 'text' && item.types.has(TYPE)) onMove(await item.getText(TYPE), day.day);
    },
  });
  const share = (minutes: number) => `${(minutes / most) * 100}%`;
  const { begins } = day;
  return (
    <Row_ ref={ref} {...dropProps} $over={isDropTarget} $today={isToday} aria-label={date(day.day)}>
      <div>
        <h2>{isToday ? 'Today' : date(day.day)}</h2>
        <Small>
          {day.minutes === 0
            ? isToday
              ? 'nothing left of it'
              : 'no hours'
            : `${hoursOf(day.used)} of ${hoursOf(day.minutes)}`}
        </Small>
        <div style={{ marginLeft: -5 }}>
          <Button quiet onPress={() => onHours(day)} aria-label={`Hours of ${date(day.day)}`}>
            hours
          </Button>
        </div>
      </div>
      <div>
        {day.minutes > 0 && (
          <Strip aria-hidden="true">
            <Hours style={{ width: share(day.minutes) }}>
              {day.pieces.map((piece) => (
                <DayBlock
                  key={`${piece.taskId} ${piece.from}`}
                  thing={thingOf.get(piece.taskId)!}
                  left={(piece.from / day.minutes) * 100}
                  width={(piece.minutes / day.minutes) * 100}
                  isOn={piece.taskId === chosen}
                />
              ))}
            </Hours>
            {Array.from({ length: Math.floor(day.minutes / HOUR) + 1 }, (_, k) => (
              <Tick key={k} style={{ left: share(k * HOUR) }}>
                {k * HOUR < most * LAST_LABEL && clockOf(begins + k * HOUR)}
              </Tick>
            ))}
          </Strip>
        )}
        <Things>
          {day.pieces.map((piece) => {
            const thing = thingOf.get(piece.taskId)!;
            return (
              <li key={`${piece.taskId} ${piece.from}`}>
                <Thing
                  type="button"
                  $on={piece.taskId === chosen}
                  aria-pressed={piece.taskId === chosen}
                  onClick={() => onChoose(piece.taskId)}
                >
                  <span>{clockOf(begins + piece.from)}</span>
                  {thing.isMissed && <Mark kind="fails" size={10} />}
                  {thing.name}
                  <span>{piece.minutes} min</span>
                </Thing>
              </li>
            );
          })}
        </Things>
        {day.events.map(({ says, href }) => (
          <Happens key={says}>
            <Small>
              <Link href={href} prefetch={false}>
                {says}
              </Link>
            </Small>
          </Happens>
        ))}
      </div>
    </Row_>
  );
}

function DayBlock({
  thing,
  left,
  width,
  isOn,
}: {
  thing: WeekThing;
  left: number;
  width: number;
  isOn: boolean;
}) {
  const { dragProps, isDragging } = useDrag({
    getItems: () => [{ [TYPE]: thing.id, 'text/plain': thing.name }],
  });
  return (
    <Block
      {...dragProps}
      tabIndex={-1}
      role="presentation"
      title={`${thing.name}, ${thing.minutes} min`}
      $kind={thing.kind}
      $on={isOn}
      style={{ left: `${left}%`, width: `${width}%`, opacity: isDragging ? 0.5 : 1 }}
    />
  );
}
