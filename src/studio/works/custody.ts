import type { Db } from '@/store/db';
import { findRows, type Row } from '@/store/rows';

export type OriginalMove = Row<'originalMoves'>;
/** Whose hands an original went through, oldest first. */
export const movesOf = (db: Db, workId: string): Promise<OriginalMove[]> =>
  findRows(db, 'originalMoves', { workId }, { orderBy: ['leftOn', 'id'] });
