'use client';
import styled from 'styled-components';
import { costWorking, groupCosts } from '@/core/cost/ofProduct';
import { priceLeaves } from '@/core/price/leaves';
import { costsOf } from '@/core/price/live';
import { keeperFinding } from '@/core/price/solve';
import { Button, Row } from '@/ui/Button';
import { Working } from '@/ui/Callout';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import type { ProductCell } from '@/studio/prices/pricePage';
import { SharesBar } from './SharesBar';
import type { PriceProps } from './priceProps';

const Price = styled.p`
  font: 27px/34px ${t.sans};
  font-weight: 600;
  small {
    font-size: 13px;
    font-weight: 400;
    color: ${t.ink2};
    margin-left: 8px;
  }
`;

type Props = PriceProps & { cell: ProductCell; onChange: () => void; onQuote: () => void };

/** One product: what it sells for, where every cent goes, and what it costs line by line. */
export function ProductPanel({ cell, run, onChange, onQuote }: Props) {
  const { money, currency, date, weight } = useUnits();
  const price = cell.price!;
  const groups = groupCosts(cell.cost.lines);
  const leaves = priceLeaves(price.minor, price.question, groups);
  const wanted = Math.round(price.question.margin * 100);
  return (
    <Stack $gap={12}>
      <PanelTitle>
        {cell.name} <span>{cell.isLimited && run ? `in the run of ${run.size}` : 'open'}</span>
      </PanelTitle>
      <Price>
        {money(price.minor)}
        <small>
          leaves you {money(leaves.keeps)}, {Math.round(100 * leaves.share)} %; {wanted} % was asked
        </small>
      </Price>
      <SharesBar shares={leaves.shares} price={price.minor} groups={groups} />
      <Verdict finding={keeperFinding(leaves.shares, currency)} />
      <CostNotes cell={cell} />
      <Small>
        Packed {cell.cost.packed.form}, {weight(cell.cost.packed.weight)}. Price since{' '}
        {date(price.validFrom)}
        {cell.history.length > 1 &&
          `; before it ${cell.history
            .slice(0, -1)
            .reverse()
            .slice(0, 3)
            .map((was) => `${money(was.minor)} from ${date(was.validFrom)}`)
            .join(', ')}`}
        . {cell.sold} sold in a year.
      </Small>
      <Row>
        <Button onPress={onChange}>Change the price</Button>
        <Button quiet onPress={onQuote}>
          Quote and run
        </Button>
      </Row>
    </Stack>
  );
}

/** What of the cost is a guess or not known yet, and whether it has moved since the price was set. */
export function CostNotes({ cell }: { cell: ProductCell }) {
  const { money, currency, sentence } = useUnits();
  const { cost, price } = cell;
  const then = price ? costsOf({ costs: price.question.costs.filter((line) => !line.own) }) : null;
  return (
    <Stack $gap={4}>
      <Small data-testid="product-cost">
        <span data-cost-of={cell.productId ?? undefined} data-total={cost.total}>
          Costs <Working working={costWorking(cost, currency)}>{money(cost.total)}</Working>
        </span>
        , {sentence(cost.because)}
        {cost.estimated > 0 && `; ${cost.estimated} of ${cost.lines.length} lines are estimated`}.
      </Small>
      {cost.lacks && <MarkedText kind="care">Not whole yet: {cost.lacks} is missing.</MarkedText>}
      {cost.unwrapped.length > 0 && (
        <Small>
          Nothing large enough on the shelf: {cost.unwrapped.join(', ')}. That does not count yet.
        </Small>
      )}
      {then !== null && then > 0 && Math.abs(then - cost.total) > Math.max(10, then * 0.05) && (
        <MarkedText kind="care">
          When the price was set it cost {money(then)}: that has moved by {money(cost.total - then)}.
        </MarkedText>
      )}
    </Stack>
  );
}
