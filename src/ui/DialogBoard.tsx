'use client';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { Button, Row } from './Button';
import type { FormDialogProps } from './FormDialog';
import { narrow, t } from './tokens';

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
export function DialogBoard({
  title,
  isOpen,
  isWritten,
  onClose,
  children,
  width = 560,
}: FormDialogProps) {
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
