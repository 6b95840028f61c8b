'use client';
import Link from 'next/link';
import type { UntrueListings } from '@/studio/listings/listings';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';

const SHOWN = 4;
/** A whole paragraph is read at the listing, where its words that differ are marked. */
const SHORT = 110;

/** Listings that say, or rest on, what is no longer so: the gravest of each, and the way to the others. */
export function UntruePart({ untrue, notLookedAt }: UntrueListings) {
  const { sentence } = useUnits();
  if (untrue.length === 0 && notLookedAt === 0) return null;
  return (
    <Stack $gap={6}>
      <PanelTitle>
        <Link href="/orders/listings" prefetch={false}>
          Listings
        </Link>{' '}
        <span>{untrue.length} no longer so</span>
      </PanelTitle>
      <ul aria-label="Listings no longer so">
        {untrue.slice(0, SHOWN).map(({ workId, title, count, first }) => (
          <li key={workId} style={{ padding: '3px 0' }}>
            <MarkedText kind={first.mark}>
              <Link href={`/works/${workId}/listing`} prefetch={false}>
                {title}
              </Link>
              :{' '}
              {first.now.length <= SHORT
                ? `so now: ${sentence(first.now)}`
                : 'a sentence of it is no longer so.'}
              {count > 1 && ` And ${count - 1} more.`}
            </MarkedText>
          </li>
        ))}
      </ul>
      {untrue.length > SHOWN && <Small>And {untrue.length - SHOWN} more works.</Small>}
      {notLookedAt > 0 && (
        <Small>{notLookedAt} more listings are held against today on their own page only.</Small>
      )}
    </Stack>
  );
}
