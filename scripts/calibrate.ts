import { appendFileSync } from 'node:fs';
import { blurShare, detailOf } from '@/core/capture/detail';
import { DETAIL_TILE, radialSpectrum, type Spectrum } from '@/core/capture/spectrum';
import { blurred, enlarged, grainy, hatched, leaves, noisy, pressed, reduced, rough, type Subject } from '../tests/unit/helpers/subjects';

export function measure(s: Subject) {
  const N = DETAIL_TILE; const tiles: { e: number; spec: Spectrum }[] = [];
  const step = s.width * s.height > 1.5e6 ? 128 : 64;
  for (let y = 0; y + N <= s.height; y += step) for (let x = 0; x + N <= s.width; x += step) {
    const t = new Float32Array(N * N);
    for (let j = 0; j < N; j++) t.set(s.data.subarray((y + j) * s.width + x, (y + j) * s.width + x + N), j * N);
    const spec = radialSpectrum(t);
    let e = 0; for (let k = 4; k < 16; k++) e += spec[k]!;
    tiles.push({ e, spec });
  }
  tiles.sort((a, b) => b.e - a.e);
  const n = tiles.length;
  const mean = (l: typeof tiles) => l[0]!.spec.map((_, k) => l.reduce((a, t) => a + t.spec[k]!, 0) / l.length);
  const tex = mean(tiles.slice(0, Math.max(6, n >> 2))), flat = mean(tiles.slice(-Math.max(3, Math.round(n / 12))));
  return Object.assign(detailOf([tex], [flat]), { tex: [...tex], flat: [...flat] });
}
async function oneByOne(list: [string, number][]) { const out: Subject[] = []; for (const [f, k] of list) out.push(await reduced(P + f, f.slice(0, 12), k)); return out; }
const which = process.argv[2];
const P = '.demo/pictures/';
const sets: Record<string, () => Promise<Subject[]>> = {
  tune: async () => [leaves('leaves', 1), leaves('leaves b', 2), leaves('leaves c', 4, 640, 3000), rough('rough', 5, 0.78), rough('rougher', 6, 0.88), hatched('hatched', 7)],
  check: async () => oneByOne([['night-ferry_630ppi.tif', 0.12], ['kiln-yard-in-frost.tif', 0.2], ['saltpans final 2.tif', 0.2], ['signal-lamp_400.tif', 0.25], ['DSC_slate_large.jpg', 0.15], ['breakwater_pano_9f.jpg', 0.16], ['quarry-face-4_drum.tif', 0.2], ['harbour-chart.png', 0.2], ['tin-boat-cmyk.tif', 0.25], ['IMG_buoys.jpg', 0.4]]),
};
const fmt = (x: number) => x.toFixed(2);
let bad = 0, all = 0; if (!which) process.exitCode = 0;
for (const s of which ? await sets[which]!() : []) {
  const base = measure(s);
  const row: string[] = []; const dump: unknown[] = [];
  const add = (label: string, d: ReturnType<typeof measure>, truth: number) => { dump.push({ label, truth, sigma: /σ([\d.]+?)([ng]\d)?$/.exec(label)?.[1], tex: d.tex, flat: d.flat }); const off = d.share / Math.min(1, truth) - 1; all++; if (Math.abs(off) > 0.1) bad++; row.push(`${label} ${fmt(d.share)}/${fmt(Math.min(1, truth))}${Math.abs(off) > 0.1 ? '!' : ''}`); };
  add('as is', base, 1);
  for (const g of [0.7, 1, 1.5, 2, 3]) add(`σ${g}`, measure(await blurred(s, g)), blurShare(g));
  for (const k of [1.25, 1.5, 2, 3]) for (const kernel of ['cubic', 'lanczos3'] as const) add(`×${k}${kernel[0]}`, measure(await enlarged(s, k, kernel)), 1 / k);
  const b1 = await blurred(s, 1.2), e2 = await enlarged(s, 2, 'cubic');
  for (const g of [2, 5]) { add(`n${g}`, measure(noisy(s, g)), 1); add(`σ1.2n${g}`, measure(noisy(b1, g)), blurShare(1.2)); add(`×2n${g}`, measure(noisy(e2, g)), 0.5); }
  for (const g of [3, 6]) { add(`g${g}`, measure(await grainy(s, g)), 1); add(`σ1.2g${g}`, measure(await grainy(b1, g)), blurShare(1.2)); add(`×2g${g}`, measure(await grainy(e2, g)), 0.5); }
  for (const q of [60, 80, 92]) add(`q${q}`, measure(await pressed(s, q)), 1);
  appendFileSync(`/tmp/dump-${which}.jsonl`, JSON.stringify({ name: s.name, dump }) + '\n'); console.log(s.name.padEnd(12), row.join('  '));
}
console.log(bad, 'of', all);
