/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { renderPart } from '../../tests/unit/helpers/hooks';
import { Finder, Select } from './Choices';
import { Check, Field } from './Field';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});
afterEach(cleanup);

test('a field says its label, its hint, and in the hint’s place what is wrong', () => {
  const { rerender } = renderPart(
    <Field label="Weight" value="1.2 kg" onChange={() => {}} hint="with its unit" required />,
  );
  const field = screen.getByLabelText('Weight');
  const described = () =>
    (field.getAttribute('aria-describedby') ?? '')
      .split(' ')
      .map((id) => document.getElementById(id)?.textContent)
      .join(' ');
  expect([described(), field.getAttribute('aria-required')]).toEqual(['with its unit', 'true']);
  rerender(
    <Field
      label="Weight"
      value="heavy"
      onChange={() => {}}
      hint="with its unit"
      wrong="Expected a weight."
    />,
  );
  expect([described(), field.getAttribute('aria-invalid')]).toEqual(['Expected a weight.', 'true']);
  expect((field as HTMLInputElement).value).toBe('heavy');
});

test('one of a few is chosen by its name and told by its key', () => {
  const chosen: string[] = [];
  renderPart(
    <Select
      label="Cut by"
      value="a"
      onChange={(key) => chosen.push(key)}
      options={[
        { key: 'a', name: 'the framer' },
        { key: 'b', name: 'oneself' },
      ]}
    />,
  );
  act(() => screen.getByRole('button', { name: /Cut by/ }).click());
  act(() => screen.getByRole('option', { name: 'oneself' }).click());
  expect(chosen).toEqual(['b']);
});

describe('one of many', () => {
  const options = Array.from({ length: 60 }, (_, i) => ({ key: `k${i}`, name: `Work ${i}` }));
  const chosen: string[] = [];
  function Many() {
    const [value, setValue] = useState('k7');
    return (
      <Finder
        label="Print"
        value={value}
        options={options}
        onChange={(key) => {
          chosen.push(key);
          setValue(key);
        }}
      />
    );
  }
  const input = () => screen.getByRole('combobox', { name: 'Print' }) as HTMLInputElement;
  const type = (text: string) => fireEvent.change(input(), { target: { value: text } });
  beforeEach(() => (chosen.length = 0));

  test('stands as its name; typing narrows, whatever the case', () => {
    renderPart(<Many />);
    expect(input().value).toBe('Work 7');
    act(() => input().focus());
    type('WORK 4');
    expect(screen.getAllByRole('option').map((o) => o.textContent)).toEqual([
      'Work 4',
      ...Array.from({ length: 10 }, (_, i) => `Work 4${i}`),
    ]);
  });

  test('no more are listed than help', () => {
    renderPart(<Many />);
    act(() => input().focus());
    type('work');
    expect(screen.getAllByRole('option')).toHaveLength(40);
  });

  test('what was typed and not chosen goes again: what is chosen stays what it was', () => {
    renderPart(<Many />);
    act(() => input().focus());
    type('Wor');
    act(() => input().blur());
    // Told again at most what it was already.
    expect([input().value, chosen.filter((key) => key !== 'k7')]).toEqual(['Work 7', []]);
  });

  test('what is of no such name says so', () => {
    renderPart(<Many />);
    act(() => input().focus());
    type('heron');
    expect(screen.getByText('nothing of that name')).not.toBeNull();
  });
});

test('a box is ticked by its words, and left alone where it is not to be ticked', () => {
  const ticked: boolean[] = [];
  const { rerender } = renderPart(
    <Check checked={false} onChange={(on) => ticked.push(on)}>
      It is paid
    </Check>,
  );
  act(() => screen.getByLabelText('It is paid').click());
  expect(ticked).toEqual([true]);
  rerender(
    <Check checked disabled onChange={(on) => ticked.push(on)}>
      It is paid
    </Check>,
  );
  act(() => screen.getByLabelText('It is paid').click());
  expect([ticked, (screen.getByLabelText('It is paid') as HTMLInputElement).checked]).toEqual([
    [true],
    true,
  ]);
});

test('a choice among many that comes from elsewhere is shown like one’s own', () => {
  const options = [
    { key: 'EUR', name: 'EUR, Euro' },
    { key: 'JPY', name: 'JPY, Yen' },
  ];
  const finder = (value: string) => (
    <Finder label="Paid in" value={value} options={options} onChange={() => {}} />
  );
  const { rerender } = renderPart(finder('EUR'));
  const shown = () => (screen.getByRole('combobox') as HTMLInputElement).value;
  expect(shown()).toBe('EUR, Euro');
  rerender(finder('JPY'));
  expect(shown()).toBe('JPY, Yen');
});
