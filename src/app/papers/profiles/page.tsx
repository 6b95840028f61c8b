import { profileModel } from '@/app/models';
import { seen } from '@/app/seen';
import { queryOf } from '@/app/query';
import type { Metadata } from 'next';
import { studio } from '@/app/server';
import { papersAndRoutes } from '@/store/proofs';
import { machinesAtHand } from '@/studio/machines/machines';
import { profilesAtHand, referenceSpaces } from '@/studio/proofs/profiles';
import { ProfilesView } from './ProfilesView';

export const metadata: Metadata = { title: 'Profiles' };

async function ProfilesPage({ searchParams }: { searchParams: Promise<Record<string, string>> }) {
  const s = await studio();
  const [list, { papers, routes }, machines, spaces] = await Promise.all([
    profilesAtHand(s.db),
    papersAndRoutes(s.db),
    machinesAtHand(s.db),
    referenceSpaces(s),
  ]);
  return (
    <ProfilesView
      list={list.map(({ profile, ...names }) => ({ profile: profileModel(profile), ...names }))}
      papers={papers.map((p) => ({ key: p.id, name: p.name }))}
      routes={routes.filter((r) => r.kind !== 'own printer').map((r) => ({ key: r.id, name: r.name }))}
      machines={machines.map((m) => ({ key: m.id, name: m.name }))}
      spaces={spaces}
      start={(await queryOf(searchParams)).open ?? null}
    />
  );
}

export default seen(ProfilesPage);
