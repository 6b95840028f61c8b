/** @jest-environment jsdom */
import { act, cleanup, screen, within } from '@testing-library/react';
import { renderPart } from '../../../tests/unit/helpers/hooks';
import { wayOf, type WayFacts } from '@/core/guide/way';
import { GUIDE_COOKIE, readFollowed } from './follow';
import { GuideView } from './GuideView';
import { WayStrip } from './WayStrip';

let refreshed = 0;
jest.mock('next/navigation', () => {
  const router = { refresh: () => refreshed++, push: () => {} };
  return { useRouter: () => router };
});
afterEach(cleanup);

const WORK = { id: '01JD000000000000000000FERRY', title: 'Night Ferry' };
const SIZED: WayFacts = {
  work: WORK,
  capture: 'ready',
  pixels: { width: 3000, height: 2250 },
  facts: { isDescribed: true, mayPrint: 'yes' },
  sizes: 2,
  papers: 1,
  routes: 0,
  proofs: { asked: 0, toJudge: 0, accepted: 0 },
  prices: 0,
  editions: 0,
  prints: { toInspect: 0, toSign: 0, ready: 0, gone: 0 },
  order: null,
  editionId: null,
};
const followed = () => readFollowed(document.cookie.split(`${GUIDE_COOKIE}=`)[1]?.split(';')[0]);

test('each step says how it stands and leads to where it is done; one is the next', () => {
  renderPart(<GuideView work={WORK} steps={wayOf(SIZED)} isFollowed={false} />);
  const steps = within(screen.getByRole('list', { name: 'Steps of the whole way' }));
  const items = steps.getAllByRole('listitem');
  expect(items).toHaveLength(13);
  const next = items.filter((item) => item.getAttribute('aria-current') === 'step');
  expect(next.map((item) => item.querySelector('strong')!.textContent)).toEqual([
    'Record a paper, and a way to print on it',
  ]);
  expect(within(next[0]!).getByText('1 paper and 0 routes recorded.')).toBeTruthy();
  expect(within(next[0]!).getByRole('link').getAttribute('href')).toBe('/papers?show=routes');
  expect(within(items[2]!).getByText(', done')).toBeTruthy();
});

test('what is followed is kept in this browser, and forgotten when it is put away', async () => {
  refreshed = 0;
  renderPart(<GuideView work={WORK} steps={wayOf(SIZED)} isFollowed={false} />);
  await act(async () => screen.getByText('Keep the next step over every page').click());
  expect(followed()).toBe(WORK.id);
  cleanup();
  renderPart(<WayStrip work={WORK} steps={wayOf(SIZED)} />);
  const strip = screen.getByRole('complementary', { name: 'The whole way' });
  expect(strip.textContent).toContain('Night Ferry, 3 of 13 done. Next: Record a paper');
  await act(async () => within(strip).getByText('Not now').click());
  expect(followed()).toBeNull();
  expect(refreshed).toBe(2);
});

test('an empty studio is asked for a picture', () => {
  const nothing = { ...SIZED, work: null, capture: 'none' as const, pixels: null };
  renderPart(<GuideView work={null} steps={wayOf(nothing)} isFollowed={false} />);
  expect(screen.getByText(/It begins with a picture/)).toBeTruthy();
  expect(screen.queryByText('Keep the next step over every page')).toBeNull();
});

test.each([
  ['01JD000000000000000000FERRY', '01JD000000000000000000FERRY'],
  ['', null],
  ['../../etc', null],
  [undefined, null],
])('a cookie of %j is the work %j', (text, id) => expect(readFollowed(text)).toBe(id));
