'use client';

/** An act as it goes out: what is asked for, and what it says of itself and its page. */
export type Outgoing = { act: string; input: string; headers: Record<string, string>; key: string };

const PLACE = 'glassine-outbox';
/** When the last answer came, ms of the clock. */
const ANSWERED = 'glassine-answered';

/**
 * Acts asked for in this window and not yet answered. A page shows what was asked for at once; were it drawn anew before the
 * answer came, what still waits its turn would be lost and seen to be taken back. So each stands here until it is answered, and
 * what stands here when a page comes up is sent again: under its own key, the same act is done once.
 */
export const outbox = {
  add(outgoing: Outgoing): void {
    write([...read(), outgoing]);
  },

  /** Answered, whatever the answer was. One that fails because the page is being left is not. */
  answered(key: string): void {
    if (isLeaving) return;
    write(read().filter((each) => each.key !== key));
    try {
      sessionStorage.setItem(ANSWERED, String(Date.now()));
    } catch {
      return;
    }
  },

  /**
   * Whether an act of the page before was answered when this page had been asked for already: it may have been drawn as things
   * stood until then.
   */
  isPageOlder: (askedFor: number = performance.timeOrigin): boolean => {
    try {
      return Number(sessionStorage.getItem(ANSWERED) ?? 0) >= askedFor;
    } catch {
      return false;
    }
  },

  /** What an earlier page of this window left unanswered, in the order it was asked for. */
  waiting: (): Outgoing[] => read(),
};

let isLeaving = false;
if (typeof window !== 'undefined') {
  window.addEventListener('pagehide', () => (isLeaving = true));
  window.addEventListener('pageshow', () => (isLeaving = false));
}

function read(): Outgoing[] {
  try {
    return JSON.parse(sessionStorage.getItem(PLACE) ?? '[]') as Outgoing[];
  } catch {
    return [];
  }
}

/** A window that may keep nothing, or no more, still acts: it only forgets what it had not sent. */
function write(all: readonly Outgoing[]): void {
  try {
    if (all.length > 0) sessionStorage.setItem(PLACE, JSON.stringify(all));
    else sessionStorage.removeItem(PLACE);
  } catch {
    return;
  }
}
