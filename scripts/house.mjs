// What the commands share: installing what is missing and building what is stale. Plain Node, since nothing may be
// installed yet when it runs.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
process.chdir(root);

/** What is being run: nothing of it goes on when we are told to end. */
const running = new Set();
const endAll = (signal) => {
  for (const child of running) child.kill(signal);
  process.exit(1);
};
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, endAll);

/** Runs a command to its end and stops everything when it fails. What it sends while it runs goes to `onMessage`. */
export async function run(command, args, { onMessage = () => {}, ...options } = {}) {
  const child = spawn(command, args, { stdio: 'inherit', ...options });
  running.add(child);
  child.on('message', onMessage);
  const { status, signal } = await new Promise((resolve) => {
    child.once('error', (error) => resolve({ status: 1, signal: error.message }));
    child.once('exit', (code, by) => resolve({ status: code, signal: by }));
  });
  running.delete(child);
  if (status === 0) return;
  console.error(`\n${[command, ...args].join(' ')} ended with ${signal ?? status}.`);
  // What goes on beside it would only go on for nothing.
  for (const other of running) other.kill();
  process.exit(status || 1);
}

export const bin = (name) => join(root, 'node_modules/.bin', name);
const read = (path) => (existsSync(path) ? readFileSync(path, 'utf8') : '');

/** Installs the packages of the lock file unless they lie there already. */
export async function install() {
  const stamp = join(root, 'node_modules/.glassine-lock');
  const wanted = createHash('sha256')
    .update(read(join(root, 'package-lock.json')))
    .digest('hex');
  if (read(stamp) === wanted) return;
  console.log('Installing packages…');
  await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
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
  [
    'src',
    'next.config.ts',
    'tsconfig.json',
    'package-lock.json',
    'scripts/worker.mjs',
    'scripts/inOneFile.json',
  ].forEach((p) => walk(join(root, p)));
  return hash.digest('hex');
}

/** Puts the workers into one file; without it they are transformed as they start. */
export const buildWorker = (path) =>
  run(process.execPath, [join(root, 'scripts/worker.mjs'), path], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });

const builtStamp = join(root, '.next/glassine-built');

/** Whether the build is newer than everything it was made from. */
export const isBuilt = () => read(builtStamp) === sourceStamp();

/** Builds the application unless it is built. */
export async function build() {
  const worker = join(root, '.next/imaging-worker.mjs');
  // Whatever is started after this finds the workers there.
  process.env.GLASSINE_IMAGING_WORKER = worker;
  const wanted = sourceStamp();
  if (read(builtStamp) === wanted) return;
  console.log('Building…');
  await run(process.execPath, [join(root, 'node_modules/next/dist/bin/next'), 'build'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
  });
  await buildWorker(worker);
  mkdirSync(join(root, '.next'), { recursive: true });
  writeFileSync(builtStamp, wanted);
}

/**
 * Where it is served. Another address than this machine's own needs a passphrase of at least ten characters in
 * GLASSINE_PASSPHRASE.
 */
export function addressOf(usualPort) {
  const host = process.env.GLASSINE_HOST || '127.0.0.1';
  const port = process.env.PORT || String(usualPort);
  const isHere = ['127.0.0.1', 'localhost', '::1', '[::1]'].includes(host);
  if (!isHere && (process.env.GLASSINE_PASSPHRASE ?? '').length < 10) {
    console.error(
      `GLASSINE_HOST is ${host}: others can reach it. Set GLASSINE_PASSPHRASE to at least 10 characters, or leave GLASSINE_HOST out.`,
    );
    process.exit(2);
  }
  return {
    host,
    port,
    address: `http://${host.includes(':') ? `[${host.replace(/[[\]]/g, '')}]` : host}:${port}`,
  };
}

/** Serves the built application and says where. */
export function serve({ data, port: usualPort }) {
  const { host, port, address } = addressOf(usualPort);
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
  // A server ends in its own time, and we with it.
  for (const signal of ['SIGINT', 'SIGTERM'])
    process.off(signal, endAll).on(signal, () => child.kill(signal));
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
