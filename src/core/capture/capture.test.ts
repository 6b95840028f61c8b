import fc from 'fast-check';
import { runCalc } from '../calc';
import { cameraDistance, planCamera } from './camera';
import { planCanvas, planFilm } from './canvas';
import { planScan } from './scan';
import { tileGrid, tilesAlong } from './tiles';

const mm = (width: number, height: number) => ({ width: width * 1_000, height: height * 1_000 });
const SCANNER = { bed: mm(216, 297), opticalPpi: 2400, steps: [300, 600, 1200, 2400, 4800] };

describe('scanning', () => {
  // The handbook: an A5 original printed at A2 at 300 ppi needs 851.4, the short side governs; the next step is 1200.
  test('the worked example', () => {
    const plan = planScan({ original: mm(148, 210), print: mm(420, 594), ppi: 300, scanner: SCANNER });
    expect(plan.neededPpi).toBeCloseTo(851.4, 1);
    expect(plan).toMatchObject({
      scanPpi: 1200,
      tiles: { columns: 1, rows: 1 },
      interpolated: false,
      pixels: { width: 6992, height: 9921 },
    });
    expect(plan.bytes).toBe(6992 * 9921 * 6);
  });
  test('above the optical resolution it says so, and above every step it says what print the highest carries', () => {
    expect(
      planScan({ original: mm(24, 36), print: mm(240, 360), ppi: 300, scanner: SCANNER }),
    ).toMatchObject({ scanPpi: 4800, interpolated: true });
    expect(
      planScan({ original: mm(10, 10), print: mm(400, 400), ppi: 300, scanner: SCANNER }),
    ).toMatchObject({
      neededPpi: 12_000,
      scanPpi: 4_800,
      finding: { verdict: 'fails', word: 'no step so high' },
    });
    expect(
      planScan({ original: mm(100, 100), print: mm(200, 200), ppi: 300, scanner: SCANNER }).scanPpi,
    ).toBe(600);
  });
  test('no step is made up, and what the scanner sees is the largest print', () => {
    // 40 mm at 3 200 ppi are 5 039 px; at 300 ppi that is 426.6 mm.
    const plan = planScan({
      original: mm(40, 30),
      print: mm(725, 544),
      ppi: 300,
      scanner: { ...SCANNER, opticalPpi: 3_200, steps: [1_600, 3_200] },
    });
    expect(plan).toMatchObject({ scanPpi: 3_200, largest: { width: 426_666, height: 320_000 } });
    expect(plan.finding.says).toBe(
      'The scanner’s highest step is 3200 ppi, and 5440 ppi are needed: it carries a print of 426.7 × 320 mm at 300 ppi.',
    );
  });
  test('a portrait original for a landscape print is turned, and that is said', () => {
    const upright = planScan({ original: mm(210, 297), print: mm(594, 420), ppi: 300, scanner: SCANNER });
    const level = planScan({ original: mm(210, 297), print: mm(420, 594), ppi: 300, scanner: SCANNER });
    expect(upright.neededPpi).toBe(level.neededPpi);
    expect([upright.turned, level.turned]).toEqual([true, false]);
    expect(upright.finding.says).toContain('lies the other way than the original, and was turned to it');
  });
  test('400 × 500 mm on a 216 × 297 bed at 20 % is 3 × 2 tiles', () => {
    expect(tileGrid(mm(400, 500), SCANNER.bed, 0.2)).toEqual({ columns: 3, rows: 2 });
    expect(tileGrid(mm(297, 216), SCANNER.bed)).toEqual({ columns: 1, rows: 1 });
  });
  test('the tiles reach over the whole side, and one fewer would not', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5_000 }),
        fc.integer({ min: 10, max: 600 }),
        fc.integer({ min: 0, max: 60 }),
        (side, tile, percent) => {
          const o = percent / 100;
          const n = tilesAlong(side, tile, o);
          const reach = (k: number) => tile + (k - 1) * tile * (1 - o);
          return reach(n) >= side - 1e-6 && (n === 1 || reach(n - 1) < side + 1e-6);
        },
      ),
    );
  });
  test.each([
    [{ original: mm(0, 10) }, 'original'],
    [{ ppi: 0 }, 'ppi'],
    [{ scanner: { ...SCANNER, steps: [] } }, 'scanner.steps'],
    [{ overlap: 1 }, 'overlap'],
  ])('%j is refused: %s', (change, field) => {
    expect(() =>
      planScan({ original: mm(100, 100), print: mm(100, 100), ppi: 300, scanner: SCANNER, ...change }),
    ).toThrow(expect.objectContaining({ field }));
  });
});

describe('photographing', () => {
  test('pixels follow the picture’s aspect, not the sensor’s, and the camera is turned with it', () => {
    const lying = planCamera({
      original: mm(400, 300),
      sensor: { width: 6000, height: 4000 },
      fill: 0.9,
      print: mm(400, 300),
      ppi: 300,
    });
    expect(lying.pixelsOnPicture).toEqual({ width: 4800, height: 3600 });
    expect(lying.ppi).toBeCloseTo(304.8, 1);
    expect(
      planCamera({
        original: mm(300, 400),
        sensor: { width: 6000, height: 4000 },
        fill: 0.9,
        print: mm(300, 400),
        ppi: 300,
      }).pixelsOnPicture,
    ).toEqual({ width: 3600, height: 4800 });
  });
  test('a larger print asks for more frames; a full frame that is enough is one', () => {
    const shots = (w: number, h: number) =>
      planCamera({
        original: mm(400, 300),
        sensor: { width: 6000, height: 4000 },
        fill: 1,
        print: mm(w, h),
        ppi: 300,
        overlap: 0.25,
      }).shots;
    // 800 × 600 mm at 300 ppi is 9449 × 7087 px: (9449 − 1500) ÷ 4500 and (7087 − 1000) ÷ 3000, rounded up.
    expect(shots(800, 600)).toEqual({ columns: 2, rows: 3 });
    expect(shots(400, 300)).toEqual({ columns: 1, rows: 1 });
  });
  test('a 60 mm lens on a 36 mm sensor stands 0.73 m from a picture 400 mm wide', () =>
    expect(cameraDistance(60_000, 400_000, 36_000)).toBe(726_667));
  test('a fill over the whole is refused', () => {
    expect(() =>
      planCamera({
        original: mm(4, 3),
        sensor: { width: 6, height: 4 },
        fill: 1.1,
        print: mm(4, 3),
        ppi: 300,
      }),
    ).toThrow(expect.objectContaining({ field: 'fill' }));
  });
});

test('a canvas of 6000 × 4800 px costs 115.2 MB a layer; 2 GiB hold 18 of them', () => {
  expect(
    planCanvas({
      largest: { width: 508_000, height: 406_400 },
      ppi: 300,
      bits: 8,
      channels: 4,
      budgetBytes: 2 ** 31,
    }),
  ).toEqual({ pixels: { width: 6000, height: 4800 }, layerBytes: 115_200_000, layers: 18 });
  expect(() =>
    planCanvas({ largest: mm(10, 10), ppi: 300, bits: 8, channels: 4, budgetBytes: 0 }),
  ).toThrow(expect.objectContaining({ field: 'budgetBytes' }));
});

test('film: grain is said past 12 ×, not forbidden', () => {
  expect(planFilm({ frame: mm(36, 24), scanPpi: 4000, print: mm(360, 240) })).toMatchObject({
    enlargement: 10,
    grain: false,
    pixels: { width: 5669, height: 3780 },
  });
  expect(planFilm({ frame: mm(36, 24), scanPpi: 4000, print: mm(600, 400) }).grain).toBe(true);
});

test('the registry takes them as typed', () => {
  expect(
    runCalc('capture.scan', {
      original: { width: '148 mm', height: '210 mm' },
      print: { width: '420 mm', height: '594 mm' },
      ppi: 300,
      scanner: { bed: { width: '8 1/2 in', height: '11.7 in' }, opticalPpi: 4800, steps: [600, 1200] },
      overlap: 0.2,
      bits: 16,
      channels: 3,
    }),
  ).toMatchObject({ neededPpi: expect.closeTo(851.4, 1), scanPpi: 1200, interpolated: false });
  expect(
    runCalc('capture.camera', {
      original: { width: '400 mm', height: '300 mm' },
      sensor: { width: 6000, height: 4000 },
      fill: 0.9,
      print: { width: '400 mm', height: '300 mm' },
      ppi: 300,
    }),
  ).toMatchObject({ shots: { columns: 1, rows: 1 } });
  expect(
    runCalc('capture.canvas', {
      largest: { width: '20 in', height: '16 in' },
      ppi: 300,
      bits: 8,
      channels: 4,
      budgetBytes: 2147483648,
    }),
  ).toMatchObject({ layers: 18 });
  expect(() => runCalc('capture.scan', { original: { width: 'wide', height: '1 mm' } })).toThrow(
    expect.objectContaining({ field: expect.any(String) }),
  );
});
