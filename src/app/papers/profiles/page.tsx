import { profileModel } from '@/app/models';
import { seen } from '@/app/seen';
import { queryOf } from '@/app/query';
import type { Metadata } from 'next';
import { studio } from '@/app/server';
import { papersAndRoutes } from '@/store/proofs';
import { machinesAtHand } from '@/studio/machines/machines';
import { profileShelf, referenceSpaces } from '@/studio/proofs/profiles';
import { ProfilesView } from './ProfilesView';

export const metadata: Metadata = { title: 'Profiles' };

async function ProfilesPage({ searchParams }: { searchParams: Promise<Record<string, string>> }) {
  const s = await studio();
  const { open: asked } = await queryOf(searchParams);
  const [{ lines, open }, { papers, routes }, machines, spaces] = await Promise.all([
    profileShelf(s.db, asked),
    papersAndRoutes(s.db),
    machinesAtHand(s.db),
    referenceSpaces(s),
  ]);
  return (
    <ProfilesView
      lines={lines}
      open={open && { ...open, profile: profileModel(open.profile) }}
      papers={papers.map((p) => ({ key: p.id, name: p.name }))}
      routes={routes.filter((r) => r.kind !== 'own printer').map((r) => ({ key: r.id, name: r.name }))}
      machines={machines.map((m) => ({ key: m.id, name: m.name }))}
      spaces={spaces}
    />
  );
}

export default seen(ProfilesPage);
