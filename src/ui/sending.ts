import type { sendFile } from './sendFile';

const FETCH_AGAIN_MS = 1_500;
const pause = () => new Promise((resolve) => setTimeout(resolve, FETCH_AGAIN_MS));

/**
 * What sends a file, fetched with the first that is sent. Where the way to Glassine has just broken off it is tried again, as the
 * file itself is.
 */
export async function fetchedSender(): Promise<typeof sendFile> {
  for (;;) {
    try {
      return (await import('./sendFile')).sendFile;
    } catch {
      await pause();
    }
  }
}
