'use client';
import { Fragment, useEffect, useId, useRef, useState, type InputEvent } from 'react';
import styled from 'styled-components';
import { isDay } from '@/core/measure/day';
import { CalendarSign } from './CalendarSign';
import { dayBox, dayHolder, dayPart, type DateFieldProps, type DayArrival } from './dayParts';
import { Hint, Name, Wrong } from './fieldParts';
import { calendar } from './lateParts';

const Holder = styled.div`
  ${dayHolder}
`;
const Box = styled.div`
  ${dayBox}
`;
const Part = styled.span`
  ${dayPart}
`;
const UNTOUCHED: DayArrival = { at: null, typed: '', isCalendarAsked: false };
/** Day before month, whatever the browser was made for. */
const PARTS = [
  { name: 'day', empty: 'dd', of: (day: string) => day.slice(8, 10) },
  { name: 'month', empty: 'mm', of: (day: string) => day.slice(5, 7) },
  { name: 'year', empty: 'yyyy', of: (day: string) => day.slice(0, 4) },
] as const;

/**
 * A calendar day: its parts are typed, or it is picked from the calendar. What parts and calendar need is fetched when a hand first
 * comes to one; until then the field shows its day, and remembers where the hand was and what it typed.
 */
export function DateField(props: DateFieldProps) {
  const part = calendar.usePart();
  const [arrival, setArrival] = useState(UNTOUCHED);
  if (part) return <part.DayPicker {...props} arrival={arrival} />;
  return <PlainDay {...props} arrival={arrival} onArrival={setArrival} />;
}

function PlainDay({
  label,
  value,
  onBlur,
  hint,
  wrong,
  required,
  autoFocus,
  arrival,
  onArrival,
}: DateFieldProps & { arrival: DayArrival; onArrival: (arrival: DayArrival) => void }) {
  const labelId = useId();
  const firstPart = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    if (autoFocus) firstPart.current?.focus();
  }, [autoFocus]);
  const come = (next: Partial<DayArrival>) => {
    onArrival({ ...arrival, ...next });
    calendar.fetch();
  };
  return (
    <Holder
      data-invalid={wrong ? true : undefined}
      data-required={required || undefined}
      onPointerEnter={calendar.fetch}
      onBlur={(event) => {
        if (event.currentTarget.contains(event.relatedTarget)) return;
        onArrival(UNTOUCHED);
        onBlur?.();
      }}
    >
      <Name id={labelId} as="span">
        {label}
      </Name>
      <Box role="group" aria-labelledby={labelId}>
        <div>
          {PARTS.map(({ name, empty, of }, i) => {
            const shown = isDay(value) ? of(value) : null;
            return (
              <Fragment key={name}>
                {i > 0 && <span aria-hidden="true">/</span>}
                <Part
                  ref={i === 0 ? firstPart : undefined}
                  role="spinbutton"
                  tabIndex={0}
                  aria-label={`${name}, ${label}`}
                  aria-valuetext={shown ?? 'Empty'}
                  aria-invalid={wrong ? true : undefined}
                  data-placeholder={shown === null || undefined}
                  // A telephone shows its keyboard for what can be written in, and keeps it when the field is there.
                  contentEditable
                  suppressContentEditableWarning
                  inputMode="numeric"
                  onFocus={() => come({ at: i, typed: '' })}
                  onBeforeInput={(event: InputEvent<HTMLSpanElement>) => {
                    event.preventDefault();
                    come({ at: arrival.at ?? i, typed: arrival.typed + event.data });
                  }}
                >
                  {shown ?? empty}
                </Part>
              </Fragment>
            );
          })}
        </div>
        <button
          type="button"
          aria-label={`${label}: calendar`}
          aria-haspopup="dialog"
          aria-expanded={false}
          onPointerDown={() => come({ isCalendarAsked: true })}
          onClick={() => come({ isCalendarAsked: true })}
          onFocus={calendar.fetch}
        >
          <CalendarSign />
        </button>
      </Box>
      {wrong ? <Wrong>{wrong}</Wrong> : hint ? <Hint>{hint}</Hint> : null}
    </Holder>
  );
}
