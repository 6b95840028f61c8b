'use client';
import styled from 'styled-components';
import type { Account } from '@/core/sales/account';
import { ChartBox } from '@/ui/ChartBox';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const MOST = 1_200;
const Parts = styled.figcaption`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  padding-top: 3px;
  font-size: 12px;
  color: ${t.ink2};
  i {
    display: inline-block;
    width: 10px;
    height: 10px;
    margin-right: 6px;
    border: 1px solid ${t.ink3};
  }
`;

/** What was agreed, cut into what was paid to others, own hours, losses and what is left; too long where it costs more. */
export function AccountBar({ account, agreed }: { account: Account; agreed: number | null }) {
  const { money, bareMoney } = useUnits();
  const left = Math.max(0, account.left ?? 0);
  const parts = [
    { name: 'paid to others', amount: account.costs, fill: '#8b939b' },
    { name: 'own hours', amount: account.hours.worth, fill: '#c3c8cc' },
    { name: 'losses', amount: account.losses, fill: t.care },
    { name: 'left', amount: left, fill: t.ink },
  ].filter((part) => part.amount > 0);
  const whole = Math.max(
    agreed ?? 0,
    parts.reduce((sum, part) => sum + part.amount, 0),
    1,
  );
  const starts = parts.map((_, i) => parts.slice(0, i).reduce((sum, part) => sum + part.amount, 0));
  return (
    <figure>
      <ChartBox
        most={MOST}
        height={32}
        label={`${agreed === null ? 'Nothing agreed' : `Of ${money(agreed)} agreed`}: ${parts.map((part) => `${part.name} ${money(part.amount)}`).join(', ')}`}
      >
        {(width) => (
          <>
            {parts.map((part, i) => (
              <rect
                key={part.name}
                x={(starts[i]! / whole) * width}
                width={Math.max(1, (part.amount / whole) * width - 1)}
                height="26"
                fill={part.fill}
              />
            ))}
            {agreed !== null && (
              <path
                d={`M${Math.max(1, (agreed / whole) * width - 1)} 0V32`}
                stroke={t.ink}
                strokeWidth="2"
              />
            )}
          </>
        )}
      </ChartBox>
      <Parts>
        {parts.map((part) => (
          <span key={part.name}>
            <i style={{ background: part.fill }} />
            {part.name} {bareMoney(part.amount)}
          </span>
        ))}
      </Parts>
    </figure>
  );
}
