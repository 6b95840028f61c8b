import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { FieldValues, UseFormReturn } from 'react-hook-form';

type Draft = { id: string; at: string; values: FieldValues };
const PREFIX = 'glassine_draft:';
/** A draft that nobody came back for in so long is of another day's work. */
const KEPT_DAYS = 14;
/** More than one was begun where somebody wrote on beside an older one; the oldest of many is let go. */
const KEPT_DRAFTS = 3;
/** A hand at the keyboard is not disturbed; what a crash can take is half a second of it. */
const WAIT_MS = 400;

const isDraft = (draft: Draft | null) =>
  Boolean(draft?.at) &&
  typeof draft!.values === 'object' &&
  (Date.now() - Date.parse(draft!.at)) / 86_400_000 <= KEPT_DAYS;

/** What was begun and never recorded, the newest first. */
function draftsOf(key: string): Draft[] {
  try {
    const kept = JSON.parse(window.localStorage.getItem(PREFIX + key) ?? '[]') as Draft | Draft[];
    // One alone was kept as itself once.
    const drafts = Array.isArray(kept) ? kept : [{ ...kept, id: kept.at }];
    return drafts.filter(isDraft);
  } catch {
    return [];
  }
}

/** A full or forbidden store of the browser only costs the draft. */
function keepDrafts(key: string, drafts: Draft[]) {
  try {
    if (drafts.length === 0) window.localStorage.removeItem(PREFIX + key);
    else window.localStorage.setItem(PREFIX + key, JSON.stringify(drafts.slice(0, KEPT_DRAFTS)));
  } catch {
    /* as said */
  }
}
const without = (key: string, id: string) => draftsOf(key).filter((draft) => draft.id !== id);
const newId = () => `${Date.now()}-${Math.random()}`;

const nothingChanges = () => () => {};
const isTrue = () => true;
const isFalse = () => false;

/**
 * What is typed into a form is kept in the browser until it is recorded or let go, so that a crash of the tab, a flat battery or a
 * closed lid costs nothing. When the form comes up again, what was begun is offered, never put in unasked; what is written beside
 * the offer is kept beside it, and neither takes the other's place.
 *
 * @param key names the form and the thing it is about
 */
export function useDraft<V extends FieldValues>(key: string, form: UseFormReturn<V>) {
  // What lay there when the form came up, not what is being written into it now; the server knows of none.
  const isInBrowser = useSyncExternalStore(nothingChanges, isTrue, isFalse);
  const found = useMemo(() => (isInBrowser ? draftsOf(key) : []), [isInBrowser, key]);
  const [answered, setAnswered] = useState<readonly string[]>([]);
  const draft = found.find(({ id }) => !answered.includes(id)) ?? null;
  /** Which of those that are kept is being written now. */
  const own = useRef<string | null>(null);
  const pending = useRef<ReturnType<typeof setTimeout>>(undefined);
  const cancel = useCallback(() => {
    clearTimeout(pending.current);
    pending.current = undefined;
  }, []);
  useEffect(() => {
    let isDirty: boolean = form.formState.isDirty;
    const keep = () => {
      cancel();
      if (!isDirty) return;
      const id = (own.current ??= newId());
      const written = { id, at: new Date().toISOString(), values: form.getValues() };
      keepDrafts(key, [written, ...without(key, id)]);
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
  /** What is being written was recorded or let go. */
  const end = useCallback(() => {
    // It is not written down after that by a hand that was quicker than the wait.
    cancel();
    if (own.current) keepDrafts(key, without(key, own.current));
    own.current = null;
  }, [key, cancel]);
  /** What is offered is not wanted. */
  const forget = useCallback(() => {
    if (!draft) return;
    keepDrafts(key, without(key, draft.id));
    setAnswered((all) => [...all, draft.id]);
  }, [key, draft]);
  const restore = useCallback(() => {
    if (!draft) return;
    own.current = draft.id;
    form.reset({ ...form.getValues(), ...draft.values } as V, { keepDefaultValues: true });
    setAnswered((all) => [...all, draft.id]);
  }, [draft, form]);
  return { draft, restore, forget, end };
}
