'use client';
import { Check as CheckIcon } from 'lucide-react';
import styled from 'styled-components';
import { t } from './tokens';

const Square = styled.i`
  display: grid;
  place-items: center;
  width: 26px;
  height: 26px;
  border: 1px solid ${t.ink};
  font-style: normal;
  &[data-done] {
    background: ${t.ink};
    color: ${t.white};
  }
`;

/** The number of a step, or a tick once it is done; the step's own words say so to whoever does not see it. */
export const StepNumber = ({ number, isDone }: { number: number; isDone: boolean }) => (
  <Square data-done={isDone || undefined} aria-hidden="true">
    {isDone ? <CheckIcon size={16} /> : number}
  </Square>
);
