import type { Trouble } from '@/ui/Acts';

/** Sends a file as the body of a request and follows how far it is. */
export function sendFile<T = { says: string }>(
  url: string,
  file: File,
  onShare: (share: number) => void,
): Promise<{ done: T } | { trouble: Trouble }> {
  return new Promise((resolve) => {
    const request = new XMLHttpRequest();
    request.open('POST', url);
    request.upload.onprogress = (e) => onShare(e.total ? e.loaded / e.total : 1);
    request.onload = () => {
      const body = JSON.parse(request.responseText || '{}');
      resolve(
        request.status === 200
          ? { done: body as T }
          : { trouble: body.error ?? { says: 'It was not taken.' } },
      );
    };
    request.onerror = () =>
      resolve({
        trouble: { says: 'The way to Glassine broke off. Nothing of it was kept; bring it in again.' },
      });
    request.send(file);
  });
}
