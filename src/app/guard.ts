import { createHmac, randomBytes, scrypt as scryptCallback, timingSafeEqual } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { promisify } from 'node:util';

const scrypt = promisify<string, Buffer, number, Buffer>(scryptCallback);

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]', '::1']);
export const PASS_COOKIE = 'glassine_pass';
const PASS_DAYS = 30;
const LEAST_LETTERS = 10;

export const isLoopback = (host: string): boolean => LOOPBACK.has(host.toLowerCase());

type Env = Readonly<Record<string, string | undefined>>;

/** Names the studio is given beside this machine's own. */
const furtherHosts = (env: Env): string[] =>
  [env.GLASSINE_HOST ?? '', ...(env.GLASSINE_ALLOWED_HOSTS ?? '').split(/[\s,]+/)]
    .filter(Boolean)
    .map((h) => h.toLowerCase());

/** The host names this server answers to. */
export const allowedHosts = (env: Env): Set<string> => new Set([...LOOPBACK, ...furtherHosts(env)]);

/**
 * Why a request is turned away, or null when it may pass: the Host must be one of ours (a page elsewhere cannot point its
 * own name at this machine), and a changing request must come from a page of ours.
 */
export function reasonToRefuse(
  q: { method: string; host: string | null; origin: string | null; fetchSite: string | null },
  hosts: ReadonlySet<string>,
): string | null {
  const name = (q.host ?? '').toLowerCase().replace(/:\d+$/, '');
  if (!hosts.has(name)) return `This server does not answer to the name “${name.slice(0, 100)}”.`;
  if (q.method === 'GET' || q.method === 'HEAD' || q.method === 'OPTIONS') return null;
  if (q.fetchSite && q.fetchSite !== 'same-origin' && q.fetchSite !== 'none')
    return 'A page elsewhere may not change anything here.';
  if (q.origin !== null) {
    const from = URL.canParse(q.origin) ? new URL(q.origin).host.toLowerCase() : '';
    if (from !== (q.host ?? '').toLowerCase()) return 'A page elsewhere may not change anything here.';
  }
  return null;
}

/**
 * Whether a passphrase is asked: unless the start script says that this machine alone is listened to, and no name of any other
 * is answered to. Served by any other means nothing is known of who can reach it, and it is asked as well.
 */
export function needsPass(env: Env = process.env): boolean {
  const listens = env.GLASSINE_LISTENS;
  if (!listens || !isLoopback(listens)) return true;
  return furtherHosts(env).some((host) => !isLoopback(host));
}

/** Why nobody can come in, where a passphrase is needed and none is set. */
export function lockedSentence(env: Env = process.env): string | null {
  if (!needsPass(env) || (env.GLASSINE_PASSPHRASE ?? '').length >= LEAST_LETTERS) return null;
  return `This server can be reached by others, and no passphrase is set. Start it with npm start, and set GLASSINE_PASSPHRASE to at least ${LEAST_LETTERS} characters.`;
}

/** What is said to whoever has not come in. */
export const outsideSentence = (): string => lockedSentence() ?? 'Enter the passphrase first.';

type Pass = { salt: Buffer; secret: Buffer; hash: Promise<Buffer>; limits: Limits };
const shared = globalThis as typeof globalThis & { glassinePass?: Pass };

const keyFile = (): string =>
  join(resolve(/* turbopackIgnore: true */ process.env.GLASSINE_DATA ?? './data'), 'session.key');

/** What sessions are signed with, kept beside the studio so that they outlast a restart. */
function sessionKey(): Buffer {
  const path = keyFile();
  try {
    const key = readFileSync(/* turbopackIgnore: true */ path);
    if (key.length === 48) return key;
  } catch {
    // None yet: it is made below.
  }
  const key = randomBytes(48);
  mkdirSync(/* turbopackIgnore: true */ join(path, '..'), { recursive: true });
  writeFileSync(/* turbopackIgnore: true */ path, key, { mode: 0o600 });
  return key;
}

function pass(): Pass {
  if (!shared.glassinePass) {
    const phrase = process.env.GLASSINE_PASSPHRASE ?? '';
    if (phrase.length < LEAST_LETTERS)
      throw new Error(`GLASSINE_PASSPHRASE must have at least ${LEAST_LETTERS} characters.`);
    const key = sessionKey();
    const salt = key.subarray(0, 16);
    // A new passphrase makes every session of the old one worthless.
    const secret = createHmac('sha256', key.subarray(16)).update(phrase).digest();
    shared.glassinePass = { salt, secret, hash: scrypt(phrase, salt, 32), limits: new Limits() };
  }
  return shared.glassinePass;
}

const TRIES = 5;
const WINDOW_MS = 60_000;
/** Tries of everybody together that are answered at once, and how long each further one waits for the next. */
const FREE_TRIES = 20;
const SLOW_MS = 500;
const MOST_WAITING = 40;

/**
 * Wrong tries, counted by the sender's address, and slowed for everybody together: an address can be made up, time cannot. It
 * is measured by a clock that nobody can put back.
 */
export class Limits {
  private readonly wrong = new Map<string, number[]>();
  private nextFree = -Infinity;
  private waiting = 0;

  constructor(private readonly clock: () => number = () => performance.now()) {}

  /** Whether this address has tried too often in the last minute. */
  isLocked(address: string): boolean {
    return this.recent(address).length >= TRIES;
  }

  noteWrong(address: string): void {
    this.wrong.set(address, [...this.recent(address), this.clock()]);
    if (this.wrong.size > 10_000) this.wrong.delete(this.wrong.keys().next().value!);
    // Every wrong try of anybody moves the next one further away, and time catches up with it.
    this.nextFree = Math.max(this.nextFree, this.clock() - FREE_TRIES * SLOW_MS) + SLOW_MS;
  }

  noteRight(address: string): void {
    this.wrong.delete(address);
  }

  /** Milliseconds until the next try is looked at; null where too many wait already. */
  wait(): number | null {
    const ms = Math.max(0, this.nextFree - this.clock());
    return this.waiting >= MOST_WAITING ? null : ms;
  }

  async inTurn<T>(work: () => Promise<T>): Promise<T | null> {
    const ms = this.wait();
    if (ms === null) return null;
    this.waiting++;
    try {
      if (ms > 0) await new Promise((r) => setTimeout(r, ms));
      return await work();
    } finally {
      this.waiting--;
    }
  }

  private recent(address: string): number[] {
    const now = this.clock();
    return (this.wrong.get(address) ?? []).filter((t) => now - t < WINDOW_MS);
  }
}

/** Checks a passphrase. After five wrong tries of one address in a minute its answer is no for the rest of that minute. */
export async function tryPass(
  phrase: string,
  address: string,
  now: number,
): Promise<{ cookie: string } | { message: string }> {
  const { salt, secret, hash, limits } = pass();
  if (limits.isLocked(address)) return { message: 'Too many tries. Wait a minute.' };
  const right = await limits.inTurn(async () =>
    timingSafeEqual(await scrypt(phrase, salt, 32), await hash),
  );
  if (right === null) return { message: 'Too many are trying at once. Wait a minute.' };
  if (right) {
    limits.noteRight(address);
    const until = now + PASS_DAYS * 86_400_000;
    return { cookie: `${until}.${signed(secret, String(until))}` };
  }
  limits.noteWrong(address);
  return { message: 'That is not the passphrase.' };
}

/** Whether a session cookie was given out by this studio and has not run out. */
export function passHolds(cookie: string | undefined, now: number): boolean {
  const [until = '', mark = ''] = (cookie ?? '').split('.');
  const expected = Buffer.from(signed(pass().secret, until));
  const given = Buffer.from(mark);
  return Number(until) > now && given.length === expected.length && timingSafeEqual(given, expected);
}

/** Whether the bearer of a cookie may come in now: everybody, where no passphrase is asked; nobody, where none is set. */
export function isInside(cookie: string | undefined): boolean {
  if (!needsPass()) return true;
  return lockedSentence() === null && passHolds(cookie, Date.now());
}

/** Ends every session there is, on this and on any other machine. */
export function endAllSessions(): void {
  rmSync(/* turbopackIgnore: true */ keyFile(), { force: true });
  shared.glassinePass = undefined;
}

/** The cookie of a session. Behind TLS it is never sent without. */
export function passCookie(value: string, request: Request): string {
  const secure = isSecure(request) ? '; Secure' : '';
  const age = value ? PASS_DAYS * 86_400 : 0;
  return `${PASS_COOKIE}=${value}; HttpOnly; SameSite=Strict; Path=/; Max-Age=${age}${secure}`;
}

const isSecure = (request: Request): boolean =>
  new URL(request.url).protocol === 'https:' || request.headers.get('x-forwarded-proto') === 'https';

const signed = (secret: Buffer, text: string) =>
  createHmac('sha256', secret).update(text).digest('base64url');
