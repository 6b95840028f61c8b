'use client';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { InputError } from '@/core/errors';
import { moneyOrNull, readNumber } from '@/core/measure';
import { planBatch, type BatchAnswer } from '@/core/price/batch';
import { ButtonLink } from '@/ui/Button';
import { Finder } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import {
  Columns,
  EmptyState,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  ScrollArea,
  Small,
  Stack,
  Table,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { useAskedChoices } from '@/app/useAskedChoices';
import type { BatchPage } from '@/studio/sales/batchPage';
import { SalesNav } from '../SalesNav';
import { FairPlan } from './FairPlan';
import { Payback } from './Payback';
import { ProfitChart } from './ProfitChart';

const idOf = ({ id }: { id: string }): string => id;

/** How many of a print to make at once, what to take to a fair, and whether an own machine pays. */
export function BatchView({ things: first, means, open, printers, ratePerHour, minutes }: BatchPage) {
  const router = useRouter();
  const { choices: things, search } = useAskedChoices('/api/orders/things', first, idOf);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>How many to make</PageTitle>
          <Lead>
            Say how many may be asked for. Every quantity is held against printing one whenever one is
            sold, with the chance of losing money and the money at risk.
          </Lead>
        </div>
      </PageHeader>
      <SalesNav />
      {open === null ? (
        <Panel>
          <EmptyState title="Nothing has a price yet">
            <p>A quantity can be worked out for a product that has its price and its whole cost.</p>
            <ButtonLink href="/works">To the works</ButtonLink>
          </EmptyState>
        </Panel>
      ) : (
        <Panel>
          <Stack $gap={26}>
            <Finder
              label="Which print"
              value={open.id}
              onChange={(id) => router.push(`/orders/batch?product=${id}`)}
              onSearch={search}
              options={things.map(({ id, name, sold }) => ({ key: id, name: `${name} (${sold} sold)` }))}
              width={460}
            />
            <Batch open={open} />
            <FairPlan />
            <Payback means={means} printers={printers} ratePerHour={ratePerHour} minutes={minutes} />
          </Stack>
        </Panel>
      )}
    </Page>
  );
}

const QUANTITIES = [1, 5, 10, 15, 20, 30, 40, 60];

type Open = NonNullable<BatchPage['open']>;

function Batch({ open }: { open: Open }) {
  const { currency, money, bareMoney } = useUnits();
  const guess = Math.max(2, open.sold);
  const [typed, setTyped] = useState({
    few: String(Math.floor(guess / 2)),
    likely: String(guess),
    many: String(Math.min(60, guess * 2 + 2)),
    salvage: '',
    storage: '',
  });
  const set = (key: keyof typeof typed) => (value: string) =>
    setTyped((was) => ({ ...was, [key]: value }));
  const worked = useMemo((): BatchAnswer | { wrong: InputError } => {
    const figure = (text: string) => readNumber(text) ?? NaN;
    const sum = (text: string) => (text.trim() ? (moneyOrNull(text, currency) ?? NaN) : 0);
    try {
      return planBatch({
        demand: { few: figure(typed.few), likely: figure(typed.likely), many: figure(typed.many) },
        price: Math.max(0, open.net),
        counts: open.costs.map((cost, i) => ({ count: i + 1, cost })),
        salvage: sum(typed.salvage),
        perSaleCost: open.costs[0]!,
        storage: sum(typed.storage),
      });
    } catch (error) {
      if (error instanceof InputError) return { wrong: error };
      throw error;
    }
  }, [typed, open, currency]);
  return (
    <Columns $aside={330}>
      {'wrong' in worked ? (
        <div role="alert">
          <MarkedText kind="fails">
            {worked.wrong.field.replace('demand.', '')}: expected {worked.wrong.expected}.
          </MarkedText>
        </div>
      ) : (
        <Stack $gap={12}>
          <ProfitChart answer={worked} />
          <Advice answer={worked} open={open} />
          <ScrollArea>
            <Table aria-label="Quantities" $tight>
              <thead>
                <tr>
                  <th className="n">Make</th>
                  <th className="n">Cost, {currency}</th>
                  <th className="n">Next break, each</th>
                  <th className="n">Expected</th>
                  <th className="n">Chance of a loss</th>
                  <th className="n">At risk</th>
                  <th>In profit from</th>
                </tr>
              </thead>
              <tbody>
                <tr>
                  <th scope="row" className="n">
                    per sale
                  </th>
                  <td className="n">{bareMoney(open.costs[0]!)} each</td>
                  <td />
                  <td className="n">{bareMoney(worked.perSale.expectedProfit)}</td>
                  <td className="n">0 %</td>
                  <td className="n">0</td>
                  <td>the 1st</td>
                </tr>
                {worked.options
                  .filter((o) => QUANTITIES.includes(o.count) || o.count === worked.best)
                  .map((option) => (
                    <tr key={option.count} aria-current={option.count === worked.best || undefined}>
                      <th scope="row" className="n">
                        {option.count}
                        {option.count === worked.best && ' best'}
                      </th>
                      <td className="n">{bareMoney(option.cost)}</td>
                      <td className="n">{bareMoney(option.marginal)}</td>
                      <td className="n">{bareMoney(option.expectedProfit)}</td>
                      <td className="n">{Math.round(100 * option.chanceOfLoss)} %</td>
                      <td className="n">{bareMoney(option.atRisk)}</td>
                      <td>{option.profitFrom === null ? 'never' : `sale ${option.profitFrom}`}</td>
                    </tr>
                  ))}
              </tbody>
            </Table>
          </ScrollArea>
        </Stack>
      )}
      <Stack $gap={12}>
        <PanelTitle>
          How many are asked for <span>{open.sold} sold in a year</span>
        </PanelTitle>
        <Fields $columns="1fr 1fr 1fr">
          <Field label="At the least" value={typed.few} onChange={set('few')} inputMode="numeric" />
          <Field label="Likely" value={typed.likely} onChange={set('likely')} inputMode="numeric" />
          <Field label="At the most" value={typed.many} onChange={set('many')} inputMode="numeric" />
        </Fields>
        <Fields $columns="1fr 1fr">
          <Field
            label={`One left over is worth, ${currency}`}
            value={typed.salvage}
            onChange={set('salvage')}
            placeholder="0"
            inputMode="decimal"
          />
          <Field
            label={`Keeping one costs, ${currency}`}
            value={typed.storage}
            onChange={set('storage')}
            placeholder="0"
            inputMode="decimal"
          />
        </Fields>
        <Small>
          Sells for {money(open.price)}. Fees, wrapping and packing taken off, a sale brings in{' '}
          {money(open.net)}; making one costs {money(open.costs[0]!)} by {open.route ?? 'no route yet'}.
          What was paid once for the work is spent either way and stays out.
        </Small>
      </Stack>
    </Columns>
  );
}

function Advice({ answer, open }: { answer: BatchAnswer; open: Open }) {
  const { money } = useUnits();
  if (open.net <= 0)
    return (
      <MarkedText kind="fails">
        A sale brings in nothing once fees and packing are paid: no quantity helps.
      </MarkedText>
    );
  const best = answer.options.find((option) => option.count === answer.best);
  if (!best)
    return (
      <MarkedText kind="holds">
        Print one whenever one is sold: {money(answer.perSale.expectedProfit)} are expected, nothing is at
        risk, and no quantity is expected to bring in more.
      </MarkedText>
    );
  return (
    <MarkedText kind={best.chanceOfLoss > 0.2 ? 'care' : 'holds'}>
      {best.count} are expected to bring in {money(best.expectedProfit)},{' '}
      {money(best.expectedProfit - answer.perSale.expectedProfit)} more than one per sale, with{' '}
      {money(best.atRisk)} at risk and a chance of {Math.round(100 * best.chanceOfLoss)} % of losing
      money; in profit from sale {best.profitFrom}.
    </MarkedText>
  );
}
