'use client';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState, type ReactNode } from 'react';
import styled from 'styled-components';
import type { Mark } from '@/core/finding';
import { dueWords } from '@/core/bench/lines';
import { OPEN_ORDER_STATES, ORDER_WORDS, nextOrderState } from '@/core/order/orderStates';
import { daysBetween } from '@/core/measure/day';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { arriving } from '@/ui/arriving';
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
import { MarkedText, Verdict } from '@/ui/Verdict';
import { Contents } from './Contents';
import { orderLeaves } from '@/core/order/leaves';
import { AfterPart } from './AfterPart';
import { StepsStrip } from './StepsStrip';
import type { PackingModel } from './packingModel';

// An order stands at one step at a time: the page of each loads what that step needs.
const StillToDo = dynamic(async () => (await import('./StillToDo')).StillToDo);
const HowItGoes = dynamic(async () => (await import('./packingParts')).HowItGoes);
const LayersDrawing = dynamic(async () => (await import('./openParts')).LayersDrawing);
const ScanField = dynamic(async () => (await import('./openParts')).ScanField);
const WeightBeside = dynamic(async () => (await import('./openParts')).WeightBeside);
const Stopwatch = dynamic(async () => (await import('./packingParts')).Stopwatch);
const Stages = dynamic(async () => (await import('./Stages')).Stages);
const PackStep = dynamic(async () => (await import('./PackStep')).PackStep);
const BoxedPack = dynamic(async () => (await import('./BoxedPack')).BoxedPack);
const WeighStep = dynamic(async () => (await import('./WeighStep')).WeighStep);
const SendStep = dynamic(async () => (await import('./SendStep')).SendStep);
const OutcomeSheet = arriving(async () => (await import('./OrderSheets')).OutcomeSheet);
const CancelSheet = arriving(async () => (await import('./OrderSheets')).CancelSheet);
const SplitSheet = arriving(async () => (await import('./OrderSheets')).SplitSheet);

const History = styled.ol`
  li {
    display: grid;
    grid-template-columns: 112px minmax(0, 1fr);
    gap: 10px;
    padding: 3px 0;
  }
  small {
    color: ${t.ink2};
    font-size: 12px;
  }
`;

type MarkKind = Mark | 'none';
type Outcome = 'returned' | 'lost' | 'cancel' | 'split';

/** The packing table of one order: pick, tick, pack, weigh, tick again, seal, send, each step with its own reason to stop. */
export function PackingView({
  table,
  runId = null,
  lessons,
  notes,
}: {
  table: PackingModel;
  runId?: string | null;
  /** What was learned of what is in it, and of whom it goes to. */
  lessons?: ReactNode;
  notes?: ReactNode;
}) {
  const { order, parcel } = table;
  const router = useRouter();
  const action = useAction();
  const [sheet, setSheet] = useState<Outcome | null>(null);
  const { ticked, tick } = useTicking(table);
  const pick = () => void action.run('pickOrder', { id: order.id });
  const deliver = () => void action.run('closeOrder', { id: order.id, outcome: 'delivered', note: '' });
  useKeys([
    ...(order.state === 'new' ? [{ key: 'p', label: 'pick it from the drawer', run: pick }] : []),
    ...(order.state === 'dispatched' ? [{ key: 'd', label: 'it was delivered', run: deliver }] : []),
    { key: 'g', label: 'back to the orders', run: () => router.push('/orders') },
  ]);
  const hasLeft = parcel?.dispatchedAt != null;
  const Pack = table.plan?.form === 'boxed' ? BoxedPack : PackStep;
  return (
    <Page>
      <Head
        table={table}
        isBusy={action.isPending}
        onSheet={setSheet}
        onPaid={(paid) => void action.run('markPaid', { id: order.id, paid })}
      />
      <StepsStrip table={table} ticked={ticked} />
      <Columns $aside={340}>
        <Stack $gap={18}>
          <FromTheBuyer table={table} />
          {lessons}
          {table.served && <Verdict finding={table.served} />}
          {!hasLeft && <ScanField table={table} onTick={(id) => tick(id, true)} onPick={pick} />}
          <Contents table={table} ticked={ticked} onTick={tick} />
          {order.state === 'new' && <PickStep action={action} onPick={pick} />}
          {order.state === 'new' && <StillToDo table={table} />}
          {table.plan && <Pack table={table} ticked={ticked} runId={runId} />}
          {parcel && table.weighing && <WeighStep table={table} ticked={ticked} />}
          {(order.state === 'sealed' || hasLeft) && <SendStep table={table} />}
          <WhatBecameOfIt table={table} action={action} onDeliver={deliver} onSheet={setSheet} />
          {table.stages.length > 0 && <Stages table={table} />}
          <AfterPart table={table} />
          {notes && <Panel>{notes}</Panel>}
        </Stack>
        <Aside>
          {table.plan && !hasLeft && (
            <>
              <LayersDrawing table={table} />
              <WeightBeside table={table} />
              {order.state !== 'sealed' && <HowItGoes table={table} />}
            </>
          )}
          <Sale table={table} />
          <PapersToPrint table={table} />
          {(order.state === 'picked' || order.state === 'packed') && <Stopwatch act="pack" />}
          {order.notes && (
            <Part title="Notes">
              <p style={{ whiteSpace: 'pre-line' }}>{order.notes}</p>
            </Part>
          )}
          <WhatHappened table={table} />
        </Aside>
      </Columns>
      <Sheets table={table} sheet={sheet} onClose={() => setSheet(null)} />
    </Page>
  );
}

function Sheets({
  table: { order, lines },
  sheet,
  onClose,
}: {
  table: PackingModel;
  sheet: Outcome | null;
  onClose: () => void;
}) {
  const { id, number } = order;
  if (sheet === 'returned' || sheet === 'lost')
    return <OutcomeSheet {...{ id, number, onClose }} outcome={sheet} />;
  if (sheet === 'cancel') return <CancelSheet {...{ id, number, onClose }} />;
  if (sheet === 'split')
    return (
      <SplitSheet
        {...{ id, number, onClose }}
        shipBy={order.shipBy}
        lines={lines.map(({ line, title, format }) => ({
          lineId: line.id,
          name: `${title}, ${format.name}`,
          quantity: line.quantity,
        }))}
      />
    );
  return null;
}

/** Pieces are ticked twice: as they are laid out, and anew as they go in. What was ticked for one is not ticked for the other. */
function useTicking({ order, prints, goods }: PackingModel) {
  const [ticks, setTicks] = useState<{ state: string; ids: ReadonlySet<string> }>({
    state: order.state,
    ids: new Set(),
  });
  const idsOf = (of: typeof ticks) => (of.state === order.state ? of.ids : NOTHING);
  const tick = (id: string, isIn: boolean) =>
    setTicks((was) => ({ state: order.state, ids: withOrWithout(idsOf(was), id, isIn) }));
  const pieces = [...prints, ...goods];
  // The next is looked for among the newest ticks: keys come faster than the page is drawn.
  const tickNext = () =>
    setTicks((was) => {
      const next = pieces.find(({ id }) => !idsOf(was).has(id));
      return next ? { state: order.state, ids: withOrWithout(idsOf(was), next.id, true) } : was;
    });
  const ticked = idsOf(ticks);
  const isTicking = order.state === 'picked' || order.state === 'packed';
  const isLeft = pieces.some(({ id }) => !ticked.has(id));
  useKeys(isTicking && isLeft ? [{ key: 'x', label: 'tick the next piece', run: tickNext }] : []);
  return { ticked, tick };
}
const NOTHING: ReadonlySet<string> = new Set();

type Action = ReturnType<typeof useAction>;
const mayBecome = (table: PackingModel, step: Parameters<typeof nextOrderState>[1]) =>
  nextOrderState(table.order.state, step) !== null;

function withOrWithout(ids: ReadonlySet<string>, id: string, isIn: boolean): ReadonlySet<string> {
  const now = new Set(ids);
  if (isIn) now.add(id);
  else now.delete(id);
  return now;
}

function Head({
  table,
  isBusy,
  onSheet,
  onPaid,
}: {
  table: PackingModel;
  isBusy: boolean;
  onSheet: (sheet: Outcome) => void;
  onPaid: (paid: boolean) => void;
}) {
  const { date } = useUnits();
  const { order, buyer, today } = table;
  const isOpen = OPEN_ORDER_STATES.includes(order.state);
  const isPaid = order.paidAt !== null;
  const { kind, says } = isOpen
    ? whenItLeaves(order.shipBy, today, date)
    : { kind: markOfEnd(order.state), says: ORDER_WORDS[order.state] };
  return (
    <PageHeader>
      <div>
        <PageTitle>
          Order {order.number}, {buyer.name}
        </PageTitle>
        <Lead>
          <MarkedText kind={kind}>{says}</MarkedText>
          {isOpen && <> · {ORDER_WORDS[order.state]}</>} · ordered {date(order.orderedOn)} ·{' '}
          {isPaid ? 'paid' : 'not paid yet'}
          {order.kind !== 'sale' && <> · {order.kind}</>}
          {order.source && (
            <>
              {' '}
              · from {order.source}, {order.sourceRef}
            </>
          )}
          {order.partOfId && (
            <>
              {' '}
              ·{' '}
              <Link href={`/orders/${order.partOfId}`} prefetch={false}>
                belongs to another order
              </Link>
            </>
          )}
        </Lead>
      </div>
      <Row>
        {mayBecome(table, 'cancel') && (
          <Button quiet onPress={() => onSheet('cancel')}>
            Cancel the order
          </Button>
        )}
        {order.state === 'new' &&
          table.lines.some(({ line }) => line.quantity > 1 || table.lines.length > 1) && (
            <Button quiet onPress={() => onSheet('split')}>
              Send a part first
            </Button>
          )}
        <Button quiet isDisabled={isBusy} onPress={() => onPaid(!isPaid)}>
          {isPaid ? 'It is not paid' : 'It is paid'}
        </Button>
      </Row>
    </PageHeader>
  );
}

function whenItLeaves(
  shipBy: string,
  today: string,
  date: (day: string) => string,
): { kind: MarkKind; says: string } {
  const days = daysBetween(today, shipBy);
  const due = dueWords(shipBy, today);
  if (days < 0) return { kind: 'fails', says: `Late: it was promised for ${date(shipBy)}, ${due}` };
  return { kind: days === 0 ? 'care' : 'none', says: `Leaves by ${date(shipBy)}, ${due}` };
}

function markOfEnd(state: PackingModel['order']['state']): MarkKind {
  if (state === 'delivered') return 'holds';
  return state === 'lost' ? 'fails' : 'none';
}

function FromTheBuyer({ table: { order, buyer } }: { table: PackingModel }) {
  if (!order.message && !order.wantsSignature && !buyer.preferredName && !order.giftNote) return null;
  return (
    <Callout>
      <h3>From the buyer</h3>
      {buyer.preferredName && <p>Likes to be called {buyer.preferredName}.</p>}
      {order.wantsSignature && (
        <p>
          <strong>Wishes a signature.</strong>
        </p>
      )}
      {order.message && <p>“{order.message}”</p>}
      {order.giftNote && (
        <p>
          <strong>It is a present:</strong> “{order.giftNote}”. No prices in the parcel.
        </p>
      )}
    </Callout>
  );
}

function PickStep({ action, onPick }: { action: Action; onPick: () => void }) {
  return (
    <div>
      <ErrorCallout error={action.error} />
      <Row>
        <Button main keyName="p" isDisabled={action.isPending} onPress={onPick}>
          Pick it from the drawer
        </Button>
        <Small>
          The lowest ready numbers are taken from the register in one go; nobody else can be given them.
        </Small>
      </Row>
    </div>
  );
}

function WhatBecameOfIt({
  table,
  action,
  onDeliver,
  onSheet,
}: {
  table: PackingModel;
  action: Action;
  onDeliver: () => void;
  onSheet: (sheet: Outcome) => void;
}) {
  const [mayDeliver, mayReturn, mayLose] = (['deliver', 'return', 'lose'] as const).map((step) =>
    mayBecome(table, step),
  );
  if (!mayDeliver && !mayReturn && !mayLose) return null;
  return (
    <Panel>
      <PanelTitle>What became of it</PanelTitle>
      <Row style={{ marginTop: 10 }}>
        {mayDeliver && (
          <Button main keyName="d" isDisabled={action.isPending} onPress={onDeliver}>
            It was delivered
          </Button>
        )}
        {mayReturn && <Button onPress={() => onSheet('returned')}>It came back</Button>}
        {mayLose && <Button onPress={() => onSheet('lost')}>It is lost</Button>}
      </Row>
      {table.order.state !== 'new' && <ErrorCallout error={action.error} />}
    </Panel>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section>
      <PanelTitle>{title}</PanelTitle>
      <div style={{ marginTop: 6 }}>{children}</div>
    </section>
  );
}

/** Where it goes, and what it is paid. */
function Sale({ table: { order, buyer, lines, goods, costs } }: { table: PackingModel }) {
  const { money } = useUnits();
  const left = orderLeaves(
    [
      ...lines.map(({ line }) => ({
        ...line,
        costMinor: costs.find(({ productId }) => productId === line.productId)?.total ?? null,
      })),
      ...goods,
    ],
    order.discountMinor,
  );
  const prints = lines.reduce((sum, { line }) => sum + line.quantity * line.priceMinor, 0);
  const things = goods.reduce((sum, g) => sum + g.quantity * g.priceMinor, 0);
  const total = prints + things - order.discountMinor + order.carriageMinor;
  return (
    <>
      <Part title="Goes to">
        <p dir="auto">
          {[buyer.name, ...buyer.address, buyer.country].map((line) => (
            <span key={line} dir="auto" style={{ display: 'block' }}>
              {line}
            </span>
          ))}
        </p>
        <Small>
          <Link href={`/orders/people/${buyer.id}`} prefetch={false}>
            {buyer.orders > 1 ? `${buyer.orders} orders of theirs` : 'What is known of them'}
          </Link>
        </Small>
      </Part>
      <Part title="Money">
        <FactList
          rows={[
            ['Prints', money(prints)],
            things ? ['Goods', money(things)] : null,
            order.discountMinor
              ? [order.discountWhy || 'Taken off', `−${money(order.discountMinor)}`]
              : null,
            ['Carriage', order.carriageMinor ? money(order.carriageMinor) : 'in the price'],
            [order.paidAt ? 'Paid' : 'To pay', <strong key="sum">{money(total)}</strong>],
            [
              'Leaves',
              <span key="leaves">
                {money(left.leaves)}, {Math.round(left.share * 100)} %{' '}
                <Small>
                  before fees and carriage
                  {left.unknown > 0 && `; what ${left.unknown} of its lines cost is not known`}
                </Small>
              </span>,
            ],
          ]}
        />
        {left.leaves < 0 && <MarkedText kind="care">It is sold below what it costs.</MarkedText>}
      </Part>
    </>
  );
}

function PapersToPrint({ table: { order, parcel, prints } }: { table: PackingModel }) {
  const action = useAction();
  const missing = prints.filter((print) => !print.hasCertificate);
  /** One edition after another: an act is about one. */
  const writeMissing = async () => {
    for (const editionId of new Set(missing.map((print) => print.editionId))) {
      const ofIt = missing.filter((print) => print.editionId === editionId);
      const done = await action.run('writeCertificates', {
        editionId,
        impressionIds: ofIt.map((print) => print.id),
      });
      if (!done) return;
    }
  };
  const paper = (kind: string, id: string, says: string) => (
    <a
      key={`${kind} ${id}`}
      href={`/api/documents/${kind}/${id}`}
      target="_blank"
      rel="noreferrer"
      style={{ textDecoration: 'underline dotted', textUnderlineOffset: 3, lineHeight: '24px' }}
    >
      {says}
    </a>
  );
  return (
    <Part title="Papers to print">
      <Stack $gap={4}>
        {paper('packing-slip', order.id, 'Packing slip')}
        {order.giftNote && paper('gift-slip', order.id, 'Gift slip, without prices')}
        {paper('care-sheet', order.id, 'Care sheet')}
        {parcel ? (
          <>
            {paper('label', order.id, 'Address label, 100 × 150 mm')}
            {paper('label-dots', order.id, 'The same as dots, 203 to the inch')}
            {paper('labels', order.id, 'Label on a whole sheet')}
            {paper('envelope', order.id, 'Envelope, C5')}
            {paper('customs', order.id, 'Customs statement')}
            {parcel.form === 'boxed' &&
              paper('handovers', order.id, 'From hand to hand, to be signed at each door')}
          </>
        ) : (
          <Small>Address label, envelope, customs statement: when it is packed</Small>
        )}
        {prints
          .filter((print) => print.hasCertificate)
          .map((print) => paper('certificate', print.id, `Certificate, ${print.title} ${print.label}`))}
        {missing.length > 0 && (
          <Button isDisabled={action.isPending} onPress={() => void writeMissing()}>
            {missing.length === 1 ? 'Write its certificate' : `Write ${missing.length} certificates`}
          </Button>
        )}
        <ErrorCallout error={action.error} />
        {prints.length === 0 && <Small>Certificates: when it is picked</Small>}
      </Stack>
    </Part>
  );
}

function WhatHappened({ table }: { table: PackingModel }) {
  const { moment, sentence } = useUnits();
  return (
    <Part title="What happened">
      <History>
        {table.history.map((entry) => (
          <li key={entry.at + entry.says}>
            <small>{moment(entry.at)}</small>
            <span>{sentence(entry.says)}</span>
          </li>
        ))}
      </History>
      <Small>
        <Link href="/journal" prefetch={false}>
          All of it is in the journal.
        </Link>
      </Small>
    </Part>
  );
}
