'use client';
import Link from 'next/link';
import { daysBetween } from '@/core/measure/day';
import { DataTable, type Column } from '@/ui/DataTable';
import { EmptyState, Lead, Page, PageHeader, PageTitle, Panel } from '@/ui/Layout';
import { MarkedText } from '@/ui/Verdict';
import { useUnits } from '@/ui/Units';
import { RegisterNav } from '../RegisterNav';

type Line = {
  id: string;
  number: number;
  shop: string;
  sinceOn: string;
  dueOn: string;
  theirShare: number;
  there: number;
  all: number;
  value: number;
  owed: number;
};

/** What shops and galleries have on sale or return, and what they were to pay or give back by when. */
export function ConsignmentsView({ lines }: { lines: Line[] }) {
  const { date, money, today } = useUnits();
  const now = today();
  const columns: Column<Line>[] = [
    {
      key: 'shop',
      head: 'With',
      isName: true,
      by: (line) => line.shop,
      cell: (line) => (
        <Link href={`/register/consignments/${line.id}`} prefetch={false}>
          {line.shop}
        </Link>
      ),
    },
    {
      key: 'number',
      head: 'Note',
      isFigure: true,
      by: (line) => line.number,
      cell: (line) => line.number,
    },
    { key: 'since', head: 'Since', by: (line) => line.sinceOn, cell: (line) => date(line.sinceOn) },
    {
      key: 'due',
      head: 'Due back or paid by',
      by: (line) => line.dueOn,
      cell: (line) =>
        line.there > 0 && line.dueOn < now ? (
          <MarkedText kind="fails">
            {date(line.dueOn)}, {daysBetween(line.dueOn, now)} days over
          </MarkedText>
        ) : (
          date(line.dueOn)
        ),
    },
    {
      key: 'there',
      head: 'Still there',
      isFigure: true,
      by: (line) => line.there,
      cell: (line) => `${line.there} of ${line.all}`,
    },
    {
      key: 'value',
      head: 'They sell for',
      isFigure: true,
      by: (line) => line.value,
      cell: (line) => money(line.value),
    },
    {
      key: 'share',
      head: 'Their share',
      isFigure: true,
      by: (line) => line.theirShare,
      cell: (line) => `${Math.round(line.theirShare * 1_000) / 10} %`,
    },
    {
      key: 'owed',
      head: 'Yours of what sold',
      isFigure: true,
      by: (line) => line.owed,
      cell: (line) => money(line.owed),
    },
  ];
  return (
    <Page>
      <RegisterNav />
      <PageHeader>
        <div>
          <PageTitle>With shops</PageTitle>
          <Lead>Prints on sale or return: whose they are until they are paid, and when that is due.</Lead>
        </div>
      </PageHeader>
      <Panel>
        {lines.length === 0 ? (
          <EmptyState title="Nothing is with a shop">
            <p>
              Choose ready prints at the sheets of an edition and give them to a shop: a note with the
              terms is written, for both to sign.
            </p>
          </EmptyState>
        ) : (
          <DataTable label="Consignments" rows={lines} columns={columns} keyOf={(line) => line.id} />
        )}
      </Panel>
    </Page>
  );
}
