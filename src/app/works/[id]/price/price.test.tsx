/** @jest-environment jsdom */
import { act, fireEvent, screen, within } from '@testing-library/react';
import { costOfProduct } from '@/core/cost/ofProduct';
import { FIRST_RATES } from '@/core/cost/rates';
import type { ProductCell } from '@/studio/prices/pricePage';
import { answering, renderModel, renderPart } from '../../../../../tests/unit/helpers/hooks';
import { Elsewhere } from './Elsewhere';
import { OfferSheet } from './OfferSheet';
import { PriceView } from './PriceView';
import { usePriceDesk } from './usePriceDesk';
import type { PriceProps } from './priceProps';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return {
    useRouter: () => router,
    usePathname: () => '/works/w/price',
    useSearchParams: () => new URLSearchParams(),
  };
});

const COST = costOfProduct({
  paper: { area: 120_000, pricePerM2: 1_940, name: 'Harrow' },
  spoilRate: 0,
  shares: [],
  time: [{ name: 'time to pack', minutes: 10, ratePerHour: 2_400, basis: 'estimated' }],
  parts: [{ name: 'mailer', price: 92, count: 1 }],
});
const QUESTION = {
  costs: [
    { name: 'paper, Harrow', amount: 200 },
    { name: 'ribbon', amount: 25, own: true },
  ],
  fixedFees: [{ name: 'payment', amount: 30 }],
  shareFees: [{ name: 'market', share: 0.065 }],
  carriageCharged: 0,
  margin: 0.5,
  given: 0,
};
const cellOf = (more: Partial<ProductCell> = {}): ProductCell => ({
  key: 'f1:l1:loose',
  productId: 'p1',
  formatId: 'f1',
  lineId: 'l1',
  lineName: 'Cotton',
  finish: 'loose',
  name: '400 × 300 mm, Cotton',
  state: 'offered',
  image: { width: 400_000, height: 300_000 },
  inEdition: true,
  isLimited: true,
  quote: { sum: null, from: '', on: null, foreign: null },
  cost: {
    ...COST,
    paper: 'Harrow',
    route: 'the back room',
    lacks: null,
    unwrapped: [],
    packed: { form: 'flat', weight: 250_000 },
    because: 'as its line says',
  },
  price: { minor: 4_800, question: QUESTION, validFrom: '2026-09-16', decidedAt: '2026-09-16T10:00:00Z' },
  history: [{ minor: 4_800, validFrom: '2026-09-16', withdrawn: false }],
  sold: 12,
  ...more,
});
const framed = cellOf({
  key: 'f1:l1:framed',
  productId: null,
  finish: 'framed',
  name: '400 × 300 mm, Cotton, framed',
  state: 'not made',
  price: null,
  history: [],
});
const CHANNEL = { kind: 'own site' as const, readOn: '2026-10-01' };
const PROPS: PriceProps = {
  workId: 'w',
  picture: null,
  rows: [
    { formatId: 'f1', name: '400 × 300 mm', image: { width: 400_000, height: 300_000 }, says: 'holds' },
  ],
  columns: [
    { lineId: 'l1', lineName: 'Cotton', finePrint: true, finish: 'loose' },
    { lineId: 'l1', lineName: 'Cotton', finePrint: true, finish: 'framed' },
  ],
  cells: [cellOf(), framed],
  lines: [
    {
      id: 'l1',
      name: 'Cotton',
      routeId: null,
      paperId: null,
      signing: 'front',
      finePrint: true,
      goesIn: [],
      place: 0,
      notes: '',
      archivedAt: null,
    },
  ],
  rates: FIRST_RATES,
  ownRates: true,
  run: { size: 40, covers: '' },
  channels: [
    {
      ...CHANNEL,
      id: 'c1',
      name: 'own site',
      rules: { shareFees: [], fixedFees: [], monthly: 2_400 },
    },
    {
      ...CHANNEL,
      id: 'c2',
      name: 'market',
      kind: 'marketplace',
      rules: { shareFees: [{ name: 'market', share: 0.2 }], fixedFees: [] },
    },
  ],
  market: [],
  papers: [],
  routes: [],
  outlays: { capture: 0, expectedPrints: null, askingPrice: null },
  original: { price: null, size: null },
};

describe('a price as it is worked out', () => {
  const desk = (cell: ProductCell, cells = PROPS.cells) =>
    renderModel(() => usePriceDesk({ cell, cells, onDone: () => {} })).result;

  test('costs are those of today, and what a person added stays', () => {
    const { worked } = desk(cellOf()).current;
    expect('question' in worked && worked.question.costs).toEqual([
      { name: 'paper, Harrow', amount: 233 },
      { name: 'time to pack', amount: 400 },
      { name: 'mailer', amount: 92 },
      { name: 'ribbon', amount: 25, own: true },
    ]);
    // (7.50 + 0.30) ÷ (1 − 0.065 − 0.5)
    expect('answer' in worked && worked.answer.price).toBe(1_793);
  });

  test('a product without a price begins with the fees of another', () => {
    const { current } = desk(framed);
    expect(current.lists.shareFees).toMatchObject([{ name: 'market', amount: '6.5' }]);
    expect([current.own, current.lists.costs]).toEqual(['', []]);
  });

  test('what cannot be read is named, and is not kept; an own price is looked at as it is typed', () => {
    const result = desk(cellOf());
    act(() => result.current.wishes.setMargin('95'));
    expect('wrong' in result.current.worked && result.current.worked.wrong.field).toBe('margin');
    expect(result.current.canSave).toBe(false);
    act(() => result.current.wishes.setMargin('40'));
    act(() => result.current.setOwn('52,5'));
    const { worked, shownOf } = result.current;
    expect('answer' in worked && shownOf(worked.answer)).toBe(5_250);
  });

  test('kept, it goes with its line, its finish and the day it begins', async () => {
    const sent = answering();
    const result = desk(framed);
    act(() => result.current.setValidFrom('2027-01-01'));
    await act(() => result.current.save());
    expect(sent[0]).toMatchObject({
      url: expect.stringContaining('setPrice'),
      input: { formatId: 'f1', lineId: 'l1', finish: 'framed', price: '', validFrom: '2027-01-01' },
    });
  });
});

describe('the price station', () => {
  test('each product says its price and what it leaves; one that is not made opens its desk', () => {
    renderPart(<PriceView {...PROPS} />);
    // 48.00 − 7.50 − 0.30 − 3.12
    const made = screen.getByLabelText(/^400 × 300 mm, Cotton: 48\.00.EUR, leaves 37\.08.EUR$/);
    expect(made.getAttribute('aria-pressed')).toBe('true');
    expect(screen.getByText(/When the price was set it cost 2\.00/)).toBeTruthy();
    fireEvent.click(screen.getByLabelText('400 × 300 mm, Cotton, framed: not made'));
    expect(screen.getByTestId('solved')).toBeTruthy();
    expect(screen.getByText('Set this price')).toBeTruthy();
  });

  test('nothing on offer teaches where a price begins', () => {
    renderPart(<PriceView {...PROPS} rows={[]} cells={[]} />);
    expect(screen.getByText('Nothing to price yet')).toBeTruthy();
  });
});

describe('the same print elsewhere', () => {
  test('a sale and a month of each, and from when one overtakes the other', () => {
    renderPart(<Elsewhere {...PROPS} cell={cellOf()} />);
    // 48.00 − 7.50 on one’s own site; 9.60 less in the market: even at 2.5 sales a month.
    expect(screen.getByLabelText(/^own site: of 48\.00.EUR a sale leaves 40\.50.EUR$/)).toBeTruthy();
    expect(screen.getByText(/Own site|wn site/, { selector: 'p' }).textContent).toBe(
      'Own site overtakes market at 3 sales a month.',
    );
  });

  test('no channel yet leads to where one is recorded', () => {
    renderPart(<Elsewhere {...PROPS} channels={[]} cell={cellOf()} />);
    expect(screen.getByText('Record a channel').getAttribute('href')).toBe('/orders/channels');
  });
});

test('the grid of what to offer counts, and names a new line first', async () => {
  const sent = answering({ saveLine: { message: 'kept', id: 'l2' } });
  renderPart(<OfferSheet {...PROPS} onClose={() => {}} />);
  const finishes = within(await screen.findByRole('group', { name: 'Finishes' }));
  fireEvent.click(finishes.getByLabelText('framed'));
  expect(screen.getByRole('status').textContent).toContain(
    '1 × 1 × 2 = 2 products, 1 of them there already',
  );
  fireEvent.change(screen.getByLabelText('A new line'), { target: { value: 'Satin' } });
  await act(async () => fireEvent.click(screen.getByText('Offer them')));
  expect(sent.map(({ url }) => url.split('/').at(-1))).toEqual(['saveLine', 'offerProducts']);
  expect(sent[1]!.input).toMatchObject({ lineIds: ['l1', 'l2'], finishes: ['loose', 'framed'] });
});
