'use client';
import { parseDate } from '@internationalized/date';
import { useState, type ReactNode } from 'react';
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
import { Hint, Name, Wrong } from './fieldParts';
import { narrow, t } from './tokens';

const Holder = styled(DatePicker)`
  display: flex;
  flex-direction: column;
  gap: 3px;
  min-width: 0;
`;
const Box = styled(Group)`
  display: flex;
  min-height: 32px;
  border: 1px solid ${t.ink3};
  background: ${t.white};
  &[data-focus-within] {
    outline: 2px solid ${t.ink};
    outline-offset: -1px;
  }
  [data-invalid] & {
    border-color: ${t.fails};
    box-shadow: inset 3px 0 0 ${t.fails};
  }
  > div {
    display: flex;
    flex: 1;
    align-items: center;
    padding: 4px 8px;
    white-space: nowrap;
  }
  > button {
    width: 30px;
    border: 0;
    border-left: 1px solid ${t.hair};
    background: none;
    cursor: pointer;
  }
  ${narrow} {
    min-height: 44px;
    font-size: 16px;
    > button {
      width: 44px;
    }
  }
`;
const Part = styled(DateSegment)`
  padding: 1px 2px;
  &[data-placeholder] {
    color: ${t.ink3};
  }
  &[data-focused] {
    background: ${t.ink};
    color: ${t.white};
    outline: none;
  }
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
/** A calendar day: its parts are typed, or it is picked from the calendar. Nothing, or `YYYY-MM-DD`, both ways. */
export function DateField({
  label,
  value,
  onChange,
  onBlur,
  hint,
  wrong,
  required,
  autoFocus,
}: {
  label: string;
  value: string;
  onChange: (day: string) => void;
  onBlur?: () => void;
  hint?: ReactNode;
  wrong?: string | null;
  required?: boolean;
  autoFocus?: boolean;
}) {
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
        autoFocus={autoFocus}
        validationBehavior="aria"
        shouldForceLeadingZeros
      >
        <Name>{label}</Name>
        <Box>
          <DateInput>{(segment) => <Part segment={segment} />}</DateInput>
          <Button aria-label={`${label}: calendar`}>
            <svg width="14" height="14" aria-hidden="true" fill="none" stroke="currentColor">
              <path d="M.5 2.5h13v11H.5zM.5 5.5h13M4 .5v3M10 .5v3" />
            </svg>
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
