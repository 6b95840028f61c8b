// npm run trials: the long trials of finding and comparing proofs, over every picture and paper, and thousands of
// acts taken back; npm test takes a sample.
import { spawnSync } from 'node:child_process';
import { bin, install } from './house.mjs';

install();
const { status } = spawnSync(
  bin('jest'),
  ['--forceExit', '--testTimeout=1800000', 'src/imaging/proofing', 'src/studio/history/promises'],
  {
    stdio: 'inherit',
    env: { ...process.env, GLASSINE_TRIALS: 'full' },
  },
);
process.exit(status ?? 1);
