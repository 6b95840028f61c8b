import { proofShareFinding } from '@/core/edition/declare';
import { isSignedBefore } from '@/core/edition/impressionStates';
import { paceOf, salesSteps, type Pace } from '@/core/edition/pace';
import { incomeOf, nextTier, tierPrice } from '@/core/edition/terms';
import type { Finding } from '@/core/finding';
import { groupBy } from '@/core/groups';
import { daysBetween } from '@/core/measure/day';
import { localDay } from '@/core/measure';
import {
  overdueConsignments,
  sellableNumbers,
  soldOf,
  soldOnPaper,
  soldUnsigned,
  standingReservations,
} from '@/store/editionFigures';
import type { Edition } from '@/store/editions';
import { pricesOn } from '@/store/products';
import { findRows } from '@/store/rows';
import { freeByEdition } from '@/store/soundness';
import type { Studio } from '../studio';
import { overpromised, overpromisedSays } from './promised';

/** How an edition stands in money and time. */
export type EditionFigures = {
  /** Sold, in orders that stand and on paper before. */
  sold: number;
  incomeMinor: number;
  /** Of a run: can still be sold; promised; reserved; free. Nothing for an open edition. */
  free: number | null;
  promised: number;
  reserved: number;
  /** Ready in the drawer. */
  ready: number;
  /** With shops. */
  out: number;
  /** What is free brings at today's smallest price under the tiers; nothing where there is no price or no end. */
  leftMinor: number | null;
  firstPriceMinor: number | null;
  /** The next number to be sold, and what it costs. */
  next: { number: number; priceMinor: number | null } | null;
  tier: { from: number; in: number; priceMinor: number | null } | null;
  pace: Pace;
  /** How the count grew, day by day. */
  growth: [day: string, sold: number][];
  openedOn: string;
};

/** The figures of some editions, a few questions for all of them together. */
export async function figuresOf(
  studio: Studio,
  editions: readonly Edition[],
  counts: ReadonlyMap<string, Readonly<Record<string, number>>>,
): Promise<Map<string, EditionFigures>> {
  const ids = editions.map((edition) => edition.id);
  if (!ids.length) return new Map();
  const { db } = studio;
  const { timeZone, currency } = await studio.settings();
  const today = await studio.today();
  const [sold, onPaper, numbers, free, prices, products] = await Promise.all([
    soldOf(db, ids),
    soldOnPaper(db, ids),
    sellableNumbers(db, ids),
    freeByEdition(db, today, ids),
    pricesOn(db, today, { workIds: editions.map((e) => e.workId) }),
    findRows(db, 'products', {
      workId: editions.map((e) => e.workId),
      archivedAt: null,
      inEdition: true,
    }),
  ]);
  const inRun = new Map(products.map((product) => [product.id, product]));
  const byEdition = <T extends { editionId: string }>(rows: readonly T[]) =>
    groupBy(rows, ({ editionId }) => editionId);
  const [soldBy, paperBy, freeBy, numbersBy] = [
    byEdition(sold),
    byEdition(onPaper),
    byEdition(free),
    byEdition(numbers),
  ];
  const result = new Map<string, EditionFigures>();
  for (const edition of editions) {
    const lines = soldBy.get(edition.id) ?? [];
    const paper = paperBy.get(edition.id) ?? [];
    const line = freeBy.get(edition.id)?.[0];
    const soldOn = [
      ...lines.flatMap((each) => Array.from({ length: each.quantity }, () => each.on)),
      ...paper.map((each) => each.on),
    ].sort();
    const first = lowest(
      prices
        .filter((price) => {
          const product = price.productId ? inRun.get(price.productId) : undefined;
          return (
            product?.workId === edition.workId &&
            (edition.formatId === null || product.formatId === edition.formatId)
          );
        })
        .map((price) => price.priceMinor),
    );
    const left = (numbersBy.get(edition.id) ?? []).map((each) => each.number);
    const spoken = (line?.promised ?? 0) + (line?.reserved ?? 0);
    const open = left.slice(spoken);
    const { tiers } = edition.terms;
    const next = open[0] ?? null;
    const tier = nextTier(next, tiers);
    const count = counts.get(edition.id) ?? {};
    const of = (...states: string[]) => states.reduce((sum, state) => sum + (count[state] ?? 0), 0);
    result.set(edition.id, {
      sold: soldOn.length,
      incomeMinor: lines.reduce((sum, each) => sum + each.quantity * each.priceMinor, 0),
      free: edition.kind === 'open' ? null : Math.max(0, line?.free ?? 0),
      promised: line?.promised ?? 0,
      reserved: line?.reserved ?? 0,
      ready: of('signed', 'certified') + (isSignedBefore(edition.signing) ? 0 : of('inspected')),
      out: of('consigned'),
      firstPriceMinor: first,
      leftMinor:
        edition.kind === 'open' || first === null ? null : incomeOf(open, first, tiers, currency),
      next:
        next === null || edition.kind === 'open'
          ? null
          : {
              number: next,
              priceMinor: first === null ? null : tierPrice(first, next, tiers, currency),
            },
      tier: tier && {
        from: tier.tier.from,
        in: tier.in,
        priceMinor: first === null ? null : tierPrice(first, tier.tier.from, tiers, currency),
      },
      pace: paceOf({
        soldOn,
        openedOn: [localDay(edition.openedAt, timeZone), ...soldOn.slice(0, 1)].sort()[0]!,
        left: edition.kind === 'open' ? 0 : open.length,
        today,
      }),
      growth: salesSteps(soldOn),
      openedOn: localDay(edition.openedAt, timeZone),
    });
  }
  return result;
}

const lowest = (sums: readonly number[]): number | null => (sums.length ? Math.min(...sums) : null);

export type EditionAlert = Finding & { href: string; act: string };

/** Soon is soon enough to write to somebody. */
const SOON_DAYS = 3;

/** What wants somebody across all editions: too many proofs, sold and not signed, a shop overdue, a reservation running out. */
export async function editionAlerts(
  studio: Studio,
  editions: readonly { edition: Edition; title: string }[],
): Promise<EditionAlert[]> {
  const today = await studio.today();
  const [owed, unsigned, overdue, reservations] = await Promise.all([
    overpromised(studio.db, today),
    soldUnsigned(studio.db),
    overdueConsignments(studio.db, today),
    standingReservations(studio.db, today),
  ]);
  const proofs = editions.flatMap(({ edition, title }) => {
    if (edition.kind === 'open' || !edition.size) return [];
    const finding = proofShareFinding(edition.size, edition.proofs);
    return finding.verdict === 'care'
      ? [{ ...finding, says: `${title}: ${finding.says}`, href: `/register/${edition.id}`, act: 'Look' }]
      : [];
  });
  return [
    ...owed.map((each) => ({
      verdict: 'fails' as const,
      word: 'promised too many',
      says: overpromisedSays(each),
      because: [],
      href: `/register/${each.editionId}`,
      act: 'See the run',
    })),
    ...overdue.map((each) => ({
      verdict: 'fails' as const,
      word: 'overdue',
      says: `${each.shop} was to pay or give back ${each.there === 1 ? 'a print' : `${each.there} prints`} by ${each.dueOn}, ${daysBetween(each.dueOn, today)} days ago (note ${each.number}).`,
      because: [],
      href: `/register/consignments/${each.id}`,
      act: 'Settle',
    })),
    ...unsigned.map((each) => ({
      verdict: 'care' as const,
      word: 'sold, unsigned',
      says: `${each.title}: ${each.sold} ordered and ${each.ready} signed.`,
      because: [],
      href: `/register/${each.editionId}/sign`,
      act: 'Sign',
    })),
    ...reservations
      .filter((each) => daysBetween(today, each.untilOn) <= SOON_DAYS)
      .map((each) => ({
        verdict: 'care' as const,
        word: 'runs out',
        says: `${each.title}: ${each.number ? `number ${each.number}` : `${each.quantity}`} held for ${each.forWhom} until ${each.untilOn}.`,
        because: [],
        href: `/register/${each.editionId}`,
        act: 'Ask them',
      })),
    ...proofs,
  ];
}
