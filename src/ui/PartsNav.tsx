'use client';
import { usePathname } from 'next/navigation';
import { NavStrip } from './NavStrip';

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
    <NavStrip
      label={`Parts of the ${station} station`}
      places={parts.map(([part, name]) => ({
        href: `/works/${workId}/${station}${part && `/${part}`}`,
        name,
        isHere: here === part,
      }))}
    />
  );
}
