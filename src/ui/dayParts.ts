'use client';
import type { ReactNode } from 'react';
import { css } from 'styled-components';
import { narrow, t } from './tokens';

export type DateFieldProps = {
  label: string;
  /** Nothing, or `YYYY-MM-DD`, both ways. */
  value: string;
  onChange: (day: string) => void;
  onBlur?: () => void;
  hint?: ReactNode;
  wrong?: string | null;
  required?: boolean;
  autoFocus?: boolean;
};

/** What a hand has done to a day before its parts could be typed in: which of them it came to, and what it typed. */
export type DayArrival = { at: number | null; typed: string; isCalendarAsked: boolean };

/** The label over the box, and what is said under it. */
export const dayHolder = css`
  display: flex;
  flex-direction: column;
  gap: 3px;
  min-width: 0;
`;
/** The box a day is typed in, with the calendar at its end. */
export const dayBox = css`
  display: flex;
  min-height: 32px;
  border: 1px solid ${t.ink3};
  background: ${t.white};
  &:focus-within {
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
/** Day, month or year. */
export const dayPart = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  min-width: 24px;
  min-height: 24px;
  padding: 0 3px;
  &[data-placeholder] {
    color: ${t.ink3};
  }
  &:focus {
    background: ${t.ink};
    color: ${t.white};
    outline: none;
  }
`;
