'use client';
import Link from 'next/link';
import { useState, type ReactNode } from 'react';
import type { Finding } from '@/core/finding';
import { inGroups } from '@/core/groups';
import { areaOf } from '@/core/sheets/pieces';
import type { LayoutModel } from '@/app/models';
import type { Queued as QueuedRecord } from '@/studio/layouts/printQueue';
import { ProductCosts } from '@/app/ProductCosts';
import type { ShownCost } from '@/studio/prices/shownCosts';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Check, Field, Fields } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
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
} from '@/ui/Layout';
import { FormDialog, DialogActions } from '@/ui/FormDialog';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { PapersNav } from '../PapersNav';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useKeptSheet } from '@/ui/form/useKeptValues';

type Queued = Omit<QueuedRecord, 'layout' | 'machine'> & {
  layout: LayoutModel;
  machine: { id: string; name: string } | null;
};

/** What waits to be printed, grouped by paper and machine: printed, or spoiled. */
export function QueueView({
  queue,
  costs,
  inks,
  lessons,
}: {
  queue: Queued[];
  /** What the products of all sizes in it cost. */
  costs: ShownCost[];
  inks: { machineId: string; error: Finding[] }[];
  /** What was learned of the papers in it. */
  lessons: ReactNode;
}) {
  const [printing, setPrinting] = useState<Queued | null>(null);
  const [spoiling, setSpoiling] = useState<Queued | null>(null);
  useKeys([
    {
      key: 'p',
      label: 'the first is printed',
      run: () => {
        if (queue[0]) setPrinting(queue[0]);
      },
    },
  ]);
  const groups = inGroups(queue, (q) => `${q.paper} on ${q.machine?.name ?? 'no printer that takes it'}`);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Print queue</PageTitle>
          <Lead>
            By paper and printer, so that paper is changed seldom. Printed, its paper and ink leave the
            stock and its numbers come into the register.
          </Lead>
        </div>
      </PageHeader>
      <PapersNav />
      {queue.length > 0 && lessons}
      {queue.length === 0 && (
        <Panel>
          <EmptyState title="Nothing waits to be printed">
            <p>Lay prints out under Sheets and rolls and send them here.</p>
          </EmptyState>
        </Panel>
      )}
      <Stack $gap={18}>
        {groups.map(({ key, items }) => (
          <Panel key={key}>
            <PanelTitle>
              {key} <span>{items.length}</span>
            </PanelTitle>
            {(inks.find((i) => i.machineId === items[0]!.machine?.id)?.error ?? []).map((f) => (
              <p key={f.says} style={{ paddingTop: 6 }}>
                <Verdict finding={f} />
              </p>
            ))}
            <ul>
              {items.map((q, i) => (
                <QueueLine
                  key={q.layout.id}
                  q={q}
                  costs={costs}
                  first={i === 0 && key === groups[0]!.key}
                  onPrint={() => setPrinting(q)}
                  onSpoil={() => setSpoiling(q)}
                />
              ))}
            </ul>
          </Panel>
        ))}
      </Stack>
      {printing && <PrintSheet q={printing} onClose={() => setPrinting(null)} />}
      {spoiling && <SpoilSheet q={spoiling} onClose={() => setSpoiling(null)} />}
    </Page>
  );
}

function QueueLine({
  q,
  costs,
  first,
  onPrint,
  onSpoil,
}: {
  q: Queued;
  costs: ShownCost[];
  first: boolean;
  onPrint: () => void;
  onSpoil: () => void;
}) {
  const { length, size } = useUnits();
  const { layout: l } = q;
  const waste = 1 - areaOf(l.placements) / Math.max(1, (l.widthUm / 1_000) * (l.lengthUm / 1_000));
  return (
    <li
      style={{
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 1fr) auto',
        gap: '4px 16px',
        padding: '10px 0',
        alignItems: 'start',
        borderBottom: '1px solid #cccccc',
      }}
    >
      <Stack $gap={4}>
        <span>
          <Link href={`/papers/layouts/${l.id}`}>
            <strong>{l.name}</strong>
          </Link>
          , {l.placements.length === 1 ? 'one piece' : `${l.placements.length} pieces ganged`} on{' '}
          {l.kind === 'roll'
            ? `${length(l.lengthUm)} of ${length(l.widthUm)} roll`
            : `a sheet of ${size({ width: l.widthUm, height: l.heightUm! })}`}{' '}
          <Small>{(100 * waste).toFixed(1)} % waste</Small>
        </span>
        <MarkedText kind={q.lacks ? 'fails' : 'holds'}>
          {q.lacks ? `Cannot be printed: ${q.lacks}` : `From lot ${q.lot}`}
        </MarkedText>
        {q.register.map((r) => (
          <Small key={r.title + r.numbers}>
            {r.title}: {r.numbers}
          </Small>
        ))}
        <ProductCosts
          costs={costs.filter((cost) => l.pieces.some((piece) => piece.formatId === cost.formatId))}
        />
      </Stack>
      <Row>
        <Button quiet onPress={onSpoil} isDisabled={Boolean(q.lacks)}>
          Misprint
        </Button>
        <Button
          main={first}
          keyName={first ? 'p' : undefined}
          onPress={onPrint}
          isDisabled={Boolean(q.lacks)}
        >
          It is printed
        </Button>
      </Row>
    </li>
  );
}

function PrintSheet({ q, onClose }: { q: Queued; onClose: () => void }) {
  const action = useAction();
  const [advance, setAdvance] = useState(q.register.length > 0);
  const [reason, setReason] = useState('');
  const kept = useKeptSheet(
    `printQueued:${q.layout.id}`,
    { advance, reason },
    (begun) => {
      setAdvance(begun.advance);
      setReason(begun.reason);
    },
    onClose,
  );
  const save = async () => {
    if (await action.run('printQueued', { id: q.layout.id, advance, reason })) kept.close();
  };
  return (
    <FormDialog
      title={`${q.layout.name} is printed`}
      isOpen
      isWritten={kept.isWritten}
      onClose={kept.close}
    >
      <DraftSlip {...kept.slip} />
      <Stack>
        {q.register.length > 0 && (
          <Check checked={advance} onChange={setAdvance}>
            Its numbers come into the register:{' '}
            {q.register.map((r) => `${r.title}, ${r.numbers}`).join('; ')}
          </Check>
        )}
        {advance && (
          <Field
            label="Why, where a proof is missing or stale"
            value={reason}
            onChange={setReason}
            hint="empty: numbers without an accepted proof stay out of the register"
          />
        )}
        <ErrorCallout error={action.error} />
      </Stack>
      <DialogActions
        label="It is printed"
        busy={action.isPending}
        onDo={() => void save()}
        onClose={kept.close}
      />
    </FormDialog>
  );
}

function SpoilSheet({ q, onClose }: { q: Queued; onClose: () => void }) {
  const action = useAction();
  const [f, setF] = useState({ why: '', bears: 'us' });
  const kept = useKeptSheet(`misprintLayout:${q.layout.id}`, f, setF, onClose);
  const save = async () => {
    if (await action.run('misprintLayout', { id: q.layout.id, ...f })) kept.close();
  };
  return (
    <FormDialog
      title={`Misprint of ${q.layout.name}`}
      isOpen
      isWritten={kept.isWritten}
      onClose={kept.close}
    >
      <DraftSlip {...kept.slip} />
      <Fields $columns="1fr 1fr">
        <Field
          label="What went wrong"
          value={f.why}
          onChange={(why) => setF({ ...f, why })}
          autoFocus
          hint="banding, head strike, wrong profile"
          wrong={action.fieldError('why')}
        />
        <Field
          label="Borne by"
          value={f.bears}
          onChange={(bears) => setF({ ...f, bears })}
          wrong={action.fieldError('bears')}
        />
      </Fields>
      <p style={{ paddingTop: 10 }}>
        <Small>
          Its paper and ink leave the stock as spoiled, kept apart from what prints cost. It stays in the
          queue to be printed again.
        </Small>
      </p>
      <ErrorCallout error={action.error} fields={['why', 'bears']} />
      <DialogActions
        label="It is spoiled"
        busy={action.isPending}
        onDo={() => void save()}
        onClose={kept.close}
      />
    </FormDialog>
  );
}
