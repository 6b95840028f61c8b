import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { deltaE00, labOfXyz } from '@/core/colour/difference';
import { adaptedColumns, OPRGB_GAMMA, OPRGB_PRIMARIES, writeMatrixProfile } from '@/core/colour/icc';
import { practiceCgats } from '@/core/colour/practiceChart';
import { readCgats, readTarget } from '@/core/colour/target';
import { readEvenness } from '@/core/capture/evenness';
import { readKeystone } from '@/core/capture/quad';
import { findJoint } from '@/core/capture/stitch';
import { cropAt } from '@/core/crop/crop';
import { filePixels, type PrintSpec } from '@/core/printfile/spec';
import { regionNeeded, stagesOf, windowInFile, type StagesAsk } from '@/core/printfile/stages';
import { simulatedCamera, simulatedFlatbed } from '@/simulators/captureDevices';
import { folder, saved, tiff } from '../../tests/unit/helpers/files';
import { leaves, toSharp } from '../../tests/unit/helpers/subjects';
import { openPixels } from './pixels';
import { ImagingPool } from './pool';
import { writeTiff } from './tiff';

// Done where the studio does it: in the pool's own processes, the colour engine with them.
const pool = new ImagingPool();
afterAll(() => pool.end());
type Args<K extends Parameters<typeof pool.do>[0]> = Parameters<typeof pool.do<K>>[1];
const makePrintFile = (...args: Args<'printFile'>) => pool.do('printFile', args).done;
const checkPrintFile = (...args: Args<'checkPrintFile'>) => pool.do('checkPrintFile', args).done;
const makeCopy = (...args: Args<'copy'>) => pool.do('copy', args).done;
const simulate = (...args: Args<'capture'>) => pool.do('capture', args).done;
const lightGrid = (path: string) => pool.do('lightGrid', [path]).done;
const smallGrey = (path: string) => pool.do('smallGrey', [path]).done;
const patchMeans = (...args: Args<'patchMeans'>) => pool.do('patchMeans', args).done;
const guessCorners = (path: string) => pool.do('guessCorners', [path]).done;
const findDust = (...args: Args<'findDust'>) => pool.do('findDust', args).done;
const readPixel = (...args: Args<'readPixel'>) => pool.do('readPixel', args).done;

const OPRGB = writeMatrixProfile('opRGB (IEC 61966-2-5)', OPRGB_PRIMARIES, OPRGB_GAMMA);
const linear = [20, 160, 40].map((v) => (v / 255) ** OPRGB_GAMMA);
const HAND = labOfXyz(
  [0, 1, 2].map((i) =>
    adaptedColumns(OPRGB_PRIMARIES).reduce((sum, column, k) => sum + column[i]! * linear[k]!, 0),
  ) as [number, number, number],
);
let dir: string, master: string, textured: string;
beforeAll(async () => {
  sharp.cache(false);
  dir = await folder();
  master = await saved(dir, 'master.tif', await tiff({ width: 600, height: 400, profile: OPRGB }));
  textured = await saved(
    dir,
    'textured.tif',
    await toSharp(leaves('t', 3, 256, 700))
      .toColourspace('rgb16')
      .tiff()
      .toBuffer(),
  );
});
const SPEC: PrintSpec = {
  image: { width: 60_000, height: 40_000 },
  border: null,
  ppi: 300,
  crop: { left: 0, top: 0, width: 600, height: 400 },
  kernel: 'lanczos3',
  sharpen: null,
  space: 'opRGB',
  intent: 'relative colorimetric',
  bits: 16,
  file: 'TIFF',
  untaggedIs: null,
};
let count = 0;
const make = async (change: Partial<PrintSpec>, from = master) => {
  const out = join(dir, `print-${++count}.tif`);
  await makePrintFile({
    master: from,
    scratch: join(dir, `scratch-${count}`),
    out,
    spec: { ...SPEC, ...change },
  });
  return out;
};
const tool = (name: string) => ['/usr/bin', '/usr/local/bin'].map((d) => join(d, name)).find(existsSync);

describe('a picture’s own numbers', () => {
  test.each([
    [8, 3],
    [16, 3],
    [16, 1],
  ] as const)(
    '%d bit, %d channels, come out as they were written, row by row',
    async (bits, channels) => {
      const path = await saved(
        dir,
        `own-${bits}-${channels}.tif`,
        await tiff({
          width: 31,
          height: 17,
          bits,
          channels,
          profile: channels === 3 ? OPRGB : undefined,
        }),
      );
      const p = await openPixels(path, join(dir, 'own'));
      expect([p.width, p.height, p.channels, p.bits]).toEqual([31, 17, channels, bits]);
      const k = bits === 16 ? 257 : 1;
      const row = await p.rows(0, 1);
      // A white corner, then red falling to dark; a grey picture has their means.
      expect([...row.slice(0, channels)]).toEqual(
        channels === 3 ? [255 * k, 255 * k, 255 * k] : [255 * k],
      );
      const last = await p.rows(16, 1);
      expect([...last.slice(-channels)]).toEqual(channels === 3 ? [20 * k, 160 * k, 40 * k] : [73 * k]);
      await p.close();
      expect(existsSync(join(dir, 'own.v'))).toBe(false);
    },
  );
  test('one place is read, as numbers and as Lab', async () => {
    const p = await readPixel(master, 599, 399);
    expect(p.values).toEqual([20 * 257, 160 * 257, 40 * 257]);
    expect(p.bits).toBe(16);
    // By hand: opRGB 20, 160, 40 to XYZ under D50, to Lab.
    expect(deltaE00(p.lab!, HAND)).toBeLessThan(0.3);
    await expect(readPixel(master, 600, 0)).rejects.toThrow(/outside the picture/);
  });
});

describe('what is shown of a print file before it is made', () => {
  test('is what the file then holds: capture sharpened, noise taken down, resampled, sharpened for the print', async () => {
    const steps = {
      kernel: 'mitchell' as const,
      capture: {
        sharpen: { amount: 60, radius: 0.8, threshold: 0 },
        smooth: { strength: 60, levels: 12 },
      },
      sharpen: { amount: 120, radius: 1.2, threshold: 1 },
    };
    const out = await make({
      ...steps,
      space: 'as the master',
      image: { width: 67_733, height: 45_155 },
    });
    const made = await openPixels(out, join(dir, 'made'));
    const pixels = await openPixels(master, join(dir, 'own-pixels'));
    const ask: StagesAsk = {
      ...steps,
      crop: SPEC.crop,
      master: { width: 600, height: 400 },
      to: { width: made.width, height: made.height },
      at: { x: 0.2, y: 0.7 },
      window: { width: 50, height: 20 },
    };
    const box = regionNeeded(ask);
    const region = {
      ...box,
      channels: 3,
      data: new Float32Array(box.width * box.height * 3),
    };
    for (let y = 0; y < box.height; y++) {
      const row = await pixels.rows(box.top + y, 1);
      for (let i = 0; i < box.width * 3; i++) region.data[y * box.width * 3 + i] = row[box.left * 3 + i]!;
    }
    const shown = stagesOf(region, box, ask).sharpened;
    const at = windowInFile(ask);
    for (let y = 0; y < at.height; y++) {
      const row = (await made.rows(at.top + y, 1)).slice(at.left * 3, (at.left + at.width) * 3);
      row.forEach((v, i) => {
        const seen = Math.min(65_535, Math.max(0, shown.data[y * at.width * 3 + i]!));
        expect(Math.abs(seen - v)).toBeLessThan(2);
      });
    }
    await made.close();
    await pixels.close();
  });
});

describe('the colour engine', () => {
  test('opRGB to sRGB: a colour worked by hand, white kept', async () => {
    const out = await make({ space: 'sRGB', image: { width: 50_800, height: 33_867 } });
    const [green, white] = [await readPixel(out, 590, 390), await readPixel(out, 5, 5)];
    const eight = green.values.map((v) => Math.round(v / 257));
    // Its red lies outside sRGB; green 161, blue 17 by hand through XYZ.
    expect(eight[0]).toBe(0);
    expect(Math.abs(eight[1]! - 161)).toBeLessThan(3);
    expect(Math.abs(eight[2]! - 17)).toBeLessThan(12);
    expect(white.values).toEqual([65_535, 65_535, 65_535]);
    expect(white.lab!.map((v) => Math.abs(Math.round(v * 10) / 10))).toEqual([100, 0, 0]);
  });
});

describe('a print file', () => {
  test('the same size in the same space is the same picture', async () => {
    const out = await make({ image: { width: 50_800, height: 33_867 } });
    const [a, b] = await Promise.all(
      [master, out].map((p) =>
        sharp(p, { ignoreIcc: true }).toColourspace('rgb16').raw({ depth: 'ushort' }).toBuffer(),
      ),
    );
    const [x, y] = [a!, b!].map((d) => new Uint16Array(d.buffer, d.byteOffset, d.length / 2));
    expect(y!.length).toBe(x!.length);
    expect(x!.reduce((most, v, i) => Math.max(most, Math.abs(v - y![i]!)), 0)).toBeLessThanOrEqual(1);
  });
  test('pixels, density, depth and profile, read back by other programs', async () => {
    const out = await make({
      bits: 8,
      border: { top: 5_000, right: 5_000, bottom: 8_000, left: 5_000 },
      sharpen: { amount: 60, radius: 1, threshold: 2 },
    });
    const sheet = { width: 70_000, height: 53_000 };
    const want = filePixels(
      SPEC.image,
      { top: 5_000, right: 5_000, bottom: 8_000, left: 5_000 },
      300,
    ).sheet;
    expect(want).toEqual({ width: 827, height: 626 });
    expect(
      await checkPrintFile(out, { name: '70x53mm_x_v1.tif', sheet, ppi: 300, bits: 8, space: 'opRGB' }),
    ).toMatchObject({ holds: true, pixels: want, bits: 8, density: 300, space: 'opRGB' });
    if (tool('tiffinfo')) {
      const says = execFileSync(tool('tiffinfo')!, [out], { encoding: 'utf8' });
      expect(says).toMatch(/Image Width: 827 Image Length: 626/);
      expect(says).toMatch(/Resolution: 300, 300 pixels\/inch/);
      expect(says).toMatch(/Bits\/Sample: 8/);
      expect(says).toContain(`ICC Profile: <present>, ${OPRGB.length} bytes`);
    }
    if (tool('exiftool')) {
      const says = JSON.parse(
        execFileSync(tool('exiftool')!, ['-j', '-n', out], { encoding: 'utf8' }),
      )[0];
      expect(says).toMatchObject({
        ImageWidth: 827,
        ImageHeight: 626,
        XResolution: 300,
        YResolution: 300,
        ResolutionUnit: 2,
        ProfileDescription: 'opRGB (IEC 61966-2-5)',
      });
    }
    const { data, info } = await sharp(out, { ignoreIcc: true })
      .raw()
      .toBuffer({ resolveWithObject: true });
    const at = (x: number, y: number) => [
      ...data.subarray((y * info.width + x) * 3, (y * info.width + x) * 3 + 3),
    ];
    expect(at(10, 10)).toEqual([255, 255, 255]);
    expect(at(400, 620)).toEqual([255, 255, 255]);
    expect(at(700, 300)[1]!).toBeGreaterThan(140);
  });
  test('a JPEG carries its density and profile too', async () => {
    const out = await make({ file: { jpeg: 92 }, space: 'sRGB' });
    expect(
      await checkPrintFile(out, {
        name: '60x40mm_x.jpg',
        sheet: SPEC.image,
        ppi: 300,
        bits: 8,
        space: 'sRGB',
      }),
    ).toMatchObject({ holds: true, density: 300, space: 'sRGB' });
  });
  test('CMYK has four channels, its profile, and bare paper about the picture', async () => {
    const out = await make({
      space: 'CMYK',
      bits: 8,
      border: { top: 5_000, right: 5_000, bottom: 5_000, left: 5_000 },
    });
    const m = await sharp(out).metadata();
    expect([m.space, m.channels]).toEqual(['cmyk', 4]);
    const { data } = await sharp(out, { ignoreIcc: true })
      .toColourspace('cmyk')
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([...data.subarray(0, 4)]).toEqual([0, 0, 0, 0]);
  });
  test('16 bit to 8 is spread, so that a slope of half a step has both neighbours and their mean', async () => {
    const flat = join(dir, 'flat.tif');
    await writeTiff(flat, { width: 64, height: 64, bits: 16, channels: 3 }, (_, rows) =>
      new Uint16Array(64 * rows * 3).fill(100 * 257 + 128),
    );
    const out = await make(
      {
        crop: { left: 0, top: 0, width: 64, height: 64 },
        image: { width: 5_419, height: 5_419 },
        bits: 8,
        untaggedIs: 'sRGB',
        space: 'sRGB',
      },
      flat,
    );
    const data = await sharp(out, { ignoreIcc: true }).raw().toBuffer();
    const seen = new Set(data);
    expect([...seen].sort()).toEqual([100, 101]);
    expect(data.reduce((a, b) => a + b, 0) / data.length).toBeCloseTo(100.5, 1);
  });
  test('unsharp mask makes an edge plainer, and leaves what is under its threshold', async () => {
    const edge = async (amount: number, threshold: number) => {
      const out = await make({
        sharpen: { amount, radius: 1.5, threshold },
        image: { width: 50_800, height: 33_867 },
      });
      const { data } = await sharp(out, { ignoreIcc: true })
        .toColourspace('rgb16')
        .extract({ left: 290, top: 300, width: 20, height: 1 })
        .raw({ depth: 'ushort' })
        .toBuffer({ resolveWithObject: true });
      return [...new Uint16Array(data.buffer, data.byteOffset, 60)].filter((_, i) => i % 3 === 1);
    };
    const [plain, sharp100, over] = [await edge(0, 0), await edge(100, 0), await edge(100, 64)];
    const contrast = (v: number[]) => Math.max(...v) - Math.min(...v);
    expect(contrast(sharp100)).toBeGreaterThan(contrast(plain) * 1.05);
    // The edge is stronger than the threshold, the flat on both sides of it is not.
    expect(over[0]).toBe(plain[0]);
  });
  test('an untagged master, a crop outside it, and a file the disk has no room for are refused with a sentence; nothing is left', async () => {
    const bare = await saved(dir, 'bare.tif', await tiff({ width: 60, height: 40 }));
    const crop = { left: 0, top: 0, width: 60, height: 40 };
    await expect(make({ crop }, bare)).rejects.toThrow(/untagged: say what its numbers mean/);
    await make({ crop, untaggedIs: 'sRGB' }, bare);
    await expect(make({ crop: { left: 10, top: 0, width: 600, height: 400 } })).rejects.toThrow(
      /reaches outside the master/,
    );
    await expect(make({ image: { width: 300_000_000, height: 300_000_000 } })).rejects.toThrow(
      /would have \d{5}\.\d GB, and the disk has [\d.]+ GB to spare/,
    );
    expect(readdirSync(dir).filter((n) => /\.part|\.v$/.test(n))).toEqual([]);
  });
  test('a grey master becomes colour where the route asks for it', async () => {
    const grey = await saved(dir, 'grey.tif', await tiff({ width: 60, height: 40, channels: 1 }));
    const out = await make({ crop: { left: 0, top: 0, width: 60, height: 40 } }, grey);
    expect((await sharp(out).metadata()).channels).toBe(3);
  });
});

describe('corrected copies', () => {
  test('an uneven capture comes out even, and keeps its profile', async () => {
    const board = join(dir, 'board.tif'),
      capture = join(dir, 'uneven.tif'),
      out = join(dir, 'even.tif');
    const faults = {
      blur: 0,
      noise: 0,
      dust: 0,
      falloff: 0.3,
      cast: [1, 1, 1] as const,
      tilt: 0,
      turn: 0,
      fill: 1,
    };
    const common = {
      part: { left: 0, top: 0, width: 1, height: 1 },
      to: { width: 300, height: 200 },
      ppi: null,
      faults,
      seed: 1,
      scratch: join(dir, 's'),
    };
    await simulate({ ...common, original: null, out: board });
    await simulate({ ...common, original: null, out: capture });
    const grid = await lightGrid(board);
    expect(readEvenness(grid)).toMatchObject({ verdict: 'care', word: 'correct it' });
    await makeCopy({ master: capture, scratch: join(dir, 's2'), out, task: { kind: 'even', grid } });
    expect(Math.abs(readEvenness(await lightGrid(out)).worst)).toBeLessThan(0.04);
    expect((await sharp(out).metadata()).depth).toBe('ushort');
    expect((await sharp(out).metadata()).icc).toBeDefined();
  });
  test('a tilted capture is measured and squared', async () => {
    const [pass] = simulatedCamera.passes({
      original: { width: 256_000, height: 256_000 },
      ppi: 100,
      longSidePx: 600,
      shows: 'work',
      seed: 2,
    });
    const tilted = join(dir, 'tilted.tif'),
      out = join(dir, 'squared.tif');
    await simulate({ ...pass!, original: textured, scratch: join(dir, 's3'), out: tilted });
    const corners = await guessCorners(tilted);
    const reading = readKeystone(corners, pass!.to);
    expect(reading.word).toBe('slightly off');
    expect(Math.abs(reading.roll - 0.6)).toBeLessThan(0.4);
    await makeCopy({
      master: tilted,
      scratch: join(dir, 's4'),
      out,
      task: { kind: 'square', corners, to: reading.squared },
    });
    // The squared copy is all work: no edge of it is the even grey of the board behind.
    const { data } = await sharp(out, { ignoreIcc: true })
      .resize(40, 40, { fit: 'fill' })
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const along = (at: (i: number) => number) => Array.from({ length: 36 }, (_, i) => data[at(i + 2)]!);
    for (const edge of [
      along((i) => 40 + i),
      along((i) => 38 * 40 + i),
      along((i) => i * 40 + 1),
      along((i) => i * 40 + 38),
    ])
      expect(Math.max(...edge) - Math.min(...edge)).toBeGreaterThan(15);
  });
  test('a cast is read from a target and fitted away', async () => {
    const [pass] = simulatedCamera.passes({
      original: { width: 256_000, height: 171_000 },
      ppi: 100,
      longSidePx: 900,
      shows: 'target',
      seed: 2,
    });
    const frame = join(dir, 'target.tif'),
      out = join(dir, 'fitted.tif');
    await simulate({ ...pass!, original: textured, chart: true, scratch: join(dir, 's5'), out: frame });
    const corners = await guessCorners(frame);
    const { patches, columns } = await patchMeans(frame, corners);
    const reading = readTarget(patches, readCgats(practiceCgats()), columns);
    expect(reading.mean).toBeGreaterThan(2);
    expect(reading.after.mean).toBeLessThan(reading.mean / 2);
    expect(reading.gains[0]).toBeLessThan(1);
    expect(reading.gains[2]).toBeGreaterThan(1);
    await makeCopy({
      master: frame,
      scratch: join(dir, 's6'),
      out,
      task: { kind: 'fit', matrix: reading.fit },
    });
    const after = readTarget(
      (await patchMeans(out, corners)).patches,
      readCgats(practiceCgats()),
      columns,
    );
    expect(after.mean).toBeLessThan(reading.after.mean + 0.5);
  });
});

describe('the stand-ins', () => {
  test('a flatbed scans what does not fit in tiles that overlap; dust lies on them', async () => {
    const original = { width: 300_000, height: 300_000 };
    const passes = simulatedFlatbed.passes({ original, ppi: 60, longSidePx: 0, shows: 'work', seed: 4 });
    expect(passes.length).toBeGreaterThan(1);
    expect(passes[0]!.name).toMatch(/^simulated-flatbed_60ppi_tile-1-of-/);
    const files = await Promise.all(
      passes.slice(0, 2).map(async (p, i) => {
        const out = join(dir, `tile-${i}.tif`);
        await simulate({ ...p, original: textured, scratch: join(dir, `tile-s-${i}`), out });
        return out;
      }),
    );
    const [a, b] = await Promise.all(files.map(smallGrey));
    const joint = findJoint(a!, b!, a!.scale);
    expect(joint.likeness).toBeGreaterThan(0.8);
    const dx = ((passes[1]!.part.left - passes[0]!.part.left) * original.width * 60) / 25_400;
    expect(Math.abs(joint.dx - dx)).toBeLessThan(6);
    const { total } = await findDust(files[0]!, join(dir, 'dust'), 1);
    expect(total).toBeGreaterThan(0);
  });
  test('the same seed gives the same file, another seed another', async () => {
    const [p] = simulatedFlatbed.passes({
      original: { width: 60_000, height: 60_000 },
      ppi: 60,
      longSidePx: 0,
      shows: 'work',
      seed: 4,
    });
    const shot = async (seed: number) => {
      const out = join(dir, `seed-${++count}.tif`);
      await simulate({ ...p!, seed, original: textured, scratch: join(dir, `seed-s-${count}`), out });
      return readFile(out);
    };
    const [one, two, other] = [await shot(1), await shot(1), await shot(2)];
    expect(one.equals(two)).toBe(true);
    expect(one.equals(other)).toBe(false);
    await expect(stat(join(dir, 'seed-s-1.v'))).rejects.toThrow();
  });
});
test('a crop in the middle keeps proportions', () =>
  expect(cropAt({ width: 600, height: 400 }, { width: 1, height: 1 }).width).toBe(400));

describe('straightened and mirrored', () => {
  const samples = async (path: string) => {
    const { data, info } = await sharp(path, { ignoreIcc: true })
      .toColourspace('rgb16')
      .raw({ depth: 'ushort' })
      .toBuffer({ resolveWithObject: true });
    const v = new Uint16Array(data.buffer, data.byteOffset, data.length / 2);
    return {
      width: info.width,
      height: info.height,
      at: (x: number, y: number) => [
        ...v.subarray((y * info.width + x) * info.channels, (y * info.width + x) * info.channels + 3),
      ],
    };
  };
  test('a line drawn at 5 degrees comes out level, where trigonometry puts it', async () => {
    // Light above a slanted edge through the middle, dark below it: y = 200 + (x − 300)·tan 5°.
    const slope = Math.tan((5 * Math.PI) / 180),
      raw = new Uint16Array(600 * 400 * 3);
    for (let y = 0; y < 400; y++)
      for (let x = 0; x < 600; x++)
        raw.fill(
          y + 0.5 < 200 + (x + 0.5 - 300) * slope ? 50_000 : 10_000,
          (y * 600 + x) * 3,
          (y * 600 + x) * 3 + 3,
        );
    const slanted = join(dir, 'slanted.tif');
    await writeTiff(
      slanted,
      { width: 600, height: 400, bits: 16, channels: 3, ppi: 300, profile: OPRGB },
      (y, n) => raw.subarray(y * 1_800, (y + n) * 1_800),
    );
    const out = await samples(
      await make(
        {
          image: { width: 25_400, height: 16_933 },
          crop: { left: 150, top: 100, width: 300, height: 200, degrees: 5 },
        },
        slanted,
      ),
    );
    for (const x of [5, 80, 150, 220, 294]) {
      expect(out.at(x, 94)[0]!).toBeGreaterThan(46_000);
      expect(out.at(x, 106)[0]!).toBeLessThan(14_000);
    }
  });
  test('round the image lies its own edge, turned over, corners too; the sheet has the size asked for', async () => {
    const spec = {
      untaggedIs: 'opRGB' as const,
      ppi: 254,
      image: { width: 24_000, height: 20_000 },
      crop: { left: 0, top: 0, width: 240, height: 200 },
      mirror: 4_000,
      border: { top: 2_000, right: 2_000, bottom: 2_000, left: 2_000 },
    };
    // Ten pixels a millimetre: 240 + 2 × 40 + 2 × 20.
    expect(filePixels(spec.image, spec.border, 254, spec.mirror)).toEqual({
      image: { width: 240, height: 200 },
      mirror: 40,
      border: { left: 20, right: 20, top: 20, bottom: 20 },
      sheet: { width: 360, height: 320 },
    });
    const [plain, wrapped] = [
      await samples(await make({ ...spec, mirror: 0, border: null }, textured)),
      await samples(await make(spec, textured)),
    ];
    expect([wrapped.width, wrapped.height]).toEqual([360, 320]);
    const [ox, oy] = [60, 60];
    for (const [x, y] of [
      [0, 0],
      [17, 3],
      [150, 100],
      [239, 199],
      [120, 30],
    ] as const)
      expect(wrapped.at(ox + x, oy + y)).toEqual(plain.at(x, y));
    for (const k of [0, 7, 39]) {
      expect(wrapped.at(ox - 1 - k, oy + 55)).toEqual(plain.at(k, 55));
      expect(wrapped.at(ox + 240 + k, oy + 55)).toEqual(plain.at(239 - k, 55));
      expect(wrapped.at(ox + 88, oy - 1 - k)).toEqual(plain.at(88, k));
      expect(wrapped.at(ox + 88, oy + 200 + k)).toEqual(plain.at(88, 199 - k));
      expect(wrapped.at(ox - 1 - k, oy + 200 + k)).toEqual(plain.at(k, 199 - k));
    }
    expect(wrapped.at(3, 3)).toEqual([65_535, 65_535, 65_535]);
  });
});

test('a title stands under the image, in its middle, its capitals as high as asked; nothing else is printed in the border', async () => {
  // Ten pixels a millimetre. The line stands 10 mm under the image; its H is 4 mm high.
  const border = { top: 10_000, right: 10_000, bottom: 20_000, left: 10_000 };
  const out = await make({
    ppi: 254,
    border,
    title: { text: 'HHH', capital: 4_000, under: 10_000 },
    bits: 8,
  });
  const { data, info } = await sharp(out, { ignoreIcc: true })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect([info.width, info.height]).toEqual([800, 700]);
  let [top, bottom, left, right] = [9_999, 0, 9_999, 0];
  for (let y = 500; y < 700; y++)
    for (let x = 0; x < 800; x++)
      if (data[(y * info.width + x) * info.channels]! < 128) {
        top = Math.min(top, y);
        bottom = Math.max(bottom, y);
        left = Math.min(left, x);
        right = Math.max(right, x);
      }
  expect(Math.abs(bottom - 599)).toBeLessThanOrEqual(1);
  expect(Math.abs(bottom - top + 1 - 40)).toBeLessThanOrEqual(2);
  expect(Math.abs((left + right) / 2 - 400)).toBeLessThanOrEqual(6);
  expect(right - left).toBeGreaterThan(60);
});
