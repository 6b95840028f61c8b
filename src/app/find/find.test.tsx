/** @jest-environment jsdom */
import { cleanup, screen } from '@testing-library/react';
import { GLOSSARY } from '@/core/find/glossary';
import type { HitGroup } from '@/core/find/hits';
import { renderPart } from '../../../tests/unit/helpers/hooks';
import { FindView } from './FindView';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router, usePathname: () => '/find' };
});
afterEach(cleanup);

const GROUPS: HitGroup[] = [
  { title: 'Works', hits: [{ id: 'w', href: '/works/w', name: 'Night Ferry', note: 'gouache' }] },
  { title: 'Orders', hits: [{ id: 'o', href: '/orders/o', name: 'Order 12, Oda', note: 'new' }] },
];

describe('the page of all that was found', () => {
  test('counts, groups and leads on; a list that is cut says so', () => {
    renderPart(<FindView text="ferry" groups={GROUPS} most={1} />);
    expect(screen.getByText(/^2 found/)).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Night Ferry' }).getAttribute('href')).toBe('/works/w');
    expect(screen.getAllByText('The first 1; another word narrows them.')).toHaveLength(2);
  });

  test('before anything is asked it explains every word of the craft', () => {
    renderPart(<FindView text="" groups={[]} most={40} />);
    for (const { word } of GLOSSARY) expect(screen.getByRole('link', { name: word })).toBeTruthy();
  });

  test('nothing found says what could be tried', () => {
    renderPart(<FindView text="zzz" groups={[]} most={40} />);
    expect(screen.getByText('Nothing of that name')).toBeTruthy();
  });
});
