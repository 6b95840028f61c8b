import type { Profile, ProfileLine } from '@/studio/proofs/profiles';

export type Choice = { key: string; name: string };

export type Props = {
  list: ProfileLine[];
  papers: Choice[];
  routes: Choice[];
  machines: Choice[];
  spaces: { name: string; gamut: Profile['gamut'] }[];
  start: string | null;
};
