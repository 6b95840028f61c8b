import fc from 'fast-check';
import { benchLines, dueWords, type BenchFacts } from './bench/lines';
import { CALCS, runCalc } from './calc';
import { OPRGB_GAMMA, OPRGB_PRIMARIES, profileLabel, writeMatrixProfile } from './colour/icc';
import { InputError } from './errors';
import { groupBy, inGroups } from './groups';
import { nextOrderState, ORDER_STATES, type OrderAct, type OrderState } from './order/orderStates';
import { dried, staleParts } from './proof/proofStates';
import { validate } from './validate';

describe('the registry', () => {
  const WORKED = {
    pixels: { width: 9449, height: 7087 },
    print: { width: '600 mm', height: '450 mm' },
    school: { kind: 'flat', ppi: 300 },
  };
  test('the worked example, as a script would send it', () => {
    expect(runCalc('resolution.check', WORKED)).toMatchObject({
      ppi: expect.closeTo(400.0, 1),
      requiredPpi: 300,
      verdict: 'holds',
      judgedDistance: 1_125_000,
    });
    expect(
      runCalc('resolution.check', { ...WORKED, print: { width: '23 5/8 in', height: 450_000 } }),
    ).toMatchObject({ verdict: 'holds' });
  });
  test('every calculation says what it answers, in which units, from what source', () => {
    for (const c of CALCS.values()) {
      expect([c.name, c.says.length > 10, c.source.length > 3, Object.keys(c.units).length > 0]).toEqual([
        c.name,
        true,
        true,
        true,
      ]);
    }
    expect([...CALCS.keys()]).toEqual(
      expect.arrayContaining([
        'resolution.check',
        'resolution.largest',
        'layout.ratio',
        'price.solve',
        'price.breakEven',
        'parcel.shipBy',
        'parcel.weigh',
      ]),
    );
  });
  test.each([
    [
      'resolution.check',
      { ...WORKED, print: { width: '12 smoots', height: '450 mm' } },
      'print.width',
      '12 smoots',
    ],
    ['resolution.check', { ...WORKED, pixels: { width: 0, height: 7087 } }, 'pixels.width', 0],
    ['resolution.check', { ...WORKED, school: { kind: 'guess' } }, 'school', { kind: 'guess' }],
    ['resolution.check', { ...WORKED, school: { kind: 'flat', ppi: 300, more: 1 } }, 'school.more', 1],
    ['resolution.check', { pixels: WORKED.pixels, print: WORKED.print }, 'school', undefined],
    [
      'price.solve',
      {
        costs: [{ name: 'x', amount: '18.40' }],
        fixedFees: [],
        shareFees: [],
        carriageCharged: 0,
        margin: 0.5,
        given: 0,
      },
      'costs[0].amount',
      '18.40',
    ],
    ['parcel.weigh', { parts: [] }, 'parts', []],
    [
      'layout.ratio',
      { picture: { width: 3, height: 2 }, frames: [{ width: 'wide', height: '40 cm' }] },
      'frames[0].width',
      'wide',
    ],
    ['colour.guess', {}, 'name', 'colour.guess'],
  ])('%s with bad input names %3$s', (name, input, field, value) => {
    expect(() => runCalc(name, input)).toThrow(expect.objectContaining({ field, value }));
  });
  test('no input at all makes any of them throw anything but an InputError', () => {
    fc.assert(
      fc.property(fc.constantFrom(...CALCS.keys()), fc.jsonValue(), (name, input) => {
        try {
          runCalc(name, input);
          return true;
        } catch (error) {
          return error instanceof InputError && error.field.length > 0 && error.expected.length > 0;
        }
      }),
      { numRuns: 500 },
    );
  });
  test('layout.ratio, parcel.weigh and parcel.shipBy answer with their units', () => {
    expect(
      runCalc('layout.ratio', {
        picture: { width: 3, height: 2 },
        frames: [{ width: '500 mm', height: '400 mm' }],
      }),
    ).toMatchObject([{ exact: false, fill: { lostShare: expect.closeTo(1 / 6, 9) } }]);
    expect(
      runCalc('parcel.weigh', { parts: [{ area: 124_740, gsm: 310 }], scaleGrams: 39 }),
    ).toMatchObject({
      grams: 38.669,
      finding: { verdict: 'holds' },
    });
    expect(runCalc('parcel.shipBy', { ordered: '2026-11-20', handlingDays: 3 })).toEqual({
      date: '2026-11-25',
    });
  });
});

describe('what the registry says to what it cannot use', () => {
  const check = { pixels: { width: 3000, height: 2000 }, school: { kind: 'flat', ppi: 300 } };
  const camera = {
    original: '1 m',
    sensor: { width: 100, height: 100 },
    fill: 1,
    ppi: 300,
    print: { width: 1, height: 1 },
  };
  test.each([
    [
      'resolution.check',
      { ...check, print: { width: 600.5, height: '450 mm' } },
      'print.width',
      'a length such as "420 mm" or "16 1/2 in", or whole micrometres',
    ],
    [
      'resolution.check',
      { ...check, print: { height: '450 mm' } },
      'print.width',
      'a length such as "420 mm" or "16 1/2 in", or whole micrometres',
    ],
    [
      'resolution.check',
      { ...check, print: { width: '1 m', height: '1 m' }, school: { kind: 'guess' } },
      'school',
      'one of flat, stepped, distance',
    ],
    [
      'price.solve',
      { costs: [], fixedFees: [], shareFees: [], carriageCharged: 0, margin: 50, given: 0 },
      'margin',
      'a share from 0 to 1, where 0.5 is 50 %',
    ],
    ['colour.difference', { a: [500, 0, 0], b: [50, 0, 0] }, 'a[0]', 'L* from 0, black, to 100, white'],
    [
      'price.breakEven',
      { outlay: 100, price: 100, perSale: -5 },
      'perSale',
      'what a sale costs, not below nothing',
    ],
    ['capture.camera', camera, 'original', 'an object'],
  ])('%s: %j', (name, input, field, expected) => {
    expect(() => runCalc(name, input)).toThrow(expect.objectContaining({ field, expected }));
  });
  test('two steps that cover the rest, and a weight where nothing is expected', () => {
    const school = { kind: 'stepped', steps: [{ ppi: 300 }, { ppi: 200 }] };
    expect(() =>
      runCalc('resolution.check', { ...check, print: { width: '1 m', height: '1 m' }, school }),
    ).toThrow(/one step without an edge/);
    expect(() => runCalc('parcel.weigh', { parts: [{ grams: 20, count: 0 }], scaleGrams: 5 })).toThrow(
      /nothing is in the parcel yet/,
    );
  });
});

describe('input that does not fit its schema', () => {
  const schema = {
    type: 'object',
    additionalProperties: false,
    required: ['size'],
    properties: {
      size: { type: 'integer', minimum: 1 },
      tags: { type: 'array', items: { enum: ['a', 'b'] } },
    },
  };
  test.each([
    [{}, 'size', 'a value'],
    [{ size: 0 }, 'size', '1 or more'],
    [{ size: 'x' }, 'size', 'a whole number'],
    [{ size: 1, tags: ['a', 'z'] }, 'tags[1]', 'one of a, b'],
    [{ size: 1, odd: 1 }, 'odd', 'no such field'],
    ['text', 'input', 'an object'],
  ])('%j: %s', (value, field, expected) => {
    expect(() => validate(schema, value)).toThrow(expect.objectContaining({ field, expected }));
  });
  test('an error says the field, what it got and what was expected, and shortens what is long', () => {
    expect(new InputError('width', '12 smoots', 'a length').message).toBe(
      'width: got "12 smoots", expected a length',
    );
    expect(new InputError('notes', 'x'.repeat(500), 'less').message.length).toBeLessThan(130);
    expect(new InputError('x', undefined, 'y').toJSON()).toEqual({
      field: 'x',
      value: null,
      expected: 'y',
    });
  });
});

describe('profiles', () => {
  const profile = writeMatrixProfile('opRGB (IEC 61966-2-5)', OPRGB_PRIMARIES, OPRGB_GAMMA);
  test('the label is read back; what is cut short or something else is refused', () => {
    expect(profileLabel(profile)).toBe('opRGB (IEC 61966-2-5)');
    for (const n of [0, 40, 131, 200, profile.length - 1])
      expect(() => profileLabel(profile.subarray(0, n))).toThrow(InputError);
    expect(() => profileLabel(new Uint8Array(500))).toThrow(InputError);
  });
});

describe('proofs', () => {
  test('hours dried and left, never below nothing', () => {
    expect(dried('2026-11-23T09:00:00Z', 24, '2026-11-24T08:30:00Z')).toEqual({ hours: 23, left: 1 });
    expect(dried('2026-11-23T09:00:00Z', 24, '2026-11-24T09:00:00Z')).toEqual({ hours: 24, left: 0 });
    expect(dried('2026-11-23T09:00:00Z', 24, '2026-11-23T08:00:00Z')).toEqual({ hours: 0, left: 24 });
  });
  test('each part that differs makes it stale, by name', () => {
    const then = { masterId: 'm', formatId: 'f', formatStamp: '1', paperId: 'p', routeId: 'r' };
    expect(staleParts(then, then)).toEqual([]);
    expect(staleParts(then, { ...then, formatStamp: '2', routeId: 'x' })).toEqual([
      'the image size',
      'the route',
    ]);
  });
});

describe('orders', () => {
  test('every state is reached, none by a way back from its end', () => {
    const acts: OrderAct[] = [
      'pick',
      'unpick',
      'pack',
      'unpack',
      'seal',
      'dispatch',
      'deliver',
      'return',
      'lose',
      'cancel',
    ];
    const reached = new Set<OrderState>(['new']);
    for (let n = 0; n < 10; n++)
      for (const s of [...reached])
        for (const a of acts) {
          const next = nextOrderState(s, a);
          if (next) reached.add(next);
        }
    expect([...reached].sort()).toEqual([...ORDER_STATES].sort());
    for (const end of ['returned', 'cancelled'] as const)
      expect(acts.map((a) => nextOrderState(end, a)).every((s) => s === null)).toBe(true);
    // What was lost may still arrive or come back, and nothing else.
    expect(acts.filter((a) => nextOrderState('lost', a))).toEqual(['deliver', 'return']);
    expect(nextOrderState('dispatched', 'cancel')).toBeNull();
  });
});

describe('the bench', () => {
  const NONE: BenchFacts = {
    today: '2026-11-24',
    now: '2026-11-24T10:00:00Z',
    orders: [],
    proofs: [],
    impressions: [],
    masters: [],
    refusals: [],
    unpriced: [],
  };
  const order = (over: Partial<BenchFacts['orders'][number]>): BenchFacts['orders'][number] => ({
    id: 'o',
    number: 7,
    buyer: 'Oda',
    what: 'Pans 200 × 200 mm',
    state: 'new',
    shipBy: '2026-11-24',
    pieces: 2,
    ready: 2,
    form: null,
    scaleOff: null,
    ...over,
  });
  test('what is promised first, the late before the rest, then what waits on an eye', () => {
    const lines = benchLines({
      ...NONE,
      orders: [
        order({ id: 'a', shipBy: '2026-11-26' }),
        order({ id: 'b', shipBy: '2026-11-20', ready: 0 }),
      ],
      impressions: [
        {
          editionId: 'e',
          title: 'Kiln',
          state: 'inspected',
          signing: 'front',
          count: 6,
          labels: 'nos. 9–14',
          since: '2026-11-22T10:00:00Z',
        },
      ],
    });
    expect(lines.map((l) => l.id)).toEqual(['order:b', 'order:a', 'impressions:e:inspected']);
    expect(lines[0]).toMatchObject({
      mark: 'fails',
      when: '4 days ago',
      reason: 'Promised for 2026-11-20. 0 of 2 ready: 2 to print, inspect and sign first.',
      next: { label: 'See what is short' },
    });
    expect(lines[2]).toMatchObject({
      when: '2 days',
      minutes: 9,
      reason: expect.stringContaining('try the pen on scrap'),
    });
  });
  test('an order with everything ready can be picked from here', () => {
    expect(benchLines({ ...NONE, orders: [order({})] })[0]!.next).toEqual({
      label: 'Pick it',
      key: 'p',
      act: 'pickOrder',
      input: { id: 'o' },
    });
  });
  test('a scale that disagrees comes before the seal', () => {
    expect(
      benchLines({
        ...NONE,
        orders: [order({ state: 'packed', scaleOff: 'The scale says 142 g; 181 g expected.' })],
      })[0],
    ).toMatchObject({ mark: 'fails', next: { label: 'Open and count' } });
  });
  test('a drying proof waits, a dry one is judged, an overdue one is asked after', () => {
    const proof = {
      id: 'p',
      workId: 'w',
      title: 'Ferry',
      format: '400 × 300 mm',
      paper: 'Rag',
      route: 'the lab',
      round: 2,
      state: 'made' as const,
      madeAt: '2026-11-24T05:00:00Z',
      askedOn: '2026-11-10',
      askedAt: '2026-11-10T05:00:00Z',
      dryHours: 24,
      leadDays: 6,
      distanceMm: 750,
    };
    expect(
      benchLines({
        ...NONE,
        queued: [
          { id: 'q', name: 'Friday’s roll', paper: 'Rag', pieces: 3, since: '2026-11-22T05:00:00Z' },
        ],
      })[0],
    ).toMatchObject({ subject: 'Print Friday’s roll', about: '3 pieces on Rag' });
    expect(
      benchLines({
        ...NONE,
        out: [
          {
            id: 'o',
            kind: 'original',
            where: 'the framers',
            what: 'Night Ferry',
            dueOn: NONE.today < '2026-11-20' ? NONE.today : '2026-11-20',
            href: '/x',
          },
        ],
      })[0],
    ).toMatchObject({ subject: 'Night Ferry is not back', whenNote: 'late', mark: 'care' });
    expect(benchLines({ ...NONE, proofs: [proof] })[0]).toMatchObject({
      group: 'Will hold something up',
      when: 'in 19 h',
      minutes: 0,
    });
    expect(
      benchLines({ ...NONE, proofs: [{ ...proof, madeAt: '2026-11-22T05:00:00Z' }] })[0],
    ).toMatchObject({
      when: 'now',
      reason: expect.stringContaining('from 0.75 m'),
    });
    expect(benchLines({ ...NONE, proofs: [{ ...proof, state: 'asked' }] })[0]).toMatchObject({
      mark: 'care',
      reason: 'Asked of the lab 14 days ago; 6 were said.',
    });
  });
  test('prints that need no signature are no work', () => {
    expect(
      benchLines({
        ...NONE,
        impressions: [
          {
            editionId: 'e',
            title: 'Pans',
            state: 'inspected',
            signing: 'on request',
            count: 3,
            labels: '',
            since: '2026-11-22T10:00:00Z',
          },
        ],
      }),
    ).toEqual([]);
  });
  test.each([
    ['2026-11-24', 'today'],
    ['2026-11-25', 'tomorrow'],
    ['2026-11-23', 'yesterday'],
    ['2026-11-27', 'Friday'],
    ['2026-12-01', 'in 7 days'],
    ['2026-11-20', '4 days ago'],
  ])('%s is %s', (day, words) => expect(dueWords(day, '2026-11-24')).toBe(words));
});

test('groups keep every item, in order, and neighbours differ', () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom('a', 'b', 'c')), (list) => {
      const groups = inGroups(list, (x) => x);
      return (
        JSON.stringify(groups.flatMap((g) => g.items)) === JSON.stringify(list) &&
        groups.every((g, i) => i === 0 || g.key !== groups[i - 1]!.key)
      );
    }),
  );
});

test('things by a key: each once, in the group of its key, in their order', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 40 })), (list) => {
      const groups = groupBy(list, (n) => n % 3);
      expect([...groups.values()].flat()).toHaveLength(list.length);
      for (const [key, group] of groups) expect(group).toEqual(list.filter((n) => n % 3 === key));
    }),
  );
});
