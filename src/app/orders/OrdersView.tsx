'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { SalesNav } from './SalesNav';
import { useState } from 'react';
import styled from 'styled-components';
import { dueWords } from '@/core/bench/lines';
import { laneDay, type LaneColumn } from '@/core/order/lane';
import { OPEN_ORDER_STATES, ORDER_STATES, ORDER_WORDS, type OrderState } from '@/core/order/orderStates';
import { addDays, daysBetween } from '@/core/measure/day';
import type { OrderModel } from '@/app/models';
import { ButtonLink, Row } from '@/ui/Button';
import { ErrorCallout } from '@/ui/Actions';
import { DataTable, type Column } from '@/ui/DataTable';
import { Field } from '@/ui/Field';
import { useAction } from '@/app/useAction';
import { useKeys } from '@/ui/Keys';
import {
  Aside,
  Columns,
  EmptyState,
  PageHeader,
  Lead,
  Pagination,
  PageTitle,
  ScrollArea,
  Panel,
  Small,
  Stack,
  Page,
} from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText, type MarkKind } from '@/ui/Verdict';
import type { PackingModel } from './[id]/packingModel';
import { BeforeYes } from './BeforeYes';
import { Hands, Lane } from './Lane';
import { LaneAside } from './LaneAside';
import type { Offer } from './new/offers';

type Asked = { show: 'open' | 'all' | OrderState; search: string; page: number };
/** What stands on the lane of days, beside the list. */
type LaneFacts = {
  columns: LaneColumn[];
  selected: PackingModel | null;
  offers: readonly Offer[];
  home: string;
};
/** An order with what its list says of it: who buys, and what in all. */
type OrderSummary = {
  order: OrderModel;
  buyer: string;
  country: string;
  pieces: number;
  sum: number;
  what: string | null;
};
type Props = {
  lines: OrderSummary[];
  total: number;
  perPage: number;
  counts: Partial<Record<OrderState, number>>;
  asked: Asked;
  today: string;
  lane: LaneFacts | null;
};

const Shelves = styled.nav`
  display: flex;
  gap: 6px 20px;
  flex-wrap: wrap;
  padding-bottom: 14px;
  a {
    color: ${t.ink2};
    padding-bottom: 3px;
    text-decoration: none;
  }
  a[aria-current] {
    color: ${t.ink};
    font-weight: 600;
    border-bottom: 2px solid ${t.ink};
  }
`;
const MARKS: Record<OrderState, MarkKind> = {
  new: 'none',
  picked: 'none',
  packed: 'none',
  sealed: 'none',
  dispatched: 'none',
  delivered: 'holds',
  returned: 'care',
  lost: 'fails',
  cancelled: 'none',
};

/** Orders: those that want hands first, by the day they are promised for. */
export function OrdersView({ lines, total, perPage, counts, asked, today, lane }: Props) {
  const router = useRouter();
  const [search, setSearch] = useState(asked.search);
  const href = (change: Partial<Asked>) => {
    const q = { ...asked, page: 0, ...change };
    return `/orders?${new URLSearchParams({ show: q.show, ...(q.search && { q: q.search }), ...(q.page && { page: String(q.page) }) })}`;
  };
  useKeys([
    { key: 'n', label: 'take a new order', run: () => router.push('/orders/new') },
    { key: 'r', label: 'pack a run', run: () => router.push('/orders/run') },
  ]);
  const open = OPEN_ORDER_STATES.reduce((a, s) => a + (counts[s] ?? 0), 0);
  const all = ORDER_STATES.reduce((a, s) => a + (counts[s] ?? 0), 0);
  const tab = (show: Asked['show'], name: string, n: number) => (
    <Link
      key={show}
      href={href({ show })}
      prefetch={false}
      aria-current={asked.show === show ? 'page' : undefined}
    >
      {name} <Small>{n}</Small>
    </Link>
  );
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Orders</PageTitle>
          <Lead>
            {open === 0
              ? 'Nothing is waiting to leave.'
              : `${open} still to leave the house${lateWords(lane)}.`}{' '}
            Each parcel stands on the day it must go, drawn to one scale.
          </Lead>
        </div>
        <Row>
          <ButtonLink href="/orders/new" main keyName="n">
            New order
          </ButtonLink>
          <ButtonLink href="/orders/bring-in">Bring in a list</ButtonLink>
          <ButtonLink href="/orders/run" keyName="r">
            Pack a run
          </ButtonLink>
        </Row>
      </PageHeader>
      <SalesNav />
      {lane && open > 0 && <OnTheLane lane={lane} today={today} />}
      <Shelves aria-label="Which orders">
        {tab('open', 'to leave', open)}
        {ORDER_STATES.filter((s) => counts[s]).map((s) => tab(s, ORDER_WORDS[s], counts[s]!))}
        {tab('all', 'all', all)}
      </Shelves>
      <Panel>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            router.push(href({ search }));
          }}
        >
          <Field
            label="Find by buyer or number"
            hideLabel
            placeholder="Find by buyer or number"
            value={search}
            onChange={setSearch}
            width={240}
          />
        </form>
        {lines.length === 0 ? (
          <EmptyState title={asked.search ? 'No such order' : all === 0 ? 'No orders yet' : 'None here'}>
            <p>
              {asked.search
                ? 'Try a part of the buyer’s name, or the number alone.'
                : all === 0
                  ? 'An order has a buyer, what they bought, and a day it is promised for. Take one as soon as a size has a price and an edition.'
                  : 'Look under another word above.'}
            </p>
          </EmptyState>
        ) : (
          <DataTable
            label="Orders"
            rows={lines}
            columns={COLUMNS}
            keyOf={(line) => line.order.id}
            lineOf={(line) => <OrderLine line={line} today={today} />}
            isOnePage={total > lines.length}
          />
        )}
        <p style={{ marginTop: 10 }}>
          <Small>
            <a href="/api/export/orders.csv" download>
              All orders as CSV
            </a>{' '}
            ·{' '}
            <a href="/api/export/to-leave.ics" download>
              what must leave when, as a calendar
            </a>
          </Small>
        </p>
        <Pagination page={asked.page} perPage={perPage} total={total} href={(page) => href({ page })} />
      </Panel>
    </Page>
  );
}

function lateWords(lane: LaneFacts | null): string {
  const column = lane?.columns.find(({ kind }) => kind === 'late');
  const late = column ? column.orders.length + column.more : 0;
  return late ? `, ${late} of them late` : '';
}

/** The lane with what its days ask of hands, the honest day for what is asked for, and the order looked at beside it. */
function OnTheLane({ lane, today }: { lane: LaneFacts; today: string }) {
  const action = useAction();
  const { selected } = lane;
  const plan = (id: string, plannedOn: string | null) => void action.run('planOrder', { id, plannedOn });
  useKeys(
    selected
      ? [
          {
            key: ']',
            label: 'plan it a day later',
            run: () => plan(selected.order.id, addDays(laneDay(selected.order), 1)),
          },
          {
            key: '[',
            label: 'plan it a day sooner',
            run: () => plan(selected.order.id, addDays(laneDay(selected.order), -1)),
          },
        ]
      : [],
  );
  return (
    <Panel style={{ marginBottom: 18 }}>
      <Columns $aside={288}>
        <Stack $gap={6}>
          <ScrollArea aria-label="The lane of days">
            <Lane
              columns={lane.columns}
              today={today}
              selectedId={selected?.order.id ?? null}
              onPlan={(order, day) => plan(order.id, day)}
            />
            <Hands columns={lane.columns} />
          </ScrollArea>
          <ErrorCallout error={action.error} />
          <div style={{ marginTop: 14 }}>
            <BeforeYes offers={lane.offers} country={lane.home} />
          </div>
        </Stack>
        <Aside>
          {selected && (
            <LaneAside
              key={selected.order.id}
              table={selected}
              isBusy={action.isPending}
              onPlan={(day) => plan(selected.order.id, day)}
            />
          )}
        </Aside>
      </Columns>
    </Panel>
  );
}

const COLUMNS: readonly Column<OrderSummary>[] = [
  { key: 'number', head: 'No.', by: (line) => line.order.number, isFigure: true },
  { key: 'buyer', head: 'Buyer', by: (line) => line.buyer },
  { key: 'what', head: 'What', by: (line) => line.what },
  { key: 'pieces', head: 'Pieces', by: (line) => line.pieces, isFigure: true },
  { key: 'sum', head: 'Sum', by: (line) => line.sum + line.order.carriageMinor, isFigure: true },
  { key: 'state', head: 'Where it is', by: (line) => ORDER_STATES.indexOf(line.order.state) },
  { key: 'leaves', head: 'Leaves by', by: (line) => line.order.shipBy },
];

function OrderLine({
  line: { order: o, buyer, country, pieces, sum, what },
  today,
}: {
  line: OrderSummary;
  today: string;
}) {
  const { money, date } = useUnits();
  const isOpen = OPEN_ORDER_STATES.includes(o.state);
  const left = daysBetween(today, o.shipBy);
  return (
    <tr>
      <td className="n">
        <Link href={`/orders/${o.id}`} prefetch={false}>
          <strong>{o.number}</strong>
        </Link>
      </td>
      <td>
        <Link href={`/orders/${o.id}`} prefetch={false}>
          {buyer}
        </Link>{' '}
        <Small>{country}</Small>
      </td>
      <td>{what ?? ''}</td>
      <td className="n">{pieces}</td>
      <td className="n">
        {money(sum + o.carriageMinor)}
        {!o.paidAt && <Small> to pay</Small>}
      </td>
      <td>
        {MARKS[o.state] === 'none' ? (
          ORDER_WORDS[o.state]
        ) : (
          <MarkedText kind={MARKS[o.state]}>{ORDER_WORDS[o.state]}</MarkedText>
        )}
      </td>
      <td>
        {!isOpen ? (
          <Small>{date(o.shipBy)}</Small>
        ) : left > 0 ? (
          dueWords(o.shipBy, today)
        ) : (
          <MarkedText kind={left < 0 ? 'fails' : 'care'}>
            {left < 0 ? `late: ${dueWords(o.shipBy, today)}` : 'today'}
          </MarkedText>
        )}
      </td>
    </tr>
  );
}
