'use client';
import { usePathname } from 'next/navigation';
import { NavStrip } from '@/ui/NavStrip';

const PLACES = [
  ['/register', 'Editions'],
  ['/register/consignments', 'With shops'],
  ['/register/check', 'Check a certificate'],
  ['/register/keeping', 'Keeping the register'],
] as const;

/** What stands round the register, beside the editions themselves. */
export function RegisterNav() {
  const path = usePathname();
  const here = PLACES.filter(
    ([href]) => path === href || (href !== '/register' && path.startsWith(href)),
  ).at(-1)?.[0];
  return (
    <NavStrip
      label="Round the register"
      places={PLACES.map(([href, name]) => ({ href, name, isHere: href === here }))}
    />
  );
}
