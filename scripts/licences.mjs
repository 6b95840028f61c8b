// npm run licences: lists what ships with Glassine and under which licence, from the lock file, in docs/licences.md.
import { readFileSync, writeFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';

/** Packages that say their licence in a file of their own only. */
const SAID_ELSEWHERE = { 'png-js': 'MIT' };

/** The list as a page: every package that is installed to run, not those that only build or test. */
export function licencePage(lock) {
  const rows = Object.entries(lock.packages)
    .filter(([path, { dev, devOptional }]) => path && !dev && !devOptional)
    .map(([path, { version, license }]) => {
      const name = path.split('node_modules/').at(-1);
      return [name, version, license ?? SAID_ELSEWHERE[name] ?? 'not said'];
    })
    .sort(([a], [b]) => (a < b ? -1 : 1));
  const lines = rows.map(([name, version, licence]) => `| ${name} | ${version} | ${licence} |`);
  return `# Licences of what ships

Glassine itself is under the MIT licence. Made by \`npm run licences\` from the lock file; a test holds it against that.

| package | version | licence |
| --- | --- | --- |
${[...new Set(lines)].join('\n')}
`;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href)
  writeFileSync('docs/licences.md', licencePage(JSON.parse(readFileSync('package-lock.json', 'utf8'))));
