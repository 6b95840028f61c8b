import sequencer from '@jest/test-sequencer';

const Sequencer = sequencer.default ?? sequencer;

/** Those that take longest, first to last: begun last, one of them would keep a single core busy at the end. */
const LONGEST = [
  'demo/demo.test.ts',
  'src/imaging/proofing.test.ts',
  'src/studio/proofs/proofs.test.ts',
  'tests/unit/kills.test.ts',
  'src/studio/history/promises.test.ts',
  'tests/unit/halves.test.ts',
  'src/studio/care/care.test.ts',
  'src/store/store.test.ts',
  'tests/unit/care.test.ts',
  'src/studio/capture/capture.test.ts',
];
const rank = ({ path }) => {
  const at = LONGEST.findIndex((end) => path.endsWith(end));
  return at < 0 ? LONGEST.length : at;
};

/** The same order on every machine, whatever an earlier run has left behind. */
export default class LongestFirst extends Sequencer {
  sort(tests) {
    return [...tests].sort((a, b) => rank(a) - rank(b) || (a.path < b.path ? -1 : 1));
  }
}
