'use client';
import Link from 'next/link';
import { Button, ButtonLink } from '@/ui/Button';
import { WorkTitle } from '@/ui/Layout';
import { TopStrip } from '@/ui/TopStrip';
import type { WayStep } from '@/core/guide/way';
import { useFollowing } from './useFollowing';

/** Over every page, while a work is led along the whole way: how far it is, and the next step. */
export function WayStrip({
  work,
  steps,
}: {
  work: { id: string; title: string };
  steps: readonly WayStep[];
}) {
  const follow = useFollowing();
  const next = steps.find(({ state }) => state === 'next');
  const done = steps.filter(({ state }) => state === 'done').length;
  return (
    <TopStrip aria-label="The whole way">
      <span>
        <Link href={`/guide?work=${work.id}`} prefetch={false}>
          The whole way
        </Link>{' '}
        of <WorkTitle>{work.title}</WorkTitle>, {done} of {steps.length} done.{' '}
        {next ? (
          <>
            Next: <strong>{next.name}</strong>. {next.says}
          </>
        ) : (
          <strong>It has gone the whole way.</strong>
        )}
      </span>
      {next && <ButtonLink href={next.href}>Go there</ButtonLink>}
      <Button quiet onPress={() => follow(null)}>
        {next ? 'Not now' : 'Put this away'}
      </Button>
    </TopStrip>
  );
}
