import type { ReactNode } from 'react';
import { configure, render, renderHook } from '@testing-library/react';
import * as ChoiceLists from '@/ui/ChoiceLists';
import * as DayPicker from '@/ui/DayPicker';
import { calendar, lists, queries, sorter } from '@/ui/lateParts';
import * as asking from '@/ui/queries';
import * as sortRows from '@/ui/sortRows';
import { KeysProvider } from '@/ui/Keys';
import { ActionsProvider } from '@/ui/Actions';
import { UnitsProvider } from '@/ui/Units';

// A sheet that is fetched is read and put together first: on a busy machine that takes longer than the second that is usual.
configure({ asyncUtilTimeout: 60_000 });

// What is fetched with the first hand on it is there from the first, as it is after that.
lists.put(ChoiceLists);
calendar.put(DayPicker);
sorter.put(sortRows);
queries.put(asking);
// What one test heard is no answer to the next.
afterEach(() => asking.client.clear());

// What parts ask of a browser and jsdom does not have.
globalThis.CSS ??= { escape: (text: string) => text.replace(/[^\w-]/g, (c) => `\\${c}`) } as typeof CSS;
globalThis.structuredClone ??= <T,>(value: T) => JSON.parse(JSON.stringify(value)) as T;
globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
};

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

type Reading = { unit?: 'mm' | 'in'; currency?: string; timeZone?: string };

/** What every page stands in: keys, units, and somewhere for acts to go. */
const standing = ({ unit = 'mm', currency = 'EUR', timeZone = 'UTC' }: Reading) =>
  function Standing({ children }: { children: ReactNode }) {
    return (
      <KeysProvider>
        <UnitsProvider first={unit} currency={currency} timeZone={timeZone}>
          <ActionsProvider>{children}</ActionsProvider>
        </UnitsProvider>
      </KeysProvider>
    );
  };

/** Runs a page's hook as the page would: in the studio's unit and currency, with somewhere for acts to go. */
export const renderModel = <T,>(hook: () => T, reading: Reading = {}) =>
  renderHook(hook, { wrapper: standing(reading) });

/** Draws a part of a page as it would stand in one. */
export const renderPart = (part: ReactNode, reading: Reading = {}) =>
  render(part, { wrapper: standing(reading) });
