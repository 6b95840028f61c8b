'use client';
import Link from 'next/link';
import type { RouteModel } from '@/app/models';
import { formatPpiSteps } from '@/core/resolution';
import { Button } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
import { Small } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';

/** Every way of getting a print made. */
export function RouteTable({
  routes,
  onOpen,
}: {
  routes: RouteModel[];
  onOpen: (r: RouteModel) => void;
}) {
  const { money, unit } = useUnits();
  const columns: Column<RouteModel>[] = [
    {
      key: 'name',
      head: 'Route',
      isName: true,
      by: (r) => r.name,
      cell: (r) => (
        <Link href={`/papers/route/${r.id}`} prefetch={false}>
          {r.name}
        </Link>
      ),
    },
    { key: 'kind', head: 'Kind', by: (r) => r.kind, cell: (r) => r.kind },
    { key: 'process', head: 'Process', by: (r) => r.process, cell: (r) => r.process },
    {
      key: 'file',
      head: 'Asks of the file',
      by: (r) => r.ppiSteps[0]?.ppi,
      cell: (r) => (
        <>
          {formatPpiSteps(r.ppiSteps, unit)} ppi
          <br />
          <Small>
            {r.space}, {r.fileKinds}
          </Small>
        </>
      ),
    },
    {
      key: 'border',
      head: 'Border',
      by: (r) => (r.addsBorder ? 0 : 1),
      cell: (r) => (r.addsBorder ? 'on the sheet' : 'in the file'),
    },
    { key: 'days', head: 'Days', isFigure: true, by: (r) => r.leadDays, cell: (r) => r.leadDays },
    {
      key: 'm2',
      head: 'A square metre',
      isFigure: true,
      by: (r) => r.pricePerM2Minor,
      cell: (r) => money(r.pricePerM2Minor),
    },
    {
      key: 'minimum',
      head: 'At least',
      isFigure: true,
      by: (r) => r.minimumMinor,
      cell: (r) => money(r.minimumMinor),
    },
    {
      key: 'change',
      head: 'Change',
      isUnheaded: true,
      cell: (r) => (
        <Button quiet onPress={() => onOpen(r)} aria-label={`Change ${r.name}`}>
          Change
        </Button>
      ),
    },
  ];
  return <DataTable label="Routes" rows={routes} columns={columns} keyOf={(r) => r.id} />;
}
