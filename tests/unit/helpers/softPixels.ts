// Soft-proofs a field of colours with the product's own engine and with an independent one, and prints how far they differ.
// A process of its own: the engine does not start inside the test runner.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { difference } from '@/core/colour/difference';
import { INTENTS, type ShownAs } from '@/core/colour/intents';
import { modelOf } from '@/core/colour/inks';
import { writeTableProfile } from '@/core/colour/writeTable';
import { lcms, profileOf, toLab } from '@/imaging/colourEngine';
import { readProfile } from '@/imaging/proofing';
import { writeTiff } from '@/imaging/tiff';
import { transformOf } from '@/imaging/transforms';

const dir = mkdtempSync(join(tmpdir(), 'glassine-soft-'));
const put = (name: string, bytes: Uint8Array) => {
  const path = join(dir, name);
  writeFileSync(path, bytes);
  return path;
};
const SIDE = 48,
  NUMBERS = {
    perceptual: 0,
    'relative colorimetric': 1,
    saturation: 2,
    'absolute colorimetric': 3,
  } as const;

const [source, screen] = [await profileOf('opRGB'), await profileOf('sRGB')];
const [sourcePath, screenPath] = [put('source.icc', source), put('screen.icc', screen)];
const model = modelOf({ white: [95.8, 0.4, 2.2], black: [16.5, 0.4, 0.3], reach: 0.84 });
const papers: Record<string, string> = {
  'version 2, tables': put('v2.icc', writeTableProfile({ label: 'Paper, version 2', version: 2, model })),
  'version 4, tables': put('v4.icc', writeTableProfile({ label: 'Paper, version 4', version: 4, model })),
  'version 2, matrix': put('matrix.icc', screen),
  'four inks, tables, another maker’s': '/usr/share/color/icc/ghostscript/default_cmyk.icc',
};
// Colours of every sort: hashed, so that they are the same each time.
const samples = Uint16Array.from({ length: SIDE * SIDE * 3 }, (_, i) => {
  let h = Math.imul(i + 1, 0x9e3779b1);
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
  return ((h ^ (h >>> 13)) >>> 16) & 0xffff;
}).map((v) => Math.floor(v / 257) * 257);
const field = join(dir, 'field.tif');
await writeTiff(field, { width: SIDE, height: SIDE, bits: 16, channels: 3, profile: source }, (y, n) =>
  samples.subarray(y * SIDE * 3, (y + n) * SIDE * 3),
);

const results: {
  paper: string;
  intent: string;
  shown: ShownAs;
  bits: number;
  mean: number;
  max: number;
}[] = [];
// `sample`: a quarter of what can be combined; every intent, every white and every kind of profile is among it.
const isSample = process.argv[2] === 'sample';
for (const [p, [paper, path]] of Object.entries(papers).entries()) {
  const profile = new Uint8Array(readFileSync(path));
  for (const [i, intent] of INTENTS.entries())
    for (const [w, shown] of (['screen white', 'paper white'] as const).entries()) {
      if (isSample && (3 * p + i + 2 * w) % 4) continue;
      const bpc = intent === 'relative colorimetric',
        out = join(dir, 'out.tif');
      execFileSync(
        'tificc',
        [
          `-i${sourcePath}`,
          `-o${screenPath}`,
          `-p${path}`,
          `-t${NUMBERS[intent]}`,
          `-m${shown === 'paper white' ? 3 : 1}`,
          '-c0',
          '-w16',
          ...(bpc ? ['-b'] : []),
          field,
          out,
        ],
        { stdio: 'pipe' },
      );
      const raw = await sharp(out, { ignoreIcc: true })
        .toColourspace('rgb16')
        .raw({ depth: 'ushort' })
        .toBuffer();
      const theirs = await toLab(screen, new Uint16Array(raw.buffer, raw.byteOffset, raw.length / 2));
      for (const bits of [8, 16] as const) {
        // Eight bits are the screen's pixels, by the worker's own way: in fours, the fourth passed over.
        const ask = { from: source, to: screen, intent, bpc, proof: { profile, shown } };
        const t = transformOf<Uint8Array | Uint16Array>(await lcms(), {
          ...ask,
          bits,
          ...(bits === 8 && { screen: true, padded: true }),
        });
        const own = t.run(
          bits === 8
            ? Uint8Array.from({ length: (samples.length / 3) * 4 }, (_, i) =>
                i % 4 === 3 ? 255 : samples[(i >> 2) * 3 + (i % 4)]! / 257,
              )
            : samples,
        );
        t.end();
        const ours = await toLab(
          screen,
          bits === 8
            ? Uint16Array.from(
                own.filter((_, i) => i % 4 !== 3),
                (v) => v * 257,
              )
            : (own as Uint16Array),
        );
        let sum = 0,
          max = 0;
        for (let i = 0; i < ours.length; i += 3) {
          const d = difference(
            ours[i]!,
            ours[i + 1]!,
            ours[i + 2]!,
            theirs[i]!,
            theirs[i + 1]!,
            theirs[i + 2]!,
          );
          sum += d;
          max = Math.max(max, d);
        }
        results.push({ paper, intent, shown, bits, mean: sum / (ours.length / 3), max });
      }
    }
}
const read = await Promise.all(
  Object.entries(papers).map(async ([name, path]) => ({ name, ...(await readProfile(path)) })),
);
process.stdout.write(
  JSON.stringify({
    results,
    papers,
    read: read.map((r) => ({
      name: r.name,
      facts: r.facts,
      black: r.gamut.black,
      volume: r.gamut.volume,
    })),
  }),
);
