'use client';
import type { EditionModel, FormatModel, PaperModel } from '@/app/models';
import { impressionLabel } from '@/core/edition/impressionStates';
import { ActionSheet } from '@/app/ActionSheet';
import { Small } from '@/ui/Layout';
import type { SheetLine } from './sheets';
import { useAsked } from '@/ui/useAsked';
import { useUnits } from '@/ui/Units';

type ImpressionModel = SheetLine['impression'];

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
  last,
  onClose,
}: {
  edition: EditionModel;
  chosen: ImpressionModel[];
  rows: SheetLine[];
  formats: FormatModel[];
  papers: Pick<PaperModel, 'id' | 'name'>[];
  last: { formatId: string | null; paperId: string | null } | null;
  onClose: () => void;
}) {
  const all = rows.map((r) => r.impression);
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
  const said = meant.length ? listed(meant, edition) : 'none are left to print';
  return `The next numbers of the run: ${said}.`;
}

export type ReasonAct = 'spoiled' | 'gifted' | 'returned' | 'lost' | 'destroyed';
const ASKS: Record<ReasonAct, { title: string; label: string; hint: string; end: string }> = {
  spoiled: {
    title: 'Spoil',
    label: 'What is wrong with it',
    hint: 'scuff at the lower edge; who bears the cost. A photograph is kept on its page.',
    end: 'Spoil it',
  },
  gifted: {
    title: 'Give away',
    label: 'To whom, and why',
    hint: 'kept with the number',
    end: 'It is given',
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
    hint: 'torn through, by whom seen. A photograph is kept on its page.',
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

/** Holds a number, or so many of the run, for somebody until a day. */
export function ReserveSheet({
  edition,
  chosen,
  free,
  onClose,
}: {
  edition: EditionModel;
  chosen: ImpressionModel | null;
  free: number | null;
  onClose: () => void;
}) {
  return (
    <ActionSheet
      act="reserveNumbers"
      title={chosen ? `Hold ${listed([chosen], edition)} for somebody` : 'Hold numbers for somebody'}
      label="Hold it"
      about={edition.id}
      width={480}
      columns="1fr 1fr"
      asks={[
        { kind: 'text', name: 'forWhom', label: 'For whom', required: true, autoFocus: true },
        { kind: 'day', name: 'untilOn', label: 'Until', required: true },
        ...(chosen
          ? []
          : ([{ kind: 'whole', name: 'quantity', label: 'How many', required: true }] as const)),
        { kind: 'text', name: 'note', label: 'Note' },
      ]}
      first={{ forWhom: '', untilOn: '', quantity: 1 as number | string, note: '' }}
      input={({ forWhom, untilOn, quantity, note }) => ({
        editionId: edition.id,
        impressionId: chosen?.id ?? null,
        quantity: quantity as number,
        forWhom,
        untilOn,
        note,
      })}
      onClose={onClose}
    >
      <p style={{ marginBottom: 12 }}>
        {Math.max(0, free ?? 0)} are free. What is held is sold to nobody else through that day; from the
        next day on it is free again by itself.
      </p>
    </ActionSheet>
  );
}

/** Keeps a number of the run back for the artist. */
export function HoldSheet({
  edition,
  chosen,
  onClose,
}: {
  edition: EditionModel;
  chosen: ImpressionModel;
  onClose: () => void;
}) {
  return (
    <ActionSheet
      act="holdBack"
      title={`Keep back ${listed([chosen], edition)}`}
      label="Keep it back"
      about={chosen.id}
      width={460}
      columns="1fr"
      asks={[{ kind: 'text', name: 'why', label: 'Why', required: true, autoFocus: true }]}
      first={{ why: '' }}
      input={({ why }) => ({ impressionId: chosen.id, why })}
      onClose={onClose}
    >
      <p style={{ marginBottom: 12 }}>It stays in the run and is not sold. The register says so.</p>
    </ActionSheet>
  );
}

/** Gives prints to a shop or a gallery on sale or return. */
export function ConsignSheet({
  edition,
  chosen,
  channels,
  firstPriceMinor,
  onClose,
}: {
  edition: EditionModel;
  chosen: ImpressionModel[];
  channels: { id: string; name: string }[];
  firstPriceMinor: number | null;
  onClose: () => void;
}) {
  const { today } = useUnits();
  const { answer: people } = useAsked<{ id: string; name: string }[]>('/api/people');
  return (
    <ActionSheet
      act="consignPrints"
      title={`To a shop: ${listed(chosen, edition)}`}
      label="It goes there"
      about={edition.id}
      width={600}
      asks={[
        {
          kind: 'find',
          name: 'buyerId',
          label: 'Who gets them',
          options: (people ?? []).map((person) => ({ key: person.id, name: person.name })),
          hint: 'somebody of the address book; record them at a new order first',
        },
        {
          kind: 'choice',
          name: 'channelId',
          label: 'Counts as sold through',
          options: [
            { key: '', name: 'nothing said' },
            ...channels.map((channel) => ({ key: channel.id, name: channel.name })),
          ],
        },
        { kind: 'day', name: 'sinceOn', label: 'Since', required: true },
        { kind: 'day', name: 'dueOn', label: 'Due back or paid by', required: true },
        { kind: 'share', name: 'theirShare', label: 'Their share of the price', required: true },
        { kind: 'money', name: 'price', label: 'Each sells for', required: true },
        { kind: 'text', name: 'bearsDamage', label: 'Who bears damage', required: true },
        { kind: 'text', name: 'notes', label: 'Agreed beside' },
      ]}
      first={{
        buyerId: '',
        channelId: '',
        sinceOn: today(),
        dueOn: '',
        theirShare: 0.4 as number | string,
        price: firstPriceMinor as number | string | null,
        bearsDamage: 'the shop, from the handing over on',
        notes: '',
      }}
      input={({ buyerId, channelId, theirShare, price, ...rest }) => ({
        ...rest,
        buyerId,
        channelId: channelId || null,
        theirShare: theirShare as number,
        items: chosen.map((each) => ({ impressionId: each.id, price: price as string | number })),
      })}
      onClose={onClose}
    />
  );
}
