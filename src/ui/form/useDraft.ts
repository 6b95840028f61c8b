import { useCallback, useEffect, useRef } from 'react';
import type { FieldValues, UseFormReturn } from 'react-hook-form';
import { useDrafts, WAIT_MS } from './useDrafts';

/**
 * What is typed into a form is kept in the browser until it is recorded or let go, so that a crash of the tab, a flat battery or a
 * closed lid costs nothing. When the form comes up again, what was begun is offered, never put in unasked.
 *
 * @param key names the form and the thing it is about
 */
export function useDraft<V extends FieldValues>(key: string, form: UseFormReturn<V>) {
  const { draft, keep, end, forget, take } = useDrafts(key);
  const pending = useRef<ReturnType<typeof setTimeout>>(undefined);
  const cancel = useCallback(() => {
    clearTimeout(pending.current);
    pending.current = undefined;
  }, []);
  useEffect(() => {
    let isDirty: boolean = form.formState.isDirty;
    const write = () => {
      cancel();
      if (isDirty) keep(form.getValues());
    };
    const leave = form.subscribe({
      formState: { values: true, isDirty: true },
      callback: (change) => {
        // Told with each change: what the form shows of itself is older while it is being drawn.
        isDirty = change.isDirty ?? isDirty;
        cancel();
        pending.current = setTimeout(write, WAIT_MS);
      },
    });
    return () => {
      if (pending.current) write();
      leave();
    };
  }, [form, cancel, keep]);
  const finish = useCallback(() => {
    // It is not written down after that by a hand that was quicker than the wait.
    cancel();
    end();
  }, [cancel, end]);
  const restore = useCallback(() => {
    const values = take();
    if (values) form.reset({ ...form.getValues(), ...values } as V, { keepDefaultValues: true });
  }, [form, take]);
  return { draft, restore, forget, end: finish };
}
