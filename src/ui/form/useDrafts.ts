import { useCallback, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { newKey } from '../seen';

type Draft = { id: string; at: string; values: object };
const PREFIX = 'glassine_draft:';
/** A draft that nobody came back for in so long is of another day's work. */
const KEPT_DAYS = 14;
/** More than one was begun where somebody wrote on beside an older one; the oldest of many is let go. */
const KEPT_DRAFTS = 3;

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

const nothingChanges = () => () => {};
const isTrue = () => true;
const isFalse = () => false;

/** A hand at the keyboard is not disturbed; what a crash can take is half a second of it. */
export const WAIT_MS = 400;

/**
 * Drafts of one form in this browser: what was begun before is offered, what is written now is kept beside it, and neither takes the
 * other's place.
 *
 * @param key names the form and the thing it is about
 */
export function useDrafts(key: string) {
  // What lay there when the form came up, not what is being written into it now; the server knows of none.
  const isInBrowser = useSyncExternalStore(nothingChanges, isTrue, isFalse);
  const found = useMemo(() => (isInBrowser ? draftsOf(key) : []), [isInBrowser, key]);
  const [answered, setAnswered] = useState<readonly string[]>([]);
  const draft = found.find(({ id }) => !answered.includes(id)) ?? null;
  /** Which of those that are kept is being written now. */
  const own = useRef<string | null>(null);
  const keep = useCallback(
    (values: object) => {
      const id = (own.current ??= newKey());
      keepDrafts(key, [{ id, at: new Date().toISOString(), values }, ...without(key, id)]);
    },
    [key],
  );
  /** What is being written was recorded or let go. */
  const end = useCallback(() => {
    if (own.current) keepDrafts(key, without(key, own.current));
    own.current = null;
  }, [key]);
  /** What is offered is not wanted. */
  const forget = useCallback(() => {
    if (!draft) return;
    keepDrafts(key, without(key, draft.id));
    setAnswered((all) => [...all, draft.id]);
  }, [key, draft]);
  /** What is offered is gone on with. */
  const take = useCallback((): object | null => {
    if (!draft) return null;
    own.current = draft.id;
    setAnswered((all) => [...all, draft.id]);
    return draft.values;
  }, [draft]);
  return { draft, keep, end, forget, take };
}
