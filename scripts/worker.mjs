// Puts the workers that read pictures into one file, and what few of their tasks need into files beside it: a process starts in
// a fifth of the time, and the loops over pixels run without what the transformer on the fly wraps round every function.
// Usage: worker.mjs <file>
import { build } from 'esbuild';
import { readFileSync } from 'node:fs';
import { basename, dirname } from 'node:path';

// Packages go in too: looking for the hundred files of one takes longer than running them. Those stay outside that bring machine
// code or read files that lie beside them. Packages of the older kind ask for each other by `require`: they are given one.
const inOneFile = JSON.parse(readFileSync(new URL('inOneFile.json', import.meta.url), 'utf8'));
const [, , outfile] = process.argv;
await build({
  ...inOneFile,
  entryPoints: { [basename(outfile, '.mjs')]: 'src/imaging/worker.ts' },
  outdir: dirname(outfile),
  splitting: true,
  chunkNames: 'imaging-worker-[name]-[hash]',
  alias: { '@': './src' },
  logLevel: 'warning',
});
