/** @jest-environment jsdom */
import { cleanup, screen, within } from '@testing-library/react';
import { renderPart } from '../../../../tests/unit/helpers/hooks';
import { PrintLogView, type LoggedRun } from './PrintLogView';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router, usePathname: () => '/journal/prints' };
});
afterEach(cleanup);

const run = (key: string, more: Partial<LoggedRun> = {}): LoggedRun => ({
  ...{ key, at: '2026-11-02T10:00:00Z', who: 'Maren', editionId: 'e', workId: 'w', title: 'Ferry' },
  ...{ formatId: 'f', paperId: 'p', format: '400 × 300 mm', paper: 'Harrow Rag', how: ['the wide one'] },
  ...{ numbers: ['1/40', '2/40'], result: { good: 2, spoiled: 0, open: 0 }, override: null },
  ...{ picture: null, isOpen: true },
  ...more,
});
const show = (runs: LoggedRun[], older: number | null = null) =>
  renderPart(<PrintLogView runs={runs} works={[]} workId={null} older={older} />);

test('what was done can be done again with the same size and paper, while its edition is open', () => {
  show([run('a'), run('b', { title: 'Kiln', isOpen: false })]);
  expect(
    screen.getByRole('link', { name: 'Do it again: Ferry, 400 × 300 mm' }).getAttribute('href'),
  ).toBe('/register/e?do=print&format=f&paper=p');
  const closed = screen.getByRole('article', { name: /^Kiln/ });
  expect(within(closed).queryByRole('link', { name: /^Do it again/ })).toBeNull();
  expect(closed.textContent).toContain('its edition is closed');
});

test('a long run is said by its ends, a short one number by number; what was not recorded is said to be so', () => {
  show([
    run('a', { numbers: ['1/40', '2/40', '3/40', '4/40'], result: { good: 3, spoiled: 1, open: 0 } }),
    run('b', { title: 'Kiln', how: [], paper: '', override: 'the client waits' }),
  ]);
  expect(screen.getByText('1/40 to 4/40, 4 prints')).toBeTruthy();
  expect(screen.getByText('3 good, 1 spoiled')).toBeTruthy();
  const bare = screen.getByRole('article', { name: /^Kiln/ });
  expect(bare.textContent).toContain('paper not recorded');
  expect(bare.textContent).toContain('how it was made is not recorded');
  expect(bare.textContent).toContain('printed all the same: the client waits');
});

test('older prints are behind a link, none where there are none, and an empty log says what will stand in it', () => {
  show([run('a')], 512);
  expect(screen.getByRole('link', { name: 'Older prints' }).getAttribute('href')).toBe(
    '/journal/prints?before=512',
  );
  cleanup();
  show([]);
  expect(screen.queryByRole('link', { name: 'Older prints' })).toBeNull();
  expect(screen.getByText('Nothing printed yet')).toBeTruthy();
});
