// npm test: installs what is missing, Chromium included, then types, lint with layer rules, unit tests, end-to-end tests.
// Ends with one line: how many tests passed and failed.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { bin, build, install } from './house.mjs';

install();
ensureTools();
rmSync('test-results', { recursive: true, force: true });
mkdirSync('test-results', { recursive: true });

const total = { passed: 0, failed: 0, skipped: 0 };
const step = (name, command, args, count) => {
  const started = Date.now();
  console.log(`\n— ${name}`);
  const { status } = spawnSync(command, args, {
    stdio: 'inherit',
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
  });
  const counted = count?.() ?? { passed: status === 0 ? 1 : 0, failed: status === 0 ? 0 : 1 };
  total.passed += counted.passed;
  total.skipped += counted.skipped ?? 0;
  total.failed += counted.failed || (status === 0 ? 0 : 1);
  console.log(
    `  ${name}: ${counted.passed} passed, ${counted.failed} failed, ${Math.round((Date.now() - started) / 1_000)} s`,
  );
};
/** Checks that use one core each and tell nothing but whether they hold: two cores take two. */
const bothAtOnce = (checks) => {
  const started = Date.now();
  const one = ([name, command, args]) =>
    new Promise((resolve) => {
      const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] });
      let said = '';
      child.stdout.on('data', (text) => (said += text));
      child.stderr.on('data', (text) => (said += text));
      child.on('close', (status) => {
        const isRight = status === 0;
        total[isRight ? 'passed' : 'failed'] += 1;
        if (!isRight) console.log(said);
        const seconds = Math.round((Date.now() - started) / 1_000);
        console.log(`  ${name}: ${isRight ? '1 passed, 0 failed' : '0 passed, 1 failed'}, ${seconds} s`);
        resolve();
      });
    });
  console.log(`\n— ${checks.map(([name]) => name).join(', ')}`);
  return Promise.all(checks.map(one));
};
const json = (path) => (existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : null);

await bothAtOnce([
  ['types', bin('tsc'), ['--noEmit']],
  ['lint and layers', bin('eslint'), ['.']],
]);
await bothAtOnce([
  ['format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
  ['nothing unused', bin('knip'), ['--no-progress']],
]);
step('unit', bin('jest'), ['--forceExit', '--json', '--outputFile=test-results/unit.json'], () => {
  const r = json('test-results/unit.json');
  return {
    passed: r?.numPassedTests ?? 0,
    skipped: r?.numPendingTests ?? 0,
    failed: r ? r.numFailedTests + r.numRuntimeErrorTestSuites : 1,
  };
});
build();
step('end to end', bin('playwright'), ['test'], () => {
  const r = json('test-results/e2e.json');
  return {
    passed: r?.stats.expected ?? 0,
    skipped: r?.stats.skipped ?? 0,
    failed: r ? r.stats.unexpected + r.errors.length : 1,
  };
});
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
