import type { Db } from '@/store/db';
import { findRows, type Row } from '@/store/rows';

export type Layout = Row<'layouts'>;
export const allLayouts = (db: Db): Promise<Layout[]> =>
  findRows(db, 'layouts', {}, { orderBy: ['-changedAt'], limit: 200 });
