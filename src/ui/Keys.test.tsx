/** @jest-environment jsdom */
import { useLayoutEffect } from 'react';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { renderModel, renderPart } from '../../tests/unit/helpers/hooks';
import { KEY_MODES, useKeyMode, useKeys } from './Keys';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const ran: string[] = [];
beforeEach(() => {
  ran.length = 0;
  window.localStorage.clear();
});
afterEach(cleanup);

function Part({ name, keys }: { name: string; keys: string[] }) {
  useKeys(keys.map((key) => ({ key, label: `${name} ${key}`, run: () => ran.push(`${name} ${key}`) })));
  return null;
}
const press = (key: string, more: object = {}, on: Element = document.body) =>
  fireEvent.keyDown(on, { key, ...more });

test('a key does what it says, and the part nearest to the work has it', () => {
  renderPart(
    <>
      <Part name="page" keys={['n', 's']} />
      <Part name="table" keys={['n']} />
    </>,
  );
  press('n');
  press('s');
  press('z');
  expect(ran).toEqual(['table n', 'page s']);
  expect(document.documentElement.dataset.keys).toBe('n s');
});

test('a part that goes takes its keys along', () => {
  const { rerender } = renderPart(<Part name="page" keys={['n']} />);
  rerender(<p>nothing</p>);
  press('n');
  expect(ran).toEqual([]);
});

test('a key works in the very moment its part is drawn, and does what that drawing says', () => {
  function Quick({ name }: { name: string }) {
    useLayoutEffect(() => {
      press('n');
    });
    return <p>{name}</p>;
  }
  const drawn = (name: string) => (
    <>
      <Part name={name} keys={['n']} />
      <Quick name={name} />
    </>
  );
  const { rerender } = renderPart(<p>nothing yet</p>);
  rerender(drawn('weigh'));
  rerender(drawn('seal'));
  expect(ran).toEqual(['weigh n', 'seal n']);
});

test.each([
  ['with Ctrl', { ctrlKey: true }],
  ['with the command key', { metaKey: true }],
  ['with Alt', { altKey: true }],
  ['held down', { repeat: true }],
])('a key %s is not meant', (_how, more) => {
  renderPart(<Part name="page" keys={['n']} />);
  press('n', more);
  expect(ran).toEqual([]);
});

test.each([
  ['a field', <input key="f" data-testid="on" />],
  ['several lines', <textarea key="f" data-testid="on" />],
  ['a list that hangs from a field', <div key="f" role="listbox" data-testid="on" />],
])('keys rest while somebody writes in %s, but not on a box to tick', (_what, field) => {
  renderPart(
    <>
      <Part name="page" keys={['n']} />
      {field}
      <input type="checkbox" />
    </>,
  );
  press('n', {}, screen.getByTestId('on'));
  expect(ran).toEqual([]);
  press('n', {}, screen.getByRole('checkbox'));
  expect(ran).toEqual(['page n']);
});

test.each(['dialog', 'alertdialog'])(
  'keys rest while a %s lies over the page, wherever the focus is',
  (role) => {
    renderPart(
      <>
        <Part name="page" keys={['n']} />
        <div role={role} />
      </>,
    );
    press('n');
    expect(ran).toEqual([]);
  },
);

test('? lists the keys that work here, and what is pressed before the list is there does nothing', async () => {
  renderPart(<Part name="sign" keys={['s']} />);
  press('?');
  press('s');
  expect(ran).toEqual([]);
  expect((await screen.findByRole('dialog')).textContent).toContain('sign s');
});

describe('how single keys work in this browser', () => {
  test('is kept, told at once to all that ask, and followed', () => {
    const asked = renderModel(() => useKeyMode());
    const other = renderModel(() => useKeyMode());
    renderPart(<Part name="page" keys={['n']} />);
    expect(asked.result.current[0]).toBe('alone');

    act(() => asked.result.current[1]('alt'));
    expect(other.result.current[0]).toBe('alt');
    press('n');
    expect(ran).toEqual([]);
    press('n', { altKey: true });
    expect(ran).toEqual(['page n']);

    act(() => asked.result.current[1]('off'));
    press('n');
    press('n', { altKey: true });
    expect(ran).toEqual(['page n']);
    expect(document.documentElement.dataset.keyMode).toBe('off');
  });

  test.each([...KEY_MODES, 'never heard of'])('begins as it was kept: %s', (kept) => {
    window.localStorage.setItem('glassine_keys', kept);
    expect(renderModel(() => useKeyMode()).result.current[0]).toBe(
      KEY_MODES.find((mode) => mode === kept) ?? 'alone',
    );
  });
});
