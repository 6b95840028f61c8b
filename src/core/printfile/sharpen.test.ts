import fc from 'fast-check';
import { edgeProfile, haloFinding, haloOf } from './halo';
import { passedFigures } from './passedFigures';
import { resample } from './resample';
import { sharpenPicture, smoothPicture, type Picture } from './sharpen';
import { regionNeeded, stagesOf, windowInFile, windowInMaster, type StagesAsk } from './stages';
import type { PrepStep } from './steps';

const LEVEL = 257;
const picture = (
  width: number,
  height: number,
  of: (x: number, y: number, c: number) => number,
  channels = 1,
): Picture => ({
  width,
  height,
  channels,
  data: Float32Array.from(
    { length: width * height * channels },
    (_, i) =>
      of(Math.floor(i / channels) % width, Math.floor(i / channels / width), i % channels) * LEVEL,
  ),
});
const levels = ({ data }: Picture) => Array.from(data, (v) => v / LEVEL);
/** Dark on the left, light on the right. */
const edge = picture(24, 5, (x) => (x < 12 ? 60 : 180));

describe('the unsharp mask', () => {
  test('one row of an edge, by hand: the Gaussian of 1 px takes 0.1587 of the step across, each side gains by it', () => {
    // Of taps cut at 3 px: beside the edge the blur holds the sum of those that reach across.
    const taps = [0, 1, 2, 3].map((d) => Math.exp(-(d * d) / 2));
    const whole = taps[0]! + 2 * (taps[1]! + taps[2]! + taps[3]!);
    const across = (taps[1]! + taps[2]! + taps[3]!) / whole;
    const out = levels(sharpenPicture(edge, { amount: 100, radius: 1, threshold: 0 }));
    expect(out[11]).toBeCloseTo(60 - across * 120, 3);
    expect(out[12]).toBeCloseTo(180 + across * 120, 3);
    expect([out[5], out[18]].map((v) => Math.round(v! * 1e4) / 1e4)).toEqual([60, 180]);
  });

  test('under its threshold nothing is done; on colours all channels move alike', () => {
    const faint = picture(24, 3, (x) => (x < 12 ? 100 : 103));
    expect(levels(sharpenPicture(faint, { amount: 300, radius: 1, threshold: 2 }))).toEqual(
      levels(faint),
    );
    const coloured = picture(24, 3, (x, _, c) => (x < 12 ? [40, 60, 80] : [140, 160, 180])[c]!, 3);
    const out = levels(sharpenPicture(coloured, { amount: 80, radius: 1, threshold: 1 }));
    for (let i = 0; i < out.length; i += 3) {
      expect(out[i + 1]! - out[i]!).toBeCloseTo(20, 3);
      expect(out[i + 2]! - out[i + 1]!).toBeCloseTo(20, 3);
    }
  });
});

describe('noise down', () => {
  test('each pixel is the mean of its like neighbours; by half, it goes half the way', () => {
    const speck = picture(5, 5, (x, y) => (x === 2 && y === 2 ? 104 : 100));
    const mean = 100 + 4 / 25;
    expect(levels(smoothPicture(speck, { strength: 100, levels: 5 }))[12]).toBeCloseTo(mean, 3);
    expect(levels(smoothPicture(speck, { strength: 50, levels: 5 }))[12]).toBeCloseTo(
      (mean + 104) / 2,
      3,
    );
    // Further off than the levels given, it is no noise but a thing.
    expect(levels(smoothPicture(speck, { strength: 100, levels: 3 }))).toEqual(levels(speck));
  });

  test('noise falls to a third, and an edge stands as it stood', () => {
    let seed = 7;
    const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    const noisy = picture(60, 40, (x) => (x < 30 ? 60 : 180) + 4 * (random() - 0.5));
    const out = levels(smoothPicture(noisy, { strength: 100, levels: 6 }));
    const spread = (values: number[]) => {
      const mean = values.reduce((a, b) => a + b, 0) / values.length;
      return Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length);
    };
    const left = (values: number[]) => values.filter((_, i) => i % 60 < 30);
    expect(spread(left(out))).toBeLessThan(spread(left(levels(noisy))) / 3);
    const row = out.slice(20 * 60, 21 * 60);
    expect(Math.abs(row[29]! - 60)).toBeLessThan(2);
    expect(Math.abs(row[30]! - 180)).toBeLessThan(2);
  });
});

describe('halos', () => {
  test('the strongest edge is found, and the overshoot beside it measured', () => {
    const after = sharpenPicture(edge, { amount: 100, radius: 1, threshold: 0 });
    const profile = edgeProfile(edge, after)!;
    expect(profile.before).toEqual([...Array(12).fill(60), ...Array(12).fill(180)]);
    const halo = haloOf(profile);
    expect(halo.levels).toBeCloseTo(36, 0);
    expect(halo.pixels).toBe(4);
    expect(
      edgeProfile(
        picture(30, 5, () => 90),
        picture(30, 5, () => 90),
      ),
    ).toBeNull();
    expect(
      edgeProfile(
        picture(10, 5, () => 90),
        picture(10, 5, () => 90),
      ),
    ).toBeNull();
  });

  test.each([
    // Two pixels to a side: at 300 ppi 0.17 mm. An eye parts 0.12 mm from 400 mm, 0.44 mm from 1.5 m.
    [{ levels: 30, pixels: 4 }, 300, 1_500_000, 'care', 'halos near'],
    [{ levels: 30, pixels: 4 }, 300, 450_000, 'care', 'halos seen'],
    [{ levels: 60, pixels: 4 }, 300, 450_000, 'fails', 'halos seen'],
    [{ levels: 30, pixels: 2 }, 360, 1_500_000, 'holds', 'halos melt'],
    [{ levels: 2, pixels: 0 }, 300, 450_000, 'holds', 'no halo'],
  ] as const)('%o at %d ppi, judged from %d µm: %s, %s', (halo, ppi, judged, verdict, word) => {
    expect(haloFinding(halo, ppi, judged)).toMatchObject({ verdict, word });
  });
});

describe('a window of a print file, step by step', () => {
  const master = picture(160, 120, (x, y, c) => 128 + 60 * Math.sin(x / 3 + c) * Math.cos(y / 4), 3);
  const ask = (more: Partial<StagesAsk> = {}): StagesAsk => ({
    crop: { left: 12, top: 8, width: 140, height: 105 },
    master: { width: 160, height: 120 },
    to: { width: 186, height: 140 },
    at: { x: 0.5, y: 0.5 },
    window: { width: 40, height: 30 },
    kernel: 'lanczos3',
    capture: {
      sharpen: { amount: 40, radius: 0.7, threshold: 0 },
      smooth: { strength: 50, levels: 20 },
    },
    sharpen: { amount: 90, radius: 1.4, threshold: 2 },
    ...more,
  });
  const cut = (of: Picture, box: { left: number; top: number; width: number; height: number }) =>
    picture(
      box.width,
      box.height,
      (x, y, c) => of.data[((box.top + y) * of.width + box.left + x) * of.channels + c]! / LEVEL,
      of.channels,
    );
  /** The whole image taken through every step, and the window cut out of it at the end. */
  const whole = (q: StagesAsk) => {
    let image = cut(master, q.crop);
    if (q.capture.sharpen) image = sharpenPicture(image, q.capture.sharpen);
    if (q.capture.smooth) image = smoothPicture(image, q.capture.smooth);
    image = resample(image, q.to, q.kernel);
    if (q.sharpen) image = sharpenPicture(image, q.sharpen);
    return cut(image, windowInFile(q));
  };

  test('is what the whole would be there, wherever it lies and whatever is done', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(
        share,
        share,
        fc.constantFrom('lanczos3', 'mitchell', 'cubic' as const),
        fc.constantFrom(0.4, 1, 1.33, 2.5),
        fc.boolean(),
        (x, y, kernel, k, isPlain) => {
          const q = ask({
            at: { x, y },
            kernel,
            to: { width: Math.round(140 * k), height: Math.round(105 * k) },
            ...(isPlain && { capture: { sharpen: null, smooth: null }, sharpen: null }),
          });
          const box = regionNeeded(q);
          const seen = levels(stagesOf(cut(master, box), box, q).sharpened);
          const truth = levels(whole(q));
          expect(seen).toHaveLength(truth.length);
          expect(Math.max(...seen.map((v, i) => Math.abs(v - truth[i]!)))).toBeLessThan(0.01);
        },
      ),
      { numRuns: 40 },
    );
  });

  test('the steps before it are in the master’s pixels, and no pixel outside the crop is asked for', () => {
    const q = ask({ at: { x: 0, y: 0 } });
    const box = regionNeeded(q);
    expect([box.left, box.top]).toEqual([12, 8]);
    const { master: own, captured, coarse, resized } = stagesOf(cut(master, box), box, q);
    expect(windowInMaster(q)).toEqual({ left: 12, top: 8, width: 40, height: 30 });
    expect(levels(own)).toEqual(levels(cut(master, { left: 12, top: 8, width: 40, height: 30 })));
    expect([captured.width, coarse.width, resized.width]).toEqual([40, 40, 40]);
    // Each of the master's pixels 1.33 times as wide: of forty some repeat the one before.
    const first = levels(coarse)
      .filter((_, i) => i % 3 === 0)
      .slice(0, 40);
    expect(first.filter((v, i) => v === first[i - 1]).length).toBe(10);
  });
});

test('what passed is used again: what came before resampling is the capture’s, what came after it the print’s', () => {
  const step = (kind: PrepStep['kind'], figures: PrepStep['figures']): PrepStep => ({
    kind,
    says: '',
    figures,
    by: 'hand',
  });
  expect(
    passedFigures([
      step('sharpen', { amount: 40, radius: 0.6 }),
      step('noise', { strength: 50, levels: 4 }),
      step('resample', { kernel: 'mitchell' }),
      step('sharpen', { amount: 70, radius: 0.9, threshold: 2 }),
    ]),
  ).toEqual({
    kernel: 'mitchell',
    capture: { amount: 40, radius: 0.6, threshold: 0 },
    smooth: { strength: 50, levels: 4 },
    sharpen: { amount: 70, radius: 0.9, threshold: 2 },
  });
  // A noise step in words alone has no figures to use.
  expect(passedFigures([step('noise', {})])).toEqual({
    kernel: null,
    capture: null,
    smooth: null,
    sharpen: null,
  });
});
