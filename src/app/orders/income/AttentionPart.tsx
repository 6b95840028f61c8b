'use client';
import { useState } from 'react';
import { ActionSheet } from '@/app/ActionSheet';
import { useAction } from '@/app/useAction';
import { ATTENTION_KINDS, type AttentionBeside, type AttentionKind } from '@/core/sales/attention';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
import { Panel, PanelTitle, Small, Stack } from '@/ui/Layout';
import { useWorkPicks } from '@/app/WorkFinder';
import { useUnits } from '@/ui/Units';
import type { IncomePage } from '@/studio/sales/incomePage';

type Props = Pick<IncomePage, 'attention' | 'works' | 'today'>;
const ALL = { key: '', name: 'all the work' };

/** Looks, likes, questions: a panel of its own, with what was sold in the same days beside them and no sum of the two. */
export function AttentionPart({ attention, works, today }: Props) {
  const action = useAction();
  const [open, setOpen] = useState<AttentionBeside | 'new' | null>(null);
  const known = open === 'new' ? null : open;
  const { choices, search } = useWorkPicks(works);
  return (
    <Panel style={{ marginTop: 18 }}>
      <Stack $gap={10}>
        <PanelTitle>
          Attention, apart from sales <span>looks, likes and questions count nowhere above</span>
        </PanelTitle>
        {attention.length === 0 ? (
          <Small>
            Nothing is noted. What draws looks is worth knowing for what you make next; it says little of
            what sells, so it stands here by itself.
          </Small>
        ) : (
          <Noticed
            attention={attention}
            works={works}
            onOpen={setOpen}
            onForget={(id) => void action.run('forgetAttention', { id })}
          />
        )}
        <ErrorCallout error={action.error} fields={[]} />
        <Row>
          <Button onPress={() => setOpen('new')}>Note attention</Button>
        </Row>
      </Stack>
      {open !== null && (
        <ActionSheet
          act="saveAttention"
          title={known ? 'Attention noted' : 'Attention, apart from sales'}
          label="Note it"
          about={known?.id ?? 'new'}
          first={{
            workId: known?.workId ?? '',
            place: known?.place ?? '',
            kind: (known?.kind ?? 'looks') as AttentionKind,
            count: (known?.count ?? null) as number | string | null,
            from: known?.from ?? today,
            until: known?.until ?? today,
            notes: known?.notes ?? '',
          }}
          asks={[
            {
              kind: 'find',
              name: 'workId',
              label: 'Of which work',
              options: [ALL, ...choices.map(({ id, title }) => ({ key: id, name: title }))],
              onSearch: search,
            },
            {
              kind: 'text',
              name: 'place',
              label: 'Where',
              required: true,
              hint: 'a window, a letter, a fair',
            },
            { kind: 'choice', name: 'kind', label: 'What it was', options: ATTENTION_KINDS },
            { kind: 'whole', name: 'count', label: 'How many', required: true },
            { kind: 'day', name: 'from', label: 'From', required: true },
            { kind: 'day', name: 'until', label: 'Until', required: true },
            { kind: 'prose', name: 'notes', label: 'Notes' },
          ]}
          input={({ workId, count, ...values }) => ({
            ...values,
            id: known?.id ?? null,
            workId: workId || null,
            count: Number(count ?? NaN),
          })}
          onClose={() => setOpen(null)}
        />
      )}
    </Panel>
  );
}

function Noticed({
  attention,
  works,
  onOpen,
  onForget,
}: Omit<Props, 'today'> & {
  onOpen: (each: AttentionBeside) => void;
  onForget: (id: string) => void;
}) {
  const { date } = useUnits();
  const titles = new Map(works.map(({ id, title }) => [id, title]));
  const name = ({ workId }: AttentionBeside) =>
    workId === null ? ALL.name : (titles.get(workId) ?? 'a work that was put away');
  const columns: Column<AttentionBeside>[] = [
    { key: 'work', head: 'Of', cell: name, by: name, isName: true },
    { key: 'place', head: 'Where', cell: (each) => each.place, by: (each) => each.place },
    { key: 'kind', head: 'What', cell: (each) => each.kind, by: (each) => each.kind },
    {
      key: 'count',
      head: 'How many',
      cell: (each) => each.count,
      by: (each) => each.count,
      isFigure: true,
    },
    {
      key: 'days',
      head: 'When',
      cell: (each) =>
        each.from === each.until ? date(each.from) : `${date(each.from)} to ${date(each.until)}`,
      by: (each) => each.until,
    },
    {
      key: 'sold',
      head: 'Prints sold then',
      cell: (each) => each.sold,
      by: (each) => each.sold,
      isFigure: true,
    },
    { key: 'notes', head: 'Notes', cell: (each) => <Small>{each.notes}</Small> },
    {
      key: 'acts',
      head: '',
      cell: (each) => (
        <Row>
          <Button
            quiet
            aria-label={`Change the ${each.kind} of ${name(each)}`}
            onPress={() => onOpen(each)}
          >
            Change
          </Button>
          <Button
            quiet
            aria-label={`Take away the ${each.kind} of ${name(each)}`}
            onPress={() => onForget(each.id)}
          >
            Take away
          </Button>
        </Row>
      ),
    },
  ];
  return <DataTable label="Attention" rows={attention} columns={columns} keyOf={(each) => each.id} />;
}
