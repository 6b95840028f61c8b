'use client';
import { useAction } from '@/app/useAction';
import { wholeOrTyped } from '@/core/measure';
import type { LotModel } from '@/app/models';
import { ErrorCallout } from '@/ui/Actions';
import { DialogActions, FormDialog } from '@/ui/Callout';
import { Field, Fields } from '@/ui/Field';
import { useUnits } from '@/ui/Units';
import { useState } from 'react';

/** Counting, spoiling or cutting some of a lot. */
export function LotSheet({
  lot,
  what,
  onClose,
}: {
  lot: LotModel;
  what: 'count' | 'spoil' | 'cut';
  onClose: () => void;
}) {
  const action = useAction();
  const { length, withUnit } = useUnits();
  const now = lot.form === 'roll' ? length(lot.onHand) : String(lot.onHand);
  const [f, setF] = useState({
    amount: what === 'count' ? now : '',
    why: '',
    sheets: '1',
    size: '',
    each: '2',
    offcut: '',
  });
  const set = (key: keyof typeof f) => (value: string) => setF((was) => ({ ...was, [key]: value }));
  const typed = lot.form === 'roll' ? withUnit(f.amount) : f.amount;
  const save = async () => {
    const done =
      what === 'count'
        ? await action.run('countLot', { id: lot.id, counted: typed, why: f.why })
        : what === 'spoil'
          ? await action.run('spoilLot', { id: lot.id, amount: typed, why: f.why })
          : await action.run('cutLot', {
              id: lot.id,
              sheets: wholeOrTyped(f.sheets),
              size: withUnit(f.size),
              each: wholeOrTyped(f.each),
              offcut: f.offcut.trim() ? withUnit(f.offcut) : '',
            });
    if (done) onClose();
  };
  return (
    <FormDialog
      title={`${what === 'count' ? 'Count' : what === 'spoil' ? 'Spoil some of' : 'Cut'} ${lot.name}`}
      isOpen
      onClose={onClose}
    >
      {what === 'cut' ? (
        <Fields $columns="1fr 1fr">
          <Field
            label="Sheets to cut"
            value={f.sheets}
            onChange={set('sheets')}
            wrong={action.fieldError('sheets')}
          />
          <Field
            label="Into"
            value={f.size}
            onChange={set('size')}
            hint="A5, 148 x 210 mm"
            autoFocus
            wrong={action.fieldError('size')}
          />
          <Field
            label="Out of each"
            value={f.each}
            onChange={set('each')}
            wrong={action.fieldError('each')}
          />
          <Field
            label="Offcut that is kept"
            value={f.offcut}
            onChange={set('offcut')}
            hint="empty if it is thrown away"
            wrong={action.fieldError('offcut')}
          />
        </Fields>
      ) : (
        <Fields $columns="1fr 1fr">
          <Field
            label={what === 'count' ? 'There are' : 'Spoiled'}
            value={f.amount}
            onChange={set('amount')}
            autoFocus
            wrong={action.fieldError(what === 'count' ? 'counted' : 'amount')}
            hint={`by the record ${now}`}
          />
          <Field
            label="Why"
            value={f.why}
            onChange={set('why')}
            wrong={action.fieldError('why')}
            hint={
              what === 'count' ? 'if it is not what the record says' : 'head strike, crease, wrong side'
            }
          />
        </Fields>
      )}
      <ErrorCallout
        error={action.error}
        fields={['counted', 'amount', 'why', 'sheets', 'size', 'each', 'offcut']}
      />
      <DialogActions
        label={what === 'cut' ? 'Cut them' : 'Note it'}
        busy={action.isPending}
        onDo={() => void save()}
        onClose={onClose}
      />
    </FormDialog>
  );
}
