/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { answering, renderPart } from '../../tests/unit/helpers/hooks';
import { ErrorCallout, LastAction, useAction, type ActionError } from './Actions';
import { Button } from './Button';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

afterEach(cleanup);

const refusal = (more: Partial<ActionError> = {}): ActionError => ({
  message: 'The name is taken.',
  ...more,
});

describe('what was refused', () => {
  test('is said once, near the act; at a field that says it itself it is not said again', () => {
    const { rerender } = renderPart(<ErrorCallout error={refusal()} fields={['name']} />);
    expect(screen.getByRole('alert').textContent).toContain('The name is taken.');
    rerender(<ErrorCallout error={refusal({ field: 'name' })} fields={['name']} />);
    expect(screen.queryByRole('alert')).toBeNull();
    // A part of a field belongs to it; a field that only begins alike does not.
    rerender(<ErrorCallout error={refusal({ field: 'name.first' })} fields={['name']} />);
    expect(screen.queryByRole('alert')).toBeNull();
    rerender(<ErrorCallout error={refusal({ field: 'names' })} fields={['name']} />);
    expect(screen.getByRole('alert')).not.toBeNull();
    rerender(<ErrorCallout error={null} />);
    expect(screen.queryByRole('alert')).toBeNull();
  });

  test('may be overruled with a reason, and only with one', () => {
    const reasons: string[] = [];
    renderPart(<ErrorCallout error={refusal({ overridable: true })} onReason={(r) => reasons.push(r)} />);
    const go = screen.getByRole('button', { name: 'Go on all the same' }) as HTMLButtonElement;
    expect(go.disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Reason, kept with the record'), {
      target: { value: 'compared, and the same' },
    });
    act(() => go.click());
    expect(reasons).toEqual(['compared, and the same']);
  });

  test('because another window was quicker, shows both values and lets one’s own stand', () => {
    const kept: string[] = [];
    renderPart(
      <ErrorCallout
        error={refusal({
          changed: {
            who: 'Ida',
            at: '2026-11-28T10:00:00Z',
            fields: [{ field: 'price', now: '120', yours: '90' }],
          },
          keepMine: async () => {
            kept.push('mine');
            return null;
          },
        })}
      />,
    );
    expect(screen.getByRole('columnheader', { name: 'Now, by Ida' })).not.toBeNull();
    expect(screen.getAllByRole('cell').map((cell) => cell.textContent)).toEqual(['120', '90']);
    act(() => screen.getByRole('button', { name: 'Keep mine all the same' }).click());
    expect(kept).toEqual(['mine']);
  });
});

function Place({ act: name = 'markPaid' }: { act?: string }) {
  const action = useAction();
  return (
    <>
      <main id="content" tabIndex={-1}>
        <Button onPress={() => void action.run(name, { id: 'a' })} isDisabled={action.isPending}>
          Do it
        </Button>
      </main>
      <LastAction />
    </>
  );
}
const doIt = () => act(async () => screen.getByRole('button', { name: 'Do it' }).click());

describe('what was done', () => {
  test('is said in one region that is there before and after', async () => {
    answering({ markPaid: { message: 'Order 7 is paid.' } });
    renderPart(<Place />);
    const region = screen.getByRole('status');
    expect(region.textContent).toBe('');
    await doIt();
    expect(screen.getByRole('status')).toBe(region);
    expect(region.textContent).toContain('Order 7 is paid.');
    await act(async () => screen.getByRole('button', { name: 'Close this note' }).click());
    expect([screen.getByRole('status'), region.textContent]).toEqual([region, '']);
  });

  test('is taken back by what came with it', async () => {
    const sent = answering({
      markPaid: { message: 'Paid.', undo: { act: 'undo', input: { id: 'u1' }, label: 'It is not paid' } },
    });
    renderPart(<Place />);
    await doIt();
    await act(async () => screen.getByRole('button', { name: /It is not paid/ }).click());
    expect(sent.map((each) => [each.url, each.input])).toEqual([
      ['/api/act/markPaid', { id: 'a' }],
      ['/api/act/undo', { id: 'u1' }],
    ]);
  });
});

test('a button is not switched off under the hand: it waits, and takes no second press', async () => {
  let answer: (body: object) => void = () => {};
  const sent: string[] = [];
  globalThis.fetch = ((url: string) => {
    sent.push(url);
    return new Promise((resolve) => {
      answer = (body) => resolve({ ok: true, status: 200, json: async () => body });
    });
  }) as unknown as typeof fetch;
  renderPart(<Place />);
  const button = screen.getByRole('button', { name: 'Do it' }) as HTMLButtonElement;
  act(() => button.focus());
  act(() => button.click());
  expect([button.disabled, button.getAttribute('aria-disabled')]).toEqual([false, 'true']);
  expect(document.activeElement).toBe(button);
  act(() => button.click());
  expect(sent).toHaveLength(1);
  await act(async () => answer({ message: 'Done.' }));
  expect([button.getAttribute('aria-disabled'), document.activeElement === button]).toEqual([null, true]);
});
