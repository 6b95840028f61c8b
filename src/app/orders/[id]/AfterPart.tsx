'use client';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useState } from 'react';
import type { CaseModel } from '@/app/models';
import type { Evidence } from '@/core/notes';
import { daysBetween } from '@/core/measure/day';
import { arriving } from '@/ui/arriving';
import { Button, Row } from '@/ui/Button';
import { Panel, PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { PackingModel } from './packingModel';

const MessageDrafts = arriving(async () => (await import('./MessageDrafts')).MessageDrafts);
const CaseSheet = arriving(async () => (await import('./AfterSheets')).CaseSheet);
const MoveSheet = arriving(async () => (await import('./AfterSheets')).MoveSheet);
const ResendSheet = arriving(async () => (await import('./AfterSheets')).ResendSheet);
const HandoverSheet = arriving(async () => (await import('./AfterSheets')).HandoverSheet);
// Only where there is a line to show photographs of.
const EvidenceStrip = dynamic(async () => (await import('@/app/EvidenceStrip')).EvidenceStrip);

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

/** Words to the buyer, fetched when they are looked at. */
function Messages({ table }: { table: PackingModel }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <details onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>Words to the buyer, to copy</summary>
      {isOpen && <MessageDrafts table={table} />}
    </details>
  );
}
