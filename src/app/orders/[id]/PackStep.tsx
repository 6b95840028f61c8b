'use client';
import { useState } from 'react';
import {
  countInPacks,
  WEATHERS,
  type PackForm,
  type PackNeed,
  type SupplyKind,
  type Weather,
} from '@/core/parcel/pack';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Check } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import { ScrollArea, Panel, PanelTitle, Small, Stack, Table } from '@/ui/Layout';
import { Callout } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { ParcelDrawing } from './ParcelDrawing';
import { Ways } from './Ways';
import type { PackingModel } from './packingModel';

type Props = { table: PackingModel; ticked: ReadonlySet<string>; runId: string | null };

/** What is wished of the packing, and the packing itself. */
function usePackStep({ table: { order, prints, goods }, ticked, runId }: Props) {
  const action = useAction();
  const [wish, setWish] = useState<PackForm | 'as advised'>('as advised');
  const [weather, setWeather] = useState<Weather>('mild');
  const [without, setWithout] = useState<ReadonlySet<SupplyKind>>(new Set());
  const isPacking = order.state === 'picked';
  const left = [...prints, ...goods].filter(({ id }) => !ticked.has(id)).length;
  const pack = (reason = '') =>
    void action.run('packParcel', {
      orderId: order.id,
      form: wish === 'as advised' ? null : wish,
      reason,
      ticked: [...ticked],
      without: [...without],
      weather,
      runId,
    });
  useKeys(isPacking && left === 0 ? [{ key: 'p', label: 'pack it so', run: () => pack() }] : []);
  return {
    action,
    wish,
    setWish,
    weather,
    setWeather,
    without,
    leaveOut: (kind: SupplyKind, isOut: boolean) =>
      setWithout((was) => {
        const now = new Set(was);
        if (isOut) now.add(kind);
        else now.delete(kind);
        return now;
      }),
    isPacking,
    left,
    pack,
    putBack: () => void action.run('unpickOrder', { id: order.id }),
  };
}
type PackDesk = ReturnType<typeof usePackStep>;

/** How the parcel is made up: the form, why, and what is taken from the shelf. */
export function PackStep(props: Props) {
  const { table } = props;
  const plan = table.plan!;
  const desk = usePackStep(props);
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
          {table.functions && <Verdict finding={table.functions} />}
          {table.gifts.map((gift) => (
            <MarkedText key={gift.name} kind="care">
              {gift.says}
            </MarkedText>
          ))}
          {table.people === 2 && (
            <MarkedText kind="care">Two people carry it: over 20 kg, or over 1.2 m.</MarkedText>
          )}
          {desk.isPacking && <PackForm_ plan={plan.form} desk={desk} />}
          {table.parcel?.overrideReason && (
            <MarkedText kind="care">Packed otherwise: {table.parcel.overrideReason}</MarkedText>
          )}
        </Stack>
      </div>
      <div style={{ marginTop: 14 }}>
        <Materials table={table} desk={desk} />
      </div>
      {desk.isPacking && (
        <div style={{ marginTop: 14 }}>
          <Ways table={table} />
        </div>
      )}
      <Cautions form={plan.form} />
    </Panel>
  );
}

/** What is taken, at least how large, cut to what, and how much of it there is. */
function Materials({ table: { plan, parcel }, desk }: { table: PackingModel; desk: PackDesk }) {
  const isSealed = Boolean(parcel?.sealedAt);
  return (
    <ScrollArea aria-label="What it is packed in">
      <Table aria-label="What it is packed in">
        <thead>
          <tr>
            <th className="n">Take</th>
            <th>What</th>
            <th>At least</th>
            <th className="n">On hand</th>
            {desk.isPacking && <th>Leave out</th>}
          </tr>
        </thead>
        <tbody>
          {plan!.needs
            .filter(({ kind }) => !desk.without.has(kind))
            .map((need) => (
              <Material key={need.kind} need={need} isSealed={isSealed} desk={desk} />
            ))}
          {[...desk.without].map((kind) => (
            <tr key={kind}>
              <td className="n" />
              <td>
                <Small>{kind}, left out on purpose</Small>
              </td>
              <td />
              <td />
              {desk.isPacking && (
                <td>
                  <Check checked onChange={() => desk.leaveOut(kind, false)} label={`Leave out ${kind}`}>
                    {''}
                  </Check>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollArea>
  );
}

function Material({ need, isSealed, desk }: { need: PackNeed; isSealed: boolean; desk: PackDesk }) {
  const { size, length } = useUnits();
  const { supply } = need;
  const isEnough = supply !== null && (supply.onHand >= need.count || isSealed);
  return (
    <tr title={need.why}>
      <td className="n">{need.count} ×</td>
      <td>
        {supply ? (
          supply.name
        ) : need.kind === 'box' ? (
          'a box, built to size'
        ) : (
          <MarkedText kind="fails">no {need.kind} large enough</MarkedText>
        )}
        {need.cut && (
          <>
            <br />
            <strong>cut it to {size(need.cut)}</strong>
          </>
        )}
        {need.instead && (
          <>
            <br />
            <MarkedText kind="care">
              <Small>{need.instead} is out: the next that works</Small>
            </MarkedText>
          </>
        )}
        <br />
        <Small>{need.why}</Small>
      </td>
      <td style={{ whiteSpace: 'nowrap' }}>
        {need.least.width === 0
          ? ''
          : need.kind === 'tube'
            ? `${length(need.least.width)} wide, ${length(need.least.height)} long`
            : size(need.least)}
      </td>
      <td className="n">
        {supply &&
          (isEnough ? (
            countInPacks(supply.onHand, supply.packOf ?? null)
          ) : (
            <MarkedText kind="fails">{supply.onHand}</MarkedText>
          ))}
      </td>
      {desk.isPacking && (
        <td>
          <Check
            checked={false}
            onChange={() => desk.leaveOut(need.kind, true)}
            label={`Leave out ${need.kind}`}
          >
            {''}
          </Check>
        </td>
      )}
    </tr>
  );
}

function PackForm_({ plan, desk }: { plan: PackForm; desk: PackDesk }) {
  return (
    <>
      {desk.left > 0 && (
        <MarkedText kind="none">
          {desk.left === 1 ? 'One piece is' : `${desk.left} pieces are`} still to be ticked as laid out,
          above.
        </MarkedText>
      )}
      <ErrorCallout error={desk.action.error} onReason={(reason) => desk.pack(reason)} />
      <Row style={{ alignItems: 'flex-end' }}>
        <Select
          label="Form"
          value={desk.wish}
          width={150}
          onChange={desk.setWish}
          options={[
            { key: 'as advised', name: `as advised: ${plan}` },
            { key: 'flat', name: 'flat' },
            { key: 'rolled', name: 'rolled' },
            { key: 'boxed', name: 'boxed' },
          ]}
        />
        <Select
          label="Weather on the way"
          value={desk.weather}
          width={130}
          onChange={desk.setWeather}
          options={WEATHERS.map((each) => ({ key: each, name: each }))}
        />
        <Button
          main
          keyName="p"
          isDisabled={desk.left > 0 || desk.action.isPending}
          onPress={() => desk.pack()}
        >
          It is packed
        </Button>
        <Button quiet isDisabled={desk.action.isPending} onPress={desk.putBack}>
          Put the prints back
        </Button>
      </Row>
    </>
  );
}

function Cautions({ form }: { form: PackForm }) {
  if (form === 'rolled')
    return (
      <Callout style={{ marginTop: 12 }}>
        <h3>Before you roll</h3>Picture side in, interleaving with it, gloves on; canvas goes paint side
        out. Cotton scuffs: never pull the roll tighter once it is in the tube, and keep the ends off the
        caps.
      </Callout>
    );
  if (form === 'boxed')
    return (
      <Callout style={{ marginTop: 12 }}>
        <h3>Large and framed</h3>Acrylic rather than glass; bubbles out from the face; upright in the
        vehicle, tied with straps rated for its weight. Two lift what is over 20 kg or 1.2 m. Loads on
        vehicles: local rules, and someone competent, come before this.
      </Callout>
    );
  return null;
}
