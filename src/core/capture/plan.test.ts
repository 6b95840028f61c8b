import fc from 'fast-check';
import { InputError } from '../errors';
import { lampDistance, worstStops } from './light';
import { planCapture, sessionSteps, tilesLaid, type PlanQuestion } from './plan';
import { tileGrid } from './tiles';

const mm = (width: number, height: number) => ({ width: width * 1_000, height: height * 1_000 });
const TOOLS = {
  scanners: [
    {
      name: 'flatbed',
      bed: mm(216, 297),
      opticalPpi: 2_400,
      steps: [300, 600, 1_200, 2_400],
      secondsAt600: 48,
      film: false,
    },
    {
      name: 'film scanner',
      bed: mm(130, 180),
      opticalPpi: 3_200,
      steps: [1_600, 3_200],
      secondsAt600: 30,
      film: true,
    },
  ],
  cameras: [{ name: 'camera', sensor: { width: 7_360, height: 4_912 }, sensorSize: mm(36, 24) }],
  lenses: [
    { name: 'thirty', focal: 30_000 },
    { name: 'sixty', focal: 60_000 },
  ],
  professionals: [{ name: 'Repro', price: 14_000, days: 8, pixels: { width: 14_000, height: 10_500 } }],
};
const ask = (
  change: Partial<Omit<PlanQuestion, 'subject'>> & { subject?: Partial<PlanQuestion['subject']> },
): PlanQuestion => ({
  print: mm(400, 300),
  ppi: 300,
  hourMinor: 3_000,
  leftPerPrint: 2_500,
  expected: 20,
  currency: 'EUR',
  ...TOOLS,
  ...change,
  subject: {
    kind: 'painting',
    original: mm(200, 150),
    smears: false,
    thick: false,
    gloss: false,
    ...change.subject,
  },
});
const wayOf = (q: PlanQuestion, kind: string) => planCapture(q).ways.find((w) => w.kind === kind)!;

describe('a plan of a capture', () => {
  test('a small painting goes on the flatbed, in one pass, at the next step', () => {
    const plan = planCapture(ask({}));
    const flatbed = plan.ways.find((w) => w.kind === 'flatbed')!;
    expect(flatbed.scan).toMatchObject({
      neededPpi: 600,
      scanPpi: 600,
      tiles: { columns: 1, rows: 1 },
      interpolated: false,
    });
    expect(flatbed.pixels).toEqual({ width: 4_724, height: 3_543 });
    expect(flatbed.bytes).toEqual({ at8: 4_724 * 3_543 * 3, at16: 4_724 * 3_543 * 6 });
    // 48 s of the scanner, 1.5 min to lay it, 5 to set up, whole minutes up.
    expect(flatbed.minutes).toBe(8);
    expect(flatbed.costMinor).toBe(400);
    expect(plan.advised).toBe('flatbed');
    expect(plan.advice).toMatch(/costs least, 4\.00\sEUR and 8 min/);
  });
  test('the handbook’s A5 for A2 asks 851.4, and 1200 is set', () => {
    expect(
      wayOf(ask({ subject: { original: mm(148, 210) }, print: mm(420, 594) }), 'flatbed').scan,
    ).toMatchObject({ neededPpi: expect.closeTo(851.35, 1), scanPpi: 1_200 });
  });
  test('a surface that smears never goes face down, and the advice says why', () => {
    const plan = planCapture(ask({ subject: { smears: true } }));
    expect(plan.ways.find((w) => w.kind === 'flatbed')!.finding).toMatchObject({
      verdict: 'fails',
      word: 'never',
    });
    expect(plan.advised).toBe('camera');
    expect(plan.advice).toContain('the surface smears, so it never goes face down on glass');
  });
  test('more than six tiles go to a camera', () => {
    const plan = planCapture(ask({ subject: { original: mm(700, 900) }, print: mm(300, 400) }));
    expect(plan.ways.find((w) => w.kind === 'flatbed')!.finding.word).toBe('too many tiles');
    expect(plan.advice).toContain('more than 6 drift apart');
    expect(plan.advised).toBe('camera');
    expect(wayOf(ask({ subject: { original: mm(400, 500) } }), 'flatbed').scan!.tiles).toEqual({
      columns: 3,
      rows: 2,
    });
  });
  test('ridges, gloss and made-up dots each say so', () => {
    expect(wayOf(ask({ subject: { thick: true } }), 'flatbed').finding.word).toBe('not flat');
    expect(wayOf(ask({ subject: { gloss: true } }), 'flatbed').finding.word).toBe('mirrors');
    expect(
      wayOf(ask({ subject: { original: mm(30, 20) }, print: mm(600, 400) }), 'flatbed').finding,
    ).toMatchObject({
      verdict: 'fails',
      word: 'no step so high',
      says: expect.stringMatching(
        /highest step is \d+ ppi, and 6000 ppi are needed: it carries a print of/,
      ),
    });
  });
  test('a camera: pixels for the picture’s aspect, distance of the fitting lens, frames', () => {
    const camera = wayOf(ask({ subject: { original: mm(400, 300) } }), 'camera');
    expect(camera.camera!.lens).toBe('sixty');
    // 300 mm on 24 × 0.9 mm: d = 60 × (300 ÷ 21.6 + 1) = 893.3 mm.
    expect(camera.camera!.distance).toBe(893_333);
    expect(camera.pixels).toEqual({ width: 5_894, height: 4_421 });
    expect(camera.finding.word).toBe('good');
    expect(
      wayOf(ask({ subject: { original: mm(400, 300) }, print: mm(800, 600) }), 'camera').finding.word,
    ).toBe('joined frames');
  });
  test('film: enlargement said past twelve times, never forbidden', () => {
    const q = ask({ subject: { kind: 'photograph on film', original: mm(36, 24) }, print: mm(450, 300) });
    const film = wayOf(q, 'film scan');
    expect(film.finding).toMatchObject({ verdict: 'care', word: 'short of pixels' });
    expect(wayOf({ ...q, ppi: 200 }, 'film scan').finding).toMatchObject({
      verdict: 'care',
      word: 'grain',
    });
    expect(planCapture(q).ways.some((w) => w.kind === 'flatbed')).toBe(false);
  });
  test('a professional pays back after so many prints', () => {
    expect(wayOf(ask({}), 'professional').payBack).toEqual({ prints: 6 });
    expect(wayOf(ask({ expected: 5 }), 'professional').finding).toMatchObject({
      verdict: 'care',
      word: 'dear',
    });
    expect(wayOf(ask({ leftPerPrint: 0 }), 'professional').finding.says).toContain(
      'leaves nothing to pay it back',
    );
  });
  test('a digital canvas, a digital photograph, and no tools at all', () => {
    expect(
      wayOf(
        ask({
          subject: { kind: 'born digital', original: null },
          print: mm(508, 406.4),
          memoryBytes: 2 * 1024 ** 3,
          bits: 8,
        }),
        'digital canvas',
      ).finding.says,
    ).toBe('Begin at 6000 × 4800 px: 115.2 MB a layer, 18 layers in the memory given.');
    expect(
      planCapture(ask({ subject: { kind: 'digital photograph', original: null } })).advice,
    ).toContain('its own capture');
    expect(
      planCapture({ ...ask({}), scanners: [], cameras: [], lenses: [], professionals: [] }).advice,
    ).toContain('Nothing to capture with');
  });
  test('what is missing is named', () => {
    expect(() => planCapture(ask({ subject: { original: null } }))).toThrow(/original/);
    expect(() => planCapture(ask({ print: mm(0, 300) }))).toThrow(InputError);
    expect(() => planCapture(ask({ ppi: 0 }))).toThrow(/ppi/);
  });
  test('the print lies the way the original lies', () => {
    expect(wayOf(ask({ print: mm(300, 400) }), 'flatbed').scan!.neededPpi).toBe(600);
  });
});

describe('tiles over an original', () => {
  const s = fc.integer({ min: 50, max: 1_500 });
  test('they cover it, and neighbours share what was asked', () => {
    fc.assert(
      fc.property(s, s, fc.double({ min: 0.05, max: 0.5, noNaN: true }), (w, h, overlap) => {
        const original = mm(w, h),
          bed = mm(216, 297);
        const grid = tileGrid(original, bed, overlap);
        const { tile, at } = tilesLaid(original, bed, grid, overlap);
        const left = Math.min(...at.map((p) => p.x)),
          right = Math.max(...at.map((p) => p.x + tile.width)),
          top = Math.min(...at.map((p) => p.y)),
          bottom = Math.max(...at.map((p) => p.y + tile.height));
        const xs = [...new Set(at.map((p) => p.x))].sort((a, b) => a - b);
        return (
          left <= 0 &&
          top <= 0 &&
          right >= original.width &&
          bottom >= original.height &&
          xs.every((x, i) => i === 0 || xs[i - 1]! + tile.width - x >= overlap * tile.width - 2)
        );
      }),
    );
  });
});

describe('lamps', () => {
  test('far enough they light it evenly, nearer they do not', () => {
    for (const work of [mm(200, 150), mm(600, 450), mm(1_000, 1_400)]) {
      const d = lampDistance(work);
      expect(worstStops(work, d)).toBeLessThanOrEqual(0.1);
      expect(worstStops(work, d - 50_000)).toBeGreaterThan(0.1);
    }
    expect(() => lampDistance(mm(0, 10))).toThrow(/original/);
  });
});

describe('the checklist of a session', () => {
  test('each way has its own order, with the plan’s figures in it', () => {
    const q = ask({ subject: { original: mm(400, 500) } });
    const flatbed = sessionSteps('flatbed', { smears: false, gloss: false, way: wayOf(q, 'flatbed') });
    expect(flatbed[0]).toMatch(/^Clean the glass/);
    expect(flatbed.join(' ')).toContain('3 × 2 tiles, at least 20 % over each other');
    const camera = sessionSteps('camera', { smears: false, gloss: true, way: wayOf(q, 'camera') });
    expect(camera.join(' ')).toMatch(
      /cables trail.*Move the camera, not the zoom.*gloss surface.*blank board/,
    );
    for (const kind of ['film scan', 'digital canvas', 'professional'] as const)
      expect(sessionSteps(kind, { smears: false, gloss: false }).length).toBeGreaterThan(2);
  });
});
