import type { ProfileModel } from '@/app/models';
import type { GamutFacts } from '@/core/colour/gamut';

export type Choice = { key: string; name: string };

/** A profile, and the names of what it belongs to. */
export type ProfileLine = {
  profile: ProfileModel;
  paper: string;
  machine: string | null;
  route: string | null;
};

export type Props = {
  list: ProfileLine[];
  papers: Choice[];
  routes: Choice[];
  machines: Choice[];
  spaces: { name: string; gamut: GamutFacts }[];
  start: string | null;
};
