import { findingsOf, type NamedFinding, type Readings } from '@/core/capture/readings';
import { RefusedError } from '@/core/errors';
import type { Db } from '@/store/db';
import { findRow, findRows, insertRow, patchRow, removeWhere } from '@/store/rows';
import type { Master, Work } from '@/store/works';
import { rm } from 'node:fs/promises';
import { noteInJournal, type Studio } from '../studio';

/** What is being measured of a master now, or null. */
export function measuringOf(studio: Studio, masterId: string): { step: string } | null {
  const running = studio.measurings.get(masterId);
  return running ? { step: running.step } : null;
}

/** Measures a master beside everything else; asked twice, it is done once. A failure is written down and leaves it unmeasured. */
export function measuring(studio: Studio, masterId: string): Promise<void> {
  const already = studio.measurings.get(masterId);
  if (already) return already.done;
  const entry = { step: 'waiting', done: Promise.resolve() };
  studio.measurings.set(masterId, entry);
  entry.done = measure(studio, masterId, entry)
    .catch((error: unknown) => noteFailure(studio, masterId, error))
    .finally(() => studio.measurings.delete(masterId));
  return entry.done;
}

async function noteFailure(studio: Studio, masterId: string, error: unknown): Promise<void> {
  if (studio.closed) return;
  if (!(error instanceof RefusedError)) console.error(error);
  const why = error instanceof RefusedError ? error.message : 'The server’s own log has the details.';
  await studio.store
    .write(async (tx) => {
      const master = await findRow(tx, 'masters', masterId);
      if (!master) return;
      await noteInJournal(studio, tx, {
        act: 'not measured',
        subject: 'master',
        subjectId: masterId,
        says: `${master.fileName} was not measured. ${why}`,
      });
    })
    .catch(() => {});
}

/** Takes up the measuring that a stop cut off. */
export async function resumeMeasuring(studio: Studio): Promise<void> {
  const left = await findRows(studio.db, 'masters', { measuredAt: null, state: 'ready' });
  for (const m of left) await measuring(studio, m.id);
}

async function measure(studio: Studio, masterId: string, entry: { step: string }): Promise<void> {
  const master = await findRow(studio.db, 'masters', masterId);
  if (!master) return;
  const work = await findRow(studio.db, 'works', master.workId);
  const scratch = await studio.objects.passing();
  const path = await studio.objects.soundPath(master.sha256, master.fileName);
  const body = await studio.imaging
    .do('measure', [path, scratch], (step) => {
      entry.step = step;
    })
    .done.finally(() => rm(`${scratch}.v`, { force: true }));
  if (studio.closed) return;
  const gravest = gravestOf(masterFindings(body, master, work));
  await studio.store.write(async (tx) => {
    if (!(await findRow(tx, 'masters', masterId))) return;
    await removeWhere(tx, 'readings', { masterId });
    await insertRow(tx, 'readings', { masterId, at: studio.now(), body });
    await patchRow(tx, 'masters', masterId, {
      measuredAt: studio.now(),
      detailShare: body.detail?.share ?? null,
      gravest: { verdict: gravest.verdict, says: gravest.says },
    });
    await noteInJournal(studio, tx, {
      act: 'measured',
      subject: 'master',
      subjectId: masterId,
      says: `Measured ${master.fileName}: ${gravest.says}`,
    });
  });
}

/** What a master's readings mean for this work. */
export function masterFindings(
  body: Readings,
  master: Pick<Master, 'fileKind' | 'orientation' | 'density' | 'widthPx' | 'bits' | 'derived'>,
  work: Pick<Work, 'medium'> | null | undefined,
): NamedFinding[] {
  const colourExpected = !/\b(ink|charcoal|graphite|pencil|black)\b/i.test(work?.medium ?? '');
  const found = findingsOf(body, { ...master, colourExpected });
  return master.derived
    ? [
        {
          about: 'derived',
          verdict: 'care',
          word: 'altered',
          says: `${master.derived.says} A print of it is not a facsimile of the first capture.`,
          because: [],
        },
        ...found,
      ]
    : found;
}

const RANK = { fails: 0, care: 1, holds: 2 };
export const gravestOf = (findings: readonly NamedFinding[]): NamedFinding =>
  [...findings].sort(
    (a, b) =>
      RANK[a.verdict] - RANK[b.verdict] || Number(b.about === 'detail') - Number(a.about === 'detail'),
  )[0]!;

export async function readingsOf(db: Db, masterId: string): Promise<Readings | null> {
  const [row] = await findRows(db, 'readings', { masterId });
  return row?.body ?? null;
}
