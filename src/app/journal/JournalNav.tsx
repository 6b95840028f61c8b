'use client';
import { usePathname } from 'next/navigation';
import { NavStrip } from '@/ui/NavStrip';

const READINGS = [
  ['/journal/prints', 'Print log'],
  ['/journal', 'Everything'],
  ['/journal/year', 'Looking back'],
] as const;

/** The readings of the journal: what was printed, all that was done, and the year. */
export function JournalNav() {
  const path = usePathname();
  return (
    <NavStrip
      label="Readings of the journal"
      places={READINGS.map(([href, name]) => ({ href, name, isHere: path === href }))}
    />
  );
}
