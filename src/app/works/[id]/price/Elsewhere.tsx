'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { areaMm2, readNumber } from '@/core/measure';
import { costsOf, liveQuestion } from '@/core/price/live';
import { compareChannels, type ChannelAnswer, type Crossing } from '@/core/price/channels';
import { rulesFor, stallOutlay } from '@/core/price/terms';
import { ButtonLink } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import type { ProductCell } from '@/studio/prices/pricePage';
import type { PriceProps } from './priceProps';

const Lines = styled.ul`
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr) 62px;
  gap: 2px 8px;
  align-items: center;
  li {
    display: contents;
  }
  b {
    text-align: right;
  }
  small {
    grid-column: 2 / 4;
    color: ${t.ink2};
    font-size: 12px;
    margin-bottom: 6px;
  }
`;
const Sentence = styled.p`
  font: italic 16px/22px ${t.serif};
`;

/** The same print sold in other places: what a sale leaves there, and a month. */
export function Elsewhere({ cell, channels, rates }: PriceProps & { cell: ProductCell }) {
  const [typed, setTyped] = useState(String(Math.max(1, Math.round(cell.sold / 12) || 2)));
  const perMonth = readNumber(typed) ?? 0;
  if (channels.length === 0)
    return (
      <Stack $gap={8}>
        <PanelTitle>The same print elsewhere</PanelTitle>
        <Small>
          No channel is recorded yet. Say where you sell, and each shows what a sale of this leaves there.
        </Small>
        <div>
          <ButtonLink href="/orders/channels">Record a channel</ButtonLink>
        </div>
      </Stack>
    );
  const question = liveQuestion(cell.price!.question, cell.cost.lines);
  const product = {
    price: cell.price!.minor,
    cost: costsOf(question),
    carriageCharged: question.carriageCharged,
  };
  const { channels: answers, crossings } = compareChannels({
    product,
    perMonth: Math.max(0, perMonth),
    channels: channels.map((channel) =>
      rulesFor(channel.name, channel.rules, areaMm2(cell.image), rates.ratePerHour),
    ),
  });
  const most = Math.max(product.price + product.carriageCharged, 1);
  return (
    <Stack $gap={10}>
      <PanelTitle>
        The same print elsewhere <span>per sale; per month at the rate below</span>
      </PanelTitle>
      <Lines aria-label="Channels">
        {answers.map((answer, i) => (
          <ChannelLine
            key={channels[i]!.id}
            answer={answer}
            whole={most}
            stall={channels[i]!.rules.stall ?? null}
            ratePerHour={rates.ratePerHour}
          />
        ))}
      </Lines>
      <Overtaking crossings={crossings} />
      <Field label="Sales a month" value={typed} onChange={setTyped} width={110} inputMode="decimal" />
    </Stack>
  );
}

function ChannelLine({
  answer,
  whole,
  stall,
  ratePerHour,
}: {
  answer: ChannelAnswer;
  whole: number;
  stall: Parameters<typeof stallOutlay>[0] | null;
  ratePerHour: number;
}) {
  const { money, bareMoney } = useUnits();
  const share = Math.max(0, answer.perSale) / whole;
  const isWeak = answer.shares.some((s) => s.kind !== 'artist' && s.amount > answer.perSale);
  const outlay = stall ? stallOutlay(stall, ratePerHour) : 0;
  return (
    <li>
      <span>{answer.name}</span>
      <svg
        viewBox="0 0 240 13"
        width="100%"
        height="13"
        preserveAspectRatio="none"
        role="img"
        aria-label={`${answer.name}: of ${money(whole)} a sale leaves ${money(answer.perSale)}`}
      >
        <rect width="240" height="13" fill="#b9c0c6" />
        <rect x={240 * (1 - share)} width={240 * share} height="13" fill={isWeak ? t.care : t.ink} />
      </svg>
      <b>{bareMoney(answer.perSale)}</b>
      <small>
        {money(answer.perMonth)} a month
        {answer.fixedPerMonth > 0 && `, after ${money(answer.fixedPerMonth)} due sold or not`}
        {stall &&
          (answer.perSale > 0
            ? `; a fair is in profit from the ${ordinal(Math.ceil(outlay / answer.perSale))}`
            : '; never in profit')}
        {isWeak && '; others keep more than you'}
      </small>
    </li>
  );
}

const ordinal = (n: number) => {
  const end = n % 100 > 10 && n % 100 < 14 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th');
  return `${n}${end}`;
};

/** From how many sales a month on one place leaves more than another. */
function Overtaking({ crossings }: { crossings: readonly Crossing[] }) {
  // Before the first sale of a month nothing is overtaken.
  const late = crossings.filter(({ perMonth }) => perMonth >= 1).slice(0, 3);
  if (late.length === 0) return null;
  return (
    <Stack $gap={2}>
      {late.map(({ a, b, perMonth }) => (
        <Sentence key={`${a} ${b}`}>
          {a[0]!.toUpperCase()}
          {a.slice(1)} overtakes {b} at {Math.floor(perMonth) + 1} sales a month.
        </Sentence>
      ))}
    </Stack>
  );
}
