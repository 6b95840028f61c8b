import type { Adjustment } from '@/core/colour/adjust';
import type { Intent } from '@/core/colour/intents';
import type { ProofPlan, Region, Step } from '@/core/proof/plan';
import type { SheetKind } from '@/core/proof/sheetForm';
import type { PpiStep } from '@/core/resolution';

export type Crop = Region & { degrees: number };
export type FormatChoice = {
  id: string;
  name: string;
  crop: Crop;
  image: { width: number; height: number };
};
type Named = { id: string; name: string };
/** What a new sheet begins with: the last round, or the one that is to be made again. */
type Start = {
  formatId: string;
  paperId: string;
  routeId: string;
  intent: Intent;
  adjust: Adjustment | null;
  plan: ProofPlan | null;
  changed: string;
};
export type SheetProps = {
  workId: string;
  title: string;
  master: { sha256: string; fileName: string; untagged: boolean; width: number; height: number };
  formats: FormatChoice[];
  papers: Named[];
  routes: (Named & { own: boolean; ppiSteps: PpiStep[] })[];
  machines: Named[];
  lots: (Named & { paperId: string })[];
  start: Start | null;
  waiting: { id: string; round: number; name: string; paperId: string; fileName: string }[];
  layouts: (Named & { paperId: string })[];
};
export type NamedRegion = Region & { says: string };
export type StepOf = Step['of'];

/** What can be stepped, and by how much it usually is. */
export const STEPS: readonly { key: StepOf; name: string; by: string }[] = [
  { key: 'lightness', name: 'lightness, L*', by: '2' },
  { key: 'contrast', name: 'contrast', by: '0.06' },
  { key: 'saturation', name: 'saturation', by: '0.1' },
  { key: 'warmth', name: 'warmth, b*', by: '2' },
  { key: 'tint', name: 'red to green, a*', by: '2' },
  { key: 'sharpening', name: 'sharpening, %', by: '30' },
];

/** Those that are an adjustment of the picture's colours. */
export const ADJUSTED = STEPS.flatMap((step) =>
  step.key === 'sharpening' ? [] : [{ ...step, key: step.key }],
);

export const KINDS: readonly { key: SheetKind; name: string }[] = [
  { key: 'snippet', name: 'snippets at the final scale' },
  { key: 'reduced', name: 'the whole, made smaller' },
  { key: 'whole', name: 'the whole at full size' },
  { key: 'strip', name: 'strip: one thing stepped' },
  { key: 'thumbnails', name: 'grid: two things stepped' },
];
