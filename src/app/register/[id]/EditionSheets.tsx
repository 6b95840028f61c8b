'use client';
import { useState } from 'react';
import { impressionLabel } from '@/core/edition/states';
import type { Edition, Impression } from '@/store/editions';
import type { Paper } from '@/store/proofs';
import type { Format } from '@/store/works';
import { TroubleNote, useAct } from '@/ui/Acts';
import { Field, Fields, Select } from '@/ui/Field';
import { Small, Stack } from '@/ui/Layout';
import { SheetDialog, SheetEnd } from '@/ui/Slip';
import type { Row_ } from './EditionView';

const listed = (list: readonly Impression[], edition: Edition) =>
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
  edition: Edition;
  chosen: Impression[];
  rows: Row_[];
  formats: Format[];
  papers: Paper[];
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
  const act = useAct();
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
      await act.run('printImpressions', {
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
    <SheetDialog title="Record prints" isOpen onClose={onClose}>
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
            wrong={act.wrong('count')}
          />
        )}
        <Small>
          The accepted proof of this size on this paper is noted with each print. Without one, or with a
          stale one, a reason is asked and kept in the register.
        </Small>
        <TroubleNote trouble={act.trouble} fields={['count']} onReason={(reason) => void save(reason)} />
      </Stack>
      <SheetEnd
        label="They are printed"
        busy={act.busy}
        disabled={ids !== null && ids.length === 0}
        onDo={() => void save()}
        onClose={onClose}
      />
    </SheetDialog>
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
  edition: Edition;
  chosen: Impression[];
  onClose: () => void;
}) {
  const [note, setNote] = useState('');
  const act = useAct();
  const ask = ASKS[name];
  const save = async () => {
    if (
      await act.run('handleImpressions', {
        editionId: edition.id,
        impressionIds: chosen.map((i) => i.id),
        act: name,
        note,
      })
    )
      onClose();
  };
  return (
    <SheetDialog title={`${ask.title}: ${listed(chosen, edition)}`} isOpen onClose={onClose} width={480}>
      <Stack>
        <Field
          label={ask.label}
          value={note}
          onChange={setNote}
          hint={ask.hint}
          autoFocus
          wrong={act.wrong('note')}
        />
        <TroubleNote trouble={act.trouble} fields={['note']} />
      </Stack>
      <SheetEnd label={ask.end} busy={act.busy} onDo={() => void save()} onClose={onClose} />
    </SheetDialog>
  );
}

/** Closing an edition for good. */
export function CloseSheet({ edition, onClose }: { edition: Edition; onClose: () => void }) {
  const [reason, setReason] = useState('');
  const act = useAct();
  const save = async () => {
    if (await act.run('closeEdition', { id: edition.id, reason })) onClose();
  };
  return (
    <SheetDialog title="Close the edition" isOpen onClose={onClose} width={480}>
      <Stack>
        <p>
          Nothing more is printed of a closed edition, and closing is not taken back. The register keeps
          how many were made. If a route prints it on demand, close it there too.
        </p>
        <Field label="Why" value={reason} onChange={setReason} autoFocus wrong={act.wrong('reason')} />
        <TroubleNote trouble={act.trouble} fields={['reason']} />
      </Stack>
      <SheetEnd label="Close it for good" busy={act.busy} onDo={() => void save()} onClose={onClose} />
    </SheetDialog>
  );
}
