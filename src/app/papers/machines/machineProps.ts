import type { MachineEntryModel, MachineModel } from '@/app/models';
import type { InkReport, machineCosts } from '@/studio/machines/machines';

export type Desk = {
  machine: MachineModel;
  inks: InkReport[];
  log: MachineEntryModel[];
  costs: Awaited<ReturnType<typeof machineCosts>>;
};
