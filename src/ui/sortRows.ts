import {
  constructTable,
  createSortedRowModel,
  rowSortingFeature,
  tableFeatures,
  type ColumnDef,
} from '@tanstack/table-core';
import { storeReactivityBindings } from '@tanstack/table-core/store-reactivity-bindings';
import type { Column, SortedBy } from './DataTable';

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  coreReactivityFeature: storeReactivityBindings(),
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

/** The rows by one of their columns; those that have nothing there stand last, whichever way. */
export function sortRows<T extends object>(
  rows: readonly T[],
  columns: readonly Column<T>[],
  { key, isDown }: NonNullable<SortedBy>,
): T[] {
  const table = constructTable({
    features,
    columns: definitionsOf(columns),
    data: rows,
    state: { sorting: [{ id: key, desc: isDown }] },
  });
  return table.getRowModel().rows.map((row) => row.original);
}
