'use client';
import type { ServiceModel } from '@/app/models';

import { ScrollArea, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { Name } from './papersProps';

export function ServiceTable({
  services,
  onOpen,
}: {
  services: ServiceModel[];
  onOpen: (s: ServiceModel) => void;
}) {
  const { length, weight, money } = useUnits();
  return (
    <ScrollArea>
      <Table aria-label="Carriers’ services">
        <thead>
          <tr>
            <th>Service</th>
            <th>Carrier</th>
            <th>Tracked</th>
            <th className="n">Insured to</th>
            <th className="n">Days</th>
            <th className="n">Longest side</th>
            <th className="n">Heaviest</th>
            <th className="n">Price</th>
            <th>Read on</th>
          </tr>
        </thead>
        <tbody>
          {services.map((s) => (
            <tr key={s.id}>
              <Name onOpen={() => onOpen(s)}>{s.name}</Name>
              <td>{s.carrier}</td>
              <td>{s.tracked ? 'tracked' : 'not tracked'}</td>
              <td className="n">{s.insuredMinor ? money(s.insuredMinor) : 'not insured'}</td>
              <td className="n">{s.days}</td>
              <td className="n">{length(s.maxLengthUm)}</td>
              <td className="n">{weight(s.maxWeightMg)}</td>
              <td className="n">{money(s.priceMinor)}</td>
              <td>{s.readOn}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollArea>
  );
}
