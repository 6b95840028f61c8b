'use client';
import styled from 'styled-components';
import { linearScale } from '@/ui/chartScale';
import type { KeptPromise } from '@/core/order/promised';
import { Small } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const Rows = styled.ul`
  display: grid;
  gap: 3px;
  margin-top: 8px;
  li {
    display: grid;
    grid-template-columns: minmax(150px, 42%) minmax(0, 1fr);
    gap: 10px;
    align-items: center;
    font-size: 13px;
    line-height: 17px;
  }
  ${narrow} {
    li {
      grid-template-columns: minmax(0, 1fr);
      gap: 2px;
    }
  }
`;
const Track = styled.span`
  position: relative;
  display: block;
  height: 9px;
  border-left: 1px solid ${t.line};
  > span {
    position: absolute;
    top: 0;
    bottom: 0;
  }
`;

/** What is still to do before a parcel leaves, as bars in working days; what decides the day is dark. */
export function PromiseChart({ promise }: { promise: KeptPromise }) {
  const { date } = useUnits();
  const most = Math.max(1, ...promise.steps.map(({ to }) => to));
  const at = linearScale([0, most], [0, 100]);
  return (
    <div>
      <p>
        <strong style={{ color: t.holds }}>leaves {date(promise.leavesOn)}</strong>{' '}
        <Small>
          {promise.likelyBy > promise.leavesOn && <>nine times in ten by {date(promise.likelyBy)}</>}
          {promise.arrivesOn && (
            <>
              {promise.likelyBy > promise.leavesOn ? '; ' : ''}with the buyer about{' '}
              {date(promise.arrivesOn)}
            </>
          )}
        </Small>
      </p>
      <Rows aria-label="What is still to do">
        {promise.steps.map((step) => (
          <li key={step.name}>
            <span>
              {step.name}
              <br />
              <Small>{step.why}</Small>
            </span>
            <Track aria-hidden>
              <span
                style={{
                  left: `${at(step.from)}%`,
                  width: `max(3px, ${at(step.to) - at(step.from)}%)`,
                  background: step.decides ? t.ink : t.line,
                }}
              />
            </Track>
          </li>
        ))}
      </Rows>
    </div>
  );
}
