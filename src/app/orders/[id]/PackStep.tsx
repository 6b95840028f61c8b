'use client';
import { useState } from 'react';
import type { PackForm } from '@/core/parcel/pack';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import { ScrollArea, Panel, PanelTitle, Small, Stack, Table } from '@/ui/Layout';
import { Callout } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { ParcelDrawing } from './ParcelDrawing';
import type { PackingModel } from './packingModel';

/** How the parcel is made up: the form, why, and what is taken from the shelf. */
export function PackStep({ table }: { table: PackingModel }) {
  const { order: o, parcel, plan: planned } = table;
  const plan = planned!;
  const { size, length } = useUnits();
  const action = useAction();
  const [wish, setWish] = useState<PackForm | 'as advised'>('as advised');
  const pack = (reason = '') =>
    void action.run('packParcel', { orderId: o.id, form: wish === 'as advised' ? null : wish, reason });
  const isPacking = o.state === 'picked';
  useKeys(isPacking ? [{ key: 'p', label: 'pack it so', run: () => pack() }] : []);
  return (
    <Panel>
      <PanelTitle>
        Packed {plan.form} <span>stiff, dry, still</span>
      </PanelTitle>
      <div
        style={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fit, minmax(min(300px, 100%), 1fr))',
          gap: 24,
          marginTop: 10,
        }}
      >
        <ParcelDrawing plan={plan} />
        <Stack $gap={10}>
          <Verdict finding={plan.finding} />
          <ScrollArea>
            <Table aria-label="What it is packed in">
              <thead>
                <tr>
                  <th className="n">Take</th>
                  <th>What</th>
                  <th>At least</th>
                  <th className="n">On hand</th>
                </tr>
              </thead>
              <tbody>
                {plan.needs.map((n) => (
                  <tr key={n.kind} title={n.why}>
                    <td className="n">{n.count} ×</td>
                    <td>
                      {n.supply ? (
                        n.supply.name
                      ) : (
                        <MarkedText kind="fails">no {n.kind} large enough</MarkedText>
                      )}
                      <br />
                      <Small>{n.why}</Small>
                    </td>
                    <td style={{ whiteSpace: 'nowrap' }}>
                      {n.least.width === 0
                        ? ''
                        : n.kind === 'tube'
                          ? `${length(n.least.width)} wide, ${length(n.least.height)} long`
                          : size(n.least)}
                    </td>
                    <td className="n">
                      {n.supply ? (
                        n.supply.onHand >= n.count || parcel?.sealedAt ? (
                          n.supply.onHand
                        ) : (
                          <MarkedText kind="fails">{n.supply.onHand}</MarkedText>
                        )
                      ) : (
                        ''
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </ScrollArea>
          {isPacking && (
            <>
              <ErrorCallout error={action.error} onReason={(reason) => pack(reason)} />
              <Row style={{ alignItems: 'flex-end' }}>
                <Select
                  label="Form"
                  value={wish}
                  width={150}
                  onChange={setWish}
                  options={[
                    { key: 'as advised', name: `as advised: ${plan.form}` },
                    { key: 'flat', name: 'flat' },
                    { key: 'rolled', name: 'rolled' },
                  ]}
                />
                <Button main keyName="p" isDisabled={action.isPending} onPress={() => pack()}>
                  It is packed
                </Button>
                <Button
                  quiet
                  isDisabled={action.isPending}
                  onPress={() => void action.run('unpickOrder', { id: o.id })}
                >
                  Put the prints back
                </Button>
              </Row>
            </>
          )}
          {parcel?.overrideReason && (
            <MarkedText kind="care">Packed otherwise: {parcel.overrideReason}</MarkedText>
          )}
          {plan.form === 'rolled' && (
            <Callout>
              <h3>Before you roll</h3>Picture side in, interleaving with it, gloves on. Cotton scuffs:
              never pull the roll tighter once it is in the tube, and keep the ends off the caps.
            </Callout>
          )}
        </Stack>
      </div>
    </Panel>
  );
}
