import { spawn, type ChildProcess } from 'node:child_process';
import { createInterface } from 'node:readline';

/** The room in a process of its own, as the demo opens it; what it is told comes in by lines. */
const SCRIPT = `
  import { createInterface } from 'node:readline';
  import { openWaitingRoom } from './scripts/waitingRoom.mjs';
  const steps = [{ name: 'build', says: 'Glassine is built' }, { name: 'paint', says: 'Pictures are painted' }];
  const room = await openWaitingRoom({ host: '127.0.0.1', port: process.argv[1], steps }).catch((error) => {
    console.log(error.code);
    process.exit(0);
  });
  console.log('open');
  for await (const line of createInterface({ input: process.stdin })) {
    if (line === 'close') await room.close();
    else room.tell(...JSON.parse(line));
    console.log('done');
  }
`;

const open: ChildProcess[] = [];
afterAll(() => open.forEach((child) => child.kill()));

async function roomAt(port: number) {
  const child = spawn(process.execPath, ['--input-type=module', '-e', SCRIPT, String(port)], {
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  open.push(child);
  const lines = createInterface({ input: child.stdout })[Symbol.asyncIterator]();
  const next = async () => (await lines.next()).value as string;
  const first = await next();
  const send = async (line: string) => {
    child.stdin.write(`${line}\n`);
    expect(await next()).toBe('done');
  };
  return { first, tell: (...said: unknown[]) => send(JSON.stringify(said)), close: () => send('close') };
}

const PORT = 20_000 + (process.pid % 20_000);
const address = `http://127.0.0.1:${PORT}`;

test('the demo’s address says how far it is, whatever page was asked for, and is given free for the studio', async () => {
  const { first, tell, close } = await roomAt(PORT);
  expect(first).toBe('open');
  const page = await fetch(`${address}/works/night-ferry`);
  expect([page.status, page.url]).toEqual([200, `${address}/`]);
  const html = await page.text();
  expect(html).toContain('Glassine is built');
  expect(html).toContain('Pictures are painted');
  for (const font of html.match(/\/\w+\.woff2/g)!)
    expect((await fetch(`${address}${font}`)).headers.get('content-type')).toBe('font/woff2');

  await tell('paint', 0.4, 'painted lamp.tif');
  // What is told late does not take it back.
  await tell('paint', 0.3, 'painted yard.tif');
  await tell('build', 1);
  const { began, now, steps } = (await (await fetch(`${address}/making`)).json()) as {
    began: number;
    now: number;
    steps: unknown;
  };
  expect(now).toBeGreaterThanOrEqual(began);
  expect(steps).toEqual([
    { name: 'build', says: 'Glassine is built', share: 1, now: '' },
    { name: 'paint', says: 'Pictures are painted', share: 0.4, now: 'painted yard.tif' },
  ]);
  // Somebody else at the address is told why it cannot open.
  expect((await roomAt(PORT)).first).toBe('EADDRINUSE');
  await close();
  await expect(fetch(`${address}/making`)).rejects.toThrow();
  expect((await roomAt(PORT)).first).toBe('open');
});
