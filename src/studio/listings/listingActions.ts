import { InputError, RefusedError } from '@/core/errors';
import {
  readColumns,
  readTags,
  USUAL_LISTING_RULES,
  type ListingRules,
} from '@/core/listing/channelSheet';
import {
  freshListing,
  PICTURE_KINDS,
  settleParagraph,
  type ListingBody,
  type ListedParagraph,
} from '@/core/listing/listing';
import type { Tx } from '@/store/db';
import { findRows, insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { listingOf } from '../prices/listing';
import { id, listOf, objectSchema, oneOf, orNull, prose, wholeNumber } from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { loadWorkPage } from '../works/workPage';
import { startJob } from '../jobs';
import { checkedListing, type KeptListing } from './listings';
import { makePictures, picturesOf } from './pictures';

const MOST_PARAGRAPHS = 80;
/** Where no channel sets another limit. */
const MOST_TAGS = 40;

/** What the facts say of a work now, and what it is called. */
async function factsOf(studio: Studio, workId: string) {
  const whole = await loadWorkPage(studio, workId);
  if (!whole) throw new InputError('workId', workId, 'one of the works there are');
  return { title: whole.work.title, facts: await listingOf(studio, whole) };
}

async function change(
  studio: Studio,
  tx: Tx,
  listingId: string,
  make: (body: ListingBody, listing: KeptListing) => ListingBody | Promise<ListingBody>,
  says: (title: string) => string,
): Promise<string> {
  const listing = await rowById(tx, 'listings', listingId, 'listingId');
  const { title } = await rowById(tx, 'works', listing.workId);
  const body = await make(listing.body, listing);
  await patchRow(tx, 'listings', listing.id, { body, changedAt: studio.now() });
  const told = says(title);
  await noteInJournal(studio, tx, {
    ...{ act: 'changed', subject: 'listing', subjectId: listing.id, says: told },
    before: listing,
  });
  return told;
}

/** Writes a work's listing from the facts. */
export const writeListing = defineAction({
  name: 'writeListing',
  input: objectSchema({ workId: id }),

  async run({ studio, tx, input }) {
    const { title, facts } = await factsOf(studio, input.workId);
    if (!facts.ready)
      throw new RefusedError(
        `${title} cannot be listed yet: it needs a size that holds and has a price, and an edition that is open.`,
      );
    const [known] = await findRows(tx, 'listings', { workId: input.workId }, { limit: 1 });
    if (known) throw new RefusedError(`${title} has its listing already.`);
    const newId = studio.newId();
    await insertRow(tx, 'listings', {
      id: newId,
      workId: input.workId,
      body: freshListing(facts.sentences),
      writtenAt: studio.now(),
      changedAt: studio.now(),
    });
    await noteInJournal(studio, tx, {
      ...{ act: 'wrote', subject: 'listing', subjectId: newId, says: `Wrote the listing of ${title}` },
    });
    return { message: `The listing of ${title} is written from the records.`, id: newId };
  },
});

/** Takes a work's listing away: it is not checked any more. */
export const removeListing = defineAction({
  name: 'removeListing',
  input: objectSchema({ listingId: id }),

  async run({ studio, tx, input }) {
    const before = await rowById(tx, 'listings', input.listingId, 'listingId');
    const { title } = await rowById(tx, 'works', before.workId);
    await removeRow(tx, 'listings', before.id);
    await noteInJournal(studio, tx, {
      ...{
        act: 'removed',
        subject: 'listing',
        subjectId: before.id,
        says: `Took away the listing of ${title}`,
      },
      before,
    });
    return { message: `The listing of ${title} is taken away.` };
  },
});

const withSays = (
  paragraphs: readonly ListedParagraph[],
  key: string,
  says: string,
): ListedParagraph[] => {
  if (!paragraphs.some((p) => p.key === key))
    throw new InputError('key', key, 'a paragraph of this listing');
  return paragraphs.map((p) => (p.key === key ? { ...p, says } : p));
};

/** Writes one paragraph in one's own words; it is still held against its fact. */
export const editParagraph = defineAction({
  name: 'editParagraph',
  input: objectSchema({ listingId: id, key: prose, says: prose }),

  async run({ studio, tx, input }) {
    const says = input.says.trim();
    if (!says) throw new InputError('says', input.says, 'a few words; to leave it out, take it out');
    const told = await change(
      ...([studio, tx, input.listingId] as const),
      (body) => ({ ...body, paragraphs: withSays(body.paragraphs, input.key, says) }),
      (title) => `Wrote a paragraph of the listing of ${title}`,
    );
    return { message: `${told}.` };
  },
});

/** Adds a paragraph of one's own words, which no fact stands behind. */
export const addParagraph = defineAction({
  name: 'addParagraph',
  input: objectSchema({ listingId: id, says: prose }),

  async run({ studio, tx, input }) {
    const says = input.says.trim();
    if (!says) throw new InputError('says', input.says, 'a few words');
    const told = await change(
      ...([studio, tx, input.listingId] as const),
      (body) => {
        if (body.paragraphs.length >= MOST_PARAGRAPHS)
          throw new RefusedError(`A listing has room for ${MOST_PARAGRAPHS} paragraphs.`);
        return {
          ...body,
          paragraphs: [...body.paragraphs, { key: `own:${studio.newId()}`, says, from: null }],
        };
      },
      (title) => `Added a paragraph to the listing of ${title}`,
    );
    return { message: `${told}.` };
  },
});

/** Settles a paragraph that is no longer so: by the facts, or in one's own words, which count as right from now. */
export const settleListing = defineAction({
  name: 'settleListing',
  input: objectSchema({ listingId: id, key: prose, how: oneOf('facts', 'words') }),

  async run({ studio, tx, input }) {
    const told = await change(
      ...([studio, tx, input.listingId] as const),
      async (body, { workId }) => {
        const { facts } = await factsOf(studio, workId);
        return {
          ...body,
          paragraphs: settleParagraph(body.paragraphs, facts.sentences, input.key, input.how),
        };
      },
      (title) => `Brought the listing of ${title} up to date`,
    );
    return { message: `${told}.` };
  },
});

/** Takes a paragraph out; where a fact stands behind it, it can be put in again. */
export const removeParagraph = defineAction({
  name: 'removeParagraph',
  input: objectSchema({ listingId: id, key: prose }),

  async run({ studio, tx, input }) {
    const told = await change(
      ...([studio, tx, input.listingId] as const),
      (body) => ({ ...body, paragraphs: body.paragraphs.filter((p) => p.key !== input.key) }),
      (title) => `Took a paragraph out of the listing of ${title}`,
    );
    return { message: `${told}.` };
  },
});

/** Tags, pictures and channels of a listing; the first picture is the featured one. */
export const dressListing = defineAction({
  name: 'dressListing',
  input: objectSchema({
    listingId: id,
    tags: prose,
    pictures: listOf(oneOf(...PICTURE_KINDS), { maxItems: PICTURE_KINDS.length }),
    channelIds: listOf(id, { maxItems: 40 }),
  }),

  async run({ studio, tx, input }) {
    const channels = await findRows(tx, 'channels', { archivedAt: null });
    const at = channels.filter((c) => input.channelIds.includes(c.id));
    const most = Math.min(MOST_TAGS, ...at.map((c) => (c.listing ?? USUAL_LISTING_RULES).mostTags));
    const tags = readTags(input.tags, most);
    const told = await change(
      ...([studio, tx, input.listingId] as const),
      (body) => ({
        ...{ ...body, tags, pictures: [...new Set(input.pictures)] },
        channelIds: at.map((c) => c.id),
      }),
      (title) => `Dressed the listing of ${title}: ${tags.length} tags, ${at.length} channels`,
    );
    return { message: `${told}.` };
  },
});

/** How a channel wants its listings: tags, the length of a title, the columns of its list. */
export const setListingRules = defineAction({
  name: 'setListingRules',
  input: objectSchema({
    channelId: id,
    mostTags: wholeNumber(0, MOST_TAGS),
    titleLength: orNull(wholeNumber(10, 500)),
    columns: prose,
  }),

  async run({ studio, tx, input }) {
    const before = await rowById(tx, 'channels', input.channelId, 'channelId');
    const columns = readColumns(input.columns);
    const { mostTags, titleLength } = input;
    const listing: ListingRules = {
      ...{ mostTags, titleLength },
      columns: columns.length ? columns : USUAL_LISTING_RULES.columns,
    };
    await patchRow(tx, 'channels', before.id, { listing });
    await noteInJournal(studio, tx, {
      ...{ act: 'changed', subject: 'channel', subjectId: before.id },
      says: `${before.name} takes ${mostTags} tags and a list of ${listing.columns.length} columns`,
      before,
    });
    return { message: `How ${before.name} wants its listings is kept.` };
  },
});

/** Makes the pictures of a listing beside everything else; those that are there already stay. */
export const makeListingPictures = defineAction({
  name: 'makeListingPictures',
  input: objectSchema({ workId: id }),

  async run({ studio, input }) {
    const one = await checkedListing(studio, input.workId);
    if (!one) throw new RefusedError('This work has no listing yet: write it first.');
    if ((await picturesOf(studio, one)).length === 0)
      throw new RefusedError('There is no picture to make them of: bring one in, and let it be read.');
    const job = startJob(studio, async (follow) => {
      const pictures = await makePictures(studio, one, follow);
      return { message: `${pictures.length} ${pictures.length === 1 ? 'picture' : 'pictures'} made.` };
    });
    return { message: 'Making its pictures.', job };
  },
});
