'use client';
import type { Account } from '@/core/sales/account';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const WIDTH = 1_000;

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
    <svg
      viewBox={`0 0 ${WIDTH} 52`}
      width="100%"
      role="img"
      aria-label={`${agreed === null ? 'Nothing agreed' : `Of ${money(agreed)} agreed`}: ${parts.map((part) => `${part.name} ${money(part.amount)}`).join(', ')}`}
    >
      {parts.map((part, i) => {
        const x = (starts[i]! / whole) * WIDTH;
        const width = Math.max(1, (part.amount / whole) * WIDTH - 1);
        return (
          <g key={part.name}>
            <rect x={x} width={width} height="26" fill={part.fill} />
            {width > 70 && (
              <text x={x + 2} y="42" fontSize="12" fill={t.ink2}>
                {part.name} {bareMoney(part.amount)}
              </text>
            )}
          </g>
        );
      })}
      {agreed !== null && (
        <path d={`M${Math.max(1, (agreed / whole) * WIDTH - 1)} 0V32`} stroke={t.ink} strokeWidth="2" />
      )}
    </svg>
  );
}
