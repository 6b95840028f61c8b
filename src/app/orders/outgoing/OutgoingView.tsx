'use client';
import Link from 'next/link';
import { addDays } from '@/core/measure/day';
import type { Outgoing } from '@/studio/orders/outgoing';
import { ButtonLink, Row } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
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
import { MarkedText } from '@/ui/Verdict';
import { SalesNav } from '../SalesNav';

type Parcel = Outgoing['carriers'][number]['parcels'][number];

/** What leaves today, by carrier, where to take it, and the list to have signed at the counter. */
export function OutgoingView({
  outgoing: { day, carriers },
  today,
}: {
  outgoing: Outgoing;
  today: string;
}) {
  const { date, weight } = useUnits();
  const columns: Column<Parcel>[] = [
    {
      key: 'number',
      head: 'No.',
      isName: true,
      isFigure: true,
      by: (p) => p.number,
      cell: (p) => (
        <Link href={`/orders/${p.id}`} prefetch={false}>
          {p.number}
        </Link>
      ),
    },
    { key: 'buyer', head: 'Goes to', by: (p) => p.buyer, cell: (p) => <bdi>{p.buyer}</bdi> },
    {
      key: 'service',
      head: 'Service',
      by: (p) => p.service || null,
      cell: (p) => p.service || <Small>to choose</Small>,
    },
    {
      key: 'tracking',
      head: 'Tracking',
      by: (p) => p.tracking || null,
      cell: (p) => p.tracking,
    },
    {
      key: 'weight',
      head: 'Weight',
      isFigure: true,
      by: (p) => p.weightMg,
      cell: (p) => weight(p.weightMg),
    },
    {
      key: 'where',
      head: 'Where it is',
      by: (p) => (p.isGone ? 1 : 0),
      cell: (p) => (
        <MarkedText kind={p.isGone ? 'holds' : 'none'}>{p.isGone ? 'gone' : 'sealed, waits'}</MarkedText>
      ),
    },
  ];
  const count = carriers.reduce((sum, { parcels }) => sum + parcels.length, 0);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Outgoing, {date(day)}</PageTitle>
          <Lead>
            {count === 0 ? 'Nothing' : count} {count === 1 ? 'parcel' : 'parcels'} sealed or handed over.
          </Lead>
        </div>
        <Row>
          <ButtonLink href={`/orders/outgoing?day=${addDays(day, -1)}`}>The day before</ButtonLink>
          {day < today && (
            <ButtonLink href={`/orders/outgoing?day=${addDays(day, 1)}`}>The day after</ButtonLink>
          )}
          {count > 0 && (
            <a href={`/api/documents/manifest/${day}`} target="_blank" rel="noreferrer">
              List for the counter, PDF
            </a>
          )}
          <a href="/api/export/to-leave.ics" download>
            What must leave when, as a calendar
          </a>
        </Row>
      </PageHeader>
      <SalesNav />
      <Stack $gap={18}>
        {carriers.map(({ carrier, where, parcels, weightMg }) => (
          <Panel key={carrier}>
            <PanelTitle>
              {carrier}: {parcels.length} {parcels.length === 1 ? 'parcel' : 'parcels'},{' '}
              {weight(weightMg)} <span>{where}</span>
            </PanelTitle>
            <DataTable
              label={`Parcels by ${carrier}`}
              rows={parcels}
              columns={columns}
              keyOf={(p) => p.id}
            />
          </Panel>
        ))}
        {count === 0 && (
          <Panel>
            <EmptyState title="Nothing leaves that day">
              <p>Parcels that are sealed stand here by carrier, and what was handed over that day.</p>
            </EmptyState>
          </Panel>
        )}
      </Stack>
    </Page>
  );
}
