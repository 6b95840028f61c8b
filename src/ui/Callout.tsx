'use client';
import { useContext, useEffect, useRef, useState, type ReactNode } from 'react';
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
import { Button, Row } from './Button';
import { RowRest } from './RowRest';
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
  const rests = useContext(RowRest);
  return (
    <DialogTrigger>
      <Figure excludeFromTabOrder={rests}>
        {children}
        <span className="visually-hidden">, working</span>
      </Figure>
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
  grid-template-columns: minmax(0, 1fr);
  place-items: start center;
  padding: 88px 16px 16px;
  z-index: 50;
  overflow: auto;
  ${narrow} {
    padding: 8px;
  }
`;
const Board = styled(Modal)<{ $width: number }>`
  background: ${t.sheet};
  border: 1px solid ${t.ink};
  width: ${(p) => p.$width}px;
  max-width: 100%;
  outline: none;
`;
const DialogBody = styled(Dialog)`
  padding: 18px 22px 22px;
  outline: none;
  ${narrow} {
    padding: 12px 12px 16px;
  }
`;
const DialogTitle = styled(Heading)`
  font: italic 24px/30px ${t.serif};
  margin-bottom: 12px;
`;

const Asking = styled.div`
  margin-top: 14px;
  padding: 10px 12px;
  border: 1px solid ${t.care};
  background: ${t.white};
  display: grid;
  gap: 10px;
`;

/**
 * A sheet laid over the bench for one act: Enter does it, Escape puts it away, and asks first where something is written on it.
 * Nothing typed elsewhere is lost.
 */
export function FormDialog({
  title,
  isOpen,
  isWritten,
  onClose,
  children,
  width = 560,
}: {
  title: string;
  isOpen: boolean;
  /** Whether something would be lost; where a sheet cannot tell, whatever was typed on it counts. */
  isWritten?: boolean;
  onClose: () => void;
  children: ReactNode;
  width?: number;
}) {
  return (
    <Veil isOpen={isOpen} isDismissable={false} isKeyboardDismissDisabled>
      <Board $width={width}>
        <DialogBody>
          <DialogTitle slot="title" level={2}>
            {title}
          </DialogTitle>
          <Written isKnown={isWritten} onClose={onClose}>
            {children}
          </Written>
        </DialogBody>
      </Board>
    </Veil>
  );
}

/** What is written on a sheet, for as long as it lies there. */
function Written({
  isKnown,
  onClose,
  children,
}: {
  isKnown: boolean | undefined;
  onClose: () => void;
  children: ReactNode;
}) {
  const isWritten = useRef(false);
  useEffect(() => {
    if (isKnown !== undefined) isWritten.current = isKnown;
  });
  const [isAsking, setAsking] = useState(false);
  useEffect(() => {
    // Leaving or reloading asks too, in the browser's own words.
    const onLeave = (event: BeforeUnloadEvent) => {
      if (isWritten.current) event.preventDefault();
    };
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Escape' || event.defaultPrevented) return;
      // A list or calendar that hangs from a field is put away by itself.
      if (document.querySelector('[data-trigger]')) return;
      if (isWritten.current && !isAsking) setAsking(true);
      else onClose();
    };
    window.addEventListener('beforeunload', onLeave);
    document.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('beforeunload', onLeave);
      document.removeEventListener('keydown', onKey);
    };
  }, [onClose, isAsking]);
  return (
    <>
      <form
        noValidate
        onSubmit={(e) => e.preventDefault()}
        onInput={() => {
          isWritten.current = isKnown ?? true;
        }}
      >
        {children}
      </form>
      {isAsking && (
        <Asking role="alertdialog" aria-label="What is written here is not kept yet">
          <p>What is written here is not kept yet.</p>
          <Row>
            <Button main autoFocus onPress={() => setAsking(false)}>
              Go on writing
            </Button>
            <Button onPress={onClose}>Let it go</Button>
          </Row>
        </Asking>
      )}
    </>
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
      <Button main type="submit" onPress={onDo} isDisabled={busy || disabled}>
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
