'use client';
import { useState } from 'react';
import type { PackForm } from '@/core/parcel/pack';
import type { PackingTable } from '@/studio/packingTable';
import { TroubleNote, useAct } from '@/ui/Acts';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import { Scroll, Sheet, SheetTitle, Small, Stack, Table } from '@/ui/Layout';
import { Slip } from '@/ui/Slip';
import { useUnits } from '@/ui/Units';
import { Marked, Verdict } from '@/ui/Verdict';
import { ParcelDrawing } from './ParcelDrawing';

/** How the parcel is made up: the form, why, and what is taken from the shelf. */
export function PackStep({ table }: { table: PackingTable }) {
  const { order: o, parcel, plan: planned } = table;
  const plan = planned!;
  const { size, length } = useUnits();
  const act = useAct();
  const [wish, setWish] = useState<PackForm | 'as advised'>('as advised');
  const pack = (reason = '') =>
    void act.run('packParcel', { orderId: o.id, form: wish === 'as advised' ? null : wish, reason });
  const isPacking = o.state === 'picked';
  useKeys(isPacking ? [{ key: 'p', says: 'pack it so', run: () => pack() }] : []);
  return (
    <Sheet>
      <SheetTitle>
        Packed {plan.form} <span>stiff, dry, still</span>
      </SheetTitle>
      <div
        style={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fit, minmax(300px, 1fr))',
          gap: 24,
          marginTop: 10,
        }}
      >
        <ParcelDrawing plan={plan} />
        <Stack $gap={10}>
          <Verdict finding={plan.finding} />
          <Scroll>
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
                      {n.supply ? n.supply.name : <Marked kind="fails">no {n.kind} large enough</Marked>}
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
                          <Marked kind="fails">{n.supply.onHand}</Marked>
                        )
                      ) : (
                        ''
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </Scroll>
          {isPacking && (
            <>
              <TroubleNote trouble={act.trouble} onReason={(reason) => pack(reason)} />
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
                <Button main keyName="p" isDisabled={act.busy} onPress={() => pack()}>
                  It is packed
                </Button>
                <Button
                  quiet
                  isDisabled={act.busy}
                  onPress={() => void act.run('unpickOrder', { id: o.id })}
                >
                  Put the prints back
                </Button>
              </Row>
            </>
          )}
          {parcel?.overrideReason && (
            <Marked kind="care">Packed otherwise: {parcel.overrideReason}</Marked>
          )}
          {plan.form === 'rolled' && (
            <Slip>
              <h3>Before you roll</h3>Picture side in, interleaving with it, gloves on. Cotton scuffs:
              never pull the roll tighter once it is in the tube, and keep the ends off the caps.
            </Slip>
          )}
        </Stack>
      </div>
    </Sheet>
  );
}
