'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { daysBetween } from '@/core/measure/day';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Panel, PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import type { PackingModel } from './packingModel';

const OLD_AFTER_DAYS = 180;
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

/** Which service carries it, why the others fell out, and the handing over. */
export function SendStep({ table }: { table: PackingModel }) {
  const { order: o, parcel, services, today } = table;
  const { money, moment } = useUnits();
  const action = useAction();
  const best = services.find((s) => s.fit.verdict !== 'fails');
  const [serviceId, setService] = useState(parcel?.serviceId ?? best?.service.id ?? '');
  const [tracking, setTracking] = useState(parcel?.tracking ?? '');
  const chosen = services.find((s) => s.service.id === serviceId);
  if (parcel?.dispatchedAt) {
    return (
      <Panel>
        <PanelTitle>
          Sent <span>{moment(parcel.dispatchedAt)}</span>
        </PanelTitle>
        <p style={{ marginTop: 8 }}>
          {chosen
            ? `${chosen.service.carrier} ${chosen.service.name}, ${money(chosen.service.priceMinor)}`
            : 'By a service that is no longer on record'}
          {parcel.tracking && (
            <>
              , tracking <strong>{parcel.tracking}</strong>
            </>
          )}
          .
        </p>
      </Panel>
    );
  }
  return (
    <Panel>
      <PanelTitle>
        Send it <span>cheapest that fits first</span>
      </PanelTitle>
      {services.length === 0 && (
        <p style={{ padding: '12px 0' }}>
          No carrier’s service is on record. Record one under Papers, Carriers.
        </p>
      )}
      <div role="radiogroup" aria-label="Service">
        {services.map(({ service: s, fit }) => {
          const old = daysBetween(s.readOn, today) > OLD_AFTER_DAYS;
          return (
            <Choice key={s.id} $on={s.id === serviceId}>
              <input
                type="radio"
                name="service"
                value={s.id}
                checked={s.id === serviceId}
                disabled={fit.verdict === 'fails'}
                onChange={() => setService(s.id)}
              />
              <span>
                <strong>
                  {s.carrier} {s.name}
                </strong>{' '}
                <Small>
                  {s.tracked ? 'tracked' : 'not tracked'}, {s.days} days
                </Small>
                <br />
                <Small>
                  <Verdict finding={fit} />
                </Small>
              </span>
              <span style={{ textAlign: 'right' }}>
                {money(s.priceMinor)}
                <br />
                {old ? (
                  <MarkedText kind="care">
                    <Small>price read {s.readOn}: old</Small>
                  </MarkedText>
                ) : (
                  <Small>read {s.readOn}</Small>
                )}
              </span>
            </Choice>
          );
        })}
      </div>
      <Stack $gap={10} style={{ marginTop: 12 }}>
        <Row style={{ alignItems: 'flex-end' }}>
          <Field
            label={chosen?.service.tracked ? 'Tracking code' : 'Tracking code, if it has one'}
            value={tracking}
            onChange={setTracking}
            width={260}
            wrong={action.fieldError('tracking')}
          />
          <Button
            main
            isDisabled={!chosen || action.isPending}
            onPress={() => void action.run('dispatchOrder', { orderId: o.id, serviceId, tracking })}
          >
            It has gone
          </Button>
        </Row>
        <ErrorCallout error={action.error} fields={['tracking']} />
      </Stack>
    </Panel>
  );
}
