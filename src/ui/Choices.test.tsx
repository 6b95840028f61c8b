/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { renderToString } from 'react-dom/server';
import { useState } from 'react';
import { Finder, Select } from './Choices';
import { lists } from './lateParts';

const OPTIONS = [
  { key: 'rag', name: 'Harrow Rag' },
  { key: 'kelp', name: 'Kelp Textured' },
] as const;
const chosen: string[] = [];

/** The lists come when the test lets them. */
const come = async () => {
  const part = await import('./ChoiceLists');
  await act(async () => lists.put(part));
};
beforeEach(() => {
  chosen.length = 0;
  lists.put(null);
  jest.spyOn(lists, 'fetch').mockImplementation(() => {});
  globalThis.CSS ??= { escape: (text: string) => text } as typeof CSS;
});
afterEach(cleanup);

function Papers() {
  const [key, setKey] = useState<'rag' | 'kelp'>('rag');
  const take = (next: 'rag' | 'kelp') => {
    chosen.push(next);
    setKey(next);
  };
  return <Select label="Paper" value={key} options={OPTIONS} onChange={take} />;
}
const Buyers = ({ onSearch }: { onSearch?: (typed: string) => void }) => (
  <Finder
    label="Buyer"
    value="rag"
    options={OPTIONS}
    onChange={(key) => chosen.push(key)}
    onSearch={onSearch}
  />
);

test('what the server draws says what is chosen, and is named by it', () => {
  const html = renderToString(<Papers />);
  expect(html).toContain('Harrow Rag');
  render(<Papers />);
  expect(screen.getByRole('button', { name: 'Harrow Rag Paper' })).toBeTruthy();
});

test('pressed before its list is there, it opens when it comes, and the focus has not moved', async () => {
  render(<Papers />);
  const plain = screen.getByRole('button', { name: /Paper$/ });
  act(() => plain.focus());
  fireEvent.keyDown(plain, { key: 'ArrowDown' });
  await come();
  fireEvent.click(screen.getByRole('option', { name: 'Kelp Textured' }));
  expect(chosen).toEqual(['kelp']);
  expect(screen.getByRole('button', { name: /Paper$/ }).textContent).toContain('Kelp Textured');
});

test('a press of the mouse is a press, though the focus comes after it', async () => {
  render(<Papers />);
  const plain = screen.getByRole('button', { name: /Paper$/ });
  fireEvent.pointerDown(plain);
  act(() => plain.focus());
  await come();
  expect(screen.getAllByRole('option')).toHaveLength(2);
});

test('only come to, it stays closed, and has the focus in the same moment', async () => {
  render(<Papers />);
  act(() => screen.getByRole('button', { name: /Paper$/ }).focus());
  await come();
  expect(screen.queryByRole('option')).toBeNull();
  expect(document.activeElement).toBe(screen.getByRole('button', { name: /Paper$/ }));
});

test('left alone, it takes the focus from nobody', async () => {
  render(
    <>
      <Papers />
      <input aria-label="Notes" />
    </>,
  );
  act(() => screen.getByLabelText('Notes').focus());
  await come();
  expect(document.activeElement).toBe(screen.getByLabelText('Notes'));
});

test('what was typed before the list is there narrows it, and is asked for', async () => {
  const asked: string[] = [];
  render(<Buyers onSearch={(typed) => asked.push(typed)} />);
  const plain = screen.getByRole('combobox', { name: 'Buyer' });
  act(() => plain.focus());
  fireEvent.change(plain, { target: { value: 'kel' } });
  await come();
  expect(asked).toEqual(['kel']);
  expect(screen.getAllByRole('option').map((each) => each.textContent)).toEqual(['Kelp Textured']);
});

test('what was marked to be written over stays marked', async () => {
  render(<Buyers />);
  const plain = screen.getByRole<HTMLInputElement>('combobox', { name: 'Buyer' });
  act(() => plain.focus());
  plain.select();
  await come();
  const field = screen.getByRole<HTMLInputElement>('combobox', { name: 'Buyer' });
  expect(field).not.toBe(plain);
  expect([field.selectionStart, field.selectionEnd]).toEqual([0, 'Harrow Rag'.length]);
});
