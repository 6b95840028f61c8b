'use client';
import type { EditionModel, FormatModel, ImpressionModel, PaperModel } from '@/app/models';
import { impressionLabel } from '@/core/edition/impressionStates';
import { useState } from 'react';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { DialogActions, FormDialog } from '@/ui/Callout';
import { Field, Fields, Select } from '@/ui/Field';
import { Small, Stack } from '@/ui/Layout';
import type { SheetLine } from './EditionView';

const listed = (list: readonly ImpressionModel[], edition: EditionModel) =>
  list.length > 6
    ? `${list.length} impressions`
    : list.map((i) => impressionLabel(i.kind, i.number, edition.size, edition.name)).join(', ');

/** Records prints that were made: chosen numbers, the next ones of a run, or more of an open edition. */
export function PrintSheet({
  edition,
  chosen,
  rows,
  formats,
  papers,
  onClose,
}: {
  edition: EditionModel;
  chosen: ImpressionModel[];
  rows: SheetLine[];
  formats: FormatModel[];
  papers: PaperModel[];
  onClose: () => void;
}) {
  const last = rows
    .map((r) => r.impression)
    .filter((i) => i.printedAt)
    .sort((a, b) => (a.printedAt! < b.printedAt! ? 1 : -1))[0];
  const [formatId, setFormat] = useState(
    formats.find((f) => f.id === last?.formatId)?.id ?? formats[0]!.id,
  );
  const [paperId, setPaper] = useState(papers.find((p) => p.id === last?.paperId)?.id ?? papers[0]!.id);
  const [count, setCount] = useState('1');
  const action = useAction();
  const open = edition.kind === 'open';
  const next = rows.map((r) => r.impression).filter((i) => i.kind === 'run' && i.state === 'declared');
  const many = Number(count);
  const ids = open
    ? null
    : (chosen.length ? chosen : next.slice(0, Number.isInteger(many) && many > 0 ? many : 0)).map(
        (i) => i.id,
      );
  const save = async (reason = '') => {
    if (
      await action.run('printImpressions', {
        editionId: edition.id,
        impressionIds: ids && ids.length ? ids : open ? null : [''],
        count: open ? many : null,
        formatId,
        paperId,
        reason,
      })
    )
      onClose();
  };
  return (
    <FormDialog title="Record prints" isOpen onClose={onClose}>
      <Stack>
        <p>
          {chosen.length
            ? `Numbers ${listed(chosen, edition)}.`
            : open
              ? 'Numbered on from the last.'
              : `The next numbers of the run: ${ids!.length ? listed(next.slice(0, ids!.length), edition) : 'none are left to print on this page'}.`}
        </p>
        <Fields $columns="1fr 1fr">
          <Select
            label="Size"
            value={formatId}
            onChange={setFormat}
            options={formats.map((f) => ({ key: f.id, name: f.name }))}
          />
          <Select
            label="Paper"
            value={paperId}
            onChange={setPaper}
            options={papers.map((p) => ({ key: p.id, name: p.name }))}
          />
        </Fields>
        {!chosen.length && (
          <Field
            label="How many"
            value={count}
            onChange={setCount}
            width={90}
            wrong={action.fieldError('count')}
          />
        )}
        <Small>
          The accepted proof of this size on this paper is noted with each print. Without one, or with a
          stale one, a reason is asked and kept in the register.
        </Small>
        <ErrorCallout error={action.error} fields={['count']} onReason={(reason) => void save(reason)} />
      </Stack>
      <DialogActions
        label="They are printed"
        busy={action.isPending}
        disabled={ids !== null && ids.length === 0}
        onDo={() => void save()}
        onClose={onClose}
      />
    </FormDialog>
  );
}

export type ReasonAct = 'spoiled' | 'gifted' | 'consigned' | 'returned' | 'lost' | 'destroyed';
const ASKS: Record<ReasonAct, { title: string; label: string; hint: string; end: string }> = {
  spoiled: {
    title: 'Spoil',
    label: 'What is wrong with it',
    hint: 'scuff at the lower edge; who bears the cost',
    end: 'Spoil it',
  },
  gifted: {
    title: 'Give away',
    label: 'To whom, and why',
    hint: 'kept with the number',
    end: 'It is given',
  },
  consigned: {
    title: 'To a shop',
    label: 'Which shop, on what terms',
    hint: 'sale or return, their share',
    end: 'It goes there',
  },
  returned: {
    title: 'Came back',
    label: 'From where, in what condition',
    hint: 'it is inspected again before it can be sold',
    end: 'It is back',
  },
  lost: {
    title: 'Lost',
    label: 'What is known of it',
    hint: 'where it was last seen',
    end: 'Record the loss',
  },
  destroyed: {
    title: 'Destroyed',
    label: 'How it was destroyed, before whom',
    hint: 'torn through, photo kept',
    end: 'Record it',
  },
};

/** An act that is kept with its reason. */
export function ReasonSheet({
  act: name,
  edition,
  chosen,
  onClose,
}: {
  act: ReasonAct;
  edition: EditionModel;
  chosen: ImpressionModel[];
  onClose: () => void;
}) {
  const [note, setNote] = useState('');
  const action = useAction();
  const ask = ASKS[name];
  const save = async () => {
    if (
      await action.run('handleImpressions', {
        editionId: edition.id,
        impressionIds: chosen.map((i) => i.id),
        act: name,
        note,
      })
    )
      onClose();
  };
  return (
    <FormDialog title={`${ask.title}: ${listed(chosen, edition)}`} isOpen onClose={onClose} width={480}>
      <Stack>
        <Field
          label={ask.label}
          value={note}
          onChange={setNote}
          hint={ask.hint}
          autoFocus
          wrong={action.fieldError('note')}
        />
        <ErrorCallout error={action.error} fields={['note']} />
      </Stack>
      <DialogActions label={ask.end} busy={action.isPending} onDo={() => void save()} onClose={onClose} />
    </FormDialog>
  );
}

/** Closing an edition for good. */
export function CloseSheet({ edition, onClose }: { edition: EditionModel; onClose: () => void }) {
  const [reason, setReason] = useState('');
  const action = useAction();
  const save = async () => {
    if (await action.run('closeEdition', { id: edition.id, reason })) onClose();
  };
  return (
    <FormDialog title="Close the edition" isOpen onClose={onClose} width={480}>
      <Stack>
        <p>
          Nothing more is printed of a closed edition, and closing is not taken back. The register keeps
          how many were made. If a route prints it on demand, close it there too.
        </p>
        <Field
          label="Why"
          value={reason}
          onChange={setReason}
          autoFocus
          wrong={action.fieldError('reason')}
        />
        <ErrorCallout error={action.error} fields={['reason']} />
      </Stack>
      <DialogActions
        label="Close it for good"
        busy={action.isPending}
        onDo={() => void save()}
        onClose={onClose}
      />
    </FormDialog>
  );
}
