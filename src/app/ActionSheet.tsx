'use client';
import type { ComponentType, ReactNode } from 'react';
import type { FieldValues } from 'react-hook-form';
import type { ActionAnswerOf, ActionInput, ActionName } from '@/studio/registry';
import { arriving } from '@/ui/arriving';
import type { AsksOf } from './useActionForm';

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

/** Fields of every kind, their lists and their faults: a quarter of all script, fetched with the first sheet that is opened. */
const ActionForm = arriving(
  async () => (await import('./ActionForm')).ActionForm as ComponentType<object>,
);

/** A sheet that asks for a few things and does one action with them. */
export function ActionSheet<N extends ActionName, V extends FieldValues>(props: ActionSheetProps<N, V>) {
  const Form = ActionForm as ComponentType<ActionSheetProps<N, V>>;
  return <Form {...props} />;
}
