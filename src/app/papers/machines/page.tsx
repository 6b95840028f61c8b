import { machineEntryModel, machineModel } from '@/app/models';
import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { studio } from '@/app/server';
import { localDay } from '@/core/measure';
import { inkReport, logOf, machineCosts, machinesAtHand } from '@/studio/machines/machines';
import { MachinesView } from './MachinesView';

export const metadata: Metadata = { title: 'Printers and ink' };

async function MachinesPage() {
  const s = await studio();
  const machines = await Promise.all(
    (await machinesAtHand(s.db)).map(async (machine) => ({
      machine: machineModel(machine),
      inks: await inkReport(s, machine),
      log: (await logOf(s.db, machine.id)).map(machineEntryModel),
      costs: await machineCosts(s.db, machine),
    })),
  );
  return <MachinesView machines={machines} today={localDay(s.now(), (await s.settings()).timeZone)} />;
}

export default seen(MachinesPage);
