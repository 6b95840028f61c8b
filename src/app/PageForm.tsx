'use client';
import type { ReactNode } from 'react';
import { FormProvider, type FieldValues, type UseFormReturn } from 'react-hook-form';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useLeaveAsk } from '@/ui/form/useLeaveAsk';

/** A form that stands on a page: Enter records it, leaving asks, and what was begun and never recorded is offered. */
export function PageForm<V extends FieldValues>({
  form,
  draft,
  submit,
  children,
}: {
  form: UseFormReturn<V>;
  draft: Parameters<typeof DraftSlip>[0];
  submit: () => void;
  children: ReactNode;
}) {
  useLeaveAsk(form.formState.isDirty);
  return (
    <FormProvider {...form}>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          submit();
        }}
      >
        <DraftSlip {...draft} />
        {children}
      </form>
    </FormProvider>
  );
}
