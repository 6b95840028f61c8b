import { sql } from 'drizzle-orm';
import type { Db } from './db';

/** How far a new studio has come on the way to its first size with a price. */
export type FirstSteps = {
  /** The newest work that has a picture, where the next step is done. */
  workId: string | null;
  hasPicture: boolean;
  hasSize: boolean;
  hasPrice: boolean;
};

export async function firstSteps(db: Db): Promise<FirstSteps> {
  const [row] = await db.all<{
    workId: string | null;
    pictures: number;
    sizes: number;
    prices: number;
  }>(sql`
    SELECT (SELECT work_id FROM masters WHERE state = 'ready' ORDER BY received_at DESC LIMIT 1) AS workId,
      (SELECT count(*) FROM masters WHERE state = 'ready') AS pictures,
      (SELECT count(*) FROM formats WHERE archived_at IS NULL) AS sizes,
      (SELECT count(*) FROM prices WHERE withdrawn_at IS NULL) AS prices`);
  return {
    workId: row!.workId,
    hasPicture: row!.pictures > 0,
    hasSize: row!.sizes > 0,
    hasPrice: row!.prices > 0,
  };
}
