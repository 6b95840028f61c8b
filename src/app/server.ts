import 'server-only';
import { resolve } from 'node:path';
import { resumeIntakes } from '@/studio/readMaster';
import { Studio } from '@/studio/studio';

// One studio for the whole process: bundles of several routes share it through the process itself.
const shared = globalThis as typeof globalThis & { glassineStudio?: Promise<Studio> };

/** The folder everything is kept in. */
export const dataDir = (): string =>
  resolve(/* turbopackIgnore: true */ process.env.GLASSINE_DATA ?? './data');

/** The open studio. The first call brings the database up to date and takes up unfinished readings. */
export function studio(): Promise<Studio> {
  shared.glassineStudio ??= (async () => {
    const url = process.env.GLASSINE_DATABASE_URL;
    const opened = await Studio.open({
      dataDir: dataDir(),
      remote: url ? { url, token: process.env.GLASSINE_DATABASE_TOKEN } : undefined,
    });
    await resumeIntakes(opened);
    return opened;
  })();
  shared.glassineStudio.catch(() => {
    shared.glassineStudio = undefined;
  });
  return shared.glassineStudio;
}
