/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../../tests/unit/helpers/hooks';
import { useBringIn } from './useBringIn';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const order = (reference: string) => ({
  reference,
  lines: [2],
  day: null,
  name: 'Oda',
  address: ['Mole 12'],
  postcode: '',
  town: '',
  country: 'Norrholm',
  email: '',
  carriageMinor: 0,
  message: '',
  giftNote: '',
  items: [
    {
      item: 'Ferry',
      quantity: 1,
      priceMinor: null,
      editionId: 'e',
      formatId: 'f',
      productId: null,
      goodsId: null,
      is: 'Ferry, A3',
    },
  ],
});
const list = (count: number) => ({
  heads: ['No', 'Who'],
  mapping: { columns: { reference: ['No'] } },
  isKnown: false,
  orders: Array.from({ length: count }, (_, i) => order(`A${i}`)),
  faults: [],
});

test('a list is read with its source, taken in pieces of five hundred, and how far it is is said', async () => {
  let pieces = 0;
  const sent = answering({
    read: list(1_201),
    importOrders: () => {
      pieces++;
      return { message: '', taken: pieces === 1 ? 499 : 500, passed: pieces === 1 ? 1 : 0 };
    },
  });
  const { result } = renderModel(() => useBringIn());
  act(() => result.current.setSource('fair'));
  act(() => result.current.setText('No,Who\nA1,Oda\n'));
  await act(() => result.current.read());
  expect(result.current.found).toMatchObject({ source: 'fair', orders: { length: 1_201 } });
  await act(() => result.current.take());
  const taken = sent.filter(({ url }) => url.endsWith('importOrders'));
  expect(taken.map(({ input }) => (input as { orders: unknown[] }).orders.length)).toEqual([
    500, 500, 201,
  ]);
  // What only the page needs, such as the lines of the file, is not sent.
  expect(Object.keys((taken[0]!.input as { orders: object[] }).orders[0]!)).not.toContain('lines');
  expect(result.current.done).toEqual({ taken: 1_499, passed: 1, of: 1_201 });
  expect(result.current.found).toBeNull();
});

test('a piece that is refused stops the rest, and what was found stands there still', async () => {
  answering({
    read: list(600),
    importOrders: { error: { message: 'At most 1 of Ferry are free.' } },
  });
  const { result } = renderModel(() => useBringIn());
  act(() => result.current.setText('x'));
  await act(() => result.current.read());
  await act(() => result.current.take());
  expect(result.current.action.error?.message).toMatch(/At most 1/);
  expect(result.current.found?.orders).toHaveLength(600);
  expect(result.current.found?.source).toBe('a list');
});

test('columns that a person chose are read anew and kept for that source', async () => {
  const mapping = { columns: { reference: ['Who'] } };
  const sent = answering({
    read: { ...list(1), mapping },
    saveMapping: { message: 'Kept.' },
  });
  const { result } = renderModel(() => useBringIn());
  act(() => result.current.setSource('fair'));
  await act(() => result.current.read(mapping));
  const asked = new URLSearchParams(sent[0]!.url.split('?')[1]);
  expect(JSON.parse(asked.get('mapping')!)).toEqual(mapping.columns);
  expect(sent.at(-1)!.input).toEqual({
    source: 'fair',
    columns: [{ field: 'reference', heads: ['Who'] }],
  });
});

test('a text that cannot be read says so, and the shop is looked over like a list', async () => {
  const answers = {
    read: { error: { message: 'text: expected at most 50000 lines.' } },
    shop: { source: 'the shop', orders: [order('S1')], faults: [] },
  };
  answering(answers);
  const { result } = renderModel(() => useBringIn());
  act(() => result.current.setText('x'));
  await act(() => result.current.read());
  expect(result.current.error?.message).toMatch(/50000 lines/);
  await act(() => result.current.fetchShop());
  expect(result.current.found).toMatchObject({ source: 'the shop', isKnown: true });
  expect(result.current.error).toBeNull();
  act(() => result.current.leave());
  expect(result.current.found).toBeNull();
});
