// npm run bench:scale [-- page…]: the pages of a studio of many years, beside those of a tenth of it.
import { existsSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { markdownTable, writeSection } from './benchPage';
import { ROUNDS, timePages, timeReaders, type PageTime } from './scaleBench';
import { makeScaleStudio, type StudioSize } from './scaleStudio';

const DEMO = '.demo/studio';
const WHOLE: StudioSize = {
  works: 2_000,
  papers: 500,
  orders: 40_000,
  openOrders: 300,
  impressions: 100_000,
  registerLines: 300_000,
};
const tenth = Object.fromEntries(
  Object.entries(WHOLE).map(([what, count]) => [what, count / 10]),
) as StudioSize;

const only = process.argv.slice(2);
if (!existsSync(DEMO)) {
  console.error(`There is no studio in ${DEMO} to make a large one of: run npm run demo once first.`);
  process.exit(2);
}
// A folder that is kept saves the making of it.
const kept = process.env.SCALE_STUDIOS;
const dir = kept ?? (await mkdtemp(join(tmpdir(), 'glassine-scale-')));
const folder = async (name: string, size: StudioSize) => {
  const into = join(dir, name);
  if (!existsSync(into)) await makeScaleStudio(DEMO, into, size);
  return into;
};
try {
  const small = await timePages(await folder('tenth', tenth), only);
  const whole = await folder('whole', WHOLE);
  const large = await timePages(whole, only);
  const readers = await timeReaders(whole, '/works', 10);
  const rows = large.map((page) =>
    row(
      page,
      small.find((each) => each.page === page.page)!,
    ),
  );
  const head = ['page', 'median', 'slowest', 'at a tenth', 'ratio', 'bytes'];
  console.log([head, ...rows].map((each) => each.join(' | ')).join('\n'));
  const many = `Ten readers at once on the works: ${readers.perSecond.toFixed(1)} pages a second, p99 ${readers.p99.toFixed(0)} ms (asked: ≥ 15, ≤ 1 000 ms).`;
  console.log(many);
  if (!only.length)
    await writeSection(
      'A studio of many years',
      `Measured by \`npm run bench:scale\`, which writes this part of the page: every page of a studio of ${WHOLE.works} works, ${WHOLE.papers} papers, ${WHOLE.orders} orders (${WHOLE.openOrders} open), ${WHOLE.impressions} impressions and ${WHOLE.registerLines} lines of the register, as the server sends it, the median and the slowest of ${ROUNDS} after one that is not counted, beside the same page of a studio of a tenth. Asked: ≤ 150 ms, the slowest ≤ 250 ms, ≤ 1.5 times its time at a tenth, ≤ 200 kB. What is missed is bold. ${cpus().length} cores (${cpus()[0]!.model.trim()}).

${markdownTable(head, rows)}

${many}`,
    );
} finally {
  if (!kept) await rm(dir, { recursive: true, force: true });
}

function row(page: PageTime, small: PageTime): string[] {
  const held = (text: string, holds: boolean) => (holds ? text : `**${text}**`);
  const ratio = page.median / small.median;
  return [
    page.says ? `${page.page} (answered ${page.says})` : page.page,
    held(`${page.median.toFixed(0)} ms`, page.median <= 150),
    held(`${page.slowest.toFixed(0)} ms`, page.slowest <= 250),
    `${small.median.toFixed(0)} ms`,
    held(`${ratio.toFixed(2)} ×`, ratio <= 1.5),
    held(`${(page.bytes / 1_000).toFixed(0)} kB`, page.bytes <= 200_000),
  ];
}
