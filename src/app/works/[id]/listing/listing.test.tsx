/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { compareListing, freshListing } from '@/core/listing/listing';
import { ListingsView } from '@/app/orders/listings/ListingsView';
import { USUAL_LISTING_RULES } from '@/core/listing/channelSheet';
import type { Listing } from '@/studio/prices/listing';
import { answering, renderPart } from '../../../../../tests/unit/helpers/hooks';
import { ListingView, type ListingProps } from './ListingView';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router, usePathname: () => '/orders/listings' };
});
beforeEach(() => window.localStorage.clear());
afterEach(cleanup);

const SENTENCES = [
  { key: 'title', says: 'Pans, by M. Tolvik' },
  { key: 'size:p1', says: 'Picture 300 × 300 mm: 54.00 EUR.' },
  { key: 'leaves', says: 'It leaves within 3 working days.' },
];
const FACTS: Listing = {
  ...{ finePrint: [], left: [], offered: [], free: 12, ready: true },
  sentences: SENTENCES,
  paragraphs: SENTENCES.map(({ says }) => says),
};
const dearer = SENTENCES.map((s) =>
  s.key === 'size:p1' ? { ...s, says: s.says.replace('54', '59') } : s,
);
const BODY = {
  ...freshListing(SENTENCES),
  paragraphs: freshListing(SENTENCES).paragraphs.map((p) =>
    p.key === 'leaves' ? { ...p, says: 'Three days, no more.' } : p,
  ),
  tags: ['sea', 'salt'],
};
const CHANNELS = [
  { id: 'c1', name: 'own site', mostTags: 12 },
  { id: 'c2', name: 'the market', mostTags: 1 },
];
const show = (now: readonly { key: string; says: string }[] | null, facts = FACTS) => {
  const props: ListingProps = {
    ...{ workId: 'w', facts, channels: CHANNELS },
    kept: now && {
      ...{ id: 'l1', body: BODY, states: compareListing(BODY.paragraphs, now), pictures: [] },
      untrue: compareListing(BODY.paragraphs, now)
        .filter(({ state }) => state !== 'so')
        .map(({ key, said, now: today }) => ({
          ...{ key, mark: 'fails' as const, said: said ?? '', now: today ?? '' },
          act: { says: 'Write it anew', href: '/works/w/listing' },
        })),
    },
  };
  return renderPart(<ListingView {...props} />);
};
const paragraph = (key: string) => document.querySelector<HTMLElement>(`[data-key="${key}"]`)!;

test('a work that is not ready says what stays out and why; one that is, is written by its key', async () => {
  show(null, { ...FACTS, ready: false, left: [{ name: '800 × 600 mm', why: 'it has no price' }] });
  expect(screen.getByText(/800 × 600 mm stays out: it has no price/)).toBeTruthy();
  cleanup();
  const sent = answering();
  show(null);
  await act(async () => void fireEvent.keyDown(document.body, { key: 'w' }));
  expect(sent).toMatchObject([{ url: '/api/act/writeListing', input: { workId: 'w' } }]);
});

test('as the facts have it nothing is marked; one’s own words are said to be one’s own', () => {
  show(SENTENCES);
  expect(screen.getByText('All of it is so today.')).toBeTruthy();
  expect(paragraph('leaves').textContent).toContain('in your words');
  expect(paragraph('title').textContent).not.toContain('in your words');
  expect(screen.queryByRole('button', { name: 'Write it anew' })).toBeNull();
});

test('a changed price marks its paragraph alone, its new words bold, and is written anew', async () => {
  const sent = answering();
  show(dearer);
  expect(screen.getByText('1 thing is no longer as said.')).toBeTruthy();
  expect(document.querySelectorAll('[data-state=changed]')).toHaveLength(1);
  expect(paragraph('size:p1').querySelector('strong')!.textContent).toBe('59.00');
  // Nobody has worded it: there are no words to insist on.
  expect(within(paragraph('size:p1')).queryByText('My words are right')).toBeNull();
  await act(async () => within(paragraph('size:p1')).getByText('Write it anew').click());
  expect(sent.at(-1)).toMatchObject({
    url: '/api/act/settleListing',
    input: { listingId: 'l1', key: 'size:p1', how: 'facts' },
  });
});

test('changed under one’s own words, these may stay; gone, the paragraph may go or stay as one’s own', async () => {
  const sent = answering();
  show(
    SENTENCES.map((s) => (s.key === 'leaves' ? { ...s, says: 'It leaves within 5 working days.' } : s)),
  );
  await act(async () => within(paragraph('leaves')).getByText('My words are right').click());
  expect(sent.at(-1)).toMatchObject({ input: { key: 'leaves', how: 'words' } });
  cleanup();
  show(SENTENCES.filter((s) => s.key !== 'size:p1'));
  await act(async () => within(paragraph('size:p1')).getByText('Take it out').click());
  expect(sent.at(-1)).toMatchObject({ input: { key: 'size:p1', how: 'facts' } });
});

test('a paragraph is put into other words, which are lost neither by a refusal nor by looking away', async () => {
  const sent = answering({ editParagraph: { error: { message: 'The disk is full.' } } });
  show(SENTENCES);
  await act(async () =>
    within(paragraph('title'))
      .getByRole('button', { name: /^Other words/ })
      .click(),
  );
  const words = within(paragraph('title')).getByRole('textbox');
  await act(async () => void fireEvent.change(words, { target: { value: 'Pans at noon' } }));
  await act(async () => within(paragraph('title')).getByText('Keep these words').click());
  expect(sent.at(-1)).toMatchObject({ input: { key: 'title', says: 'Pans at noon' } });
  expect(screen.getByText(/The disk is full/)).toBeTruthy();
  expect((within(paragraph('title')).getByRole('textbox') as HTMLTextAreaElement).value).toBe(
    'Pans at noon',
  );
});

test('pictures change their order and their featured one, tags are counted against each channel', async () => {
  const sent = answering();
  show(SENTENCES);
  await act(async () => screen.getByRole('checkbox', { name: 'the market' }).click());
  expect(screen.getByText(/2 tags; the market takes 1/)).toBeTruthy();
  await act(async () => screen.getByRole('button', { name: 'detail: one place up' }).click());
  expect(screen.getByRole('checkbox', { name: 'detail, featured' })).toBeTruthy();
  await act(async () => screen.getByRole('checkbox', { name: 'on a wall' }).click());
  await act(async () => screen.getByRole('button', { name: 'Keep these' }).click());
  expect(sent.at(-1)).toMatchObject({
    url: '/api/act/dressListing',
    input: { tags: 'sea, salt', pictures: ['detail', 'whole', 'in its frame'], channelIds: ['c2'] },
  });
});

describe('all listings', () => {
  const untrue = {
    ...{ key: 'size:p1', mark: 'fails' as const, said: 'It is 54.00 EUR.', now: 'It is 59.00 EUR.' },
    act: { says: 'Write it anew', href: '/works/w/listing' },
  };
  const listed = (lines: (typeof untrue)[]) => ({
    ...{ id: 'l1', work: { id: 'w', title: 'Pans' }, paragraphs: 6, tags: 1, channelIds: ['c1'] },
    untrue: lines,
  });
  const channels = [{ id: 'c1', name: 'own site', rules: USUAL_LISTING_RULES }];

  test('what was said stands beside what is so now, with the act', () => {
    renderPart(<ListingsView listings={[listed([untrue])]} channels={channels} />);
    const table = screen.getByRole('table', { name: 'What is no longer true' });
    expect(table.querySelector('strong')!.textContent).toBe('59.00');
    expect(within(table).getByRole('link', { name: 'Write it anew' }).getAttribute('href')).toBe(
      '/works/w/listing',
    );
    expect(screen.getByText(/in 1 of them 1 thing is no longer so/)).toBeTruthy();
  });

  test('where all is so it is said; how a channel wants its listings is kept', async () => {
    const sent = answering();
    renderPart(<ListingsView listings={[listed([])]} channels={channels} />);
    expect(screen.getByText(/every sentence is as the records have it/)).toBeTruthy();
    await act(async () => screen.getByRole('button', { name: /^How own site wants/ }).click());
    const sheet = screen.getByRole('dialog', { name: 'How own site wants its listings' });
    const columns = within(sheet).getByLabelText('Columns of its list, a line each');
    await act(async () => void fireEvent.change(columns, { target: { value: 'Name = title' } }));
    await act(async () => within(sheet).getByRole('button', { name: 'Keep it' }).click());
    expect(sent.at(-1)).toMatchObject({
      url: '/api/act/setListingRules',
      input: { channelId: 'c1', mostTags: 12, titleLength: null, columns: 'Name = title' },
    });
  });
});
