'use client';
import styled from 'styled-components';
import { t } from '@/ui/tokens';

const Place = styled.label`
  display: block;
  border: 1px dashed ${t.ink3};
  background: ${t.white};
  padding: 10px 12px;
  cursor: pointer;
  input {
    display: block;
    margin-top: 6px;
    max-width: 100%;
  }
`;
export const PICTURES = '.tif,.tiff,.jpg,.jpeg,.png,.webp';
export const TEXTS = '.txt,.csv,.cgats,.it8';

/** One place for one file. */
export function FileDrop({
  label,
  name = label,
  accept,
  onFile,
}: {
  label: string;
  /** The same in short, as it is read out. */
  name?: string;
  accept: string;
  onFile: (file: File | null) => void;
}) {
  return (
    <Place>
      {label}
      <input
        type="file"
        accept={accept}
        onChange={(e) => onFile(e.target.files?.[0] ?? null)}
        aria-label={name}
      />
    </Place>
  );
}
