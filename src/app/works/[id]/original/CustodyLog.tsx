'use client';
import type { MoveModel } from '@/app/models';
import { useState } from 'react';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field, Fields } from '@/ui/Field';
import { ScrollArea, PanelTitle, Small, Stack, Table } from '@/ui/Layout';
import { FormDialog, DialogActions } from '@/ui/Callout';
import { MarkedText } from '@/ui/Verdict';

type Props = { workId: string; title: string; moves: MoveModel[]; today: string };

/** Whose hands the original went through, where it was while away, and how it came back. */
export function CustodyLog({ workId, title, moves, today }: Props) {
  const [open, setOpen] = useState<'out' | 'back' | null>(null);
  const away = moves.find((m) => !m.backOn) ?? null;
  const late = away?.dueOn && away.dueOn < today;
  return (
    <section style={{ marginTop: 26 }}>
      <PanelTitle>
        Whose hands it went through <span>{away ? 'away' : 'at home'}</span>
      </PanelTitle>
      <Stack $gap={12} style={{ paddingTop: 6 }}>
        {away && (
          <MarkedText kind={late ? 'fails' : 'care'}>
            With {away.who}
            {away.place && `, ${away.place}`} since {away.leftOn}
            {away.dueOn && (late ? `; due back ${away.dueOn}, late` : `; due back ${away.dueOn}`)}:{' '}
            {away.why}.
          </MarkedText>
        )}
        {moves.length > 0 ? (
          <ScrollArea>
            <Table aria-label="Whose hands it went through">
              <thead>
                <tr>
                  <th>Left</th>
                  <th>Back</th>
                  <th>Who had it</th>
                  <th>Where</th>
                  <th>Why</th>
                  <th>When it left</th>
                  <th>When it came back</th>
                </tr>
              </thead>
              <tbody>
                {moves.map((m) => (
                  <tr key={m.id}>
                    <td style={{ whiteSpace: 'nowrap' }}>{m.leftOn}</td>
                    <td style={{ whiteSpace: 'nowrap' }}>{m.backOn ?? 'away'}</td>
                    <th scope="row">{m.who}</th>
                    <td>{m.place}</td>
                    <td>{m.why}</td>
                    <td>{m.conditionOut || <Small>not noted</Small>}</td>
                    <td>{m.backOn ? m.conditionBack || <Small>not noted</Small> : ''}</td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </ScrollArea>
        ) : (
          <Small>
            It never left the studio, as far as is noted. Who had it, where and in what state it came back
            is what an insurer asks first.
          </Small>
        )}
        <Row>
          {away ? (
            <Button onPress={() => setOpen('back')}>It is back</Button>
          ) : (
            <Button onPress={() => setOpen('out')}>It leaves the studio</Button>
          )}
        </Row>
      </Stack>
      {open === 'out' && (
        <OutSheet workId={workId} title={title} today={today} onClose={() => setOpen(null)} />
      )}
      {open === 'back' && away && (
        <BackSheet move={away} title={title} today={today} onClose={() => setOpen(null)} />
      )}
    </section>
  );
}

function OutSheet({
  workId,
  title,
  today,
  onClose,
}: {
  workId: string;
  title: string;
  today: string;
  onClose: () => void;
}) {
  const action = useAction();
  const [f, setF] = useState({ leftOn: today, who: '', place: '', why: '', conditionOut: '', dueOn: '' });
  const set = (key: keyof typeof f) => (value: string) => setF((was) => ({ ...was, [key]: value }));
  const save = async () => {
    if (await action.run('handOver', { workId, ...f, dueOn: f.dueOn || null })) onClose();
  };
  return (
    <FormDialog title={`${title} leaves the studio`} isOpen onClose={onClose}>
      <Fields $columns="1fr 1fr">
        <Field
          label="Left on"
          value={f.leftOn}
          onChange={set('leftOn')}
          type="date"
          wrong={action.fieldError('leftOn')}
        />
        <Field
          label="Due back on"
          value={f.dueOn}
          onChange={set('dueOn')}
          type="date"
          wrong={action.fieldError('dueOn')}
          hint="empty if it is not known"
        />
        <Field
          label="Who has it"
          value={f.who}
          onChange={set('who')}
          required
          autoFocus
          wrong={action.fieldError('who')}
        />
        <Field label="Where" value={f.place} onChange={set('place')} />
        <Field
          label="Why"
          value={f.why}
          onChange={set('why')}
          required
          hint="scanning, exhibition, framing, …"
          wrong={action.fieldError('why')}
        />
        <Field
          label="How it was when it left"
          value={f.conditionOut}
          onChange={set('conditionOut')}
          hint="corners, surface, frame"
        />
      </Fields>
      <ErrorCallout error={action.error} fields={['leftOn', 'dueOn', 'who', 'why']} />
      <DialogActions label="Note it" busy={action.isPending} onDo={() => void save()} onClose={onClose} />
    </FormDialog>
  );
}

function BackSheet({
  move,
  title,
  today,
  onClose,
}: {
  move: MoveModel;
  title: string;
  today: string;
  onClose: () => void;
}) {
  const action = useAction();
  const [backOn, setBackOn] = useState(today);
  const [conditionBack, setCondition] = useState('');
  const save = async () => {
    if (await action.run('takeBack', { id: move.id, backOn, conditionBack })) onClose();
  };
  return (
    <FormDialog title={`${title} is back from ${move.who}`} isOpen onClose={onClose}>
      <Fields $columns="1fr 1fr">
        <Field
          label="Back on"
          value={backOn}
          onChange={setBackOn}
          type="date"
          wrong={action.fieldError('backOn')}
        />
        <Field
          label="How it came back"
          value={conditionBack}
          onChange={setCondition}
          autoFocus
          hint={move.conditionOut ? `it left: ${move.conditionOut}` : 'corners, surface, frame'}
        />
      </Fields>
      <ErrorCallout error={action.error} fields={['backOn']} />
      <DialogActions label="Note it" busy={action.isPending} onDo={() => void save()} onClose={onClose} />
    </FormDialog>
  );
}
