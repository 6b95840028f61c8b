'use client';
import { Tab, TabList, Tabs, type Key } from 'react-aria-components';
import styled from 'styled-components';
import { narrow, t } from '@/ui/tokens';
import { Mark } from '@/ui/Verdict';
import type { FileStep, StepLine } from './fileSteps';

const Way = styled(TabList)`
  display: flex;
  gap: 4px;
  overflow-x: auto;
  padding: 2px;
  > div {
    flex: 1 1 118px;
    min-width: 112px;
  }
  ${narrow} {
    flex-wrap: wrap;
    > div {
      flex: 1 1 44%;
    }
  }
`;
/** A step leads to the next one: its right edge points there, its left one takes the last. */
const Step = styled(Tab)`
  position: relative;
  padding: 8px 6px 8px 18px;
  min-height: 60px;
  cursor: pointer;
  outline: none;
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
  &[data-selected] svg.shape path {
    fill: ${t.white};
    stroke: ${t.ink};
    stroke-width: 2;
  }
  &[data-focus-visible] svg.shape path {
    stroke: ${t.ink};
    stroke-width: 3;
  }
  > div {
    position: relative;
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

/** The way from the master to the file, each step with its figure; the one that is open is white. */
export function Pipeline({
  lines,
  open,
  onOpen,
  children,
}: {
  lines: StepLine[];
  open: FileStep;
  onOpen: (step: FileStep) => void;
  children: React.ReactNode;
}) {
  return (
    <Tabs selectedKey={open} onSelectionChange={(key: Key) => onOpen(key as FileStep)}>
      <Way aria-label="From the master to the file">
        {lines.map((line) => (
          <Step id={line.step} key={line.step}>
            <svg className="shape" viewBox="0 0 100 60" preserveAspectRatio="none" aria-hidden="true">
              <path d="M0 0H93L100 30L93 60H0L6 30Z" />
            </svg>
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
      {children}
    </Tabs>
  );
}
