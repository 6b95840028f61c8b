/** @jest-environment jsdom */
import { act, fireEvent, screen } from '@testing-library/react';
import { accountOf } from '@/core/sales/account';
import type { AccountModel, EntryModel } from '@/app/models';
import { Stopwatch } from '@/app/Stopwatch';
import type { ListedProduct, PriceListRows } from '@/studio/prices/priceList';
import type { ListedChannel } from '@/studio/sales/channelsPage';
import { answering, renderModel, renderPart } from '../../../tests/unit/helpers/hooks';
import { AccountView } from './accounts/[id]/AccountView';
import { planFair, thingToTake } from '@/core/price/fair';
import { Payback } from './batch/Payback';
import { FairPlan } from './batch/FairPlan';
import { ChannelSheet } from './channels/ChannelSheet';
import { ChannelRules } from './channels/ChannelRules';
import { percentOrNull, usePriceList } from './prices/usePriceList';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return {
    useRouter: () => router,
    usePathname: () => '/orders/channels',
    useSearchParams: () => new URLSearchParams(),
  };
});

const product = (id: string, price: number | null): ListedProduct => ({
  id,
  price,
  size: '400 × 300',
  column: 'c',
  cost: { paper: 300, paperId: 'rag', printed: 100, spoilRate: 0, minutes: [30], prep: null, rest: 340 },
  terms: price === null ? null : { fixed: 30, shares: [0.084], carriageCharged: 0, given: 0.02 },
});
const LIST: PriceListRows = {
  works: [
    {
      id: 'w1',
      title: 'Night Ferry',
      picture: null,
      products: [product('p1', 5_310), product('p2', null)],
    },
    { id: 'w2', title: 'Kiln Yard', picture: null, products: [product('p3', 4_000)] },
  ],
  columns: [{ key: 'c', line: 'Cotton', finish: 'loose', place: 0 }],
  ratePerHour: 2_400,
  taxShown: null,
  papers: [{ id: 'rag', name: 'Harrow' }],
};

describe('the price list’s what-if', () => {
  const list = () => renderModel(() => usePriceList(LIST)).result;

  test('nothing asked, nothing moves; a product without a price stays without', () => {
    const { current } = list();
    expect(current.changes).toEqual([]);
    expect(current.moved.get('p2')).toBeNull();
    expect(current.moved.get('p1')!.then).toEqual(current.moved.get('p1')!.now);
  });

  test('an hour more moves what is left; with shares kept the prices, to their point', () => {
    const result = list();
    act(() => result.current.ask('hour', '30'));
    const moved = result.current.moved.get('p1')!;
    expect(moved.now.left - moved.then.left).toBe(300);
    expect(result.current.changes).toEqual([]);
    act(() => result.current.ask('keeps', 'margins'));
    act(() => result.current.ask('step', '100'));
    // 61.19, up to a whole sum.
    expect(result.current.changes.find((change) => change.productId === 'p1')!.price).toBe(6_200);
  });

  test.each([
    ['hour', 'much'],
    ['paper', '-120'],
    ['fees', '99'],
  ] as const)('%s of “%s” is said to be wrong, and moves nothing', (field, typed) => {
    const result = list();
    act(() => result.current.ask(field, typed));
    expect(result.current.wrong[field]).toMatch(/^Expected/);
    expect(result.current.moved.get('p1')!.then).toEqual(result.current.moved.get('p1')!.now);
  });

  test('one paper dearer moves what is printed on it; found works are the ones that bear the word', () => {
    const result = list();
    act(() => result.current.ask('paper', '10 %'));
    act(() => result.current.ask('paperId', 'other'));
    expect(result.current.moved.get('p1')!.then.left).toBe(result.current.moved.get('p1')!.now.left);
    act(() => result.current.ask('paperId', 'rag'));
    expect(result.current.moved.get('p1')!.then.left).toBe(result.current.moved.get('p1')!.now.left - 30);
    act(() => result.current.setSearch('kiln'));
    expect(result.current.shown.map((work) => work.title)).toEqual(['Kiln Yard']);
  });

  test('kept, every price that moved goes at once, and the what-if is put back', async () => {
    const sent = answering();
    const result = list();
    act(() => result.current.ask('hour', '30'));
    act(() => result.current.ask('keeps', 'margins'));
    await act(() => result.current.keep());
    expect(sent[0]!.input).toMatchObject({
      validFrom: null,
      changes: [{ productId: 'p1' }, { productId: 'p3' }],
    });
    expect(result.current.isAsked).toBe(false);
  });

  test('per cent as people type it', () => {
    expect(['12', '12,5 %', '', 'x'].map(percentOrNull)).toEqual([12, 12.5, 0, null]);
  });
});

describe('channels', () => {
  const fair: ListedChannel = {
    id: 'c1',
    name: 'winter fair',
    kind: 'fair',
    rules: {
      shareFees: [{ name: 'card reader', share: 0.0175 }],
      fixedFees: [],
      stall: { fee: 4_500, hours: 9, km: 80, perKm: 30, days: 1, perMonth: 0.5 },
    },
    readOn: '2024-01-01',
    notes: '',
    isOld: true,
  };

  test('rules stand in a sentence with what a fair costs, and old ones are marked', () => {
    renderPart(<ChannelRules channel={fair} ratePerHour={2_400} onChange={() => {}} />);
    // 45.00 + 9 × 24.00 + 80 × 0.30
    expect(screen.getByText(/a fair costs 285\.00.EUR: stall 45\.00.EUR, 9 h, 80 km, 1 d/)).toBeTruthy();
    expect(screen.getByText(/old, read them again/)).toBeTruthy();
  });

  test('a fee that cannot be read is said under the form, which cannot be kept until it can', async () => {
    const sent = answering();
    renderPart(<ChannelSheet channel={fair} onClose={() => {}} />);
    const fees = await screen.findByLabelText('Fees by share, one a line');
    fireEvent.change(fees, { target: { value: 'card reader' } });
    expect(screen.getByText(/expected a line such as/)).toBeTruthy();
    fireEvent.change(fees, { target: { value: 'card reader, 2 %' } });
    await act(async () => fireEvent.click(screen.getByText('Keep it')));
    expect(sent[0]!.input).toMatchObject({
      id: 'c1',
      shareFees: [{ name: 'card reader', share: 0.02 }],
      stall: { fee: 4_500, hours: 9, km: 80, perKm: 30, days: 1, perMonth: 0.5 },
      partner: null,
    });
  });
});

test('whether an own machine pays: months by each assumption, and that it never does', () => {
  const minutes = { trim: 0, sign: 0, inspect: 0, mount: 15, frame: 30, stretch: 0, pack: 0 };
  renderPart(
    <Payback
      means={{ count: 1, sold: 96, material: 900, leaves: 3_100 }}
      printers={[{ name: 'the 610', outlay: 128_000, perHour: 50 }]}
      ratePerHour={2_400}
      minutes={minutes}
    />,
  );
  // 1280.00 ÷ (18.00 − 9.00) = 142.2, at eight a month.
  expect(screen.getByText('143')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Others ask for a print, EUR'), { target: { value: '9' } });
  expect(screen.getByRole('alert').textContent).toContain(
    'It never pays: what one costs you is not below what others ask.',
  );
  fireEvent.change(screen.getByLabelText('The printer, EUR'), { target: { value: 'much' } });
  expect(screen.getByRole('alert').textContent).toContain('The printer: expected a figure');
});

test('a fair’s table and budget as they are typed are asked of the studio; what is no figure is not', async () => {
  const things = [{ id: 'a', name: 'ferry', width: 400_000, net: 4_000, making: 900, sold: 24 }];
  const asked: string[] = [];
  globalThis.fetch = jest.fn(async (url: string) => {
    asked.push(url);
    const figures = new URL(url, 'http://studio').searchParams;
    const [budget, table] = [Number(figures.get('budget')), Number(figures.get('table'))];
    const plan = { ...planFair(things.map(thingToTake), budget, table), moreLeft: 3 };
    return { ok: true, status: 200, text: async () => JSON.stringify(plan), json: async () => plan };
  }) as never;
  renderPart(<FairPlan />);
  expect(await screen.findByLabelText('400 mm of the table of 3000 mm are taken')).toBeTruthy();
  expect(screen.getByText(/Left at home: nothing and 3 more\./)).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Length of the table, mm'), { target: { value: '200' } });
  expect(await screen.findByText('Nothing is expected to pay within that.')).toBeTruthy();
  expect(asked).toEqual([
    '/api/orders/fair?budget=30000&table=3000000',
    '/api/orders/fair?budget=30000&table=200000',
  ]);
  fireEvent.change(screen.getByLabelText('Budget, EUR'), { target: { value: 'some' } });
  expect(screen.getByRole('alert').textContent).toContain('Expected a budget');
  expect(asked).toHaveLength(2);
});

test('an account shows each cost beside its quote; closed, nothing in it can be moved', () => {
  const job = {
    id: 'j',
    name: 'Altar canvas',
    workId: null,
    client: 'the parish',
    agreedMinor: 30_000,
    openedOn: '2026-11-01',
    closedAt: null,
    notes: '',
  } as unknown as AccountModel;
  const entry = (id: string, kind: EntryModel['kind'], sumMinor: number, minutes = 0) =>
    ({
      id,
      kind,
      says: 'bars',
      who: '',
      notedOn: '2026-11-02',
      sumMinor,
      minutes,
    }) as unknown as EntryModel;
  const entries = [entry('1', 'quote', 4_000), entry('2', 'cost', 4_650), entry('3', 'loss', 2_000)];
  const account = accountOf(
    entries.map((e) => ({ kind: e.kind, says: e.says, sum: e.sumMinor, minutes: e.minutes })),
    2_400,
    30_000,
    'EUR',
  );
  const props = { entries, works: [], account, ratePerHour: 2_400 };
  const { rerender } = renderPart(<AccountView job={job} {...props} />);
  expect(screen.getByText('6.50 more')).toBeTruthy();
  expect(screen.getAllByText('Take out')).toHaveLength(3);
  rerender(<AccountView job={{ ...job, closedAt: '2026-11-20T10:00:00Z' }} {...props} />);
  expect(screen.queryByText('Take out')).toBeNull();
  expect(screen.getByText('Open it again')).toBeTruthy();
});

test('a stopwatch runs through a reload, and keeps its time for so many prints', async () => {
  const sent = answering();
  window.sessionStorage.setItem('glassine_watch_sign', String(Date.now() - 65_000));
  renderPart(<Stopwatch act="sign" />);
  await act(async () => {});
  await act(async () => {});
  expect(screen.getByText('1:05')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('For how many prints'), { target: { value: '5' } });
  await act(async () => fireEvent.click(screen.getByText('Keep the time')));
  expect(sent[0]!.input).toEqual({ act: 'sign', seconds: 65, prints: 5 });
  expect(screen.getByText('Time signing')).toBeTruthy();
  expect(window.sessionStorage.getItem('glassine_watch_sign')).toBeNull();
});
