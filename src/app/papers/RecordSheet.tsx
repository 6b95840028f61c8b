'use client';
import { DialogActions, FormDialog } from '@/ui/Callout';
import { ErrorCallout } from '@/ui/Actions';
import { Check, Field, Fields, Select } from '@/ui/Field';
import { Stack } from '@/ui/Layout';
import type { Open } from './papersProps';
import { useRecordForm } from './useRecordForm';

/** The form that records or changes one thing of the studio. */
export function RecordSheet({ open, onClose }: { open: Open; onClose: () => void }) {
  const form = useRecordForm(open, onClose);
  return (
    <FormDialog title={open.title} isOpen onClose={onClose} width={640}>
      <Stack>
        <Fields $columns="1fr 1fr">
          {open.asks.map((a) =>
            a.kind === 'choice' ? (
              <Select
                key={a.name}
                label={a.label}
                value={String(form.values[a.name])}
                onChange={form.set(a.name)}
                options={a.options.map((o) => ({ key: o, name: o }))}
                hint={a.hint}
                wrong={form.action.fieldError(a.name)}
              />
            ) : a.kind === 'tick' ? (
              <div key={a.name} style={{ paddingTop: 22 }}>
                <Check checked={form.values[a.name] === true} onChange={form.set(a.name)}>
                  {a.label}
                </Check>
              </div>
            ) : (
              <Field
                key={a.name}
                label={a.label}
                value={String(form.values[a.name] ?? '')}
                onChange={form.set(a.name)}
                hint={a.hint}
                lines={a.kind === 'prose' ? 2 : undefined}
                type={a.kind === 'day' ? 'date' : undefined}
                wrong={form.action.fieldError(a.name)}
              />
            ),
          )}
        </Fields>
        <ErrorCallout error={form.action.error} fields={open.asks.map((a) => a.name)} />
      </Stack>
      <DialogActions
        label={open.id ? 'Keep the changes' : 'Record it'}
        busy={form.action.isPending}
        onDo={() => void form.keep()}
        onClose={onClose}
      />
    </FormDialog>
  );
}
