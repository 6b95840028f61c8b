/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Finding } from '@/core/finding';
import { answering, renderPart } from '../../../../tests/unit/helpers/hooks';
import { BuyerView, type BuyerOrder, type BuyerPerson } from './[id]/BuyerView';
import { CraftView } from './[id]/CraftView';
import { LetterView, type LetterLine } from './letter/LetterView';
import { PeopleView, type Person } from './PeopleView';

const mockPushed: string[] = [];
jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: (href: string) => mockPushed.push(href) };
  return { useRouter: () => router, usePathname: () => '/orders/people' };
});
beforeEach(() => {
  window.localStorage.clear();
  mockPushed.length = 0;
});
afterEach(cleanup);

const finding = (verdict: Finding['verdict'], word: string): Finding => ({
  ...{ verdict, word, says: `${word}.`, because: [] },
});
const person = (id: string, name: string, more: Partial<Person> = {}): Person => ({
  ...{ id, name, kind: 'buyer' as const, country: 'Norrholm', roles: ['buyer'], did: '2 orders' },
  ...{ sum: 100, lastOn: '2026-11-02', isUnwell: false, letter: finding('holds', 'may be written to') },
  ...more,
});

describe('everybody', () => {
  const show = (people: Person[], search = '') =>
    renderPart(
      <PeopleView
        people={people}
        total={people.length}
        perPage={60}
        countries={['Estmark', 'Norrholm']}
        asked={{ search, kind: null, country: null, page: 0 }}
      />,
    );

  test('stands by where they are, each with a page of their own; a lab’s is its route', () => {
    show([
      person('a', 'Ada', { country: 'Estmark' }),
      person('o', 'Oda', { isUnwell: true, did: '1 order; 1 went wrong' }),
      person('r', 'Breakwater Lab', { kind: 'route', country: '', roles: ['lab'], letter: null }),
    ]);
    const table = screen.getByRole('table', { name: 'People' });
    expect(within(table).getByText('Estmark')).toBeTruthy();
    expect(within(table).getByText('No place is noted')).toBeTruthy();
    const hrefOf = (name: string) => within(table).getByRole('link', { name }).getAttribute('href');
    expect([hrefOf('Oda'), hrefOf('Breakwater Lab')]).toEqual(['/orders/people/o', '/papers/route/r']);
  });

  test('is narrowed by a name in the address, so that a page can be sent', () => {
    show([person('o', 'Oda')]);
    fireEvent.change(screen.getByLabelText('Find a name or a place'), { target: { value: 'mole' } });
    fireEvent.submit(screen.getByRole('search', { name: 'Find a person' }));
    expect(mockPushed).toEqual(['/orders/people?q=mole']);
  });

  test('nobody is said to be nobody', () => {
    show([]);
    expect(screen.getByText('Nobody yet')).toBeTruthy();
    cleanup();
    show([], 'zzz');
    expect(screen.getByText('Nobody of that name')).toBeTruthy();
  });
});

describe('a buyer', () => {
  const BUYER: BuyerPerson = {
    ...{ id: 'b', name: 'Oda Brennick', preferredName: '', email: 'oda@post.example', notes: '' },
    ...{ address: ['Lower Mole 12'], country: 'Norrholm', removedAt: null },
  };
  const order = (more: Partial<BuyerOrder> = {}): BuyerOrder => ({
    ...{ orderId: 'o', number: 101, orderedOn: '2026-11-02', state: 'delivered', kind: 'sale' },
    ...{ shipBy: '2026-11-05', dispatchedAt: '2026-11-04T10:00:00Z', sumMinor: 5_310 },
    ...{ what: 'Ferry, 400 × 300 mm', cases: null },
    ...more,
  });
  const show = (more: Partial<BuyerPerson> = {}, orders: BuyerOrder[] = [order()]) =>
    renderPart(
      <BuyerView
        person={{ ...BUYER, ...more }}
        permission={{ since: null, how: '', finding: finding('fails', 'not to be written to') }}
        bought="1 order, 1 print"
        orders={orders}
        prints={[{ id: 'i', title: 'Ferry', label: '3/40' }]}
        notes={<p>notes stand here</p>}
      />,
    );

  test('what went wrong, and what left late, is marked; what went well is not', () => {
    show({}, [
      order(),
      order({ orderId: 'p', number: 102, dispatchedAt: '2026-11-09T10:00:00Z' }),
      order({ orderId: 'q', number: 103, cases: 'damaged: a corner' }),
      order({ orderId: 'r', number: 104, kind: 'commission' }),
    ]);
    const rows = within(screen.getByRole('table', { name: 'Their orders' })).getAllByRole('row');
    expect(rows.map((row) => row.textContent).slice(1)).toEqual([
      expect.stringMatching(/delivered$/),
      expect.stringContaining('left after the day promised'),
      expect.stringContaining('damaged: a corner'),
      expect.stringContaining('commission: Ferry'),
    ]);
    expect(screen.getByRole('link', { name: /3\/40 of/ }).getAttribute('href')).toBe(
      '/register/impressions/i',
    );
  });

  test('a permission is kept with its day and how it was given', async () => {
    const sent = answering();
    show();
    fireEvent.click(screen.getByRole('button', { name: 'They agree now' }));
    fireEvent.change(await screen.findByLabelText(/Where and how/), { target: { value: 'at the fair' } });
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Keep it' })));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.input).toMatchObject({ buyerId: 'b', how: 'at the fair' });
  });

  test('forgetting asks first, and says what refuses it', async () => {
    const sent = answering({
      forgetBuyer: { error: { message: 'They cannot be forgotten yet: order 101 is new.' } },
    });
    show();
    fireEvent.click(screen.getByRole('button', { name: 'Forget them' }));
    expect(sent).toEqual([]);
    const dialog = await screen.findByRole('dialog');
    expect(dialog.textContent).toContain('It cannot be taken back.');
    await act(
      async () => void fireEvent.click(within(dialog).getByRole('button', { name: 'Forget them' })),
    );
    await waitFor(() => expect(dialog.textContent).toContain('order 101 is new'));
  });

  test('of somebody forgotten only what was sold is left', () => {
    show({ removedAt: '2026-11-02T10:00:00Z', name: 'somebody who asked to be forgotten' });
    expect(screen.queryByText('oda@post.example')).toBeNull();
    expect(screen.queryByRole('button', { name: 'Forget them' })).toBeNull();
    expect(screen.getByRole('table', { name: 'Their orders' })).toBeTruthy();
  });
});

test('a framer: every piece with how it looked, who bore damage, and what came of it', () => {
  const piece = { orderId: 'o', number: 101, at: '2026-11-02T10:00:00Z', condition: 'flat' };
  renderPart(
    <CraftView
      person={{
        ...{ name: 'Ada', craft: 'framer', place: 'Vell', country: 'Estmark', contact: '' },
        ...{ priceMinor: 9_000, days: 9, notes: '' },
      }}
      pieces={[
        { ...piece, bears: 'Ada', cases: null },
        { ...piece, orderId: 'p', number: 102, bears: 'Ada', cases: 'damaged: a dent' },
      ]}
      notes={null}
    />,
  );
  const rows = within(screen.getByRole('table', { name: 'Pieces handed over' })).getAllByRole('row');
  expect(rows[1]!.textContent).toContain('nothing went wrong');
  expect(rows[2]!.textContent).toContain('damaged: a dent');
});

describe('a letter', () => {
  const line = (id: string, name: string): LetterLine => ({
    ...{ id, name, country: 'Norrholm', orders: 2, lastOrderOn: null, hasWork: false },
    ...{ since: '2026-05-02', how: 'at the fair' },
  });
  const show = (
    asked: { work: string; voucher: string; word: string },
    goesTo = [line('o', 'Oda')],
    count = goesTo.length,
  ) =>
    renderPart(
      <LetterView
        works={[{ id: 'w', title: 'Ferry' }]}
        asked={asked}
        wrong={null}
        products={[{ id: 'p', name: '400 × 300 mm', finding: finding('fails', 'a loss') }]}
        goesTo={{ count, drawn: goesTo }}
        withoutMail={{ count: 1, drawn: [line('n', 'No Mail')] }}
        askAgain={{ count: 9, drawn: [line('l', 'Long Ago')] }}
      />,
    );

  test('who is left out is named with why, and the list is asked for as the page is', () => {
    show({ work: 'w', voucher: '10', word: 'F10' });
    expect(screen.getByText('Left out: ask them again first')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Long Ago' })).toBeTruthy();
    expect(screen.getByText('Left out: no mail is noted')).toBeTruthy();
    expect(screen.getByText('What the voucher leaves')).toBeTruthy();
    expect(screen.getByRole('link', { name: /^The list, 1 line/ }).getAttribute('href')).toBe(
      '/api/export/letter.csv?work=w&voucher=10&word=F10',
    );
  });

  test('of many the first are drawn, and how many more there are is said wherever they are counted', () => {
    show({ work: '', voucher: '', word: '' }, [line('o', 'Oda')], 20_000);
    expect(screen.getByText('And 19999 more: the list that is saved has them all.')).toBeTruthy();
    expect(screen.getByText(/20000 may be written to/)).toBeTruthy();
    expect(screen.getByRole('link', { name: /^The list, 20000 lines/ })).toBeTruthy();
    expect(screen.getByText(/, and 8 more/)).toBeTruthy();
  });

  test('what is typed is asked for by the address', () => {
    show({ work: '', voucher: '', word: '' });
    fireEvent.change(screen.getByLabelText(/Voucher/), { target: { value: '15' } });
    fireEvent.click(screen.getByRole('button', { name: 'Work it out' }));
    fireEvent.submit(screen.getByLabelText(/Voucher/).closest('form')!);
    expect(mockPushed.at(-1)).toBe('/orders/people/letter?work=&voucher=15&word=');
    cleanup();
    show({ work: '', voucher: '', word: '' }, []);
    expect(screen.getByText('Nobody may be written to yet')).toBeTruthy();
  });
});
