'use client';
import { useState } from 'react';
import { wholeOrTyped } from '@/core/measure';
import { useAction } from '@/app/useAction';
import type { ActionInput } from '@/studio/registry';
import { ErrorCallout } from '@/ui/Actions';
import { Check, Field, Fields, Select } from '@/ui/Field';
import { Stack } from '@/ui/Layout';
import { FormDialog, DialogActions } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';

/** One line of a form: what it is called, how it is asked for, and how it is sent. */
export type Ask =
  | { kind: 'text' | 'length' | 'whole' | 'day' | 'prose'; name: string; label: string; hint?: string }
  | { kind: 'choice'; name: string; label: string; options: readonly string[]; hint?: string }
  | { kind: 'tick'; name: string; label: string };

export type Values = Record<string, string | boolean>;

/** Records one thing of the studio: a paper, a route, a supply or a carrier's service. */
export type RecordName = 'recordPaper' | 'recordRoute' | 'recordSupply' | 'recordService';

export function RecordSheet({
  title,
  act: name,
  id,
  asks,
  first,
  onClose,
}: {
  title: string;
  act: RecordName;
  id: string | null;
  asks: readonly Ask[];
  first: Values;
  onClose: () => void;
}) {
  const [values, setValues] = useState(first);
  const action = useAction();
  const { withUnit } = useUnits();
  const set = (field: string) => (value: string | boolean) =>
    setValues((was) => ({ ...was, [field]: value }));
  const send = async () => {
    const input = Object.fromEntries(
      asks.map((a) => {
        const v = values[a.name]!;
        if (a.kind === 'whole') return [a.name, wholeOrTyped(String(v))];
        if (a.kind === 'length') return [a.name, withUnit(String(v))];
        return [a.name, v];
      }),
    );
    // What is asked stands in lists beside this form; the schema of the action has the last word on what came of them.
    const sent = { ...(id && { id }), ...input } as ActionInput<RecordName>;
    if (await action.run(name, sent)) onClose();
  };
  return (
    <FormDialog title={title} isOpen onClose={onClose} width={640}>
      <Stack>
        <Fields $columns="1fr 1fr">
          {asks.map((a) =>
            a.kind === 'choice' ? (
              <Select
                key={a.name}
                label={a.label}
                value={String(values[a.name])}
                onChange={set(a.name)}
                options={a.options.map((o) => ({ key: o, name: o }))}
                hint={a.hint}
                wrong={action.fieldError(a.name)}
              />
            ) : a.kind === 'tick' ? (
              <div key={a.name} style={{ paddingTop: 22 }}>
                <Check checked={values[a.name] === true} onChange={set(a.name)}>
                  {a.label}
                </Check>
              </div>
            ) : (
              <Field
                key={a.name}
                label={a.label}
                value={String(values[a.name] ?? '')}
                onChange={set(a.name)}
                hint={a.hint}
                lines={a.kind === 'prose' ? 2 : undefined}
                type={a.kind === 'day' ? 'date' : undefined}
                wrong={action.fieldError(a.name)}
              />
            ),
          )}
        </Fields>
        <ErrorCallout error={action.error} fields={asks.map((a) => a.name)} />
      </Stack>
      <DialogActions
        label={id ? 'Keep the changes' : 'Record it'}
        busy={action.isPending}
        onDo={() => void send()}
        onClose={onClose}
      />
    </FormDialog>
  );
}
