import type { ProfileModel } from '@/app/models';
import type { GamutFacts } from '@/core/colour/gamut';

export type Choice = { key: string; name: string };

/** A profile as the list names it. */
export type ProfileName = {
  id: string;
  paper: string;
  machine: string | null;
  route: string | null;
  setting: string;
  archivedAt: string | null;
  version: string;
  works: string;
};

/** A profile, and the names of what it belongs to. */
export type ProfileLine = {
  profile: ProfileModel;
  paper: string;
  machine: string | null;
  route: string | null;
};

export type Props = {
  lines: readonly ProfileName[];
  open: ProfileLine | null;
  papers: Choice[];
  routes: Choice[];
  machines: Choice[];
  spaces: { name: string; gamut: GamutFacts }[];
};
