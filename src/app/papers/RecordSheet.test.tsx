/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { answering, renderPart, type Sent } from '../../../tests/unit/helpers/hooks';
import type { PaperModel, RouteModel, ServiceModel, SupplyModel } from '../models';
import { paperForm, routeForm, serviceForm, supplyForm, type RecordForm } from './recordForms';
import { RecordSheet } from './RecordSheet';

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

type Unit = 'mm' | 'in';
const FORMS = {
  paper: () => paperForm(paper),
  supply: () => supplyForm(supply),
  service: () => serviceForm(service, '2026-11-28'),
  route: (unit: Unit) => routeForm(route, unit),
};

const closed = { times: 0 };
const open = async (form: RecordForm, unit: Unit = 'mm') => {
  renderPart(<RecordSheet open={form} onClose={() => closed.times++} />, { unit });
  await screen.findByRole('dialog');
};
const field = (label: string) => screen.getByLabelText(label) as HTMLInputElement;
const write = (label: string, text: string) =>
  act(async () => void fireEvent.change(field(label), { target: { value: text } }));
const keep = (label: string) => act(async () => screen.getByText(label).click());
const inputOf = (sent: Sent[]) => sent[0]!.input as Record<string, unknown>;

beforeEach(() => {
  closed.times = 0;
  window.localStorage.clear();
});
afterEach(cleanup);

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
      await open(FORMS[kind](unit), unit);
      await keep('Keep the changes');
      expect(sent).toHaveLength(1);
      expect(sent[0]!.input).toMatchObject({ id: thing.id, name: thing.name, ...figures });
      expect(closed.times).toBe(1);
    },
  );
});

test('what is typed goes as it was typed, with the unit being read', async () => {
  const sent = answering();
  await open(supplyForm(supply), 'in');
  await write('Size', '8 x 10');
  await write('Weight of one', '6 oz');
  await write('On hand', '9');
  await keep('Keep the changes');
  expect(sent[0]!.input).toMatchObject({
    size: '8 x 10 in',
    weight: '6 oz',
    onHand: 9,
    window: { width: 152_449, height: 203_251 },
  });
});

test('a new thing begins empty, with what is usual, and goes without an id', async () => {
  const sent = answering();
  await open(paperForm(null));
  expect(field('Drying before it is judged, hours').value).toBe('24');
  await write('Name', 'Tarn Rag');
  await write('Weight, g/m²', '308');
  await write('Thickness', '0.5');
  await write('Price of a square metre', '18,40');
  await act(async () => screen.getByLabelText('May be rolled').click());
  await keep('Record it');
  expect(sent[0]!.url).toBe('/api/act/recordPaper');
  expect(inputOf(sent)).not.toHaveProperty('id');
  expect(inputOf(sent)).toMatchObject({
    name: 'Tarn Rag',
    gsm: 308,
    thickness: '0.5 mm',
    pricePerM2: '18,40',
    base: 'cotton',
    mayRoll: false,
  });
});

test('all that is wrong is said at once, in the words on the fields; the first has the focus, and nothing is sent', async () => {
  const sent = answering();
  await open(paperForm(null));
  await write('Weight, g/m²', 'heavy');
  await write('Thickness', '0.5 hairs');
  await keep('Record it');
  expect(sent).toHaveLength(0);
  expect(screen.getByRole('alert').textContent).toBe(
    '4 things need another look: Name; Weight, g/m²; Thickness and Price of a square metre.',
  );
  expect(document.activeElement).toBe(field('Name'));
  expect(screen.getByText('Expected a whole number.')).toBeTruthy();
  expect(field('Weight, g/m²').value).toBe('heavy');
  expect(closed.times).toBe(0);
});

test('what only the studio knows to be wrong comes back to its fields, all of it, and the sheet stays', async () => {
  const error = {
    message: 'gsm: expected 20 or more.',
    field: 'gsm',
    expected: '20 or more',
    also: [{ field: 'dryHours', value: 900, expected: '240 or less' }],
  };
  answering({ recordPaper: { error } });
  await open(paperForm(paper));
  await write('Weight, g/m²', '2');
  await write('Drying before it is judged, hours', '900');
  await keep('Keep the changes');
  for (const words of ['Expected 20 or more.', 'Expected 240 or less.'])
    expect(screen.getByText(words)).toBeTruthy();
  expect(document.activeElement).toBe(field('Weight, g/m²'));
  expect(closed.times).toBe(0);
});

test('a supply that nobody spoke of, without size or window, is shown so and kept so', async () => {
  const sent = answering();
  const none = { widthUm: 0, heightUm: 0, windowWidthUm: null, windowHeightUm: null, acidFree: null };
  await open(supplyForm({ ...supply, ...none } as SupplyModel));
  expect([field('Size').value, screen.getAllByText('not said').length > 0]).toEqual(['', true]);
  await keep('Keep the changes');
  expect(inputOf(sent)).toMatchObject({ size: '', window: '', acidFree: 'not said', weight: 141_748 });
});

test('the steps of a route are written as they are read', async () => {
  await open(routeForm(route, 'mm'));
  expect(field('Pixels per inch it asks').value).toBe('300 to 500 mm, 200 above');
});

test('what was typed outlives the tab: it is offered when the form comes up again, and is gone once recorded', async () => {
  jest.useFakeTimers();
  try {
    const sent = answering();
    await open(supplyForm(supply));
    await write('Size', '300 x 400');
    await act(async () => jest.advanceTimersByTime(1_000));
    cleanup();
    // Of another thing nothing is offered.
    await open(supplyForm({ ...supply, id: 'other' } as SupplyModel));
    expect(screen.queryByText(/^You began to write this/)).toBeNull();
    cleanup();
    await open(supplyForm(supply));
    expect(field('Size').value).toBe('203.3 × 254 mm');
    await act(async () => screen.getByText('Go on with it').click());
    expect(field('Size').value).toBe('300 x 400');
    await keep('Keep the changes');
    expect(inputOf(sent)).toMatchObject({ size: '300 x 400 mm', weight: 141_748 });
    cleanup();
    await open(supplyForm(supply));
    expect(screen.queryByText(/^You began to write this/)).toBeNull();
  } finally {
    jest.useRealTimers();
  }
});

test('recorded before the draft was even written down, or all the same after another window: nothing of it is offered', async () => {
  const draftOffered = async () => {
    cleanup();
    await open(supplyForm(supply));
    return screen.queryByText(/^You began to write this/) !== null;
  };
  answering();
  await open(supplyForm(supply));
  await write('Size', '300 x 400');
  await keep('Keep the changes');
  expect(await draftOffered()).toBe(false);
  const changed = { who: 'Ida', at: '2026-11-28T10:00:00Z', fields: [] };
  const answers = [{ error: { message: 'changed meanwhile', changed } }, { message: 'done' }];
  answering({ recordSupply: () => answers.shift()! });
  await write('Size', '310 x 400');
  await keep('Keep the changes');
  await keep('Keep mine all the same');
  expect(await draftOffered()).toBe(false);
});
