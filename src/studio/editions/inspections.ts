import { daysPassed } from '@/core/measure/day';
import { impressionLabel } from '@/core/edition/impressionStates';
import type { Db } from '@/store/db';
import { inspectionsByReference, lastInspections, printsToInspect } from '@/store/inspections';
import { findColumns, type Row } from '@/store/rows';
import { type Studio } from '../studio';

/** Printed impressions of a work that nobody has looked over yet, with their reference; and what was looked over lately. */
export async function toInspect(db: Db, workId: string) {
  const waiting = await printsToInspect(db, workId);
  const done = await lastInspections(db, workId);
  const name = (i: Row<'impressions'>, size: number | null) => impressionLabel(i.kind, i.number, size);
  return {
    waiting: waiting.map((w) => ({ ...w, label: name(w.impression, w.edition.size) })),
    done: done.map((d) => ({ ...d, label: name(d.impression, d.size) })),
  };
}

/** Prints whose reference was last held beside a print longer ago than the studio asks. */
export async function dueForReference(
  studio: Studio,
): Promise<{ proofId: string; workId: string; since: string; days: number }[]> {
  const { referenceDays } = await studio.settings();
  if (!referenceDays) return [];
  const refs = await findColumns(studio.db, 'proofs', ['id', 'workId', 'judgedAt', 'askedAt'], {
    reference: true,
  });
  if (!refs.length) return [];
  const looked = await inspectionsByReference(studio.db);
  return refs.flatMap((r) => {
    const since = looked
      .filter((l) => l.proofId === r.id)
      .map((l) => l.at)
      .concat(r.judgedAt ?? r.askedAt)
      .sort()
      .at(-1)!;
    const days = daysPassed(since, studio.now());
    return days >= referenceDays ? [{ proofId: r.id, workId: r.workId, since, days }] : [];
  });
}
