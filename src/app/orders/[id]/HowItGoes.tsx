'use client';
import styled from 'styled-components';
import { daysBetween } from '@/core/measure/day';
import { PanelTitle, Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { Mark } from '@/ui/Verdict';
import type { PackingModel } from './packingModel';

/** A price read longer ago than half a year is old. */
export const OLD_AFTER_DAYS = 180;

const Services = styled.ul`
  display: grid;
  gap: 6px;
  margin-top: 8px;
  li {
    display: grid;
    grid-template-columns: 16px minmax(0, 1fr) auto;
    gap: 8px;
    align-items: baseline;
  }
  small {
    display: block;
    font-size: 12px;
    line-height: 15px;
    color: ${t.ink2};
  }
`;

/** Every service for this parcel: the cheapest that meets what is asked, and why each other fell out. */
export function HowItGoes({
  table: { services, stamps, today, policy, order },
}: {
  table: PackingModel;
}) {
  const { money, date } = useUnits();
  const cheapest = services.find(({ fit }) => fit.verdict !== 'fails')?.service.id;
  const asked = [
    order.needsTracked ? 'tracked' : '',
    order.insureMinor ? `insured to ${money(order.insureMinor)}` : '',
    order.needsDays ? `in ${order.needsDays} days` : '',
    !order.needsTracked && policy.trackedFrom !== null
      ? `tracked from ${money(policy.trackedFrom)} on`
      : '',
  ].filter(Boolean);
  return (
    <section aria-label="How it goes">
      <PanelTitle>
        How it goes <span>{asked.length ? `asked: ${asked.join(', ')}` : ''}</span>
      </PanelTitle>
      <Services>
        {services.map(({ service: s, fit, price }) => {
          const isOld = daysBetween(s.readOn, today) > OLD_AFTER_DAYS;
          return (
            <li key={s.id}>
              <span style={{ paddingTop: 2 }}>
                <Mark kind={fit.verdict} />
              </span>
              <span>
                <span style={{ fontWeight: s.id === cheapest ? 600 : 400 }}>
                  {s.carrier} {s.name}
                </span>
                <small>
                  {fit.says}
                  {isOld && (
                    <span style={{ color: t.care }}>
                      {' '}
                      Price read {date(s.readOn)}: old, read it again.
                    </span>
                  )}
                </small>
              </span>
              <span style={{ fontWeight: s.id === cheapest ? 600 : 400 }}>
                {price === null ? '' : money(price)}
              </span>
            </li>
          );
        })}
      </Services>
      {services.length === 0 && (
        <Small>No carrier’s service is on record. Record one under Papers, Carriers.</Small>
      )}
      {stamps && (
        <p style={{ marginTop: 8 }}>
          <Small>
            From the drawer: {stamps.combination.map((s) => `${s.count} × ${money(s.value)}`).join(', ')}
            {stamps.overspend ? `, ${money(stamps.overspend)} too much` : ', to the cent'}.
          </Small>
        </p>
      )}
    </section>
  );
}
