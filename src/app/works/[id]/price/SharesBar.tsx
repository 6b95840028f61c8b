'use client';
import styled from 'styled-components';
import { toDecimals } from '@/core/measure';
import type { Keeper } from '@/core/price/solve';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const TONE: Record<Keeper['kind'], string> = {
  cost: '#8f8f8f',
  fee: '#b8b8b8',
  given: '#cfcfcf',
  carriage: '#e2e2e2',
  artist: t.ink,
};
const List = styled.dl`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto 56px;
  gap: 3px 8px;
  margin-top: 10px;
  align-items: baseline;
  i {
    display: inline-block;
    width: 10px;
    height: 10px;
    margin-right: 10px;
    border: 1px solid ${t.ink3};
  }
  dd {
    text-align: right;
    white-space: nowrap;
  }
`;
const WIDTH = 420;

/** Who keeps what of a price, every cent of it, as one bar cut to scale. */
export function SharesBar({ shares, price }: { shares: Keeper[]; price: number }) {
  const { money, bareMoney } = useUnits();
  const total = shares.reduce((a, s) => a + s.amount, 0);
  // A loss has no width of its own: the costs then overrun the bar and the list says by how much.
  const drawn = shares.filter((s) => s.amount > 0);
  const whole = Math.max(
    total,
    drawn.reduce((a, s) => a + s.amount, 0),
    1,
  );
  const percent = (s: Keeper) => (total > 0 ? `${toDecimals((100 * s.amount) / total, 1)} %` : '–');
  const starts = drawn.map((_, i) => drawn.slice(0, i).reduce((a, s) => a + s.amount, 0));
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} 58`}
        width="100%"
        role="img"
        aria-label={`Of ${money(total)}: ${shares.map((s) => `${s.to} ${money(s.amount)}`).join(', ')}`}
      >
        {drawn.map((s, i) => (
          <rect
            key={`${s.kind}:${s.to}`}
            x={(starts[i]! / whole) * WIDTH + 0.5}
            y="10"
            width={Math.max(0.5, (s.amount / whole) * WIDTH - 0.6)}
            height="30"
            fill={TONE[s.kind]}
            stroke={t.ink}
            strokeWidth="0.6"
          />
        ))}
        <path d={`M0.5 54V47M0.5 51H${WIDTH - 0.5}M${WIDTH - 0.5} 54V47`} stroke={t.ink2} fill="none" />
        <rect x={WIDTH / 2 - 58} y="44" width="116" height="14" fill={t.sheet} />
        <text x={WIDTH / 2} y="55" textAnchor="middle" fontSize="11" fill={t.ink2}>
          buyer pays {money(total)}
        </text>
      </svg>
      <List>
        {shares.map((s) => (
          <div key={`${s.kind}:${s.to}`} style={{ display: 'contents' }}>
            <dt style={s.kind === 'artist' ? { fontWeight: 600 } : undefined}>
              <i style={{ background: TONE[s.kind] }} />
              {s.to}
            </dt>
            <dd style={s.kind === 'artist' ? { fontWeight: 600 } : undefined}>{bareMoney(s.amount)}</dd>
            <dd>{percent(s)}</dd>
          </div>
        ))}
        <div style={{ display: 'contents' }}>
          <dt>
            <i style={{ border: 0 }} />
            the price itself{total !== price ? ', without carriage' : ''}
          </dt>
          <dd>{money(price)}</dd>
          <dd />
        </div>
      </List>
    </figure>
  );
}
