import type { Db } from '@/store/db';
import { findRows, type Row } from '@/store/rows';

export type GamutCountRow = Row<'gamutCounts'>;
export const gamutCountsOf = (db: Db, sha256: string): Promise<GamutCountRow[]> =>
  findRows(db, 'gamutCounts', { sha256 });
