import { readdirSync } from 'node:fs';
import { join } from 'node:path';

/** The cuts that every page is set in: they are asked for with the page, so that no line is set twice. */
const EVERYWHERE = [/^archivo-latin-wdth-normal\./, /^newsreader-latin-wght-(normal|italic)\./];

/** Addresses of the built fonts; none where nothing was built, as while developing. */
export function fontFiles(folder = join(process.cwd(), '.next/static/media')): string[] {
  try {
    return readdirSync(/* turbopackIgnore: true */ folder)
      .filter((name) => EVERYWHERE.some((cut) => cut.test(name)))
      .map((name) => `/_next/static/media/${name}`);
  } catch {
    return [];
  }
}
