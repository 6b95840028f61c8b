import { addDays, daysBetween, daysEarlier, daysPassed } from '@/core/measure/day';
import { spanOf } from '@/core/sales/cause';
import { keptPromises } from '@/core/parcel/shipBy';
import { benchLines, type BenchLine, type ColourFact, type OutFact } from '@/core/bench/lines';
import type { Care } from '@/core/care';
import { screenFinding } from '@/core/colour/screen';
import { impressionLabel } from '@/core/edition/impressionStates';
import { localDay } from '@/core/measure';
import { compareScale } from '@/core/parcel/weigh';
import {
  jobsLate,
  layoutsInQueue,
  openCounts,
  originalsLate,
  proofsAtClients,
  dispatchedSince,
  unpriced,
} from '@/store/bench';
import { overdueConsignments } from '@/store/editionFigures';
import { waitingImpressions } from '@/store/editions';
import { lastTimes } from '@/store/journal';
import { mastersBeingRead, unreadable } from '@/store/masters';
import { lowSupplies, openOrders } from '@/store/orders';
import { waitingProofs } from '@/store/proofs';
import { findColumns, findRows } from '@/store/rows';
import { firstPromisedSale } from '@/store/sales';
import { refusedIntakes, worksWithoutMaster } from '@/store/works';
import { daysSinceBackup, REMIND_DAYS } from '../care/care';
import { isClockBehind } from '../care/studioCheck';
import { overpromised, overpromisedSays } from '../editions/promised';
import { dueForReference } from '../editions/inspections';
import { openOrderHands } from '../orders/hands';
import type { Studio } from '../studio';
import { weekOf } from '../week/week';

/** Everything the bench shows: what wants hands, what was put off, what runs low, the week ahead, and how the month’s promises went. */
export async function benchToday(studio: Studio) {
  const settings = await studio.settings();
  const today = localDay(studio.now(), settings.timeZone);
  const all = await benchLinesToday(studio);
  const [low, late, week] = await Promise.all([
    lowSupplies(studio.db),
    promisesKept(studio, today),
    weekOf(studio, all),
  ]);
  const offUntil = new Map(
    week.marks.flatMap(({ line, untilOn, why }) =>
      untilOn !== null && untilOn > today ? [[line, { untilOn, why }] as const] : [],
    ),
  );
  return {
    lines: all.filter(({ id }) => !offUntil.has(id)),
    putOff: all.flatMap((line) => {
      const mark = offUntil.get(line.id);
      return mark ? [{ line, ...mark }] : [];
    }),
    ...{ low, today, settings, late },
    week: week.plan.days
      .slice(0, DAYS_AHEAD)
      .map(({ day, used, minutes }) => ({ day, minutes: used, have: minutes })),
    missed: week.plan.missed.map((id) => week.items.find(({ task }) => task.id === id)!.task.name),
  };
}

/** How many days stand beside the bench. */
const DAYS_AHEAD = 7;

/** What wants hands today, also what was put off. */
export async function benchLinesToday(studio: Studio): Promise<BenchLine[]> {
  const { db } = studio;
  const settings = await studio.settings();
  const now = studio.now();
  const today = localDay(now, settings.timeZone);
  const [
    orderRows,
    hands,
    proofRows,
    impressionRows,
    refusals,
    reading,
    without,
    unpriced,
    queued,
    out,
    colour,
  ] = await Promise.all([
    openOrders(db),
    openOrderHands(studio),
    waitingProofs(db),
    waitingImpressions(db),
    refusedIntakes(db),
    mastersBeingRead(db),
    worksWithoutMaster(db),
    unpricedWorks(studio),
    queuedLayouts(studio),
    lateBack(studio, today),
    colourDue(studio, today),
  ]);
  const notRead = await unreadable(db);
  const readyOf = new Map(hands.map(({ row, ready }) => [row.id, ready.reduce((sum, n) => sum + n, 0)]));
  return benchLines({
    today,
    now,
    orders: orderRows.map((r) => ({
      id: r.order.id,
      number: r.order.number,
      buyer: r.buyer,
      what: r.what,
      state: r.order.state as 'new',
      shipBy: r.order.shipBy,
      pieces: r.pieces,
      ready: readyOf.get(r.order.id) ?? 0,
      form: r.parcelForm,
      scaleOff:
        r.scaleMg !== null &&
        r.expectedMg !== null &&
        compareScale(r.expectedMg, r.scaleMg).verdict !== 'holds'
          ? compareScale(r.expectedMg, r.scaleMg).says
          : null,
    })),
    proofs: proofRows.map((r) => ({
      id: r.proof.id,
      workId: r.proof.workId,
      title: r.title,
      format: r.formatName,
      paper: r.paperName,
      route: r.routeName,
      round: r.proof.round,
      state: r.proof.state as 'made',
      madeAt: r.proof.madeAt,
      askedOn: localDay(r.proof.askedAt, settings.timeZone),
      dryHours: r.dryHours,
      leadDays: r.leadDays,
      distanceMm: r.proof.distanceUm / 1_000,
    })),
    impressions: impressionRows.map((r) => ({
      editionId: r.editionId,
      title: r.title,
      state: r.state as 'printed',
      signing: r.signing,
      count: r.n,
      since: r.since,
      labels:
        r.n === 1
          ? impressionLabel(r.kind === 'open' ? 'open' : 'run', r.first, r.size)
          : r.last - r.first === r.n - 1
            ? `nos. ${r.first}–${r.last}${r.size ? ` of ${r.size}` : ''}`
            : `${r.n} between nos. ${r.first} and ${r.last}`,
    })),
    masters: [
      ...reading.map((m) => ({
        workId: m.workId,
        title: m.title,
        reading: true,
        createdAt: m.receivedAt,
      })),
      ...without.map((w) => ({ workId: w.id, title: w.title, reading: false, createdAt: w.createdAt })),
    ],
    notRead,
    refusals: refusals.map((r) => ({
      id: r.id,
      fileName: r.fileName,
      says: r.says,
      on: localDay(r.startedAt, settings.timeZone),
    })),
    unpriced,
    queued,
    out,
    colour,
  });
}

const queuedLayouts = async (studio: Studio) =>
  (await layoutsInQueue(studio.db)).map(({ placements, ...l }) => ({ ...l, pieces: placements.length }));

/** A clock that was put back: every day that is counted from it is wrong. */
async function clockBehind(studio: Studio): Promise<ColourFact | null> {
  const { register } = await lastTimes(studio.db);
  if (!register || !isClockBehind(register, studio.now())) return null;
  return {
    id: 'clock',
    when: 'now',
    whenNote: 'the clock is wrong',
    subject: 'Set this machine’s clock',
    about: 'it was put back',
    reason: `The last line of the register was written at ${register.slice(0, 16).replace('T', ' ')} UTC, which is still to come by this clock. Until it is right, promises and days are counted wrongly.`,
    href: '/studio#care',
    label: 'See the studio',
  };
}

/** A backup that is due, or was never made although somebody said where it goes. */
function backupDue(care: Care | null, now: string): ColourFact | null {
  if (!care?.folder) return null;
  const days = daysSinceBackup(care, now);
  const limit = care.everyDays ?? REMIND_DAYS;
  if (care.lastWell && days !== null && days <= limit) return null;
  const reason = !care.lastWell
    ? `The last try failed: ${care.lastSays}`
    : days === null
      ? 'It was never backed up: this disk is the only place it is.'
      : `It was last backed up ${days} days ago; ${limit} were meant.`;
  return {
    id: 'backup',
    when: days === null ? 'never' : `${days} days`,
    whenNote: 'since a backup',
    subject: 'Back the studio up',
    about: care.folder,
    reason,
    href: '/studio#care',
    label: 'See to it',
  };
}

/** What is owed to a cause is said so many days before it is due. */
const CAUSE_DAYS = 7;

/** A share of sales that is due to a cause, or soon will be. */
async function causeDue(studio: Studio, today: string): Promise<ColourFact | null> {
  const { causeTerms } = await studio.settings();
  if (!causeTerms) return null;
  const [last] = await findRows(studio.db, 'causePayments', {}, { orderBy: ['-untilOn'], limit: 1 });
  const sold = await firstPromisedSale(studio.db, last?.untilOn ?? '');
  if (!sold) return null;
  const { from, until } = spanOf(sold, causeTerms.every);
  const left = daysBetween(today, addDays(until, causeTerms.withinDays));
  if (until >= today || left > CAUSE_DAYS) return null;
  return {
    id: `cause:${until}`,
    when: left < 0 ? `${-left} days` : left === 0 ? 'today' : `in ${left} days`,
    whenNote: left < 0 ? 'overdue' : 'due',
    subject: `Pay ${causeTerms.name} its share`,
    about: `of what was sold from ${from} to ${until}`,
    reason: `It is reckoned by the ${causeTerms.every} and paid within ${causeTerms.withinDays} days.`,
    href: '/orders/income',
    label: 'See the sum',
  };
}

/** A client is asked again after so many days. */
const ANSWER_DAYS = 7;

/** The screen that is due for calibration, references that were not looked at for long, clients who have not answered. */
async function colourDue(studio: Studio, today: string): Promise<ColourFact[]> {
  const { screen, timeZone, care } = await studio.settings();
  const [due, waiting] = await Promise.all([dueForReference(studio), proofsAtClients(studio.db)]);
  const finding = screen ? screenFinding(screen, today) : null;
  const titles = due.length ? await findColumns(studio.db, 'works', ['id', 'title']) : [];
  const late = waiting.flatMap((proof) => {
    const { answer, sentAt } = proof.client!;
    const days = daysPassed(sentAt, studio.now());
    return answer === 'waiting' && days >= ANSWER_DAYS ? [{ ...proof, days }] : [];
  });
  const byWork = [...new Map(due.map((d) => [d.workId, d])).values()].slice(0, 4);
  const backup = backupDue(care, studio.now());
  const [clock, cause, owed] = await Promise.all([
    clockBehind(studio),
    causeDue(studio, today),
    overpromised(studio.db, today),
  ]);
  return [
    ...(clock ? [clock] : []),
    ...(backup ? [backup] : []),
    ...owed.map((each) => ({
      id: `owed:${each.editionId}`,
      when: 'now',
      whenNote: 'promised too many',
      subject: each.title,
      about: `${each.short} short of what was promised`,
      reason: overpromisedSays(each),
      href: `/register/${each.editionId}`,
      label: 'See the run',
    })),
    ...(cause ? [cause] : []),
    ...(finding?.word === 'overdue'
      ? [
          {
            id: 'screen',
            when: 'overdue',
            whenNote: 'screen',
            subject: 'Calibrate the screen',
            about: 'proofs are looked at on it',
            reason: finding.says,
            href: '/studio#screen',
            label: 'Note it',
          },
        ]
      : []),
    ...late.map(({ id, workId, round, client, title, days }) => ({
      id: `client:${id}`,
      when: `${days} days`,
      whenNote: 'no answer',
      subject: title,
      about: `round ${round}, with ${client!.to}`,
      reason: `Sent ${localDay(client!.sentAt, timeZone)}; no answer is noted.`,
      href: `/works/${workId}/proofs`,
      label: 'See it',
    })),
    ...byWork.map((d) => ({
      id: `reference:${d.proofId}`,
      when: `${d.days} days`,
      whenNote: 'since it was looked at',
      subject: titles.find((t) => t.id === d.workId)?.title ?? 'A work',
      about: 'a print beside its reference',
      reason: `Its reference was last held beside a print on ${localDay(d.since, timeZone)}: prints made one at a time drift.`,
      href: `/works/${d.workId}/edition/inspect`,
      label: 'Look at it',
    })),
  ];
}

/** Work and originals that should be back by now. */
async function lateBack(studio: Studio, today: string): Promise<OutFact[]> {
  const [jobs, away, shops] = await Promise.all([
    jobsLate(studio.db, today),
    originalsLate(studio.db, today),
    overdueConsignments(studio.db, today),
  ]);
  return [
    ...jobs.map(({ job, route }) => ({
      id: job.id,
      kind: 'work' as const,
      where: route,
      what: job.lines.map((l) => `${l.quantity} × ${l.says}`).join('; '),
      dueOn: job.expectedOn,
      href: '/papers/quotes',
    })),
    ...away.map(({ move, title }) => ({
      id: move.id,
      kind: 'original' as const,
      where: move.who,
      what: title,
      dueOn: move.dueOn!,
      href: `/works/${move.workId}/original`,
    })),
    ...shops.map((each) => ({
      id: each.id,
      kind: 'shop' as const,
      where: each.shop,
      what: `${each.there === 1 ? 'a print' : `${each.there} prints`} on consignment note ${each.number}`,
      dueOn: each.dueOn,
      href: `/register/consignments/${each.id}`,
    })),
  ];
}

async function unpricedWorks(studio: Studio) {
  return unpriced(studio.db);
}

/** Of the orders that left in the last 30 days, how many left by the day promised. */
async function promisesKept(studio: Studio, today: string) {
  const { timeZone } = await studio.settings();
  // A day more than is counted, since a day begins at another instant here.
  const since = daysEarlier(`${today}T00:00:00Z`, 32);
  return keptPromises(await dispatchedSince(studio.db, since), today, timeZone);
}

/** The numbers that stand beside the places: the lines the bench has, and the orders that are open. Every page shows them. */
export async function placeCounts(studio: Studio): Promise<{ bench: number; orders: number }> {
  const { timeZone } = await studio.settings();
  const now = studio.now();
  const today = localDay(now, timeZone);
  // Clients' answers and the backup are due by the hour.
  return studio.untilWritten(`counts ${today} ${now.slice(0, 13)}`, async () => {
    const [row] = await openCounts(studio.db, today);
    return {
      bench: (row?.orders ?? 0) + (row?.other ?? 0) + (await colourDue(studio, today)).length,
      orders: row?.orders ?? 0,
    };
  });
}
