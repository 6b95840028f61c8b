'use client';
import {
  columnVisibilityFeature,
  createSortedRowModel,
  rowSortingFeature,
  tableFeatures,
  useTable,
  type ColumnDef,
  type SortingState,
} from '@tanstack/react-table';
import { ArrowDown, ArrowUp, Columns3 } from 'lucide-react';
import { useMemo, useState, useSyncExternalStore, type ReactNode } from 'react';
import {
  Button as AriaButton,
  Menu,
  MenuItem,
  MenuTrigger,
  Popover,
  type Selection,
} from 'react-aria-components';
import styled from 'styled-components';
import { inGroups } from '@/core/groups';
import { ScrollArea, Table } from './Layout';
import { t } from './tokens';

/** One column: what stands over it, what stands in it, and what it is sorted by. */
export type Column<T> = {
  key: string;
  head: string;
  cell: (row: T) => ReactNode;
  /** What decides the order; nothing comes last, whichever way. A column without it cannot be sorted. */
  by?: (row: T) => string | number | null | undefined;
  /** Figures stand under each other by their ends. */
  isFigure?: boolean;
  /** Names the row. */
  isName?: boolean;
  /** Said to the ear only: a column of buttons needs no head for the eye. */
  isUnheaded?: boolean;
};

const features = tableFeatures({
  rowSortingFeature,
  columnVisibilityFeature,
  sortedRowModel: createSortedRowModel(),
});

const words = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });
type SortValue = string | number;

/** Words as a person files them ("A3" before "A10"), figures by size. */
export function inOrder(a: SortValue, b: SortValue): number {
  return typeof a === 'number' && typeof b === 'number' ? a - b : words.compare(String(a), String(b));
}

const definitionsOf = <T extends object>(
  columns: readonly Column<T>[],
): ColumnDef<typeof features, T>[] =>
  columns.map(({ key, head, by }) => ({
    id: key,
    header: head,
    // Undefined is put last by the package, whichever way the rest is turned.
    accessorFn: (row: T) => by?.(row) ?? undefined,
    sortFn: (a, b, id) => inOrder(a.getValue<SortValue>(id), b.getValue<SortValue>(id)),
    sortUndefined: 'last',
    enableSorting: by !== undefined,
    sortDescFirst: false,
  }));

type Props<T> = {
  label: string;
  rows: readonly T[];
  columns: readonly Column<T>[];
  keyOf: (row: T) => string;
  /** Rows of a kind stand together under its name, as long as nobody sorts. */
  groupOf?: (row: T) => string;
  /** Lets a person choose which columns are shown; the choice is kept in this browser under this name. */
  choiceKept?: string;
};

/** A table that can be sorted by what stands over its columns, in the order it came until somebody does. */
export function DataTable<T extends object>({
  label,
  rows,
  columns,
  keyOf,
  groupOf,
  choiceKept,
}: Props<T>) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const [hidden, setHidden] = useHiddenColumns(choiceKept);
  const definitions = useMemo(() => definitionsOf(columns), [columns]);
  const data = useMemo(() => [...rows], [rows]);
  const table = useTable({
    features,
    columns: definitions,
    data,
    getRowId: keyOf,
    state: { sorting, columnVisibility: Object.fromEntries(hidden.map((key) => [key, false])) },
    onSortingChange: setSorting,
  });
  const shown = columns.filter(({ key }) => !hidden.includes(key));
  const ordered = table.getRowModel().rows.map((row) => row.original);
  const line = (row: T) => (
    <tr key={keyOf(row)}>
      {shown.map((column) => (
        <Cell key={column.key} column={column} row={row} />
      ))}
    </tr>
  );
  const groups = groupOf && sorting.length === 0 ? inGroups(ordered, groupOf) : null;
  return (
    <>
      {choiceKept && <ColumnChoice columns={columns} hidden={hidden} onChange={setHidden} />}
      <ScrollArea>
        <Table aria-label={label}>
          <thead>
            <tr>
              {shown.map((column) => (
                <Head
                  key={column.key}
                  column={column}
                  sorted={sortedBy(sorting, column.key)}
                  onSort={() => setSorting(nextSorting(sorting, column.key))}
                />
              ))}
            </tr>
          </thead>
          <tbody>
            {groups
              ? groups.flatMap(({ key, items }) => [
                  <tr key={`group ${key}`} className="group">
                    <td colSpan={shown.length}>{key}</td>
                  </tr>,
                  ...items.map(line),
                ])
              : ordered.map(line)}
          </tbody>
        </Table>
      </ScrollArea>
    </>
  );
}

type Sorted = 'ascending' | 'descending' | null;

function sortedBy(sorting: SortingState, key: string): Sorted {
  const [by] = sorting;
  if (by?.id !== key) return null;
  return by.desc ? 'descending' : 'ascending';
}

/** Up, down, and back to the order it came in. */
export function nextSorting(sorting: SortingState, key: string): SortingState {
  switch (sortedBy(sorting, key)) {
    case null:
      return [{ id: key, desc: false }];
    case 'ascending':
      return [{ id: key, desc: true }];
    default:
      return [];
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

function Head<T>({ column, sorted, onSort }: { column: Column<T>; sorted: Sorted; onSort: () => void }) {
  const { head, by, isFigure, isUnheaded } = column;
  const Arrow = sorted === 'descending' ? ArrowDown : ArrowUp;
  return (
    <th scope="col" className={isFigure ? 'n' : undefined} aria-sort={sorted ?? undefined}>
      {by ? (
        <SortButton onPress={onSort}>
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
  const content = column.cell(row);
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
  const change = (selected: Selection) =>
    onChange(selected === 'all' ? [] : free.map(({ key }) => key).filter((key) => !selected.has(key)));
  return (
    <Choice>
      <MenuTrigger>
        <AriaButton>
          <Columns3 size={14} strokeWidth={1.4} aria-hidden="true" />
          Columns{hidden.length > 0 && `, ${hidden.length} put away`}
        </AriaButton>
        <Sheet placement="bottom end">
          <Menu
            aria-label="Columns shown"
            selectionMode="multiple"
            selectedKeys={free.map(({ key }) => key).filter((key) => !hidden.includes(key))}
            onSelectionChange={change}
          >
            {free.map(({ key, head }) => (
              <Line key={key} id={key} textValue={head}>
                {head}
              </Line>
            ))}
          </Menu>
        </Sheet>
      </MenuTrigger>
    </Choice>
  );
}
