'use client';
import { ActionSheet } from '@/app/ActionSheet';
import type { AccountModel } from '@/app/models';
import { useUnits } from '@/ui/Units';

/** What is known of one commission or large piece: what it is, for whom, what was agreed. */
export function AccountSheet({
  account,
  works,
  onDone,
  onClose,
}: {
  account: AccountModel | null;
  works: { id: string; title: string }[];
  onDone?: (id: string) => void;
  onClose: () => void;
}) {
  const { currency } = useUnits();
  return (
    <ActionSheet
      act="saveAccount"
      title={account?.name ?? 'A new account'}
      label="Keep it"
      about={account?.id ?? 'new'}
      first={{
        name: account?.name ?? '',
        client: account?.client ?? '',
        workId: account?.workId ?? '',
        agreed: (account?.agreedMinor ?? null) as number | string | null,
        notes: account?.notes ?? '',
      }}
      asks={[
        { kind: 'text', name: 'name', label: 'What it is', required: true },
        { kind: 'text', name: 'client', label: 'For whom' },
        {
          kind: 'choice',
          name: 'workId',
          label: 'Of which work',
          options: [
            { key: '', name: 'none of these' },
            ...works.map((work) => ({ key: work.id, name: work.title })),
          ],
        },
        { kind: 'money', name: 'agreed', label: `Agreed in all, ${currency}`, hint: 'empty: not yet' },
        { kind: 'prose', name: 'notes', label: 'Notes' },
      ]}
      input={({ workId, agreed, ...values }) => ({
        ...values,
        id: account?.id ?? null,
        workId: workId || null,
        agreed: agreed ?? '',
      })}
      onDone={(done) => onDone?.(done.id)}
      onClose={onClose}
    />
  );
}
