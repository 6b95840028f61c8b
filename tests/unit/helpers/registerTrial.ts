// Hides the demo's pictures in other frames: shifted, larger or smaller, turned, noisy, of another cast; prints how far off
// each was found, in pixels of the preview, over what the frame shows of it. A process of its own: loops over pixels run many
// times slower inside the test runner.
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import type { Plane } from '@/core/proof/plane';
import { findPicture } from '@/core/proof/register';
import { through } from '@/core/proof/similarity';
import { smallPictures } from './smallPictures';

const LONG = 560;
const noise = (n: number) => {
  let h = Math.imul(n + 1, 0x9e3779b1);
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
  h ^= h >>> 13;
  h = Math.imul(h, 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 4_294_967_296;
};
const plane = async (path: string, long: number): Promise<Plane> => {
  const { data, info } = await sharp(path)
    .resize(long, long, { fit: 'inside' })
    .toColourspace('b-w')
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: Float32Array.from(data, (v) => v / 2.55) };
};

/** A frame of the preview's size with the picture in it, drawn from its larger copy. */
function framed(
  big: Plane,
  W: number,
  H: number,
  scale: number,
  dx: number,
  dy: number,
  degrees: number,
) {
  const t = (degrees * Math.PI) / 180,
    a = scale * Math.cos(t),
    b = scale * Math.sin(t),
    inv = 1 / (scale * scale);
  const tx = W / 2 + dx * W - (a * W) / 2 + (b * H) / 2,
    ty = H / 2 + dy * H - (b * W) / 2 - (a * H) / 2;
  const data = new Float32Array(W * H),
    over = Math.max(1, Math.ceil(1 / scale)),
    kx = big.width / W,
    ky = big.height / H;
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++) {
      let sum = 0;
      for (let oy = 0; oy < over; oy++)
        for (let ox = 0; ox < over; ox++) {
          const px = x + (ox + 0.5) / over - tx,
            py = y + (oy + 0.5) / over - ty,
            u = (a * px + b * py) * inv,
            v = (-b * px + a * py) * inv;
          if (u < 0 || v < 0 || u > W || v > H) {
            sum += 30;
            continue;
          }
          const X = Math.min(big.width - 1.01, Math.max(0, u * kx - 0.5)),
            Y = Math.min(big.height - 1.01, Math.max(0, v * ky - 0.5)),
            i = X | 0,
            j = Y | 0,
            fx = X - i,
            fy = Y - j,
            at = j * big.width + i;
          sum +=
            (big.data[at]! * (1 - fx) + big.data[at + 1]! * fx) * (1 - fy) +
            (big.data[at + big.width]! * (1 - fx) + big.data[at + big.width + 1]! * fx) * fy;
        }
      data[y * W + x] =
        (sum / over ** 2) * 0.85 +
        6 +
        (x / W) * 4 +
        4 * (noise(y * W + x) + noise(y * W + x + 9_999_999) - 1);
    }
  return { frame: { width: W, height: H, data }, truth: { a, b, tx, ty } };
}

// Each picture once near its size, at the edge of what is asked in shift and turn, and once far smaller or larger. Named
// otherwise on the command line: keys of pictures, and trials.
const TRIALS = [
  [
    [1, 0.2, -0.2, 3],
    [0.3, 0.2, 0.2, -3],
  ],
  [
    [0.7, -0.2, 0.1, -3],
    [3, 0.05, 0.05, 2],
  ],
];
// `sample`: one picture, one trial.
const isSample = process.argv[2] === 'sample';
const SAMPLE = [0];
const [keys, trials] =
  process.argv[2] && !isSample
    ? (JSON.parse(process.argv[2]) as [string[] | null, number[][] | null])
    : [null, null];
const found = [];
const dir = mkdtempSync(join(tmpdir(), 'glassine-reg-'));
const pictures = await smallPictures(dir, 1_000, isSample ? [...SAMPLE, 5] : undefined);
for (const [i, p] of pictures.entries()) {
  if (isSample && i >= SAMPLE.length) continue;
  const [one, big] = [await plane(p.path, LONG), await plane(p.path, 1_000)];
  if (keys && !keys.includes(p.key)) continue;
  for (const [scale, dx, dy, degrees] of (trials ?? TRIALS[i % 2]!.slice(0, isSample ? 1 : 2)) as [
    number,
    number,
    number,
    number,
  ][]) {
    const { frame, truth } = framed(big, one.width, one.height, scale, dx, dy, degrees);
    const started = performance.now(),
      t = findPicture(one, frame)!,
      ms = Math.round(performance.now() - started);
    let off = 0;
    for (let gy = 0; gy <= 10; gy++)
      for (let gx = 0; gx <= 10; gx++) {
        const want = through(truth, (one.width * gx) / 10, (one.height * gy) / 10);
        if (want.x < 0 || want.y < 0 || want.x > one.width || want.y > one.height) continue;
        const got = through(t, (one.width * gx) / 10, (one.height * gy) / 10);
        off = Math.max(off, Math.hypot(want.x - got.x, want.y - got.y) / Math.max(1, scale));
      }
    found.push({ key: p.key, scale, dx, dy, degrees, off, likeness: t.likeness, ms });
    if (keys || trials)
      process.stderr.write(
        `${p.key} ${scale} ${dx} ${dy} ${degrees}: ${off.toFixed(2)} px, likeness ${t.likeness.toFixed(3)}, ${ms} ms\n`,
      );
  }
}
// And one that is not there: another picture's frame.
const [one, other] = await Promise.all(
  [0, isSample ? 1 : 5].map(async (i) => plane(pictures[i]!.path, 300)),
);
// Looking everywhere for what is not there takes half a minute; a sample looks at the sizes most proofs have.
const absent =
  keys || trials ? null : (findPicture(one!, other!, { times: isSample ? 1 : 3 })?.likeness ?? 0);
process.stdout.write(JSON.stringify({ found, absent }));
