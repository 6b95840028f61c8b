import { useState } from 'react';
import { useAction } from '@/app/useAction';
import type { Speck } from '@/core/capture/dust';
import type { View } from '@/ui/Loupe';

export type DustCheck = {
  id: string;
  at: string;
  specks: (Speck & { done: boolean })[];
  /** How many were found; the largest of them are listed. */
  total: number;
};

/** One speck of a list at a time, where it is looked at, and the ticking off. */
export function useDustDesk({
  masterId,
  size,
  check,
}: {
  masterId: string;
  size: { width: number; height: number };
  check: DustCheck | null;
}) {
  const action = useAction();
  const [job, setJob] = useState<string | null>(null);
  const specks = check?.specks ?? [];
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      specks.findIndex((s) => !s.done),
    ),
  );
  // What was ticked here and not yet read back.
  const [ticks, setTicks] = useState<Record<number, boolean>>({});
  const [moved, setMoved] = useState<{ at: number; view: View } | null>(null);
  const speck = specks[at];
  const middle = { x: speck?.x ?? size.width / 2, y: speck?.y ?? size.height / 2 };
  const view: View = moved?.at === at ? moved.view : { ...middle, zoom: 1 };
  const isDone = (i: number) => ticks[i] ?? specks[i]?.done ?? false;
  const within = (i: number) => Math.min(specks.length - 1, Math.max(0, i));

  const tick = async (i: number, done: boolean) => {
    if (!check) return;
    // The next one is looked at straight away: a quick hand must not take back what it just ticked.
    setTicks((was) => ({ ...was, [i]: done }));
    if (done) setAt(within(i + 1));
    if (await action.run('tickSpeck', { id: check.id, at: i, done })) return;
    setTicks((was) => ({ ...was, [i]: !done }));
    setAt(i);
  };

  return {
    action,
    job,
    specks,
    at,
    setAt,
    speck,
    view,
    setView: (next: View) => setMoved({ at, view: next }),
    /** From one to one to four to one, and back. */
    zoom: () => setMoved({ at, view: { ...middle, zoom: view.zoom >= 4 ? 1 : 4 } }),
    step: (by: number) => {
      if (specks.length) setAt((was) => within(was + by));
    },
    isDone,
    tick,
    left: specks.filter((_, i) => !isDone(i)).length,
    look: async () => {
      const done = await action.run('lookForDust', { id: masterId });
      if (typeof done?.job === 'string') setJob(done.job);
    },
  };
}

export type DustDesk = ReturnType<typeof useDustDesk>;

/** How the list stands, in a sentence. */
export function standingOf({
  left,
  listed,
  total,
}: {
  left: number;
  listed: number;
  total: number;
}): string {
  if (listed === 0) return 'None found: the file is clean.';
  if (left === 0) return 'Every listed speck is dealt with.';
  const more = total > listed ? `; ${total} were found, the ${listed} largest are listed` : '';
  return `${left} to look at${more}.`;
}
