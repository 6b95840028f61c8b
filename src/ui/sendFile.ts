import type { ActionAnswer, ActionError } from './Actions';
import { contextHeaders, newKey } from './seen';

export type Sending = {
  /** Bytes that have gone, of how many. */
  onProgress?: (sent: number, total: number) => void;
  /** The request, so that it can be stopped. */
  onStart?: (stop: () => void) => void;
};

/**
 * Sends one file and reads the answer, whatever it is: an answer that is no JSON, a broken connection and a stop all end it, so
 * that what waits behind it goes on.
 */
export function sendFile<T = ActionAnswer>(
  url: string,
  file: Blob,
  { onProgress, onStart }: Sending = {},
): Promise<{ done: T } | { error: ActionError }> {
  return new Promise((resolve) => {
    const request = new XMLHttpRequest();
    request.open('POST', url);
    for (const [name, value] of Object.entries(contextHeaders(newKey(), undefined)))
      request.setRequestHeader(name, value);
    request.upload.onprogress = (e) => onProgress?.(e.loaded, e.total);
    request.onload = () => resolve(read<T>(request));
    request.onerror = () =>
      resolve({
        error: { message: 'The way to Glassine broke off. Nothing of it was kept; bring it in again.' },
      });
    request.onabort = () => resolve({ error: { message: 'Stopped. Nothing of it was kept.' } });
    onStart?.(() => request.abort());
    request.send(file);
  });
}

function read<T>(request: XMLHttpRequest): { done: T } | { error: ActionError } {
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
