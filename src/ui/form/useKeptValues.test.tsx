/** @jest-environment jsdom */
import { act, cleanup, renderHook } from '@testing-library/react';
import { useState } from 'react';
import { useKeptSheet, useKeptValues } from './useKeptValues';

type Values = { buyer: string; lines: { count: string }[] };
const KEY = 'placeOrder:new';
const FIRST: Values = { buyer: '', lines: [{ count: '1' }] };
const kept = () =>
  (JSON.parse(window.localStorage.getItem(`glassine_draft:${KEY}`) ?? '[]') as { values: Values }[]).map(
    ({ values }) => values,
  );

function open() {
  const { result, unmount } = renderHook(() => {
    const [values, setValues] = useState(FIRST);
    return { values, setValues, ...useKeptValues(KEY, values, setValues) };
  });
  const type = (buyer: string) => act(() => result.current.setValues((was) => ({ ...was, buyer })));
  return { result, type, close: unmount };
}
const wait = (ms: number) => act(async () => void (await jest.advanceTimersByTimeAsync(ms)));
const asksToLeave = () => {
  const event = new Event('beforeunload', { cancelable: true });
  window.dispatchEvent(event);
  return event.defaultPrevented;
};

beforeEach(() => {
  jest.useFakeTimers();
  window.localStorage.clear();
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

test('nothing written, nothing is kept and nobody is asked', async () => {
  open();
  await wait(1_000);
  expect([kept(), asksToLeave()]).toEqual([[], false]);
});

test('written, it is kept, leaving asks, and it is put back when that is wanted', async () => {
  const page = open();
  page.type('Oda');
  await wait(500);
  expect([kept(), asksToLeave()]).toEqual([[{ ...FIRST, buyer: 'Oda' }], true]);
  page.close();
  const again = open();
  expect(again.result.current.values).toEqual(FIRST);
  act(() => again.result.current.slip.restore());
  expect(again.result.current.values).toEqual({ ...FIRST, buyer: 'Oda' });
});

test('recorded, it is kept no longer, and a hand that was quicker than the wait brings nothing back', async () => {
  const page = open();
  page.type('Oda');
  act(() => page.result.current.end());
  await wait(1_000);
  page.close();
  expect([kept(), asksToLeave()]).toEqual([[], false]);
});

test('left within the wait, it is written down all the same', () => {
  const page = open();
  page.type('Oda');
  page.close();
  expect(kept()).toEqual([{ ...FIRST, buyer: 'Oda' }]);
});

test('recorded, the form is as before the first word: nothing is written, nothing asks', async () => {
  const page = open();
  page.type('Oda');
  act(() => {
    page.result.current.end(FIRST);
    page.result.current.setValues(FIRST);
  });
  await wait(1_000);
  expect([page.result.current.isWritten, kept(), asksToLeave()]).toEqual([false, [], false]);
});

describe('a sheet', () => {
  const openSheet = (onClose: () => void) =>
    renderHook(() => {
      const [values, setValues] = useState(FIRST);
      return { values, setValues, ...useKeptSheet(KEY, values, setValues, onClose) };
    });

  test('what was written on it outlives the page; put away on purpose it is let go', async () => {
    const onClose = jest.fn();
    const { result, unmount } = openSheet(onClose);
    act(() => result.current.setValues({ ...FIRST, buyer: 'Oda' }));
    await wait(500);
    unmount();
    expect(kept()).toEqual([{ ...FIRST, buyer: 'Oda' }]);

    const again = openSheet(onClose);
    act(() => again.result.current.slip.restore());
    expect([again.result.current.values.buyer, again.result.current.isWritten]).toEqual(['Oda', true]);
    act(() => again.result.current.close());
    again.unmount();
    expect([kept(), onClose.mock.calls.length]).toEqual([[], 1]);
  });
});
