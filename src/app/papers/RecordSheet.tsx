'use client';
import { useState } from 'react';
import { TroubleNote, useAct } from '@/ui/Acts';
import { Check, Field, Fields, Select } from '@/ui/Field';
import { Stack } from '@/ui/Layout';
import { SheetDialog, SheetEnd } from '@/ui/Slip';
import { useUnits } from '@/ui/Units';

/** One line of a form: what it is called, how it is asked for, and how it is sent. */
export type Ask =
  | { kind: 'text' | 'length' | 'whole' | 'day' | 'prose'; name: string; label: string; hint?: string }
  | { kind: 'choice'; name: string; label: string; options: readonly string[]; hint?: string }
  | { kind: 'tick'; name: string; label: string };

export type Values = Record<string, string | boolean>;

/** Records one thing of the studio: a paper, a route, a supply or a carrier's service. */
export function RecordSheet({
  title,
  act: name,
  id,
  asks,
  first,
  onClose,
}: {
  title: string;
  act: string;
  id: string | null;
  asks: readonly Ask[];
  first: Values;
  onClose: () => void;
}) {
  const [values, setValues] = useState(first);
  const act = useAct();
  const { withUnit } = useUnits();
  const set = (field: string) => (value: string | boolean) =>
    setValues((was) => ({ ...was, [field]: value }));
  const send = async () => {
    const input = Object.fromEntries(
      asks.map((a) => {
        const v = values[a.name]!;
        if (a.kind === 'whole') return [a.name, /^\s*\d+\s*$/.test(String(v)) ? Number(v) : v];
        if (a.kind === 'length') return [a.name, withUnit(String(v))];
        return [a.name, v];
      }),
    );
    if (await act.run(name, { ...(id && { id }), ...input })) onClose();
  };
  return (
    <SheetDialog title={title} isOpen onClose={onClose} width={640}>
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
                wrong={act.wrong(a.name)}
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
                wrong={act.wrong(a.name)}
              />
            ),
          )}
        </Fields>
        <TroubleNote trouble={act.trouble} fields={asks.map((a) => a.name)} />
      </Stack>
      <SheetEnd
        label={id ? 'Keep the changes' : 'Record it'}
        busy={act.busy}
        onDo={() => void send()}
        onClose={onClose}
      />
    </SheetDialog>
  );
}
