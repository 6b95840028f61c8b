'use client';
import type { ActionAnswerOf, ActionInput, ActionName } from '@/studio/registry';
import { useAction as useUntypedAction } from '@/ui/Actions';

type TypedRun = <N extends ActionName>(
  name: N,
  input: ActionInput<N>,
) => Promise<ActionAnswerOf<N> | null>;

/** One action at a time from a place on the screen; its name, its input and its answer are known to the compiler. */
export const useAction = useUntypedAction as () => Omit<ReturnType<typeof useUntypedAction>, 'run'> & {
  run: TypedRun;
};
