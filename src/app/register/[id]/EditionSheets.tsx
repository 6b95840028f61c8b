'use client';
import type { EditionModel, FormatModel, ImpressionModel, PaperModel } from '@/app/models';
import { impressionLabel } from '@/core/edition/impressionStates';
import { ActionSheet } from '@/app/ActionSheet';
import { Small } from '@/ui/Layout';
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
  const all = rows.map((r) => r.impression);
  const last = all.filter((i) => i.printedAt).sort((a, b) => (a.printedAt! < b.printedAt! ? 1 : -1))[0];
  const isOpen = edition.kind === 'open';
  const next = all.filter((i) => i.kind === 'run' && i.state === 'declared');
  /** Chosen ones, else the next of a run; those of an open edition have no number before they are printed. */
  const meant = (count: number | string): ImpressionModel[] | null => {
    if (chosen.length) return chosen;
    return isOpen ? null : next.slice(0, wholeNumberOf(count));
  };
  return (
    <ActionSheet
      act="printImpressions"
      title="Record prints"
      label="They are printed"
      about={edition.id}
      asksReason
      asks={[
        {
          kind: 'choice',
          name: 'formatId',
          label: 'Size',
          options: formats.map((f) => ({ key: f.id, name: f.name })),
        },
        {
          kind: 'choice',
          name: 'paperId',
          label: 'Paper',
          options: papers.map((p) => ({ key: p.id, name: p.name })),
        },
        ...(chosen.length
          ? []
          : ([{ kind: 'whole', name: 'count', label: 'How many', required: true }] as const)),
      ]}
      first={{
        formatId: formats.find((f) => f.id === last?.formatId)?.id ?? formats[0]!.id,
        paperId: papers.find((p) => p.id === last?.paperId)?.id ?? papers[0]!.id,
        count: 1 as number | string,
      }}
      isDisabled={({ count }) => meant(count)?.length === 0}
      input={({ formatId, paperId, count }, reason) => ({
        editionId: edition.id,
        impressionIds: meant(count)?.map((i) => i.id) ?? null,
        count: isOpen && !chosen.length ? (count as number) : null,
        formatId,
        paperId,
        reason,
      })}
      onClose={onClose}
      below={({ count }) => (
        <>
          <p style={{ margin: '12px 0' }}>{sayMeant(meant(count), chosen.length > 0, edition)}</p>
          <Small>
            The accepted proof of this size on this paper is noted with each print. Without one, or with a
            stale one, a reason is asked and kept in the register.
          </Small>
        </>
      )}
    />
  );
}

/** A count being typed; nothing while it is none. */
function wholeNumberOf(typed: number | string): number {
  const count = Number(typed);
  return Number.isInteger(count) && count > 0 ? count : 0;
}

function sayMeant(
  meant: readonly ImpressionModel[] | null,
  isChosen: boolean,
  edition: EditionModel,
): string {
  if (!meant) return 'Numbered on from the last.';
  if (isChosen) return `Numbers ${listed(meant, edition)}.`;
  const said = meant.length ? listed(meant, edition) : 'none are left to print on this page';
  return `The next numbers of the run: ${said}.`;
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
  const ask = ASKS[name];
  return (
    <ActionSheet
      act="handleImpressions"
      title={`${ask.title}: ${listed(chosen, edition)}`}
      label={ask.end}
      about={`${edition.id} ${name}`}
      width={480}
      columns="1fr"
      asks={[{ kind: 'text', name: 'note', label: ask.label, hint: ask.hint, autoFocus: true }]}
      first={{ note: '' }}
      input={({ note }) => ({
        editionId: edition.id,
        impressionIds: chosen.map((i) => i.id),
        act: name,
        note,
      })}
      onClose={onClose}
    />
  );
}

/** Closing an edition for good. */
export function CloseSheet({ edition, onClose }: { edition: EditionModel; onClose: () => void }) {
  return (
    <ActionSheet
      act="closeEdition"
      title="Close the edition"
      label="Close it for good"
      about={edition.id}
      width={480}
      columns="1fr"
      asks={[{ kind: 'text', name: 'reason', label: 'Why', autoFocus: true }]}
      first={{ reason: '' }}
      input={({ reason }) => ({ id: edition.id, reason })}
      onClose={onClose}
    >
      <p style={{ marginBottom: 12 }}>
        Nothing more is printed of a closed edition, and closing is not taken back. The register keeps how
        many were made. If a route prints it on demand, close it there too.
      </p>
    </ActionSheet>
  );
}
