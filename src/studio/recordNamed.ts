import { insertRow, ownColumns, patchRow, rowById, type NewRow } from '@/store/rows';
import { noteInJournal, type Studio } from './studio';

/** Things that are recorded by one form each, and called by a name. */
type Named = 'papers' | 'routes' | 'supplies' | 'services';

export function keepNamed<N extends Named>(
  studio: Studio,
  table: N,
  given: string | undefined,
  row: Record<string, unknown> & { name: string },
  subject: string,
) {
  return studio.store.write(async (tx) => {
    const before = given ? await rowById(tx, table, given, 'id') : undefined;
    const rowId = given ?? studio.newId();
    const columns = ownColumns(table, row);
    if (given) await patchRow(tx, table, given, columns);
    else await insertRow(tx, table, { ...columns, id: rowId } as NewRow<N>);
    await noteInJournal(studio, tx, {
      act: given ? 'changed' : 'recorded',
      subject,
      subjectId: rowId,
      says: `${given ? 'Changed' : 'Recorded'} the ${subject} ${row.name}`,
      before,
      after: row,
    });
    return { message: `${row.name} is recorded.`, id: rowId };
  });
}
