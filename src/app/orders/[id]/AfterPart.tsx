'use client';
import Link from 'next/link';
import { useState } from 'react';
import { ActionSheet } from '@/app/ActionSheet';
import { EvidenceStrip } from '@/app/EvidenceStrip';
import type { CaseModel } from '@/app/models';
import type { Evidence } from '@/core/notes';
import { useAction } from '@/app/useAction';
import { draftMessages } from '@/core/order/messages';
import { CASE_KINDS, CASE_PRINTS } from '@/core/order/orderWords';
import { daysBetween } from '@/core/measure/day';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Panel, PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { PackingModel } from './packingModel';

type Sheet =
  { kind: 'open' } | { kind: 'move'; of: CaseModel } | { kind: 'resend' } | { kind: 'handover' };

/** What comes after the door: what went wrong and how it ended, sending again, changes of hands, and words to the buyer. */
export function AfterPart({ table }: { table: PackingModel }) {
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const { order, cases, parts, handovers } = table;
  const hasLeft = ['dispatched', 'delivered', 'returned', 'lost'].includes(order.state);
  const { moment } = useUnits();
  const close = () => setSheet(null);
  return (
    <Panel>
      <PanelTitle>After the door</PanelTitle>
      <Stack $gap={10} style={{ marginTop: 10 }}>
        {cases.map((each) => (
          <CaseLine
            key={each.id}
            each={each}
            today={table.today}
            pictures={table.pictures[each.id] ?? []}
            onMove={() => setSheet({ kind: 'move', of: each })}
          />
        ))}
        {handovers.map((h) => (
          <div key={h.id}>
            <Small>{moment(h.at)}</Small> {h.fromWhom} → {h.toWhom}
            {h.condition && `: ${h.condition}`}. <Small>{h.bears} bears damage from here.</Small>
            <EvidenceStrip
              subject="handover"
              subjectId={h.id}
              about={`from ${h.fromWhom} to ${h.toWhom}`}
              pictures={table.pictures[h.id] ?? []}
            />
          </div>
        ))}
        {parts.map((part) => (
          <p key={part.id}>
            <Link href={`/orders/${part.id}`} prefetch={false}>
              {part.kind === 'resend'
                ? `Sent again as order ${part.number}`
                : `The rest goes as order ${part.number}`}
            </Link>
          </p>
        ))}
        <Row>
          {hasLeft && <Button onPress={() => setSheet({ kind: 'open' })}>Something went wrong</Button>}
          {hasLeft && <Button onPress={() => setSheet({ kind: 'resend' })}>Send it again</Button>}
          <Button quiet onPress={() => setSheet({ kind: 'handover' })}>
            Note a change of hands
          </Button>
        </Row>
        <Messages table={table} />
      </Stack>
      {sheet?.kind === 'open' && <CaseSheet id={order.id} onClose={close} />}
      {sheet?.kind === 'move' && <MoveSheet of={sheet.of} back={table.cameBack} onClose={close} />}
      {sheet?.kind === 'resend' && <ResendSheet id={order.id} number={order.number} onClose={close} />}
      {sheet?.kind === 'handover' && <HandoverSheet id={order.id} onClose={close} />}
    </Panel>
  );
}

function CaseLine({
  each,
  today,
  pictures,
  onMove,
}: {
  each: CaseModel;
  today: string;
  pictures: readonly Evidence[];
  onMove: () => void;
}) {
  const { money, date } = useUnits();
  const isOpen = each.closedOn === null;
  const left = each.deadlineOn ? daysBetween(today, each.deadlineOn) : null;
  const sums = [
    each.claimMinor ? `${money(each.claimMinor)} claimed` : '',
    each.gotMinor ? `${money(each.gotMinor)} paid` : '',
    each.refundMinor ? `${money(each.refundMinor)} given back` : '',
  ].filter(Boolean);
  return (
    <div>
      <MarkedText kind={isOpen ? (left !== null && left < 0 ? 'fails' : 'care') : 'none'}>
        {each.kind}: {each.says}
      </MarkedText>
      <br />
      <Small>
        since {date(each.openedOn)}, {each.state}
        {each.condition && `, ${each.condition}`}
        {sums.length > 0 && `, ${sums.join(', ')}`}
        {isOpen && each.deadlineOn && `, until ${date(each.deadlineOn)}`}
        {each.closedOn && `, closed ${date(each.closedOn)}`}
      </Small>{' '}
      {isOpen && (
        <Button quiet onPress={onMove}>
          What came of it
        </Button>
      )}
      <EvidenceStrip
        subject="case"
        subjectId={each.id}
        about={`${each.kind}: ${each.says}`}
        pictures={pictures}
      />
    </div>
  );
}

function Messages({ table }: { table: PackingModel }) {
  const { order, buyer, lines, goods, parcel, services, arrival, today } = table;
  const { date } = useUnits();
  const [copied, setCopied] = useState<string | null>(null);
  const service = services.find((s) => s.service.id === parcel?.serviceId)?.service;
  const things = [...new Set([...lines.map(({ title }) => title), ...goods.map(({ name }) => name)])];
  const drafts = draftMessages({
    name: buyer.preferredName || buyer.name,
    studio: table.studioName,
    number: order.number,
    things: things.join(' and '),
    service: service ? `${service.carrier} ${service.name}` : null,
    tracking: parcel?.tracking ?? '',
    leaves: date(order.shipBy),
    arrives: arrival ? date(arrival.expectedOn) : null,
    isLate: parcel?.dispatchedAt ? (arrival?.daysLate ?? 0) > 0 : order.shipBy < today,
  });
  return (
    <details>
      <summary>Words to the buyer, to copy</summary>
      <Stack $gap={12} style={{ marginTop: 8 }}>
        {drafts.map((draft) => (
          <div key={draft.name}>
            <Row $gap={10}>
              <strong>{draft.name}</strong>
              <Button
                quiet
                aria-label={`Copy: ${draft.name}`}
                onPress={() =>
                  void navigator.clipboard.writeText(draft.text).then(() => setCopied(draft.name))
                }
              >
                {copied === draft.name ? 'Copied' : 'Copy'}
              </Button>
            </Row>
            <p style={{ whiteSpace: 'pre-line' }}>{draft.text}</p>
          </div>
        ))}
      </Stack>
    </details>
  );
}

const FIGURE = null as number | string | null;

function CaseSheet({ id, onClose }: { id: string; onClose: () => void }) {
  return (
    <ActionSheet
      act="openCase"
      title="Something went wrong"
      label="Note it"
      about={`case ${id}`}
      asks={[
        {
          kind: 'choice',
          name: 'kind',
          label: 'What',
          options: CASE_KINDS.map((each) => ({ key: each, name: each })),
        },
        { kind: 'text', name: 'says', label: 'What happened', required: true, autoFocus: true },
        { kind: 'text', name: 'condition', label: 'Condition of print and wrapping' },
        { kind: 'money', name: 'claim', label: 'Claimed from the carrier', hint: 'empty: nothing yet' },
      ]}
      first={{ kind: 'damaged', says: '', condition: '', claim: FIGURE }}
      input={({ kind, says, condition, claim }) => ({
        orderId: id,
        kind: kind as (typeof CASE_KINDS)[number],
        says,
        condition,
        claim: claim ?? '',
        photos: [],
      })}
      onClose={onClose}
    >
      <p style={{ marginBottom: 12 }}>
        Keep the wrapping and take pictures before anything is thrown away: carriers ask for both.
      </p>
    </ActionSheet>
  );
}

const ENDS = ['claimed', 'paid', 'refused', 'closed'] as const;

function MoveSheet({
  of,
  back,
  onClose,
}: {
  of: CaseModel;
  /** Prints that came back and were not looked at since, as their numbers. */
  back: readonly string[];
  onClose: () => void;
}) {
  return (
    <ActionSheet
      act="moveCase"
      title={`${of.kind}: ${of.says}`}
      label="Keep it"
      about={of.id}
      asks={[
        {
          kind: 'choice',
          name: 'to',
          label: 'What came of it',
          options: ENDS.map((each) => ({ key: each, name: each })),
        },
        { kind: 'money', name: 'claim', label: 'Claimed' },
        { kind: 'money', name: 'got', label: 'Paid to us' },
        { kind: 'money', name: 'refund', label: 'Given back to the buyer' },
        { kind: 'text', name: 'condition', label: 'Condition, as it was seen' },
        ...(back.length > 0
          ? [
              {
                kind: 'choice' as const,
                name: 'prints',
                label: back.join(', '),
                options: CASE_PRINTS.map((each) => ({ key: each, name: each })),
                hint: 'destroyed: what its edition declared of such a number holds',
              },
            ]
          : []),
      ]}
      first={{
        to: of.state === 'open' ? 'claimed' : 'paid',
        claim: (of.claimMinor || null) as number | string | null,
        got: FIGURE,
        refund: (of.refundMinor || null) as number | string | null,
        condition: of.condition,
        prints: 'looked at later' as (typeof CASE_PRINTS)[number],
      }}
      input={({ to, claim, got, refund, condition, prints }) => ({
        prints,
        id: of.id,
        to: to as (typeof ENDS)[number],
        claim: claim ?? '',
        got: got ?? '',
        refund: refund ?? '',
        condition,
      })}
      onClose={onClose}
    >
      <p style={{ marginBottom: 12 }}>
        What was claimed or given back and nobody made good stands as an avoidable loss in the account of
        the job, if it has one.
      </p>
    </ActionSheet>
  );
}

function ResendSheet({ id, number, onClose }: { id: string; number: number; onClose: () => void }) {
  return (
    <ActionSheet
      act="resendOrder"
      title={`Send order ${number} again`}
      label="Send it again"
      about={`resend ${id}`}
      asks={[{ kind: 'text', name: 'why', label: 'Why', required: true, autoFocus: true }]}
      first={{ why: '' }}
      columns="1fr"
      input={({ why }) => ({ id, why, shipBy: null })}
      onClose={onClose}
    >
      <p style={{ marginBottom: 12 }}>
        A new order to the same buyer at no price. A number that was destroyed is made again only where
        its edition declared that; one that is lost may still arrive, and the next number goes.
      </p>
    </ActionSheet>
  );
}

function HandoverSheet({ id, onClose }: { id: string; onClose: () => void }) {
  return (
    <ActionSheet
      act="noteHandover"
      title="It changes hands"
      label="Note it"
      about={`handover ${id}`}
      asks={[
        { kind: 'text', name: 'from', label: 'From', required: true, autoFocus: true },
        { kind: 'text', name: 'to', label: 'To', required: true },
        { kind: 'text', name: 'condition', label: 'How it looked', hint: 'front, back, corners' },
        { kind: 'text', name: 'bears', label: 'Who bears damage from here', required: true },
      ]}
      first={{ from: 'the studio', to: '', condition: '', bears: '' }}
      input={({ from, to, condition, bears }) => ({
        orderId: id,
        from,
        to,
        condition,
        bears,
        photos: [],
      })}
      onClose={onClose}
    />
  );
}

/** The stages of a commission, each done and paid by a press. */
export function Stages({ table: { stages } }: { table: PackingModel }) {
  const action = useAction();
  const { money, date } = useUnits();
  if (!stages.length) return null;
  return (
    <Panel>
      <PanelTitle>Stages</PanelTitle>
      <ul style={{ display: 'grid', gap: 6, marginTop: 8 }}>
        {stages.map((stage) => {
          const [done, paid] = [stage.doneAt !== null, stage.paidAt !== null];
          const mark = (next: { done: boolean; paid: boolean }) =>
            void action.run('markStage', { id: stage.id, ...next });
          return (
            <li key={stage.id}>
              <Row $gap={10}>
                <strong>{stage.name}</strong> {money(stage.amountMinor)}
                {stage.dueOn && <Small>due {date(stage.dueOn)}</Small>}
                <Button quiet isDisabled={action.isPending} onPress={() => mark({ done: !done, paid })}>
                  {done ? 'Not done' : 'Done'}
                </Button>
                <Button quiet isDisabled={action.isPending} onPress={() => mark({ done, paid: !paid })}>
                  {paid ? 'Not paid' : 'Paid'}
                </Button>
                <MarkedText kind={paid ? 'holds' : 'none'}>
                  <Small>
                    {done ? 'done' : 'to do'}, {paid ? 'paid' : 'to pay'}
                  </Small>
                </MarkedText>
              </Row>
            </li>
          );
        })}
      </ul>
      <ErrorCallout error={action.error} />
    </Panel>
  );
}
