'use client';
import { useAction } from '@/app/useAction';
import type { LaidOut } from './layoutProps';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Check } from '@/ui/Field';
import { PanelTitle, ScrollArea, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';

/** What is asked to lie on it, how often, and whether it may turn. */
export function Pieces({ layout, isPrinted }: { layout: LaidOut; isPrinted: boolean }) {
  const action = useAction();
  const { bareSize, unit } = useUnits();
  if (!layout.pieces.length) return null;
  return (
    <section>
      <PanelTitle>Pieces</PanelTitle>
      <ScrollArea>
        <Table aria-label="Pieces" $middle>
          <thead>
            <tr>
              <th>Piece</th>
              <th className="n">Cut to, {unit}</th>
              <th className="n">Count</th>
              <th>May turn</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {layout.pieces.map((p) => (
              <tr key={p.id}>
                <th scope="row">{p.says}</th>
                <td className="n">{bareSize(p)}</td>
                <td className="n">{p.count}</td>
                <td>
                  <Check
                    checked={p.rotate}
                    disabled={isPrinted}
                    onChange={(rotate) =>
                      void action.run('countPieces', {
                        id: layout.id,
                        piece: p.id,
                        count: p.count,
                        rotate,
                      })
                    }
                    label={`${p.says} may turn`}
                  />
                </td>
                <td>
                  {!isPrinted && (
                    <Row $gap={4} style={{ flexWrap: 'nowrap' }}>
                      <Button
                        quiet
                        onPress={() =>
                          void action.run('countPieces', {
                            id: layout.id,
                            piece: p.id,
                            count: p.count + 1,
                            rotate: p.rotate,
                          })
                        }
                        isDisabled={action.isPending}
                        aria-label={`One more ${p.says}`}
                      >
                        more
                      </Button>
                      <Button
                        quiet
                        onPress={() =>
                          void action.run('countPieces', {
                            id: layout.id,
                            piece: p.id,
                            count: p.count - 1,
                            rotate: p.rotate,
                          })
                        }
                        isDisabled={action.isPending}
                        aria-label={`One ${p.says} less`}
                      >
                        less
                      </Button>
                    </Row>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </ScrollArea>
      <ErrorCallout error={action.error} />
    </section>
  );
}
