'use client';
import { usePathname } from 'next/navigation';
import { NavStrip } from '@/ui/NavStrip';

const PLACES = [
  ['/orders', 'Orders'],
  ['/orders/outgoing', 'Outgoing'],
  ['/orders/sending', 'How it is sent'],
  ['/orders/prices', 'Price list'],
  ['/orders/listings', 'Listings'],
  ['/orders/people', 'People'],
  ['/orders/channels', 'Channels'],
  ['/orders/batch', 'How many to make'],
  ['/orders/income', 'Income'],
  ['/orders/goods', 'Goods'],
  ['/orders/accounts', 'Job accounts'],
] as const;

/** What is asked about selling, beside the orders themselves. */
export function SalesNav() {
  const path = usePathname();
  const here = PLACES.filter(
    ([href]) => path === href || (href !== '/orders' && path.startsWith(href)),
  ).at(-1)?.[0];
  return (
    <NavStrip
      label="What is asked about selling"
      places={PLACES.map(([href, name]) => ({ href, name, isHere: href === here }))}
    />
  );
}
