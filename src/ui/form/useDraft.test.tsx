/** @jest-environment jsdom */
import { act, cleanup, renderHook } from '@testing-library/react';
import { useForm } from 'react-hook-form';
import { useDraft } from './useDraft';

type Values = { name: string; note: string };
const KEY = 'recordSupplier:new';
const kept = () =>
  JSON.parse(window.localStorage.getItem(`glassine_draft:${KEY}`) ?? '[]') as { values: Values }[];
const names = () => kept().map(({ values }) => values.name);

/** A form that comes up; as it does again after the tab has crashed. */
function open() {
  const { result, unmount } = renderHook(() => {
    const form = useForm<Values>({ defaultValues: { name: '', note: '' } });
    return { form, draft: useDraft(KEY, form) };
  });
  return {
    result,
    write: (name: string) =>
      act(async () => {
        result.current.form.setValue('name', name, { shouldDirty: true });
        await jest.advanceTimersByTimeAsync(500);
      }),
    crash: unmount,
  };
}
const offered = ({ result }: ReturnType<typeof open>) =>
  (result.current.draft.draft?.values as Values | undefined)?.name ?? null;

beforeEach(() => {
  jest.useFakeTimers({ now: new Date('2026-11-30T10:00:00Z') });
  window.localStorage.clear();
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

test('what was written before a crash is offered, and is put in only when that is asked for', async () => {
  const before = open();
  await before.write('Harrow Mill');
  before.crash();
  const after = open();
  expect(offered(after)).toBe('Harrow Mill');
  expect(after.result.current.form.getValues('name')).toBe('');
  act(() => after.result.current.draft.restore());
  expect(after.result.current.form.getValues('name')).toBe('Harrow Mill');
  expect(offered(after)).toBeNull();
  act(() => after.result.current.draft.end());
  expect(names()).toEqual([]);
});

test('what is written beside an offer is kept beside it, and recorded it leaves the offer alone', async () => {
  const first = open();
  await first.write('Harrow Mill');
  first.crash();
  const second = open();
  await second.write('Kelp & Sons');
  expect(names()).toEqual(['Kelp & Sons', 'Harrow Mill']);
  act(() => second.result.current.draft.end());
  expect(names()).toEqual(['Harrow Mill']);
  second.crash();
  expect(offered(open())).toBe('Harrow Mill');
});

test('two that were begun are offered after each other, the newer first; what is let go goes', async () => {
  for (const name of ['Harrow Mill', 'Kelp & Sons']) {
    const form = open();
    await form.write(name);
    form.crash();
  }
  const form = open();
  expect(offered(form)).toBe('Kelp & Sons');
  act(() => form.result.current.draft.forget());
  expect(offered(form)).toBe('Harrow Mill');
  expect(names()).toEqual(['Harrow Mill']);
});

test('of many only the newest three are kept, and none for longer than a fortnight', async () => {
  for (const name of ['a', 'b', 'c', 'd']) {
    const form = open();
    await form.write(name);
    form.crash();
  }
  expect(names()).toEqual(['d', 'c', 'b']);
  jest.setSystemTime(new Date('2026-12-15T10:00:00Z'));
  expect(offered(open())).toBeNull();
});

test('a draft of an earlier Glassine, one alone, is offered too', () => {
  const values = { name: 'Harrow Mill', note: '' };
  window.localStorage.setItem(
    `glassine_draft:${KEY}`,
    JSON.stringify({ at: '2026-11-29T10:00:00Z', values }),
  );
  const form = open();
  expect(offered(form)).toBe('Harrow Mill');
  act(() => form.result.current.draft.forget());
  expect(kept()).toEqual([]);
});
