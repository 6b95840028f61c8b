'use client';
import type { FieldValues } from 'react-hook-form';
import { ActionSheet } from '@/app/ActionSheet';
import type { ActionInput } from '@/studio/registry';
import type { RecordForm, RecordName } from './recordForms';

/** The form that records or changes one thing of the studio. */
export function RecordSheet({ open, onClose }: { open: RecordForm; onClose: () => void }) {
  const { act, title, id, asks, first } = open;
  return (
    <ActionSheet<RecordName, FieldValues>
      {...{ act, title, asks, first, onClose }}
      about={id ?? 'new'}
      label={id ? 'Keep the changes' : 'Record it'}
      width={640}
      // What is asked stands in lists beside this form; the schema of the action has the last word on what came of them.
      input={(values) =>
        ({
          ...(id && { id }),
          ...values,
          // Bought singly: no count is no pack, and not a pack of nothing.
          ...('packOf' in values && { packOf: values.packOf === '' ? null : values.packOf }),
        }) as ActionInput<RecordName>
      }
    />
  );
}
