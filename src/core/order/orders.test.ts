import fc from 'fast-check';
import { addDays, type Weekday } from '../measure/day';
import { orderLeaves } from './leaves';
import { draftMessages } from './messages';
import { drawnLane, laneColumns, laneWords, type LaneOrder } from './lane';
import { observedDays, workingDaysBetween } from './observed';
import {
  findItem,
  guessMapping,
  readOrderList,
  readPastedOrder,
  wordsOf,
  type OrderMapping,
} from './orderList';
import { needsOf, servesCountry, USUAL_POLICY } from './policy';
import { slipOf, workOutPromise } from './promised';

describe('a list of orders', () => {
  const HEADS = [
    'Order no',
    'Date',
    'Customer',
    'Address 1',
    'Address 2',
    'Postcode',
    'City',
    'Country',
    'Product',
    'Qty',
    'Price',
    'Shipping',
  ];
  const row = (more: Record<string, string>) => HEADS.map((head) => more[head] ?? '');
  const FULL = {
    'Order no': 'A1',
    Date: '2026-11-20',
    Customer: 'Oda Brennick',
    'Address 1': 'Lower Mole 12',
    Postcode: '2210',
    City: 'Haldenness',
    Country: 'Norrholm',
    Product: 'Night Ferry 400 x 300 mm',
    Qty: '2',
    Price: '95,00',
    Shipping: '6.90',
  };
  const read = (...rows: Record<string, string>[]) =>
    readOrderList([HEADS, ...rows.map(row)], guessMapping(HEADS), 'EUR');

  test('its columns are guessed from their heads, two lines of address are one address', () => {
    expect(guessMapping(HEADS).columns).toMatchObject({
      reference: ['Order no'],
      name: ['Customer'],
      address: ['Address 1', 'Address 2'],
      item: ['Product'],
      carriage: ['Shipping'],
    });
    const { orders, faults } = read({ ...FULL, 'Address 2': 'second stair' });
    expect(faults).toEqual([]);
    expect(orders).toEqual([
      {
        reference: 'A1',
        lines: [2],
        day: '2026-11-20',
        name: 'Oda Brennick',
        address: ['Lower Mole 12', 'second stair'],
        postcode: '2210',
        town: 'Haldenness',
        country: 'Norrholm',
        email: '',
        carriageMinor: 690,
        message: '',
        giftNote: '',
        items: [{ item: 'Night Ferry 400 x 300 mm', quantity: 2, priceMinor: 9_500 }],
      },
    ]);
  });
  test('lines of one reference are one order', () => {
    const { orders } = read(FULL, { ...FULL, Product: 'Kiln 240 x 180 mm', Qty: '' });
    expect(orders[0]!.items.map(({ item, quantity }) => [item, quantity])).toEqual([
      ['Night Ferry 400 x 300 mm', 2],
      ['Kiln 240 x 180 mm', 1],
    ]);
    expect(orders[0]!.lines).toEqual([2, 3]);
  });
  test.each([
    ['quantity', { Qty: 'some' }, /quantity is “some”, expected a whole number from 1 to 200/],
    ['quantity', { Qty: '0' }, /quantity is “0”/],
    ['price', { Price: 'cheap' }, /price is “cheap”/],
    ['day', { Date: '20/11/26' }, /day is “20\/11\/26”/],
    ['country', { Country: '' }, /country/],
    ['item', { Product: '' }, /what was bought/],
    ['reference', { 'Order no': '' }, /what the order is called there/],
  ])('a line without its %s is named and kept out', (_, more, says) => {
    const { orders, faults } = read({ ...FULL, ...more }, { ...FULL, 'Order no': 'A2' });
    expect(faults).toHaveLength(1);
    expect(faults[0]!.line).toBe(2);
    expect(faults[0]!.says).toMatch(says);
    expect(orders.map(({ reference }) => reference)).toEqual(['A2']);
  });
  test('half an order is worse than none: a bad line keeps its whole order out', () => {
    const { orders, faults } = read(FULL, { ...FULL, Qty: 'x' }, { ...FULL, 'Order no': 'A3' });
    expect(orders.map(({ reference }) => reference)).toEqual(['A3']);
    expect(faults.map(({ line }) => line)).toEqual([2, 3]);
    expect(faults[0]!.says).toBe('kept out with line 3 of the same order A1');
  });
  test('a mapping that names no column for what is needed is refused', () =>
    expect(() => readOrderList([HEADS], { columns: {} } as OrderMapping, 'EUR')).toThrow(
      /a column that says the reference/,
    ));

  test('a pasted order: who and where, an empty line, and what', () => {
    expect(
      readPastedOrder(
        'Oda Brennick\r\nLower Mole 12\r\n2210 Haldenness\r\nNorrholm\r\n\r\n2 x Night Ferry 400 x 300 mm\r\nKiln',
      ),
    ).toEqual({
      name: 'Oda Brennick',
      address: ['Lower Mole 12', '2210 Haldenness'],
      country: 'Norrholm',
      items: [
        { item: 'Night Ferry 400 x 300 mm', quantity: 2, priceMinor: null },
        { item: 'Kiln', quantity: 1, priceMinor: null },
      ],
    });
    expect(() => readPastedOrder('Oda\nNorrholm\n\nFerry')).toThrow(/at least one line of address/);
    expect(() => readPastedOrder('Oda\nMole 12\nNorrholm')).toThrow(/below an empty line/);
  });

  const CATALOGUE = [
    'Night Ferry 400 x 300 mm',
    'Night Ferry 800 x 600 mm',
    'Kiln 400 x 300 mm',
    'Kiln 400 x 300 mm mounted',
    'Lamp pin',
  ].map((name) => ({ words: wordsOf(name) }));
  test.each([
    ['Night Ferry, 400 × 300 mm', 0],
    ['NIGHT FERRY 800x600', 1],
    ['Kiln, 400 x 300 mm, mounted', 3],
    ['Kiln 400 x 300 mm', 2],
    ['a lamp pin, please', 4],
    ['Night Ferry', null],
    ['Heron 400 x 300 mm', null],
  ])('“%s” is found: %s', (text, at) => expect(findItem(text, CATALOGUE)).toBe(at));
  test('what could be two things is none', () =>
    expect(findItem('Ferry A3', [{ words: ['ferry', 'a3'] }, { words: ['a3', 'ferry'] }])).toBeNull());
  test('letters with marks are the same letters', () =>
    expect(findItem('Quai à l’aube 400x300', [{ words: wordsOf('Quai a l’aube 400 x 300 mm') }])).toBe(
      0,
    ));
});

const order = (more: Partial<LaneOrder> = {}): LaneOrder => ({
  id: 'o',
  number: 1,
  buyer: 'Oda',
  state: 'new',
  shipBy: '2026-12-02',
  plannedOn: null,
  isPaid: true,
  pieces: 2,
  ready: 2,
  form: 'flat',
  outer: { length: 400_000, width: 300_000, height: 10_000 },
  expectedMg: null,
  scaleMg: null,
  picture: null,
  minutes: 10,
  ...more,
});

describe('the lane of days', () => {
  // A Saturday.
  const today = '2026-11-28';
  const q = { today, workdays: [1, 2, 3, 4, 5] as Weekday[], holidays: ['2026-12-03'], minutesADay: 100 };
  const shown = (orders: LaneOrder[]) =>
    laneColumns(orders, q).map((c) => [c.key, c.orders.map(({ number }) => number)]);

  test('late first, today, five working days, and what comes later', () => {
    expect(
      shown([
        order({ number: 1, shipBy: '2026-11-27' }),
        order({ number: 2, shipBy: '2026-11-30' }),
        order({ number: 3, shipBy: '2027-02-01' }),
        order({ number: 4, shipBy: today }),
      ]),
    ).toEqual([
      ['late', [1]],
      ['today', [4]],
      ['2026-11-30', [2]],
      ['2026-12-01', []],
      ['2026-12-02', []],
      ['2026-12-04', []],
      ['2026-12-07', []],
      ['later', [3]],
    ]);
  });
  test('an order planned for another day stands there, and is late all the same once its promise has passed', () => {
    expect(shown([order({ number: 1, shipBy: '2026-12-02', plannedOn: '2026-11-30' })])).toContainEqual([
      '2026-11-30',
      [1],
    ]);
    expect(shown([order({ number: 1, shipBy: '2026-11-27', plannedOn: '2026-12-01' })])[0]).toEqual([
      'late',
      [1],
    ]);
    // Planned for a day that has passed, promised for one that has not: it is to be done now.
    expect(shown([order({ number: 1, plannedOn: '2026-11-20' })])[0]).toEqual(['today', [1]]);
  });
  test('of a crowded day the first are drawn, the rest counted, and all their minutes asked', () => {
    const many = Array.from({ length: 30 }, (_, k) =>
      order({ id: `o${k}`, number: 200 - k, shipBy: '2026-12-03', minutes: 10 }),
    );
    const whole = laneColumns(many, q).find(({ key }) => key === '2026-12-03')!;
    const drawn = drawnLane(laneColumns(many, q)).find(({ key }) => key === '2026-12-03')!;
    expect([whole.orders.length, whole.more]).toEqual([30, 0]);
    expect([drawn.orders.length, drawn.more, drawn.asked]).toEqual([24, 6, 300]);
    expect(drawn.orders).toEqual(whole.orders.slice(0, 24));
  });

  test('a day that is not worked has no minutes, and stands there only if something does', () => {
    const columns = laneColumns([order({ shipBy: '2026-12-03', minutes: 30 })], q);
    const holiday = columns.find(({ key }) => key === '2026-12-03')!;
    expect(holiday).toMatchObject({ isWorked: false, asked: 30, have: 0 });
    expect(columns.find(({ key }) => key === '2026-11-30')).toMatchObject({ have: 100, asked: 0 });
    expect(columns.find(({ key }) => key === 'today')).toMatchObject({ have: 0 });
  });
  test('every order stands on the lane once', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.integer({ min: -20, max: 60 }), fc.option(fc.integer({ min: -20, max: 60 }))),
          { maxLength: 30 },
        ),
        (days) => {
          const orders = days.map(([due, planned], i) =>
            order({
              id: String(i),
              number: i,
              shipBy: addDays(today, due),
              plannedOn: planned === null ? null : addDays(today, planned),
            }),
          );
          const stood = laneColumns(orders, q).flatMap((c) => c.orders.map(({ number }) => number));
          expect([...stood].sort((a, b) => a - b)).toEqual(orders.map(({ number }) => number));
        },
      ),
    );
  });
  test.each([
    [{}, 'to pick', 'none'],
    [{ isPaid: false }, 'to pay', 'care'],
    [{ ready: 0 }, '0 of 2 ready', 'care'],
    [{ ready: 0, shipBy: '2026-11-29' }, '0 of 2 ready', 'fails'],
    [{ state: 'picked' }, 'to pack', 'none'],
    [{ state: 'packed' }, 'to weigh', 'none'],
    [{ state: 'packed', expectedMg: 441_000, scaleMg: 440_000 }, 'to seal', 'none'],
    [{ state: 'packed', expectedMg: 441_000, scaleMg: 348_000 }, '93 g too little', 'fails'],
    [{ state: 'packed', expectedMg: 441_000, scaleMg: 541_000 }, '100 g too much', 'fails'],
    [{ state: 'sealed' }, 'to post', 'none'],
    [{ state: 'sealed', shipBy: '2026-11-27' }, 'to post', 'fails'],
  ] as const)('%j: %s', (more, says, mark) =>
    expect(laneWords(order(more as Partial<LaneOrder>), today)).toEqual({ says, mark }),
  );
});

describe('what was seen, and what is promised', () => {
  test('working days between two days', () => {
    expect(workingDaysBetween('2026-11-27', '2026-11-30', [1, 2, 3, 4, 5])).toBe(1);
    expect(workingDaysBetween('2026-11-27', '2026-11-27', [1, 2, 3, 4, 5])).toBe(0);
  });
  test('what was seen often enough counts before what was said; once is chance', () => {
    expect(observedDays([6, 9, 7], 9, 'lots')).toMatchObject({
      days: 7,
      why: '7 days, seen over 3 lots; 9 said',
    });
    expect(observedDays([14], 5, 'jobs')).toMatchObject({ days: 5, why: '5 days said' });
    expect(observedDays([14], null, 'jobs')).toMatchObject({ days: 14, why: '14 days, seen once' });
  });
  const facts = {
    today: '2026-11-27',
    workdays: [1, 2, 3, 4, 5] as Weekday[],
    holidays: [],
    steps: [
      { name: 'paper', days: 4, after: [], seen: [4, 4, 4, 4, 9], why: '4 days, seen over 5 lots' },
      { name: 'print', days: 0.5, after: ['paper'], seen: [], why: '3 at 26 min' },
      { name: 'pack', days: 0.1, after: ['print'], seen: [], why: '8 min' },
    ],
    carrierDays: 2,
  };
  test('the day it leaves, nine times in ten, and when it is there', () => {
    const promise = workOutPromise(facts);
    // 4.6 working days are five: the Friday after.
    expect(promise).toMatchObject({
      leavesOn: '2026-12-04',
      likelyBy: '2026-12-11',
      arrivesOn: '2026-12-08',
    });
    expect(promise.steps.every(({ decides }) => decides)).toBe(true);
  });
  test('a pre-order leaves on its day, not before', () =>
    expect(workOutPromise({ ...facts, notBefore: '2026-12-20' }).leavesOn).toBe('2026-12-20'));
  test('a slip is told with what grew', () => {
    const then = workOutPromise(facts);
    const steps = facts.steps.map((s) => (s.name === 'paper' ? { ...s, days: 8, seen: [] } : s));
    expect(slipOf(then, workOutPromise({ ...facts, steps }))).toEqual({ days: 6, because: 'paper' });
    expect(slipOf(then, then)).toBeNull();
  });
});

test('a policy asks of a value what the order did not', () => {
  const policy = { ...USUAL_POLICY, trackedFrom: 15_000, insuredFrom: 40_000 };
  const plain = { tracked: false, insure: null, days: null };
  expect(needsOf(plain, 14_999, policy)).toEqual({ tracked: false, insured: false, days: null });
  expect(needsOf(plain, 15_000, policy).tracked).toBe(true);
  expect(needsOf(plain, 40_000, policy).insured).toBe(true);
  expect(needsOf({ ...plain, insure: 20_000 }, 90_000, policy).insured).toBe(20_000);
  expect(servesCountry({ ...policy, countries: [] }, 'Anywhere')).toBe(true);
  expect(servesCountry({ ...policy, countries: ['Norrholm'] }, 'Estmark')).toBe(false);
});

test('what an order leaves: a friend’s price comes out of the margin, and what nobody knows is said', () => {
  const print = { quantity: 2, priceMinor: 9_500, costMinor: 1_840 };
  expect(orderLeaves([print], 0)).toEqual({ leaves: 15_320, share: 15_320 / 19_000, unknown: 0 });
  expect(orderLeaves([print], 16_000)).toMatchObject({ leaves: -680, share: -680 / 3_000 });
  expect(orderLeaves([{ ...print, costMinor: null }], 0)).toMatchObject({ leaves: 19_000, unknown: 1 });
  expect(orderLeaves([], 0)).toEqual({ leaves: 0, share: 0, unknown: 0 });
});

test('messages go by name, and say only what is so', () => {
  const facts = {
    name: 'Oda',
    studio: 'The Studio',
    number: 126,
    things: 'Night Ferry',
    service: 'Coast Post letter',
    tracking: 'CO1',
    leaves: 'Mon 30 Nov',
    arrives: 'Wed 2 Dec',
    isLate: false,
  };
  const drafts = draftMessages(facts);
  expect(drafts.map(({ name }) => name)).not.toContain('It is late');
  expect(drafts.find(({ name }) => name === 'It has left')!.text).toMatch(
    /Night Ferry left today by Coast Post letter, tracking CO1\. It should be with you by Wed 2 Dec/,
  );
  expect(drafts.every(({ text }) => text.includes('Oda') && text.includes('The Studio'))).toBe(true);
  expect(draftMessages({ ...facts, isLate: true }).map(({ name }) => name)).toContain('It is late');
});
