'use client';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import styled from 'styled-components';
import { t } from './tokens';

const Line = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 22px;
  border-bottom: 1px solid ${t.hair};
  margin: -4px 0 16px;
  a {
    padding: 4px 0 7px;
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

/** The parts of a station, in the order they are used. The first has no name of its own in the address. */
export function PartsNav({
  workId,
  station,
  parts,
}: {
  workId: string;
  station: string;
  parts: readonly (readonly [part: string, name: string])[];
}) {
  const here = usePathname().split('/')[4] ?? '';
  return (
    <Line aria-label={`Parts of the ${station} station`}>
      {parts.map(([part, name]) => (
        <Link
          key={part}
          href={`/works/${workId}/${station}${part && `/${part}`}`}
          prefetch={false}
          aria-current={here === part ? 'page' : undefined}
        >
          {name}
        </Link>
      ))}
    </Line>
  );
}
