/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { answering, renderPart } from '../../../tests/unit/helpers/hooks';
import { BenchView } from '../BenchView';
import { shownDays, type WeekThing } from './weekModel';
import { WeekView } from './WeekView';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router, usePathname: () => '/week' };
});
beforeEach(() => window.localStorage.clear());
afterEach(cleanup);

const [MON, TUE, SAT] = ['2026-11-23', '2026-11-24', '2026-11-28'];
const day = (
  of: string,
  minutes: number,
  pieces: { taskId: string; from: number; minutes: number }[],
) => ({
  ...{ day: of, minutes, pieces, begins: 540 },
  used: pieces.reduce((sum, piece) => sum + piece.minutes, 0),
});
const thing = (id: string, name: string, more: Partial<WeekThing> = {}): WeekThing => ({
  ...{ id, name, kind: 'pack' as const, minutes: 8, due: TUE, href: '/orders/o', pinned: null },
  ...{ from: MON, doneOn: MON, isMissed: false, after: [] },
  ...more,
});
const THINGS = [
  thing('pack:o1', 'Pack order 1, Oda'),
  thing('finish:o2', 'Trim for order 2', {
    ...{ kind: 'finish', due: null, doneOn: TUE, after: [{ id: 'print:o2', nights: 1 }] },
  }),
  thing('print:o2', 'Print for order 2', { kind: 'print', due: null }),
  thing('post:x', 'Take 2 parcels to the counter', { kind: 'post', isMissed: true, doneOn: TUE }),
];
const DAYS = [
  day(MON, 60, [
    { taskId: 'pack:o1', from: 0, minutes: 8 },
    { taskId: 'print:o2', from: 8, minutes: 8 },
  ]),
  day(TUE, 120, [
    { taskId: 'finish:o2', from: 0, minutes: 8 },
    { taskId: 'post:x', from: 8, minutes: 20 },
  ]),
  day(SAT, 0, []),
];
const show = (items = THINGS, isProven = true) =>
  renderPart(
    <WeekView
      today={MON}
      isProven={isProven}
      manner={{ starts: 540, tripMinutes: 20, feedKey: null }}
      days={DAYS.map((each) => ({
        ...each,
        pieces: each.pieces.filter(({ taskId }) => items.some(({ id }) => id === taskId)),
      }))}
      events={[{ day: TUE, says: 'The proof of Kiln is dry', href: '/works/k/proofs' }]}
      items={items}
    />,
  );
const choose = (name: RegExp) => fireEvent.click(screen.getAllByRole('button', { name })[0]!);

describe('the week', () => {
  test('each day has its hours, its things in turn by the clock, and what happens by itself', () => {
    show();
    const tuesday = screen.getByRole('region', { name: /24 Nov/ });
    expect(within(tuesday).getByText('28 min of 2 h')).toBeTruthy();
    expect(
      within(tuesday)
        .getAllByRole('listitem')
        .map((line) => line.textContent),
    ).toEqual(['09:00Trim for order 28 min', '09:08Take 2 parcels to the counter20 min']);
    expect(within(tuesday).getByRole('link', { name: 'The proof of Kiln is dry' })).toBeTruthy();
    // A day without hours and without anything on it is not drawn.
    expect(screen.queryByRole('region', { name: /28 Nov/ })).toBeNull();
  });

  test('a thing says why it lies where it does; the way to the counter follows the parcels', () => {
    show();
    choose(/Trim for order 2/);
    expect(screen.getByText('Print for order 2, and a night to dry')).toBeTruthy();
    expect(screen.getByRole('button', { name: /Its day/ })).toBeTruthy();
    choose(/Take 2 parcels/);
    expect(screen.queryByRole('button', { name: /Its day/ })).toBeNull();
  });

  test('what cannot be kept is named, and called proven only where it is', () => {
    show();
    expect(screen.getByText(/1 of 2 cannot be kept, by any order of work in these hours/)).toBeTruthy();
    cleanup();
    show(THINGS, false);
    expect(screen.getByText(/1 of 2 cannot be kept as far as was searched/)).toBeTruthy();
    cleanup();
    show(THINGS.filter(({ isMissed }) => !isMissed));
    expect(screen.getByText('All 1 are kept by this plan.')).toBeTruthy();
  });

  test('moved by hand, what follows stands beside it', async () => {
    const sent = answering({
      planTask: {
        message: 'planned',
        consequences: [
          { says: 'Pack order 9: done on 2026-11-25, a day after it was promised', mark: 'fails' },
        ],
      },
    });
    show();
    choose(/Pack order 1/);
    fireEvent.click(screen.getByRole('button', { name: /Its day/ }));
    await act(async () => void fireEvent.click(screen.getByRole('option', { name: /24 Nov/ })));
    await waitFor(() => expect(screen.getByText(/a day after it was promised/)).toBeTruthy());
    expect(sent[0]).toMatchObject({
      url: '/api/act/planTask',
      input: { task: 'pack:o1', plannedOn: TUE },
    });
  });

  test('nothing to do is said to be nothing', () => {
    show([]);
    expect(screen.getByText('Nothing wants hands')).toBeTruthy();
    expect(screen.queryByText('Promises')).toBeNull();
  });
});

test('days are drawn for their hours or for what happens on them, today always, and no more than eight', () => {
  const many = Array.from({ length: 20 }, (_, k) =>
    day(`2026-12-${String(k + 1).padStart(2, '0')}`, k % 2 ? 60 : 0, []),
  );
  const events = [{ day: '2026-12-03', says: 'x', href: '/' }];
  expect(shownDays(many, events).map((each) => each.day.slice(8))).toEqual([
    ...['01', '02', '03', '04', '06', '08', '10', '12'],
  ]);
});

describe('the bench', () => {
  const line = {
    ...{ id: 'proof:p', group: 'Dry now, or waiting on an eye' as const, when: 'now', whenNote: 'dry' },
    ...{ drawing: 'proof' as const, subject: 'Judge proof round 1', about: 'Kiln', reason: 'Beside it.' },
    ...{ minutes: 10, rank: 0, picture: null, next: { label: 'Judge it', key: 'j', href: '/works/k' } },
  };
  const bench = (
    putOff: { line: typeof line; untilOn: string; why: string }[],
    missed: string[] = [],
    count = 1,
  ) =>
    renderPart(
      <BenchView
        lines={[line]}
        loads={[{ group: line.group, count, minutes: 10 * count, dueToday: 0 }]}
        low={[]}
        today={MON}
        isNew={false}
        promises={{ sent: 0, kept: 0 }}
        week={[{ day: MON, minutes: 30, have: 60 }]}
        {...{ putOff, missed }}
      />,
    );

  test('a line is put off until a day, with why', async () => {
    const sent = answering();
    bench([]);
    fireEvent.click(screen.getByRole('button', { name: 'Put off: Judge proof round 1, Kiln' }));
    fireEvent.change(await screen.findByLabelText(/Why/), { target: { value: 'no light' } });
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Put it off' })));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.input).toEqual({ line: 'proof:p', untilOn: TUE, why: 'no light' });
  });

  test('what was put off is counted, not forgotten, and can be taken up', async () => {
    const sent = answering();
    bench([{ line, untilOn: SAT, why: 'after the fair' }]);
    fireEvent.click(screen.getByRole('button', { name: 'Put off: 1' }));
    expect(screen.getByText(/after the fair/)).toBeTruthy();
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Take it up' })));
    expect(sent[0]!.input).toEqual({ line: 'proof:p' });
  });

  test('what is not drawn is counted all the same, and one link draws it', () => {
    bench([], [], 41);
    expect(screen.getByText('41 things want hands, about 6 h 50 min.')).toBeTruthy();
    expect(screen.getByText(/^40 more are not drawn here/)).toBeTruthy();
    expect(
      screen
        .getByRole('link', { name: 'Draw all of “Dry now, or waiting on an eye”' })
        .getAttribute('href'),
    ).toBe('/?all=1');
  });

  test('a promise that cannot be kept stands in the first sentence, and the week beside it', () => {
    bench([], ['Pack order 1']);
    expect(screen.getByRole('link', { name: 'A promise cannot be kept' }).getAttribute('href')).toBe(
      '/week',
    );
    expect(screen.getByRole('link', { name: /^The week: 2026-11-23: 30 min of 1 h/ })).toBeTruthy();
  });
});
