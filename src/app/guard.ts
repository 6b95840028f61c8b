import { createHmac, randomBytes, scryptSync, timingSafeEqual } from 'node:crypto';

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]', '::1']);
export const PASS_COOKIE = 'glassine_pass';
const PASS_DAYS = 30;

export const isLoopback = (host: string): boolean => LOOPBACK.has(host);

/** The host names this server answers to. */
export function allowedHosts(env: Readonly<Record<string, string | undefined>>): Set<string> {
  return new Set(
    [...LOOPBACK, env.GLASSINE_HOST ?? '', ...(env.GLASSINE_ALLOWED_HOSTS ?? '').split(/[\s,]+/)]
      .filter(Boolean)
      .map((h) => h.toLowerCase()),
  );
}

/**
 * Why a request is turned away, or null when it may pass: the Host must be one of ours (a page elsewhere cannot point its
 * own name at this machine), and a changing request must come from a page of ours.
 */
export function reasonToRefuse(
  q: { method: string; host: string | null; origin: string | null; fetchSite: string | null },
  hosts: ReadonlySet<string>,
): string | null {
  const name = (q.host ?? '').toLowerCase().replace(/:\d+$/, '');
  if (!hosts.has(name)) return `This server does not answer to the name “${name}”.`;
  if (q.method === 'GET' || q.method === 'HEAD' || q.method === 'OPTIONS') return null;
  if (q.fetchSite && q.fetchSite !== 'same-origin' && q.fetchSite !== 'none')
    return 'A page elsewhere may not change anything here.';
  if (q.origin !== null) {
    const from = URL.canParse(q.origin) ? new URL(q.origin).host.toLowerCase() : '';
    if (from !== (q.host ?? '').toLowerCase()) return 'A page elsewhere may not change anything here.';
  }
  return null;
}

type PassState = { salt: Buffer; secret: Buffer; hash: Buffer; wrong: number[] };
const shared = globalThis as typeof globalThis & { glassinePass?: PassState };

/** Whether this server asks for a passphrase: always, unless it listens on this machine alone. */
export const needsPass = (): boolean => !isLoopback(process.env.GLASSINE_HOST ?? '127.0.0.1');

function passState(): PassState {
  if (!shared.glassinePass) {
    const phrase = process.env.GLASSINE_PASSPHRASE ?? '';
    if (phrase.length < 10)
      throw new Error(
        'GLASSINE_PASSPHRASE must have at least 10 characters when GLASSINE_HOST is not this machine alone.',
      );
    const salt = randomBytes(16);
    shared.glassinePass = {
      salt,
      secret: randomBytes(32),
      hash: scryptSync(phrase, salt, 32),
      wrong: [],
    };
  }
  return shared.glassinePass;
}

const TRIES = 5;
const WINDOW_MS = 60_000;

/** Checks a passphrase; after five wrong tries in a minute the answer is no for the rest of it. */
export function tryPass(phrase: string, now: number): { cookie: string } | { says: string } {
  const state = passState();
  // Counted for everybody together: an address can be made up, a minute cannot.
  state.wrong = state.wrong.filter((t) => now - t < WINDOW_MS);
  if (state.wrong.length >= TRIES) return { says: 'Too many tries. Wait a minute.' };
  if (timingSafeEqual(scryptSync(phrase, state.salt, 32), state.hash)) {
    state.wrong = [];
    const until = now + PASS_DAYS * 86_400_000;
    return { cookie: `${until}.${signed(state, String(until))}` };
  }
  state.wrong.push(now);
  return { says: 'That is not the passphrase.' };
}

/** Whether a session cookie was given out by this server and has not run out. */
export function passHolds(cookie: string | undefined, now: number): boolean {
  const [until = '', mark = ''] = (cookie ?? '').split('.');
  const expected = Buffer.from(signed(passState(), until));
  const given = Buffer.from(mark);
  return Number(until) > now && given.length === expected.length && timingSafeEqual(given, expected);
}

/** Whether the bearer of a cookie may come in now: everybody, where no passphrase is asked. */
export const isInside = (cookie: string | undefined): boolean =>
  !needsPass() || passHolds(cookie, Date.now());

const signed = (state: PassState, text: string) =>
  createHmac('sha256', state.secret).update(text).digest('base64url');
