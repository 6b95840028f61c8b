'use client';
import Link from 'next/link';
import { addDays } from '@/core/measure/day';
import type { Outgoing } from '@/studio/orders/outgoing';
import { ButtonLink, Row } from '@/ui/Button';
import {
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
import { SalesNav } from '../SalesNav';

/** What leaves today, by carrier, where to take it, and the list to have signed at the counter. */
export function OutgoingView({
  outgoing: { day, carriers },
  today,
}: {
  outgoing: Outgoing;
  today: string;
}) {
  const { date, weight } = useUnits();
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
            <ScrollArea>
              <Table aria-label={`Parcels by ${carrier}`}>
                <thead>
                  <tr>
                    <th className="n">No.</th>
                    <th>Goes to</th>
                    <th>Service</th>
                    <th>Tracking</th>
                    <th className="n">Weight</th>
                    <th>Where it is</th>
                  </tr>
                </thead>
                <tbody>
                  {parcels.map((p) => (
                    <tr key={p.id}>
                      <th scope="row" className="n">
                        <Link href={`/orders/${p.id}`} prefetch={false}>
                          {p.number}
                        </Link>
                      </th>
                      <td>
                        <bdi>{p.buyer}</bdi>
                      </td>
                      <td>{p.service || <Small>to choose</Small>}</td>
                      <td>{p.tracking}</td>
                      <td className="n">{weight(p.weightMg)}</td>
                      <td>
                        <MarkedText kind={p.isGone ? 'holds' : 'none'}>
                          {p.isGone ? 'gone' : 'sealed, waits'}
                        </MarkedText>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            </ScrollArea>
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
