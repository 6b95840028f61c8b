import fc from 'fast-check';
import { InputError } from '../errors';
import { nameSpace } from '../colour/space';
import { OPRGB_GAMMA, OPRGB_PRIMARIES, writeMatrixProfile } from '../colour/icc';
import { KERNELS, resample, tapsFor } from './resample';
import { cropAt } from '../crop/crop';
import { checkFile, filePixels, printFileName, sizeInName } from './spec';
import { alterationsOf, parseStep, questionsOf, type PrepStep } from './steps';

const side = fc.integer({ min: 1, max: 400 });
const opRGB = nameSpace(writeMatrixProfile('opRGB', OPRGB_PRIMARIES, OPRGB_GAMMA));

describe('resampling', () => {
  test('the parts of every sample add up to one, and reach inside the picture', () => {
    fc.assert(
      fc.property(side, side, fc.constantFrom(...KERNELS), (from, to, kernel) => {
        const { first, weights, reach } = tapsFor(from, to, kernel);
        return first.every((f, i) => {
          const sum = weights.slice(i * reach, (i + 1) * reach).reduce((a, b) => a + b, 0);
          return f >= 0 && f + reach <= from && Math.abs(sum - 1) < 1e-5;
        });
      }),
    );
  });
  test('an even tone stays even at any size', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 1, max: 30 }),
        fc.constantFrom(...KERNELS),
        (w, to, kernel) => {
          const p = resample(
            { data: new Float32Array(w * w * 3).fill(0.4), width: w, height: w, channels: 3 },
            { width: to, height: to },
            kernel,
          );
          return p.data.every((v) => Math.abs(v - 0.4) < 1e-5);
        },
      ),
      { numRuns: 60 },
    );
  });
  test('the same size is the same picture with the kernels that pass through their points; the gentle one softens', () => {
    const data = Float32Array.from({ length: 100 }, (_, i) => (i * 37) % 11);
    const same = (kernel: 'lanczos3' | 'cubic' | 'mitchell') =>
      resample({ data, width: 10, height: 10, channels: 1 }, { width: 10, height: 10 }, kernel).data;
    same('lanczos3').forEach((v, i) => expect(v).toBeCloseTo(data[i]!, 4));
    same('cubic').forEach((v, i) => expect(v).toBeCloseTo(data[i]!, 4));
    expect(Math.max(...same('mitchell').map((v, i) => Math.abs(v - data[i]!)))).toBeGreaterThan(0.5);
  });
  test('Lanczos overshoots beside a hard edge, Mitchell hardly', () => {
    const edge = {
      data: Float32Array.from({ length: 40 }, (_, i) => (i < 20 ? 0 : 1)),
      width: 40,
      height: 1,
      channels: 1,
    };
    const over = (kernel: 'lanczos3' | 'mitchell') =>
      Math.max(...resample(edge, { width: 120, height: 1 }, kernel).data) - 1;
    expect(over('lanczos3')).toBeGreaterThan(0.05);
    expect(over('mitchell')).toBeLessThan(0.04);
  });
  test('what is finer than the new pixels is averaged away, not aliased', () => {
    const stripes = {
      data: Float32Array.from({ length: 256 }, (_, i) => i % 2),
      width: 256,
      height: 1,
      channels: 1,
    };
    for (const kernel of KERNELS)
      resample(stripes, { width: 50, height: 1 }, kernel)
        .data.slice(4, -4)
        .forEach((v) => expect(Math.abs(v - 0.5)).toBeLessThan(0.04));
  });
  test('a step that does not fill the side is kept to the last digit: a slope keeps its steepness', () => {
    const slope = {
      data: Float32Array.from({ length: 100 }, (_, i) => i),
      width: 100,
      height: 1,
      channels: 1,
    };
    resample(slope, { width: 38, height: 1 }, 'mitchell', { x: 2.6, y: 1 })
      .data.slice(3, -3)
      .forEach((v, i) => expect(v).toBeCloseTo((i + 3.5) * 2.6 - 0.5, 2));
  });
  test('sides under one are named', () => {
    expect(() => tapsFor(0, 5, 'cubic')).toThrow(InputError);
    expect(() => tapsFor(5, 0, 'cubic')).toThrow(/to: got 0/);
  });
});

describe('the pixels of a print file', () => {
  test('image and border add up to the sheet, to the pixel', () => {
    const um = fc.integer({ min: 1_000, max: 1_500_000 }),
      edge = fc.integer({ min: 0, max: 60_000 });
    fc.assert(
      fc.property(um, um, edge, edge, fc.integer({ min: 72, max: 720 }), (width, height, a, b, ppi) => {
        const border = { top: a, right: b, bottom: b, left: a };
        const p = filePixels({ width, height }, border, ppi);
        return (
          p.image.width + p.border.left + p.border.right === p.sheet.width &&
          p.image.height + p.border.top + p.border.bottom === p.sheet.height &&
          Math.abs(p.sheet.width - ((width + a + b) / 25_400) * ppi) <= 0.5
        );
      }),
    );
  });
  test('A4 at 300 with 25 mm about it', () => {
    const p = filePixels(
      { width: 160_000, height: 247_000 },
      { top: 25_000, right: 25_000, bottom: 25_000, left: 25_000 },
      300,
    );
    expect(p.sheet).toEqual({ width: 2480, height: 3508 });
    expect(p.border.left).toBe(295);
  });
  test('the crop has the proportions of the image and lies inside', () => {
    fc.assert(
      fc.property(side, side, side, side, (w, h, iw, ih) => {
        const c = cropAt({ width: w + 50, height: h + 50 }, { width: iw + 20, height: ih + 20 });
        const ratio = (iw + 20) / (ih + 20);
        return (
          c.left >= 0 &&
          c.top >= 0 &&
          c.left + c.width <= w + 50 &&
          c.top + c.height <= h + 50 &&
          Math.abs(c.width - c.height * ratio) <= Math.max(1, ratio)
        );
      }),
    );
  });
});

describe('names that promise a size', () => {
  test.each([
    [
      { width: 300_000, height: 400_000 },
      'Night Ferry, Slack Water',
      'mm',
      '300x400mm_night-ferry-slack-water_v2.tif',
    ],
    [{ width: 203_200, height: 254_000 }, 'Night Ferry', 'in', '8x10in_night-ferry_v2.tif'],
    [{ width: 419_100, height: 297_180 }, 'Été', 'in', '16.5x11.7in_ete_v2.tif'],
    [
      { width: 329_500, height: 483_000 },
      'The Harbour Master’s Daughter',
      'mm',
      '329.5x483mm_the-harbour-masters-daughter_v2.tif',
    ],
    [{ width: 100_000, height: 100_000 }, '塩田', 'mm', '100x100mm_untitled_v2.tif'],
  ] as const)('%j %s', (sheet, title, unit, name) => {
    expect(printFileName(sheet, title, 2, unit, 'tif')).toBe(name);
    const read = sizeInName(name)!;
    expect(Math.abs(read.width - sheet.width)).toBeLessThan(150);
  });
  test.each([
    ['ferry_final.tif', null],
    ['IMG_4000x3000.jpg', null],
    ['A3 ferry 30 x 40 cm v3.tif', { width: 300_000, height: 400_000 }],
    ['12,5x17cm.tif', { width: 125_000, height: 170_000 }],
  ])('%s', (name, size) => expect(sizeInName(name)).toEqual(size));
});

describe('a finished file held against what it should be', () => {
  const asked = {
    name: '300x400mm_x_v1.tif',
    sheet: { width: 300_000, height: 400_000 },
    ppi: 300,
    bits: 8,
    space: 'opRGB' as const,
  };
  const good = { pixels: { width: 3543, height: 4724 }, bits: 8, density: 300, space: opRGB };
  const words = (a: Partial<typeof asked>, f: Partial<typeof good>) =>
    checkFile({ ...asked, ...a }, { ...good, ...f }).findings.map((x) => [x.verdict, x.word]);
  test('a good one holds, also one pixel off', () => {
    expect(checkFile(asked, good).holds).toBe(true);
    expect(words({}, { pixels: { width: 3544, height: 4723 } })[0]).toEqual(['holds', 'right size']);
  });
  test('each fault is found and named', () => {
    expect(words({}, { pixels: { width: 3545, height: 4724 } })).toContainEqual(['fails', 'wrong size']);
    expect(words({}, { pixels: { width: 4724, height: 3543 } })).toContainEqual(['fails', 'turned']);
    expect(words({}, { bits: 16 })).toContainEqual(['fails', 'other depth']);
    expect(words({}, { space: nameSpace(null) })).toContainEqual(['fails', 'untagged']);
    expect(words({ space: 'sRGB' as never }, {})).toContainEqual(['fails', 'other space']);
    expect(words({}, { density: 72 })).toContainEqual(['care', 'density']);
    expect(words({ name: 'ferry.tif' }, {})).toContainEqual(['care', 'unnamed size']);
    expect(words({ name: '400x500mm_x.tif' }, {})).toContainEqual([
      'fails',
      'name promises another size',
    ]);
  });
  test('the sentence carries the figures', () => {
    expect(checkFile(asked, { ...good, pixels: { width: 2362, height: 3150 } }).findings[0]!.says).toBe(
      '2362 × 3150 px ÷ 300 ppi is 200 × 266.7 mm; the sheet is 300 × 400 mm, 3543 × 4724 px.',
    );
  });
});

describe('the prep log', () => {
  test.each([
    ['sharpen 80% 1.2px 3', 'sharpen', { amount: 80, radius: 1.2, threshold: 3 }],
    ['USM 150 % radius 0.6 px threshold 4', 'sharpen', { amount: 150, radius: 0.6, threshold: 4 }],
    ['enlarge bicubic to 9449×7087', 'resample', { kernel: 'cubic', to: '9449 × 7087' }],
    [
      'resample mitchell 4800x3600 to 2400x1800',
      'resample',
      { kernel: 'mitchell', from: '4800 × 3600', to: '2400 × 1800' },
    ],
    ['noise reduction 20%', 'noise', { percent: 20 }],
    ['crop 9400 x 7050', 'crop', { pixels: '9400 × 7050' }],
    ['remove the signature', 'remove', {}],
    ['lift the shadows 4%', 'tone', { percent: 4 }],
    ['slept on it', 'note', {}],
  ])('%s', (line, kind, figures) => expect(parseStep(line)).toMatchObject({ kind, figures, by: 'hand' }));
  test('an empty line and an endless one are refused', () => {
    expect(() => parseStep('  ')).toThrow(InputError);
    expect(() => parseStep('x'.repeat(201))).toThrow(InputError);
  });
  const log = (...lines: string[]): PrepStep[] => lines.map(parseStep);
  test('an order that a careful person would question is questioned', () => {
    expect(questionsOf(log('sharpen 50%', 'resample 10x10 to 2000x2000', 'dust'))).toEqual([
      expect.stringContaining('Sharpened before resampling'),
    ]);
    expect(questionsOf(log('resample 10x10 to 2000x2000', 'sharpen 50%', 'dust at 1:1'))).toEqual([]);
    expect(questionsOf(log('convert to sRGB', 'curves'))).toEqual([
      expect.stringContaining('Tones were changed after converting'),
    ]);
    expect(questionsOf(log('flatten', 'levels'))).toEqual([expect.stringContaining('8 bit')]);
  });
  test('a signature in the picture is asked about, and what was said of it is held against the steps', () => {
    expect(questionsOf([], 'not said')).toEqual([expect.stringContaining('Is there a signature')]);
    expect(questionsOf(log('heal the scratch'), 'to be removed')).toEqual([
      expect.stringContaining('no step says'),
    ]);
    expect(questionsOf(log('remove the signature'), 'to be removed')).toEqual([]);
    expect(questionsOf(log('remove the signature'), 'stays in prints')).toEqual([
      expect.stringContaining('it is to stay'),
    ]);
  });
  test('what was taken out of the picture is kept apart', () => {
    expect(alterationsOf(log('remove the stamp', 'crop 10x10', 'heal the scratch'))).toEqual([
      'Remove the stamp',
      'Heal the scratch',
    ]);
  });
});
