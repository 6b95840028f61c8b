'use client';
import { PanelTitle, ScrollArea, Small, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import type { Worked } from './useWrapDesk';

/** Which pieces come out of which stick. */
export function SawingList({ worked: w, kerf }: { worked: Worked; kerf: number }) {
  const { length } = useUnits();
  return (
    <section>
      <PanelTitle>
        Sawing list <span>long pieces first</span>
      </PanelTitle>
      <ScrollArea>
        <Table aria-label="Sawing list">
          <thead>
            <tr>
              <th>Stick</th>
              <th>Pieces, mitred</th>
              <th className="n">Left over</th>
            </tr>
          </thead>
          <tbody>
            {w.bars.sticks.map((s, i) => (
              <tr key={i}>
                <th scope="row">
                  {i + 1}
                  {s.length !== undefined && `, ${s.isOffcut ? 'offcut' : 'bought'}, ${length(s.length)}`}
                </th>
                <td>{s.cuts.map((c) => length(c)).join(' · ')}</td>
                <td className="n">{length(s.left)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </ScrollArea>
      <Small>
        Lengths at the face, long point to long point; the saw takes {length(kerf)} at each cut. Saws and
        mitre boxes take fingers: clamp the stick, keep hands off the line.
      </Small>
    </section>
  );
}
