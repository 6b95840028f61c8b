/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../../tests/unit/helpers/hooks';
import { offerKey, offerName, type Offer } from './offers';
import { lineSum, useOrderForm } from './useOrderForm';

const pushed: string[] = [];
jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: (to: string) => pushed.push(to) };
  return { useRouter: () => router };
});
beforeEach(() => (pushed.length = 0));

const ferry: Offer = {
  editionId: 'e1',
  formatId: 'f1',
  title: 'Night Ferry',
  formatName: 'A3',
  kind: 'limited',
  size: 40,
  runName: '',
  productId: null,
  lineName: null,
  finish: null,
  priceMinor: 12_000,
  ready: 2,
  isClosed: false,
  free: 7,
};
const heron: Offer = {
  ...ferry,
  editionId: 'e2',
  title: 'Heron',
  kind: 'open',
  free: null,
  priceMinor: null,
};
const formOf = (buyers = [{ id: 'b1' }]) =>
  renderModel(() => useOrderForm({ buyers, offers: [ferry, heron] })).result;

test('an offer is named so that two editions of one size are told apart', () => {
  expect(offerName(ferry)).toBe('Night Ferry, A3, of 40, 7 free');
  expect(offerName({ ...ferry, runName: 'on cotton', isClosed: true })).toBe(
    'Night Ferry, A3, of 40, on cotton, 7 free, closed',
  );
  expect(offerName(heron)).toBe('Heron, A3, open');
  expect(offerKey(ferry)).not.toBe(offerKey({ ...ferry, editionId: 'e9' }));
});

test.each([
  ['', '2', 24_000],
  ['99,50', '2', 19_900],
  ['0', '3', 0],
  ['', 'two', null],
  ['cheap', '1', null],
  ['', '', null],
])('a price of “%s” for “%s” comes to %s', (price, quantity, sum) => {
  expect(lineSum({ key: 0, offer: offerKey(ferry), price, quantity }, ferry, 'EUR')).toBe(sum);
});

test('nothing without a price adds up to a total, and a typed price mends it', () => {
  const form = formOf();
  expect(form.current.total).toBe(12_000);
  act(() => form.current.addLine());
  act(() => form.current.changeLine(form.current.lines[1]!.key, { offer: offerKey(heron) }));
  expect(form.current.total).toBeNull();
  act(() => form.current.changeLine(form.current.lines[1]!.key, { price: '35', quantity: '3' }));
  act(() => form.current.setTerm('carriage')('8.40'));
  expect(form.current.total).toBe(12_000 + 3 * 3_500 + 840);
  act(() => form.current.setTerm('carriage')('some'));
  expect(form.current.total).toBeNull();
});

test('a line that is left out takes its own figures with it, not its neighbour’s', () => {
  const form = formOf();
  act(() => form.current.addLine());
  act(() => form.current.addLine());
  const [first, second, third] = form.current.lines.map((line) => line.key);
  act(() => form.current.changeLine(second!, { quantity: '5' }));
  act(() => form.current.leaveOut(first!));
  act(() => form.current.addLine());
  expect(form.current.lines.map((line) => line.quantity)).toEqual(['5', '1', '1']);
  expect(new Set(form.current.lines.map((line) => line.key)).size).toBe(3);
  expect(form.current.lines[1]!.key).toBe(third);
});

test('a set goes as its prints, each as often; one left out or changed, and the others are prints by themselves', async () => {
  const sent = answering({ placeOrder: { message: 'Order 8 leaves by Friday.', id: 'o8' } });
  const form = formOf();
  act(() => form.current.addSet({ id: 's1', parts: [ferry, heron] }));
  // The line a new order begins with was only an offer.
  expect(form.current.lines.map(({ offer, setId }) => [offer, setId])).toEqual([
    [offerKey(ferry), 's1'],
    [offerKey(heron), 's1'],
  ]);
  const [first, second] = form.current.lines.map(({ key }) => key);
  act(() => form.current.changeLine(first!, { quantity: '2' }));
  expect(form.current.lines.map(({ quantity }) => quantity)).toEqual(['2', '2']);
  expect(form.current.cart.map(({ setId, quantity }) => [setId, quantity])).toEqual([
    ['s1', 2],
    ['s1', 2],
  ]);
  await act(() => form.current.take());
  expect(sent.at(-1)!.input).toMatchObject({
    lines: [
      { editionId: 'e1', quantity: 2, setId: 's1', price: '' },
      { editionId: 'e2', quantity: 2, setId: 's1', price: '' },
    ],
  });
  // A price of its own does not end the set; another print in its place does.
  act(() => form.current.changeLine(second!, { price: '30' }));
  expect(form.current.lines.every(({ setId }) => setId === 's1')).toBe(true);
  act(() => form.current.changeLine(second!, { offer: offerKey(ferry) }));
  expect(form.current.lines.some(({ setId }) => setId)).toBe(false);
  act(() => form.current.addSet({ id: 's1', parts: [ferry, heron] }));
  expect(form.current.lines).toHaveLength(4);
  act(() => form.current.leaveOut(form.current.lines[2]!.key));
  expect(form.current.lines.map(({ setId }) => setId)).toEqual([undefined, undefined, undefined]);
});

test('somebody new is recorded once, however often the order is refused after it', async () => {
  let refusals = 1;
  const sent = answering({
    recordBuyer: { message: 'Recorded.', id: 'b9' },
    placeOrder: () =>
      refusals-- > 0
        ? { error: { message: 'Quantity is missing.', field: 'lines[0].quantity' } }
        : { message: 'Order 7 leaves by Friday.', id: 'o7' },
  });
  const form = formOf([]);
  act(() => form.current.setNewBuyer({ ...form.current.newBuyer, name: 'Ida Brook' }));
  await act(() => form.current.take());
  expect(pushed).toEqual([]);
  await act(() => form.current.take());
  expect(sent.map((each) => each.url.split('/').at(-1))).toEqual([
    'recordBuyer',
    'placeOrder',
    'placeOrder',
  ]);
  expect(sent[2]!.input).toMatchObject({ buyerId: 'b9' });
  expect(pushed).toEqual(['/orders/o7']);
});

test('a buyer who is refused leaves the order untaken and what was typed in place', async () => {
  const sent = answering({
    recordBuyer: { error: { message: 'Name is missing.', field: 'name', expected: 'a name' } },
  });
  const form = formOf([]);
  act(() => form.current.setTerm('message')('For her birthday'));
  await act(() => form.current.take());
  expect(sent).toHaveLength(1);
  expect(form.current.terms.message).toBe('For her birthday');
  expect(form.current.action.fieldError('name')).toBeTruthy();
});

test('what is typed goes as a whole number where it is one, else as it stands', async () => {
  const sent = answering({ placeOrder: { message: 'Taken.', id: 'o1' } });
  const form = formOf();
  act(() => form.current.changeLine(form.current.lines[0]!.key, { quantity: ' 3 ', price: '99,50' }));
  act(() => form.current.addLine());
  act(() => form.current.changeLine(form.current.lines[1]!.key, { quantity: 'three' }));
  await act(() => form.current.take());
  expect(sent[0]!.input).toEqual({
    buyerId: 'b1',
    channelId: null,
    carriage: '',
    message: '',
    notes: '',
    wantsSignature: false,
    paid: true,
    orderedOn: null,
    lines: [
      { editionId: 'e1', formatId: 'f1', productId: null, quantity: 3, price: '99,50' },
      { editionId: 'e1', formatId: 'f1', productId: null, quantity: 'three', price: '' },
    ],
  });
});

const PIN = { id: 'g1', name: 'Lamp pin', priceMinor: 800, onHand: 9 };
const withGoods = () =>
  renderModel(() => useOrderForm({ buyers: [{ id: 'b1' }], offers: [ferry], goods: [PIN] })).result;
const goodsLine = { key: 1, goodsId: 'g1', quantity: '2', price: '' };

test('goods and what is taken off count in the total; a figure that cannot be read makes none', () => {
  const form = withGoods();
  act(() => form.current.setGoodsLines([goodsLine]));
  act(() => form.current.setTerm('discount')('10'));
  expect(form.current.total).toBe(12_000 + 1_600 - 1_000);
  act(() => form.current.setGoodsLines([{ ...goodsLine, price: '5,50' }]));
  expect(form.current.total).toBe(12_000 + 1_100 - 1_000);
  act(() => form.current.setTerm('discount')('some'));
  expect(form.current.total).toBeNull();
});

test('what an order has beyond the usual is sent, and what it has not is left out', async () => {
  const sent = answering({ placeOrder: { message: 'Taken.', id: 'o1' } });
  const form = withGoods();
  act(() => form.current.setGoodsLines([goodsLine]));
  act(() => form.current.setStages([{ key: 1, name: 'half', dueOn: null, amount: '60' }]));
  act(() => form.current.setTerm('kind')('commission'));
  act(() => form.current.setTerm('giftNote')('For Runa'));
  act(() => form.current.setTerm('needsDays')('3'));
  act(() => form.current.setTerm('needsTracked')(true));
  await act(() => form.current.take());
  expect(sent[0]!.input).toMatchObject({
    kind: 'commission',
    giftNote: 'For Runa',
    needsDays: 3,
    needsTracked: true,
    goods: [{ goodsId: 'g1', quantity: 2, price: '' }],
    stages: [{ name: 'half', dueOn: null, amount: '60' }],
  });
  for (const left of ['discount', 'insure', 'notBeforeOn', 'discountWhy'])
    expect(sent[0]!.input).not.toHaveProperty(left);
});

test('only what can be counted goes into the honest day', () => {
  const form = formOf();
  expect(form.current.cart).toEqual([{ editionId: 'e1', formatId: 'f1', productId: null, quantity: 1 }]);
  act(() => form.current.changeLine(form.current.lines[0]!.key, { quantity: 'two' }));
  expect(form.current.cart).toEqual([]);
});

test('a pasted order fills the form in, as somebody new', () => {
  const form = formOf();
  act(() =>
    form.current.paste({
      buyer: { name: 'Ζωή', address: 'Οδός 4', country: 'Estmark', addressTyped: 'Ζωή\nΟδός 4' },
      lines: [{ offer: offerKey(ferry), quantity: '3' }],
    }),
  );
  expect(form.current.newBuyer).toMatchObject({ name: 'Ζωή', addressTyped: 'Ζωή\nΟδός 4' });
  expect(form.current.buyerId).toBe('new');
  expect(form.current.lines.map(({ quantity }) => quantity)).toEqual(['3']);
  expect(form.current.total).toBe(36_000);
});
