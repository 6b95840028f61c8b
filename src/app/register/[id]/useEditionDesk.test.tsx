/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { IMPRESSION_STATES, mayDo, type ImpressionState } from '@/core/edition/impressionStates';
import { answering, renderModel } from '../../../../tests/unit/helpers/hooks';
import type { EditionModel } from '../../models';
import type { SheetLine } from './sheets';
import { madeOrDeclared, standing, useEditionDesk } from './useEditionDesk';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const limited = { id: 'e', kind: 'limited', closedAt: null, signing: 'front' } as EditionModel;
const sheet = (id: string, state: ImpressionState, more: { kind?: string; orderLineId?: string } = {}) =>
  ({ impression: { id, state, kind: 'run', orderLineId: null, ...more } }) as unknown as SheetLine;
const deskOf = (
  rows: SheetLine[],
  {
    edition = limited,
    begin = null,
    hasPaperAndSize = true,
  }: {
    edition?: EditionModel;
    begin?: 'sign' | 'inspect' | 'print' | null;
    hasPaperAndSize?: boolean;
  } = {},
) => renderModel(() => useEditionDesk({ edition, rows, begin, hasPaperAndSize })).result;
const choose = (desk: ReturnType<typeof deskOf>, ...ids: string[]) =>
  act(() => desk.current.select(new Set(ids)));

describe('how an edition stands', () => {
  const counts = { declared: 20, inspected: 4, signed: 3, certified: 2, dispatched: 5, delivered: 6 };

  test('in figures that add up to what was declared', () => {
    expect(madeOrDeclared(counts)).toBe(40);
    expect(standing(limited, counts)).toBe('11 gone, 5 ready, 20 not yet printed');
  });
  test.each(['on request', 'certificate only'] as const)(
    'signed %s, what was inspected is ready',
    (signing) => {
      expect(standing({ ...limited, signing }, counts)).toContain('9 ready');
    },
  );
  test('closed, what was not printed never is; an open edition says how many were made', () => {
    expect(standing({ ...limited, closedAt: '2026-11-01T00:00:00Z' }, counts)).toMatch(
      /20 never printed$/,
    );
    expect(standing({ ...limited, kind: 'open' }, { signed: 3, delivered: 2 })).toBe(
      '2 gone, 3 ready, 5 made so far',
    );
    expect(standing(limited, {})).toBe('0 gone, 0 ready, 0 not yet printed');
  });
});

test('an act is offered when every chosen sheet allows it, for every pair of states there is', () => {
  for (const one of IMPRESSION_STATES) {
    for (const other of IMPRESSION_STATES) {
      const desk = deskOf([sheet('1', one), sheet('2', other), sheet('3', 'spoiled')]);
      choose(desk, '1', '2');
      for (const step of ['signed', 'passed', 'spoiled', 'returned', 'kept', 'destroyed'] as const)
        expect([one, other, step, desk.current.mayAll(step)]).toEqual([
          one,
          other,
          step,
          mayDo(step, one) && mayDo(step, other),
        ]);
    }
  }
});

test('of nothing chosen nothing is offered, but the printing of the next', () => {
  const desk = deskOf([sheet('1', 'inspected')]);
  expect([desk.current.mayAll('signed'), desk.current.mayPrint]).toEqual([false, true]);
});

test('what is promised to an order is out of reach, but for its certificate', () => {
  const desk = deskOf([sheet('1', 'allocated', { orderLineId: 'l' })]);
  choose(desk, '1');
  expect([desk.current.mayAll('certified'), desk.current.mayAll('dispatched')]).toEqual([true, false]);
});

test.each([
  ['declared sheets of a run', {}, ['declared'], true],
  ['a printed sheet among them', {}, ['declared', 'printed'], false],
  ['anything of an open edition', { kind: 'open' }, ['signed'], true],
  ['declared sheets of a closed edition', { closedAt: '2026-11-01T00:00:00Z' }, ['declared'], false],
] as const)('printing of %s', (_what, edition, states, mayPrint) => {
  const rows = states.map((state, i) => sheet(String(i), state));
  const desk = deskOf(rows, { edition: { ...limited, ...edition } });
  act(() => desk.current.select('all'));
  expect(desk.current.mayPrint).toBe(mayPrint);
  expect(deskOf(rows, { hasPaperAndSize: false }).current.mayPrint).toBe(false);
});

test('who came to sign finds what was inspected chosen, proofs of the artist left out', () => {
  const rows = [
    sheet('1', 'inspected'),
    sheet('2', 'inspected', { kind: 'AP' }),
    sheet('3', 'printed'),
    sheet('4', 'returned'),
    sheet('5', 'inspected', { kind: 'open' }),
  ];
  const ids = (begin: 'sign' | 'inspect' | null) =>
    deskOf(rows, { begin }).current.chosen.map((each) => each.id);
  expect([ids('sign'), ids('inspect'), ids(null)]).toEqual([['1', '5'], ['3', '4'], []]);
});

test('one act goes for all that is chosen, at once', async () => {
  const sent = answering();
  const desk = deskOf([sheet('1', 'inspected'), sheet('2', 'inspected'), sheet('3', 'inspected')]);
  choose(desk, '1', '3');
  await act(() => desk.current.handle('signed').then(() => {}));
  expect(sent).toEqual([
    {
      url: '/api/act/handleImpressions',
      input: { editionId: 'e', impressionIds: ['1', '3'], act: 'signed', note: '' },
    },
  ]);
});
