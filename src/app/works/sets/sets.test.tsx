/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { judgeSet } from '@/core/product/sets';
import { answering, renderPart } from '../../../../tests/unit/helpers/hooks';
import { SetsView, type SetShown } from './SetsView';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});
beforeEach(() => window.localStorage.clear());
afterEach(cleanup);

const offer = (id: string, title: string, priceMinor: number) => ({
  ...{ editionId: `e${id}`, formatId: `f${id}`, productId: `p${id}`, title, priceMinor },
  ...{ formatName: '240 × 180 mm', kind: 'limited' as const, size: 20, runName: '', isClosed: false },
  ...{ lineName: null, finish: 'loose' as const, ready: 1, free: 9 },
});
const OFFERS = [offer('1', 'Kelp', 10_000), offer('2', 'Mole', 6_000)];
const member = (i: 0 | 1) => {
  const { editionId, formatId, productId, title, formatName, priceMinor } = OFFERS[i]!;
  return {
    ...{ editionId, formatId, productId, title, name: formatName, price: priceMinor },
    ...{ workId: `w${i}`, picture: null, size: { width: 240_000, height: 180_000 } },
  };
};
const SET: SetShown = {
  ...{
    id: 's1',
    name: 'A pair',
    priceMinor: 14_400,
    sameNumber: true,
    notes: '',
    free: 2,
    numbers: [3, 4],
  },
  members: [member(0), member(1)],
  judged: judgeSet(
    [
      { name: 'Kelp', price: 10_000, cost: 3_000 },
      { name: 'Mole', price: 6_000, cost: 2_500 },
    ],
    14_400,
    'EUR',
  ),
};

test('a set says what is saved, what is left of it, each print’s share, and which numbers are free', () => {
  renderPart(<SetsView sets={[SET]} offers={OFFERS} />);
  const panel = screen.getByRole('region', { name: 'A pair' });
  expect(panel.textContent).toContain('less than one by one, 10 %');
  expect(within(panel).getByText('2 whole sets left, each under one number: 3, 4.')).toBeTruthy();
  const prints = within(panel).getByRole('list', { name: 'Its prints' });
  expect(prints.textContent!.replaceAll(/[\u00a0\u2009]/g, ' ')).toContain(
    '100.00 EUR alone, 90.00 EUR in',
  );
});

test.each([
  [{ free: null, sameNumber: false }, 'As many sets as are asked for: its editions are open.'],
  [
    { free: 0, sameNumber: true, numbers: [] },
    'No whole set is left: no number is free in all its runs.',
  ],
  [{ free: 1, sameNumber: false, numbers: [] }, '1 whole set left.'],
  [{ free: 30, numbers: [1, 2] }, '30 whole sets left, each under one number: 1, 2 and more.'],
])('of which %j: %s', (change, says) => {
  renderPart(<SetsView sets={[{ ...SET, ...change }]} offers={OFFERS} />);
  expect(screen.getByText(says)).toBeTruthy();
});

test('a set is changed in a sheet that weighs it while it is typed', async () => {
  const sent = answering();
  renderPart(<SetsView sets={[SET]} offers={OFFERS} />);
  await act(async () => screen.getByText('Change it').click());
  const sheet = within(screen.getByRole('dialog'));
  const price = sheet.getByLabelText(/Price together/);
  await act(async () => void fireEvent.change(price, { target: { value: '150' } }));
  const plain = () => screen.getByRole('dialog').textContent!.replaceAll(/[\u00a0\u2009]/g, ' ');
  expect(plain()).toContain('One by one they are 160.00 EUR. Together 10.00 EUR less, 6 %.');
  await act(async () => sheet.getByText('Keep this set').click());
  expect(sent[0]).toMatchObject({
    url: '/api/act/keepSet',
    input: {
      ...{ id: 's1', name: 'A pair', price: '150', sameNumber: true },
      members: [
        { editionId: 'e1', formatId: 'f1', productId: 'p1' },
        { editionId: 'e2', formatId: 'f2', productId: 'p2' },
      ],
    },
  });
});

test('with one print left it is no set: nothing can be kept', async () => {
  renderPart(<SetsView sets={[SET]} offers={OFFERS} />);
  await act(async () => screen.getByText('Change it').click());
  await act(async () => screen.getByLabelText('Leave out Mole, 240 × 180 mm').click());
  expect(screen.getByText('A set has at least two prints.')).toBeTruthy();
  expect(screen.getByText('Keep this set').closest('button')!.disabled).toBe(true);
});

test('nothing to put together says what is missing', () => {
  renderPart(<SetsView sets={[]} offers={[]} />);
  expect(screen.getByText(/first offer sizes of two works/)).toBeTruthy();
  expect(screen.queryByText('Put a set together')).toBeNull();
});
