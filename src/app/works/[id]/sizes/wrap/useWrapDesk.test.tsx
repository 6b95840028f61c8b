/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../../../../tests/unit/helpers/hooks';
import type { FormatModel, MountModel } from '../../../../models';
import { attempt } from '../attempt';
import { InputError } from '@/core/errors';
import { useWrapDesk } from './useWrapDesk';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const format: FormatModel = {
  id: 'f',
  name: '600 × 450 mm',
  image: { width: 600_000, height: 450_000 },
  borders: { top: 0, right: 0, bottom: 0, left: 0 },
  crop: null,
  finish: null,
};
const seen = { format, picture: null, from: { left: 0.1, top: 0.2, width: 0.8, height: 0.6 } };
const desk = (mount: MountModel | null = null, unit: 'mm' | 'in' = 'mm') =>
  renderModel(() => useWrapDesk({ seen, mount }), { unit }).result;
const kept = {
  id: 'm',
  formatId: 'f',
  kind: 'wrap',
  changedAt: '',
  plan: {
    kind: 'wrap',
    depth: 20_001,
    foldOver: 35_000,
    edge: 'plain',
    maxUnbraced: 900_000,
    barWidth: 45_000,
    stockLength: 3_000_000,
    offcuts: [900_000, 640_000],
    kerf: 2_000,
    coats: 3,
    mlPerM2: 90,
    panels: { columns: 2, rows: 1, gap: 15_000, across: 'bridged' },
  },
} as unknown as MountModel;

test('begins with what most canvases are stretched on', () => {
  const w = desk().current.worked.value!;
  // 600 × 450 mm, 38 mm deep and 40 mm folded over on every side.
  expect(w.plan.sheet).toEqual({ width: 600_000 + 2 * 78_000, height: 450_000 + 2 * 78_000 });
  expect(w.cuts.map((c) => [c.count, c.length])).toEqual(
    expect.arrayContaining([
      [2, 600_000],
      [2, 450_000],
    ]),
  );
  expect([w.list.length, w.unseen]).toEqual([1, 0]);
  expect(w.firstPart).toEqual(seen.from);
});

test('begins with what was kept, to the micrometre, and keeps it so', async () => {
  const sent = answering();
  const model = desk(kept, 'in');
  expect(model.current).toMatchObject({ edge: 'plain', across: 'bridged', hasPanels: true });
  await act(() => model.current.keep().then(() => {}));
  expect(sent[0]).toEqual({
    url: '/api/act/keepMount',
    input: {
      kind: 'wrap',
      formatId: 'f',
      depth: 20_001,
      foldOver: 35_000,
      edge: 'plain',
      maxUnbraced: 900_000,
      barWidth: 45_000,
      stockLength: 3_000_000,
      otherLengths: [],
      offcuts: [900_000, 640_000],
      kerf: 2_000,
      gap: 15_000,
      coats: 3,
      mlPerM2: 90,
      columns: 2,
      rows: 1,
      across: 'bridged',
    },
  });
});

test('panels are stretched on bars of their own, and what lies behind the gaps is not seen', () => {
  const model = desk();
  act(() => model.current.setCount('columns')('3'));
  const w = model.current.worked.value!;
  expect([w.list.length, model.current.hasPanels]).toEqual([3, true]);
  // Two gaps of 20 mm in 600 mm.
  expect(w.unseen).toBeCloseTo(40 / 600, 5);
  expect(w.cuts.reduce((sum, c) => sum + c.count, 0)).toBeGreaterThanOrEqual(3 * 4);
  expect(w.firstPart.width).toBeCloseTo(0.8 * ((600 - 40) / 3 / 600), 5);
  act(() => model.current.setAcross('bridged'));
  expect(model.current.worked.value!.unseen).toBeCloseTo(0, 5);
});

test('coats are counted over every panel', () => {
  const model = desk();
  const one = model.current.worked.value!;
  expect(one.coatMl).toBe(Math.ceil((one.coated / 1e6) * 110 * 2));
  act(() => model.current.setCount('coats')('4'));
  expect(model.current.worked.value!.coatMl).toBe(Math.ceil((one.coated / 1e6) * 110 * 4));
  act(() => model.current.setCount('mlPerM2')('none'));
  expect(model.current.worked.value!.coatMl).toBe(0);
});

test.each([
  ['columns', '0'],
  ['columns', '10'],
  ['rows', 'two'],
] as const)('%s of %s cannot be: it is said, and nothing is drawn', (field, typed) => {
  const model = desk();
  act(() => model.current.setCount(field)(typed));
  expect(model.current.worked).toMatchObject({
    value: null,
    says: expect.stringContaining('one to nine panels'),
  });
});

test('a length half typed leaves the drawing as it was, and goes to the server as it stands', async () => {
  const sent = answering({
    keepMount: { error: { message: 'no', field: 'depth', expected: 'a length' } },
  });
  const model = desk();
  act(() => model.current.lengths.type('depth')('38 m'));
  const before = model.current.worked.value!.plan.sheet;
  act(() => model.current.lengths.type('depth')('thick'));
  expect(model.current.worked.value!.plan.sheet).toEqual(before);
  await act(() => model.current.keep().then(() => {}));
  expect(sent[0]!.input).toMatchObject({ depth: 'thick', foldOver: 40_000 });
  expect(model.current.action.fieldError('depth')).toBe('Expected a length.');
});

test('dropped by its id; what was never kept has nothing to drop', async () => {
  const sent = answering();
  const [there, never] = [desk(kept), desk()];
  await act(async () => void (await there.current.drop()));
  await act(async () => void (await never.current.drop()));
  expect(sent).toEqual([{ url: '/api/act/dropMount', input: { id: 'm' } }]);
});

test('what cannot be calculated is said by the part and side it is about', () => {
  const failing = (field: string) =>
    attempt(() => {
      throw new InputError(field, 0, 'above nothing');
    });
  expect(failing('window.width')).toEqual({
    value: null,
    says: 'The window’s width should be above nothing.',
  });
  expect(failing('gap').says).toBe('gap should be above nothing.');
  expect(attempt(() => 7)).toEqual({ value: 7, says: '' });
  expect(
    attempt(() => {
      throw new Error('no order of cuts');
    }).says,
  ).toBe('no order of cuts');
});
