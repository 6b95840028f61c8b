import { isAbsolute } from 'node:path';
import { InputError, RefusedError } from '@/core/errors';
import { plainCause } from '@/store/causes';
import { patchRow } from '@/store/rows';
import { studio as studioTable, type Care } from '@/store/schema';
import { act } from './act';
import { backUp } from './backup';
import { FIRST_SETTINGS } from './firstSettings';
import { startJob } from './jobs';
import { count, just, orNull } from './schemas';
import { noteInJournal, type Studio } from './studio';
import { checkStudio } from './wholeCheck';

/** After so many days without a backup the bench reminds, where no other number was set. */
export const REMIND_DAYS = 14;

const NO_CARE: Care = { folder: '', everyDays: null, lastAt: null, lastSays: '', lastWell: true };

/** Says where backups go and how often they are made by themselves. */
export const setCare = act<{ folder: string; everyDays: number | null }>(
  just({ folder: { type: 'string', maxLength: 500 }, everyDays: orNull(count(1, 90)) }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const folder = input.folder.trim();
      if (folder && (!isAbsolute(folder) || folder.includes('\0')))
        throw new InputError('folder', input.folder, 'the whole path of a folder, best on another disk');
      if (!folder && input.everyDays !== null)
        throw new InputError('folder', input.folder, 'a folder, when backups are made by themselves');
      const before = (await studio.settings(tx)).care ?? NO_CARE;
      await patchRow(tx, studioTable, FIRST_SETTINGS.id, {
        care: { ...before, folder, everyDays: input.everyDays },
      });
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'studio',
        subjectId: 'care',
        says: folder ? `Backups go to ${folder}` : 'No folder for backups any more',
        before,
      });
      return { says: 'Kept.' };
    }),
);

/** Makes a backup now, beside everything else. */
export const backUpNow = act<Record<string, never>>(
  just({}),
  async (studio) => {
    const { care } = await studio.settings();
    if (!care?.folder) throw new RefusedError('Say first which folder the backup goes to.');
    return { says: 'Backing up.', more: { job: backupJob(studio, care.folder) } };
  },
  { final: true },
);

function backupJob(studio: Studio, folder: string): string {
  return startJob(studio, async (_follow, progress) => {
    try {
      const { says } = await backUp(studio.options.dataDir, folder, (step) => progress(step));
      await noteBackup(studio, says, true);
      return { says };
    } catch (error) {
      const says = error instanceof RefusedError ? error.says : plainCause(error);
      if (says) await noteBackup(studio, says, false).catch(() => {});
      throw says ? new RefusedError(says) : error;
    }
  });
}

function noteBackup(studio: Studio, says: string, well: boolean): Promise<void> {
  return studio.store.write(async (tx) => {
    const care = (await studio.settings(tx)).care ?? NO_CARE;
    const lastAt = well ? studio.now() : care.lastAt;
    await patchRow(tx, studioTable, FIRST_SETTINGS.id, {
      care: { ...care, lastAt, lastSays: says, lastWell: well },
    });
    await noteInJournal(studio, tx, { act: 'backed up', subject: 'studio', subjectId: 'care', says });
  });
}

/** Whole days since the last backup that was made whole; null where there was none. */
export function daysSinceBackup(care: Care | null, now: string): number | null {
  return care?.lastAt ? Math.floor((Date.parse(now) - Date.parse(care.lastAt)) / 86_400_000) : null;
}

/** Begins a backup when its day has come. Asked now and then by the server. */
export async function backUpIfDue(studio: Studio): Promise<string | null> {
  const { care } = await studio.settings();
  if (!care?.folder || care.everyDays === null) return null;
  const days = daysSinceBackup(care, studio.now());
  return days === null || days >= care.everyDays ? backupJob(studio, care.folder) : null;
}

function foundSentence(faults: number): string {
  if (faults === 0) return 'The studio is whole.';
  return faults === 1 ? '1 thing is not as it should be.' : `${faults} things are not as they should be.`;
}

/** Looks the whole studio over, beside everything else. */
export const checkNow = act<Record<string, never>>(
  just({}),
  async (studio) => {
    const job = startJob(studio, async (_follow, progress) => {
      const found = await checkStudio(studio, undefined, (step) => progress(`looking over ${step}`));
      studio.lastCheck = found;
      return { says: foundSentence(found.faults.length) };
    });
    return { says: 'Looking the studio over.', more: { job } };
  },
  { final: true },
);
