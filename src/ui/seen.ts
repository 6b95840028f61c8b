'use client';
import { useEffect } from 'react';

/** The newest change that the page now on the screen had seen when it was drawn. */
let seen: number | undefined;
/** Which studio the page now on the screen is of: what is done on it is done there, wherever another window went since. */
let whose: 'own' | 'practice' = 'own';
/** This window: what it did itself is no surprise to it. */
const tab = randomWord();

/** A long word nobody else has made. (`randomUUID` is missing where a page is served without TLS from another machine.) */
function randomWord(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('');
}

export const seenNow = (): number | undefined => seen;

/** Says how new the page is that it stands in. */
export function AsOf({ change }: { change: number }) {
  useEffect(() => {
    seen = change;
  }, [change]);
  return null;
}

/** Says which studio the pages are of. */
export function StudioIs({ whose: shown }: { whose: 'own' | 'practice' }) {
  useEffect(() => {
    whose = shown;
  }, [shown]);
  return null;
}

/** A key for one thing a person does: sent again, it is still that one thing. */
export const newKey = (): string => randomWord();

/** What goes along with an act. */
export function contextHeaders(key: string, asOf: number | undefined): Record<string, string> {
  return {
    'x-glassine-key': key,
    'x-glassine-tab': tab,
    'x-glassine-studio': whose,
    ...(asOf !== undefined && { 'x-glassine-as-of': String(asOf) }),
  };
}
