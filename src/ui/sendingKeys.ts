import { newKey } from './seen';

/** What came in of a file is held so long. */
const HELD_MS = 24 * 3_600_000;
const PLACE = 'glassine-sending ';

export type SendingKey = {
  key: string;
  /** It was sent before, and no answer came. */
  isKnown: boolean;
  forget: () => void;
};

/**
 * The key under which a file is sent to an address: the same one for the same file, as its name, size and time say, until it
 * was answered. So a sending that the window did not outlive goes on where it was, and is not done twice.
 */
export function keyOfSending(url: string, file: Blob, now: number = Date.now()): SendingKey {
  if (!(file instanceof File)) return { key: newKey(), isKnown: false, forget: () => {} };
  const place = `${PLACE}${url} ${file.name} ${file.size} ${file.lastModified}`;
  const forget = () => void attempt(() => localStorage.removeItem(place));
  const kept = attempt(() => JSON.parse(localStorage.getItem(place) ?? 'null')) as {
    key: string;
    at: number;
  } | null;
  if (kept && now - kept.at < HELD_MS) return { key: kept.key, isKnown: true, forget };
  const key = newKey();
  attempt(() => {
    forgetOld(now);
    localStorage.setItem(place, JSON.stringify({ key, at: now }));
  });
  return { key, isKnown: false, forget };
}

/** Nothing is held any more of what was sent longer ago. */
function forgetOld(now: number): void {
  for (const place of Object.keys(localStorage).filter((each) => each.startsWith(PLACE)))
    if (now - (JSON.parse(localStorage.getItem(place)!) as { at: number }).at >= HELD_MS)
      localStorage.removeItem(place);
}

/** A window that may keep nothing sends all the same. */
function attempt<T>(what: () => T): T | null {
  try {
    return what();
  } catch {
    return null;
  }
}
