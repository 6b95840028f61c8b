'use client';
import type { ReactNode } from 'react';
import {
  Button as AriaButton,
  Dialog,
  DialogTrigger,
  Heading,
  Modal,
  ModalOverlay,
  Popover,
} from 'react-aria-components';
import styled from 'styled-components';
import type { Working as WorkingFacts } from '@/core/finding';
import { Button } from './Button';
import { narrow, t } from './tokens';

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

/** A figure that opens how it came about. */
export function Working({ working, children }: { working: WorkingFacts; children: ReactNode }) {
  return (
    <DialogTrigger>
      <Figure aria-label={`Working: ${working.title}`}>{children}</Figure>
      <Bubble placement="bottom start" offset={6}>
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
    </DialogTrigger>
  );
}

const Veil = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  background: rgba(220, 220, 220, 0.72);
  display: grid;
  place-items: start center;
  padding: 88px 16px 16px;
  z-index: 50;
  overflow: auto;
`;
const Board = styled(Modal)<{ $width: number }>`
  background: ${t.sheet};
  border: 1px solid ${t.ink};
  width: ${(p) => p.$width}px;
  max-width: 100%;
  outline: none;
  ${narrow} {
    margin-top: -64px;
  }
`;
const DialogBody = styled(Dialog)`
  padding: 18px 22px 22px;
  outline: none;
`;
const DialogTitle = styled(Heading)`
  font: italic 24px/30px ${t.serif};
  margin-bottom: 12px;
`;

/** A sheet laid over the bench for one act. Escape puts it away; nothing typed elsewhere is lost. */
export function FormDialog({
  title,
  isOpen,
  onClose,
  children,
  width = 560,
}: {
  title: string;
  isOpen: boolean;
  onClose: () => void;
  children: ReactNode;
  width?: number;
}) {
  return (
    <Veil
      isOpen={isOpen}
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
      isDismissable={false}
    >
      <Board $width={width}>
        <DialogBody>
          <DialogTitle slot="title" level={2}>
            {title}
          </DialogTitle>
          {children}
        </DialogBody>
      </Board>
    </Veil>
  );
}

/** The two buttons at the end of a sheet. */
export function DialogActions({
  label,
  busy,
  onDo,
  onClose,
  disabled,
}: {
  label: string;
  busy?: boolean;
  onDo: () => void;
  onClose: () => void;
  disabled?: boolean;
}) {
  return (
    <End>
      <Button onPress={onClose}>Leave it</Button>
      <Button main onPress={onDo} isDisabled={busy || disabled}>
        {busy ? 'One moment…' : label}
      </Button>
    </End>
  );
}
const End = styled.div`
  display: flex;
  justify-content: flex-end;
  gap: 10px;
  margin-top: 18px;
`;
