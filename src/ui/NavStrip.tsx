'use client';
import Link from 'next/link';
import styled from 'styled-components';
import { t } from './tokens';

const Strip = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 22px;
  border-bottom: 1px solid ${t.hair};
  margin: -4px 0 16px;
  a {
    padding: 4px 0 7px;
    min-height: 24px;
    text-decoration: none;
    color: ${t.ink2};
    border-bottom: 3px solid transparent;
    margin-bottom: -1px;
  }
  a:hover {
    color: ${t.ink};
  }
  a[aria-current] {
    color: ${t.ink};
    font-weight: 600;
    border-bottom-color: ${t.ink};
  }
`;

export type StripPlace = { href: string; name: string; isHere: boolean };

/** Places beside each other, of which one is open: the parts of a station, the shelves of the drawer, the kinds of a list. */
export function NavStrip({ label, places }: { label: string; places: readonly StripPlace[] }) {
  return (
    <Strip aria-label={label}>
      {places.map(({ href, name, isHere }) => (
        <Link key={href} href={href} prefetch={false} aria-current={isHere ? 'page' : undefined}>
          {name}
        </Link>
      ))}
    </Strip>
  );
}
