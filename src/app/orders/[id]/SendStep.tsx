'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { daysBetween } from '@/core/measure/day';
import { useAction } from '@/app/useAction';
import { ErrorCallout, postJson } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Check, Field } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import { Panel, PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { useAsked } from '@/ui/useAsked';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { OLD_AFTER_DAYS } from './HowItGoes';
import type { PackingModel } from './packingModel';

const Choice = styled.label<{ $on: boolean }>`
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr) auto;
  gap: 4px 10px;
  padding: 8px;
  border-bottom: 1px solid ${t.hair};
  cursor: pointer;
  background: ${(p) => (p.$on ? t.white : 'none')};
  box-shadow: ${(p) => (p.$on ? `inset 3px 0 0 ${t.ink}` : 'none')};
  input {
    accent-color: ${t.ink};
    margin: 2px 0 0;
  }
`;

/** The choice of a service, its label, and the handing over. */
function useSendStep(table: PackingModel) {
  const { order, parcel, services } = table;
  const action = useAction();
  const best = services.find((s) => s.fit.verdict !== 'fails');
  const [serviceId, setService] = useState(parcel?.serviceId ?? best?.service.id ?? '');
  const [tracking, setTracking] = useState(parcel?.tracking ?? '');
  const [inStamps, setInStamps] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [printed, setPrinted] = useState<string | null>(null);
  const buy = async () => {
    const answer = await postJson<{ tracking: string }>(`/api/post/${order.id}`, { serviceId });
    if ('done' in answer) setTracking(answer.done.tracking);
    setTrouble('done' in answer ? null : answer.error.message);
  };
  const print = async () => {
    const answer = await postJson<{ says: string; by: string }>(`/api/label-printer/${order.id}`, {});
    if ('done' in answer) setPrinted(answer.done.says);
    setTrouble('done' in answer ? null : answer.error.message);
  };
  const send = (reason = '') =>
    void action.run('dispatchOrder', {
      orderId: order.id,
      serviceId,
      tracking,
      stamps: inStamps,
      reason,
    });
  const isOpen = order.state === 'sealed' && serviceId !== '';
  useKeys(
    isOpen
      ? [
          { key: 'b', label: 'buy its label', run: () => void buy() },
          { key: 'h', label: 'it has gone', run: () => send() },
        ]
      : [],
  );
  return {
    action,
    serviceId,
    setService,
    tracking,
    setTracking,
    inStamps,
    setInStamps,
    trouble,
    printed,
    buy,
    print,
    send,
    chosen: services.find((s) => s.service.id === serviceId),
  };
}
type SendDesk = ReturnType<typeof useSendStep>;

/** Which service carries it, why the others fell out, its label, and the handing over. */
export function SendStep({ table }: { table: PackingModel }) {
  const desk = useSendStep(table);
  if (table.parcel?.dispatchedAt) return <Sent table={table} desk={desk} />;
  return (
    <Panel>
      <PanelTitle>
        Send it <span>cheapest that fits first</span>
      </PanelTitle>
      {table.services.length === 0 && (
        <p style={{ padding: '12px 0' }}>
          No carrier’s service is on record. Record one under Papers, Carriers.
        </p>
      )}
      {table.served && <Verdict finding={table.served} />}
      <div role="radiogroup" aria-label="Service">
        {table.services.map((each) => (
          <ServiceChoice key={each.service.id} each={each} desk={desk} today={table.today} />
        ))}
      </div>
      <HandOver table={table} desk={desk} />
    </Panel>
  );
}

function ServiceChoice({
  each: { service: s, fit, price, days },
  desk,
  today,
}: {
  each: PackingModel['services'][number];
  desk: SendDesk;
  today: string;
}) {
  const { money, date } = useUnits();
  const isOld = daysBetween(s.readOn, today) > OLD_AFTER_DAYS;
  return (
    <Choice $on={s.id === desk.serviceId}>
      <input
        type="radio"
        name="service"
        value={s.id}
        checked={s.id === desk.serviceId}
        onChange={() => desk.setService(s.id)}
      />
      <span>
        <strong>
          {s.carrier} {s.name}
        </strong>{' '}
        <Small>
          {s.tracked ? 'tracked' : 'not tracked'}, {days} {days === 1 ? 'day' : 'days'}
        </Small>
        <br />
        <Small>
          <Verdict finding={fit} />
        </Small>
      </span>
      <span style={{ textAlign: 'right' }}>
        {price === null ? '' : money(price)}
        <br />
        {isOld ? (
          <MarkedText kind="care">
            <Small>price read {date(s.readOn)}: old</Small>
          </MarkedText>
        ) : (
          <Small>read {date(s.readOn)}</Small>
        )}
      </span>
    </Choice>
  );
}

function HandOver({ table: { stamps, order, parcel }, desk }: { table: PackingModel; desk: SendDesk }) {
  const { money } = useUnits();
  const isOff = !desk.chosen || desk.action.isPending;
  return (
    <Stack $gap={10} style={{ marginTop: 12 }}>
      {stamps && (
        <Check checked={desk.inStamps} onChange={desk.setInStamps}>
          In stamps from the drawer:{' '}
          {stamps.combination.map((s) => `${s.count} × ${money(s.value)}`).join(', ')}
          {stamps.overspend ? `, ${money(stamps.overspend)} too much` : ', to the cent'}
        </Check>
      )}
      <Row style={{ alignItems: 'flex-end' }}>
        <Field
          label={desk.chosen?.service.tracked ? 'Tracking code' : 'Tracking code, if it has one'}
          value={desk.tracking}
          onChange={desk.setTracking}
          width={220}
          wrong={desk.action.fieldError('tracking')}
        />
        <Button keyName="b" isDisabled={isOff} onPress={() => void desk.buy()}>
          Buy its label, simulated
        </Button>
        <Button isDisabled={isOff} onPress={() => void desk.print()}>
          Print the label, simulated
        </Button>
        <Button main keyName="h" isDisabled={isOff} onPress={() => desk.send()}>
          It has gone
        </Button>
      </Row>
      {parcel?.labelledAt && (
        <MarkedText kind="holds">Its label was read off this parcel: order {order.number}.</MarkedText>
      )}
      {desk.printed && <Small>{desk.printed}</Small>}
      {desk.trouble && <MarkedText kind="fails">{desk.trouble}</MarkedText>}
      <ErrorCallout error={desk.action.error} fields={['tracking']} onReason={desk.send} />
    </Stack>
  );
}

type Track = { by: string; steps: { at: string; says: string }[] };

function Sent({ table: { order, parcel, arrival }, desk }: { table: PackingModel; desk: SendDesk }) {
  const { money, moment, date } = useUnits();
  const track = useAsked<Track>(parcel!.tracking ? `/api/post/${order.id}` : null).answer;
  const chosen = desk.chosen?.service;
  const postage = parcel!.postageMinor ?? chosen?.priceMinor ?? null;
  const isOnItsWay = order.state === 'dispatched';
  return (
    <Panel>
      <PanelTitle>
        Sent <span>{moment(parcel!.dispatchedAt!)}</span>
      </PanelTitle>
      <Stack $gap={6} style={{ marginTop: 8 }}>
        <p>
          {chosen ? `${chosen.carrier} ${chosen.name}` : 'By a service that is no longer on record'}
          {postage !== null && `, ${money(postage)}`}
          {parcel!.stampsUsed &&
            `, in stamps: ${parcel!.stampsUsed.map((s) => `${s.count} × ${s.name}`).join(', ')}`}
          {parcel!.tracking && (
            <>
              , tracking <strong>{parcel!.tracking}</strong>
            </>
          )}
          .
        </p>
        {track && track.steps.length > 0 && (
          <ol aria-label="Where it is">
            {track.steps.map((step) => (
              <li key={step.says}>
                <Small>{moment(step.at)}</Small> {step.says}
              </li>
            ))}
            <Small>as {track.by} says</Small>
          </ol>
        )}
        {isOnItsWay && arrival && (
          <MarkedText kind={arrival.daysLate > 0 ? 'fails' : 'none'}>
            {arrival.daysLate > 0
              ? `Late in the post: it should have been there on ${date(arrival.expectedOn)}, ${arrival.daysLate} ${arrival.daysLate === 1 ? 'day' : 'days'} ago. Ask the carrier.`
              : `It should be there by ${date(arrival.expectedOn)}.`}
          </MarkedText>
        )}
      </Stack>
    </Panel>
  );
}
