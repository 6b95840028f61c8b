import { daysBetween, type Day } from '@/core/measure/day';
import { compareListing, type ParagraphState } from '@/core/listing/listing';
import { USUAL_LISTING_RULES } from '@/core/listing/channelSheet';
import { findRows, type Row } from '@/store/rows';
import { lotSums } from '@/store/papers';
import { openCostBook } from '../prices/costs';
import { listingOf, type Listing } from '../prices/listing';
import { staleness } from '../proofs/rounds';
import { OLD_AFTER_DAYS } from '../routes/routes';
import type { Studio } from '../studio';
import { loadWorkPage } from '../works/workPage';

export type KeptListing = Row<'listings'>;

/** One thing a listing says, or rests on, that is not so any more: what was said, what is so now, and what to do. */
export type Untrue = {
  /** Of the paragraph, or of what it rests on. */
  key: string;
  mark: 'care' | 'fails';
  said: string;
  now: string;
  act: { says: string; href: string };
};

/** A listing as it is kept, held against the facts of today. */
export type CheckedListing = {
  listing: KeptListing;
  work: { id: string; title: string };
  facts: Listing;
  states: ParagraphState[];
  untrue: Untrue[];
};

/** What is kept of one work's listing, checked now; nothing where none is kept. */
export async function checkedListing(studio: Studio, workId: string): Promise<CheckedListing | null> {
  const [listing] = await findRows(studio.db, 'listings', { workId }, { limit: 1 });
  return listing ? check(studio, listing, await listingGround(studio)) : null;
}

/** Every listing, checked now; what is no longer true stands first. */
export async function checkedListings(studio: Studio): Promise<CheckedListing[]> {
  const [kept, ground] = await Promise.all([
    findRows(studio.db, 'listings', {}, { orderBy: ['changedAt'] }),
    listingGround(studio),
  ]);
  const checked: CheckedListing[] = [];
  for (const listing of kept) {
    const one = await check(studio, listing, ground);
    if (one) checked.push(one);
  }
  return checked.sort((a, b) => b.untrue.length - a.untrue.length);
}

/** More than this many are held against today on their own page only: the bench would be long in coming. */
const LOOKED_AT = 60;

/** What the bench tells of listings: those that say what is no longer so, and how many nobody looked at. */
export type UntrueListings = {
  untrue: { workId: string; title: string; count: number; first: Untrue }[];
  notLookedAt: number;
};

/** Listings held against the facts of today, those changed longest ago first. */
export async function untrueListings(studio: Studio): Promise<UntrueListings> {
  const today = await studio.today();
  return studio.untilWritten(`untrue listings ${today}`, async () => {
    const kept = await findRows(studio.db, 'listings', {}, { orderBy: ['changedAt'] });
    if (kept.length === 0) return { untrue: [], notLookedAt: 0 };
    const ground = await listingGround(studio);
    const untrue: UntrueListings['untrue'] = [];
    for (const listing of kept.slice(0, LOOKED_AT)) {
      const one = await check(studio, listing, ground);
      if (one?.untrue.length)
        untrue.push({
          ...{ workId: one.work.id, title: one.work.title, count: one.untrue.length },
          first: one.untrue.find(({ mark }) => mark === 'fails') ?? one.untrue[0]!,
        });
    }
    return { untrue, notLookedAt: Math.max(0, kept.length - LOOKED_AT) };
  });
}

/** What all listings rest on, read once. */
async function listingGround(studio: Studio) {
  const { db } = studio;
  const [today, papers, lots, routes, channels, services, book] = await Promise.all([
    studio.today(),
    findRows(db, 'papers'),
    lotSums(db),
    findRows(db, 'routes'),
    findRows(db, 'channels', { archivedAt: null }),
    findRows(db, 'services'),
    openCostBook(studio),
  ]);
  const onHand = new Map<string, number>();
  for (const { lot, onHand: left } of lots)
    onHand.set(lot.paperId, (onHand.get(lot.paperId) ?? 0) + left);
  return { today, papers, onHand, routes, channels, services, book };
}
type Ground = Awaited<ReturnType<typeof listingGround>>;

async function check(
  studio: Studio,
  listing: KeptListing,
  ground: Ground,
): Promise<CheckedListing | null> {
  const whole = await loadWorkPage(studio, listing.workId);
  if (!whole) return null;
  const { work } = whole;
  const facts = await listingOf(studio, whole, ground.book);
  const states = compareListing(listing.body.paragraphs, facts.sentences);
  const station = `/works/${work.id}/listing`;
  const untrue: Untrue[] = [
    ...states.flatMap((state) => untrueParagraph(state, station)),
    ...soldOut(facts, work.id),
    ...paperLines(facts, ground),
    ...(await proofLines(studio, whole.proofs, facts, work.id)),
    ...oldRates(facts, listing, ground),
    ...channelLines(listing, ground, station),
  ];
  return { listing, work: { id: work.id, title: work.title }, facts, states, untrue };
}

function untrueParagraph({ key, state, said, now }: ParagraphState, href: string): Untrue[] {
  if (state === 'changed')
    return [{ key, mark: 'fails', said: said!, now: now!, act: { says: 'Write it anew', href } }];
  if (state === 'gone')
    return [
      {
        ...{ key, mark: 'fails', said: said! },
        now: 'It is not offered any more, or not said by the records.',
        act: { says: 'Take it out', href },
      },
    ];
  if (state === 'new')
    return [{ key, mark: 'care', said: 'Nothing.', now: now!, act: { says: 'Put it in', href } }];
  return [];
}

const soldOut = ({ free }: Listing, workId: string): Untrue[] =>
  free === null || free > 0
    ? []
    : [
        {
          ...{ key: 'sold out', mark: 'fails', said: 'It is offered.' },
          now: 'No number of the run is still to be had: all are sold, held or closed.',
          act: { says: 'Look at the edition', href: `/works/${workId}/edition` },
        },
      ];

/** A paper that is not made any more, or of which nothing lies here. */
function paperLines({ offered }: Listing, { papers, onHand }: Ground): Untrue[] {
  const used = new Set(offered.map((o) => o.paperId));
  return papers.flatMap((paper): Untrue[] => {
    if (!used.has(paper.id) || !paper.discontinued) return [];
    const left = onHand.get(paper.id) ?? 0;
    return [
      {
        ...{ key: `paper:${paper.id}`, mark: left > 0 ? 'care' : 'fails' },
        said: `It is printed on ${paper.name}.`,
        now:
          left > 0
            ? 'The paper is not made any more; some lies here still.'
            : 'The paper is not made any more, and none lies here.',
        act: { says: 'Look at the paper', href: `/papers/paper/${paper.id}` },
      },
    ];
  });
}

/** An accepted reference that no longer speaks for what would be printed. */
async function proofLines(
  studio: Studio,
  proofs: readonly { proof: Parameters<typeof staleness>[1]; format: { id: string; name: string } }[],
  { offered }: Listing,
  workId: string,
): Promise<Untrue[]> {
  const formats = new Set(offered.map((o) => o.formatId));
  const found: Untrue[] = [];
  for (const { proof, format } of proofs) {
    if (!proof.reference || !formats.has(format.id)) continue;
    const parts = await staleness(studio.db, proof);
    if (parts.length)
      found.push({
        ...{ key: `proof:${proof.id}`, mark: 'care' },
        said: `${format.name} was accepted as proofed.`,
        now: `Its proof no longer speaks for it: ${parts.join(', ')} changed since.`,
        act: { says: 'Proof it again', href: `/works/${workId}/proofs` },
      });
  }
  return found;
}

const isOld = (readOn: Day | null, today: Day): boolean =>
  readOn !== null && daysBetween(readOn, today) > OLD_AFTER_DAYS;

/** Prices of those who make and carry it that were read long ago. */
function oldRates(
  { offered }: Listing,
  { body }: KeptListing,
  { today, routes, channels, services }: Ground,
): Untrue[] {
  const used = new Set(offered.map((o) => o.routeId));
  const since = (readOn: string) =>
    `read ${readOn}, ${daysBetween(readOn, today)} days ago: read them again`;
  const oldService = services.find((s) => isOld(s.readOn, today));
  return [
    ...routes.flatMap((route): Untrue[] =>
      used.has(route.id) && isOld(route.readOn, today)
        ? [
            {
              ...{ key: `route:${route.id}`, mark: 'care', said: `It is made by ${route.name}.` },
              now: `The prices of ${route.name} were ${since(route.readOn!)}.`,
              act: { says: 'Read its prices', href: `/papers/route/${route.id}` },
            },
          ]
        : [],
    ),
    ...channels.flatMap((channel): Untrue[] =>
      body.channelIds.includes(channel.id) && isOld(channel.readOn, today)
        ? [
            {
              ...{ key: `channel:${channel.id}`, mark: 'care', said: `It stands at ${channel.name}.` },
              now: `The rules of ${channel.name} were ${since(channel.readOn)}.`,
              act: { says: 'Read its rules', href: '/orders/channels' },
            },
          ]
        : [],
    ),
    ...(oldService
      ? [
          {
            ...{
              key: `service:${oldService.id}`,
              mark: 'care' as const,
              said: 'Carriage is charged by the rates.',
            },
            now: `The rates of ${oldService.carrier} ${oldService.name} were ${since(oldService.readOn)}.`,
            act: { says: 'Read the rates', href: '/orders/sending' },
          },
        ]
      : []),
  ];
}

/** What a channel does not take as it is. */
function channelLines({ body }: KeptListing, { channels }: Ground, href: string): Untrue[] {
  return channels.flatMap((channel): Untrue[] => {
    if (!body.channelIds.includes(channel.id)) return [];
    const { mostTags } = channel.listing ?? USUAL_LISTING_RULES;
    return body.tags.length > mostTags
      ? [
          {
            ...{ key: `tags:${channel.id}`, mark: 'fails', said: `${body.tags.length} tags.` },
            now: `${channel.name} takes ${mostTags}.`,
            act: { says: 'Leave some out', href },
          },
        ]
      : [];
  });
}
