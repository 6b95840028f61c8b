/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import type { ComponentType } from 'react';
import { renderPart } from '../../tests/unit/helpers/hooks';
import { arriving } from './arriving';
import { useKeys } from './Keys';

jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh: () => {}, push: () => {} }) }));
afterEach(cleanup);

type Props = { says: string };
const Sheet = ({ says }: Props) => <p>{says}</p>;

/** A part that comes when the test lets it. */
function onItsWay() {
  let come: (part: ComponentType<Props>) => void = () => {};
  let fail: (error: Error) => void = () => {};
  const asked = jest.fn(
    () =>
      new Promise<ComponentType<Props>>((resolve, reject) => {
        come = resolve;
        fail = reject;
      }),
  );
  return {
    Part: arriving(asked),
    asked,
    come: () => act(async () => come(Sheet)),
    fail: () => act(async () => fail(new Error('gone'))),
  };
}

test('is drawn when it has come, and the next time at once', async () => {
  const { Part, asked, come } = onItsWay();
  const { rerender } = renderPart(<Part says="one" />);
  expect(screen.queryByText('one')).toBeNull();
  await come();
  expect(screen.getByText('one')).toBeTruthy();
  rerender(<p>put away</p>);
  rerender(<Part says="two" />);
  expect(screen.getByText('two')).toBeTruthy();
  expect(asked).toHaveBeenCalledTimes(1);
});

test('what is typed for it while it is on its way does nothing to the page', async () => {
  const { Part, come } = onItsWay();
  const ran: string[] = [];
  function WithKeys() {
    useKeys([{ key: 'd', label: 'it was delivered', run: () => ran.push('d') }]);
    return <Part says="a sheet" />;
  }
  renderPart(<WithKeys />);
  fireEvent.keyDown(document.body, { key: 'd' });
  expect(ran).toEqual([]);
  await come();
  fireEvent.keyDown(document.body, { key: 'd' });
  expect(ran).toEqual(['d']);
});

test('where it cannot be fetched that is said, and asked for again it is fetched again', async () => {
  const { Part, asked, come, fail } = onItsWay();
  const { rerender } = renderPart(<Part says="one" />);
  await fail();
  expect(screen.getByRole('alert').textContent).toContain('could not be fetched');
  rerender(<p>put away</p>);
  rerender(<Part says="two" />);
  await come();
  expect(screen.getByText('two')).toBeTruthy();
  expect(asked).toHaveBeenCalledTimes(2);
});
