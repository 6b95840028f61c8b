import { renderHook } from '@testing-library/react';
import { KeysProvider } from '@/ui/Keys';
import { ActionsProvider } from '@/ui/Actions';
import { UnitsProvider } from '@/ui/Units';

/** What was sent to the server, in order. */
export type Sent = { url: string; input: unknown };

/** The server as a hook sees it: every act is done at once, and answers what the test says. */
export function answering(answers: Record<string, object | (() => object)> = {}): Sent[] {
  const sent: Sent[] = [];
  globalThis.fetch = (async (url: string, init?: { body?: string }) => {
    sent.push({ url, input: init?.body === undefined ? undefined : JSON.parse(init.body) });
    const given = answers[url.split('/').at(-1)!.split('?')[0]!];
    const body = typeof given === 'function' ? given() : (given ?? { message: 'done' });
    const isError = 'error' in body;
    return { ok: !isError, status: isError ? 422 : 200, json: async () => body };
  }) as unknown as typeof fetch;
  return sent;
}

/** Runs a page's hook as the page would: in the studio's unit and currency, with somewhere for acts to go. */
export const renderModel = <T,>(
  hook: () => T,
  { unit = 'mm' as const, currency = 'EUR' }: { unit?: 'mm' | 'in'; currency?: string } = {},
) =>
  renderHook(hook, {
    wrapper: ({ children }) => (
      <KeysProvider>
        <UnitsProvider first={unit} currency={currency} timeZone="UTC">
          <ActionsProvider>{children}</ActionsProvider>
        </UnitsProvider>
      </KeysProvider>
    ),
  });
