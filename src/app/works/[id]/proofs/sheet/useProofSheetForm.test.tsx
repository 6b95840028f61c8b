/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../../../../tests/unit/helpers/hooks';
import type { SheetProps } from './sheetProps';
import { useProofSheetForm } from './useProofSheetForm';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const crop = { left: 0, top: 0, width: 6_000, height: 4_500, degrees: 0 };
const props: SheetProps = {
  workId: 'w',
  title: 'Night Ferry',
  master: { sha256: 'f'.repeat(64), fileName: 'a.tif', untagged: false, width: 6_000, height: 4_500 },
  formats: [
    { id: 'small', name: '400 × 300 mm', crop, image: { width: 400_000, height: 300_000 } },
    { id: 'large', name: '800 × 600 mm', crop, image: { width: 800_000, height: 600_000 } },
  ],
  papers: [{ id: 'rag', name: 'Harrow Rag' }],
  routes: [
    { id: 'own', name: 'the back room', own: true, ppiSteps: [{ ppi: 360 }] },
    { id: 'lab', name: 'the lab', own: false, ppiSteps: [{ upTo: 500_000, ppi: 300 }, { ppi: 200 }] },
  ],
  machines: [{ id: 'press', name: 'Press' }],
  lots: [],
  start: null,
  waiting: [],
  layouts: [],
};
const form = (more: Partial<SheetProps> = {}, unit: 'mm' | 'in' = 'mm') =>
  renderModel(() => useProofSheetForm({ ...props, ...more }), { unit }).result;

test('begins with one snippet from the middle, at the final scale, for the first size and route', () => {
  const { current } = form();
  expect(current).toMatchObject({ kind: 'snippet', isPart: true, canMake: true, problems: {} });
  expect(current.typed.ppi).toBe('360');
  expect(current.regions).toHaveLength(1);
  // 60 × 60 mm of 400 × 300 mm is 900 × 900 of 6000 × 4500 pixels, about the middle.
  expect(current.regions[0]).toMatchObject({ left: 2_550, top: 1_800, width: 900, height: 900 });
  expect(current.share).toBeCloseTo((60 * 60) / (400 * 300), 6);
});

test('up to six regions: added, moved, left out', () => {
  const model = form();
  for (let n = 0; n < 5; n++) act(() => model.current.addRegion());
  expect([model.current.regions.length, model.current.canAdd]).toEqual([6, false]);
  act(() => model.current.moveRegion(2, { left: 10, top: 20 }));
  expect(model.current.regions[2]).toMatchObject({ left: 10, top: 20, width: 900, height: 900 });
  act(() => model.current.leaveOut(2));
  expect([model.current.regions.length, model.current.canAdd]).toEqual([5, true]);
});

test('another size begins anew in its own middle', () => {
  const model = form();
  act(() => model.current.moveRegion(0, { left: 0 }));
  act(() => model.current.takeFormat('large'));
  // 60 mm are 450 pixels of it.
  expect(model.current.regions).toMatchObject([{ left: 2_775, top: 2_025, width: 450, height: 450 }]);
});

test('another route brings its resolution for this size', () => {
  const model = form();
  act(() => model.current.takeFormat('large'));
  act(() => model.current.takeRoute('lab'));
  expect(model.current.typed.ppi).toBe('200');
});

test('each step brings its usual measure', () => {
  const model = form();
  act(() => model.current.choose('kind')('thumbnails'));
  act(() => model.current.step('across', 'contrast'));
  act(() => model.current.step('down', 'saturation'));
  expect(model.current.typed).toMatchObject({ acrossBy: '0.06', downBy: '0.1' });
  expect(model.current).toMatchObject({
    across: 'contrast',
    down: 'saturation',
    isPart: false,
    share: 1,
  });
});

test('a figure that cannot be read is named at its field, and nothing is made', () => {
  const model = form();
  act(() => model.current.type('width')('1,250 mm'));
  expect(model.current.problems.width).toMatch(/a length from 5 to 1000 mm/);
  expect(model.current.canMake).toBe(false);
  act(() => model.current.type('width')('2 in'));
  expect(model.current.problems).toEqual({});
});

test('numbers with a comma are the numbers they say', async () => {
  const sent = answering({ makeProofSheet: { message: 'begun', job: 'j' } });
  const model = form();
  act(() => model.current.type('sharpen')('80,5'));
  act(() => model.current.type('radius')('1,5'));
  act(() => model.current.type('ppi')('240'));
  await act(() => model.current.makeSheet());
  expect(sent[0]).toMatchObject({
    url: '/api/act/makeProofSheet',
    input: {
      formatId: 'small',
      paperId: 'rag',
      routeId: 'own',
      machineId: 'press',
      ppi: 240,
      sharpen: { amount: 80.5, radius: 1.5, threshold: 2 },
      adjust: null,
      what: { kind: 'snippet', regions: [{ width: 900, height: 900 }] },
    },
  });
  expect(model.current.job.goesOn).toBe(true);
});

test('a lab’s sheet is for no machine; no sharpening is none', async () => {
  const sent = answering();
  const model = form();
  act(() => model.current.takeRoute('lab'));
  act(() => model.current.type('sharpen')('0'));
  await act(() => model.current.makeSheet());
  expect(sent[0]!.input).toMatchObject({ machineId: null, sharpen: null });
});

test.each([
  ['whole', { kind: 'whole' }],
  ['reduced', { kind: 'reduced', longSideUm: 180_000 }],
  [
    'strip',
    { kind: 'strip', across: { of: 'lightness', by: 2, each: 2 }, down: null, cellWidthUm: null },
  ],
  [
    'thumbnails',
    {
      kind: 'thumbnails',
      across: { of: 'lightness', by: 2, each: 2 },
      down: { of: 'warmth', by: 2, each: 2 },
      cellWidthUm: 40_000,
    },
  ],
] as const)('a sheet of kind %s asks for that', async (kind, what) => {
  const sent = answering();
  const model = form();
  act(() => model.current.choose('kind')(kind));
  await act(() => model.current.makeSheet());
  expect((sent[0]!.input as { what: object }).what).toMatchObject(what);
});

test('proposed snippets are asked for in micrometres, and taken with what they are for', async () => {
  const regions = [{ left: 1.4, top: 2.6, width: 900.2, height: 900.4, says: 'the darkest shadow' }];
  const sent = answering({ proposeSnippets: { message: 'found', regions } });
  const model = form({}, 'in');
  await act(() => model.current.proposeRegions());
  expect(sent[0]!.input).toMatchObject({ width: 60_325, height: 60_325 });
  expect(model.current.regions).toMatchObject([
    { left: 1, top: 3, width: 900, height: 900, says: 'the darkest shadow' },
  ]);
});

test('a round that is made again begins with its settings', () => {
  const start = {
    formatId: 'large',
    paperId: 'rag',
    routeId: 'lab',
    intent: 'perceptual' as const,
    adjust: null,
    plan: null,
    changed: 'lighter shadows',
  };
  const { current } = form({ start });
  expect(current).toMatchObject({ intent: 'perceptual', changed: 'lighter shadows' });
  expect([current.format.id, current.route.id, current.typed.ppi]).toEqual(['large', 'lab', '200']);
});
