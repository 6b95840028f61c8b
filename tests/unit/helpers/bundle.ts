import { buildSync, type BuildOptions } from 'esbuild';
import { mkdirSync } from 'node:fs';
import { basename, join } from 'node:path';
import inOneFile from '../../../scripts/inOneFile.json';

const made = new Map<string, string>();
const FOLDER = 'test-results/bundles';

/**
 * A script in one file of plain JavaScript, made once by whoever asks first: Node starts it in a third of the time that it takes to
 * transform each of its modules on the way. It lies in the project, so that its packages are found.
 *
 * @param entry a TypeScript file, or the text of one beginning with `import`
 */
export function bundled(entry: string): string {
  const known = made.get(entry);
  if (known) return known;
  const isText = entry.startsWith('import');
  mkdirSync(FOLDER, { recursive: true });
  const name = isText ? `text${made.size}` : basename(entry, '.ts');
  const outfile = join(process.cwd(), FOLDER, `${name}-${process.pid}.mjs`);
  buildSync({
    ...(isText
      ? { stdin: { contents: entry, resolveDir: process.cwd(), loader: 'ts' } }
      : { entryPoints: [entry] }),
    ...(inOneFile as BuildOptions),
    outfile,
    alias: { '@': './src', '#demo': './demo' },
    logLevel: 'error',
  });
  made.set(entry, outfile);
  return outfile;
}
