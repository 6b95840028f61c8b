'use client';
import type { SupplyModel } from '@/app/models';
import { inGroups } from '@/core/groups';

import { ScrollArea, Small, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { Name } from './papersProps';

/** What lies against a print. */
const TOUCHES: readonly string[] = ['board', 'sleeve', 'interleaving', 'tape', 'corner', 'mat', 'tube'];

export function SupplyTable({
  supplies,
  onOpen,
}: {
  supplies: SupplyModel[];
  onOpen: (s: SupplyModel) => void;
}) {
  const { size, weight, money } = useUnits();
  return (
    <ScrollArea>
      <Table aria-label="Packing shelf">
        <thead>
          <tr>
            <th>Supply</th>
            <th>Inside size</th>
            <th>Acid-free</th>
            <th className="n">Weight of one</th>
            <th className="n">Price of one</th>
            <th className="n">On hand</th>
            <th className="n">Order at</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {inGroups(supplies, (s) => s.kind).map(({ key, items }) => [
            <tr key={key} className="group">
              <td colSpan={8}>{key}</td>
            </tr>,
            ...items.map((s) => (
              <tr key={s.id}>
                <Name onOpen={() => onOpen(s)}>{s.name}</Name>
                <td>{s.widthUm ? size({ width: s.widthUm, height: s.heightUm }) : ''}</td>
                <td>
                  {s.acidFree === null ? (
                    <Small>{TOUCHES.includes(s.kind) ? 'not said' : ''}</Small>
                  ) : s.acidFree ? (
                    'yes'
                  ) : (
                    <MarkedText kind="care">no: keep it off prints</MarkedText>
                  )}
                </td>
                <td className="n">{weight(s.weightMg)}</td>
                <td className="n">{money(s.priceMinor)}</td>
                <td className="n">{s.onHand}</td>
                <td className="n">{s.reorderAt}</td>
                <td>
                  {s.onHand === 0 ? (
                    <MarkedText kind="fails">none left</MarkedText>
                  ) : s.onHand <= s.reorderAt ? (
                    <MarkedText kind="care">running low</MarkedText>
                  ) : null}
                </td>
              </tr>
            )),
          ])}
        </tbody>
      </Table>
    </ScrollArea>
  );
}
