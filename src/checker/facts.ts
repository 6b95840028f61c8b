import type { KnownKey } from '@/core/edition/verdict';

/** What the checking page is told when it is saved. */
export type CheckerFacts = {
  studio: string;
  savedOn: string;
  /** Public halves in base64url. */
  keys: (KnownKey & { publicKey: string })[];
  /** The signed list of void certificates as of that day. */
  list: string;
};
