/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { renderPart } from '../../tests/unit/helpers/hooks';
import { Working } from './Callout';
import { DialogActions, FormDialog } from './FormDialog';
import { Select } from './Choices';
import { Field } from './Field';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const told: string[] = [];
beforeEach(() => (told.length = 0));
afterEach(cleanup);

test('a figure is read as its figure, with its working after it; opened, it shows every step', async () => {
  renderPart(
    <Working
      working={{
        title: 'pixels per inch',
        steps: [{ sum: '3000 px ÷ (240 mm ÷ 25.4)', result: '317.5 ppi' }],
        notes: ['Of the file, not of the screen.'],
        source: 'Handbook §4.',
      }}
    >
      317.5
    </Working>,
  );
  const figure = screen.getByRole('button', { name: /^317\.5 ?, working$/ });
  act(() => figure.click());
  const slip = await screen.findByRole('dialog');
  for (const words of ['3000 px ÷ (240 mm ÷ 25.4)', '317.5 ppi', 'Of the file', 'Handbook §4.'])
    expect(slip.textContent).toContain(words);
});

function Sheet({ busy = false }: { busy?: boolean }) {
  const [name, setName] = useState('');
  return (
    <FormDialog title="A supplier" isOpen onClose={() => told.push('closed')}>
      <Field label="Name" value={name} onChange={setName} />
      <DialogActions
        label="Keep it"
        busy={busy}
        onDo={() => told.push(`kept ${name}`)}
        onClose={() => told.push('left')}
      />
    </FormDialog>
  );
}
const write = (text: string) =>
  fireEvent.input(screen.getByLabelText('Name'), { target: { value: text } });
const escape = () => fireEvent.keyDown(document.body, { key: 'Escape' });
const leavePage = () => {
  const event = new Event('beforeunload', { cancelable: true });
  window.dispatchEvent(event);
  return event.defaultPrevented;
};

describe('a sheet laid over the page', () => {
  test('nothing written, Escape puts it away, and nobody who leaves the page is asked', async () => {
    renderPart(<Sheet />);
    await screen.findByRole('dialog');
    expect(leavePage()).toBe(false);
    escape();
    expect(told).toEqual(['closed']);
  });

  test('something written, Escape asks first; a second Escape lets it go', async () => {
    renderPart(<Sheet />);
    await screen.findByRole('dialog');
    write('Walkers');
    expect(leavePage()).toBe(true);
    escape();
    expect(told).toEqual([]);
    expect(screen.getByRole('alertdialog').textContent).toContain('not kept yet');
    escape();
    expect(told).toEqual(['closed']);
  });

  test('going on writing keeps what was written, and asks again the next time', async () => {
    renderPart(<Sheet />);
    await screen.findByRole('dialog');
    write('Walkers');
    escape();
    act(() => screen.getByRole('button', { name: 'Go on writing' }).click());
    expect(screen.queryByRole('alertdialog')).toBeNull();
    expect((screen.getByLabelText('Name') as HTMLInputElement).value).toBe('Walkers');
    escape();
    expect(screen.getByRole('alertdialog')).not.toBeNull();
    expect(told).toEqual([]);
  });

  test('its act is what Enter does: a submit button, and no submitting of the page', async () => {
    renderPart(<Sheet />);
    await screen.findByRole('dialog');
    const keep = screen.getByRole('button', { name: 'Keep it' }) as HTMLButtonElement;
    expect(keep.type).toBe('submit');
    expect(fireEvent.submit(keep.form!)).toBe(false);
    write('Walkers');
    act(() => keep.click());
    expect(told).toEqual(['kept Walkers']);
  });

  test('while it works it says so, and does not do it twice', async () => {
    renderPart(<Sheet busy />);
    await screen.findByRole('dialog');
    act(() => screen.getByRole('button', { name: 'One moment…' }).click());
    expect(told).toEqual([]);
  });

  test('Escape on a list that hangs from a field puts the list away, and not the sheet', () => {
    renderPart(
      <FormDialog title="A proof" isOpen onClose={() => told.push('closed')}>
        <Select
          label="Intent"
          value="a"
          onChange={() => {}}
          options={[{ key: 'a', name: 'perceptual' }]}
        />
      </FormDialog>,
    );
    act(() => screen.getByRole('button', { name: /Intent/ }).click());
    fireEvent.keyDown(screen.getByRole('option', { name: 'perceptual' }), { key: 'Escape' });
    expect([told, screen.queryByRole('option')]).toEqual([[], null]);
    escape();
    expect(told).toEqual(['closed']);
  });

  test('gone from the page, it asks nobody any more', () => {
    const { unmount } = renderPart(<Sheet />);
    write('Walkers');
    unmount();
    expect(leavePage()).toBe(false);
    escape();
    expect(told).toEqual([]);
  });
});
