'use client';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { arriving } from './arriving';
import { Button } from './Button';

export type FormDialogProps = {
  title: string;
  isOpen: boolean;
  /** Whether something would be lost; where a sheet cannot tell, whatever was typed on it counts. */
  isWritten?: boolean;
  onClose: () => void;
  children: ReactNode;
  width?: number;
};

const DialogBoard = arriving(async () => (await import('./DialogBoard')).DialogBoard);

/** A sheet laid over the bench for one act, fetched with the first that is opened. */
export const FormDialog = (props: FormDialogProps) => props.isOpen && <DialogBoard {...props} />;

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
