'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { laneWords, type LaneOrder } from '@/core/order/lane';
import { useAction } from '@/app/useAction';
import type { RunGroup } from '@/studio/orders/run';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Check } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
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
import { narrow, t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';
import { PackingView } from '../[id]/PackingView';
import type { PackingModel } from '../[id]/packingModel';

/** Over the packing table, which is the page's main part; alone it is the page. */
const Above = styled.div`
  padding: 18px 24px 0;
  max-width: 1680px;
  ${narrow} {
    padding: 12px 8px 0;
  }
`;
const Groups = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px 28px;
`;
type Run = { id: string; count: number; ids: string[] };
type Props = {
  run: Run | null;
  groups: RunGroup[];
  gone: number;
  table: PackingModel | null;
  today: string;
};

const Orders = styled.ol`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 6px;
  a {
    display: block;
    padding: 4px 8px 5px;
    border: 1px solid ${t.line};
    background: ${t.white};
    text-decoration: none;
    color: ${t.ink};
    font-size: 13px;
    line-height: 16px;
    min-height: 24px;
  }
  a[aria-current] {
    border-color: ${t.ink};
    box-shadow: inset 0 3px 0 ${t.ink};
    font-weight: 600;
  }
`;

/** A run: several orders packed in one pass, like parcels together; the one in hand stands below with all its steps. */
export function RunView(props: Props) {
  return props.run ? <OpenRun {...props} run={props.run} /> : <NewRun {...props} />;
}

function OpenRun({ run, groups, gone, table, today }: Props & { run: Run }) {
  const router = useRouter();
  const action = useAction();
  const orders = groups.flatMap((group) => group.orders);
  const at = orders.findIndex(({ id }) => id === table?.order.id);
  const next = orders[at + 1] ?? orders[0];
  const goNext = () => {
    if (next) router.push(`/orders/run?at=${next.id}`);
  };
  const end = () => void action.run('endRun', { id: run.id }).then((done) => done && router.refresh());
  useKeys([
    { key: 'n', label: 'the next order of the run', run: goNext },
    { key: 'e', label: 'end the run', run: end },
  ]);
  const Around = table ? Above : Page;
  const packed = orders.filter(({ state }) => state === 'packed' || state === 'sealed');
  return (
    <>
      <Around>
        <PageHeader>
          <div>
            <PageTitle>A run of {run.count}</PageTitle>
            <Lead>
              {gone} gone, {orders.length} left. Like parcels stand together; each label is held against
              its own parcel before it goes.
            </Lead>
          </div>
          <Row>
            {next && (
              <Button keyName="n" onPress={goNext}>
                Next order
              </Button>
            )}
            {packed.length > 0 && (
              <ButtonLink href={`/api/documents/label/${packed.map(({ id }) => id).join(',')}`}>
                {packed.length === 1 ? 'Its label' : `All ${packed.length} labels`}
              </ButtonLink>
            )}
            <Button quiet keyName="e" isDisabled={action.isPending} onPress={end}>
              End the run
            </Button>
          </Row>
        </PageHeader>
        <ErrorCallout error={action.error} />
        <Panel>
          <Groups>
            {groups.map((group) => (
              <div key={group.says}>
                <Small>
                  {group.orders.length} × {group.says}
                </Small>
                <Orders>
                  {group.orders.map((order) => (
                    <li key={order.id}>
                      <RunOrder order={order} today={today} isOn={order.id === table?.order.id} />
                    </li>
                  ))}
                </Orders>
              </div>
            ))}
            {orders.length === 0 && (
              <EmptyState title="All of it has gone">
                <p>End the run, and take the parcels to the counter.</p>
              </EmptyState>
            )}
          </Groups>
        </Panel>
      </Around>
      {table && <PackingView key={table.order.id} table={table} runId={run.id} />}
    </>
  );
}

function RunOrder({ order, today, isOn }: { order: LaneOrder; today: string; isOn: boolean }) {
  const { says } = laneWords(order, today);
  return (
    <Link
      href={`/orders/run?at=${order.id}`}
      prefetch={false}
      scroll={false}
      aria-current={isOn ? 'true' : undefined}
    >
      {order.number} <Small>{says}</Small>
    </Link>
  );
}

/** Which orders go in one pass; those whose pieces lie ready are chosen to begin with. */
function NewRun({ groups, today }: Props) {
  const action = useAction();
  const router = useRouter();
  const ready = groups.flatMap(({ orders }) => orders.filter((o) => o.ready >= o.pieces && o.isPaid));
  const [chosen, setChosen] = useState<ReadonlySet<string>>(() => new Set(ready.map(({ id }) => id)));
  const begin = async () => {
    const done = await action.run('startRun', { orderIds: [...chosen] });
    if (done) router.refresh();
  };
  useKeys(chosen.size ? [{ key: 'b', label: 'begin the run', run: () => void begin() }] : []);
  const change = (id: string, isIn: boolean) =>
    setChosen((was) => {
      const now = new Set(was);
      if (isIn) now.add(id);
      else now.delete(id);
      return now;
    });
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>A run of parcels</PageTitle>
          <Lead>
            Several orders in one pass, like parcels together: what is taken from the shelf for one is
            taken for all, and no label reaches another’s parcel.
          </Lead>
        </div>
        <Button
          main
          keyName="b"
          isDisabled={chosen.size === 0 || action.isPending}
          onPress={() => void begin()}
        >
          Begin with {chosen.size}
        </Button>
      </PageHeader>
      <ErrorCallout error={action.error} />
      <Panel>
        {groups.length === 0 && (
          <EmptyState title="Nothing waits to be packed">
            <p>Orders that are still to leave stand here, like parcels together.</p>
          </EmptyState>
        )}
        <Stack $gap={16}>
          {groups.map((group) => (
            <section key={group.says}>
              <PanelTitle>
                {group.says} <span>{group.orders.length}</span>
              </PanelTitle>
              <ul style={{ display: 'grid', gap: 8, marginTop: 8 }}>
                {group.orders.map((order) => {
                  const { says, mark } = laneWords(order, today);
                  return (
                    <li key={order.id}>
                      <Check checked={chosen.has(order.id)} onChange={(on) => change(order.id, on)}>
                        <strong>{order.number}</strong> {order.buyer}
                        <span style={{ marginLeft: 10 }}>
                          <MarkedText kind={mark}>
                            <Small>{says}</Small>
                          </MarkedText>
                        </span>
                      </Check>
                    </li>
                  );
                })}
              </ul>
            </section>
          ))}
        </Stack>
      </Panel>
    </Page>
  );
}
