// npm test: installs what is missing, Chromium included, then types, lint with layer rules, unit tests, end-to-end tests.
// Ends with one line: how many tests passed and failed.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { bin, build, install } from './house.mjs';

await install();
ensureTools();
rmSync('test-results', { recursive: true, force: true });
mkdirSync('test-results', { recursive: true });

const total = { passed: 0, failed: 0, skipped: 0 };
/** What failed, said once more at the very end: who reads only the last page of a long log has to find it there. */
const again = [];
/** A check that says no more than whether it holds counts as one test. */
const asOne = (isRight) => ({ passed: isRight ? 1 : 0, failed: isRight ? 0 : 1 });

/** Runs a command to its end. What it said is shown when it fails, or always where the count is its own. */
const run = ({ name, command, args, count, broken }) =>
  new Promise((resolve) => {
    const started = Date.now();
    const child = spawn(command, args, {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
    });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
    child.on('close', (status) => {
      const counted = count?.() ?? asOne(status === 0);
      const failed = counted.failed || (status === 0 ? 0 : 1);
      total.passed += counted.passed;
      total.skipped += counted.skipped ?? 0;
      total.failed += failed;
      if (count || failed) console.log(`\n— ${name}\n${said.trimEnd()}`);
      if (failed) again.push(`— ${name}\n${(broken?.() || said).trim()}`);
      const seconds = Math.round((Date.now() - started) / 1_000);
      console.log(`  ${name}: ${counted.passed} passed, ${failed} failed, ${seconds} s`);
      resolve();
    });
  });
/** One after the other. */
const inTurn = async (...checks) => {
  for (const check of checks) await run(check);
};
/** The first lines of what one test said when it failed. */
const oneBroken = (name, messages) =>
  `${name}\n${messages.join('\n').split('\n').slice(0, 25).join('\n')}`;
/** Playwright's suites lie in one another. */
const specsOf = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specsOf)];
const json = (path) => (existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : null);

await build();
// Side by side: what only counts, and the browser, which mostly waits. Two cores are busy from the first to the last.
await Promise.all([
  inTurn(
    { name: 'types', command: bin('tsc'), args: ['--noEmit'] },
    { name: 'nothing unused', command: bin('knip'), args: ['--no-progress'] },
    {
      name: 'unit',
      command: bin('jest'),
      args: ['--forceExit', '--json', '--outputFile=test-results/unit.json'],
      count: () => {
        const r = json('test-results/unit.json');
        return {
          passed: r?.numPassedTests ?? 0,
          skipped: r?.numPendingTests ?? 0,
          failed: r ? r.numFailedTests + r.numRuntimeErrorTestSuites : 1,
        };
      },
      broken: () =>
        json('test-results/unit.json')
          ?.testResults.filter((file) => file.status === 'failed')
          .map((file) => oneBroken(file.name, [file.message]))
          .join('\n\n'),
    },
  ),
  inTurn(
    {
      name: 'end to end',
      command: bin('playwright'),
      args: ['test'],
      count: () => {
        const r = json('test-results/e2e.json');
        return {
          passed: r?.stats.expected ?? 0,
          skipped: r?.stats.skipped ?? 0,
          failed: r ? r.stats.unexpected + r.errors.length : 1,
        };
      },
      broken: () =>
        json('test-results/e2e.json')
          ?.suites.flatMap(specsOf)
          .filter((spec) => spec.tests.some((one) => one.status === 'unexpected'))
          .map((spec) =>
            oneBroken(
              `${spec.file} › ${spec.title}`,
              spec.tests.flatMap((one) =>
                one.results.flatMap((result) => result.errors.map((error) => error.message)),
              ),
            ),
          )
          .join('\n\n'),
    },
    { name: 'format', command: bin('prettier'), args: ['--check', '--log-level', 'warn', '.'] },
    { name: 'lint and layers', command: bin('eslint'), args: ['.'] },
  ),
]);
if (again.length) console.log(`\nWhat failed:\n\n${again.join('\n\n')}`);
const skipped = total.skipped ? `, ${total.skipped} skipped` : '';
console.log(`\n${total.passed} passed, ${total.failed} failed${skipped}`);
process.exit(total.failed ? 1 : 0);

/** What the tests drive or read back with; installed where it is missing and that is allowed. Only Chromium is a must. */
function ensureTools() {
  const needed = [
    [process.env.CHROMIUM || '/usr/bin/chromium', 'chromium'],
    ['/usr/bin/tiffinfo', 'libtiff-tools'],
    ['/usr/bin/exiftool', 'libimage-exiftool-perl'],
    ['/usr/share/color/icc/sRGB.icc', 'icc-profiles-free'],
    ['/usr/share/color/argyll/ref/sRGB.icm', 'argyll'],
    ['/usr/share/color/icc/ghostscript/default_cmyk.icc', 'libgs-common'],
    ['/usr/bin/tificc', 'liblcms2-utils'],
  ];
  const missing = needed.filter(([path]) => !existsSync(path)).map(([, name]) => name);
  if (!missing.length) return;
  console.log(`Installing ${missing.join(', ')}…`);
  const as = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  const apt = (...args) => {
    const [command, ...rest] = [...as, 'apt-get', ...args];
    return spawnSync(command, rest, {
      stdio: 'inherit',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status;
  };
  if (
    apt('install', '-y', '--no-install-recommends', ...missing) !== 0 &&
    (apt('update') !== 0 || apt('install', '-y', '--no-install-recommends', ...missing) !== 0) &&
    !existsSync(needed[0][0])
  ) {
    console.error('Chromium could not be installed. Install it, or name it in CHROMIUM.');
    process.exit(1);
  }
}
