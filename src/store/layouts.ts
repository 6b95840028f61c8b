import { asc, eq } from 'drizzle-orm';
import { layouts, papers } from './schema';
import type { Db } from './db';

/** What waits to be printed, by paper and width. */
export const queuedLayouts = (db: Db) =>
  db
    .select({ layout: layouts, paper: papers.name })
    .from(layouts)
    .innerJoin(papers, eq(papers.id, layouts.paperId))
    .where(eq(layouts.state, 'queued'))
    .orderBy(asc(papers.name), asc(layouts.widthUm), asc(layouts.changedAt));
