// Measures what docs/benchmarks.md promises, each case beside a plain peer in the same minute, and writes that page.
import { recordRoute, importPrices } from '@/studio/routes/routeActions';
import { modelOf } from '@/core/colour/inks';
import { cropAt } from '@/core/crop/crop';
import { checkChain, entryHash, GENESIS, type ChainedEntry } from '@/core/edition/chain';
import { solvePrice } from '@/core/price/solve';
import { FAMILY_NAMES, ladder } from '@/core/resolution';
import { nestRoll } from '@/core/sheets/roll';
import { derive, VIEW_PX } from '@/imaging/derive';
import { readFacts } from '@/imaging/facts';
import { ObjectStore } from '@/imaging/objects';
import { ImagingPool } from '@/imaging/pool';
import { Studio } from '@/studio/studio';
import { chromium } from '@playwright/test';
import { createReadStream, existsSync } from 'node:fs';
import { mkdir, mkdtemp, readFile, rm, stat } from 'node:fs/promises';
import { cpus, tmpdir, totalmem } from 'node:os';
import { join } from 'node:path';
import { PICTURES } from '../demo/pictures';
import { markdownTable, writeSection } from './benchPage';
import { findBench } from './findBench';
import { postingBench } from './postingBench';
import { registerBench } from './registerBench';
import { areaBound, crossingBoundOf, GAP, MARGIN, peerLength, ROLLS, rollSet, SET_COUNTS } from './rolls';
import sharp from 'sharp';
import workerpool from 'workerpool';

type Row = { name: string; figure: string; peer: string; ratio: string; target: string };
const rows: Row[] = [];
const RUNS = Number(process.env.GLASSINE_BENCH_RUNS ?? 3);
const median = (list: number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;
const seconds = (ms: number) => `${(ms / 1_000).toFixed(2)} s`;

async function timed(work: () => Promise<unknown>): Promise<number> {
  const started = performance.now();
  await work();
  return performance.now() - started;
}

sharp.cache(false);
const picture = join('.demo/pictures', PICTURES[0]!.file);
if (!existsSync(picture)) {
  console.log('Painting the picture to measure by…');
  await mkdir('.demo/pictures', { recursive: true });
  const pool = workerpool.pool(join(process.cwd(), 'demo/paint/worker.ts'), {
    workerType: 'process',
    maxWorkers: 1,
    forkOpts: { execArgv: ['--import', 'tsx'] },
  });
  await pool.exec('makePicture', [PICTURES[0], picture]);
  await pool.terminate();
}
const dir = await mkdtemp(join(tmpdir(), 'glassine-bench-'));
try {
  await intake();
  await detail();
  await gamut();
  await softProof();
  await printFile();
  await pure();
  await tables();
  await longRegister();
  await thousandsOfOrders();
  await finding();
  await rolls();
  await writePage();
} finally {
  await rm(dir, { recursive: true, force: true });
}

/** A 67-megapixel 16-bit TIFF taken in (streamed, hashed, facts, tiles, view, thumb) against plain sharp making the view. */
async function intake() {
  const { size } = await stat(picture);
  const ours: number[] = [],
    plain: number[] = [];
  // A first round that is not counted brings the file into the system's cache for both.
  for (let run = -1; run < RUNS; run++) {
    const store = new ObjectStore(join(dir, `run${run}`));
    const a = await timed(async () => {
      const received = await store.receive(
        createReadStream(picture, { highWaterMark: 1 << 20 }),
        'night-ferry.tif',
      );
      await readFacts(received.path, 'night-ferry.tif');
      const { place: path } = await store.keep(received);
      await derive(path, store.derivedDir(received.sha256), 'night-ferry.tif');
    });
    const b = await timed(() =>
      sharp(picture, { limitInputPixels: false })
        .autoOrient()
        .resize({ width: VIEW_PX, height: VIEW_PX, fit: 'inside' })
        .toColourspace('srgb')
        .jpeg({ quality: 88 })
        .toFile(join(dir, 'plain.jpg')),
    );
    if (run >= 0) {
      ours.push(a);
      plain.push(b);
    }
    console.log(
      `  intake ${seconds(a)}, plain view ${seconds(b)}, ${(a / b).toFixed(2)} ×${run < 0 ? ' (not counted)' : ''}`,
    );
    await rm(join(dir, `run${run}`), { recursive: true, force: true });
  }
  const ratios = ours.map((a, i) => a / plain[i]!);
  rows.push({
    name: `intake of a 67-megapixel 16-bit TIFF, ${Math.round(size / 1e6)} MB: stream, SHA-256, facts, tiles, view, small picture`,
    figure: seconds(median(ours)),
    peer: `plain sharp making the view, ${seconds(median(plain))}`,
    ratio: `${median(ratios).toFixed(2)} ×`,
    target: '≤ 1.5 ×',
  });
  rows.push({
    name: 'peak memory of that process, all of it',
    figure: `${Math.round(process.resourceUsage().maxRSS / 1024)} MB`,
    peer: '',
    ratio: '',
    target: '< 1.5 GB',
  });
}

/** True detail, tones and maps of a 100-megapixel 8-bit TIFF, in the process that the studio does it in. */
async function detail() {
  const large = join(dir, '100mp.tif');
  await sharp(picture, { limitInputPixels: false, ignoreIcc: true })
    .resize(11_600, 8_700, { fit: 'fill' })
    .toColourspace('rgb16')
    .tiff()
    .toFile(large);
  const pool = new ImagingPool();
  const ours: number[] = [];
  for (let run = -1; run < RUNS; run++) {
    const a = await timed(() => pool.do('measure', [large, join(dir, 'scratch')]).done);
    if (run >= 0) ours.push(a);
    console.log(`  detail of 100 megapixels ${seconds(a)}${run < 0 ? ' (not counted)' : ''}`);
  }
  rows.push({
    name: 'a 100-megapixel 8-bit TIFF measured: true detail with its map, histograms, clipping, edge of its space',
    figure: seconds(median(ours)),
    peer: '',
    ratio: '',
    target: '≤ 6 s',
  });
  await pool.end();
  await rm(large);
}

/** Gamut statistics and both intents of a 100-megapixel 8-bit TIFF on a paper's tables. */
async function gamut() {
  const large = join(dir, '100mp.tif'),
    profile = join(dir, 'paper.icc');
  await sharp(picture, { limitInputPixels: false, ignoreIcc: true })
    .resize(11_600, 8_700, { fit: 'fill' })
    .toColourspace('srgb')
    .withIccProfile('srgb')
    .tiff()
    .toFile(large);
  const pool = new ImagingPool();
  await pool.do('paperProfile', [
    {
      label: 'Paper',
      version: 4,
      model: modelOf({ white: [96, 0, 2], black: [17, 0, 0], reach: 0.82 }),
      out: profile,
    },
  ]).done;
  const ours: number[] = [];
  for (let run = -1; run < RUNS; run++) {
    const a = await timed(
      () =>
        pool.do('gamut', [{ master: large, scratch: join(dir, 'scratch'), profile, untaggedIs: null }])
          .done,
    );
    if (run >= 0) ours.push(a);
    console.log(`  gamut of 100 megapixels ${seconds(a)}${run < 0 ? ' (not counted)' : ''}`);
  }
  rows.push({
    name: 'gamut statistics of 100 megapixels on a paper, with both intents measured',
    figure: seconds(median(ours)),
    peer: '',
    ratio: '',
    target: '≤ 10 s',
  });
  await pool.end();
  await rm(large);
}

/** The soft proof in Chromium, on a screen of twice the pixels: needs the demo running (npm run demo). */
async function softProof() {
  const base = process.env.GLASSINE_BENCH_URL ?? 'http://127.0.0.1:3210';
  if (
    !(await fetch(`${base}/works`).then(
      (r) => r.ok,
      () => false,
    ))
  ) {
    console.log(`  soft proof: nothing runs at ${base}, left out`);
    return;
  }
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM || '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const page = await browser.newPage({ viewport: { width: 1_640, height: 1_040 }, deviceScaleFactor: 2 });
  await page.addInitScript(() => {
    const w = window as unknown as { long: number[] };
    w.long = [];
    new PerformanceObserver((l) => {
      for (const e of l.getEntries()) w.long.push(e.duration);
    }).observe({ type: 'longtask', buffered: true });
  });
  await page.goto(`${base}/works?q=Night%20Ferry`);
  const href = (await page.locator('ul[aria-label="Works"] a').first().getAttribute('href'))!;
  await page.goto(`${base}/works/${href.split('/')[2]}/proofs/soft`);
  const at = page.locator('[data-ready]');
  await at.waitFor();
  const pane = (await page
    .getByRole('group', { name: /Night Ferry/ })
    .first()
    .boundingBox())!;
  const megapixels = (pane.width * pane.height * 4) / 1e6;
  const drawn = async (key: string, on: { press: (key: string) => Promise<void> }) => {
    const was = await at.getAttribute('data-ready');
    await on.press(key);
    await page
      .waitForFunction(
        (before) => document.querySelector('[data-ready]')?.getAttribute('data-ready') !== before,
        was,
        { timeout: 3_000 },
      )
      .catch(() => {});
    return Number(await at.getAttribute('data-ready'));
  };
  // Every intent and white once, so that their transforms stand; then each on a view that was not drawn with it yet.
  for (const key of ['i', 'w', 'i', 'w']) await drawn(key, page.keyboard);
  const times: number[] = [],
    moved: number[] = [];
  for (let i = 0; i < 6; i++) {
    moved.push(
      await drawn(
        i % 2 ? 'ArrowLeft' : 'ArrowDown',
        page.getByRole('group', { name: /Night Ferry/ }).first(),
      ),
    );
    times.push(await drawn(i % 2 ? 'w' : 'i', page.keyboard));
  }
  rows.push({
    name: `soft proof of a view of ${megapixels.toFixed(1)} megapixels in Chromium, after the first, by another intent or white`,
    figure: `${Math.round(median(times))} ms`,
    peer: '',
    ratio: '',
    target: '≤ 250 ms for 2 megapixels',
  });
  rows.push({
    name: 'the same after the view was moved: tiles laid anew, picture and proof both drawn',
    figure: `${Math.round(median(moved))} ms`,
    peer: '',
    ratio: '',
    target: '',
  });
  await page.getByText('Mark what is out of gamut').click();
  await page.evaluate(() => {
    (window as unknown as { long: number[] }).long.length = 0;
  });
  const slider = page.getByRole('slider', { name: /Out of gamut above/ });
  for (let k = 0; k < 20; k++) {
    await slider.press(k % 8 < 4 ? 'ArrowRight' : 'ArrowLeft');
    await page.waitForTimeout(60);
  }
  await page.waitForTimeout(500);
  const long = await page.evaluate(() => (window as unknown as { long: number[] }).long);
  rows.push({
    name: 'long tasks on the page while the slider of the threshold moves 20 steps',
    figure: `${long.length}${long.length ? `, the longest ${Math.round(Math.max(...long))} ms` : ''}`,
    peer: '',
    ratio: '',
    target: 'none',
  });
  await browser.close();
}

/** A print file of the 67-megapixel master at 600 × 450 mm, 300 ppi: resample, sharpen, dither, write. */
async function printFile() {
  const pool = new ImagingPool();
  const image = { width: 600_000, height: 450_000 };
  const a = await timed(
    () =>
      pool.do('printFile', [
        {
          master: picture,
          scratch: join(dir, 's'),
          out: join(dir, 'print.tif'),
          spec: {
            image,
            border: null,
            ppi: 300,
            crop: cropAt({ width: 9449, height: 7087 }, image),
            kernel: 'lanczos3',
            sharpen: { amount: 60, radius: 1, threshold: 2 },
            space: 'opRGB',
            intent: 'relative colorimetric',
            bits: 8,
            file: 'TIFF',
            untaggedIs: null,
          },
        },
      ]).done,
  );
  rows.push({
    name: 'a print file of it at 600 × 450 mm, 300 ppi: Lanczos, unsharp mask, 8 bit dithered, TIFF of 113 MB',
    figure: seconds(a),
    peer: '',
    ratio: '',
    target: '',
  });
  await pool.end();
}

async function pure() {
  const one = (name: string, times: number, work: () => unknown, target: string) => {
    for (let i = 0; i < Math.min(times, 50); i++) work();
    const started = performance.now();
    for (let i = 0; i < times; i++) work();
    rows.push({
      name,
      figure: `${(((performance.now() - started) / times) * 1_000).toFixed(0)} µs`,
      peer: '',
      ratio: '',
      target,
    });
  };
  one(
    'the ladder: every size of all families against one file',
    500,
    () => ladder({ width: 9449, height: 7087 }, FAMILY_NAMES, { kind: 'distance' }),
    '',
  );
  one(
    'price.solve with five costs and its bar',
    2_000,
    () =>
      solvePrice({
        costs: [1, 2, 3, 4, 5].map((n) => ({ name: `c${n}`, amount: n * 100 })),
        fixedFees: [],
        shareFees: [{ name: 'f', share: 0.1 }],
        carriageCharged: 0,
        margin: 0.5,
        given: 0,
      }),
    '',
  );
  const entries: ChainedEntry[] = [];
  let prevHash = GENESIS;
  for (let seq = 1; seq <= 100_000; seq++) {
    const line = {
      seq,
      at: '2026-05-03T09:00:00.000Z',
      who: 'Maren',
      act: 'printed',
      editionId: 'E',
      impressionId: `I${seq}`,
      body: { number: `${seq}/100000` },
      prevHash,
    };
    prevHash = entryHash(line);
    entries.push({ ...line, hash: prevHash });
  }
  const ms = await timed(async () => checkChain(entries));
  rows.push({
    name: 'walking a register of 100 000 entries',
    figure: seconds(ms),
    peer: '',
    ratio: '',
    target: '',
  });
}

/** A price table of 2 000 rows, read and set in place of another. */
async function tables() {
  const studio = await Studio.open({ dataDir: join(dir, 'tables') });
  const { id } = await recordRoute(studio, {
    name: 'a lab',
    kind: 'lab',
    process: 'x',
    leadDays: 1,
    ppi: 300,
    space: 'sRGB',
    fileKinds: 'JPEG',
    addsBorder: true,
    givesProofs: true,
    pricePerM2: '50',
    minimum: '0',
    notes: '',
  });
  const text = `size,from,price\n${Array.from({ length: 2_000 }, (_, i) => `${100 + (i % 400)}x${600 + Math.floor(i / 400)} mm,${1 + 10 * (i % 3)},${(i / 7 + 1).toFixed(2)}`).join('\n')}\n`;
  const times: number[] = [];
  for (let run = 0; run <= RUNS; run++)
    times.push(await timed(() => importPrices(studio, { routeId: id!, text, readOn: '2026-11-25' })));
  rows.push({
    name: 'a price table of 2 000 rows read, checked and kept',
    figure: seconds(median(times.slice(1))),
    peer: '',
    ratio: '',
    target: '≤ 2 s',
  });
  await studio.close();
}

/** A run of a thousand, and a register of three hundred thousand lines. */
async function longRegister() {
  for (const { name, ms, target } of await registerBench(join(dir, 'register'), timed))
    rows.push({ name, figure: seconds(ms), peer: '', ratio: '', target });
}

/** One field, a hundred thousand rows. */
async function finding() {
  for (const { name, ms, target } of await findBench(join(dir, 'finding'), timed))
    rows.push({ name, figure: `${ms.toFixed(0)} ms`, peer: '', ratio: '', target });
}

/** Orders by the thousand. */
async function thousandsOfOrders() {
  for (const { name, ms, target } of await postingBench(join(dir, 'posting'), timed))
    rows.push({ name, figure: seconds(ms), peer: '', ratio: '', target });
}

/** Lengths, not times: the sets are the same every time, and so is the answer. */
async function rolls() {
  for (const width of ROLLS)
    for (const count of SET_COUNTS) {
      const pieces = rollSet(count);
      let laid = 0;
      const ms = await timed(async () => {
        laid = nestRoll({ width, margin: MARGIN, gap: GAP, pieces }).length;
      });
      const peer = peerLength(pieces, width),
        narrow = width === ROLLS[0];
      const bound = narrow ? crossingBoundOf(pieces, width) : areaBound(pieces, width);
      rows.push({
        name: `roll of ${width / 1_000} mm, ${count} pieces`,
        figure: `${(laid / 1e6).toFixed(3)} m in ${seconds(ms)}`,
        peer: `maxrects-packer, its best setting: ${(peer / 1e6).toFixed(3)} m`,
        ratio: `${(laid / peer).toFixed(3)}; ${(laid / bound).toFixed(3)} × the ${narrow ? 'crossing' : 'area'} bound`,
        target: `≤ 1${count >= 100 ? `; ≤ ${narrow ? '1.03' : '1.04'}` : ''}${count === 200 ? '; ≤ 1 s' : ''}`,
      });
    }
}

async function writePage() {
  const table = [
    ['case', 'figure', 'peer', 'ratio', 'target'],
    ...rows.map((r) => [r.name, r.figure, r.peer, r.ratio, r.target]),
  ];
  console.log(table.map((r) => r.join(' | ')).join('\n'));
  const { version } = JSON.parse(await readFile('node_modules/sharp/package.json', 'utf8')) as {
    version: string;
  };
  await writeSection(
    null,
    `# Benchmarks

Measured by \`npm run bench\`, which writes this part of the page. Each case and its peer run in turn in one process; the median of ${RUNS} rounds
after one that is not counted. The machine: ${cpus().length} cores (${cpus()[0]!.model.trim()}), ${Math.round(totalmem() / 2 ** 30)} GB, Node ${process.version}, sharp ${version}.
Absolute times move with the machine; the ratios are what to hold it to.

${markdownTable(table[0]!, table.slice(1))}`,
  );
}
