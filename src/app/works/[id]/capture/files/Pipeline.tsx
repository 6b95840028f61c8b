'use client';
import { useId } from 'react';
import styled from 'styled-components';
import { narrow, t } from '@/ui/tokens';
import { Mark } from '@/ui/Verdict';
import type { FileStep, StepLine } from './fileSteps';

const Way = styled.div`
  display: flex;
  gap: 4px;
  overflow-x: auto;
  padding: 2px;
  > label {
    flex: 1 1 118px;
    min-width: 112px;
  }
  ${narrow} {
    flex-wrap: wrap;
    > label {
      flex: 1 1 44%;
    }
  }
`;
/** A step leads to the next one: its right edge points there, its left one takes the last. */
const Step = styled.label`
  position: relative;
  padding: 8px 6px 8px 18px;
  min-height: 60px;
  cursor: pointer;
  input {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    margin: 0;
    opacity: 0;
    cursor: pointer;
  }
  svg.shape {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    overflow: visible;
  }
  svg.shape path {
    fill: ${t.second};
    stroke: ${t.line};
    vector-effect: non-scaling-stroke;
  }
  &:has(:checked) svg.shape path {
    fill: ${t.white};
    stroke: ${t.ink};
    stroke-width: 2;
  }
  &:has(:focus-visible) svg.shape path {
    stroke: ${t.ink};
    stroke-width: 3;
  }
  > div {
    position: relative;
    pointer-events: none;
    line-height: 15px;
    font-size: 12px;
  }
  span {
    display: flex;
    align-items: center;
    gap: 5px;
  }
  strong {
    font-weight: 600;
  }
  small {
    font-size: 11px;
    color: ${t.ink2};
  }
`;

/** The way from the master to the file, each step with its figure; the one that is open is white, and the arrows go on to the next. */
export function Pipeline({
  lines,
  open,
  onOpen,
}: {
  lines: StepLine[];
  open: FileStep;
  onOpen: (step: FileStep) => void;
}) {
  const name = useId();
  return (
    <Way role="radiogroup" aria-label="From the master to the file">
      {lines.map((line) => (
        <Step key={line.step}>
          <svg className="shape" viewBox="0 0 100 60" preserveAspectRatio="none" aria-hidden="true">
            <path d="M0 0H93L100 30L93 60H0L6 30Z" />
          </svg>
          <input
            type="radio"
            name={name}
            checked={line.step === open}
            onChange={() => onOpen(line.step)}
          />
          <div>
            <span>
              <Mark kind={line.mark} />
              <strong>{line.name}</strong>
            </span>
            {line.figure}
            <br />
            <small>{line.detail}</small>
          </div>
        </Step>
      ))}
    </Way>
  );
}
