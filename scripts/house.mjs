// What the commands share: installing what is missing and building what is stale. Plain Node, since nothing may be
// installed yet when it runs.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
process.chdir(root);

/** Runs a command to its end and stops everything when it fails. */
export function run(command, args, options = {}) {
  const { status, signal } = spawnSync(command, args, { stdio: 'inherit', ...options });
  if (status !== 0) {
    console.error(`\n${[command, ...args].join(' ')} ended with ${signal ?? status}.`);
    process.exit(status || 1);
  }
}

export const bin = (name) => join(root, 'node_modules/.bin', name);
const read = (path) => (existsSync(path) ? readFileSync(path, 'utf8') : '');

/** Installs the packages of the lock file unless they lie there already. */
export function install() {
  const stamp = join(root, 'node_modules/.glassine-lock');
  const wanted = createHash('sha256')
    .update(read(join(root, 'package-lock.json')))
    .digest('hex');
  if (read(stamp) === wanted) return;
  console.log('Installing packages…');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(stamp, wanted);
}

/** Everything a build depends on, as one hash of names, sizes and times. */
function sourceStamp() {
  const hash = createHash('sha256');
  const walk = (path) => {
    const s = statSync(path);
    if (s.isDirectory())
      readdirSync(path)
        .sort()
        .forEach((name) => walk(join(path, name)));
    else if (!/\.test\.tsx?$/.test(path)) hash.update(`${path} ${s.size} ${Math.round(s.mtimeMs)}\n`);
  };
  ['src', 'next.config.ts', 'tsconfig.json', 'package-lock.json', 'scripts/worker.mjs'].forEach((p) =>
    walk(join(root, p)),
  );
  return hash.digest('hex');
}

/** Builds the application unless the build is newer than everything it was made from. */
export function build() {
  const stamp = join(root, '.next/glassine-built');
  const worker = join(root, '.next/imaging-worker.mjs');
  // Whatever is started after this finds the workers in one file; without it they are transformed as they start.
  process.env.GLASSINE_IMAGING_WORKER = worker;
  const wanted = sourceStamp();
  if (read(stamp) === wanted) return;
  console.log('Building…');
  run(process.execPath, [join(root, 'node_modules/next/dist/bin/next'), 'build'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
  });
  run(process.execPath, [join(root, 'scripts/worker.mjs'), worker]);
  mkdirSync(join(root, '.next'), { recursive: true });
  writeFileSync(stamp, wanted);
}

/**
 * Serves the built application and says where. Another address than this machine's own needs a passphrase of at least ten
 * characters in GLASSINE_PASSPHRASE.
 */
export function serve({ data, port: usual }) {
  const host = process.env.GLASSINE_HOST || '127.0.0.1';
  const port = process.env.PORT || String(usual);
  const isHere = ['127.0.0.1', 'localhost', '::1', '[::1]'].includes(host);
  if (!isHere && (process.env.GLASSINE_PASSPHRASE ?? '').length < 10) {
    console.error(
      `GLASSINE_HOST is ${host}: others can reach it. Set GLASSINE_PASSPHRASE to at least 10 characters, or leave GLASSINE_HOST out.`,
    );
    process.exit(2);
  }
  const address = `http://${host.includes(':') ? `[${host.replace(/[[\]]/g, '')}]` : host}:${port}`;
  const env = {
    ...process.env,
    GLASSINE_DATA: data,
    GLASSINE_HOST: host,
    // Says that this script knows who is listened to; without it the server asks everybody for the passphrase.
    GLASSINE_LISTENS: host,
    GLASSINE_ADDRESS: address,
    NODE_ENV: 'production',
    NEXT_TELEMETRY_DISABLED: '1',
  };
  const child = spawn(
    process.execPath,
    // Longer than a browser or a script keeps a connection, so that none is closed just as a request goes out on it.
    [
      join(root, 'node_modules/next/dist/bin/next'),
      ...['start', '-H', host, '-p', port, '--keepAliveTimeout', '130000'],
    ],
    { env, stdio: ['ignore', 'pipe', 'inherit'] },
  );
  child.stdout.once('data', () => void sayWhenOpen(child, address, data));
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)));
  return child;
}

/** The address is said once the studio is open; where it cannot be opened, the server says why and ends. */
async function sayWhenOpen(child, address, data) {
  while (child.exitCode === null) {
    const answer = await fetch(`${address}/api/state`).catch(() => null);
    if (answer?.status === 200 || answer?.status === 401) {
      console.log(`\nGlassine is at ${address}\nIts folder is ${resolve(data)}. Ctrl-C ends it.`);
      return;
    }
    await new Promise((r) => setTimeout(r, 250));
  }
}
