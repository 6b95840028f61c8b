'use client';
import type { RefObject } from 'react';
import { Dialog, Heading, Popover } from 'react-aria-components';
import styled from 'styled-components';
import type { Working as WorkingFacts } from '@/core/finding';
import { t } from './tokens';

const Bubble = styled(Popover)`
  background: ${t.slip};
  border: 1px solid ${t.slipEdge};
  width: 372px;
  max-width: calc(100vw - 24px);
  z-index: 60;
  outline: none;
  backdrop-filter: blur(2px);
`;
const Inside = styled(Dialog)`
  padding: 14px 18px 16px;
  outline: none;
  h2 {
    font-weight: 600;
    display: flex;
    justify-content: space-between;
    margin-bottom: 8px;
    span {
      font-weight: 400;
      color: ${t.slipInk};
    }
  }
`;
const Sum = styled.p`
  font: 15px/24px ${t.serif};
  b {
    white-space: nowrap;
  }
`;
const Note = styled.p`
  color: ${t.slipInk};
  font-size: 12px;
  line-height: 16px;
  margin-top: 8px;
`;

/** How a figure came about, laid beside it. */
export function WorkingSlip({
  working,
  beside,
  onClose,
}: {
  working: WorkingFacts;
  beside: RefObject<HTMLButtonElement | null>;
  onClose: () => void;
}) {
  return (
    <Bubble
      triggerRef={beside}
      isOpen
      onOpenChange={(isOpen) => !isOpen && onClose()}
      placement="bottom start"
      offset={6}
    >
      <Inside>
        <Heading slot="title" level={2}>
          Working: {working.title} <span>esc</span>
        </Heading>
        {working.steps.map((s, i) => (
          <Sum key={i}>
            {s.sum} = <b>{s.result}</b>
          </Sum>
        ))}
        {working.notes.map((n) => (
          <Note key={n}>{n}</Note>
        ))}
        <Note>{working.source}</Note>
      </Inside>
    </Bubble>
  );
}
