'use client';
import type { RefObject } from 'react';
import { Menu, MenuItem, Popover, type Selection } from 'react-aria-components';
import styled from 'styled-components';
import { t } from './tokens';

const Sheet = styled(Popover)`
  background: ${t.white};
  border: 1px solid ${t.ink};
  z-index: 60;
  max-height: 60vh;
  overflow: auto;
`;
const Line = styled(MenuItem)`
  padding: 6px 12px;
  cursor: pointer;
  outline: none;
  display: flex;
  gap: 10px;
  &::before {
    content: '';
    width: 12px;
  }
  &[data-selected]::before {
    content: '✓';
  }
  &[data-focused] {
    background: ${t.ink};
    color: ${t.white};
  }
`;

/** Which columns of a table are shown. */
export function ColumnMenu({
  columns,
  hidden,
  onChange,
  buttonRef,
  onClose,
}: {
  columns: readonly { key: string; head: string }[];
  hidden: readonly string[];
  onChange: (hidden: string[]) => void;
  buttonRef: RefObject<HTMLButtonElement | null>;
  onClose: () => void;
}) {
  const change = (selected: Selection) =>
    onChange(selected === 'all' ? [] : columns.map(({ key }) => key).filter((key) => !selected.has(key)));
  return (
    <Sheet
      triggerRef={buttonRef}
      isOpen
      onOpenChange={(isOpen) => !isOpen && onClose()}
      placement="bottom end"
    >
      <Menu
        autoFocus="first"
        aria-label="Columns shown"
        selectionMode="multiple"
        selectedKeys={columns.map(({ key }) => key).filter((key) => !hidden.includes(key))}
        onSelectionChange={change}
        onClose={onClose}
      >
        {columns.map(({ key, head }) => (
          <Line key={key} id={key} textValue={head}>
            {head}
          </Line>
        ))}
      </Menu>
    </Sheet>
  );
}
