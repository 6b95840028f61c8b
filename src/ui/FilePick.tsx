'use client';
import { useState, type DragEvent } from 'react';
import styled from 'styled-components';
import { narrow, t } from './tokens';

const Place = styled.label`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  padding: 8px 10px;
  border: 1px dashed ${t.ink3};
  background: ${t.white};
  cursor: pointer;
  &:hover {
    background: ${t.pressed};
  }
  &[data-over] {
    border: 1px solid ${t.ink};
    background: ${t.pressed};
  }
  &:focus-within {
    outline: 2px solid ${t.ink};
    outline-offset: 2px;
  }
  b {
    font-weight: 400;
    text-decoration: underline dotted ${t.ink3};
    text-underline-offset: 3px;
  }
  small {
    width: 100%;
    color: ${t.ink2};
    font-size: 12px;
    line-height: 15px;
    overflow-wrap: anywhere;
  }
  ${narrow} {
    min-height: 44px;
  }
`;

/** One place for one file: chosen, or dropped on it. Its name stands there until another takes its place. */
export function FilePick({
  label,
  name = label,
  accept,
  onFile,
}: {
  label: string;
  /** The same in short, as it is read out. */
  name?: string;
  /** Endings, parted by commas. */
  accept: string;
  onFile: (file: File | null) => void;
}) {
  const [fileName, setFileName] = useState('');
  const [isOver, setOver] = useState(false);
  const take = (file: File | undefined) => {
    setFileName(file?.name ?? '');
    onFile(file ?? null);
  };
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    // The page takes what is dropped on it for a new work; here it is not.
    event.stopPropagation();
    setOver(false);
    const [file] = event.dataTransfer.files;
    if (file) take(file);
  };
  return (
    <Place
      data-over={isOver || undefined}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={onDrop}
    >
      <input
        className="visually-hidden"
        type="file"
        accept={accept}
        aria-label={name}
        onChange={(event) => take(event.target.files?.[0])}
      />
      {label} <b>{fileName ? 'another file' : 'choose it, or drop it here'}</b>
      <small>{fileName || accept.replaceAll('.', '').replaceAll(',', ', ')}</small>
    </Place>
  );
}
