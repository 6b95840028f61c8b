import fc from 'fast-check';
import { parseLength, parseSize } from '../measure';
import { cutBars } from './bars';
import { cropAt, insidePlace, lostSides, placeLosing, samePlace } from '../crop/crop';
import { finishSheet, NO_FINISH } from '../crop/finish';
import { matCheck, matFindings } from './mat';
import { mounting } from './mount';
import { proposeSet } from '../crop/sizeSet';
import { coatMl, panels, squareCheck, wrapCanvas, wrapFindings } from './wrap';

const mm = (v: number) => v * 1_000;

describe('the cut of a picture for a size', () => {
  const picture = { width: 4_800, height: 3_600 };
  test('a square out of 4:3 takes the middle; moved to the edge it loses all on one side', () => {
    expect(cropAt(picture, parseSize('300x300 mm'))).toEqual({
      left: 600,
      top: 0,
      width: 3_600,
      height: 3_600,
      degrees: 0,
    });
    const left = insidePlace(picture, parseSize('300x300 mm'), {
      x: 0,
      y: 500_000,
      fill: 1_000_000,
      turn: 0,
    });
    expect(cropAt(picture, parseSize('300x300 mm'), left)).toMatchObject({ left: 0, width: 3_600 });
    // 1 200 px are lost at 3 600 px ÷ 300 mm = 12 px a millimetre.
    expect(
      lostSides(picture, parseSize('300x300 mm'), cropAt(picture, parseSize('300x300 mm'), left)),
    ).toMatchObject({ left: 0, right: mm(100), share: 0.25 });
  });
  test('typed with a rule: 30 mm lost on the left', () => {
    const place = placeLosing(
      picture,
      parseSize('300x300 mm'),
      { x: 500_000, y: 500_000, fill: 1_000_000, turn: 0 },
      { left: mm(30) },
    );
    expect(cropAt(picture, parseSize('300x300 mm'), place).left).toBe(360);
    expect(() => placeLosing(picture, parseSize('300x300 mm'), place, { left: mm(120) })).toThrow(
      'at most 100 mm',
    );
  });
  test('straightened by 3 degrees, 4:3 in 4:3: the cut shrinks as trigonometry says and its corners stay in the picture', () => {
    // k = min(W / (r·c + s), H / (r·s + c)) with r = 4/3: 3 600 / (4/3·0.052336 + 0.998630) = 3 369.49.
    const crop = cropAt(picture, parseSize('400x300 mm'), {
      x: 500_000,
      y: 500_000,
      fill: 1_000_000,
      turn: 3_000,
    });
    expect(crop).toMatchObject({ height: 3_369, width: 4_493, degrees: 3 });
  });
  test('wherever it is dragged, turned or shrunk to, all four corners lie in the picture and the shape is kept', () => {
    const part = fc.integer({ min: -200_000, max: 1_200_000 });
    fc.assert(
      fc.property(
        fc.integer({ min: 400, max: 9_000 }),
        fc.integer({ min: 400, max: 9_000 }),
        fc.integer({ min: 50, max: 900 }),
        fc.integer({ min: 50, max: 900 }),
        part,
        part,
        fc.integer({ min: 0, max: 1_200_000 }),
        fc.integer({ min: -20_000, max: 20_000 }),
        (w, h, iw, ih, x, y, fill, turn) => {
          const image = { width: mm(iw), height: mm(ih) };
          const place = insidePlace({ width: w, height: h }, image, { x, y, fill, turn });
          const c = cropAt({ width: w, height: h }, image, place);
          const a = (c.degrees * Math.PI) / 180,
            [cx, cy] = [c.left + c.width / 2, c.top + c.height / 2];
          for (const [dx, dy] of [
            [-1, -1],
            [1, -1],
            [1, 1],
            [-1, 1],
          ] as const) {
            const [px, py] = [
              cx + (dx * c.width * Math.cos(a) - dy * c.height * Math.sin(a)) / 2,
              cy + (dx * c.width * Math.sin(a) + dy * c.height * Math.cos(a)) / 2,
            ];
            // Whole pixels: the middle and both sides are rounded, so a corner may be two out.
            expect(Math.max(-px, -py, px - w, py - h)).toBeLessThan(2.5);
          }
          // Both sides rounded to whole pixels: half a pixel each.
          expect(Math.abs(c.width - (iw / ih) * c.height)).toBeLessThanOrEqual(
            0.5 + (0.5 * iw) / ih + 1e-6,
          );
          expect(samePlace(insidePlace({ width: w, height: h }, image, place), place)).toBe(true);
        },
      ),
    );
  });
  test.each([
    [{ x: 0, y: 0, fill: 1_000_000, turn: 0 }, 'crop', 'px inwards'],
    [{ x: 500_000, y: 500_000, fill: 0, turn: 0 }, 'fill', '0.1 to 1'],
    [{ x: 500_000, y: 500_000, fill: 1_000_000, turn: 40_000 }, 'turn', '15 degrees'],
  ])('a place that cannot be is refused: %j', (place, field, says) => {
    const run = () => cropAt(picture, parseSize('300x300 mm'), place);
    expect(run).toThrow(expect.objectContaining({ field }));
    expect(run).toThrow(says);
  });
});

describe('borders, title line, torn and trimmed edges', () => {
  const even = (um: number) => ({ top: um, right: um, bottom: um, left: um });
  test('a strip to tear off is added to every side; the line stands under the image', () => {
    const s = finishSheet(parseSize('400x300 mm'), even(mm(25)), { ...NO_FINISH, deckle: mm(12) }, 'mm');
    expect(s.blank).toEqual({ width: mm(474), height: mm(374) });
    expect(s.lineAt).toBe(mm(10));
    expect(s.findings).toEqual([]);
  });
  test.each([
    [even(mm(4)), { title: 'Night Ferry' }, 'no room for the title'],
    [
      even(mm(25)),
      { title: 'The Harbour Master’s Daughter Waiting for the Morning Boat from Skerry', type: mm(6) },
      'long title',
    ],
    [even(mm(8)), { deckle: mm(10) }, 'narrow for a torn edge'],
    [even(mm(25)), { deckle: mm(10), bleed: mm(3) }, 'torn and trimmed'],
    [even(0), {}, 'no bleed'],
    [even(mm(3)), {}, 'hairline'],
    [even(mm(20)), { bleed: mm(3) }, 'bleed under a border'],
  ])('%j with %j: %s', (borders, part, word) => {
    expect(
      finishSheet(parseSize('400x300 mm'), borders, { ...NO_FINISH, ...part }, 'mm').findings.map(
        (f) => f.word,
      ),
    ).toContain(word);
  });
  test('three millimetres of bleed past the trim', () => {
    const s = finishSheet(parseSize('148x105 mm'), even(0), { ...NO_FINISH, bleed: mm(3) }, 'mm');
    expect(s.printed).toEqual({ width: mm(154), height: mm(111) });
    expect(s.findings).toEqual([]);
    expect(s.lineAt).toBeNull();
  });
});

describe('a mat over a sheet', () => {
  const tolerance = { sheet: mm(2), image: mm(1), window: mm(3), placing: mm(1) };
  const q = {
    sheet: { width: mm(400), height: mm(300) },
    image: { width: mm(390), height: mm(290) },
    window: { width: mm(380), height: mm(292) },
    tolerance,
  };
  test('the handbook’s figures, and each axis on its own', () => {
    const c = matCheck(q);
    expect(c.hold.width).toEqual({ nominal: 10_000, worst: 6_500, expected: 7_938 });
    // Height: (300 − 292) ÷ 2 = 4; worst 4 − 2.5 − 1 = 0.5; expected 4 − √(1 + 2.25 + 1) = 1.938: under 3 mm, will not hold.
    expect(c.hold.height).toEqual({ nominal: 4_000, worst: 500, expected: 1_938 });
    expect(c.verdict).toBe('will not hold');
    // Cover of the height is negative: white shows.
    expect(c.cover.height.nominal).toBe(-1_000);
  });
  test('the advice, taken, makes it hold', () => {
    const advice = matFindings(q, 'mm').find((f) => f.word === 'will not hold')!;
    // 2 × (3 − 0.5) = 5 mm.
    expect(advice.says).toContain('a window 5 mm smaller in height');
    const holds = (change: Partial<typeof q>) =>
      matFindings({ ...q, ...change }, 'mm').filter((f) => f.word === 'will not hold');
    expect(holds({ window: { width: mm(380), height: mm(287) } })).toEqual([]);
    expect(holds({ sheet: { width: mm(400), height: mm(305) } })).toEqual([]);
  });
  test('what shows round the image counts in the verdict: covered, white at the worst, even and uneven reveals', () => {
    const verdict = (image: number) =>
      matCheck({
        ...q,
        window: { width: mm(380), height: mm(280) },
        image: { width: mm(image), height: mm(image - 100) },
      }).verdict;
    // Cover (390 − 380) ÷ 2 = 5, worst 5 − 2 − 1 = 2; 383 covers 1.5, worst −1.5; a reveal of 2 may be off by 3; of 15 hides that.
    expect([390, 383, 376, 350].map(verdict)).toEqual(['holds', 'with care', 'with care', 'holds']);
  });
  test('an image whose edge may show at the worst is told how much larger to be printed', () => {
    const close = { ...q, image: { width: mm(382), height: mm(295) } };
    // Cover (382 − 380) ÷ 2 = 1; worst 1 − 2 − 1 = −2: print it 4 mm larger.
    expect(matFindings(close, 'mm').find((f) => f.word === 'white may show')!.says).toContain(
      'Print the image 4 mm larger',
    );
    expect(matCheck({ ...close, image: { ...close.image, width: mm(386) } }).cover.width.worst).toBe(0);
  });
  test('with care when only the expected holds; the worst is never better than the expected, nor that than the nominal', () => {
    // Hold 6: worst 2.5, expected 3.94.
    expect(matCheck({ ...q, window: { width: mm(388), height: mm(280) } }).verdict).toBe('with care');
    const um = fc.integer({ min: 0, max: 9_000 });
    fc.assert(
      fc.property(
        um,
        um,
        um,
        um,
        fc.integer({ min: 100_000, max: 390_000 }),
        (sheet, image, window, placing, w) => {
          const { hold } = matCheck({
            ...q,
            window: { width: w, height: w * 0.7 },
            tolerance: { sheet, image, window, placing },
          });
          return hold.width.worst <= hold.width.expected && hold.width.expected <= hold.width.nominal;
        },
      ),
    );
  });
  test('an uneven reveal is foreseen', () => {
    const thin = { ...q, image: { width: mm(378), height: mm(290) } };
    expect(matFindings(thin, 'mm').map((f) => f.word)).toContain('uneven reveal');
  });
  test.each([
    [{ window: { width: mm(401), height: mm(280) } }, 'window.width', 'fall through'],
    [{ image: { width: mm(420), height: mm(280) } }, 'image.width', 'at most the sheet'],
    [{ tolerance: { ...tolerance, placing: -1 } }, 'tolerance.placing', 'below zero'],
  ])('%j is answered in a sentence', (part, field, says) => {
    expect(() => matCheck({ ...q, ...part })).toThrow(expect.objectContaining({ field }));
    expect(() => matCheck({ ...q, ...part })).toThrow(says);
  });
});

describe('frames', () => {
  const [sheet, image] = [parseSize('450x350 mm'), parseSize('400x300 mm')];
  const mat = {
    kind: 'mat' as const,
    cutterId: null,
    tolerance: { sheet: 2_000, image: 1_000, window: 2_000, placing: 1_000 },
    minimumHold: 3_000,
    window: parseSize('410x310 mm'),
    side: mm(60),
    bottom: mm(70),
    board: 1_500,
    glazing: 2_000,
    backing: 3_000,
    print: 480,
    frameLip: 6_000,
  };
  test('mat outer is the window and the mat round it; the rabbet 3 mm more; layers add up to the depth', () => {
    const m = mounting(mat, sheet, image, 'mm');
    expect(m.rabbet).toEqual(parseSize('533x443 mm'));
    expect(m.depth).toBe(2_000 + 1_500 + 480 + 3_000);
    expect(m.layers.map((l) => l.name)).toEqual(['glazing', 'mat', 'print', 'backing board']);
    expect(m.sight).toEqual(parseSize('518x428 mm'));
    expect(m.list.find((l) => l.part === 'print')!.says).toContain('34 mm of width');
    expect(m.findings).toEqual([]);
  });
  test('a mat that is light at the foot, a sheet too large for it, a lip as wide as the mat', () => {
    expect(mounting({ ...mat, bottom: mm(50) }, sheet, image, 'mm').findings.map((f) => f.word)).toEqual([
      'light at the foot',
    ]);
    expect(
      mounting({ ...mat, side: mm(10), bottom: mm(10) }, sheet, image, 'mm').findings.map((f) => f.word),
    ).toEqual(['sheet too large']);
    expect(() => mounting({ ...mat, frameLip: mm(60) }, sheet, image, 'mm')).toThrow('hide the window');
  });
  test('a float shows the whole sheet: inside is the sheet and two gaps, and it needs a spacer', () => {
    const float = {
      kind: 'float' as const,
      gap: mm(10),
      spacer: mm(8),
      glazing: mm(2),
      backing: mm(3),
      print: 480,
    };
    expect(mounting(float, sheet, image, 'mm').sight).toEqual(parseSize('470x370 mm'));
    expect(() => mounting({ ...float, spacer: mm(1) }, sheet, image, 'mm')).toThrow('must not touch');
  });
  test('without a mat the lip hides what the border does not cover', () => {
    const bare = {
      kind: 'frame' as const,
      frameLip: mm(6),
      glazing: mm(2),
      backing: mm(3),
      print: 480,
      spacer: 0,
    };
    expect(
      mounting(bare, image, image, 'mm')
        .findings.map((f) => f.says)
        .join(' '),
    ).toContain('hides 6 mm of the image');
    expect(mounting(bare, sheet, image, 'mm').findings.map((f) => f.word)).toEqual([
      'touches the glazing',
    ]);
  });
});

describe('canvas over bars', () => {
  const q = { face: parseSize('900x600 mm'), depth: mm(38), foldOver: mm(40), edge: 'mirrored' as const };
  test('sheet = face + 2 × (depth + fold-over), by hand; a side over 800 mm gets one brace, over 1 600 two', () => {
    expect(wrapCanvas(q)).toMatchObject({
      sheet: parseSize('1056x756 mm'),
      bars: [
        { length: mm(900), count: 2 },
        { length: mm(600), count: 2 },
      ],
      braces: [{ length: mm(600), count: 1 }],
      diagonal: 1_081_665,
    });
    expect(wrapCanvas({ ...q, face: parseSize('1700x900 mm'), barWidth: mm(40) }).braces).toEqual([
      { length: mm(820), count: 2 },
      { length: mm(1_620), count: 1 },
    ]);
    expect(wrapCanvas({ ...q, face: parseSize('800x800 mm') })).toMatchObject({
      bars: [{ length: mm(800), count: 4 }],
      braces: [],
    });
  });
  test('carried over, the face shows less: 900 × 600 of 976 × 676', () => {
    const w = wrapCanvas({ ...q, edge: 'carried over' });
    expect(w.printed).toEqual(parseSize('976x676 mm'));
    expect(w.faceShare).toBeCloseTo(540_000 / 659_776, 9);
    expect(wrapFindings({ ...q, edge: 'carried over' }, 'mm')[0]!.says).toContain('81.8 %');
    expect(wrapFindings({ ...q, face: parseSize('70x70 mm') }, 'mm').map((f) => f.word)).toContain(
      'too deep to mirror',
    );
  });
  test('a flap is not longer than the face it folds behind', () => {
    expect(() => wrapCanvas({ ...q, face: parseSize('300x39 mm') })).toThrow(/foldOver.*at most 39 mm/);
    expect(wrapCanvas({ ...q, face: parseSize('300x40 mm') }).sheet.height).toBe(mm(196));
  });
  test('what is brushed on covers face and edges, not the corners’ squares', () => {
    // 0.976 × 0.676 − 4 × 0.038² = 0.654 m²; two coats at 110 ml.
    expect(wrapCanvas(q).coatedArea).toBeCloseTo(654_000, 6);
    expect(coatMl(654_000, 2, 110)).toBeCloseTo(143.88, 6);
  });
  test('square within 1.5 mm of diagonal, and what to do when it is not', () => {
    expect(squareCheck(1_081_000, 1_082_500, 'mm').verdict).toBe('holds');
    expect(squareCheck(1_081_000, 1_082_501, 'mm')).toMatchObject({
      verdict: 'fails',
      word: 'out of square',
    });
  });
  test('a triptych with gaps left out shows what hangs there; bridged it loses nothing', () => {
    const out = panels({
      picture: parseSize('1000x500 mm'),
      columns: 3,
      rows: 1,
      gap: mm(20),
      across: 'left out',
    });
    // (1000 − 40) ÷ 3 = 320; the second begins at 340.
    expect(out.map((p) => [p.face.width, p.from.left])).toEqual([
      [mm(320), 0],
      [mm(320), 0.34],
      [mm(320), 0.68],
    ]);
    const bridged = panels({
      picture: parseSize('1000x500 mm'),
      columns: 2,
      rows: 2,
      gap: mm(20),
      across: 'bridged',
    });
    expect(bridged.reduce((sum, p) => sum + p.from.width * p.from.height, 0)).toBeCloseTo(1, 12);
    expect(() =>
      panels({ picture: parseSize('100x100 mm'), columns: 3, rows: 1, gap: mm(50), across: 'bridged' }),
    ).toThrow(expect.objectContaining({ field: 'gap' }));
  });
  test.each([
    [{ foldOver: mm(10) }, 'foldOver'],
    [{ depth: 0 }, 'depth'],
    [{ face: { width: 0, height: 5 } }, 'face.width'],
  ])('%j is refused by name', (part, field) =>
    expect(() => wrapCanvas({ ...q, ...part })).toThrow(expect.objectContaining({ field })),
  );
});

describe('bars out of sticks', () => {
  test('worked by hand: 2 × 800 and 2 × 600 of 2 400 with a 3 mm saw want two sticks, for 800 + 800 + 800 would just not do', () => {
    const plan = cutBars({
      stockLength: mm(2_400),
      kerf: mm(3),
      cuts: [
        { length: mm(800), count: 2 },
        { length: mm(600), count: 2 },
      ],
    });
    expect(plan.sticks).toHaveLength(2);
    expect(plan.wasteShare).toBeCloseTo(1 - 2_800 / 4_800, 12);
    expect(plan.proven).toBe(true);
  });
  test('with no kerf three of 800 are one stick; with a saw they are two', () => {
    const cuts = [{ length: mm(800), count: 3 }];
    expect(cutBars({ stockLength: mm(2_400), kerf: 0, cuts }).sticks).toEqual([
      { cuts: [mm(800), mm(800), mm(800)], left: 0 },
    ]);
    expect(cutBars({ stockLength: mm(2_400), kerf: mm(3), cuts }).sticks).toHaveLength(2);
  });
  test('equal to the exact optimum on small cases, by trying everything', () => {
    const least = (sizes: number[], room: number): number => {
      let best = sizes.length;
      const go = (k: number, lefts: number[]) => {
        if (lefts.length >= best) return;
        if (k === sizes.length) {
          best = lefts.length;
          return;
        }
        for (let i = 0; i < lefts.length; i++)
          if (lefts[i]! >= sizes[k]!)
            go(
              k + 1,
              lefts.map((l, j) => (j === i ? l - sizes[k]! : l)),
            );
        go(k + 1, [...lefts, room - sizes[k]!]);
      };
      go(0, []);
      return best;
    };
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 10, max: 99 }), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 0, max: 9 }),
        (lengths, kerf) => {
          const plan = cutBars({
            stockLength: 100,
            kerf,
            cuts: lengths.map((length) => ({ length, count: 1 })),
          });
          expect(plan.sticks).toHaveLength(
            least(
              lengths.map((l) => l + kerf),
              100 + kerf,
            ),
          );
          expect(plan.sticks.flatMap((s) => s.cuts).sort()).toEqual([...lengths].sort());
          for (const s of plan.sticks)
            expect(s.cuts.reduce((a, b) => a + b, 0) + kerf * (s.cuts.length - 1) + s.left).toBe(100);
        },
      ),
    );
  });
  test.each([
    [{ cuts: [{ length: mm(2_500), count: 1 }] }, 'cuts[0].length', 'longer sticks'],
    [{ kerf: -1 }, 'kerf', 'below zero'],
    [{ stockLength: 0 }, 'stockLength', 'above zero'],
  ])('%j is answered in a sentence', (part, field, says) => {
    const run = () =>
      cutBars({ stockLength: mm(2_400), kerf: mm(3), cuts: [{ length: mm(800), count: 1 }], ...part });
    expect(run).toThrow(expect.objectContaining({ field }));
    expect(run).toThrow(says);
  });
});

describe('a set of sizes', () => {
  test('from frames of the picture’s shape: about 1.4 from one to the next, the largest that holds at the top', () => {
    const at = (text: string, holds = true, lostShare = 0) => ({
      size: parseSize(text),
      holds,
      lostShare,
    });
    const set = proposeSet({ width: 4, height: 3 }, mm(800), [
      at('240x180 mm'),
      at('400x300 mm'),
      at('800x600 mm'),
      at('1000x750 mm', false),
      at('300x300 mm', true, 0.25),
    ]);
    expect(set.map((p) => p.size.width / 1_000)).toEqual([280, 400, 560, 800]);
    expect(set.map((p) => p.custom)).toEqual([true, false, true, false]);
    for (const p of set.slice(1)) expect(p.step!).toBeGreaterThan(1.2);
  });
  test('a picture nobody makes frames for gets its own shape; one that carries nothing gets no set', () => {
    const set = proposeSet({ width: 10_000, height: 4_100 }, mm(500), []);
    expect(set.every((p) => p.custom)).toBe(true);
    expect(set.at(-1)!.size).toEqual({ width: mm(500), height: mm(205) });
    expect(proposeSet({ width: 4, height: 3 }, mm(90), [])).toEqual([]);
  });
  test('typed inches with fractions stay what they are', () =>
    expect(parseLength('16 1/2 in')).toBe(419_100));
});
