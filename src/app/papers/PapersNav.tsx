'use client';
import Link from 'next/link';
import { usePathname, useSearchParams } from 'next/navigation';
import styled from 'styled-components';
import { t } from '@/ui/tokens';

const Line = styled.nav`
  display: flex;
  gap: 4px 22px;
  padding-bottom: 14px;
  flex-wrap: wrap;
  a {
    color: ${t.ink2};
    padding-bottom: 3px;
  }
  a[aria-current] {
    color: ${t.ink};
    font-weight: 600;
    border-bottom: 2px solid ${t.ink};
  }
`;
const PLACES = [
  ['/papers', 'Papers'],
  ['/papers/layouts', 'Sheets and rolls'],
  ['/papers/queue', 'Print queue'],
  ['/papers/machines', 'Printers and ink'],
  ['/papers/profiles', 'Profiles'],
  ['/papers?show=routes', 'Routes'],
  ['/papers/quotes', 'Compare routes'],
  ['/papers?show=shelf', 'Packing shelf'],
  ['/papers?show=carriers', 'Carriers'],
  ['/papers/order', 'To order'],
] as const;

/** What is kept and asked under Papers. */
export function PapersNav() {
  const path = usePathname(),
    show = useSearchParams().get('show');
  const here = path.startsWith('/papers/route/')
    ? '/papers?show=routes'
    : path === '/papers' && show && show !== 'papers'
      ? `/papers?show=${show}`
      : path;
  const open =
    PLACES.filter(
      ([href]) => here === href || (href !== '/papers' && !href.includes('?') && here.startsWith(href)),
    ).at(-1)?.[0] ?? '/papers';
  return (
    <Line aria-label="What is kept here">
      {PLACES.map(([href, name]) => (
        <Link key={href} href={href} prefetch={false} aria-current={href === open ? 'page' : undefined}>
          {name}
        </Link>
      ))}
    </Line>
  );
}
