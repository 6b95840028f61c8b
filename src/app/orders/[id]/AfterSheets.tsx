import { ActionSheet } from '@/app/ActionSheet';
import type { CaseModel } from '@/app/models';
import { CASE_KINDS, CASE_PRINTS } from '@/core/order/orderWords';

const FIGURE = null as number | string | null;

export function CaseSheet({ id, onClose }: { id: string; onClose: () => void }) {
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

export function MoveSheet({
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

export function ResendSheet({
  id,
  number,
  onClose,
}: {
  id: string;
  number: number;
  onClose: () => void;
}) {
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

export function HandoverSheet({ id, onClose }: { id: string; onClose: () => void }) {
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
