import 'server-only';
import { resolve } from 'node:path';
import { RefusedError } from '@/core/errors';
import { plainCause } from '@/store/causes';
import { holdFolder, type FolderLock } from '@/store/lock';
import { backUpIfDue } from '@/studio/care/care';
import { prepareSpaces } from '@/studio/proofs/profiles';
import { resumeIntakes } from '@/studio/capture/reading';
import { Studio } from '@/studio/studio';

// One studio for the whole process: bundles of several routes share it through the process itself.
type Shared = {
  glassineStudio?: Promise<Studio>;
  glassineLock?: Promise<FolderLock>;
  glassineEnds?: true;
};
const shared = globalThis as typeof globalThis & Shared;

/** The folder everything is kept in. */
export const dataDir = (): string =>
  resolve(/* turbopackIgnore: true */ process.env.GLASSINE_DATA ?? './data');

/**
 * The open studio. The first call takes the folder for this one server, brings the database up to date and takes up unfinished
 * readings; where that fails, the next call tries again, so that nothing has to be restarted once the cause is gone.
 */
export function studio(): Promise<Studio> {
  shared.glassineStudio ??= openStudio();
  shared.glassineStudio.catch(() => {
    shared.glassineStudio = undefined;
  });
  return shared.glassineStudio;
}

async function openStudio(): Promise<Studio> {
  const url = process.env.GLASSINE_DATABASE_URL;
  await holdForUs();
  const opened = await Studio.open({
    dataDir: dataDir(),
    remote: url ? { url, token: process.env.GLASSINE_DATABASE_TOKEN } : undefined,
  });
  closeAtTheEnd(opened);
  await resumeIntakes(opened);
  lookAfter(opened);
  return opened;
}

/** Before anything is swept, brought up to date or read. */
async function holdForUs(): Promise<void> {
  shared.glassineLock ??= holdFolder(dataDir(), 'serving', { address: process.env.GLASSINE_ADDRESS });
  shared.glassineLock.catch(() => {
    shared.glassineLock = undefined;
  });
  await shared.glassineLock;
}

const LOOK_EVERY_MS = 10 * 60_000;

/** Makes the backups that were asked for by a schedule. */
function lookAfter(opened: Studio): void {
  void prepareSpaces(opened);
  const look = () => void backUpIfDue(opened).catch((error: unknown) => console.error(error));
  look();
  setInterval(look, LOOK_EVERY_MS).unref();
}

/** Asked to end, the studio writes everything into its one file and lets the folder go. */
function closeAtTheEnd(opened: Studio): void {
  if (shared.glassineEnds) return;
  shared.glassineEnds = true;
  const end = async () => {
    opened.closed = true;
    await opened.store.checkpoint();
    await opened.close().catch(() => {});
    await (await shared.glassineLock?.catch(() => null))?.release();
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
