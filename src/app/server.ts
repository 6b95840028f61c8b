import 'server-only';
import { cookies, headers } from 'next/headers';
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { RefusedError } from '@/core/errors';
import { plainCause } from '@/store/causes';
import { holdFolder, type FolderLock } from '@/store/lock';
import { backUpIfDue } from '@/studio/care/care';
import { checkRegister } from '@/studio/editions/editions';
import { prepareSpaces } from '@/studio/proofs/profiles';
import { resumeIntakes } from '@/studio/capture/reading';
import { Studio } from '@/studio/studio';
import { PRACTICE_COOKIE, STUDIO_HEADER, type Whose } from './whose';

// One studio for the whole process: bundles of several routes share it through the process itself.
type Opened = { studio?: Promise<Studio>; lock?: Promise<FolderLock> };
type Shared = { glassineOpened?: Record<Whose, Opened>; glassineEnds?: true };
const shared = globalThis as typeof globalThis & Shared;
const opened = (whose: Whose): Opened => (shared.glassineOpened ??= { own: {}, practice: {} })[whose];

/** The folder everything is kept in. */
export const dataDir = (): string =>
  resolve(/* turbopackIgnore: true */ process.env.GLASSINE_DATA ?? './data');

/** The folder of the practice studio: made up, beside the true one, and never mixed with it. */
export const practiceDir = (): string => `${dataDir()}-practice`;
export const isPracticeMade = (): boolean =>
  existsSync(/* turbopackIgnore: true */ join(practiceDir(), 'glassine.db'));

const folderOf = (whose: Whose): string => (whose === 'practice' ? practiceDir() : dataDir());

/**
 * Which studio is asked: an act says for itself which studio its page was of, whatever another window went to since; a page goes
 * by where the person is.
 *
 * @throws RefusedError for an act of a practice studio that is no longer there: it must never reach somebody's own
 */
export async function whoseIsAsked(): Promise<Whose> {
  const [sent, jar] = await request().catch(() => [null, null]);
  const isMade = isPracticeMade();
  const ofPage = sent?.get(STUDIO_HEADER);
  if (ofPage === 'practice' && !isMade)
    throw new RefusedError(
      'This page was of the practice studio, which is being made anew. Nothing was changed; go into it again from Studio.',
    );
  const said = ofPage ?? jar?.get(PRACTICE_COOKIE)?.value;
  return said === 'practice' && isMade ? 'practice' : 'own';
}

/** What came with the request; at the start of the server there is none. */
const request = async () => [await headers(), await cookies()] as const;

/**
 * The open studio. The first call takes the folder for this one server, brings the database up to date and takes up unfinished
 * readings; where that fails, the next call tries again, so that nothing has to be restarted once the cause is gone.
 */
export async function studio(): Promise<Studio> {
  const whose = await whoseIsAsked();
  const held = opened(whose);
  const opening = (held.studio ??= openStudio(whose));
  opening.catch(() => {
    held.studio = undefined;
  });
  return opening;
}

async function openStudio(whose: Whose): Promise<Studio> {
  const url = whose === 'own' ? process.env.GLASSINE_DATABASE_URL : undefined;
  await holdForUs(whose);
  const studio = await Studio.open({
    dataDir: folderOf(whose),
    remote: url ? { url, token: process.env.GLASSINE_DATABASE_TOKEN } : undefined,
  });
  closeAtTheEnd();
  await resumeIntakes(studio);
  lookAfter(studio);
  return studio;
}

/** Before anything is swept, brought up to date or read. */
async function holdForUs(whose: Whose): Promise<void> {
  const held = opened(whose);
  held.lock ??= holdFolder(folderOf(whose), 'serving', { address: process.env.GLASSINE_ADDRESS });
  held.lock.catch(() => {
    held.lock = undefined;
  });
  await held.lock;
}

/** Closes a studio and lets its folder go; asked for again, it is opened anew. */
export async function closeStudio(whose: Whose): Promise<void> {
  const { studio, lock } = opened(whose);
  opened(whose).studio = undefined;
  opened(whose).lock = undefined;
  const open = await studio?.catch(() => null);
  if (open) {
    open.closed = true;
    await open.store.checkpoint();
    await open.close().catch(() => {});
  }
  await (await lock?.catch(() => null))?.release();
}

const LOOK_EVERY_MS = 10 * 60_000;

/** Makes the backups that were asked for by a schedule. */
function lookAfter(studio: Studio): void {
  void prepareSpaces(studio);
  void checkRegister(studio).catch((error: unknown) => console.error(error));
  const look = () => {
    if (!studio.closed) void backUpIfDue(studio).catch((error: unknown) => console.error(error));
  };
  look();
  setInterval(look, LOOK_EVERY_MS).unref();
}

/** Asked to end, the studio writes everything into its one file and lets the folder go. */
function closeAtTheEnd(): void {
  if (shared.glassineEnds) return;
  shared.glassineEnds = true;
  const end = async () => {
    await Promise.all([closeStudio('own'), closeStudio('practice')]);
    process.exit(0);
  };
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.prependOnceListener(signal, () => void end());
}

/** Why the studio is not open, as a sentence for a person; null when it is. */
export async function whyClosed(): Promise<string | null> {
  try {
    await studio();
    return null;
  } catch (error) {
    if (error instanceof RefusedError) return error.message;
    const cause = plainCause(error);
    if (!cause) console.error(error);
    return cause ?? 'The studio could not be opened. The server’s own log has the details.';
  }
}
