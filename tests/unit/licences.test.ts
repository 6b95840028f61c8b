import { readFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';

/** What may be shipped with a program under the MIT licence, with its notice and nothing more asked. */
const FREE =
  /^\(?(MIT|ISC|BSD-[23]-Clause|Apache-2\.0|0BSD|Unlicense|CC0-1\.0|OFL-1\.1|Python-2\.0|PSF-2\.0|BlueOak-1\.0\.0|CC-BY-4\.0)\b/;

const page = readFileSync('docs/licences.md', 'utf8');
const rows = [...page.matchAll(/^\| (\S+) \| (\S+) \| (.+) \|$/gm)].filter(
  ([, name]) => !/^(package|---)$/.test(name!),
);

test('the list of licences is of what the lock file installs', () => {
  const script =
    "import('./scripts/licences.mjs').then(({ licencePage }) => process.stdout.write(licencePage(JSON.parse(require('fs').readFileSync('package-lock.json', 'utf8')))))";
  expect(execFileSync(process.execPath, ['-e', script], { encoding: 'utf8' })).toBe(page);
});

test('what ships may be shipped', () => {
  expect(rows.length).toBeGreaterThan(20);
  const others = rows
    .filter(([, , , licence]) => !FREE.test(licence!))
    .map(([, name, , licence]) => `${name}: ${licence}`);
  // The library that decodes pictures is linked as a library of its own, which its licence allows.
  expect(others.filter((line) => !/libvips/.test(line))).toEqual([]);
});
