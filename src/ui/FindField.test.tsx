/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { createRef } from 'react';
import type { HitGroup } from '@/core/find/hits';
import { answering, renderPart } from '../../tests/unit/helpers/hooks';
import { FindField } from './FindField';

const mockPushed: string[] = [];
jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: (href: string) => mockPushed.push(href) };
  return { useRouter: () => router, usePathname: () => '/' };
});
beforeEach(() => {
  mockPushed.length = 0;
});
afterEach(cleanup);

const GROUPS: HitGroup[] = [
  { title: 'Works', hits: [{ id: 'w', href: '/works/w', name: 'Night Ferry', note: 'gouache' }] },
  {
    title: 'Orders',
    hits: [{ id: 'o', href: '/orders/o', name: 'Order 12, Oda', note: 'to leave by 2026-11-30' }],
  },
];

describe('the one field', () => {
  const typed = async (text: string, groups: HitGroup[] = GROUPS) => {
    const sent = answering({ find: groups });
    renderPart(<FindField fieldRef={createRef<HTMLInputElement>()} />);
    const field = screen.getByRole('searchbox', { name: 'Find anything' });
    act(() => field.focus());
    fireEvent.change(field, { target: { value: text } });
    await waitFor(() => expect(sent.length).toBeGreaterThan(0));
    return { field, sent };
  };

  test('asks for what is typed and shows it by kind, each with a few words more', async () => {
    const { sent } = await typed('ferry & oda');
    expect(sent[0]!.url).toBe('/api/find?q=ferry%20%26%20oda');
    const list = await screen.findByRole('listbox', { name: 'What was found' });
    expect(within(list).getByRole('group', { name: 'Works' }).textContent).toContain('gouache');
    expect(within(list).getAllByRole('option')).toHaveLength(2);
  });

  test('a choice leads to its page, Enter alone to all that was found', async () => {
    await typed('ferry');
    fireEvent.click(await screen.findByRole('option', { name: /Night Ferry/ }));
    expect(mockPushed).toEqual(['/works/w']);
    fireEvent.submit(screen.getByRole('search'));
    expect(mockPushed.at(-1)).toBe('/find?q=ferry');
  });

  test('nothing found is said aloud', async () => {
    await typed('zzz', []);
    expect((await screen.findByRole('status')).textContent).toBe('Nothing begins with these words.');
  });
});
