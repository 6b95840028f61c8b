import { execFile, execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { copyFile, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { modelOf } from '@/core/colour/inks';
import { snippetPlan, stripPlan, wholePlan } from '@/core/proof/plan';
import { NO_ADJUSTMENT } from '@/core/colour/adjust';
import { folder } from '../../tests/unit/helpers/files';
import { bundled } from '../../tests/unit/helpers/bundle';
import { layAslant } from './aslant';
import { ImagingPool } from './pool';
import { isFull } from '../../tests/unit/helpers/trials';

const pool = new ImagingPool();
afterAll(() => pool.end());
/** Work that must not run inside the test runner: what it prints is what came of it. */
const apart = async (helper: string, ...args: string[]) =>
  JSON.parse(
    (
      await promisify(execFile)(process.execPath, [bundled(`tests/unit/helpers/${helper}`), ...args], {
        maxBuffer: 1e8,
      })
    ).stdout,
  );
// Every picture and paper takes ten minutes: `npm run trials` does it all, the usual tests take a sample of each.
const loop = isFull
  ? // The long trial is shared between two processes.
    Promise.all([apart('loopTrial.ts', '0'), apart('loopTrial.ts', '1')]).then((parts) => parts.flat())
  : apart('loopTrial.ts', 'sample');
loop.catch(() => {});
const hasEngine =
  existsSync('/usr/bin/tificc') && existsSync('/usr/share/color/icc/ghostscript/default_cmyk.icc');

describe('the soft proof against an independent engine', () => {
  (hasEngine ? test : test.skip)(
    'versions 2 and 4, tables and matrix, three inks and four, four intents, both whites: mean at most 0.3, never 1 ΔE00',
    async () => {
      const { results, papers, read } = (await apart('softPixels.ts', ...(isFull ? [] : ['sample']))) as {
        results: {
          paper: string;
          intent: string;
          shown: string;
          bits: number;
          mean: number;
          max: number;
        }[];
        papers: Record<string, string>;
        read: {
          name: string;
          facts: { version: string; works: string; model: string };
          black: number[];
          volume: number;
        }[];
      };
      expect(results).toHaveLength(isFull ? 4 * 4 * 2 * 2 : 4 * 2 * 2);
      expect(new Set(results.map((r) => `${r.paper}, ${r.bits} bits`)).size).toBe(8);
      expect([
        new Set(results.map((r) => r.intent)).size,
        new Set(results.map((r) => r.shown)).size,
      ]).toEqual([4, 2]);
      for (const r of results) expect(r.mean).toBeLessThanOrEqual(0.3);
      // In sixteen bits and as the screen's own eight.
      expect(results.filter((r) => r.max > 1)).toEqual([]);
      expect(read.map((r) => [r.facts.version, r.facts.works, r.facts.model])).toEqual([
        ['2.4', 'by tables', 'RGB'],
        ['4.4', 'by tables', 'RGB'],
        ['2.4', 'by primaries and curves', 'RGB'],
        ['2.1', 'by tables', 'CMYK'],
      ]);
      for (const r of read) expect(r.volume).toBeGreaterThan(150_000);
      // Tables that were generated pass an independent reader, and lead white to white.
      const dump = execFileSync('iccdump', ['-v3', papers['version 2, tables']!], {
        encoding: 'utf8',
        maxBuffer: 1e8,
      });
      expect(dump).toMatch(/Device Class = Output/);
      for (const tag of ['A2B0', 'A2B1', 'A2B2', 'B2A0', 'B2A1', 'B2A2', 'gamt'])
        expect(dump).toContain(`'${tag}'`);
      expect(dump).not.toMatch(/error|unable|failed/i);
      for (const path of [papers['version 2, tables']!, papers['version 4, tables']!]) {
        const lab = execFileSync('transicc', [`-i${path}`, '-o*Lab', '-t1', '-n'], {
          input: '255 255 255\n0 0 0\n',
          encoding: 'utf8',
        })
          .trim()
          .split('\n')
          .map((l) => l.trim().split(/\s+/).map(Number));
        expect(lab[0]![0]).toBeCloseTo(100, 1);
        expect(lab[1]![0]).toBeGreaterThan(10);
        expect(lab[1]![0]).toBeLessThan(25);
      }
    },
  );
});

describe('finding every picture of the demo', () => {
  test('shifted by a fifth, a third of the size to three times, turned by 3°, with noise, cast and a slope of light: under a pixel', async () => {
    const { found, absent } = (await apart('registerTrial.ts', ...(isFull ? [] : ['sample']))) as {
      found: { key: string; scale: number; off: number; likeness: number }[];
      absent: number;
    };
    expect(new Set(found.map((f) => f.key)).size).toBe(isFull ? 10 : 1);
    expect(found).toHaveLength(isFull ? 20 : 1);
    expect(found.filter((f) => f.off >= 1)).toEqual([]);
    // Most far nearer: whole copies are made to one scale in both directions.
    expect(found.filter((f) => f.off < 0.2).length).toBeGreaterThanOrEqual(isFull ? 16 : 1);
    // What is there is far more like than what is not.
    for (const f of found) expect(f.likeness).toBeGreaterThan(0.75);
    expect(absent).toBeLessThan(0.5);
  });
});

describe('the loop, practised over eight works and three papers', () => {
  test('following the advice comes under the limits in three rounds for nine in ten of what is in gamut, and no pass is false', async () => {
    const cases = (await loop) as {
      work: string;
      paper: string;
      inGamut: number;
      rounds: { mean: number; verdict: string; trueMean: number; trueP95: number }[];
    }[];
    expect(cases).toHaveLength(isFull ? 24 : 2);
    const inGamut = cases.filter((c) => c.inGamut >= 0.75);
    expect(inGamut.length).toBeGreaterThanOrEqual(isFull ? 16 : 1);
    const passed = inGamut.filter(
      (c) => c.rounds.at(-1)!.verdict === 'holds' && c.rounds.at(-1)!.trueMean < 3,
    );
    expect(passed.length / inGamut.length).toBeGreaterThanOrEqual(0.9);
    for (const c of cases)
      for (const r of c.rounds)
        if (r.verdict === 'holds')
          expect({ ...c, mean: r.trueMean <= 3, p95: r.trueP95 <= 6 }).toMatchObject({
            mean: true,
            p95: true,
          });
    // It is worth practising: many a first proof is off, and what follows is nearer.
    const more = cases.filter((c) => c.rounds.length > 1 && c.rounds[0]!.mean > 0);
    expect(more.length).toBeGreaterThanOrEqual(isFull ? 6 : 1);
    for (const c of more) expect(c.rounds.at(-1)!.trueMean).toBeLessThan(c.rounds[0]!.trueMean);
  });
});

/** Grey values of a part of a picture. The library’s own statistics look at the whole file, whatever was cut out. */
const greys = async (path: string, part: { left: number; top: number; width: number; height: number }) =>
  sharp(path, { ignoreIcc: true })
    .extract(part)
    .greyscale()
    .toColourspace('b-w')
    .raw({ depth: 'uchar' })
    .toBuffer();
const mean = (b: Buffer) => b.reduce((a, v) => a + v, 0) / b.length;

describe('sheets, statistics and regions of a small picture', () => {
  let dir: string, master: string, profile: string;
  beforeAll(async () => {
    dir = await folder();
    master = join(dir, 'master.tif');
    profile = join(dir, 'paper.icc');
    // Left grey ramp, right half a red no paper shows, in sRGB.
    const px = Buffer.alloc(400 * 300 * 3);
    for (let y = 0; y < 300; y++)
      for (let x = 0; x < 400; x++)
        px.set(
          x < 200 ? [40 + x / 2, 40 + x / 2, 40 + x / 2].map(Math.round) : [255, 0, (y % 2) * 30],
          (y * 400 + x) * 3,
        );
    await sharp(px, { raw: { width: 400, height: 300, channels: 3 } })
      .withIccProfile('srgb')
      .tiff()
      .toFile(master);
    await pool.do('paperProfile', [
      {
        label: 'Small',
        version: 2,
        model: modelOf({ white: [96, 0, 1], black: [15, 0, 0], reach: 0.8 }),
        gridTo: 15,
        gridBack: 21,
        out: profile,
      },
    ]).done;
  });
  const crop = { left: 0, top: 0, width: 400, height: 300 };

  test('half the picture is a red beyond the paper: half is out, in the reds, on the right', async () => {
    const { statistics: s, advice } = await pool.do('gamut', [
      { master, scratch: join(dir, 's'), profile, untaggedIs: null },
    ]).done;
    expect(s.outShare).toBeCloseTo(0.5, 1);
    expect(['crimson', 'red', 'orange']).toContain(s.sectors[0]!.name);
    const half = (right: boolean) =>
      s.map.mean
        .filter((_, i) => i % s.map.columns >= s.map.columns / 2 === right)
        .reduce((a, b) => a + b, 0);
    expect(half(true)).toBeGreaterThan(4 * half(false));
    expect(advice.measures.map((m) => m.intent)).toEqual(['relative colorimetric', 'perceptual']);
    expect(advice.outShare).toBeGreaterThan(0.4);
  });

  test('the out-of-gamut region is proposed where the red is', async () => {
    const found = await pool.do('regions', [
      { master, crop, wanted: { width: 80, height: 80 }, profile, untaggedIs: null },
    ]).done;
    expect(found.find((f) => f.kind === 'out of gamut')!.left).toBeGreaterThanOrEqual(160);
  });

  test('a snippet sheet reads back: its size, its density, the very pixels at the final scale, a caption in ink', async () => {
    const plan = snippetPlan({
      crop,
      image: { width: 101_600, height: 76_200 },
      picture: { width: 400, height: 300 },
      caption: 'Small, round 1',
      ppi: 100,
      adjust: null,
      regions: [{ left: 20, top: 30, width: 100, height: 60, says: 'ramp' }],
    });
    const out = join(dir, 'sheet.tif');
    await pool.do('proofSheet', [
      {
        master,
        scratch: join(dir, 's'),
        out,
        plan,
        untaggedIs: null,
        space: 'sRGB',
        intent: 'relative colorimetric',
        kernel: 'mitchell',
        sharpen: null,
        bits: 16,
      },
    ]).done;
    const m = await sharp(out).metadata();
    expect(m.density).toBe(100);
    expect(Math.abs(m.width - (plan.sheet.width / 25_400) * 100)).toBeLessThanOrEqual(1);
    const p = plan.pictures[0]!,
      px = (um: number) => Math.round((um / 25_400) * 100);
    const { data } = await sharp(out, { ignoreIcc: true })
      .extract({ left: px(p.at.x), top: px(p.at.y), width: 100, height: 60 })
      .toColourspace('srgb')
      .raw()
      .toBuffer({ resolveWithObject: true });
    // At 100 ppi and 100 pixels to the inch of picture a pixel is a pixel: the ramp stands as it was.
    expect(Math.abs(data[(30 * 100 + 50) * 3]! - (40 + 70 / 2))).toBeLessThanOrEqual(2);
    const caption = await greys(out, {
      left: px(plan.texts[1]!.at.x),
      top: px(plan.texts[1]!.at.y - 2_000),
      width: 120,
      height: 10,
    });
    expect(Math.min(...caption)).toBeLessThan(Math.max(...caption) / 2);
  });

  test('a proof photographed aslant, in light that falls off and in a wrong white, is compared as its scan is', async () => {
    const master = join(dir, 'coloured.tif');
    const [width, height] = [400, 300];
    const pixels = Buffer.alloc(width * height * 3);
    const blots = Array.from({ length: 90 }, (_, i) => ({
      x: (i * 97) % width,
      y: (i * 61) % height,
      r: 8 + ((i * 13) % 38),
      rgb: [60 + ((i * 53) % 150), 60 + ((i * 31) % 150), 60 + ((i * 79) % 150)],
    }));
    for (let y = 0, o = 0; y < height; y++)
      for (let x = 0; x < width; x++, o += 3) {
        let rgb = [150, 140, 120];
        for (const b of blots) if ((x - b.x) ** 2 + (y - b.y) ** 2 < b.r * b.r) rgb = b.rgb;
        pixels.set(rgb, o);
      }
    await sharp(pixels, { raw: { width, height, channels: 3 } })
      .withIccProfile('srgb')
      .tiff()
      .toFile(master);
    const plan = wholePlan({
      crop: { left: 0, top: 0, width, height },
      image: { width: 101_600, height: 76_200 },
      picture: { width, height },
      caption: 'Blots',
      ppi: 200,
      adjust: null,
    });
    const out = join(dir, 'blots-sheet.tif');
    await pool.do('proofSheet', [
      {
        ...{ master, scratch: join(dir, 's'), out, plan, untaggedIs: null, space: 'sRGB' },
        ...{ intent: 'relative colorimetric', kernel: 'mitchell', sharpen: null, bits: 8 },
      },
    ]).done;
    const page = await sharp(out)
      .toColourspace('srgb')
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const table = { width: 1_400, height: 1_300 };
    const photograph = { ...table, data: new Uint8Array(table.width * table.height * 3).fill(96) };
    // Some 14° off the perpendicular: the far side is an eighth shorter.
    layAslant(photograph, { ...page.info, data: page.data }, [
      { x: 235, y: 190 },
      { x: 1_165, y: 205 },
      { x: 1_225, y: 1_125 },
      { x: 170, y: 1_110 },
    ]);
    // Light from the left, half a stop less at the right; a lamp’s white.
    const linear = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
    const coded = (v: number) => (v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055);
    const white = [0.9, 0.84, 0.68];
    for (let i = 0; i < photograph.data.length; i++) {
      const across = (Math.floor(i / 3) % table.width) / table.width;
      const v = linear(photograph.data[i]! / 255) * white[i % 3]! * 2 ** (-0.7 * across);
      photograph.data[i] = Math.round(coded(v) * 255);
    }
    const taken = join(dir, 'telephone.jpg');
    await sharp(photograph.data, { raw: { ...table, channels: 3 } })
      .jpeg({ quality: 92 })
      .toFile(taken);
    const compare = (scan: string) =>
      pool.do('compareBack', [
        {
          ...{ master, untaggedIs: null, plan, scans: [scan], profile: null, was: null },
          ...{ limits: { mean: 3, p95: 6 }, long: 420 },
        },
      ]).done;
    const back = await compare(taken);
    expect(back.photographed!.keystone).toBeGreaterThan(0.1);
    expect(back.photographed!.keystone).toBeLessThan(0.16);
    expect(back.photographed!.stops).toBeGreaterThan(0.35);
    expect(back.photographed!.stops).toBeLessThan(0.65);
    // The page is the picture, but for its edges in a JPEG: as in its scan.
    const scanned = await compare(out);
    expect(scanned.photographed).toBeUndefined();
    expect(back.mean).toBeLessThan(scanned.mean + 0.6);
    expect(back.floor).toMatchObject({ of: 'bare paper' });
    expect(back.finding.verdict).toBe('holds');
    // Another picture's photograph is none of it.
    const other = join(dir, 'another.jpg');
    await sharp(photograph.data, { raw: { ...table, channels: 3 } })
      .extract({ left: 400, top: 300, width: 500, height: 500 })
      .blur(30)
      .jpeg()
      .toFile(other);
    await expect(compare(other)).rejects.toThrow('The proof is not found in this capture');
  });

  describe('of a straightened cut', () => {
    // A slope of grey and blots, drawn askew by 6° about the middle of the cut: straightened, the slope runs level.
    const cut = { left: 60, top: 40, width: 240, height: 180, degrees: 6 },
      middle = { x: 180, y: 130 },
      image = { width: 60_960, height: 45_720 };
    const blots = Array.from({ length: 60 }, (_, i) => ({
      x: ((i * 97) % 300) - 150,
      y: ((i * 61) % 220) - 110,
      r: 3 + (i % 7),
      v: (i * 37) % 50,
    }));
    const toneAt = (u: number, v: number) => {
      let t = 140 + u * 0.5;
      for (const b of blots) if ((u - b.x) ** 2 + (v - b.y) ** 2 < b.r * b.r) t = 100 + b.v + u * 0.5;
      return t;
    };
    let askew: string;
    beforeAll(async () => {
      askew = join(dir, 'askew.tif');
      const grey = Buffer.alloc(400 * 300 * 3),
        [c, s] = [Math.cos((6 * Math.PI) / 180), Math.sin((6 * Math.PI) / 180)];
      for (let y = 0; y < 300; y++)
        for (let x = 0; x < 400; x++) {
          const dx = x + 0.5 - middle.x,
            dy = y + 0.5 - middle.y;
          grey.fill(
            Math.max(0, Math.min(255, Math.round(toneAt(dx * c + dy * s, -dx * s + dy * c)))),
            (y * 400 + x) * 3,
            (y * 400 + x) * 3 + 3,
          );
        }
      await sharp(grey, { raw: { width: 400, height: 300, channels: 3 } })
        .withIccProfile('srgb')
        .tiff()
        .toFile(askew);
    });
    const make = (plan: ReturnType<typeof wholePlan>, out: string) =>
      pool.do('proofSheet', [
        {
          master: askew,
          scratch: join(dir, 's'),
          out,
          plan,
          untaggedIs: null,
          space: 'sRGB',
          intent: 'relative colorimetric',
          kernel: 'mitchell',
          sharpen: null,
          bits: 16,
        },
      ]).done;

    test('a snippet shows its part straightened, turned about the middle of the cut and not its own', async () => {
      const plan = snippetPlan({
        crop: cut,
        image,
        picture: { width: 400, height: 300 },
        caption: 'Askew',
        ppi: 100,
        adjust: null,
        regions: [{ left: 70, top: 50, width: 80, height: 60, says: 'slope' }],
      });
      const out = join(dir, 'askew-sheet.tif'),
        p = plan.pictures[0]!,
        px = (um: number) => Math.round((um / 25_400) * 100);
      await make(plan, out);
      const part = await greys(out, { left: px(p.at.x), top: px(p.at.y), width: 80, height: 60 });
      let near = 0,
        n = 0;
      for (let y = 2; y < 58; y++)
        for (let x = 2; x < 78; x++) {
          const [u, v] = [70 + x + 0.5 - middle.x, 50 + y + 0.5 - middle.y];
          // Edges of blots are anybody's; away from them the slope is what was drawn.
          if (blots.some((b) => Math.abs(Math.hypot(u - b.x, v - b.y) - b.r) < 5)) continue;
          if (Math.abs(part[y * 80 + x]! - toneAt(u, v)) <= 2) near++;
          n++;
        }
      expect(n).toBeGreaterThan(700);
      expect(near / n).toBeGreaterThan(0.97);
    });

    test('a proof of it is compared with the straightened picture, not with the askew one', async () => {
      const plan = wholePlan({
          crop: cut,
          image,
          picture: { width: 400, height: 300 },
          caption: 'Askew',
          ppi: 160,
          adjust: null,
        }),
        out = join(dir, 'askew-whole.tif');
      await make(plan, out);
      /** What a scan of the page, laid so, gives back. */
      const comparedAt = async (lay: number) => {
        const scan = join(dir, `lay-${lay}.tif`);
        await sharp(out).rotate(lay).keepIccProfile().toFile(scan);
        return pool.do('compareBack', [
          {
            master: askew,
            untaggedIs: null,
            plan,
            scans: [scan],
            profile: null,
            was: null,
            limits: { mean: 3, p95: 6 },
            long: 420,
          },
        ]).done;
      };
      // The page lies on the glass as it was printed, a quarter to the left, or on its head.
      const ways = [
        [270, 90],
        [0, 0],
        [180, 180],
      ] as const;
      for (const [lay, turned] of isFull ? ways : ways.slice(0, 1)) {
        const back = await comparedAt(lay);
        expect(back.likeness).toBeGreaterThan(0.9);
        expect(Math.abs(back.degrees)).toBeLessThan(0.2);
        expect(back.mean).toBeLessThan(0.6);
        expect(back.turned).toBe(turned);
      }
    });

    test('regions are proposed inside the turned cut, in its own frame', async () => {
      const found = await pool.do('regions', [
        { master: askew, crop: cut, wanted: { width: 60, height: 60 }, profile: null, untaggedIs: null },
      ]).done;
      expect(found.length).toBeGreaterThan(0);
      for (const r of found)
        expect(r.left >= 60 && r.top >= 40 && r.left + 60 <= 300 && r.top + 60 <= 220).toBe(true);
    });
  });

  test('a strip of sharpening is printed with each its amount: the edge stands out more from one to the next', async () => {
    const plan = stripPlan({
      crop,
      image: { width: 101_600, height: 76_200 },
      picture: { width: 400, height: 300 },
      caption: 'Sharpened',
      ppi: 100,
      // Across the edge between the ramp and the red.
      region: { left: 170, top: 0, width: 60, height: 60 },
      across: { of: 'sharpening', by: 100, each: 1 },
      down: null,
      base: NO_ADJUSTMENT,
      sharpening: 100,
      cellWidth: null,
    });
    const out = join(dir, 'sharpened-strip.tif');
    await pool.do('proofSheet', [
      {
        master,
        scratch: join(dir, 's'),
        out,
        plan,
        untaggedIs: null,
        space: 'sRGB',
        intent: 'relative colorimetric',
        kernel: 'mitchell',
        sharpen: { amount: 100, radius: 1.5, threshold: 0 },
        bits: 16,
      },
    ]).done;
    const px = (um: number) => Math.round((um / 25_400) * 100);
    const spans = [];
    for (const p of plan.pictures) {
      const part = await greys(out, { left: px(p.at.x), top: px(p.at.y) + 20, width: 60, height: 4 });
      spans.push(Math.max(...part) - Math.min(...part));
    }
    expect(spans[1]! - spans[0]!).toBeGreaterThan(5);
    expect(spans[2]! - spans[1]!).toBeGreaterThan(5);
  });

  test('variants of a strip are what their numbers say', async () => {
    const plan = stripPlan({
      crop,
      image: { width: 101_600, height: 76_200 },
      picture: { width: 400, height: 300 },
      caption: 'Strip',
      ppi: 100,
      region: { left: 100, top: 0, width: 60, height: 60 },
      across: { of: 'lightness', by: 6, each: 1 },
      down: null,
      base: NO_ADJUSTMENT,
      sharpening: 0,
      cellWidth: null,
    });
    const out = join(dir, 'strip.tif');
    await pool.do('proofSheet', [
      {
        master,
        scratch: join(dir, 's'),
        out,
        plan,
        untaggedIs: null,
        space: 'sRGB',
        intent: 'relative colorimetric',
        kernel: 'mitchell',
        sharpen: null,
        bits: 16,
      },
    ]).done;
    const means = await Promise.all(
      plan.pictures.map(async (p) =>
        mean(
          await greys(out, {
            left: Math.round(p.at.x / 254) + 5,
            top: Math.round(p.at.y / 254) + 5,
            width: 40,
            height: 40,
          }),
        ),
      ),
    );
    expect(means[0]).toBeLessThan(means[1]! * 0.93);
    expect(means[2]).toBeGreaterThan(means[1]! * 1.07);
  });

  test('a profile cut short, or with its table scrambled, is refused in a sentence', async () => {
    const bytes = await readFile(profile),
      half = join(dir, 'half.icc'),
      text = join(dir, 'text.icc');
    await writeFile(half, bytes.subarray(0, bytes.length / 2));
    await copyFile(master, text);
    await expect(pool.do('profile', [half]).done).rejects.toMatchObject({
      message: expect.stringMatching(/was cut short at \d+/),
    });
    await expect(pool.do('profile', [text]).done).rejects.toMatchObject({
      message: expect.stringMatching(/not one/),
    });
  });
});
