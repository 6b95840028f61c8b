'use client';
import { useRef, useState, type KeyboardEvent } from 'react';
import type { Selection } from 'react-aria-components';
import styled from 'styled-components';
import type { EditionModel } from '@/app/models';
import { latePart } from '@/ui/latePart';
import { CELL, gridHeight, sheetCell, SheetFace, sheetSaid } from './SheetFace';
import type { SheetLine } from './sheets';

export type SheetsProps = {
  rows: readonly SheetLine[];
  edition: EditionModel;
  picture: string | null;
  selected: Selection;
  onSelect: (s: Selection) => void;
};

/** What many sheets are chosen and scrolled through with: a quarter of this page's script. */
export const list = latePart(() => import('./SheetsList'));

/** A key as it was pressed. */
export type PressedKey = Pick<KeyboardEvent, 'key' | 'shiftKey' | 'ctrlKey' | 'metaKey'>;
/** What a hand has done before the list was there: the sheet it came to, whether it pressed it, and the keys after that. */
export type SheetArrival = { at: string | null; isPressed: boolean; keys: PressedKey[] };
const UNTOUCHED: SheetArrival = { at: null, isPressed: false, keys: [] };
/** Keys by which sheets are gone along and chosen. */
const MEANT = /^(Arrow.*|Home|End|Page.*| |Enter|a)$/;

/** A pointer that has gone up is followed by its click within this, or by none. */
const CLICK_WITHIN_MS = 400;

/** As many as a wide window shows; the list draws the others when somebody comes to it. */
const FIRST_SHEETS = 90;

const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(${CELL.width}px, 1fr));
  grid-auto-rows: ${CELL.height}px;
  gap: ${CELL.gap}px;
  padding: ${CELL.gap}px;
  box-sizing: border-box;
  overflow: hidden;
`;
const Cell = styled.div`
  ${sheetCell}
  max-width: ${CELL.widest}px;
`;

/**
 * The sheets of an edition: not printed yet by their corners, printed with their picture, gone grey with a stroke of the pen, destroyed
 * torn.
 */
export function SheetsGrid(props: SheetsProps) {
  const part = list.usePart();
  const [arrival, setArrival] = useState(UNTOUCHED);
  // What is pressed stays under the hand until it is let go: a click on what was taken away is nobody's.
  const [isHeld, setHeld] = useState(false);
  const letGo = useRef<ReturnType<typeof setTimeout>>(undefined);
  const letGoSoon = () => {
    letGo.current = setTimeout(() => setHeld(false), CLICK_WITHIN_MS);
  };
  if (part && !isHeld) return <part.SheetsList {...props} arrival={arrival} />;
  const { rows, edition, picture, selected } = props;
  const come = (next: Partial<SheetArrival>) => {
    setArrival((was) => ({ ...was, ...next }));
    list.fetch();
  };
  const onKey = (event: KeyboardEvent) => {
    const { key, shiftKey, ctrlKey, metaKey } = event;
    if (!MEANT.test(key) || (key === 'a' && !ctrlKey && !metaKey)) return;
    event.preventDefault();
    setArrival((was) => ({ ...was, keys: [...was.keys, { key, shiftKey, ctrlKey, metaKey }] }));
  };
  const isSelected = (id: string) => selected === 'all' || selected.has(id);
  const entry = rows.find((row) => isSelected(row.impression.id)) ?? rows[0];
  return (
    <Grid
      role="grid"
      aria-label="Impressions"
      aria-multiselectable
      aria-rowcount={rows.length}
      data-layout="grid"
      style={{ height: gridHeight(rows.length) }}
      onPointerEnter={list.fetch}
      onPointerDown={() => {
        clearTimeout(letGo.current);
        setHeld(true);
      }}
      // The click comes after the pointer has gone up, and under a thumb after it has left as well.
      onPointerUp={letGoSoon}
      onPointerCancel={letGoSoon}
      onPointerLeave={letGoSoon}
      onBlur={() => setArrival(UNTOUCHED)}
      onKeyDown={onKey}
    >
      {rows.slice(0, FIRST_SHEETS).map((row) => {
        const { id } = row.impression;
        const { says, look, isOutside } = sheetSaid(row, edition);
        return (
          <Cell
            key={id}
            role="row"
            aria-label={says}
            aria-selected={isSelected(id)}
            tabIndex={row === entry ? 0 : -1}
            data-look={look}
            data-outside={isOutside || undefined}
            data-selected={isSelected(id) || undefined}
            onClick={() => {
              come({ at: id, isPressed: true });
              setHeld(false);
            }}
            onFocus={() => come({ at: id })}
          >
            <div role="gridcell" style={{ display: 'contents' }}>
              <SheetFace {...{ row, edition, picture }} />
            </div>
          </Cell>
        );
      })}
    </Grid>
  );
}
