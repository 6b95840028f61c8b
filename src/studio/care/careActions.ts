import { InputError, RefusedError } from '@/core/errors';
import { patchRow } from '@/store/rows';
import { isAbsolute } from 'node:path';
import { defineAction } from '../action';
import { startJob } from '../jobs';
import { objectSchema, orNull, Type, wholeNumber } from '../schemas';
import { FIRST_SETTINGS } from '../settings/firstSettings';
import { noteInJournal } from '../studio';
import { backupJob, NO_CARE } from './care';
import { checkStudio } from './studioCheck';

/** Says where backups go and how often they are made by themselves. */
export const setCare = defineAction({
  name: 'setCare',
  input: objectSchema({ folder: Type.String({ maxLength: 500 }), everyDays: orNull(wholeNumber(1, 90)) }),

  async run({ studio, tx, input }) {
    const folder = input.folder.trim();
    if (folder && (!isAbsolute(folder) || folder.includes('\0')))
      throw new InputError('folder', input.folder, 'the whole path of a folder, best on another disk');
    if (!folder && input.everyDays !== null)
      throw new InputError('folder', input.folder, 'a folder, when backups are made by themselves');
    const before = (await studio.settings(tx)).care ?? NO_CARE;
    await patchRow(tx, 'studio', FIRST_SETTINGS.id, {
      care: { ...before, folder, everyDays: input.everyDays },
    });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'studio',
      subjectId: 'care',
      says: folder ? `Backups go to ${folder}` : 'No folder for backups any more',
      before,
    });
    return { message: 'Kept.' };
  },
});

/** Makes a backup now, beside everything else. */
export const backUpNow = defineAction({
  name: 'backUpNow',
  input: objectSchema({}),
  final: true,
  async run({ studio }) {
    const { care } = await studio.settings();
    if (!care?.folder) throw new RefusedError('Say first which folder the backup goes to.');
    return { message: 'Backing up.', job: backupJob(studio, care.folder) };
  },
});

function foundSentence(faults: number): string {
  if (faults === 0) return 'The studio is whole.';
  return faults === 1 ? '1 thing is not as it should be.' : `${faults} things are not as they should be.`;
}

/** Looks the whole studio over, beside everything else. */
export const checkNow = defineAction({
  name: 'checkNow',
  input: objectSchema({}),
  final: true,
  async run({ studio }) {
    const job = startJob(studio, async (_follow, progress) => {
      const found = await checkStudio(studio, undefined, (step) => progress(`looking over ${step}`));
      studio.lastCheck = found;
      return { message: foundSentence(found.faults.length) };
    });
    return { message: 'Looking the studio over.', job };
  },
});
