/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import type { Selection } from 'react-aria-components';
import { useState } from 'react';
import type { EditionModel } from '@/app/models';
import { renderPart } from '../../../../tests/unit/helpers/hooks';
import { list, SheetsGrid, type SheetArrival, type SheetsProps } from './SheetsGrid';
import type { SheetLine } from './sheets';

jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh: () => {}, push: () => {} }) }));

const EDITION = { size: 4, name: '', signing: 'by hand', closedAt: null } as unknown as EditionModel;
const line = (number: number, state: 'printed' | 'declared'): SheetLine =>
  ({
    impression: { id: `i${number}`, kind: 'run', number, state, heldBack: null },
    orderNumber: null,
    isReserved: false,
    hasCertificate: false,
  }) as unknown as SheetLine;
const ROWS = [line(1, 'printed'), line(2, 'printed'), line(3, 'declared')];

/** Stands in for the list, and keeps what it is given when it comes. */
const List = jest.fn((_props: SheetsProps & { arrival: SheetArrival }) => <p>the list</p>);
const arrival = () => List.mock.lastCall![0].arrival;
const come = () => act(async () => list.put({ SheetsList: List }));

beforeEach(() => {
  List.mockClear();
  list.put(null);
  jest.spyOn(list, 'fetch').mockImplementation(() => {});
});
afterEach(() => {
  cleanup();
  jest.mocked(list.fetch).mockRestore();
});

function Sheets() {
  const [selected, select] = useState<Selection>(new Set<string>());
  return (
    <SheetsGrid rows={ROWS} edition={EDITION} picture={null} selected={selected} onSelect={select} />
  );
}
const sheet = (name: RegExp) => screen.getByRole('row', { name });

test('every sheet can be read before its list is there, with one stop for the keys', () => {
  renderPart(<Sheets />);
  expect(screen.getAllByRole('row').map((row) => row.getAttribute('aria-label'))).toEqual([
    '1/4, to inspect',
    '2/4, to inspect',
    '3/4, to print',
  ]);
  expect(screen.getAllByRole('row').filter((row) => row.tabIndex === 0)).toHaveLength(1);
});

test('a sheet that is pressed stays under the hand until it is let go, and is pressed in the list', async () => {
  renderPart(<Sheets />);
  fireEvent.pointerDown(sheet(/^2/));
  await come();
  expect(screen.queryByText('the list')).toBeNull();
  // Under a thumb the pointer goes up and away before the click comes.
  fireEvent.pointerUp(sheet(/^2/));
  fireEvent.pointerLeave(screen.getByRole('grid'));
  expect(screen.queryByText('the list')).toBeNull();
  fireEvent.click(sheet(/^2/));
  expect(screen.getByText('the list')).toBeTruthy();
  expect(arrival()).toEqual({ at: 'i2', isPressed: true, keys: [] });
});

test('pressed and dragged away, the list comes all the same, with nothing pressed', async () => {
  jest.useFakeTimers();
  renderPart(<Sheets />);
  fireEvent.pointerDown(sheet(/^2/));
  await come();
  fireEvent.pointerLeave(screen.getByRole('grid'));
  await act(async () => void (await jest.advanceTimersByTimeAsync(500)));
  expect(screen.getByText('the list')).toBeTruthy();
  expect(arrival().isPressed).toBe(false);
  jest.useRealTimers();
});

test('keys that go along the sheets follow in the list; others are the page’s', async () => {
  renderPart(<Sheets />);
  act(() => sheet(/^1/).focus());
  fireEvent.keyDown(sheet(/^1/), { key: 'ArrowRight', shiftKey: true });
  fireEvent.keyDown(sheet(/^1/), { key: 'p' });
  await come();
  expect(arrival()).toMatchObject({ at: 'i1', isPressed: false });
  expect(arrival().keys).toMatchObject([{ key: 'ArrowRight', shiftKey: true }]);
});

test('left again before the list is there, it takes the focus from nobody', async () => {
  renderPart(<Sheets />);
  act(() => sheet(/^1/).focus());
  act(() => sheet(/^1/).blur());
  await come();
  expect(arrival()).toEqual({ at: null, isPressed: false, keys: [] });
});
