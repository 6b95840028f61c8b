import { localDay } from '@/core/measure';
import { addDays } from '@/core/measure/day';
import { findRows } from '@/store/rows';
import * as cases from '@/studio/orders/caseActions';
import * as orders from '@/studio/orders/orderActions';
import * as parcels from '@/studio/orders/parcelActions';
import * as post from '@/studio/orders/postActions';
import { saveMapping } from '@/studio/orders/importActions';
import { recordSupply } from '@/studio/orders/shelfActions';
import type { Studio } from '@/studio/studio';
import type { DemoClock, When } from './clock';
import type { Known } from './fill';

const RATE_HEADS =
  'carrier,service,zone,countries,days,up to,price,tracked,insured to,max length,max width,max thickness,max girth,mm3 per gram,rigid,thick over,thick,fuel %';
/** Three invented carriers and a letter post, as their tables would come. */
const LETTERS = `${RATE_HEADS}
Coast Post,letter,home,Norrholm,2,100 g,1.60,no,0,353 mm,250 mm,10 mm,,,0.60,,,
Coast Post,letter,home,Norrholm,2,250 g,2.20,,,,,,,,,,,
Coast Post,letter,neighbours,Estmark; Polderland; Szalánia,4,250 g,4.90,,,,,,,,,,,
Coast Post,large letter,home,Norrholm,3,500 g,3.60,no,0,540 mm,430 mm,25 mm,,,0.50,,,
Coast Post,large letter,home,Norrholm,3,1 kg,4.10,,,,,,,,,,,
Coast Post,large letter,neighbours,Estmark; Polderland; Szalánia,5,500 g,7.40,,,,,,,,,,,
Coast Post,large letter,neighbours,Estmark; Polderland; Szalánia,5,1 kg,9.90,,,,,,,,,,,
Coast Post,tracked parcel,home,Norrholm,2,2 kg,7.80,yes,100,900 mm,500 mm,300 mm,1800 mm,5000,,,,4
Coast Post,tracked parcel,home,Norrholm,2,5 kg,9.60,,,,,,,,,,,
Coast Post,tracked parcel,neighbours,Estmark; Polderland; Szalánia,5,2 kg,13.90,,,,,,,,,,,
Coast Post,tracked parcel,neighbours,Estmark; Polderland; Szalánia,5,5 kg,18.40,,,,,,,,,,,
`;
const GANNET = `${RATE_HEADS}
Gannet Carriers,next day,home,Norrholm,1,5 kg,14.60,yes,500,1500 mm,900 mm,400 mm,3300 mm,4000,,120 mm,3.00,7
Gannet Carriers,next day,home,Norrholm,1,15 kg,21.00,,,,,,,,,,,
Gannet Carriers,next day,neighbours,Estmark,2,5 kg,22.50,,,,,,,,,,,
Gannet Carriers,two-hand van,home,Norrholm,3,40 kg,68.00,yes,3000,2400 mm,1600 mm,600 mm,,,,,,7
Gannet Carriers,two-hand van,neighbours,Estmark,4,40 kg,112.00,,,,,,,,,,,
`;
const PACKET = `${RATE_HEADS}
Packet & Line,overseas,everywhere,*,8,2 kg,23.50,yes,300,1200 mm,700 mm,300 mm,2600 mm,5000,,,,9
Packet & Line,overseas,everywhere,*,8,10 kg,41.00,,,,,,,,,,,
`;

const MORE_SUPPLIES = [
  ['bubble', 'Bubble wrap, a metre', '', '60 g', 24, 8, '0.45', '5 mm'],
  ['corner', 'Foam corner', '', '8 g', 64, 20, '0.22', '20 mm'],
  ['insulation', 'Wool felt, a metre', '', '240 g', 6, 2, '2.10', '10 mm'],
  ['box', 'Frame box 620 × 520', '620 x 520 mm', '900 g', 3, 2, '6.40', '140 mm'],
  ['board', 'Face board 560 × 460', '560 x 460 mm', '190 g', 18, 8, '0.90', '2 mm'],
  ['sleeve', 'Poly bag 700 × 600', '700 x 600 mm', '24 g', 20, 8, '0.35', '0.2 mm'],
] as const;

const STAMPS: readonly [name: string, value: string, permanent: boolean, onHand: number][] = [
  ['Lighthouse', '1.60', true, 12],
  ['Herring', '0.85', false, 30],
  ['Gull', '0.40', false, 44],
  ['Buoy', '0.05', false, 60],
];

/** Buyers whose names are written otherwise. */
const ABROAD: readonly [name: string, called: string, address: string, country: string][] = [
  ['Ελένη Θαλασσινού', 'Ελένη', 'Οδός Φάρου 12\n731 00 Αλμύρα', 'Estmark'],
  ['Борис Маячный', '', 'ул. Портовая, д. 7\n190 000 Приморск', 'Szalánia'],
  ['陈海燕', '海燕', '灯塔路 18 号\n200 031 海湾市', 'Polderland'],
  ['نور البحر', '', 'شارع المنارة ١٢\nمدينة الخليج', 'Szalánia'],
];

/** Four from abroad; a present, a frame, a commission, a pre-order; one in two parts; one sent again. */
export const POSTED_ORDERS = ABROAD.length + 4 + 2 + 1;

type Placed = Parameters<typeof orders.placeOrder>[1];

/** How the studio sends, and orders of every kind there is, each as far as it has come. */
export function schedulePosting(studio: Studio, clock: DemoClock, known: Known): void {
  clock.at({ days: 260, hour: 8 }, () =>
    post.importRates(studio, { text: PACKET, readOn: clock.day(260) }),
  );
  clock.at({ days: 240, hour: 8 }, () =>
    post.importRates(studio, { text: LETTERS, readOn: clock.day(40) }),
  );
  clock.at({ days: 239, hour: 8 }, () =>
    post.importRates(studio, { text: GANNET, readOn: clock.day(12) }),
  );
  clock.at({ days: 43, hour: 9 }, () => furnishTable(studio, clock));
  clock.at({ days: 42, hour: 9 }, () => rulesOfInserts(studio));
  clock.at({ days: 21, hour: 9 }, () =>
    saveMapping(studio, {
      source: 'winter fair list',
      columns: [
        { field: 'reference', heads: ['No'] },
        { field: 'name', heads: ['Customer'] },
        { field: 'address', heads: ['Street'] },
        { field: 'town', heads: ['Town'] },
        { field: 'country', heads: ['Country'] },
        { field: 'item', heads: ['What'] },
        { field: 'quantity', heads: ['Qty'] },
      ],
    }),
  );
  scheduleAbroad(studio, clock, known);
  scheduleSpecial(studio, clock, known);
  scheduleAfter(studio, clock);
}

async function furnishTable(studio: Studio, clock: DemoClock) {
  for (const [kind, name, size, weight, onHand, reorderAt, price, thickness] of MORE_SUPPLIES)
    await recordSupply(studio, {
      kind,
      name,
      size,
      weight,
      onHand,
      reorderAt,
      price,
      thickness,
      packOf: kind === 'corner' ? 16 : null,
    });
  for (const [name, value, permanent, onHand] of STAMPS)
    await post.saveStamp(studio, {
      id: null,
      name,
      value,
      permanent,
      onHand,
      readOn: clock.day(permanent ? 40 : 300),
    });
  await post.setPostPolicy(studio, {
    countries: ['Norrholm', 'Estmark', 'Polderland', 'Szalánia'],
    trackedFrom: '150',
    insuredFrom: '400',
    returnDays: 14,
    claimDays: 21,
    minutesADay: 150,
    holidayPlace: '',
  });
  const openings: readonly [
    string,
    'door' | 'stair' | 'lift' | 'vehicle',
    string,
    string,
    string,
    boolean,
  ][] = [
    ['The studio door', 'door', '830 mm', '1990 mm', '', true],
    ['The yard stair', 'stair', '950 mm', '2050 mm', '1100 mm', true],
    ['The van', 'vehicle', '1180 mm', '1120 mm', '1750 mm', false],
  ];
  for (const [i, [name, kind, width, height, length, mayTilt]] of openings.entries())
    await post.saveOpening(studio, {
      ...{ id: null, name, kind, width, height, length, mayTilt, place: i },
      orderId: null,
    });
  const people: readonly [string, 'framer' | 'repairer' | 'mounter', string, string, string, number][] = [
    ['Pell & Sorrow', 'framer', 'Ost Kroon', 'Norrholm', '98', 9],
    ['Ada Lintwerk', 'framer', 'Vell', 'Estmark', '112', 12],
    ['Karel Zoutman', 'repairer', 'Laagwater', 'Polderland', '60', 6],
    ['The Mounting Room', 'mounter', 'Haldenness', 'Norrholm', '24', 4],
  ];
  for (const [name, craft, place, country, price, days] of people)
    await post.saveCraftsperson(studio, {
      ...{ id: null, name, craft, place, country, price, days },
      contact: 'by letter',
      notes: '',
    });
}

async function rulesOfInserts(studio: Studio) {
  const supplies = await findRows(studio.db, 'supplies');
  const goods = await findRows(studio.db, 'goods');
  const shelf = (kind: string) => supplies.find((each) => each.kind === kind)?.id ?? null;
  const pin = goods.find(({ kind, onHand }) => kind !== 'voucher' && onHand > 10)?.id ?? null;
  const rules: readonly [
    string,
    'all' | 'fine line' | 'limited' | 'gift in turn',
    string,
    string,
    string | null,
    string | null,
  ][] = [
    ['Thank-you card', 'all', '6 g', '0.4 mm', shelf('card'), null],
    ['Care sheet', 'fine line', '5 g', '0.12 mm', shelf('care sheet'), null],
    ['Certificate', 'limited', '8 g', '0.3 mm', null, null],
    ['Enamel pin', 'gift in turn', '14 g', '9 mm', null, pin],
    ['A bookmark', 'gift in turn', '4 g', '0.3 mm', null, null],
  ];
  for (const [name, rule, weight, thickness, supplyId, goodsId] of rules)
    await post.saveInsert(studio, { id: null, name, rule, weight, thickness, supplyId, goodsId });
}

/** Takes an order of a work at a size, in a finish, with whatever else it has. */
async function take(
  studio: Studio,
  known: Known,
  buyerId: string,
  lines: readonly [work: string, size: string, quantity: number, finish?: string, price?: string][],
  more: Partial<Placed> = {},
): Promise<string> {
  const asked = [];
  for (const [work, size, quantity, finish, price] of lines) {
    const formatId = known.formats.get(`${work} ${size}`)!;
    const products = await findRows(studio.db, 'products', { formatId, archivedAt: null });
    const product = products.find((each) => each.finish === (finish ?? 'loose') && each.inEdition);
    asked.push({
      editionId: known.editions.get(work)!,
      formatId,
      productId: product?.id ?? null,
      quantity,
      price: price ?? '',
    });
  }
  const { id } = await orders.placeOrder(studio, {
    buyerId,
    lines: asked,
    carriage: '',
    message: '',
    wantsSignature: false,
    paid: true,
    orderedOn: null,
    notes: '',
    ...more,
  });
  return id!;
}

function scheduleAbroad(studio: Studio, clock: DemoClock, known: Known): void {
  ABROAD.forEach(([name, preferredName, address, country], i) => {
    clock.at({ days: 2, hour: 8 + i }, async () => {
      const { id: buyerId } = await orders.recordBuyer(studio, {
        ...{ name, preferredName, address, country },
        addressTyped: address,
        email: '',
        mayWriteSince: null,
        notes: '',
      });
      known.buyers.push(buyerId!);
      const orderId = await take(studio, known, buyerId!, [['pans', '200 x 200 mm', 1]], {
        carriage: '9.90',
      });
      if (country !== 'Polderland') return;
      // One of them is packed, so that its label can be looked at.
      await orders.pickOrder(studio, { id: orderId });
      await parcels.packParcel(studio, { orderId, form: null, reason: '' });
    });
  });
}

/** A present with goods in it, a framed large work, a commission by stages, a pre-order, a friend’s price, a part that waits. */
function scheduleSpecial(studio: Studio, clock: DemoClock, known: Known): void {
  const buyer = (i: number) => known.buyers[i]!;
  const today = () => localDay(clock.now(), 'UTC');
  clock.at({ days: 2, hour: 12 }, async () => {
    const goods = await findRows(studio.db, 'goods', { archivedAt: null });
    await take(studio, known, buyer(3), [['kiln', '240 x 180 mm', 1]], {
      giftNote: 'For Runa, who keeps the kiln warm.',
      goods: goods
        .filter(({ kind, onHand }) => onHand >= 2 && kind !== 'voucher')
        .slice(0, 2)
        .map(({ id }) => ({ goodsId: id, quantity: 2, price: '' })),
    });
  });
  clock.at({ days: 1, hour: 9 }, async () => {
    const orderId = await take(studio, known, buyer(12), [['ferry', '400 x 300 mm', 1, 'framed']], {
      message: 'To the reading room, by the side door.',
      needsTracked: true,
    });
    await orders.pickOrder(studio, { id: orderId });
    await post.saveOpening(studio, {
      id: null,
      name: 'The library’s side door',
      kind: 'door',
      width: '780 mm',
      height: '1950 mm',
      length: '',
      mayTilt: true,
      orderId,
      place: 9,
    });
    await cases.noteHandover(studio, {
      orderId,
      from: 'Pell & Sorrow, framers',
      to: 'the studio',
      condition: 'corners sound, acrylic clean, no dust inside',
      bears: 'the studio',
      photos: [],
    });
  });
  clock.at({ days: 1, hour: 10 }, async () => {
    const [account] = await findRows(studio.db, 'jobAccounts', { closedAt: null }, { limit: 1 });
    await take(studio, known, buyer(5), [['quarry', '500 x 400 mm', 1, 'loose', '178']], {
      kind: 'commission',
      paid: false,
      accountId: account?.id ?? null,
      stages: [
        { name: 'a third on ordering', dueOn: clock.day(1), amount: '60' },
        { name: 'a third when the proof is liked', dueOn: clock.day(-6), amount: '60' },
        { name: 'the rest before it leaves', dueOn: clock.day(-14), amount: '58' },
      ],
    });
    const [first] = await findRows(studio.db, 'orderStages', undefined, { orderBy: ['dueOn'], limit: 1 });
    await orders.markStage(studio, { id: first!.id, done: true, paid: true });
  });
  clock.at({ days: 1, hour: 11 }, () =>
    take(studio, known, buyer(9), [['breakwater', '800 x 200 mm', 1]], {
      kind: 'pre-order',
      notBeforeOn: addDays(today(), 12),
      discount: '10',
      discountWhy: 'a friend of the studio',
    }),
  );
  clock.at({ days: 1, hour: 12 }, async () => {
    const orderId = await take(studio, known, buyer(0), [['chart', '300 x 240 mm', 3]], {
      source: 'the simulated shop',
      sourceRef: 'S-20261101-1',
    });
    const lines = await findRows(studio.db, 'orderLines', { orderId });
    await orders.splitOrder(studio, {
      id: orderId,
      lines: [{ lineId: lines[0]!.id, quantity: 2 }],
      shipBy: addDays(today(), 9),
    });
  });
}

/** What went wrong after the door, and how it ended. */
function scheduleAfter(studio: Studio, clock: DemoClock): void {
  const when = (days: number, hour: number): When => ({ days, hour });
  const ofState = async (state: 'lost' | 'returned' | 'dispatched') =>
    (await findRows(studio.db, 'orders', { state }, { orderBy: ['number'], limit: 1 }))[0];
  clock.at(when(59, 10), async () => {
    const lost = await ofState('lost');
    if (!lost) return;
    const { id } = await cases.openCase(studio, {
      orderId: lost.id,
      kind: 'lost',
      says: 'scanned at the depot, never after',
      condition: '',
      claim: '52.00',
      photos: [],
    });
    await cases.moveCase(studio, {
      id: id!,
      to: 'paid',
      claim: '',
      got: '50.00',
      refund: '',
      condition: '',
    });
  });
  // Its number is to be made again, as the edition declared; the buyer has waited long enough.
  clock.at(when(3, 10), async () => {
    const lost = await ofState('lost');
    if (lost) await cases.resendOrder(studio, { id: lost.id, why: 'lost in the post', shipBy: null });
  });
  clock.at(when(2, 16), async () => {
    const back = await ofState('returned');
    if (back)
      await cases.openCase(studio, {
        orderId: back.id,
        kind: 'returned',
        says: 'corner of the mailer crushed',
        condition: 'the print looks sound; wrapping kept',
        claim: '',
        photos: [],
      });
  });
  clock.at({ hoursAgo: 5 }, async () => {
    const away = await ofState('dispatched');
    if (away)
      await cases.openCase(studio, {
        orderId: away.id,
        kind: 'late',
        says: 'the buyer asks where it is',
        condition: '',
        claim: '',
        photos: [],
      });
  });
}
