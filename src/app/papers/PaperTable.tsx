'use client';

import type { PaperModel, LotModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { Button, Row } from '@/ui/Button';
import { ScrollArea, Small, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import Link from 'next/link';

export function PaperTable({
  papers,
  lots,
  onOpen,
  onReceive,
}: {
  papers: PaperModel[];
  lots: LotModel[];
  onOpen: (p: PaperModel) => void;
  onReceive: (p: PaperModel) => void;
}) {
  const { money, length, size } = useUnits();
  const held = (p: PaperModel) =>
    lots
      .filter((l) => l.paperId === p.id && l.onHand > 0)
      .map((l) =>
        l.form === 'roll'
          ? `${length(l.onHand)} of ${length(l.widthUm)} roll`
          : `${l.onHand} ${l.onHand === 1 ? 'sheet' : 'sheets'} ${size({ width: l.widthUm, height: l.heightUm! })}`,
      );
  const action = useAction();
  return (
    <ScrollArea>
      <Table aria-label="Papers">
        <thead>
          <tr>
            <th>Paper</th>
            <th>Base</th>
            <th>Surface</th>
            <th className="n">g/m²</th>
            <th className="n">Thick, mm</th>
            <th>Brightener</th>
            <th>Form</th>
            <th className="n">Dries</th>
            <th className="n">A square metre</th>
            <th>On hand, oldest first</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {papers.map((p) => (
            <tr key={p.id}>
              <th scope="row">
                <Link href={`/papers/paper/${p.id}`} prefetch={false}>
                  {p.name}
                </Link>
              </th>
              <td>{p.base}</td>
              <td>{p.surface}</td>
              <td className="n">{p.gsm}</td>
              <td className="n">{(p.thicknessUm / 1000).toFixed(2)}</td>
              <td>{p.brightener}</td>
              <td>
                {p.mayRoll ? 'flat or rolled' : 'flat only'}
                {p.scuffs && <Small>, scuffs</Small>}
              </td>
              <td className="n">{p.dryHours} h</td>
              <td className="n">{money(p.pricePerM2Minor)}</td>
              <td>
                {held(p).length ? (
                  held(p).map((says, i) => (
                    <Small key={i} style={{ display: 'block' }}>
                      {says}
                    </Small>
                  ))
                ) : (
                  <Small>{p.sizes ? `none received; comes as ${p.sizes}` : 'none received'}</Small>
                )}
              </td>
              <td>
                <Row $gap={6}>
                  <Button quiet onPress={() => onOpen(p)} aria-label={`Change ${p.name}`}>
                    Change
                  </Button>
                  <Button quiet onPress={() => onReceive(p)} aria-label={`Receive a lot of ${p.name}`}>
                    Receive
                  </Button>
                  {p.discontinued && <MarkedText kind="fails">discontinued</MarkedText>}
                  <Button
                    quiet
                    onPress={() =>
                      void action.run('discontinuePaper', { id: p.id, discontinued: !p.discontinued })
                    }
                  >
                    {p.discontinued ? 'It is made again' : 'No longer made'}
                  </Button>
                </Row>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollArea>
  );
}
