// npm run bench:jobs: sixty small jobs of a fixed seed laid on rolls, each held against what a search that leaves nothing out says.
import { nestRoll, rowsLength, type RollQuestion } from '@/core/sheets/roll';
import type { Piece } from '@/core/sheets/pieces';
import { provenBound } from '@/core/sheets/provenBound';
import { layMixed } from '@/core/sheets/mixed';
import { dice } from '@/core/sheets/turns';
import { markdownTable, writeSection } from './benchPage';

const JOBS = 60;
const MOST_PIECES = 12;
const ROLLS = [432, 610, 1_118];
/** Sheets with their borders, in millimetres, as people order them. */
const SHEETS: readonly (readonly [number, number])[] = [
  ...([
    [127, 178],
    [148, 210],
    [150, 150],
    [200, 200],
    [203, 254],
    [210, 297],
  ] as const),
  ...([
    [240, 300],
    [279, 356],
    [297, 420],
    [300, 400],
    [400, 500],
    [500, 600],
  ] as const),
];

const roll = dice(60);
const pick = <T>(list: readonly T[]): T => list[roll(list.length)]!;

function job(): RollQuestion {
  const width = pick(ROLLS);
  const fits = SHEETS.filter(([short]) => short <= width - 10);
  const pieces: Piece[] = [];
  const kinds = 2 + roll(3);
  for (let left = MOST_PIECES, kind = 0; kind < kinds && left > 0; kind++) {
    const [short, long] = pick(fits);
    const count = Math.min(left, 1 + roll(5));
    const mayTurn = long > width - 10 || roll(4) > 0;
    pieces.push({ id: `p${kind}`, width: short * 1_000, height: long * 1_000, count, rotate: mayTurn });
    left -= count;
  }
  return { width: width * 1_000, margin: 5_000, gap: 4_000, pieces };
}

const shown = (q: RollQuestion): string =>
  q.pieces
    .map((p) => `${p.count} × ${p.width / 1_000}×${p.height / 1_000}${p.rotate ? '' : ' fixed'}`)
    .join(', ');
const mm = (um: number): string => (um / 1_000).toFixed(0);

const rows: string[][] = [];
let [proven, rowsOver, gap, straightOver] = [0, 0, 0, 0];
for (let k = 1; k <= JOBS; k++) {
  const q = job();
  const { length } = nestRoll(q);
  const straight = layMixed({ ...q, kind: 'roll', height: null, cuts: 'straight' }).length;
  const bound = provenBound(q, length);
  const byRows = rowsLength(q);
  straightOver += straight / length - 1;
  const isProven = length <= bound;
  if (isProven) proven++;
  gap += length / bound - 1;
  rowsOver += byRows / length - 1;
  rows.push([
    `${k}`,
    mm(q.width),
    shown(q),
    mm(length),
    isProven ? 'proven' : `**≤ ${((length / bound - 1) * 100).toFixed(1)} %**`,
    mm(straight),
    mm(byRows),
  ]);
}
const sum = `${proven} of ${JOBS} are proven shortest; the others are at most ${((gap / Math.max(1, JOBS - proven)) * 100).toFixed(1)} % longer than anything could be, in the mean. Straight cuts cost ${((straightOver / JOBS) * 100).toFixed(1)} % of length in the mean. Laid in rows, as by hand, they are ${((rowsOver / JOBS) * 100).toFixed(1)} % longer in the mean.`;
console.log(sum);
await writeSection(
  'Sixty small jobs on rolls',
  `Worked out by \`npm run bench:jobs\`, which writes this part of the page: jobs of a fixed seed, up to ${MOST_PIECES} pieces, 5 mm of margin and 4 mm between. ${sum} All lengths in millimetres.

${markdownTable(['job', 'roll', 'pieces', 'length', 'shortest?', 'straight cuts', 'in rows'], rows)}`,
);
