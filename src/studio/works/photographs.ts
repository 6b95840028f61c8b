import { isDay, localDay } from '@/core/measure';
import { PHOTOGRAPH_OF, type PhotographOf } from '@/core/works';
import { InputError } from '@/core/errors';
import type { Received } from '@/imaging/objects';
import type { Db } from '@/store/db';
import { findRows, insertRow, rowById, type Row } from '@/store/rows';
import type { ActionResult } from '../action';
import { noteInJournal, type Studio } from '../studio';

export type Photograph = Row<'photographs'>;

/** What there is of an original, the newest first. */
export const photographsOf = (db: Db, workId: string): Promise<Photograph[]> =>
  findRows(db, 'photographs', { workId }, { orderBy: ['-takenOn', '-keptAt'] });

/** A photograph takes far less; a file this large is a capture. */
export const MOST_PHOTOGRAPH_BYTES = 100 * 1024 ** 2;

/**
 * Keeps a photograph of an original, byte for byte, with what it shows and the day it was taken.
 *
 * @param given.takenOn nothing: today
 * @throws InputError for something it cannot show, or a day to come
 * @throws RefusedError for a file that is no picture
 */
export async function keepPhotograph(
  studio: Studio,
  given: {
    workId: string;
    shows: string;
    words: string;
    takenOn: string | null;
    fileName: string;
    received: Received;
  },
): Promise<ActionResult> {
  const { received, fileName, words } = given;
  const work = await rowById(studio.db, 'works', given.workId, 'work');
  const shows = showsOf(given.shows);
  const today = localDay(studio.now(), (await studio.settings()).timeZone);
  const takenOn = given.takenOn || today;
  checkTakenOn(takenOn, today);
  await studio.imaging.facts(received.path, fileName).done;
  await studio.objects.keep(received);
  const newId = studio.newId();
  await studio.store.write(async (tx) => {
    await insertRow(tx, 'photographs', {
      id: newId,
      workId: work.id,
      sha256: received.sha256,
      bytes: received.bytes,
      fileName,
      shows,
      words: words.trim().slice(0, 500),
      takenOn,
      keptAt: studio.now(),
    });
    await noteInJournal(studio, tx, {
      act: 'kept',
      subject: 'photograph',
      subjectId: newId,
      says: `Kept a photograph of ${work.title}: ${shows}${words.trim() && `, ${words.trim()}`}`,
    });
  });
  return { message: `The photograph of ${work.title} is kept: ${shows}.`, id: newId, undo: null };
}

function showsOf(text: string): PhotographOf {
  const shows = PHOTOGRAPH_OF.find((each) => each === text);
  if (!shows) throw new InputError('shows', text, `one of ${PHOTOGRAPH_OF.join(', ')}`);
  return shows;
}

/** @throws InputError for a day that is none, or to come */
export function checkTakenOn(takenOn: string, today: string): void {
  if (!isDay(takenOn) || takenOn > today)
    throw new InputError('takenOn', takenOn, 'a day that is not in the future, such as 2026-11-03');
}
