import { RefusedError } from '@/core/errors';
import { passedFigures, type PassedFigures } from '@/core/printfile/passedFigures';
import { type PrepStep } from '@/core/printfile/steps';
import type { Db, Tx } from '@/store/db';
import { findRows, patchRow, rowById, type Row } from '@/store/rows';
import { preparedNear } from '@/store/works';
import { noteInJournal, type Studio } from '../studio';

export type Prep = Row<'preps'>;
export const prepsOf = (db: Db, workId: string): Promise<Prep[]> =>
  findRows(db, 'preps', { workId }, { orderBy: ['-changedAt'] });

/** Adds steps to the end of a prep; says where the first of them stands. */
export async function addSteps(
  studio: Studio,
  tx: Tx,
  prepId: string,
  steps: PrepStep[],
  factor?: number,
): Promise<number> {
  const prep = await rowById(tx, 'preps', prepId, 'id');
  if (prep.steps.length + steps.length > 200)
    throw new RefusedError('A prep holds up to 200 steps: begin another.');
  await patchRow(tx, 'preps', prep.id, {
    steps: [...prep.steps, ...steps],
    changedAt: studio.now(),
    ...(factor !== undefined && { factor }),
  });
  await noteInJournal(studio, tx, {
    act: 'logged',
    subject: 'prep',
    subjectId: prep.id,
    says: `${prep.name}: ${steps.map((s) => s.says).join('; ')}`,
  });
  return prep.steps.length;
}

export type LikeFactor = {
  prepId: string;
  name: string;
  title: string;
  factor: number;
  round: number;
  settings: string;
  figures: PassedFigures;
};
/** Factors this near need like settings. */
const LIKE = 1.15;

/** Preps with a resample factor near this one whose format then had a proof accepted: what passed, and at which round. */
export async function passedNear(db: Db, factor: number): Promise<LikeFactor[]> {
  const rows = await preparedNear(db, factor, LIKE);
  return rows.map(({ prep, title, round }) => ({
    prepId: prep.id,
    name: prep.name,
    title,
    factor: prep.factor!,
    round,
    figures: passedFigures(prep.steps),
    settings: lastOf(prep.steps, 'noise', 'resample', 'sharpen') || 'no sharpening logged',
  }));
}

/** The last step of each kind, in words: what the print that passed had last been through. */
const lastOf = (steps: readonly PrepStep[], ...kinds: PrepStep['kind'][]): string =>
  kinds.flatMap((kind) => steps.filter((s) => s.kind === kind).at(-1)?.says ?? []).join('; ');
