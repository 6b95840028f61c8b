'use client';
import { parseDate } from '@internationalized/date';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import {
  Button,
  Calendar,
  CalendarCell,
  CalendarGrid,
  DateInput,
  DatePicker,
  DateSegment,
  Dialog,
  Group,
  Heading,
  I18nProvider,
  Popover,
  type DateValue,
} from 'react-aria-components';
import styled from 'styled-components';
import { isDay } from '@/core/measure/day';
import { CalendarSign } from './CalendarSign';
import { dayBox, dayHolder, dayPart, type DateFieldProps, type DayArrival } from './dayParts';
import { Hint, Name, Wrong } from './ariaFieldParts';
import { narrow, t } from './tokens';

const Holder = styled(DatePicker)`
  ${dayHolder}
`;
const Box = styled(Group)`
  ${dayBox}
`;
const Part = styled(DateSegment)`
  ${dayPart}
`;
const Sheet = styled(Popover)`
  background: ${t.white};
  border: 1px solid ${t.ink};
  z-index: 60;
  padding: 10px 12px;
  header {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    padding-bottom: 6px;
  }
  header button {
    border: 0;
    background: none;
    padding: 6px 10px;
    cursor: pointer;
  }
  h2 {
    font: italic 17px/22px ${t.serif};
  }
  td,
  th {
    text-align: center;
    padding: 0;
  }
  [role='button'] {
    width: 34px;
    height: 30px;
    line-height: 30px;
    cursor: pointer;
  }
  [role='button'][data-outside-month] {
    display: none;
  }
  [role='button'][data-hovered] {
    background: ${t.pressed};
  }
  [role='button'][data-selected] {
    background: ${t.ink};
    color: ${t.white};
  }
  ${narrow} {
    [role='button'] {
      width: 44px;
      height: 44px;
      line-height: 44px;
    }
  }
`;

/**
 * Goes on from where a hand was before the parts were there: the same part has the focus, and what was typed meanwhile is typed
 * into it, digit by digit, as the parts pass the focus on. A digit that is typed while that is going on waits for its turn.
 */
function useArrival({ at, typed }: DayArrival) {
  const box = useRef<HTMLDivElement>(null);
  const first = useRef(at);
  const waiting = useRef([...typed]);
  useLayoutEffect(() => {
    const parts = box.current!;
    if (first.current === null) return;
    parts.querySelectorAll<HTMLElement>('[role=spinbutton]')[first.current]!.focus();
    const queue = (event: InputEvent) => {
      if (!event.isTrusted || waiting.current.length === 0) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.data) waiting.current.push(event.data);
    };
    parts.addEventListener('beforeinput', queue, true);
    return () => parts.removeEventListener('beforeinput', queue, true);
  }, []);
  useEffect(() => {
    let wait: ReturnType<typeof setTimeout>;
    const typeNext = () => {
      const [data] = waiting.current;
      if (data === undefined) return;
      const how = { data, inputType: 'insertText', bubbles: true, cancelable: true };
      document.activeElement?.dispatchEvent(new InputEvent('beforeinput', how));
      // The focus has gone on by the time the next one is typed, and what is typed by hand comes behind it.
      wait = setTimeout(() => {
        waiting.current.shift();
        typeNext();
      });
    };
    wait = setTimeout(typeNext);
    return () => clearTimeout(wait);
  }, []);
  return box;
}

/** A calendar day, with its parts to type in and its calendar. */
export function DayPicker({
  label,
  value,
  onChange,
  onBlur,
  hint,
  wrong,
  required,
  autoFocus,
  arrival,
}: DateFieldProps & { arrival: DayArrival }) {
  const box = useArrival(arrival);
  // A year being typed passes through the years 2, 20 and 202: what the field holds counts as long as it says the same.
  const [held, setHeld] = useState<DateValue | null>(null);
  const known = isDay(value) ? parseDate(value) : null;
  return (
    // Day before month, and the week from Monday, whatever the browser was made for.
    <I18nProvider locale="en-GB">
      <Holder
        value={held?.toString() === value ? held : known}
        onChange={(day) => {
          setHeld(day);
          onChange(day?.toString() ?? '');
        }}
        onBlur={onBlur}
        isInvalid={Boolean(wrong)}
        isRequired={required}
        autoFocus={autoFocus && arrival.at === null}
        defaultOpen={arrival.isCalendarAsked}
        validationBehavior="aria"
        shouldForceLeadingZeros
      >
        <Name>{label}</Name>
        <Box ref={box}>
          <DateInput>{(segment) => <Part segment={segment} />}</DateInput>
          <Button aria-label={`${label}: calendar`}>
            <CalendarSign />
          </Button>
        </Box>
        {wrong ? <Wrong>{wrong}</Wrong> : hint ? <Hint slot="description">{hint}</Hint> : null}
        <Sheet>
          <Dialog style={{ outline: 'none' }}>
            <Calendar>
              <header>
                <Button slot="previous">←</Button>
                <Heading />
                <Button slot="next">→</Button>
              </header>
              <CalendarGrid>{(day) => <CalendarCell date={day} />}</CalendarGrid>
            </Calendar>
          </Dialog>
        </Sheet>
      </Holder>
    </I18nProvider>
  );
}
