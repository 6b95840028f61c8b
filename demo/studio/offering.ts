import type { ProductFinish } from '@/core/product/words';
import { removePrice, setPrice } from '@/studio/prices/priceActions';
import * as products from '@/studio/prices/productActions';
import * as accounts from '@/studio/sales/accountActions';
import type { AttentionKind } from '@/core/sales/attention';
import { saveAttention } from '@/studio/sales/attentionActions';
import { payCause, setCauseTerms } from '@/studio/sales/causeActions';
import { incomePage } from '@/studio/sales/incomePage';
import { saveChannel } from '@/studio/sales/channelActions';
import { moveGoodsBy, saveGoods } from '@/studio/sales/goodsActions';
import type { Studio } from '@/studio/studio';
import type { DemoClock, When } from './clock';
import type { Known } from './fill';

const day = (days: number, hour = 11): When => ({ days, hour });

type LineKey = 'cotton' | 'satin' | 'canvas';
/** What the ferry can be bought as: the size, the line, the finish, what it sells for, and what its finish was quoted at. */
const OFFERED: readonly [
  size: string,
  line: LineKey,
  finish: ProductFinish,
  price: string,
  quote?: string,
][] = [
  ['240 x 180 mm', 'cotton', 'mounted', '72.00', '8.40'],
  ['400 x 300 mm', 'cotton', 'mounted', '128.00', '12.60'],
  ['400 x 300 mm', 'cotton', 'framed', '236.00', '98.00'],
  ['800 x 600 mm', 'cotton', 'mounted', '340.00', '24.00'],
  // The framer has not answered yet.
  ['800 x 600 mm', 'cotton', 'framed', ''],
  ['240 x 180 mm', 'satin', 'loose', '26.00'],
  ['400 x 300 mm', 'satin', 'loose', '52.00'],
  ['400 x 300 mm', 'satin', 'mounted', '79.00', '12.60'],
  ['400 x 300 mm', 'canvas', 'on bars', '164.00', '31.00'],
  ['800 x 600 mm', 'canvas', 'on bars', '395.00', '68.00'],
];

const RATES = {
  ratePerHour: '24.00',
  minutes: { trim: 4, sign: 3, inspect: 2, mount: 9, frame: 20, stretch: 30, pack: 7 },
  expectedPrints: 20,
  prepMinutes: 45,
  spoilRate: 0.03,
  minutesPerM2: 25,
  printsPerOrder: 5,
};

const NO_FEES = {
  id: null,
  shareFees: [],
  fixedFees: [],
  shareOfRetail: 0,
  taxOnFees: 0,
  monthly: '',
  perListing: '',
  listings: 0,
  partner: null,
  stall: null,
  notes: '',
};
type Channel = Omit<Parameters<typeof saveChannel>[1], 'readOn'> & { readDaysAgo: number };
const CHANNELS: readonly Channel[] = [
  {
    ...NO_FEES,
    name: 'own site',
    kind: 'own site',
    shareFees: [{ name: 'payment', share: 0.019 }],
    fixedFees: [{ name: 'payment, a sale', amount: '0.30' }],
    monthly: '24.00',
    readDaysAgo: 40,
  },
  {
    ...NO_FEES,
    name: 'the Kroon market',
    kind: 'marketplace',
    shareFees: [
      { name: 'market', share: 0.065 },
      { name: 'payment', share: 0.04 },
    ],
    fixedFees: [{ name: 'payment, a sale', amount: '0.30' }],
    taxOnFees: 0.2,
    perListing: '0.20',
    listings: 6,
    readDaysAgo: 220,
  },
  {
    ...NO_FEES,
    name: 'partner prints it',
    kind: 'partner prints',
    shareFees: [{ name: 'payment', share: 0.029 }],
    partner: { perM2: '620.00', minimum: '19.00', deposit: 0.5, heldDays: 21 },
    readDaysAgo: 60,
  },
  {
    ...NO_FEES,
    name: 'The Harbour Shop',
    kind: 'shop or gallery',
    shareOfRetail: 0.4,
    notes: 'Sale or return; a framed one is ours to lose.',
    readDaysAgo: 60,
  },
  {
    ...NO_FEES,
    name: 'the winter fair',
    kind: 'fair',
    shareFees: [{ name: 'card reader', share: 0.0175 }],
    stall: { fee: '45.00', hours: 9, km: 80, perKm: '0.30', days: 1, perMonth: 0.5 },
    readDaysAgo: 20,
  },
];

const GOODS = [
  ['Night Ferry card', 'card', '0.72', '3.50', 64, '14 g', '0.5 mm', 22],
  ['Harbour sticker sheet', 'sticker sheet', '0.95', '4.00', 30, '9 g', '0.3 mm', 7],
  ['Lamp pin', 'pin', '2.10', '9.00', 4, '11 g', '6 mm', 16],
  ['Mat, 400 × 300 window', 'mat', '6.80', '16.00', 9, '210 g', '1.6 mm', 2],
  ['Voucher for a print', 'voucher', '0', '50.00', 10, '4 g', '0.4 mm', 1],
] as const;

type Entry = Omit<Parameters<typeof accounts.addEntry>[1], 'accountId' | 'on'> & { daysAgo: number };
const entry = (
  daysAgo: number,
  kind: Entry['kind'],
  says: string,
  sum: string,
  who = '',
  minutes = 0,
): Entry => ({ daysAgo, kind, says, sum, who, minutes });
/** A large canvas for the library, with a repair in it; closed. */
const LIBRARY: readonly Entry[] = [
  entry(96, 'quote', 'canvas print 1.2 × 0.9 m', '138.00', 'Breakwater Lab'),
  entry(96, 'quote', 'bars and stretching', '84.00', 'Pell & Sorrow'),
  entry(95, 'deposit', 'a third on ordering', '220.00'),
  entry(90, 'hours', 'file for 1.2 m', '', '', 140),
  entry(84, 'cost', 'proof strip on canvas', '11.40', 'Breakwater Lab'),
  entry(78, 'cost', 'canvas print 1.2 × 0.9 m', '144.50', 'Breakwater Lab'),
  entry(72, 'cost', 'bars and stretching', '84.00', 'Pell & Sorrow'),
  entry(71, 'loss', 'a corner knocked in the van: repair', '32.00', 'Pell & Sorrow'),
  entry(71, 'loss', 'driven twice', '', '', 70),
  entry(70, 'cost', 'tape and two bags', '6.20'),
  entry(70, 'hours', 'packing and bringing it', '', '', 110),
  entry(70, 'stage', 'on delivery', '330.00'),
  entry(58, 'final', 'after a week on the wall', '110.00'),
];
/** One that is going on. */
const SCHOOL: readonly Entry[] = [
  entry(12, 'quote', 'twelve prints, 600 × 400', '296.00', 'Breakwater Lab'),
  entry(11, 'deposit', 'half on ordering', '310.00'),
  entry(8, 'hours', 'choosing and preparing twelve', '', '', 210),
];

/** Lines, products, what they cost and sell for, where, goods, and two jobs' accounts. */
export function scheduleOffering(studio: Studio, clock: DemoClock, known: Known): void {
  const lines = new Map<LineKey, string>();
  clock.at(day(410, 12), () => products.setCostRates(studio, RATES));
  clock.at(day(410, 13), () => nameLines(studio, known, lines));
  clock.at(day(60), async () => {
    for (const [work, capture, expectedPrints, askingPrice] of OUTLAYS)
      await products.noteOutlays(studio, {
        workId: known.works.get(work)!,
        capture,
        expectedPrints,
        askingPrice,
      });
  });
  clock.at(day(62), () => offerFerry(studio, known, lines));
  TIMINGS.forEach(([act, minutes, prints], i) =>
    clock.at(day(54 - i, 16), () =>
      products.noteTiming(studio, { act, seconds: Math.round(minutes * 60), prints }),
    ),
  );
  clock.at(day(119), async () => {
    for (const { readDaysAgo: _, ...channel } of CHANNELS) {
      const { id } = await saveChannel(studio, { ...channel, readOn: null });
      known.channels.set(channel.name, id!);
    }
  });
  // Their rules were read again since, some longer ago than others.
  clock.at(day(45), async () => {
    for (const { readDaysAgo, ...channel } of CHANNELS)
      await saveChannel(studio, {
        ...channel,
        id: known.channels.get(channel.name)!,
        readOn: clock.day(readDaysAgo),
      });
  });
  clock.at(day(44), () => stockGoods(studio));
  clock.at(day(40), () => noteMarket(studio, clock, known));
  clock.at(day(200), () =>
    setCauseTerms(studio, { terms: { name: 'the Saltby lifeboat', every: 'quarter', withinDays: 30 } }),
  );
  clock.at(day(20), () => payFirstSpan(studio));
  ATTENTION.forEach(([work, place, kind, count, from, until]) =>
    clock.at(day(until), async () => {
      await saveAttention(studio, {
        id: null,
        workId: work ? known.works.get(work)! : null,
        place,
        kind,
        count,
        from: clock.day(from),
        until: clock.day(until),
        notes: '',
      });
    }),
  );
  scheduleAccount(studio, clock, known, {
    name: 'Library canvas',
    client: 'Municipal Library of Vell',
    work: 'quarry',
    agreed: '660.00',
    entries: LIBRARY,
    closed: 50,
  });
  scheduleAccount(studio, clock, known, {
    name: 'Twelve for the school',
    client: 'Saltby School',
    work: null,
    agreed: '620.00',
    entries: SCHOOL,
    closed: null,
  });
}

const ATTENTION: readonly [
  work: string | null,
  place: string,
  kind: AttentionKind,
  count: number,
  fromDaysAgo: number,
  untilDaysAgo: number,
][] = [
  ['ferry', 'the harbour window', 'looks', 640, 38, 8],
  ['kiln', 'the letter of October', 'likes', 212, 50, 44],
  [null, 'the winter fair', 'visitors at a stall', 430, 31, 30],
  ['breakwater', 'the winter fair', 'questions', 17, 31, 30],
];

/** What the first span that is over owes to the cause is paid, with its receipt. */
async function payFirstSpan(studio: Studio): Promise<void> {
  const { due, terms } = (await incomePage(studio)).cause;
  const owed = due.find(({ isRunning }) => !isRunning);
  if (!owed || !terms) return;
  await payCause(studio, {
    cause: terms.name,
    sum: owed.sum,
    until: owed.until,
    paidOn: null,
    proof: 'receipt 88, in the blue folder',
  });
}

const OUTLAYS: readonly [work: string, capture: string, prints: number | null, asking: string][] = [
  ['ferry', '82.00', 20, '2800'],
  ['kiln', '', 15, ''],
  ['breakwater', '140.00', null, '1900'],
];

const TIMINGS: readonly [act: 'sign' | 'inspect' | 'pack', minutes: number, prints: number][] = [
  ['sign', 11, 5],
  ['inspect', 9, 6],
  ['pack', 21, 3],
  ['sign', 9, 4],
  ['pack', 6.5, 1],
  ['inspect', 7, 5],
  ['sign', 13, 6],
  ['pack', 14, 2],
  ['inspect', 4, 2],
];

async function nameLines(studio: Studio, known: Known, lines: Map<LineKey, string>) {
  const paper = (key: string) => known.papers.get(key)!;
  const route = (key: string) => known.routes.get(key)!;
  const named = async (
    key: LineKey,
    line: Omit<Parameters<typeof products.saveLine>[1], 'id' | 'notes'>,
  ) => lines.set(key, (await products.saveLine(studio, { ...line, id: null, notes: '' })).id!);
  // The dear one is made as each work's proof passed: not every work passed on the same cotton.
  await named('cotton', {
    name: 'Harrow cotton',
    paperId: null,
    routeId: null,
    signing: 'front',
    finePrint: true,
    goesIn: ['certificate', 'care sheet', 'card'],
  });
  await named('satin', {
    name: 'Satin print',
    paperId: paper('lantern'),
    routeId: route('lab'),
    signing: 'certificate only',
    finePrint: false,
    goesIn: ['care sheet'],
  });
  await named('canvas', {
    name: 'Canvas',
    paperId: paper('sailcloth'),
    routeId: route('own'),
    signing: 'back',
    finePrint: false,
    goesIn: ['care sheet'],
  });
}

async function offerFerry(studio: Studio, known: Known, lines: Map<LineKey, string>) {
  for (const [size, line, finish, price, quote] of OFFERED) {
    const about = { formatId: known.formats.get(`ferry ${size}`)!, lineId: lines.get(line)!, finish };
    const { productId } = await setPrice(studio, {
      ...about,
      price: price || '420.00',
      question: {
        costs: [],
        fixedFees: [{ name: 'payment', amount: 30 }],
        shareFees: [
          { name: 'payment share', share: 0.019 },
          { name: 'market’s share', share: 0.065 },
        ],
        carriageCharged: 0,
        margin: 0.5,
        given: 0.02,
      },
    });
    await products.quoteProduct(studio, {
      id: productId,
      quote: quote ?? '',
      from: finish === 'mounted' ? 'own bench' : 'Pell & Sorrow',
      on: null,
      // The run is of the cotton prints; the others are open.
      inEdition: line === 'cotton',
    });
    // The framer has not answered yet: it has no price until then.
    if (!price) await removePrice(studio, about);
  }
}

async function stockGoods(studio: Studio) {
  for (const [name, kind, cost, price, onHand, weight, thickness, sold] of GOODS) {
    const { id } = await saveGoods(studio, {
      id: null,
      name,
      kind,
      cost,
      price,
      onHand: onHand + sold,
      weight,
      thickness,
      notes: '',
    });
    await moveGoodsBy(studio, { id: id!, kind: 'sold', count: sold, why: 'the winter fair' });
  }
}

async function noteMarket(studio: Studio, clock: DemoClock, known: Known) {
  const seen: readonly [string, string, number, number, number][] = [
    ['gouache harbour, pigment on cotton, run of 50', '110.00', 400_000, 300_000, 41],
    ['ferry at night, photographic print, open', '38.00', 300_000, 200_000, 44],
  ];
  for (const [says, price, width, height, daysAgo] of seen)
    await products.noteMarketPrice(studio, {
      workId: known.works.get('ferry')!,
      says,
      price,
      width,
      height,
      seenOn: clock.day(daysAgo),
    });
}

function scheduleAccount(
  studio: Studio,
  clock: DemoClock,
  known: Known,
  job: {
    name: string;
    client: string;
    work: string | null;
    agreed: string;
    entries: readonly Entry[];
    closed: number | null;
  },
) {
  let accountId = '';
  clock.at(day(job.entries[0]!.daysAgo, 9), async () => {
    const { id } = await accounts.saveAccount(studio, {
      id: null,
      name: job.name,
      workId: job.work ? known.works.get(job.work)! : null,
      client: job.client,
      agreed: job.agreed,
      notes: '',
    });
    accountId = id!;
  });
  for (const { daysAgo, ...line } of job.entries)
    clock.at(day(daysAgo, 14), () =>
      accounts.addEntry(studio, { ...line, accountId, on: clock.day(daysAgo) }),
    );
  if (job.closed !== null)
    clock.at(day(job.closed), () => accounts.closeAccount(studio, { id: accountId, closed: true }));
}
