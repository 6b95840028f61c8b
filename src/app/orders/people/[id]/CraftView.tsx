'use client';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { DataTable, type Column } from '@/ui/DataTable';
import {
  EmptyState,
  FactList,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Columns,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { SalesNav } from '../../SalesNav';

type Craftsperson = {
  name: string;
  craft: string;
  place: string;
  country: string;
  contact: string;
  priceMinor: number;
  days: number;
  notes: string;
};
type Piece = {
  orderId: string;
  number: number;
  at: string;
  condition: string;
  bears: string;
  cases: string | null;
};

/** Somebody who frames, mounts or mends: what was handed to them, how it looked, and how it ended. */
export function CraftView({
  person,
  pieces,
  notes,
}: {
  person: Craftsperson;
  pieces: Piece[];
  notes: ReactNode;
}) {
  const { date, money, sentence } = useUnits();
  const columns: Column<Piece>[] = [
    {
      key: 'order',
      head: 'Order',
      isName: true,
      by: ({ number }) => number,
      cell: ({ orderId, number }) => (
        <Link href={`/orders/${orderId}`} prefetch={false}>
          {number}
        </Link>
      ),
    },
    { key: 'at', head: 'Handed over', by: ({ at }) => at, cell: ({ at }) => date(at.slice(0, 10)) },
    { key: 'condition', head: 'As it was', cell: ({ condition }) => condition },
    { key: 'bears', head: 'Bore damage from there', cell: ({ bears }) => bears },
    {
      key: 'cases',
      head: 'And then',
      by: ({ cases }) => (cases ? 1 : 0),
      cell: ({ cases }) =>
        cases ? <MarkedText kind="care">{sentence(cases)}</MarkedText> : 'nothing went wrong',
    },
  ];
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{person.name}</PageTitle>
          <Lead>
            {person.craft} in {person.place}, {person.country}
          </Lead>
        </div>
      </PageHeader>
      <SalesNav />
      <Columns $aside={320}>
        <Panel>
          <PanelTitle>What was handed to them</PanelTitle>
          {pieces.length === 0 ? (
            <EmptyState title="Nothing yet">
              <p>
                A change of hands is noted on an order’s own page; those to {person.name} then stand here.
              </p>
            </EmptyState>
          ) : (
            <DataTable
              label="Pieces handed over"
              rows={pieces}
              columns={columns}
              keyOf={({ orderId, at }) => `${orderId} ${at}`}
            />
          )}
        </Panel>
        <Panel as="aside">
          <PanelTitle>What is known</PanelTitle>
          <FactList
            rows={[
              ['Reached by', person.contact || 'not noted'],
              ['Asks, usually', person.priceMinor ? money(person.priceMinor) : 'not noted'],
              ['Takes', `${person.days} day${person.days === 1 ? '' : 's'}`],
              ['Notes', person.notes || 'none'],
            ]}
          />
          <p style={{ paddingTop: 10 }}>
            <Link href="/orders/sending">Changed under How it is sent</Link>
          </p>
          {notes}
        </Panel>
      </Columns>
    </Page>
  );
}
