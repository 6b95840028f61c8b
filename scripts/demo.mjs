// npm run demo [-- --fresh]: installs what is missing, builds, makes the demo studio, serves it, prints the address.
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { addressOf, build, buildWorker, install, isBuilt, root, run, serve } from './house.mjs';
import { openWaitingRoom } from './waitingRoom.mjs';

const PORT = 3210;
const data = process.env.GLASSINE_DATA || join(root, '.demo/studio');
if (process.argv.includes('--fresh')) {
  if (process.env.GLASSINE_DATA) {
    console.error(
      '--fresh removes a studio, and GLASSINE_DATA names one of your own. Leave GLASSINE_DATA out, or remove that folder yourself.',
    );
    process.exit(2);
  }
  rmSync(data, { recursive: true, force: true });
}
const { host, port, address } = addressOf(PORT);
await install();
const isMade = existsSync(join(data, 'glassine.db'));
if (!isMade || !isBuilt()) await make();
else await build();
serve({ data, port: PORT });

/** Builds and makes the studio side by side; meanwhile its address says how far that is. */
async function make() {
  const room = await openWaitingRoom({
    host,
    port,
    steps: [
      { name: 'build', says: 'Glassine is built' },
      { name: 'paint', says: 'Ten pictures are painted' },
      { name: 'fill', says: 'The studio is filled with a year of work' },
    ],
  }).catch((error) => {
    console.error(`Nothing can be served at ${address}: ${error.message}. Set PORT to a free one.`);
    process.exit(2);
  });
  console.log(`How far it is can be seen at ${address}`);
  await Promise.all([
    (async () => {
      room.tell('build', 0, 'compiling what the browser and the server run');
      await build();
      room.tell('build', 1);
    })(),
    (async () => {
      if (!isMade) await fill(room);
      room.tell('paint', 1);
      room.tell('fill', 1);
    })(),
  ]);
  await room.close();
}

async function fill(room) {
  // A build clears its own folder as it begins: these are the workers' while it goes on.
  const worker = join(root, '.demo/imaging-worker.mjs');
  await buildWorker(worker);
  console.log('The demo studio:');
  await run(process.execPath, ['--import', 'tsx', 'demo/main.ts'], {
    env: { ...process.env, GLASSINE_DATA: data, GLASSINE_IMAGING_WORKER: worker },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    onMessage: ({ step, says, share }) => {
      room.tell(step, share, says);
      // What is filled in after the last picture waits for none.
      if (step === 'fill' && share >= 1) room.tell('paint', 1);
    },
  });
}
