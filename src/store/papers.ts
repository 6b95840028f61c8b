import { asc, eq, inArray, sql, and, desc, isNull } from 'drizzle-orm';
import {
  lots,
  stockMoves,
  proofs,
  orders,
  orderLines,
  formats,
  works,
  editions,
  impressions,
} from './schema';
import type { Db } from './db';

/** Lots with what was received and what is left of them, the oldest first. */
export const lotSums = (db: Db, paperIds?: readonly string[]) =>
  db
    .select({
      lot: lots,
      onHand: sql<number>`coalesce(sum(${stockMoves.amount}), 0)`,
      received: sql<number>`coalesce(sum(case when ${stockMoves.kind} = 'received' then ${stockMoves.amount} else 0 end), 0)`,
    })
    .from(lots)
    .leftJoin(stockMoves, eq(stockMoves.lotId, lots.id))
    .where(paperIds ? inArray(lots.paperId, [...paperIds]) : undefined)
    .groupBy(lots.id)
    .orderBy(asc(lots.receivedOn), asc(lots.id));

/** What the paper left in a lot has cost. */
export const restOfLot = (db: Db, lotId: string) =>
  db
    .select({ rest: sql<number>`coalesce(sum(${stockMoves.costMinor}), 0)` })
    .from(stockMoves)
    .where(eq(stockMoves.lotId, lotId));

/** Lines of new orders by the paper they would be printed on, and how many of that size of that edition lie there already. */
export const newLinesOnPapers = (db: Db, paperIds?: readonly string[]) =>
  db
    .select({
      paperId: proofs.paperId,
      line: orderLines,
      format: formats,
      lie: sql<number>`(SELECT count(*) FROM impressions i WHERE i.edition_id = ${orderLines.editionId} AND i.format_id = ${orderLines.formatId}
        AND i.state IN ('printed', 'inspected', 'signed', 'certified') AND i.order_line_id IS NULL)`,
    })
    .from(orderLines)
    .innerJoin(orders, eq(orders.id, orderLines.orderId))
    .innerJoin(formats, eq(formats.id, orderLines.formatId))
    .innerJoin(proofs, and(eq(proofs.formatId, formats.id), eq(proofs.reference, true)))
    .where(and(eq(orders.state, 'new'), paperIds && inArray(proofs.paperId, [...paperIds])));

/** Proofs that passed on a paper, the newest first. */
export const acceptedOnPaper = (db: Db, paperId: string) =>
  db
    .select({ proof: proofs, title: works.title, format: formats.name, workId: works.id })
    .from(proofs)
    .innerJoin(works, eq(works.id, proofs.workId))
    .innerJoin(formats, eq(formats.id, proofs.formatId))
    .where(and(eq(proofs.paperId, paperId), eq(proofs.state, 'accepted')))
    .orderBy(desc(proofs.judgedAt));

/** Editions that go on and have prints on a paper. */
export const openEditionsOnPaper = (db: Db, paperId: string) =>
  db
    .selectDistinct({ workId: works.id, title: works.title, kind: editions.kind, size: editions.size })
    .from(impressions)
    .innerJoin(editions, eq(editions.id, impressions.editionId))
    .innerJoin(works, eq(works.id, editions.workId))
    .where(and(eq(impressions.paperId, paperId), isNull(editions.closedAt)));

/** The last moves of a paper’s lots. */
export const movesOfPaper = (db: Db, paperId: string) =>
  db
    .select({ move: stockMoves, lot: lots.name, form: lots.form })
    .from(stockMoves)
    .innerJoin(lots, eq(lots.id, stockMoves.lotId))
    .where(eq(lots.paperId, paperId))
    .orderBy(desc(stockMoves.at), desc(stockMoves.id))
    .limit(40);

/** Which works passed on which paper. */
export const papersThatPassed = (db: Db) =>
  db
    .selectDistinct({ paperId: proofs.paperId, title: works.title })
    .from(proofs)
    .innerJoin(works, eq(works.id, proofs.workId))
    .where(eq(proofs.state, 'accepted'));
