import { rename, writeFile } from 'node:fs/promises';
import { writeTableProfile, type TableProfileAsk } from '@/core/colour/writeTable';

/** Writes a paper's profile from a model of how it prints. It takes some seconds: the tables are searched point by point. */
export async function writePaperProfile(q: TableProfileAsk & { out: string }): Promise<void> {
  const { out, ...ask } = q;
  await writeFile(`${out}.part`, writeTableProfile(ask));
  await rename(`${out}.part`, out);
}
