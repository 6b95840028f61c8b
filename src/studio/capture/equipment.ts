import type { Db } from '@/store/db';
import { findRows, type Row } from '@/store/rows';

export type OwnThing = Row<'equipment'>;
export const equipmentAtHand = (db: Db): Promise<OwnThing[]> =>
  findRows(db, 'equipment', { archivedAt: null }, { orderBy: ['name'] });
