// A server of its own on a studio's folder, for scripts that measure it or kill it.
import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { setTimeout as wait } from 'node:timers/promises';

export const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });

type Server = { child: ChildProcess; url: string; says: () => string };

export function start(data: string, port: number): Server {
  let says = '';
  const child = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(port)],
    {
      env: {
        ...process.env,
        GLASSINE_DATA: data,
        GLASSINE_HOST: '127.0.0.1',
        GLASSINE_LISTENS: '127.0.0.1',
        NODE_ENV: 'production',
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    },
  );
  for (const stream of [child.stdout, child.stderr]) stream!.on('data', (d) => (says += d));
  return { child, url: `http://127.0.0.1:${port}`, says: () => says };
}

export async function isOpen(server: Server, forMs = 60_000): Promise<boolean> {
  for (
    const until = Date.now() + forMs;
    Date.now() < until && server.child.exitCode === null;
    await wait(100)
  ) {
    if ((await fetch(`${server.url}/api/state`).catch(() => null))?.ok) return true;
  }
  return false;
}
