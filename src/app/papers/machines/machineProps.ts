import type { InkReport, Machine, MachineEntry, machineCosts } from '@/studio/machines/machines';

export type Desk = {
  machine: Machine;
  inks: InkReport[];
  log: MachineEntry[];
  costs: Awaited<ReturnType<typeof machineCosts>>;
};
