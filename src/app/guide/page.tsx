import type { Metadata } from 'next';
import { cookies } from 'next/headers';
import { queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { wayOf } from '@/core/guide/way';
import { wayFacts } from '@/store/way';
import { readFollowed, GUIDE_COOKIE } from './follow';
import { GuideView } from './GuideView';

export const metadata: Metadata = { title: 'The whole way' };

async function GuidePage({ searchParams }: { searchParams: Promise<{ work?: string }> }) {
  const { db } = await studio();
  const followed = readFollowed((await cookies()).get(GUIDE_COOKIE)?.value);
  const asked = readFollowed((await queryOf(searchParams)).work) ?? followed;
  // One that is not there any more, or lies in the other studio: the newest is shown instead.
  const named = asked ? await wayFacts(db, asked) : null;
  const facts = named?.work ? named : await wayFacts(db, null);
  return (
    <GuideView
      work={facts.work}
      steps={wayOf(facts)}
      isFollowed={facts.work !== null && followed === facts.work.id}
    />
  );
}

export default seen(GuidePage);
