import type { Intent } from '@/core/colour/intents';
import type { IntentAdvice } from '@/core/colour/intentAdvice';
import type { GamutStatistics } from '@/core/colour/outOfGamut';
import type { Screen } from '@/core/colour/screen';
import type { Finding } from '@/core/finding';

/** A profile to look through: a paper, and the machine or route that prints on it. */
export type PaperChoice = {
  id: string;
  paper: string;
  by: string;
  setting: string;
  intents: Intent[];
  white: readonly number[];
  black: readonly number[];
  volume: number;
};

/** What was counted over a whole file on one profile. */
export type Count = {
  profileId: string;
  at: string;
  statistics: GamutStatistics;
  advice: IntentAdvice;
};

export type SoftMaster = {
  id: string;
  sha256: string;
  fileName: string;
  untagged: boolean;
  /** In the numbers of its inks. */
  isInks: boolean;
  width: number;
  height: number;
};

export type SoftProofProps = {
  workId: string;
  title: string;
  master: SoftMaster;
  papers: PaperChoice[];
  counts: Count[];
  screen: Screen;
  screenSays: Finding;
  /** The profile the page was asked to begin with. */
  start: string | null;
};

/** The proof, the picture as it is, both divided by a line, or side by side. */
export type Show = 'proof' | 'picture' | 'split' | 'beside';

export const named = (p: PaperChoice): string => `${p.paper}, ${p.by}`;
export const percent = (share: number): string => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;
