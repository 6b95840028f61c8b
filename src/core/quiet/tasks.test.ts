import { NO_FINISH } from '../crop/finish';
import { NOTHING_KNOWN, QUIET_KINDS, quietTask, type QuietFacts } from './tasks';

const facts = (more: Partial<QuietFacts> = {}): QuietFacts => ({
  ...NOTHING_KNOWN,
  unit: 'mm',
  ...more,
});
const even = (um: number) => ({ top: um, right: um, bottom: um, left: um });
const figures = (kind: (typeof QUIET_KINDS)[number], more: Partial<QuietFacts>) =>
  quietTask(kind, facts(more)).steps.flatMap(({ figure }) => figure ?? []);

test.each(QUIET_KINDS)(
  '%s: a caution, a rehearsal with when to go on, and steps that each say one thing',
  (kind) => {
    const task = quietTask(kind, facts());
    expect(task.caution.length).toBeGreaterThan(20);
    expect(task.rehearse.length).toBeGreaterThan(20);
    expect(task.steps.length).toBeGreaterThanOrEqual(4);
    // Read from an arm's length: none is longer than two lines of large type.
    for (const { says } of task.steps) expect(says.length).toBeLessThanOrEqual(100);
  },
);

test('a torn edge: the strip, from what to what, and what to measure at the end', () => {
  const torn = {
    image: { width: 400_000, height: 300_000 },
    borders: even(25_000),
    finish: { ...NO_FINISH, deckle: 12_000 },
  };
  // 400 + 2 × 25 = 450 by 350; with the strip 474 by 374.
  expect(figures('tear', torn)).toEqual(['12 mm', '450 × 350 mm']);
  const { steps } = quietTask('tear', facts(torn));
  expect(steps[1]!.why).toContain('From 474 × 374 mm to 450 × 350 mm');
});

test('a canvas: what to lay out, how square, and how much coating', () => {
  const wrap = {
    kind: 'wrap' as const,
    ...{ depth: 38_000, foldOver: 40_000, edge: 'mirrored' as const, maxUnbraced: 800_000 },
    ...{ barWidth: 40_000, stockLength: 3_000_000, kerf: 3_000, coats: 2, mlPerM2: 100 },
    panels: { columns: 1, rows: 1, gap: 0, across: 'gap' as never },
  };
  const image = { width: 600_000, height: 400_000 };
  // 600 + 2 × (38 + 40) = 756; 400 + 156 = 556. 0.24 m² × 2 × 100 ml = 48 ml.
  expect(figures('stretch', { wrap, image })).toEqual(['equal within 1.5 mm', '756 × 556 mm']);
  const paper = { name: 'Canvas', scuffs: false, dryHours: 24 };
  expect(figures('coat', { wrap, image, paper })).toEqual(['24 h on Canvas', '48 ml for 2 coats']);
});

test('a hang: each hook by its two measures, in inches by the tape’s fractions', () => {
  const hooks = [{ title: 'Night Ferry', fromLeft: 635_000, fromFloor: 1_460_500 }];
  expect(figures('hang', { hooks, unit: 'in' })).toEqual([
    '25 in from the left, 57 1/2 in from the floor',
  ]);
});

test('a paper that scuffs asks for gloves', () => {
  const paper = { name: 'Harrow Rag', scuffs: true, dryHours: 24 };
  expect(quietTask('trim', facts({ paper })).steps[0]!.why).toMatch(/Harrow Rag scuffs.*gloves/);
  expect(quietTask('trim', facts()).steps[0]!.why).not.toMatch(/gloves/);
});
