/** @jest-environment jsdom */
import { act, cleanup, screen } from '@testing-library/react';
import fc from 'fast-check';
import { renderPart } from '../../tests/unit/helpers/hooks';
import { DataTable, nextSorted, type Column } from './DataTable';
import { sorter } from './lateParts';
import * as sortRows from './sortRows';
import { inOrder } from './sortRows';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

type Paper = { id: string; name: string; kind: string; gsm: number | null };
const PAPERS: Paper[] = [
  { id: 'a', name: 'Sheet A10', kind: 'cotton', gsm: 310 },
  { id: 'b', name: 'Sheet A3', kind: 'cotton', gsm: null },
  { id: 'c', name: 'canvas', kind: 'canvas', gsm: 90 },
  { id: 'd', name: 'Älpler', kind: 'canvas', gsm: 1_200 },
];
const COLUMNS: Column<Paper>[] = [
  { key: 'name', head: 'Paper', isName: true, by: (p) => p.name, cell: (p) => p.name },
  { key: 'gsm', head: 'g/m²', isFigure: true, by: (p) => p.gsm, cell: (p) => p.gsm ?? 'not said' },
  { key: 'kind', head: 'Base', cell: (p) => p.kind },
];

const draw = (props: Partial<Parameters<typeof DataTable<Paper>>[0]> = {}) =>
  renderPart(<DataTable label="Papers" rows={PAPERS} columns={COLUMNS} keyOf={(p) => p.id} {...props} />);
const names = () => [...document.querySelectorAll('tbody th')].map((th) => th.textContent);
const press = (text: string) => act(async () => screen.getByText(text).click());
const sortOf = (head: string) => screen.getByText(head).closest('th')!.getAttribute('aria-sort');

beforeEach(() => window.localStorage.clear());
afterEach(cleanup);

test('stands as it came until somebody sorts; up, down, and back', async () => {
  draw();
  const came = PAPERS.map((p) => p.name);
  expect([names(), sortOf('Paper')]).toEqual([came, null]);
  await press('Paper');
  expect([names(), sortOf('Paper')]).toEqual([
    ['Älpler', 'canvas', 'Sheet A3', 'Sheet A10'],
    'ascending',
  ]);
  await press('Paper');
  expect([names()[0], sortOf('Paper')]).toEqual(['Sheet A10', 'descending']);
  await press('Paper');
  expect([names(), sortOf('Paper')]).toEqual([came, null]);
});

test('figures are sorted by size, and what has none comes last either way', async () => {
  draw();
  await press('g/m²');
  expect(names()).toEqual(['canvas', 'Sheet A10', 'Älpler', 'Sheet A3']);
  await press('g/m²');
  expect(names()).toEqual(['Älpler', 'Sheet A10', 'canvas', 'Sheet A3']);
});

test('sorted before what sorts is there, it is in order when that comes', async () => {
  sorter.put(null);
  const fetched = jest.spyOn(sorter, 'fetch').mockImplementation(() => {});
  draw();
  await press('Paper');
  expect(fetched).toHaveBeenCalled();
  expect([names()[0], sortOf('Paper')]).toEqual(['Sheet A10', null]);
  await act(async () => sorter.put(sortRows));
  expect([names()[0], sortOf('Paper')]).toEqual(['Älpler', 'ascending']);
  fetched.mockRestore();
});

test('lines of their own are sorted like others; of one page among many that is said', async () => {
  draw({
    lineOf: (p) => (
      <tr>
        <th scope="row">{p.name}!</th>
      </tr>
    ),
    isOnePage: true,
  });
  expect(screen.queryByText(/on this page/)).toBeNull();
  await press('Paper');
  expect(names()).toEqual(['Älpler!', 'canvas!', 'Sheet A3!', 'Sheet A10!']);
  expect(screen.getByText('Sorted among the 4 on this page.')).toBeTruthy();
});

test('a column without an order has no button over it', () => {
  draw();
  expect(screen.getByText('Base').closest('button')).toBeNull();
});

test('kinds stand under their names, as long as nobody sorts across them', async () => {
  draw({ groupOf: (p) => p.kind });
  const groups = () => [...document.querySelectorAll('tr.group')].map((tr) => tr.textContent);
  expect(groups()).toEqual(['cotton', 'canvas']);
  await press('g/m²');
  expect(groups()).toEqual([]);
});

test('what was put away stays away in this browser; what names the row cannot be', async () => {
  window.localStorage.setItem('glassine_columns:papers', '["gsm"]');
  draw({ choiceKept: 'papers' });
  expect(screen.queryByText('g/m²')).toBeNull();
  await press('Columns, 1 put away');
  await screen.findByRole('menu');
  expect(screen.queryByRole('menuitemcheckbox', { name: 'Paper' })).toBeNull();
  await act(async () => screen.getByRole('menuitemcheckbox', { name: 'g/m²' }).click());
  expect(window.localStorage.getItem('glassine_columns:papers')).toBe('[]');
  expect(document.querySelector('thead')!.textContent).toContain('g/m²');
});

test('the order of words is one: the same both ways, and through a third', () => {
  const value = fc.oneof(fc.integer(), fc.string({ maxLength: 6 }));
  fc.assert(
    fc.property(value, value, value, (a, b, c) => {
      expect(Math.sign(inOrder(a, b))).toBe(-Math.sign(inOrder(b, a)) || 0);
      if (typeof a === typeof b && typeof b === typeof c && inOrder(a, b) <= 0 && inOrder(b, c) <= 0)
        expect(inOrder(a, c)).toBeLessThanOrEqual(0);
    }),
  );
});

test('another column begins its own order', () => {
  const first = nextSorted(null, 'a');
  expect([first, nextSorted(first, 'b')]).toEqual([
    { key: 'a', isDown: false },
    { key: 'b', isDown: false },
  ]);
});
