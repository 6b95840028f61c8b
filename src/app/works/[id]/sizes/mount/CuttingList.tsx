'use client';
import type { CutLine } from '@/core/mounting/mount';
import { ScrollArea, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';

/** Every part with its size, as it is handed to who cuts. */
export function CuttingList({ list }: { list: readonly CutLine[] }) {
  const { size, other } = useUnits();
  return (
    <ScrollArea>
      <Table aria-label="Cutting list">
        <thead>
          <tr>
            <th>Part</th>
            <th className="n">Pieces</th>
            <th className="n">Size</th>
            <th className="n">The same</th>
            <th>To whoever cuts it</th>
          </tr>
        </thead>
        <tbody>
          {list.map((l) => (
            <tr key={l.part}>
              <th scope="row">{l.part}</th>
              <td className="n">{l.count}</td>
              <td className="n">{l.size && size(l.size)}</td>
              <td className="n">{l.size && other(l.size)}</td>
              <td>{l.says}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollArea>
  );
}
