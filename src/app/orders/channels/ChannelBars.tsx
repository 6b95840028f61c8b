'use client';
import styled from 'styled-components';
import type { ChannelAnswer } from '@/core/price/channels';
import { PanelTitle, Small } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { toneOf } from '@/app/works/[id]/price/SharesBar';

const Lines = styled.ul`
  display: grid;
  gap: 10px;
  margin-top: 10px;
  li {
    display: grid;
    grid-template-columns: 128px minmax(0, 1fr) 74px 128px;
    gap: 2px 12px;
    align-items: center;
  }
  b,
  i {
    text-align: right;
    font-style: normal;
    white-space: nowrap;
  }
  small {
    grid-column: 2 / 5;
    color: ${t.ink2};
    font-size: 12px;
  }
  ${narrow} {
    li {
      grid-template-columns: minmax(0, 1fr) auto auto;
    }
    svg {
      grid-column: 1 / -1;
      grid-row: 2;
    }
    small {
      grid-column: 1 / -1;
    }
  }
`;
const WIDTH = 400;

/** A bar for each channel, cut to the cent: what goes to whom of one sale, and what is left. */
export function ChannelBars({
  answers,
  buyerPays,
}: {
  answers: readonly ChannelAnswer[];
  buyerPays: number;
}) {
  const { money, bareMoney } = useUnits();
  return (
    <section>
      <PanelTitle>
        One sale <span>and a month, after what is due sold or not</span>
      </PanelTitle>
      <Lines>
        {answers.map((answer) => {
          const drawn = answer.shares.filter((share) => share.amount > 0);
          const whole = Math.max(
            buyerPays,
            drawn.reduce((sum, share) => sum + share.amount, 0),
            1,
          );
          const starts = drawn.map((_, i) => drawn.slice(0, i).reduce((sum, s) => sum + s.amount, 0));
          return (
            <li key={answer.name}>
              <span>{answer.name}</span>
              <svg
                viewBox={`0 0 ${WIDTH} 18`}
                width="100%"
                height="18"
                preserveAspectRatio="none"
                role="img"
                aria-label={`${answer.name}, of ${money(buyerPays)}: ${answer.shares.map((s) => `${s.to} ${money(s.amount)}`).join(', ')}`}
              >
                {drawn.map((share, i) => (
                  <rect
                    key={`${share.kind}${share.to}`}
                    x={(starts[i]! / whole) * WIDTH}
                    width={Math.max(0.5, (share.amount / whole) * WIDTH - 1)}
                    height="18"
                    fill={toneOf(share, i)}
                  />
                ))}
              </svg>
              <b>{bareMoney(answer.perSale)}</b>
              <i>{money(answer.perMonth)} a month</i>
              <small>
                {answer.shares
                  .filter((share) => share.kind !== 'artist')
                  .map((share) => `${share.to} ${bareMoney(share.amount)}`)
                  .join(' · ')}
              </small>
            </li>
          );
        })}
      </Lines>
      <Small>The dark part is yours; the others in the order of the words under it.</Small>
    </section>
  );
}
