import { findColumns } from '@/store/rows';
import { definePicker } from '../picker';

/** A work, as a picker names it. */
export type WorkPick = { id: string; title: string };

/** Every work, those put away too: what is looked back on may be of one. */
export const workPicks = definePicker<WorkPick>(
  'works',
  async (db) =>
    (await findColumns(db, 'works', ['id', 'title'])).sort((a, b) => a.title.localeCompare(b.title)),
  ({ title }) => title,
);
