'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { dueWords } from '@/core/bench/lines';
import { OPEN_ORDER_STATES, ORDER_WORDS, nextOrderState } from '@/core/order/orderStates';
import { daysBetween } from '@/core/measure/day';
import type { PackingTable } from '@/studio/orders/packingTable';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { useKeys } from '@/ui/Keys';
import {
  Aside,
  Columns,
  FactList,
  PageHeader,
  Lead,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
  Page,
} from '@/ui/Layout';
import { Callout } from '@/ui/Callout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { Contents } from './Contents';
import { OutcomeSheet, CancelSheet } from './OrderSheets';
import { PackStep } from './PackStep';
import { SendStep } from './SendStep';
import { WeighStep } from './WeighStep';

const History = styled.ol`
  li {
    display: grid;
    grid-template-columns: 84px minmax(0, 1fr);
    gap: 10px;
    padding: 3px 0;
  }
  small {
    color: ${t.ink2};
    font-size: 12px;
  }
`;

/** The packing table of one order: pick, pack, weigh, seal, send, each step with its own reason to stop. */
export function PackingView({ table }: { table: PackingTable }) {
  const { order: o, buyer, lines, parcel, prints } = table;
  const { money } = useUnits();
  const router = useRouter();
  const action = useAction();
  const [sheet, setSheet] = useState<'returned' | 'lost' | 'cancel' | null>(null);
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const isOpen = OPEN_ORDER_STATES.includes(o.state);
  const left = daysBetween(table.today, o.shipBy);
  const goods = lines.reduce((a, l) => a + l.line.quantity * l.line.priceMinor, 0);
  const can = (what: Parameters<typeof nextOrderState>[1]) => nextOrderState(o.state, what) !== null;
  const pick = () => void action.run('pickOrder', { id: o.id });
  useKeys([
    ...(o.state === 'new' ? [{ key: 'p', label: 'pick it from the drawer', run: pick }] : []),
    ...(o.state === 'dispatched'
      ? [
          {
            key: 'd',
            label: 'it was delivered',
            run: () => void action.run('closeOrder', { id: o.id, outcome: 'delivered', note: '' }),
          },
        ]
      : []),
    { key: 'g', label: 'back to the orders', run: () => router.push('/orders') },
  ]);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>
            Order {o.number}, {buyer.name}
          </PageTitle>
          <Lead>
            {isOpen ? (
              <MarkedText kind={left < 0 ? 'fails' : left === 0 ? 'care' : 'none'}>
                {left < 0
                  ? `Late: it was promised for ${o.shipBy}, ${dueWords(o.shipBy, table.today)}`
                  : `Leaves by ${o.shipBy}, ${dueWords(o.shipBy, table.today)}`}
              </MarkedText>
            ) : (
              <MarkedText
                kind={o.state === 'delivered' ? 'holds' : o.state === 'lost' ? 'fails' : 'none'}
              >
                {ORDER_WORDS[o.state]}
              </MarkedText>
            )}
            {isOpen && <> · {ORDER_WORDS[o.state]}</>} · ordered {o.orderedOn} ·{' '}
            {o.paidAt ? 'paid' : 'not paid yet'}
          </Lead>
        </div>
        <Row>
          {can('cancel') && (
            <Button quiet onPress={() => setSheet('cancel')}>
              Cancel the order
            </Button>
          )}
          <Button
            quiet
            isDisabled={action.isPending}
            onPress={() => void action.run('markPaid', { id: o.id, paid: !o.paidAt })}
          >
            {o.paidAt ? 'It is not paid' : 'It is paid'}
          </Button>
        </Row>
      </PageHeader>
      <Columns $aside={340}>
        <Stack $gap={18}>
          {(o.message || o.wantsSignature || buyer.preferredName) && (
            <Callout>
              <h3>From the buyer</h3>
              {buyer.preferredName && <p>Likes to be called {buyer.preferredName}.</p>}
              {o.wantsSignature && (
                <p>
                  <strong>Wishes a signature.</strong>
                </p>
              )}
              {o.message && <p>“{o.message}”</p>}
            </Callout>
          )}
          <Contents
            table={table}
            ticked={ticked}
            onTick={(id, on) =>
              setTicked((was) => {
                const now = new Set(was);
                if (on) now.add(id);
                else now.delete(id);
                return now;
              })
            }
          />
          {o.state === 'new' && (
            <div>
              <ErrorCallout error={action.error} />
              <Row>
                <Button main keyName="p" isDisabled={action.isPending} onPress={pick}>
                  Pick it from the drawer
                </Button>
                <Small>
                  The lowest ready numbers are taken from the register in one go; nobody else can be given
                  them.
                </Small>
              </Row>
            </div>
          )}
          {table.plan && <PackStep table={table} />}
          {parcel && table.weighing && <WeighStep table={table} ticked={ticked} />}
          {(o.state === 'sealed' || parcel?.dispatchedAt) && <SendStep table={table} />}
          {(can('deliver') || can('return') || can('lose')) && (
            <Panel>
              <PanelTitle>What became of it</PanelTitle>
              <Row style={{ marginTop: 10 }}>
                {can('deliver') && (
                  <Button
                    main
                    keyName="d"
                    isDisabled={action.isPending}
                    onPress={() =>
                      void action.run('closeOrder', { id: o.id, outcome: 'delivered', note: '' })
                    }
                  >
                    It was delivered
                  </Button>
                )}
                {can('return') && <Button onPress={() => setSheet('returned')}>It came back</Button>}
                {can('lose') && <Button onPress={() => setSheet('lost')}>It is lost</Button>}
              </Row>
              {o.state !== 'new' && <ErrorCallout error={action.error} />}
            </Panel>
          )}
        </Stack>
        <Aside>
          <section>
            <PanelTitle>Goes to</PanelTitle>
            <p style={{ marginTop: 6 }}>
              {[buyer.name, ...buyer.address, buyer.country].map((line) => (
                <span key={line} style={{ display: 'block' }}>
                  {line}
                </span>
              ))}
            </p>
          </section>
          <section>
            <PanelTitle>Money</PanelTitle>
            <div style={{ marginTop: 6 }}>
              <FactList
                rows={[
                  ['Prints', money(goods)],
                  ['Carriage', o.carriageMinor ? money(o.carriageMinor) : 'in the price'],
                  [
                    o.paidAt ? 'Paid' : 'To pay',
                    <strong key="s">{money(goods + o.carriageMinor)}</strong>,
                  ],
                ]}
              />
            </div>
          </section>
          <section>
            <PanelTitle>Papers to print</PanelTitle>
            <Stack $gap={4} style={{ marginTop: 6 }}>
              <a href={`/api/documents/packing-slip/${o.id}`} target="_blank" rel="noreferrer">
                Packing slip
              </a>
              {parcel ? (
                <a href={`/api/documents/label/${o.id}`} target="_blank" rel="noreferrer">
                  Address label, 100 × 150 mm
                </a>
              ) : (
                <Small>Address label: when it is packed</Small>
              )}
              {prints.map((p) => (
                <a
                  key={p.id}
                  href={`/api/documents/certificate/${p.id}`}
                  target="_blank"
                  rel="noreferrer"
                >
                  Certificate, {p.title} {p.label}
                </a>
              ))}
              {prints.length === 0 && <Small>Certificates: when it is picked</Small>}
            </Stack>
          </section>
          {o.notes && (
            <section>
              <PanelTitle>Notes</PanelTitle>
              <p style={{ whiteSpace: 'pre-line', marginTop: 6 }}>{o.notes}</p>
            </section>
          )}
          <section>
            <PanelTitle>What happened</PanelTitle>
            <History>
              {table.history.map((h) => (
                <li key={h.at + h.says}>
                  <small>{h.at.slice(5, 16).replace('T', ' ')}</small>
                  <span>{h.says}</span>
                </li>
              ))}
            </History>
            <Small>
              <Link href="/journal" prefetch={false}>
                All of it is in the journal.
              </Link>
            </Small>
          </section>
        </Aside>
      </Columns>
      {(sheet === 'returned' || sheet === 'lost') && (
        <OutcomeSheet id={o.id} number={o.number} outcome={sheet} onClose={() => setSheet(null)} />
      )}
      {sheet === 'cancel' && <CancelSheet id={o.id} number={o.number} onClose={() => setSheet(null)} />}
    </Page>
  );
}
