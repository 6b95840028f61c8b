'use client';
import type { ReactNode } from 'react';
import { FormProvider, type FieldValues } from 'react-hook-form';
import type { ActionAnswerOf, ActionInput, ActionName } from '@/studio/registry';
import { ErrorCallout } from '@/ui/Actions';
import { DialogActions, FormDialog } from '@/ui/Callout';
import { Fields } from '@/ui/Field';
import { AskField } from '@/ui/form/fields';
import { DraftSlip, FaultsOf } from '@/ui/form/FormParts';
import { useActionForm, type AsksOf } from './useActionForm';

export type ActionSheetProps<N extends ActionName, V extends FieldValues> = {
  act: N;
  title: string;
  /** What the button says. */
  label: string;
  asks: AsksOf<V>;
  first: V;
  /** The thing it is about, so that a draft of another is not offered; "new" for one that is not recorded yet. */
  about: string;
  input: (values: V, reason: string) => ActionInput<N>;
  /** What else changes when one field is changed by hand. */
  follow?: (changed: string, values: V) => Partial<V>;
  /** Whether what is refused may be done all the same for a reason. */
  asksReason?: boolean;
  isDisabled?: (values: V) => boolean;
  onDone?: (done: ActionAnswerOf<N>) => void;
  onClose: () => void;
  width?: number;
  columns?: string;
  /** What stands over the fields. */
  children?: ReactNode | ((values: V) => ReactNode);
  /** What stands under them, worked out from what is typed. */
  below?: (values: V) => ReactNode;
};

/** A sheet that asks for a few things and does one action with them. */
export function ActionSheet<N extends ActionName, V extends FieldValues>({
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
    if (form.formState.isDirty) draft.forget();
    onClose();
  };
  return (
    <FormDialog title={title} isOpen isWritten={form.formState.isDirty} onClose={letGo} width={width}>
      <FormProvider {...form}>
        <DraftSlip {...draft} />
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
    </FormDialog>
  );
}
