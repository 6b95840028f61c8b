'use client';
import styled from 'styled-components';
import type { CostGroup } from '@/core/cost/ofProduct';
import { toDecimals } from '@/core/measure';
import type { Keeper } from '@/core/price/solve';
import { Working } from '@/ui/Callout';
import { ChartBox } from '@/ui/ChartBox';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { groupWorking } from './groupWorking';

/** Greys for what goes out, so that neighbours can be told; ink for what stays. */
const COSTS = ['#8b939b', '#a3abb2', '#9aa2aa', '#adb4ba'];
const TONE: Record<Exclude<Keeper['kind'], 'cost'>, string> = {
  fee: '#c3c8cc',
  given: '#d6d9dc',
  carriage: '#e4e6e8',
  artist: t.ink,
};
export const toneOf = (keeper: Keeper, i: number) =>
  keeper.kind === 'cost' ? COSTS[i % COSTS.length]! : TONE[keeper.kind];
const List = styled.dl`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto 56px;
  gap: 0 8px;
  /* Each figure opens: a finger needs 24 px. */
  grid-auto-rows: minmax(25px, auto);
  margin-top: 10px;
  align-items: baseline;
  dt {
    padding-left: 20px;
  }
  i {
    display: inline-block;
    width: 10px;
    height: 10px;
    margin: 0 10px 0 -20px;
    border: 1px solid ${t.ink3};
  }
  dd {
    text-align: right;
    white-space: nowrap;
  }
`;
const MOST = 424;

/** Who keeps what of a price, every cent of it, as one bar cut to scale; a cost opens how it came about. */
export function SharesBar({
  shares,
  price,
  groups = [],
}: {
  shares: Keeper[];
  price: number;
  groups?: readonly CostGroup[];
}) {
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
  const keeps = Math.max(0, shares.at(-1)!.amount);
  const groupOf = (s: Keeper) => groups.find((group) => s.kind === 'cost' && group.name === s.to);
  return (
    <figure>
      <ChartBox
        most={MOST}
        height={58}
        label={`Of ${money(total)}: ${shares.map((s) => `${s.to} ${money(s.amount)}`).join(', ')}`}
      >
        {(width) => {
          const cut = width * (1 - keeps / whole);
          return (
            <>
              {drawn.map((s, i) => (
                <rect
                  key={`${s.kind}:${s.to}`}
                  x={(starts[i]! / whole) * width}
                  y="0"
                  width={Math.max(0.5, (s.amount / whole) * width - 1)}
                  height="30"
                  fill={toneOf(s, i)}
                />
              ))}
              <path
                d={`M0.5 36V44M0.5 40H${width - 0.5}M${width - 0.5} 36V44M${Math.min(width - 0.5, Math.max(0.5, cut))} 36V44`}
                stroke={t.ink2}
                fill="none"
              />
              <text x={Math.max(58, cut / 2)} y="55" textAnchor="middle">
                {money(total - keeps)} goes out
              </text>
              {keeps > 0 && (
                <text
                  x={Math.min(width - 58, Math.max(cut / 2 + 122, (cut + width) / 2))}
                  y="55"
                  textAnchor="middle"
                >
                  {money(keeps)} is yours
                </text>
              )}
            </>
          );
        }}
      </ChartBox>
      <List>
        {shares.map((s, i) => {
          const group = groupOf(s);
          return (
            <div key={`${s.kind}:${s.to}`} style={{ display: 'contents' }}>
              <dt style={s.kind === 'artist' ? { fontWeight: 600 } : undefined}>
                <i style={{ background: toneOf(s, i) }} />
                {s.to}
                {group?.isEstimated && ' ≈'}
              </dt>
              <dd style={s.kind === 'artist' ? { fontWeight: 600 } : undefined}>
                {group ? (
                  <Working working={groupWorking(group, money)}>{bareMoney(s.amount)}</Working>
                ) : (
                  bareMoney(s.amount)
                )}
              </dd>
              <dd>{percent(s)}</dd>
            </div>
          );
        })}
        <div style={{ display: 'contents' }}>
          <dt>
            <i style={{ border: 0 }} />
            the price itself{total !== price ? ', without carriage' : ''}
          </dt>
          <dd>{money(price)}</dd>
          <dd />
        </div>
      </List>
      {groups.some((group) => group.isEstimated) && (
        <p style={{ color: t.ink2, fontSize: 12, marginTop: 4 }}>≈ estimated until the records tell</p>
      )}
    </figure>
  );
}
