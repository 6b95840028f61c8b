import { useState } from 'react';
import { exactOr } from '@/app/exact';
import { useAction } from '@/app/useAction';
import { wholeOrTyped } from '@/core/measure';
import type { ActionInput } from '@/studio/registry';
import { useUnits } from '@/ui/Units';
import type { Ask, Open, RecordName } from './papersProps';

/** What is typed into the form of one thing, and the recording of it. */
export function useRecordForm({ act, id, asks, first, exact = {} }: Open, onKept: () => void) {
  const [values, setValues] = useState(first);
  const action = useAction();
  const { withUnit } = useUnits();

  const sentOf = (ask: Ask) => {
    const value = values[ask.name]!;
    if (typeof value === 'boolean') return value;
    if (ask.kind === 'whole') return wholeOrTyped(value);
    const figure = exactOr(value, String(first[ask.name]), exact[ask.name]);
    return ask.kind === 'length' && typeof figure === 'string' ? withUnit(figure) : figure;
  };

  return {
    values,
    action,
    set: (field: string) => (value: string | boolean) => setValues((was) => ({ ...was, [field]: value })),
    async keep() {
      const input = Object.fromEntries(asks.map((ask) => [ask.name, sentOf(ask)]));
      // What is asked stands in lists beside this form; the schema of the action has the last word on what came of them.
      const sent = { ...(id && { id }), ...input } as ActionInput<RecordName>;
      if (await action.run(act, sent)) onKept();
    },
  };
}
