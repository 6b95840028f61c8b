import { QueryClient, QueryObserver } from '@tanstack/react-query';

/** One place that asks, of the browser: nothing is asked again by itself, but where it is followed. */
export const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: false,
      refetchOnWindowFocus: false,
      refetchOnReconnect: false,
      // The studio is in the house: it answers also where a browser believes itself without a network.
      networkMode: 'always',
      gcTime: 60_000,
    },
  },
});

/** An answer that says no: nothing is there, or not any more. */
const NONE = null;

async function ask<T>(url: string, signal: AbortSignal): Promise<T | null> {
  const response = await fetch(url, { signal });
  if (!response.ok) return NONE;
  return (await response.json().catch(() => NONE)) as T | null;
}

/** A server that does not answer at all is asked again after this. */
const SILENCE_MS = 1_500;

export type Heard<T> = { answer: T | null | undefined; isSilent: boolean; isAsking: boolean };
export type Question<T> = {
  url: string;
  version: string;
  every: number | undefined;
  isOver: (answer: T) => boolean;
};

/** Asks, and tells each time something new is known, until it is stopped. */
export function follow<T>(
  { url, version, every, isOver }: Question<T>,
  tell: (heard: Heard<T>) => void,
): { again: () => void; stop: () => void } {
  const observer = new QueryObserver<T | null>(client, {
    queryKey: [url, version],
    queryFn: ({ signal }) => ask<T>(url, signal),
    staleTime: every ? 0 : Infinity,
    refetchInterval: ({ state }) => {
      if (!every) return false;
      if (state.status === 'error') return SILENCE_MS;
      if (state.data === NONE || (state.data !== undefined && isOver(state.data))) return false;
      return every;
    },
  });
  const hear = () => {
    const { data, isError, isFetching } = observer.getCurrentResult();
    tell({ answer: data, isSilent: isError, isAsking: isFetching });
  };
  const stop = observer.subscribe(hear);
  hear();
  return { again: () => void observer.refetch(), stop };
}
