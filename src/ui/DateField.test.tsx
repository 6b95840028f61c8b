/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { renderPart } from '../../tests/unit/helpers/hooks';
import { DateField } from './DateField';
import * as DayPicker from './DayPicker';
import { calendar } from './lateParts';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const days: string[] = [];
beforeEach(() => (days.length = 0));
afterEach(cleanup);

function Day({ first = '', wrong = null }: { first?: string; wrong?: string | null }) {
  const [day, setDay] = useState(first);
  const change = (next: string) => {
    days.push(next);
    setDay(next);
  };
  return <DateField label="Came on" value={day} onChange={change} wrong={wrong} hint="of the parcel" />;
}
const field = () => screen.getByRole('group', { name: 'Came on' });
const parts = () => within(field()).getAllByRole('spinbutton');
const type = (part: number, text: string) => {
  const segment = parts()[part]!;
  act(() => segment.focus());
  for (const data of text)
    fireEvent(
      segment,
      new InputEvent('beforeinput', { data, inputType: 'insertText', bubbles: true, cancelable: true }),
    );
};
const reads = () => field().textContent!.replace(/\s|[\u2066-\u2069]/g, '');

test('day before month, as the studio reads, whatever the browser was made for', () => {
  renderPart(<Day first="2026-12-01" />);
  expect(reads()).toContain('01/12/2026');
  expect(parts().map((part) => part.getAttribute('aria-label')?.split(',')[0])).toEqual([
    'day',
    'month',
    'year',
  ]);
});

test('typed part by part it is nothing until it is whole; years on the way to 2026 do not lose it', () => {
  renderPart(<Day />);
  type(0, '3');
  type(1, '11');
  expect(days).toEqual([]);
  type(2, '2026');
  expect(days.at(-1)).toBe('2026-11-03');
  expect(reads()).toContain('03/11/2026');
});

test('picked from the calendar', () => {
  renderPart(<Day first="2026-10-17" />);
  act(() => screen.getByRole('button', { name: /calendar/ }).click());
  expect(screen.getByRole('dialog').textContent).toContain('October 2026');
  act(() => screen.getByRole('button', { name: /12 October 2026/ }).click());
  expect(days).toEqual(['2026-10-12']);
});

test.each(['', 'some day', '2026-02-30'])('“%s” stands as an empty field', (first) => {
  renderPart(<Day first={first} />);
  expect(reads()).toContain('dd/mm/yyyy');
});

test('what is wrong is said under it, in place of the hint', () => {
  renderPart(<Day first="2026-10-17" wrong="Expected a day that has come." />);
  expect(screen.getByText('Expected a day that has come.')).not.toBeNull();
  expect(screen.queryByText('of the parcel')).toBeNull();
});

describe('before its calendar is there', () => {
  beforeEach(() => {
    calendar.put(null);
    jest.spyOn(calendar, 'fetch').mockImplementation(() => {});
  });
  afterEach(() => {
    jest.restoreAllMocks();
    calendar.put(DayPicker);
  });
  const come = () => act(async () => calendar.put(DayPicker));

  test('its day can be read, part by part, and nothing is fetched until a hand comes', () => {
    renderPart(<Day first="2026-12-01" />);
    expect(reads()).toBe('01/12/2026');
    expect(parts().map((part) => part.getAttribute('aria-valuetext'))).toEqual(['01', '12', '2026']);
    expect(calendar.fetch).not.toHaveBeenCalled();
    act(() => parts()[0]!.focus());
    expect(calendar.fetch).toHaveBeenCalled();
  });

  test('the part that was come to has the focus', async () => {
    renderPart(<Day first="2026-12-01" />);
    act(() => parts()[1]!.focus());
    await come();
    expect(document.activeElement).toBe(parts()[1]);
  });

  test('asked for, the calendar opens when it comes', async () => {
    renderPart(<Day first="2026-10-17" />);
    act(() => screen.getByRole('button', { name: /calendar/ }).click());
    expect(screen.queryByRole('dialog')).toBeNull();
    await come();
    expect(screen.getByRole('dialog').textContent).toContain('October 2026');
  });

  test('left alone it takes the focus from nobody', async () => {
    renderPart(<Day first="2026-10-17" />);
    await come();
    expect(document.activeElement).toBe(document.body);
  });
});
