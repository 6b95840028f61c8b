'use client';
import type { ServiceModel } from '@/app/models';
import { Button } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
import { useUnits } from '@/ui/Units';

/** What carriers offer, with the day each price was read. */
export function ServiceTable({
  services,
  onOpen,
}: {
  services: ServiceModel[];
  onOpen: (s: ServiceModel) => void;
}) {
  const { length, weight, money, date } = useUnits();
  const columns: Column<ServiceModel>[] = [
    {
      key: 'name',
      head: 'Service',
      isName: true,
      by: (s) => s.name,
      cell: (s) => (
        <Button quiet onPress={() => onOpen(s)}>
          {s.name}
        </Button>
      ),
    },
    { key: 'carrier', head: 'Carrier', by: (s) => s.carrier, cell: (s) => s.carrier },
    {
      key: 'tracked',
      head: 'Tracked',
      by: (s) => (s.tracked ? 0 : 1),
      cell: (s) => (s.tracked ? 'tracked' : 'not tracked'),
    },
    {
      key: 'insured',
      head: 'Insured to',
      isFigure: true,
      by: (s) => s.insuredMinor,
      cell: (s) => (s.insuredMinor ? money(s.insuredMinor) : 'not insured'),
    },
    { key: 'days', head: 'Days', isFigure: true, by: (s) => s.days, cell: (s) => s.days },
    {
      key: 'longest',
      head: 'Longest side',
      isFigure: true,
      by: (s) => s.maxLengthUm,
      cell: (s) => length(s.maxLengthUm),
    },
    {
      key: 'heaviest',
      head: 'Heaviest',
      isFigure: true,
      by: (s) => s.maxWeightMg,
      cell: (s) => weight(s.maxWeightMg),
    },
    {
      key: 'price',
      head: 'Price',
      isFigure: true,
      by: (s) => s.priceMinor,
      cell: (s) => money(s.priceMinor),
    },
    { key: 'read', head: 'Read on', by: (s) => s.readOn, cell: (s) => date(s.readOn) },
  ];
  return <DataTable label="Carriers’ services" rows={services} columns={columns} keyOf={(s) => s.id} />;
}
