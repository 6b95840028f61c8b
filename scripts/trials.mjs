// npm run trials: the long trials of finding and comparing proofs, over every picture and paper, and thousands of
// acts taken back, and every button of every page pressed; npm test takes a sample.
import { spawnSync } from 'node:child_process';
import { bin, build, install } from './house.mjs';

await install();
await build();
const run = (command, args) =>
  spawnSync(bin(command), args, {
    stdio: 'inherit',
    env: { ...process.env, GLASSINE_TRIALS: 'full' },
  }).status ?? 1;
const trials = [
  'src/imaging/proofing',
  'src/studio/history/promises',
  'demo/demo',
  'src/core/sheets',
  'src/store/store',
  'tests/unit/texts',
  // A minute of eight processes at one database, one of them killed again and again.
  'tests/unit/kills',
];
const failed = [
  run('jest', ['--forceExit', '--testTimeout=1800000', ...trials]),
  run('playwright', ['test', '--project', 'walk']),
  // Fifty orders at the packing table, by the keys alone.
  run('playwright', ['test', '--project', 'story', '7-posting']),
];
process.exit(Math.max(...failed));
