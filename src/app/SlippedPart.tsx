'use client';
import Link from 'next/link';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { SlippedPromise } from '@/studio/orders/slips';

const SHOWN = 6;

/** Promises that would be given for a later day today, each with what grew. */
export function SlippedPart({ slipped }: { slipped: readonly SlippedPromise[] }) {
  const { date } = useUnits();
  if (slipped.length === 0) return null;
  return (
    <Stack $gap={6}>
      <PanelTitle>
        Slipped <span>{slipped.length}</span>
      </PanelTitle>
      <ul aria-label="Promises that slipped">
        {slipped.slice(0, SHOWN).map(({ id, number, shipBy, days, because, leavesOn }) => (
          <li key={id} style={{ padding: '3px 0' }}>
            <MarkedText kind="fails">
              <Link href={`/orders/${id}`} prefetch={false}>
                Order {number}
              </Link>{' '}
              leaves {date(leavesOn)} at the earliest, {days} {days === 1 ? 'day' : 'days'} after{' '}
              {date(shipBy)}: {because}
            </MarkedText>
          </li>
        ))}
      </ul>
      {slipped.length > SHOWN && <Small>And {slipped.length - SHOWN} more, due later.</Small>}
    </Stack>
  );
}
