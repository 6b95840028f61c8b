'use client';
import Link from 'next/link';
import { useState } from 'react';
import type { Finding } from '@/core/finding';
import { inGroups } from '@/core/groups';
import { areaOf } from '@/core/layout/pieces';
import type { Queued } from '@/studio/printQueue';
import { TroubleNote, useAct } from '@/ui/Acts';
import { Button, Row } from '@/ui/Button';
import { Check, Field, Fields } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import { Empty, Head, Lead, PageTitle, Sheet, SheetTitle, Small, Stack, Wall } from '@/ui/Layout';
import { SheetDialog, SheetEnd } from '@/ui/Slip';
import { useUnits } from '@/ui/Units';
import { Marked, Verdict } from '@/ui/Verdict';
import { PapersNav } from '../PapersNav';

/** What waits to be printed, grouped by paper and machine: printed, or spoiled. */
export function QueueView({
  queue,
  inks,
}: {
  queue: Queued[];
  inks: { machineId: string; trouble: Finding[] }[];
}) {
  const [printing, setPrinting] = useState<Queued | null>(null);
  const [spoiling, setSpoiling] = useState<Queued | null>(null);
  useKeys([
    {
      key: 'p',
      says: 'the first is printed',
      run: () => {
        if (queue[0]) setPrinting(queue[0]);
      },
    },
  ]);
  const groups = inGroups(queue, (q) => `${q.paper} on ${q.machine?.name ?? 'no printer that takes it'}`);
  return (
    <Wall>
      <Head>
        <div>
          <PageTitle>Print queue</PageTitle>
          <Lead>
            By paper and printer, so that paper is changed seldom. Printed, its paper and ink leave the
            stock and its numbers come into the register.
          </Lead>
        </div>
      </Head>
      <PapersNav />
      {queue.length === 0 && (
        <Sheet>
          <Empty title="Nothing waits to be printed">
            <p>Lay prints out under Sheets and rolls and send them here.</p>
          </Empty>
        </Sheet>
      )}
      <Stack $gap={18}>
        {groups.map(({ key, items }) => (
          <Sheet key={key}>
            <SheetTitle>
              {key} <span>{items.length}</span>
            </SheetTitle>
            {(inks.find((i) => i.machineId === items[0]!.machine?.id)?.trouble ?? []).map((f) => (
              <p key={f.says} style={{ paddingTop: 6 }}>
                <Verdict finding={f} />
              </p>
            ))}
            <ul>
              {items.map((q, i) => (
                <QueueLine
                  key={q.layout.id}
                  q={q}
                  first={i === 0 && key === groups[0]!.key}
                  onPrint={() => setPrinting(q)}
                  onSpoil={() => setSpoiling(q)}
                />
              ))}
            </ul>
          </Sheet>
        ))}
      </Stack>
      {printing && <PrintSheet q={printing} onClose={() => setPrinting(null)} />}
      {spoiling && <SpoilSheet q={spoiling} onClose={() => setSpoiling(null)} />}
    </Wall>
  );
}

function QueueLine({
  q,
  first,
  onPrint,
  onSpoil,
}: {
  q: Queued;
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
        <Marked kind={q.lacks ? 'fails' : 'holds'}>
          {q.lacks ? `Cannot be printed: ${q.lacks}` : `From lot ${q.lot}`}
        </Marked>
        {q.register.map((r) => (
          <Small key={r.title + r.numbers}>
            {r.title}: {r.numbers}
          </Small>
        ))}
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
  const act = useAct();
  const [advance, setAdvance] = useState(q.register.length > 0);
  const [reason, setReason] = useState('');
  const save = async () => {
    if (await act.run('printQueued', { id: q.layout.id, advance, reason })) onClose();
  };
  return (
    <SheetDialog title={`${q.layout.name} is printed`} isOpen onClose={onClose}>
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
        <TroubleNote trouble={act.trouble} />
      </Stack>
      <SheetEnd label="It is printed" busy={act.busy} onDo={() => void save()} onClose={onClose} />
    </SheetDialog>
  );
}

function SpoilSheet({ q, onClose }: { q: Queued; onClose: () => void }) {
  const act = useAct();
  const [f, setF] = useState({ why: '', bears: 'us' });
  const save = async () => {
    if (await act.run('misprintLayout', { id: q.layout.id, ...f })) onClose();
  };
  return (
    <SheetDialog title={`Misprint of ${q.layout.name}`} isOpen onClose={onClose}>
      <Fields $columns="1fr 1fr">
        <Field
          label="What went wrong"
          value={f.why}
          onChange={(why) => setF({ ...f, why })}
          autoFocus
          hint="banding, head strike, wrong profile"
          wrong={act.wrong('why')}
        />
        <Field
          label="Borne by"
          value={f.bears}
          onChange={(bears) => setF({ ...f, bears })}
          wrong={act.wrong('bears')}
        />
      </Fields>
      <p style={{ paddingTop: 10 }}>
        <Small>
          Its paper and ink leave the stock as spoiled, kept apart from what prints cost. It stays in the
          queue to be printed again.
        </Small>
      </p>
      <TroubleNote trouble={act.trouble} fields={['why', 'bears']} />
      <SheetEnd label="It is spoiled" busy={act.busy} onDo={() => void save()} onClose={onClose} />
    </SheetDialog>
  );
}
