'use client';
import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';

/** What asks the studio beside the page: nothing is asked again by itself, but where it is followed. */
export function AskingRoot({ children }: { children: ReactNode }) {
  const [client] = useState(
    () =>
      new QueryClient({
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
      }),
  );
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}

/** An answer that says no: nothing is there, or not any more. */
const NONE = null;

async function ask<T>(url: string, signal: AbortSignal): Promise<T | null> {
  const response = await fetch(url, { signal });
  if (!response.ok) return NONE;
  return (await response.json().catch(() => NONE)) as T | null;
}

/** A server that does not answer at all is asked again after this. */
const SILENCE_MS = 1_500;

/**
 * Asks the studio for something, once or again and again until it is over.
 *
 * @param url nothing: nothing is asked
 * @param options.every how often, in milliseconds; nothing: once
 * @param options.isOver whether an answer is the last; one that says no always is
 * @param options.version asked anew when this changes
 * @returns the newest answer, null where the studio said no, undefined while none has come; and whether the studio is silent
 */
export function useAsked<T>(
  url: string | null,
  options: { every?: number; isOver?: (answer: T) => boolean; version?: string } = {},
): { answer: T | null | undefined; isSilent: boolean; isAsking: boolean; again: () => void } {
  const { every, isOver, version = '' } = options;
  const query = useQuery<T | null>({
    queryKey: [url, version],
    queryFn: ({ signal }) => ask<T>(url!, signal),
    enabled: url !== null,
    staleTime: every ? 0 : Infinity,
    refetchInterval: ({ state }) => {
      if (!every) return false;
      if (state.status === 'error') return SILENCE_MS;
      if (state.data === NONE || (state.data !== undefined && isOver?.(state.data))) return false;
      return every;
    },
  });
  return {
    answer: query.data,
    isSilent: query.isError,
    isAsking: query.isFetching,
    again: () => void query.refetch(),
  };
}
