import type { LotModel, PaperModel, SupplierModel } from '@/app/models';
import type { Held, PaperPage } from '@/studio/papers/papers';

/** One size of the paper, with its lots. */
export type HeldModel = Omit<Held, 'lots'> & { lots: LotModel[] };

export type Setting = { id: string; machineId: string; setting: string; feed: string; notes: string };

export type Props = Omit<PaperPage, 'paper' | 'suppliers' | 'held'> & {
  paper: PaperModel;
  suppliers: SupplierModel[];
  held: HeldModel[];
} & { machines: { id: string; name: string }[]; settings: Setting[] };
