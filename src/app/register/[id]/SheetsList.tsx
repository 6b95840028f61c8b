'use client';
import { useEffect, useRef } from 'react';
import { GridLayout, GridList, GridListItem, Size, Virtualizer } from 'react-aria-components';
import styled from 'styled-components';
import { CELL, gridHeight, sheetCell, SheetFace, sheetSaid } from './SheetFace';
import type { PressedKey, SheetArrival, SheetsProps } from './SheetsGrid';

const Grid = styled(GridList)`
  outline: none;
  overflow-y: auto;
  overflow-x: hidden;
` as typeof GridList;
const Cell = styled(GridListItem)`
  ${sheetCell}
` as typeof GridListItem;

const LAYOUT = {
  minItemSize: new Size(CELL.width, CELL.height),
  maxItemSize: new Size(CELL.widest, CELL.height),
  minSpace: new Size(CELL.gap, CELL.gap),
};

/** A sheet that is far down is not drawn before somebody scrolls to it. */
const FRAMES_AT_MOST = 30;

/** Each key after what the one before it did has been drawn. */
function pressAfterEachOther(keys: PressedKey[]): void {
  const key = keys.shift();
  if (!key) return;
  requestAnimationFrame(() => {
    const how = { ...key, bubbles: true, cancelable: true };
    document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', how));
    document.activeElement?.dispatchEvent(new KeyboardEvent('keyup', how));
    pressAfterEachOther(keys);
  });
}

/** Goes on from where a hand was before the list was there: the same sheet has the focus, is pressed, and the keys follow. */
function useArrival({ at, isPressed, keys }: SheetArrival) {
  const grid = useRef<HTMLDivElement>(null);
  const first = useRef({ at, isPressed, keys });
  useEffect(() => {
    const { at: id, isPressed: wasPressed, keys: left } = first.current;
    if (id === null) return;
    // The list draws its sheets when it has seen how much room there is.
    let frames = 0;
    let wait: number;
    const goOn = () => {
      const sheet = grid.current?.querySelector<HTMLElement>(`[data-key="${id}"]`);
      if (!sheet && frames++ < FRAMES_AT_MOST) {
        wait = requestAnimationFrame(goOn);
        return;
      }
      (sheet ?? grid.current)?.focus();
      if (wasPressed) sheet?.click();
      pressAfterEachOther([...left]);
    };
    goOn();
    return () => cancelAnimationFrame(wait);
  }, []);
  return grid;
}

/** The sheets of an edition, chosen by the mouse or by keys. A thousand of them are a page: only those in sight are drawn. */
export function SheetsList({
  rows,
  edition,
  picture,
  selected,
  onSelect,
  arrival,
}: SheetsProps & { arrival: SheetArrival }) {
  const grid = useArrival(arrival);
  return (
    <Virtualizer layout={GridLayout} layoutOptions={LAYOUT}>
      <Grid
        ref={grid}
        aria-label="Impressions"
        layout="grid"
        selectionMode="multiple"
        selectionBehavior="replace"
        selectedKeys={selected}
        onSelectionChange={onSelect}
        dependencies={[picture, edition]}
        style={{ height: gridHeight(rows.length) }}
        items={rows.map((row) => ({ id: row.impression.id, row }))}
      >
        {({ row }) => {
          const { says, look, isOutside } = sheetSaid(row, edition);
          return (
            <Cell
              id={row.impression.id}
              textValue={says}
              data-look={look}
              data-outside={isOutside || undefined}
            >
              <SheetFace {...{ row, edition, picture }} />
            </Cell>
          );
        }}
      </Grid>
    </Virtualizer>
  );
}
