import { judgeSet, type JudgedSet } from '@/core/product/sets';
import { groupBy } from '@/core/groups';
import { findRows, type Row } from '@/store/rows';
import { worksOfSubjects } from '@/store/subjects';
import { catalogueOf, type Sellable } from '../orders/catalogue';
import { setNumbers } from '../orders/setLines';
import type { Studio } from '../studio';
import { pricedProducts } from './products';

export type WorkSet = Row<'workSets'>;
export type ShownMember = {
  editionId: string;
  formatId: string;
  productId: string;
  title: string;
  name: string;
  workId: string;
  picture: string | null;
  /** Of the printed image, µm. */
  size: { width: number; height: number };
  price: number | null;
};
export type ShownSet = {
  set: WorkSet;
  members: ShownMember[];
  judged: JudgedSet;
  /** How many whole sets can still be sold; nothing: as many as are asked for. */
  free: number | null;
  /** The first numbers that all runs still have, where it is sold under one. */
  numbers: number[];
};

/** The sets that are sold, each with what it brings and how many of it can still be had. */
export async function soldSets(studio: Studio): Promise<ShownSet[]> {
  const { db } = studio;
  const sets = await findRows(db, 'workSets', { archivedAt: null }, { orderBy: ['name', 'id'] });
  if (!sets.length) return [];
  const editions = await findRows(db, 'editions', {
    id: [...new Set(sets.flatMap(({ members }) => members.map(({ editionId }) => editionId)))],
  });
  const workIds = [...new Set(editions.map(({ workId }) => workId))];
  const [{ currency }, today, priced, offers, works] = await Promise.all([
    studio.settings(),
    studio.today(),
    pricedProducts(studio, { workIds }),
    catalogueOf(studio),
    worksOfSubjects(db, workIds),
  ]);
  const shown: ShownSet[] = [];
  for (const set of sets) {
    const parts = set.members.flatMap((member) => {
      const known = priced.find(({ product }) => product.id === member.productId);
      return known ? [{ member, known }] : [];
    });
    const isWhole = parts.length === set.members.length;
    const numbers =
      set.sameNumber && isWhole
        ? (await setNumbers(db, set.members, today)).map(({ number }) => number)
        : [];
    shown.push({
      set,
      members: parts.map(({ member, known: { format, title, name, price, product } }) => ({
        ...member,
        ...{ title, name, workId: product.workId },
        picture: works.get(product.workId)?.picture ?? null,
        size: { width: format.imageWidthUm, height: format.imageHeightUm },
        price: price?.priceMinor ?? null,
      })),
      judged: judgeSet(
        parts.map(({ known: { title, name, price, cost } }) => ({
          name: `${title}, ${name}`,
          price: price?.priceMinor ?? null,
          cost: cost.total,
        })),
        set.priceMinor,
        currency,
      ),
      free: set.sameNumber ? numbers.length : freeSets(set, parts.length, offers),
      numbers: numbers.slice(0, 12),
    });
  }
  return shown;
}

/** A set can be had as often as its scarcest run has enough numbers for its parts. */
function freeSets(set: WorkSet, offered: number, offers: readonly Sellable[]): number | null {
  if (offered < set.members.length) return 0;
  const perRun = [...groupBy(set.members, ({ editionId }) => editionId)].map(([editionId, parts]) => {
    const offer = offers.find((each) => each.editionId === editionId);
    if (!offer) return 0;
    return offer.free === null ? null : Math.floor(offer.free / parts.length);
  });
  const limits = perRun.filter((count) => count !== null);
  return limits.length ? Math.max(0, Math.min(...limits)) : null;
}

/** A set as an order is taken of it: what it sells for, and its parts as they are offered. */
export type SetOffer = {
  id: string;
  name: string;
  priceMinor: number;
  free: number | null;
  sameNumber: boolean;
  parts: Sellable[];
};

/** The sets of which a whole one can still be had. */
export async function setOffers(studio: Studio): Promise<SetOffer[]> {
  const [sets, offers] = await Promise.all([soldSets(studio), catalogueOf(studio)]);
  return sets.flatMap(({ set, free }) => {
    const parts = set.members.flatMap(
      (member) =>
        offers.find(
          (offer) => offer.editionId === member.editionId && offer.productId === member.productId,
        ) ?? [],
    );
    if (free === 0 || parts.length < set.members.length) return [];
    const { id, name, priceMinor, sameNumber } = set;
    return [{ id, name, priceMinor, free, sameNumber, parts }];
  });
}
