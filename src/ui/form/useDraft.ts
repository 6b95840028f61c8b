import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { FieldValues, UseFormReturn } from 'react-hook-form';

type Draft = { at: string; values: FieldValues };
const PREFIX = 'glassine_draft:';
/** A draft that nobody came back for in so long is of another day's work. */
const KEPT_DAYS = 14;
/** A hand at the keyboard is not disturbed; what a crash can take is half a second of it. */
const WAIT_MS = 400;

function draftOf(key: string): Draft | null {
  try {
    const draft = JSON.parse(window.localStorage.getItem(PREFIX + key) ?? 'null') as Draft | null;
    if (!draft?.at || typeof draft.values !== 'object') return null;
    const days = (Date.now() - Date.parse(draft.at)) / 86_400_000;
    return days <= KEPT_DAYS ? draft : null;
  } catch {
    return null;
  }
}

/** A full or forbidden store of the browser only costs the draft. */
function write(key: string, values: FieldValues) {
  try {
    const draft: Draft = { at: new Date().toISOString(), values };
    window.localStorage.setItem(PREFIX + key, JSON.stringify(draft));
  } catch {
    /* as said */
  }
}

const nothingChanges = () => () => {};
const isTrue = () => true;
const isFalse = () => false;

/**
 * What is typed into a form is kept in the browser until it is recorded or let go, so that a crash of the tab, a flat battery or a
 * closed lid costs nothing. When the form comes up again, what was begun is offered, never put in unasked.
 *
 * @param key names the form and the thing it is about
 */
export function useDraft<V extends FieldValues>(key: string, form: UseFormReturn<V>) {
  // What lay there when the form came up, not what is being written into it now; the server knows of none.
  const isInBrowser = useSyncExternalStore(nothingChanges, isTrue, isFalse);
  const found = useMemo(() => (isInBrowser ? draftOf(key) : null), [isInBrowser, key]);
  const [isAnswered, setAnswered] = useState(false);
  const draft = isAnswered ? null : found;
  const pending = useRef<ReturnType<typeof setTimeout>>(undefined);
  const cancel = useCallback(() => {
    clearTimeout(pending.current);
    pending.current = undefined;
  }, []);
  useEffect(() => {
    let isDirty: boolean = form.formState.isDirty;
    const keep = () => {
      cancel();
      if (isDirty) write(key, form.getValues());
    };
    const leave = form.subscribe({
      formState: { values: true, isDirty: true },
      callback: (change) => {
        // Told with each change: what the form shows of itself is older while it is being drawn.
        isDirty = change.isDirty ?? isDirty;
        cancel();
        pending.current = setTimeout(keep, WAIT_MS);
      },
    });
    return () => {
      if (pending.current) keep();
      leave();
    };
  }, [key, form, cancel]);
  const forget = useCallback(() => {
    // What was recorded or let go is not written down after it by a hand that was quicker than the wait.
    cancel();
    window.localStorage.removeItem(PREFIX + key);
    setAnswered(true);
  }, [key, cancel]);
  const restore = useCallback(() => {
    if (!draft) return;
    form.reset({ ...form.getValues(), ...draft.values } as V, { keepDefaultValues: true });
    setAnswered(true);
  }, [draft, form]);
  return { draft, restore, forget };
}
