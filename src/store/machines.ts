import { and, asc, gte, isNull, eq, inArray, sql } from 'drizzle-orm';
import { machines, readings, masters, machineLog, inkUse } from './schema';
import type { Db } from './db';

/** The narrowest machine at hand that takes a width. */
export const narrowestMachine = (db: Db, widthUm: number) =>
  db
    .select()
    .from(machines)
    .where(and(isNull(machines.archivedAt), gte(machines.widthUm, widthUm)))
    .orderBy(asc(machines.widthUm))
    .limit(1);

/** What was measured of files, by their hashes. */
export const readingsOfFiles = (db: Db, shas: readonly string[]) =>
  db
    .select({ sha: masters.sha256, body: readings.body })
    .from(masters)
    .innerJoin(readings, eq(readings.masterId, masters.id))
    .where(inArray(masters.sha256, [...shas]));

/** What keeping a machine has cost, by its log. */
export const sumOfLog = (db: Db, machineId: string) =>
  db
    .select({ cost: sql<number>`coalesce(sum(${machineLog.costMinor}), 0)` })
    .from(machineLog)
    .where(eq(machineLog.machineId, machineId));

/** The area a machine has printed. */
export const sumOfPrinted = (db: Db, machineId: string) =>
  db
    .select({ mm2: sql<number>`coalesce(sum(${inkUse.areaMm2}), 0)` })
    .from(inkUse)
    .where(eq(inkUse.machineId, machineId));
