import type { ActionAnswer, ActionError } from './Actions';
import { keyOfSending } from './sendingKeys';
import { contextHeaders } from './seen';

export type Sending = {
  /** Bytes that have gone, of how many. */
  onProgress?: (sent: number, total: number) => void;
  /** The sending, so that it can be stopped. */
  onStart?: (stop: () => void) => void;
  /** The way broke off; it is tried again by itself. */
  onWaiting?: () => void;
};
export type Sent<T> = { done: T } | { error: ActionError };

const STOPPED: Sent<never> = { error: { message: 'Stopped. Nothing of it was kept.' } };
/** Seconds between one try and the next, after a way that broke off without a byte having gone. */
const PAUSES = [1, 2, 4, 8, 15, 15, 15, 15, 15, 15];

/**
 * Sends one file and reads the answer, whatever it is: an answer that is no JSON and a stop end it, so that what waits behind
 * it goes on. Where the way breaks off it goes on from what came in, by itself, for two minutes and for as long as this machine
 * says that it has no way at all; and later, when the same file is brought in again.
 */
export function sendFile<T = ActionAnswer>(
  url: string,
  file: Blob,
  sending: Sending = {},
): Promise<Sent<T>> {
  const stopping = new AbortController();
  sending.onStart?.(() => stopping.abort());
  return sendUntilAnswered<T>(url, file, sending, stopping.signal);
}

async function sendUntilAnswered<T>(
  url: string,
  file: Blob,
  { onProgress, onWaiting }: Sending,
  signal: AbortSignal,
): Promise<Sent<T>> {
  const sending = keyOfSending(url, file);
  const { key } = sending;
  let from = sending.isKnown ? ((await heldOf(key)) ?? 0) : 0;
  let idle = 0;
  for (;;) {
    const before = from;
    const part = { url, key, from, body: from > 0 ? file.slice(from) : file, total: file.size };
    const request = await sendPart(part, signal, onProgress);
    // What was answered before it could be stopped is done.
    if (!request && signal.aborted) {
      sending.forget();
      void letGo(key);
      return STOPPED;
    }
    // What it went on from is not there any more: the whole of it once more.
    if (request?.status === NOT_HELD && from > 0) {
      from = 0;
      continue;
    }
    if (request) {
      sending.forget();
      return read<T>(request);
    }
    onWaiting?.();
    let held: number | null = null;
    while (held === null && idle < PAUSES.length && !signal.aborted) {
      await pause(PAUSES[idle]!, signal);
      idle++;
      held = await heldOf(key);
    }
    if (signal.aborted) continue;
    if (held === null || idle >= PAUSES.length) return gaveUp(before, file.size);
    from = held;
    if (from > before) idle = 0;
  }
}

/** The door says so where less is held than is gone on from. */
const NOT_HELD = 416;

type Part = { url: string; key: string; from: number; body: Blob; total: number };

/** @returns the request when it was answered; null when the way broke off, or it was stopped */
function sendPart(
  { url, key, from, body, total }: Part,
  signal: AbortSignal,
  onProgress: Sending['onProgress'],
): Promise<XMLHttpRequest | null> {
  return new Promise((resolve) => {
    if (signal.aborted) return resolve(null);
    const request = new XMLHttpRequest();
    request.open('POST', url);
    const headers = { ...contextHeaders(key, undefined), 'x-glassine-from': String(from) };
    for (const [name, value] of Object.entries(headers)) request.setRequestHeader(name, value);
    request.upload.onprogress = (e) => onProgress?.(from + e.loaded, Math.max(total, from + e.total));
    request.onload = () => resolve(request);
    request.onerror = () => resolve(null);
    request.onabort = () => resolve(null);
    signal.addEventListener('abort', () => request.abort(), { once: true });
    request.send(body);
  });
}

const heldAt = (key: string) => `/api/uploads/${key}`;

/** How many bytes of it came in; null where there is no answer. */
async function heldOf(key: string): Promise<number | null> {
  try {
    const response = await fetch(heldAt(key), { headers: contextHeaders(key, undefined) });
    return response.ok ? Number((await response.json()).held) : null;
  } catch {
    return null;
  }
}

/** What came in of a sending that was stopped is not kept. */
async function letGo(key: string): Promise<void> {
  await fetch(heldAt(key), { method: 'DELETE', headers: contextHeaders(key, undefined) }).catch(() => {});
}

/** So many seconds, and then until this machine has a way out at all. */
async function pause(seconds: number, signal: AbortSignal): Promise<void> {
  await new Promise<void>((resolve) => {
    const timer = setTimeout(resolve, seconds * 1_000);
    signal.addEventListener('abort', () => (clearTimeout(timer), resolve()), { once: true });
  });
  if (navigator.onLine || signal.aborted) return;
  await new Promise<void>((resolve) => {
    window.addEventListener('online', () => resolve(), { once: true });
    signal.addEventListener('abort', () => resolve(), { once: true });
  });
}

const gaveUp = (from: number, total: number): Sent<never> => ({
  error: {
    message: `The way to Glassine broke off and has not come back. ${
      from > 0 ? `${Math.floor((100 * from) / total)} % of it are held for a day: bring` : 'Bring'
    } the same file in again, and it goes on from there.`,
  },
});

function read<T>(request: XMLHttpRequest): Sent<T> {
  let body: { error?: ActionError } & T;
  try {
    body = JSON.parse(request.responseText);
  } catch {
    return {
      error: {
        message: `It was not taken in: the server answered ${request.status} without a reason.`,
      },
    };
  }
  if (request.status === 200) return { done: body };
  return { error: body.error ?? { message: 'It was not taken in.' } };
}
