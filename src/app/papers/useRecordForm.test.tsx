/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../tests/unit/helpers/hooks';
import type { PaperModel, RouteModel, ServiceModel, SupplyModel } from '../models';
import type { Open } from './papersProps';
import { useForms } from './usePaperForms';
import { useRecordForm } from './useRecordForm';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const paper = {
  id: 'p',
  name: 'Harrow Rag 310',
  base: 'cotton',
  surface: 'matte',
  gsm: 310,
  thicknessUm: 487,
  brightener: 'none',
  mayRoll: true,
  scuffs: false,
  dryHours: 24,
  pricePerM2Minor: 1_943,
  sizes: '',
  permanence: '',
  notes: '',
} as unknown as PaperModel;
const supply = {
  id: 's',
  name: 'mat',
  kind: 'mat',
  widthUm: 203_251,
  heightUm: 254_049,
  windowWidthUm: 152_449,
  windowHeightUm: 203_251,
  weightMg: 141_748,
  acidFree: true,
  onHand: 12,
  reorderAt: 4,
  priceMinor: 1_250_50,
} as unknown as SupplyModel;
const service = {
  id: 'v',
  carrier: 'Coast Post',
  name: 'tracked',
  tracked: true,
  insuredMinor: 10_000,
  days: 2,
  maxLengthUm: 914_399,
  maxWeightMg: 2_267_962,
  priceMinor: 780,
  readOn: '2026-10-01',
} as unknown as ServiceModel;
const route = {
  id: 'r',
  name: 'the lab',
  kind: 'lab',
  process: 'pigment inkjet',
  leadDays: 5,
  ppiSteps: [{ upTo: 500_000, ppi: 300 }, { ppi: 200 }],
  space: 'sRGB',
  fileKinds: 'JPEG',
  addsBorder: true,
  givesProofs: true,
  pricePerM2Minor: 4_599,
  minimumMinor: 350,
  notes: '',
} as unknown as RouteModel;

/** The form a thing is opened in, as it is filled. */
function opened(
  kind: 'paper' | 'route' | 'supply' | 'service',
  thing: object | null,
  unit: 'mm' | 'in' = 'mm',
): Open {
  let open: Open | null = null;
  const { result } = renderModel(() => useForms((o) => (open = o)), { unit });
  (result.current[kind] as (thing: object | null) => void)(thing);
  return open!;
}
const form = (open: Open, unit: 'mm' | 'in' = 'mm') => {
  const kept = { times: 0 };
  return { kept, model: renderModel(() => useRecordForm(open, () => kept.times++), { unit }).result };
};

describe.each(['mm', 'in'] as const)('a form opened in %s and kept as it is', (unit) => {
  test.each([
    ['paper', paper, { thickness: 487, pricePerM2: 1_943, gsm: 310, dryHours: 24 }],
    [
      'supply',
      supply,
      {
        size: { width: 203_251, height: 254_049 },
        window: { width: 152_449, height: 203_251 },
        weight: 141_748,
        price: 125_050,
        onHand: 12,
        acidFree: 'yes',
      },
    ],
    ['service', service, { maxLength: 914_399, maxWeight: 2_267_962, insured: 10_000, price: 780 }],
    ['route', route, { pricePerM2: 4_599, minimum: 350, leadDays: 5 }],
  ] as const)(
    'changes nothing of a %s: every figure goes back to the last micrometre',
    async (kind, thing, figures) => {
      const sent = answering();
      const { model, kept } = form(opened(kind, thing, unit), unit);
      await act(() => model.current.keep());
      expect(sent).toHaveLength(1);
      expect(sent[0]!.input).toMatchObject({ id: thing.id, name: thing.name, ...figures });
      expect(kept.times).toBe(1);
    },
  );
});

test('what is typed goes as it was typed, with the unit being read', async () => {
  const sent = answering();
  const { model } = form(opened('supply', supply, 'in'), 'in');
  act(() => model.current.set('size')('8 x 10'));
  act(() => model.current.set('weight')('6 oz'));
  act(() => model.current.set('onHand')('9'));
  await act(() => model.current.keep());
  expect(sent[0]!.input).toMatchObject({
    weight: '6 oz',
    onHand: 9,
    window: { width: 152_449, height: 203_251 },
  });
  expect((sent[0]!.input as { size: string }).size).toMatch(/^8 x 10/);
});

test('a new thing begins empty, with what is usual, and goes without an id', async () => {
  const sent = answering();
  const open = opened('paper', null);
  expect(open).toMatchObject({ id: null, first: { base: 'cotton', dryHours: '24', mayRoll: true } });
  const { model } = form(open);
  act(() => model.current.set('name')('Tarn Rag'));
  act(() => model.current.set('thickness')('0.5'));
  act(() => model.current.set('mayRoll')(false));
  await act(() => model.current.keep());
  expect(sent[0]!.url).toBe('/api/act/recordPaper');
  expect(sent[0]!.input).not.toHaveProperty('id');
  expect(sent[0]!.input).toMatchObject({ name: 'Tarn Rag', thickness: '0.5 mm', mayRoll: false });
});

test('a whole number that is none goes as it was typed, so that it can be named; the form stays open', async () => {
  const sent = answering({
    recordPaper: { error: { message: 'no', field: 'gsm', expected: 'a number' } },
  });
  const { model, kept } = form(opened('paper', paper));
  act(() => model.current.set('gsm')('heavy'));
  await act(() => model.current.keep());
  expect(sent[0]!.input).toMatchObject({ gsm: 'heavy' });
  expect([kept.times, model.current.action.fieldError('gsm')]).toEqual([0, 'Expected a number.']);
  expect(model.current.values.gsm).toBe('heavy');
});

test('a supply that nobody spoke of, without size or window, is shown so', () => {
  const tape = {
    ...supply,
    widthUm: 0,
    heightUm: 0,
    windowWidthUm: null,
    windowHeightUm: null,
    acidFree: null,
  };
  const open = opened('supply', tape);
  expect(open.first).toMatchObject({ size: '', window: '', acidFree: 'not said' });
  expect(Object.keys(open.exact!).sort()).toEqual(['price', 'weight']);
});

test('the steps of a route are written as they are read', () => {
  expect(opened('route', route).first.ppi).toBe('300 to 500 mm, 200 above');
});
