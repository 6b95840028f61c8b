/** @jest-environment jsdom */
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import type { WorkLine } from '@/store/works';
import { renderPart } from '../../../tests/unit/helpers/hooks';
import { scaleOf } from './TrueSizes';
import { WorksView } from './WorksView';

const mockPushed: string[] = [];
jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: (href: string) => mockPushed.push(href) };
  return { useRouter: () => router, usePathname: () => '/works' };
});
beforeEach(() => {
  mockPushed.length = 0;
});
afterEach(cleanup);

const work = (id: string, more: Partial<WorkLine> = {}): WorkLine => ({
  ...{ id, title: `Title ${id}`, year: 2025, medium: 'oil', kind: 'painting', mayPrint: 'yes' },
  ...{ widthUm: 400_000, heightUm: 300_000, archivedAt: null, sha256: null, widthPx: null },
  ...{ heightPx: null, state: null, formats: 0, priced: 0, accepted: 0, toJudge: 0, editions: 0 },
  drawer: '',
  ...more,
});
const asked = { search: '', order: 'newest' as const, archived: false, page: 0 };
const show = (lines: WorkLine[], more: Partial<Parameters<typeof WorksView>[0]['asked']> = {}) =>
  renderPart(
    <WorksView
      lines={lines}
      total={lines.length}
      perPage={60}
      asked={{ ...asked, drawers: 'none', asSizes: false, ...more }}
    />,
  );

test('drawers are headed by what lies in them; what was not noted is said to be so', () => {
  show([work('a', { drawer: 'oil' }), work('b', { drawer: 'oil' }), work('c')], { drawers: 'medium' });
  const oil = screen.getByRole('list', { name: 'Works, oil' });
  expect(within(oil).getAllByRole('link')).toHaveLength(2);
  expect(screen.getByRole('list', { name: 'Works, not noted' })).toBeTruthy();
});

test('one drawer has no heading, and the way into another keeps the rest of what was asked', () => {
  show([work('a')], { search: 'kiln' });
  expect(screen.getByRole('list', { name: 'Works' })).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: /Drawers/ }));
  fireEvent.click(screen.getByRole('option', { name: 'by what comes next' }));
  expect(mockPushed).toEqual(['/works?q=kiln&order=newest&by=next']);
  expect(screen.getByRole('link', { name: 'at their true sizes' }).getAttribute('href')).toBe(
    '/works?q=kiln&order=newest&as=size',
  );
});

test('at their true sizes one work is to another as it is on the wall; without a size it is named', () => {
  const works = [
    work('large', { widthUm: 800_000, heightUm: 600_000 }),
    work('small', { widthUm: 200_000, heightUm: 300_000 }),
    work('bare', { widthUm: null, heightUm: null }),
  ];
  show(works, { asSizes: true });
  const floor = screen.getByRole('list', { name: 'Works at their true sizes' });
  const boxes = [...floor.querySelectorAll<HTMLElement>('[data-picture]')].map(({ style }) => [
    parseFloat(style.getPropertyValue('--wide')),
    parseFloat(style.getPropertyValue('--high')),
  ]);
  // 600 mm stand 340 px high: 800 are 453 wide; a quarter of the width and half the height beside it.
  expect(boxes[0]![0]).toBeCloseTo(453.3, 1);
  expect(boxes[0]![1]).toBeCloseTo(340, 5);
  expect([boxes[1]![0]! / boxes[0]![0]!, boxes[1]![1]! / boxes[0]![1]!]).toEqual([0.25, 0.5]);
  expect(screen.getByText(/^Without a size/).textContent).toContain('Title bare');
});

test('a page without any size is drawn without being divided by nothing', () => {
  expect(scaleOf([{ widthUm: null, heightUm: null }])).toBeGreaterThan(0);
  expect(scaleOf([])).toBeGreaterThan(0);
});
