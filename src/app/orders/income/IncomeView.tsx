'use client';
import { useState } from 'react';
import type { By, IncomeLine } from '@/core/sales/income';
import { toDecimals } from '@/core/measure';
import { DataTable, type Column } from '@/ui/DataTable';
import { Select } from '@/ui/Choices';
import {
  EmptyState,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import type { IncomePage } from '@/studio/sales/incomePage';
import { SalesNav } from '../SalesNav';
import { AdvicePart } from './AdvicePart';
import { AttentionPart } from './AttentionPart';
import { CashChart } from './CashChart';
import { CausePart } from './CausePart';
import { MonthsChart } from './MonthsChart';

/** What came in, what of it stayed, what sells and how sure that is; and the cash of each week. */
export function IncomeView(page: IncomePage) {
  const { months, by, unknown, goods, cause, weeks, advice, attention, works, today } = page;
  const { money } = useUnits();
  const [of, setOf] = useState<By>('work');
  const income = months.reduce((sum, month) => sum + month.income, 0);
  const left = months.reduce((sum, month) => sum + month.left, 0);
  const count = months.reduce((sum, month) => sum + month.count, 0);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Income</PageTitle>
          <Lead>
            {count === 0
              ? 'Nothing was sold in a year.'
              : `${count - goods} prints${goods ? ` and ${goods} other goods` : ''} in a year brought in ${money(income)}; with what they cost today, ${money(left)} of it stayed, ${Math.round((100 * left) / Math.max(1, income))} %.`}
          </Lead>
        </div>
      </PageHeader>
      <SalesNav />
      {count === 0 ? (
        <Panel>
          <EmptyState title="No sales yet">
            <p>As orders come in, what they bring in and leave stands here by month, work and product.</p>
          </EmptyState>
        </Panel>
      ) : (
        <Panel>
          <Stack $gap={26}>
            <MonthsChart months={months} />
            <Stack $gap={10}>
              <PanelTitle>
                What sells{' '}
                <span>with the count a year like this could well have had, nine times in ten</span>
              </PanelTitle>
              <Select
                label="By"
                value={of}
                onChange={setOf}
                options={[
                  { key: 'work', name: 'work' },
                  { key: 'product', name: 'product' },
                  { key: 'edition', name: 'edition' },
                  { key: 'channel', name: 'channel' },
                ]}
                width={150}
              />
              <Sellers lines={by[of]} />
              <Surest lines={by[of]} />
              {unknown > 0 && (
                <Small>
                  Of {unknown} sales the costs are not known any more: what they left is not counted.
                </Small>
              )}
            </Stack>
            <AdvicePart advice={advice} />
            <CausePart {...cause} />
            <CashChart weeks={weeks} />
            <Small>Sums are without tax; ask someone licensed to advise.</Small>
          </Stack>
        </Panel>
      )}
      <AttentionPart attention={attention} works={works} today={today} />
    </Page>
  );
}

function Sellers({ lines }: { lines: readonly IncomeLine[] }) {
  const { bareMoney, currency } = useUnits();
  const columns: Column<IncomeLine>[] = [
    { key: 'name', head: 'What', cell: (line) => line.name, by: (line) => line.name, isName: true },
    { key: 'count', head: 'Sold', cell: (line) => line.count, by: (line) => line.count, isFigure: true },
    {
      key: 'range',
      head: 'Could well be',
      cell: (line) => `${toDecimals(line.range[0], 0)}–${Math.round(line.range[1])}`,
      by: (line) => line.range[0],
      isFigure: true,
    },
    {
      key: 'income',
      head: `Brought in, ${currency}`,
      cell: (line) => bareMoney(line.income),
      by: (line) => line.income,
      isFigure: true,
    },
    {
      key: 'left',
      head: `Left, ${currency}`,
      cell: (line) => bareMoney(line.left),
      by: (line) => line.left,
      isFigure: true,
    },
    {
      key: 'share',
      head: 'Of it, %',
      cell: (line) => (line.income > 0 ? Math.round((100 * line.left) / line.income) : 0),
      by: (line) => (line.income > 0 ? line.left / line.income : 0),
      isFigure: true,
    },
  ];
  return <DataTable label="What sells" rows={lines} columns={columns} keyOf={(line) => line.key} />;
}

/** Whether the first of the list is surely the first. */
function Surest({ lines }: { lines: readonly IncomeLine[] }) {
  const [best, next] = lines;
  if (!best || !next) return null;
  return (
    <p>
      {best.range[0] > next.range[1]
        ? `${best.name} sells best, surely: even at its least, ${toDecimals(best.range[0], 0)}, it is above the most of ${next.name}, ${Math.round(next.range[1])}.`
        : `${best.name} brought in most, but ${best.count} and ${next.count} sold do not yet tell it surely from ${next.name}.`}
    </p>
  );
}
