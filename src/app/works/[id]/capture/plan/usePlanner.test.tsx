/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { renderModel } from '../../../../../../tests/unit/helpers/hooks';
import {
  checklistHref,
  usePlanner,
  wayToShow,
  type EquipmentItem,
  type PlannerStart,
} from './usePlanner';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const scanner: EquipmentItem = {
  id: 's',
  name: 'Flatbed A',
  spec: {
    kind: 'scanner',
    bed: { width: 216_000, height: 297_000 },
    opticalPpi: 1_200,
    steps: [300, 600, 1_200],
    secondsAt600: 40,
    film: false,
  },
};
const camera: EquipmentItem = {
  id: 'c',
  name: 'Camera B',
  spec: {
    kind: 'camera',
    sensor: { width: 6_000, height: 4_000 },
    sensorSize: { width: 36_000, height: 24_000 },
  },
};
const drawing: PlannerStart = {
  kind: 'drawing',
  original: { width: 400_000, height: 300_000 },
  smears: false,
  thick: false,
  gloss: false,
  print: { width: 600_000, height: 450_000 },
};
const plannerOf = (start = drawing, unit: 'mm' | 'in' = 'mm') =>
  renderModel(() => usePlanner({ start, equipment: [scanner, camera], currency: 'EUR' }), { unit })
    .result;
const planOf = (planner: ReturnType<typeof plannerOf>) => {
  const { answer } = planner.current;
  if (answer.state !== 'planned') throw new Error(`Expected a plan, got ${JSON.stringify(answer)}.`);
  return answer.plan;
};

test('plans every way there is for what the work already says', () => {
  const planner = plannerOf();
  const byName = new Map(planOf(planner).ways.map((way) => [way.name, way]));
  // 600 mm at 300 ppi from 400 mm is 450 ppi, the next step is 600: 400 mm × 600 / 25.4 = 9449 px across.
  expect(byName.get('Flatbed A')!.scan!.scanPpi).toBe(600);
  expect(byName.get('Flatbed A')!.pixels.width).toBe(9_449);
  // 400 × 300 mm on a bed of 216 × 297 with a fifth of overlap: more than one pass either way.
  const { columns, rows } = byName.get('Flatbed A')!.scan!.tiles;
  expect(columns * rows).toBeGreaterThanOrEqual(4);
  expect(byName.has('Camera B')).toBe(true);
});

test('asks for the largest print before it says anything', () => {
  expect(plannerOf({ ...drawing, print: null }).current.answer).toEqual({ state: 'unasked' });
});

test.each([
  ['print', 'a lot', 'print'],
  ['original', '400', 'original'],
  ['ppi', '20', 'ppi'],
  ['fill', '120', 'fill'],
  ['overlap', 'some', 'overlap'],
  ['hour', 'ten euros and a bit', 'hour'],
  ['expected', '-1', 'expected'],
] as const)('%s of “%s” is named at its field, and nothing else is', (field, text, named) => {
  const planner = plannerOf();
  act(() => planner.current.set(field)(text));
  expect(planner.current.answer).toMatchObject({ state: 'unreadable', field: named });
  expect(planner.current.wrong(named)).toMatch(/^Expected /);
  expect(planner.current.wrong(named === 'ppi' ? 'fill' : 'ppi')).toBeNull();
  // What was typed stays for mending.
  expect(planner.current.texts[field]).toBe(text);
});

test('an inch studio plans the same micrometres', () => {
  const inches = planOf(plannerOf(drawing, 'in')).ways.map((way) => [way.name, way.pixels]);
  const mm = planOf(plannerOf()).ways.map((way) => [way.name, way.pixels]);
  // 400 mm reads as 15.748 in: to a hundredth of a millimetre the same, so to a pixel at 600 ppi.
  for (const [i, [name, pixels]] of inches.entries()) {
    expect(name).toBe(mm[i]![0]);
    expect(
      Math.abs((pixels as { width: number }).width - (mm[i]![1] as { width: number }).width),
    ).toBeLessThanOrEqual(1);
  }
});

test('shows the advised way until another is chosen, and again when that one is gone', () => {
  const planner = plannerOf();
  const plan = planOf(planner);
  expect(planner.current.way!.name).toBe(plan.advised);
  const other = plan.ways.find((way) => way.name !== plan.advised)!;
  act(() => planner.current.choose(other.name));
  expect(planner.current.way!.name).toBe(other.name);
  expect(wayToShow(plan, 'sold last year')!.name).toBe(plan.advised);
  expect(wayToShow({ ...plan, ways: [] }, null)).toBeNull();
});

test('what smears is not laid on glass, and the checklist is told', () => {
  const planner = plannerOf();
  act(() => planner.current.set('smears')(true));
  const plan = planOf(planner);
  expect(plan.ways.find((way) => way.name === 'Flatbed A')!.finding.verdict).toBe('fails');
  const way = plan.ways.find((each) => each.name === 'Camera B')!;
  const query = new URL(checklistHref(way, planner.current.texts, 'w1'), 'http://studio').searchParams;
  expect(Object.fromEntries(query)).toEqual({
    kind: way.kind,
    name: 'Camera B',
    work: 'w1',
    original: planner.current.texts.original,
    print: planner.current.texts.print,
    ppi: '300',
    fill: '90',
    overlap: '20',
    what: 'drawing',
    smears: '1',
  });
  expect(checklistHref(way, planner.current.texts, null)).not.toContain('work=');
});
