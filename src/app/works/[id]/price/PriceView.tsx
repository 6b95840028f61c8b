'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { arriving } from '@/ui/arriving';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { useKeys } from '@/ui/Keys';
import { Columns, EmptyState, PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { Verdict } from '@/ui/Verdict';
import { GRAVEST_FIRST } from '@/core/finding';
import { priceFindings } from '@/core/price/findings';
import { ownCosts } from '@/core/price/live';
import { Elsewhere } from './Elsewhere';
import { PriceDesk } from './PriceDesk';
import { ProductGrid } from './ProductGrid';
import { ProductPanel } from './ProductPanel';
import type { PriceProps, PriceSheet } from './priceProps';
import type { ProductCell } from '@/studio/prices/pricePage';

const OfferSheet = arriving(async () => (await import('./OfferSheet')).OfferSheet);
const PriceSheets = arriving(async () => (await import('./PriceSheets')).PriceSheets);

const Side = styled.div`
  display: grid;
  gap: 22px;
  align-content: start;
`;

/** What can be bought of a work, what each leaves, and where it would leave more. */
export function PriceView(props: PriceProps) {
  const { cells, rows } = props;
  const firstToDo = cells.find((cell) => cell.state === 'offered' && !cell.price) ?? cells[0];
  const [at, setAt] = useState(
    (cells.some((cell) => cell.price) ? cells.find((cell) => cell.price) : firstToDo)?.key ?? '',
  );
  const [sheet, setSheet] = useState<PriceSheet | null>(null);
  const [isChanging, setChanging] = useState(false);
  useKeys([{ key: 'o', label: 'offer more of it', run: () => setSheet('offer') }]);
  const open = cells.find((cell) => cell.key === at) ?? cells[0];
  if (!open || rows.length === 0)
    return (
      <EmptyState title="Nothing to price yet">
        <p>
          A price belongs to a size on offer. Tick one under Sizes; its paper, ink and wrapping are then
          reckoned from your own records.
        </p>
      </EmptyState>
    );
  const choose = (cell: ProductCell) => {
    setAt(cell.key);
    setChanging(false);
  };
  return (
    <>
      <Columns $aside={424}>
        <Stack $gap={16}>
          <PanelTitle>
            What can be bought of it{' '}
            <span>a size × a line × a finish; a bar shows what stays with you</span>
          </PanelTitle>
          <ProductGrid {...props} chosen={open} onChoose={choose} />
          <Findings {...props} />
          <Row>
            <Button onPress={() => setSheet('offer')} keyName="o">
              Offer more
            </Button>
            <Button onPress={() => setSheet('line')}>Lines</Button>
            <Button onPress={() => setSheet('outlays')}>Paid once</Button>
            <Button onPress={() => setSheet('market')}>What others ask</Button>
            <Button onPress={() => setSheet('rates')}>Hours and guesses</Button>
            <ButtonLink href="/orders/prices">Price list, what if</ButtonLink>
          </Row>
          <Small>
            Prices are kept without tax. Taxes differ by place; ask someone licensed to advise.
          </Small>
        </Stack>
        <Side>
          {isChanging || !open.price ? (
            <PriceDesk
              key={`${open.key}:${open.price?.decidedAt ?? ''}`}
              {...props}
              cell={open}
              onDone={() => setChanging(false)}
            />
          ) : (
            <ProductPanel
              {...props}
              cell={open}
              onChange={() => setChanging(true)}
              onQuote={() => setSheet('quote')}
            />
          )}
          {open.price && <Elsewhere {...props} cell={open} />}
        </Side>
      </Columns>
      {sheet === 'offer' && <OfferSheet {...props} onClose={() => setSheet(null)} />}
      {sheet !== null && sheet !== 'offer' && (
        <PriceSheets {...props} sheet={sheet} cell={open} onClose={() => setSheet(null)} />
      )}
    </>
  );
}

/** What is odd about the prices of this work, the gravest first. */
function Findings({ cells, run, original }: PriceProps) {
  const { currency } = useUnits();
  const priced = cells.flatMap((cell) =>
    cell.price
      ? [
          {
            name: cell.name,
            image: cell.image,
            line: cell.lineName,
            finish: cell.finish,
            isLimited: cell.isLimited,
            price: cell.price.minor,
            cost: cell.cost.total + ownCosts(cell.price.question),
            question: cell.price.question,
          },
        ]
      : [],
  );
  const findings = priceFindings(
    priced,
    currency,
    run ? { size: run.size, original: original.price } : null,
  ).sort((a, b) => GRAVEST_FIRST.indexOf(a.verdict) - GRAVEST_FIRST.indexOf(b.verdict));
  if (findings.length === 0) return null;
  return (
    <Stack $gap={5} aria-label="What is odd about these prices">
      {findings.slice(0, 6).map((finding) => (
        <Verdict key={finding.says} finding={finding} />
      ))}
      {findings.length > 6 && <Small>and {findings.length - 6} more of the kind</Small>}
    </Stack>
  );
}
