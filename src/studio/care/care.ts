import { daysPassed } from '@/core/measure/day';
import type { Care } from '@/core/care';
import { RefusedError } from '@/core/errors';
import { plainCause } from '@/store/causes';
import { patchRow } from '@/store/rows';
import { startJob } from '../jobs';
import { FIRST_SETTINGS } from '../settings/firstSettings';
import { noteInJournal, type Studio } from '../studio';
import { backUp } from './backup';

/** After so many days without a backup the bench reminds, where no other number was set. */
export const REMIND_DAYS = 14;

export const NO_CARE: Care = { folder: '', everyDays: null, lastAt: null, lastSays: '', lastWell: true };

export function backupJob(studio: Studio, folder: string): string {
  return startJob(studio, async (_follow, progress) => {
    try {
      const { message: says } = await backUp(studio.options.dataDir, folder, (step) => progress(step));
      await noteBackup(studio, says, true);
      return { message: says };
    } catch (error) {
      const says = error instanceof RefusedError ? error.message : plainCause(error);
      if (says) await noteBackup(studio, says, false).catch(() => {});
      throw says ? new RefusedError(says) : error;
    }
  });
}

function noteBackup(studio: Studio, says: string, well: boolean): Promise<void> {
  return studio.store.write(async (tx) => {
    const care = (await studio.settings(tx)).care ?? NO_CARE;
    const lastAt = well ? studio.now() : care.lastAt;
    await patchRow(tx, 'studio', FIRST_SETTINGS.id, {
      care: { ...care, lastAt, lastSays: says, lastWell: well },
    });
    await noteInJournal(studio, tx, { act: 'backed up', subject: 'studio', subjectId: 'care', says });
  });
}

/** Whole days since the last backup that was made whole; null where there was none. */
export function daysSinceBackup(care: Care | null, now: string): number | null {
  return care?.lastAt ? daysPassed(care.lastAt, now) : null;
}

/** Begins a backup when its day has come. Asked now and then by the server. */
export async function backUpIfDue(studio: Studio): Promise<string | null> {
  const { care } = await studio.settings();
  if (!care?.folder || care.everyDays === null) return null;
  const days = daysSinceBackup(care, studio.now());
  return days === null || days >= care.everyDays ? backupJob(studio, care.folder) : null;
}
