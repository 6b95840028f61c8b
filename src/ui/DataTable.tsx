'use client';
import { ArrowDown, ArrowUp, Columns3 } from 'lucide-react';
import { Fragment, useMemo, useRef, useState, useSyncExternalStore, type ReactNode } from 'react';
import { Button as AriaButton } from 'react-aria-components';
import styled from 'styled-components';
import { inGroups } from '@/core/groups';
import { arriving } from './arriving';
import { sorter } from './lateParts';
import { ScrollArea, Small, Table } from './Layout';
import { t } from './tokens';

/** One column: what stands over it, what stands in it, and what it is sorted by. */
export type Column<T> = {
  key: string;
  head: string;
  /** Nothing where the table is given whole lines. */
  cell?: (row: T) => ReactNode;
  /** What decides the order; nothing comes last, whichever way. A column without it cannot be sorted. */
  by?: (row: T) => string | number | null | undefined;
  /** Figures stand under each other by their ends. */
  isFigure?: boolean;
  /** Names the row. */
  isName?: boolean;
  /** Said to the ear only: a column of buttons needs no head for the eye. */
  isUnheaded?: boolean;
};

/** A column of one figure: sorted by the figure, shown as it is said. */
export const figureColumn = <T, F extends number | null>(
  key: string,
  head: string,
  of: (row: T) => F,
  say: (figure: F) => ReactNode,
): Column<T> => ({ key, head, cell: (row) => say(of(row)), by: of, isFigure: true });

/** By which column the rows stand, and which way. */
export type SortedBy = { key: string; isDown: boolean } | null;

type Props<T> = {
  label: string;
  rows: readonly T[];
  columns: readonly Column<T>[];
  keyOf: (row: T) => string;
  /** A line of the table, where it has a state of its own. */
  lineOf?: (row: T) => ReactNode;
  /** Rows of a kind stand together under its name, as long as nobody sorts. */
  groupOf?: (row: T) => string;
  /** What is said of a kind behind its name. */
  groupSays?: (rows: readonly T[]) => string;
  /** There are more rows on other pages: what is sorted are those of this one, and that is said. */
  isOnePage?: boolean;
  isTight?: boolean;
  isMiddle?: boolean;
  /** Lets a person choose which columns are shown; the choice is kept in this browser under this name. */
  choiceKept?: string;
};

/** A table that can be sorted by what stands over its columns, in the order it came until somebody does. */
export function DataTable<T extends object>({
  label,
  rows,
  columns,
  keyOf,
  lineOf,
  groupOf,
  groupSays,
  isOnePage,
  isTight,
  isMiddle,
  choiceKept,
}: Props<T>) {
  const [asked, setAsked] = useState<SortedBy>(null);
  const [hidden, setHidden] = useHiddenColumns(choiceKept);
  const sorting = sorter.usePart();
  // Nothing says that it is sorted before it is.
  const sorted = sorting && asked;
  const ordered = useMemo(
    () => (sorted && sorting ? sorting.sortRows(rows, columns, sorted) : rows),
    [rows, columns, sorted, sorting],
  );
  const sortBy = (key: string) => {
    sorter.fetch();
    setAsked(nextSorted(asked, key));
  };
  const shown = columns.filter(({ key }) => !hidden.includes(key));
  const line = (row: T) =>
    lineOf ? (
      <Fragment key={keyOf(row)}>{lineOf(row)}</Fragment>
    ) : (
      <tr key={keyOf(row)}>
        {shown.map((column) => (
          <Cell key={column.key} column={column} row={row} />
        ))}
      </tr>
    );
  const groups = groupOf && !sorted ? inGroups(ordered, groupOf) : null;
  return (
    <>
      {choiceKept && <ColumnChoice columns={columns} hidden={hidden} onChange={setHidden} />}
      <ScrollArea>
        <Table aria-label={label} $tight={isTight} $middle={isMiddle}>
          <thead>
            <tr>
              {shown.map((column) => (
                <Head
                  key={column.key}
                  column={column}
                  sorted={directionOf(sorted, column.key)}
                  onSort={() => sortBy(column.key)}
                  onNear={sorter.fetch}
                />
              ))}
            </tr>
          </thead>
          <tbody>
            {groups
              ? groups.flatMap(({ key, items }) => [
                  <tr key={`group ${key}`} className="group">
                    <td colSpan={shown.length}>
                      {key}
                      {groupSays?.(items)}
                    </td>
                  </tr>,
                  ...items.map(line),
                ])
              : ordered.map(line)}
          </tbody>
        </Table>
      </ScrollArea>
      {isOnePage && sorted && <Small>Sorted among the {rows.length} on this page.</Small>}
    </>
  );
}

type Direction = 'ascending' | 'descending' | null;

function directionOf(sorted: SortedBy, key: string): Direction {
  if (sorted?.key !== key) return null;
  return sorted.isDown ? 'descending' : 'ascending';
}

/** Up, down, and back to the order it came in. */
export function nextSorted(sorted: SortedBy, key: string): SortedBy {
  switch (directionOf(sorted, key)) {
    case null:
      return { key, isDown: false };
    case 'ascending':
      return { key, isDown: true };
    default:
      return null;
  }
}

const SortButton = styled(AriaButton)`
  border: 0;
  background: none;
  padding: 0;
  font: inherit;
  color: inherit;
  text-align: inherit;
  cursor: pointer;
  display: inline-flex;
  align-items: center;
  gap: 3px;
  min-height: 24px;
  &[data-hovered] {
    text-decoration: underline dotted;
    text-underline-offset: 3px;
  }
  svg {
    flex: none;
  }
`;

function Head<T>({
  column,
  sorted,
  onSort,
  onNear,
}: {
  column: Column<T>;
  sorted: Direction;
  onSort: () => void;
  onNear: () => void;
}) {
  const { head, by, isFigure, isUnheaded } = column;
  const Arrow = sorted === 'descending' ? ArrowDown : ArrowUp;
  return (
    <th scope="col" className={isFigure ? 'n' : undefined} aria-sort={sorted ?? undefined}>
      {by ? (
        <SortButton onPress={onSort} onHoverStart={onNear} onFocus={onNear}>
          {head}
          {sorted && <Arrow size={12} strokeWidth={1.6} aria-hidden="true" />}
        </SortButton>
      ) : (
        <span className={isUnheaded ? 'visually-hidden' : undefined}>{head}</span>
      )}
    </th>
  );
}

function Cell<T>({ column, row }: { column: Column<T>; row: T }) {
  const content = column.cell?.(row);
  if (column.isName) return <th scope="row">{content}</th>;
  return <td className={column.isFigure ? 'n' : undefined}>{content}</td>;
}

const PREFIX = 'glassine_columns:';

const CHANGED = 'glassine-columns';
const onChoice = (tell: () => void) => {
  window.addEventListener(CHANGED, tell);
  return () => window.removeEventListener(CHANGED, tell);
};

/** Which columns somebody has put away, in this browser; the server knows of none. */
function useHiddenColumns(kept: string | undefined): [string[], (hidden: string[]) => void] {
  const name = PREFIX + (kept ?? '');
  const text = useSyncExternalStore(
    onChoice,
    () => (kept && window.localStorage.getItem(name)) || '[]',
    () => '[]',
  );
  const hidden = useMemo(() => JSON.parse(text) as string[], [text]);
  const change = (next: string[]) => {
    window.localStorage.setItem(name, JSON.stringify(next));
    window.dispatchEvent(new Event(CHANGED));
  };
  return [hidden, change];
}

const Choice = styled.div`
  display: flex;
  justify-content: flex-end;
  > button {
    display: inline-flex;
    align-items: center;
    gap: 6px;
    border: 0;
    background: none;
    padding: 4px 0;
    min-height: 24px;
    color: ${t.ink2};
    font-size: 12px;
    cursor: pointer;
  }
`;
/** The list of columns, fetched when it is opened. */
const ColumnMenu = arriving(async () => (await import('./ColumnMenu')).ColumnMenu);

function ColumnChoice<T>({
  columns,
  hidden,
  onChange,
}: {
  columns: readonly Column<T>[];
  hidden: readonly string[];
  onChange: (hidden: string[]) => void;
}) {
  // What names the row and what has no name of its own stays.
  const free = columns.filter(({ isName, isUnheaded }) => !isName && !isUnheaded);
  const button = useRef<HTMLButtonElement>(null);
  const [isOpen, setOpen] = useState(false);
  return (
    <Choice>
      <AriaButton ref={button} aria-haspopup="menu" aria-expanded={isOpen} onPress={() => setOpen(true)}>
        <Columns3 size={14} strokeWidth={1.4} aria-hidden="true" />
        Columns{hidden.length > 0 && `, ${hidden.length} put away`}
      </AriaButton>
      {isOpen && (
        <ColumnMenu
          columns={free}
          hidden={hidden}
          onChange={onChange}
          buttonRef={button}
          onClose={() => setOpen(false)}
        />
      )}
    </Choice>
  );
}
