'use client';
import { useContext, useRef, useState, type ReactNode } from 'react';
import { Button as AriaButton } from 'react-aria-components';
import styled from 'styled-components';
import type { Working as WorkingFacts } from '@/core/finding';
import { arriving } from './arriving';
import { RowRest } from './RowRest';
import { t } from './tokens';

/** The translucent warm sheet for workings, notes, cautions and help. */
export const Callout = styled.aside`
  background: ${t.slip};
  border: 1px solid ${t.slipEdge};
  padding: 13px 14px;
  color: ${t.slipInk};
  font-size: 12px;
  line-height: 17px;
  h3 {
    font: italic 16px/20px ${t.serif};
    color: ${t.ink};
    margin-bottom: 4px;
  }
`;

const Figure = styled(AriaButton)`
  background: none;
  border: 0;
  padding: 0;
  margin: 0;
  cursor: pointer;
  text-align: inherit;
  text-decoration: underline dotted ${t.ink3};
  text-underline-offset: 3px;
  &:hover {
    text-decoration-style: solid;
  }
`;

/** What is opened now and then: its slip, and what lays a slip beside a figure, come with the first that is asked for. */
const WorkingSlip = arriving(async () => (await import('./WorkingSlip')).WorkingSlip);

/** A figure that opens how it came about. */
export function Working({ working, children }: { working: WorkingFacts; children: ReactNode }) {
  const rests = useContext(RowRest);
  const [isOpen, setOpen] = useState(false);
  const figure = useRef<HTMLButtonElement>(null);
  return (
    <>
      <Figure
        ref={figure}
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        excludeFromTabOrder={rests}
        onPress={() => setOpen(true)}
      >
        {children}
        <span className="visually-hidden">, working</span>
      </Figure>
      {isOpen && <WorkingSlip working={working} beside={figure} onClose={() => setOpen(false)} />}
    </>
  );
}
