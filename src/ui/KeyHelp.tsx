'use client';
import styled from 'styled-components';
import { DialogBoard } from './DialogBoard';
import type { KeyUse } from './Keys';
import { t } from './tokens';

/** What each key does here. */
export function KeyHelp({ uses, onClose }: { uses: readonly KeyUse[]; onClose: () => void }) {
  return (
    <DialogBoard title="Keys that work here" isOpen onClose={onClose}>
      <KeyList>
        {uses.map((use) => (
          <div key={use.key + use.label}>
            <dt>
              <kbd>{use.key}</kbd>
            </dt>
            <dd>{use.label}</dd>
          </div>
        ))}
        <div>
          <dt>
            <kbd>esc</kbd>
          </dt>
          <dd>put a sheet or slip away</dd>
        </div>
      </KeyList>
    </DialogBoard>
  );
}

const KeyList = styled.dl`
  columns: 2;
  column-gap: 32px;
  div {
    display: flex;
    gap: 12px;
    padding: 4px 0;
    break-inside: avoid;
  }
  kbd {
    display: inline-block;
    min-width: 28px;
    padding: 0 6px;
    border: 1px solid ${t.ink};
    text-align: center;
    font: inherit;
    background: ${t.white};
  }
`;
