// Measures true detail on pictures of known content and prints the table of docs/formulas.md. The pictures of the demo studio
// are the checking set; the made-up subjects (`tune`) are the ones the constants of core/capture/detail.ts were chosen on.
// npm run calibrate [-- tune]
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { blurShare, detailOf, type KnownDetail } from '@/core/capture/detail';
import { DETAIL_TILE, radialSpectrum } from '@/core/capture/spectrum';
import { PICTURES } from '../demo/pictures';
import {
  blurred,
  enlarged,
  grainy,
  hatched,
  leaves,
  noisy,
  pressed,
  reduced,
  rough,
  strokes,
  type Subject,
} from '../tests/unit/helpers/subjects';

/** The demo's pictures are made so much smaller that their own detail reaches the smaller grid's limit. */
const FACTORS: Record<string, number> = {
  'night-ferry': 0.12,
  'kiln-yard': 0.2,
  'salt-pans': 0.2,
  'signal-lamp': 0.25,
  'slate-terraces': 0.15,
  'long-breakwater': 0.16,
  'quarry-face': 0.2,
  'harbour-chart': 0.2,
  'tin-boat': 0.25,
  'buoy-store': 0.4,
};

async function* subjects(tune: boolean): AsyncGenerator<Subject> {
  if (tune) {
    yield* [
      leaves('leaves', 1, 512, 6_000, 4),
      leaves('leaves b', 4, 512, 2_500, 4),
      strokes('strokes', 8, 512, 3_000, 4),
      strokes('strokes b', 9, 512, 1_200, 4),
      rough('rough', 5, 0.78, 512, 4),
      rough('rougher', 6, 0.88, 512, 4),
      hatched('hatched', 7, 512, 5),
    ];
    return;
  }
  for (const p of PICTURES) {
    const path = join('.demo/pictures', p.file);
    if (!existsSync(path)) throw new Error(`${path} is not painted yet: npm run demo paints it`);
    yield reduced(path, p.key, FACTORS[p.key]!);
  }
}

function measure(s: Subject): KnownDetail {
  const tiles = [];
  for (let y = 0; y + DETAIL_TILE <= s.height; y += DETAIL_TILE / 2) {
    for (let x = 0; x + DETAIL_TILE <= s.width; x += DETAIL_TILE / 2) {
      const tile = new Float32Array(DETAIL_TILE ** 2);
      for (let j = 0; j < DETAIL_TILE; j++)
        tile.set(
          s.data.subarray((y + j) * s.width + x, (y + j) * s.width + x + DETAIL_TILE),
          j * DETAIL_TILE,
        );
      const spectrum = radialSpectrum(tile);
      tiles.push({ spectrum, energy: spectrum.slice(4, 16).reduce((a, b) => a + b, 0) });
    }
  }
  tiles.sort((a, b) => b.energy - a.energy);
  const n = tiles.length;
  const found = detailOf(
    tiles.slice(0, Math.max(6, n >> 2)).map((t) => t.spectrum),
    tiles.slice(-Math.max(3, Math.round(n / 12))).map((t) => t.spectrum),
  );
  if (found.share === null) throw new Error('noise covers all of it');
  return { ...found, share: found.share };
}

const columns: [name: string, truth: number, make: (s: Subject) => Subject | Promise<Subject>][] = [
  ['as it is', 1, (s) => s],
  ...[0.7, 1, 1.5, 2, 3].map((g): (typeof columns)[number] => [
    `σ ${g}`,
    blurShare(g),
    (s) => blurred(s, g),
  ]),
  ...[1.25, 1.5, 2, 3].flatMap((k) =>
    (['cubic', 'lanczos3'] as const).map((kernel): (typeof columns)[number] => [
      `× ${k} ${kernel === 'cubic' ? 'c' : 'l'}`,
      1 / k,
      (s) => enlarged(s, k, kernel),
    ]),
  ),
  ['noise 2', 1, (s) => noisy(s, 2)],
  ['noise 5', 1, (s) => noisy(s, 5)],
  ['grain 3', 1, (s) => grainy(s, 3)],
  ['× 2, noise 5', 0.5, (s) => noisy(enlarged(s, 2, 'cubic'), 5)],
  ['× 2, grain 3', 0.5, (s) => grainy(enlarged(s, 2, 'cubic'), 3)],
  ['σ 1.2, noise 2', blurShare(1.2), async (s) => noisy(await blurred(s, 1.2), 2)],
  ['σ 1.2, grain 3', blurShare(1.2), async (s) => grainy(await blurred(s, 1.2), 3)],
  ...[60, 80, 92].map((q): (typeof columns)[number] => [`JPEG ${q}`, 1, (s) => pressed(s, q)]),
];

let [cells, off] = [0, 0];
console.log(
  `| picture | ${columns.map(([name]) => name).join(' | ')} |\n| --- |${' --- |'.repeat(columns.length)}`,
);
console.log(`| *truth* | ${columns.map(([, truth]) => `*${truth.toFixed(2)}*`).join(' | ')} |`);
for await (const s of subjects(process.argv[2] === 'tune')) {
  const row: string[] = [];
  for (const [, truth, make] of columns) {
    const { share } = measure(await make(s));
    cells++;
    const bad = Math.abs(share / truth - 1) > 0.1;
    if (bad) off++;
    row.push(bad ? `**${share.toFixed(2)}**` : share.toFixed(2));
  }
  console.log(`| ${s.name} | ${row.join(' | ')} |`);
}
console.log(`\n${cells - off} of ${cells} within a tenth of the truth; the others in bold.`);
