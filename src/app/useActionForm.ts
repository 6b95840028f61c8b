'use client';
import { useEffect, useEffectEvent } from 'react';
import {
  useForm,
  useWatch,
  type DefaultValues,
  type FieldValues,
  type Path,
  type PathValue,
} from 'react-hook-form';
import type { ActionAnswerOf, ActionInput, ActionName } from '@/studio/registry';
import { useDraft } from '@/ui/form/useDraft';
import { sentValues } from '@/ui/form/sentValues';
import type { Ask } from '@/ui/form/fields';
import { useUnits } from '@/ui/Units';
import { useAction } from './useAction';

/** What a form asks for; some of it may depend on what was answered. */
export type AsksOf<V> = readonly Ask[] | ((values: V) => readonly Ask[]);

/**
 * A form that does one action. What the fields can tell is said before anything is sent; what the action's own schema finds comes
 * back field by field, all of it at once, and the first of them has the focus. What is typed outlives the tab.
 *
 * @param act the action
 * @param asks the fields whose figures are to be read
 * @param first what they are filled with; figures as they are known, to the last micrometre
 * @param about names the thing the draft belongs to: an id, or "new"
 * @param input what is sent of the values
 */
export function useActionForm<N extends ActionName, V extends FieldValues>({
  act,
  asks: given,
  first,
  about,
  input,
  follow,
  onDone,
}: {
  act: N;
  asks: AsksOf<V>;
  first: V;
  about: string;
  /** With the reason that was given where the action asks for one. */
  input: (values: V, reason: string) => ActionInput<N>;
  /** What else changes when one field is changed by hand. */
  follow?: (changed: string, values: V) => Partial<V>;
  onDone?: (done: ActionAnswerOf<N>) => void;
}) {
  const reading = useUnits();
  const action = useAction();
  // The page drawn anew brings what was recorded; what is being typed meanwhile stays.
  const form = useForm<V>({
    defaultValues: first as DefaultValues<V>,
    values: first,
    resetOptions: { keepDirtyValues: true },
    mode: 'onTouched',
  });
  const values = useWatch({ control: form.control }) as V;
  const asks = typeof given === 'function' ? given(values) : given;
  const draft = useDraft(`${act}:${about}`, form);
  const followUp = useEffectEvent((changed: string, typed: V) => {
    for (const [name, value] of Object.entries(follow?.(changed, typed) ?? {}))
      form.setValue(name as Path<V>, value as PathValue<V, Path<V>>);
  });
  useEffect(
    () =>
      form.subscribe({
        formState: { values: true },
        callback: ({ values: typed, name, type }) => {
          if (type === 'change' && name) followUp(name, typed);
        },
      }),
    [form],
  );
  const { error } = action;
  const { setError, setFocus } = form;
  const refused = useEffectEvent(() => {
    const here = [error, ...(error?.also ?? [])].flatMap((fault) => {
      const ask = fault?.field && asks.find(({ name }) => isAt(fault.field!, name));
      return ask ? [{ name: ask.name as Path<V>, message: `Expected ${fault.expected}.` }] : [];
    });
    for (const { name, message } of here) setError(name, { type: 'server', message });
    if (here[0]) setFocus(here[0].name);
  });
  useEffect(() => {
    if (error) refused();
  }, [error]);

  const finish = (done: ActionAnswerOf<N>) => {
    form.reset(form.getValues());
    draft.end();
    onDone?.(done);
  };
  const submit = (reason = '') =>
    void form.handleSubmit(async (typed) => {
      const done = await action.run(act, input(sentValues(asks, typed as V, reading), reason));
      if (done) finish(done);
    })();
  const keepMine = async () => {
    const done = await error?.keepMine?.();
    if (done) finish(done as ActionAnswerOf<N>);
    return done ?? null;
  };
  const shown = error?.keepMine ? { ...error, keepMine } : error;
  return { form, values, asks, draft, submit, error: shown, isPending: action.isPending };
}

/** A fault deep inside a field is that field's. */
const isAt = (field: string, name: string) =>
  field === name || field.startsWith(`${name}.`) || field.startsWith(`${name}[`);
