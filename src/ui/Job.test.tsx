/** @jest-environment jsdom */
import { act, cleanup, screen } from '@testing-library/react';
import { renderPart } from '../../tests/unit/helpers/hooks';
import { LastAction } from './Actions';
import { JobProgress, useJob } from './Job';

const refreshed = { times: 0 };
jest.mock('next/navigation', () => {
  const router = { refresh: () => refreshed.times++, push: () => {} };
  return { useRouter: () => router };
});

type Reply = 'silence' | 'unknown' | object;
/** A server that answers about a job, one answer for each time it is asked. */
function server(...replies: Reply[]) {
  const asked: string[] = [];
  globalThis.fetch = (async (url: string) => {
    asked.push(url);
    const reply = replies.shift() ?? 'silence';
    if (reply === 'silence') throw new TypeError('network');
    if (reply === 'unknown') return { ok: false, json: async () => ({}) };
    return { ok: true, json: async () => reply };
  }) as unknown as typeof fetch;
  return asked;
}
const pass = (ms: number) => act(async () => void (await jest.advanceTimersByTimeAsync(ms)));
const at = (message: string, share: number | null = null, secondsLeft: number | null = null) => ({
  message,
  share,
  secondsLeft,
  over: null,
});

beforeEach(() => {
  jest.useFakeTimers();
  refreshed.times = 0;
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

test('each step is said with how far it is, until it is over; then the page is drawn anew and it is announced', async () => {
  const asked = server(at('reading'), at('making rows', 0.42, 12), {
    ...at('done'),
    over: { ok: true, message: 'The file is made.' },
  });
  renderPart(
    <>
      <JobProgress job="j1" />
      <LastAction />
    </>,
  );
  expect(screen.getAllByRole('status')[0]!.textContent).toContain('Beginning.');
  await pass(200);
  expect(screen.getAllByRole('status')[0]!.textContent).toContain('Reading.');
  expect(screen.getByRole('progressbar').getAttribute('value')).toBeNull();
  await pass(700);
  expect(screen.getAllByRole('status')[0]!.textContent).toContain('Making rows, 42 %, about 12 s left.');
  expect(screen.getByRole('progressbar').getAttribute('value')).toBe('0.42');
  expect(refreshed.times).toBe(0);
  await pass(700);
  expect(screen.getAllByText('The file is made.')).toHaveLength(2);
  expect([refreshed.times, asked]).toEqual([1, Array(3).fill('/api/jobs/j1')]);
  await pass(10_000);
  expect(asked).toHaveLength(3);
});

test('without an answer it waits, keeps the page as it is, and goes on where it was', async () => {
  server('silence', 'silence', at('making rows', 0.5));
  renderPart(<JobProgress job="j1" />);
  await pass(200);
  expect(screen.getByRole('status').textContent).toContain('What you typed is still here');
  await pass(1_500);
  expect(refreshed.times).toBe(0);
  await pass(1_500);
  expect(screen.getByRole('status').textContent).toContain('Making rows, 50 %');
});

test('a job that nobody knows any more was lost with the server, and that is said', async () => {
  server('unknown');
  renderPart(<JobProgress job="j1" />);
  await pass(200);
  expect(screen.getByRole('alert').textContent).toContain('nothing of it was kept');
  expect(refreshed.times).toBe(1);
});

test('why it failed stays to be read, until it is begun again', async () => {
  server({ ...at(''), over: { ok: false, message: 'The disk is full.' } }, at('reading'));
  let begin: (job: string) => void = () => {};
  let goesOn = false;
  function Place() {
    const job = useJob();
    begin = job.begin;
    goesOn = job.goesOn;
    return <>{job.line}</>;
  }
  renderPart(<Place />);
  act(() => begin('j1'));
  expect(goesOn).toBe(true);
  await pass(200);
  expect(screen.getByRole('alert').textContent).toContain('The disk is full.');
  expect(goesOn).toBe(false);
  act(() => begin('j2'));
  await pass(200);
  expect(screen.queryByRole('alert')).toBeNull();
  expect([goesOn, screen.getByRole('status').textContent]).toEqual([
    true,
    expect.stringContaining('Reading'),
  ]);
});

test('gone from the page, it asks no more', async () => {
  const asked = server(at('reading'), at('reading'), at('reading'));
  const { unmount } = renderPart(<JobProgress job="j1" />);
  await pass(200);
  unmount();
  await pass(5_000);
  expect(asked).toHaveLength(1);
});
