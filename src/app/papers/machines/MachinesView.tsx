'use client';
import type { MachineModel } from '@/app/models';

import { Button } from '@/ui/Button';
import { EmptyState, Lead, Page, PageHeader, PageTitle, Panel, Stack } from '@/ui/Layout';
import { useState } from 'react';
import { PapersNav } from '../PapersNav';
import { MachineDesk } from './MachineDesk';
import { type Desk } from './machineProps';
import { MachineSheet } from './MachineSheet';

/** Own printers: their inks by own reckoning, what a square metre costs, and what befell them. */
export function MachinesView({ machines, today }: { machines: Desk[]; today: string }) {
  const [open, setOpen] = useState<MachineModel | 'new' | null>(null);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Printers and ink</PageTitle>
          <Lead>
            A machine shows its levels in rough steps. These are reckoned from what was printed, and learn
            from every cartridge that runs out.
          </Lead>
        </div>
        <Button onPress={() => setOpen('new')}>Record a printer</Button>
      </PageHeader>
      <PapersNav />
      {machines.length === 0 && (
        <Panel>
          <EmptyState title="No printer of your own yet">
            <p>
              Record one with its inks; from then on printed layouts draw on them, and the day each colour
              runs out is forecast.
            </p>
          </EmptyState>
        </Panel>
      )}
      <Stack $gap={18}>
        {machines.map((m) => (
          <MachineDesk key={m.machine.id} desk={m} today={today} onChange={() => setOpen(m.machine)} />
        ))}
      </Stack>
      {open && (
        <MachineSheet
          machine={open === 'new' ? null : open}
          today={today}
          onClose={() => setOpen(null)}
        />
      )}
    </Page>
  );
}
