'use client';
import { FormProvider, type FieldValues } from 'react-hook-form';
import type { ActionName } from '@/studio/registry';
import { ErrorCallout } from '@/ui/Actions';
import { DialogBoard } from '@/ui/DialogBoard';
import { DialogActions } from '@/ui/FormDialog';
import { Fields } from '@/ui/Field';
import { AskField } from '@/ui/form/fields';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { FaultsOf } from '@/ui/form/FormParts';
import type { ActionSheetProps } from './ActionSheet';
import { useActionForm } from './useActionForm';

/** The sheet itself, with all that its fields need. */
export function ActionForm<N extends ActionName, V extends FieldValues>({
  act,
  title,
  label,
  asks: asked,
  first,
  about,
  input,
  follow,
  asksReason,
  isDisabled,
  onDone,
  onClose,
  width = 560,
  columns = '1fr 1fr',
  children,
  below,
}: ActionSheetProps<N, V>) {
  const { form, values, asks, error, isPending, draft, submit } = useActionForm<N, V>({
    act,
    asks: asked,
    first,
    about,
    input,
    follow,
    onDone: (done) => {
      onDone?.(done);
      onClose();
    },
  });
  const letGo = () => {
    if (form.formState.isDirty) draft.end();
    onClose();
  };
  return (
    <DialogBoard title={title} isOpen isWritten={form.formState.isDirty} onClose={letGo} width={width}>
      <FormProvider {...form}>
        <DraftSlip draft={draft.draft} restore={draft.restore} forget={draft.forget} />
        {typeof children === 'function' ? children(values) : children}
        <Fields $columns={columns}>
          {asks.map((ask) => (
            <AskField key={ask.name} ask={ask} />
          ))}
        </Fields>
        {below?.(values)}
        <FaultsOf asks={asks} />
        <ErrorCallout
          error={error}
          fields={asks.map(({ name }) => name)}
          onReason={asksReason ? submit : undefined}
        />
        <DialogActions
          label={label}
          busy={isPending}
          disabled={isDisabled?.(values)}
          onDo={() => submit()}
          onClose={letGo}
        />
      </FormProvider>
    </DialogBoard>
  );
}
