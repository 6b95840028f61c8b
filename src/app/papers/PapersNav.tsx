'use client';
import { usePathname, useSearchParams } from 'next/navigation';
import { NavStrip } from '@/ui/NavStrip';

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
    <NavStrip
      label="What is kept here"
      places={PLACES.map(([href, name]) => ({ href, name, isHere: href === open }))}
    />
  );
}
