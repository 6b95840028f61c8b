import { FIRST_RATES, type CostRates } from '@/core/cost/rates';
import { bordersOf, sheetOf } from '@/core/crop/border';
import { printsFrom } from '@/core/edition/toHaveReady';
import { isSignedBefore } from '@/core/edition/impressionStates';
import { toDecimals, type Size } from '@/core/measure';
import type { Weekday } from '@/core/measure/day';
import { observedDays, workingDaysBetween } from '@/core/order/observed';
import { workOutPromise, type KeptPromise, type StepAsked } from '@/core/order/promised';
import { zoneOf } from '@/core/parcel/rateTable';
import { allServices, orderWhole, type Order } from '@/store/orders';
import { carrierDaysSeen, freeReady, lotDaysSeen, ordersToPack, routeDaysSeen } from '@/store/promises';
import { proofsOf } from '@/store/proofs';
import { findRow, findRows, rowById } from '@/store/rows';
import { lotsOnHand } from '../papers/lots';
import type { Studio } from '../studio';
import { calendarFrom, type WorkCalendar } from './calendar';
import { policyOf } from './carriage';

/** What is asked for and not yet taken. */
export type Cart = {
  lines: readonly {
    editionId: string;
    formatId: string;
    quantity: number;
    productId?: string | null;
  }[];
  country: string;
  notBefore: string | null;
  /** An order that is being taken, or looked at again: its own lines do not stand in its way. */
  exceptOrderId?: string | null;
};

const DAY_HOURS = 24;

type Bench = {
  studio: Studio;
  rates: CostRates;
  minutesADay: number;
  calendar: WorkCalendar;
  exceptOrderId: string | null;
};

/** The honest day for a cart: what is ready, what has to be printed, dried, framed, packed, and who carries it. */
export async function promiseForCart(studio: Studio, cart: Cart): Promise<KeptPromise> {
  const settings = await studio.settings();
  const today = await studio.today();
  const policy = await policyOf(studio);
  const bench: Bench = {
    studio,
    rates: settings.costRates ?? FIRST_RATES,
    minutesADay: Math.max(1, policy.minutesADay),
    calendar: await calendarFrom(settings, today),
    exceptOrderId: cart.exceptOrderId ?? null,
  };
  const steps: StepAsked[] = [];
  const lasts: string[] = [];
  for (const line of cart.lines) lasts.push(...(await stepsOfLine(bench, line, steps)));
  const queue = await queueStep(bench);
  if (queue) steps.push(queue);
  const packMinutes = bench.rates.minutes.pack;
  steps.push({
    name: 'pack and weigh',
    days: packMinutes / bench.minutesADay,
    after: [...lasts, ...(queue ? [queue.name] : [])],
    seen: [],
    why: `${packMinutes} min`,
  });
  return workOutPromise({
    today,
    ...bench.calendar,
    steps,
    carrierDays: await carrierDays(bench, cart.country),
    notBefore: cart.notBefore,
  });
}

/** The promise of an order that is here already, as it would be given today; nothing once it is packed. */
export async function promiseToday(studio: Studio, order: Order): Promise<KeptPromise | null> {
  if (order.state !== 'new') return null;
  const whole = await orderWhole(studio.db, order.id);
  if (!whole) return null;
  return promiseForCart(studio, {
    lines: whole.lines.map(({ line }) => line),
    country: whole.buyer.country,
    notBefore: order.notBeforeOn,
    exceptOrderId: order.id,
  });
}

/** What is still to do for one line; returns the steps after which it lies ready. */
async function stepsOfLine(
  bench: Bench,
  line: Cart['lines'][number],
  steps: StepAsked[],
): Promise<string[]> {
  const { studio } = bench;
  const [{ ready, promised }, edition, format] = await Promise.all([
    freeReady(studio.db, { ...line, exceptOrderId: bench.exceptOrderId }),
    rowById(studio.db, 'editions', line.editionId, 'editionId'),
    rowById(studio.db, 'formats', line.formatId, 'formatId'),
  ]);
  const work = await rowById(studio.db, 'works', edition.workId);
  const sheet = sheetOf({ width: format.imageWidthUm, height: format.imageHeightUm }, bordersOf(format));
  const short = Math.max(0, line.quantity - Math.max(0, ready - promised));
  const called = `${work.title} ${format.name}`;
  let lasts: string[] = [];
  if (short > 0) lasts = await stepsToPrint(bench, { called, short, sheet, format, edition }, steps);
  const framer = await framerStep(bench, line.productId ?? null, called, lasts);
  if (!framer || steps.some(({ name }) => name === framer.name)) return lasts;
  steps.push(framer);
  return [framer.name];
}

async function stepsToPrint(
  bench: Bench,
  q: {
    called: string;
    short: number;
    sheet: Size;
    format: { id: string; workId: string };
    edition: { signing: Parameters<typeof isSignedBefore>[0] };
  },
  steps: StepAsked[],
): Promise<string[]> {
  const { studio, rates, minutesADay } = bench;
  const all = await proofsOf(studio.db, q.format.workId);
  const ofSize = all.filter(({ proof }) => proof.formatId === q.format.id);
  const best = ofSize.find(({ proof }) => proof.state === 'accepted') ?? ofSize[0] ?? all[0];
  const add = (step: StepAsked): string => {
    if (!steps.some(({ name }) => name === step.name)) steps.push(step);
    return step.name;
  };
  const before: string[] = [];
  const isAccepted = best?.proof.state === 'accepted' && best.proof.formatId === q.format.id;
  if (!isAccepted) before.push(add(proofStep(q.called, best)));
  const workdays = bench.calendar.workdays;
  if (best && best.route.kind !== 'own printer') {
    const days = observedDays(
      spans(await routeDaysSeen(studio.db, best.route.id), workdays),
      best.route.leadDays,
      'jobs',
    );
    return [
      add({
        name: `${q.called}: ${q.short} from ${best.route.name}`,
        after: before,
        ...days,
      }),
    ];
  }
  if (best) before.push(...(await paperStep(bench, best.paper, q, add)));
  const perPrint =
    rates.minutesPerM2 * (q.sheet.width / 1e6) * (q.sheet.height / 1e6) + rates.minutes.trim;
  const print = add({
    name: `${q.called}: print ${q.short}`,
    days: (perPrint * q.short) / minutesADay,
    after: before,
    seen: [],
    why: `${q.short} at ${Math.ceil(perPrint)} min`,
  });
  const dryHours = best?.paper.dryHours ?? DAY_HOURS;
  const dry = add({
    name: `${q.called}: dry`,
    days: dryHours / DAY_HOURS,
    after: [print],
    seen: [],
    why: `${dryHours} h`,
  });
  const handMinutes =
    rates.minutes.inspect + (isSignedBefore(q.edition.signing) ? rates.minutes.sign : 0);
  return [
    add({
      name: `${q.called}: inspect${isSignedBefore(q.edition.signing) ? ', sign' : ''}`,
      days: (handMinutes * q.short) / minutesADay,
      after: [dry],
      seen: [],
      why: `${handMinutes * q.short} min`,
    }),
  ];
}

const spans = (seen: readonly { from: string; to: string }[], workdays: readonly Weekday[]): number[] =>
  seen.map(({ from, to }) => workingDaysBetween(from, to, workdays));

function proofStep(
  called: string,
  best: Awaited<ReturnType<typeof proofsOf>>[number] | undefined,
): StepAsked {
  const lead = best ? (best.proof.state === 'made' ? 0 : best.route.leadDays) : 1;
  const dry = (best?.paper.dryHours ?? DAY_HOURS) / DAY_HOURS;
  return {
    name: `${called}: proof`,
    days: lead + dry + 1,
    after: [],
    seen: [],
    why: best
      ? `still open: made in ${lead} ${lead === 1 ? 'day' : 'days'}, dry in ${toDecimals(dry, 1)}, and looked at`
      : 'none of this size yet: made, dried, and looked at',
  };
}

/** A wait for paper, where what is on hand is too little for what is asked here. */
async function paperStep(
  bench: Bench,
  paper: { id: string; name: string; supplierId: string | null },
  q: { short: number; sheet: Size },
  add: (step: StepAsked) => string,
): Promise<string[]> {
  const { db } = bench.studio;
  const lots = (await lotsOnHand(db, [paper.id])).filter(({ onHand }) => onHand > 0);
  const prints = lots.reduce(
    (sum, lot) =>
      sum +
      printsFrom(
        lot.form === 'roll' || lot.heightUm === null
          ? { form: 'roll', width: lot.widthUm, length: lot.onHand }
          : { form: 'sheet', width: lot.widthUm, height: lot.heightUm, count: lot.onHand },
        q.sheet,
      ),
    0,
  );
  if (prints >= q.short) return [];
  const supplier = paper.supplierId ? await findRow(db, 'suppliers', paper.supplierId) : undefined;
  const seen = spans(await lotDaysSeen(db, paper.id), bench.calendar.workdays);
  const { why, ...days } = observedDays(seen, supplier?.deliveryDays ?? 7, 'lots');
  return [
    add({
      name: `${paper.name} to come`,
      after: [],
      ...days,
      why: `${prints} of ${q.short} on hand: ${why}`,
    }),
  ];
}

/** What is framed, mounted or stretched elsewhere waits for those hands. */
async function framerStep(
  bench: Bench,
  productId: string | null,
  called: string,
  after: string[],
): Promise<StepAsked | null> {
  const { db } = bench.studio;
  const product = productId ? await findRow(db, 'products', productId) : undefined;
  if (!product || product.finish === 'loose' || product.finish === 'sleeved') return null;
  const [framer] = (
    await findRows(db, 'craftspeople', { archivedAt: null }, { orderBy: ['days'] })
  ).filter(({ craft }) => craft === (product.finish === 'mounted' ? 'mounter' : 'framer'));
  const ownMinutes = bench.rates.minutes[product.finish === 'framed' ? 'frame' : 'mount'];
  return {
    name: `${called}: ${product.finish}`,
    days: framer?.days ?? ownMinutes / bench.minutesADay,
    after,
    seen: [],
    why: framer ? `${framer.days} days said by ${framer.name}` : `${ownMinutes} min of one’s own`,
  };
}

/** What was promised before this one wants the same hands. */
async function queueStep(bench: Bench): Promise<StepAsked | null> {
  const toPack = await ordersToPack(bench.studio.db, bench.exceptOrderId);
  if (!toPack) return null;
  const minutes = toPack * bench.rates.minutes.pack;
  return {
    name: 'orders before this one',
    days: minutes / bench.minutesADay,
    after: [],
    seen: [],
    why: `${toPack} to pack, ${minutes} min of ${bench.minutesADay} a day`,
  };
}

/** Days on the way, as seen of parcels to that country, else as the cheapest service there says. */
async function carrierDays(bench: Bench, country: string): Promise<number | null> {
  const { db } = bench.studio;
  const parcels = await bench.studio.untilWritten('carrier days', () => carrierDaysSeen(db));
  const seen = parcels
    .filter((each) => each.country === country)
    .map(({ leftOn, thereOn }) => workingDaysBetween(leftOn, thereOn, bench.calendar.workdays));
  if (seen.length >= 2) return observedDays(seen, null, 'parcels').days;
  const services = await bench.studio.untilWritten('services', () => allServices(db));
  const going = services.filter(({ rates }) => !rates || zoneOf(rates, country));
  const cheapest = [...going].sort((a, b) => a.priceMinor - b.priceMinor)[0];
  return cheapest ? ((cheapest.rates && zoneOf(cheapest.rates, country)?.days) ?? cheapest.days) : null;
}
