'use client';
import Link from 'next/link';
import { STATE_WORDS, type ImpressionState } from '@/core/edition/impressionStates';
import { ORDER_WORDS, type OrderState } from '@/core/order/orderStates';
import type { Found } from '@/store/journal';
import {
  EmptyState,
  PageHeader,
  Lead,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
  Page,
  WorkTitle,
} from '@/ui/Layout';

/** What was found for a word, a number or an order. */
export function FindView({ text, found }: { text: string; found: Found }) {
  const n = found.works.length + found.orders.length + found.impressions.length;
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{text ? `“${text}”` : 'Find'}</PageTitle>
          <Lead>
            {n ? `${n} found` : 'Nothing found'}: works by title or medium, orders by number or buyer,
            impressions by their number, as 13/40.
          </Lead>
        </div>
      </PageHeader>
      <Panel>
        {n === 0 && (
          <EmptyState title="Nothing of that name">
            <p>
              Try a part of a title, a buyer’s name, an order’s number, or an impression as it is signed:
              13/40.
            </p>
          </EmptyState>
        )}
        <Stack $gap={20}>
          {found.works.length > 0 && (
            <section>
              <PanelTitle>Works</PanelTitle>
              <ul>
                {found.works.map((w) => (
                  <li key={w.id} style={{ padding: '5px 0' }}>
                    <Link href={`/works/${w.id}`} prefetch={false}>
                      <WorkTitle>{w.title}</WorkTitle>
                    </Link>{' '}
                    <Small>{w.medium}</Small>
                  </li>
                ))}
              </ul>
            </section>
          )}
          {found.impressions.length > 0 && (
            <section>
              <PanelTitle>Impressions</PanelTitle>
              <ul>
                {found.impressions.map((i) => (
                  <li key={i.id} style={{ padding: '5px 0' }}>
                    <Link href={`/register/${i.editionId}`} prefetch={false}>
                      <strong>{i.label}</strong> of <WorkTitle>{i.title}</WorkTitle>
                    </Link>{' '}
                    <Small>{STATE_WORDS[i.state as ImpressionState]}</Small>
                  </li>
                ))}
              </ul>
            </section>
          )}
          {found.orders.length > 0 && (
            <section>
              <PanelTitle>Orders</PanelTitle>
              <ul>
                {found.orders.map((o) => (
                  <li key={o.id} style={{ padding: '5px 0' }}>
                    <Link href={`/orders/${o.id}`} prefetch={false}>
                      <strong>{o.number}</strong>, {o.buyer}
                    </Link>{' '}
                    <Small>{ORDER_WORDS[o.state as OrderState]}</Small>
                  </li>
                ))}
              </ul>
            </section>
          )}
        </Stack>
      </Panel>
    </Page>
  );
}
