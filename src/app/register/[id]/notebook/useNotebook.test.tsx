/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../../../tests/unit/helpers/hooks';
import type { PaperLine } from '@/core/edition/fromPaper';
import { isSettled, useNotebook } from './useNotebook';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const line = (n: number, more: Partial<PaperLine> = {}): PaperLine => ({
  line: n,
  number: n,
  state: 'signed',
  buyer: '',
  on: null,
  doubts: [],
  ...more,
});
const decided = (more: Partial<PaperLine> = {}, isDecided = false, isLeftOut = false) => ({
  ...line(2, more),
  isDecided,
  isLeftOut,
});

describe('a line is settled', () => {
  test.each([
    ['without a doubt', decided(), true],
    ['with a doubt nobody looked at', decided({ doubts: ['?'] }), false],
    ['with a doubt that was decided', decided({ doubts: ['?'] }, true), true],
    ['left out, whatever is doubtful', decided({ number: null, doubts: ['?'] }, false, true), true],
    ['decided, and still without a number', decided({ number: null }, true), false],
    ['decided, and still without a state', decided({ state: null }, true), false],
  ])('%s', (_what, each, is) => expect(isSettled(each)).toBe(is));
});

async function bookOf(lines: PaperLine[]) {
  const sent = answering({ e: lines });
  const book = renderModel(() => useNotebook('e')).result;
  await act(() => book.current.read('no,state\n'));
  return { sent, book };
}

test('what is read is asked for first; doubtful lines stay open until each is decided or left out', async () => {
  const { sent, book } = await bookOf([
    line(2),
    line(3, { state: null, doubts: ['“somewhere” is no state that is known.'] }),
    line(4, { number: null, doubts: ['“?” is no number.'] }),
  ]);
  expect(sent[0]).toEqual({ url: '/api/notebook/e', input: { text: 'no,state\n' } });
  expect(book.current.open.map((each) => each.line)).toEqual([3, 4]);
  act(() => book.current.decide(3, { state: 'kept' }));
  act(() => book.current.decide(4, { isLeftOut: true }));
  expect(book.current.open).toEqual([]);
  await act(() => book.current.keep('f', 'p').then(() => {}));
  expect(sent[1]).toEqual({
    url: '/api/act/bringOver',
    input: {
      editionId: 'e',
      formatId: 'f',
      paperId: 'p',
      lines: [
        { number: 2, state: 'signed', buyer: '', on: null },
        { number: 3, state: 'kept', buyer: '', on: null },
      ],
    },
  });
});

test('a number put right to one that stands there already is said, until one of the two is left out', async () => {
  const { book } = await bookOf([line(2), line(3)]);
  expect(book.current.twice).toBeNull();
  act(() => book.current.decide(3, { number: 2 }));
  expect(book.current.twice).toBe(2);
  act(() => book.current.decide(2, { isLeftOut: true }));
  expect(book.current.twice).toBeNull();
  expect(book.current.taken.map((each) => each.line)).toEqual([3]);
});
