'use client';
import type { RouteModel } from '@/app/models';

import { Button } from '@/ui/Button';
import { ScrollArea, Small, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import Link from 'next/link';

export function RouteTable({
  routes,
  onOpen,
}: {
  routes: RouteModel[];
  onOpen: (r: RouteModel) => void;
}) {
  const { money, length } = useUnits();
  return (
    <ScrollArea>
      <Table aria-label="Routes">
        <thead>
          <tr>
            <th>Route</th>
            <th>Kind</th>
            <th>Process</th>
            <th>Asks of the file</th>
            <th>Border</th>
            <th className="n">Days</th>
            <th className="n">A square metre</th>
            <th className="n">At least</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {routes.map((r) => (
            <tr key={r.id}>
              <th scope="row">
                <Link href={`/papers/route/${r.id}`} prefetch={false}>
                  {r.name}
                </Link>
              </th>
              <td>{r.kind}</td>
              <td>{r.process}</td>
              <td>
                {r.ppiSteps
                  .map(
                    (s) =>
                      `${s.ppi} ppi${s.upTo ? ` to ${length(s.upTo)}` : r.ppiSteps.length > 1 ? ' above' : ''}`,
                  )
                  .join(', ')}
                <br />
                <Small>
                  {r.space}, {r.fileKinds}
                </Small>
              </td>
              <td>{r.addsBorder ? 'on the sheet' : 'in the file'}</td>
              <td className="n">{r.leadDays}</td>
              <td className="n">{money(r.pricePerM2Minor)}</td>
              <td className="n">{money(r.minimumMinor)}</td>
              <td>
                <Button quiet onPress={() => onOpen(r)} aria-label={`Change ${r.name}`}>
                  Change
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollArea>
  );
}
