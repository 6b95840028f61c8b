/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { FilePick } from './FilePick';

afterEach(cleanup);
const taken: (string | null)[] = [];
beforeEach(() => (taken.length = 0));
const pick = () =>
  render(
    <FilePick
      label="Scan of the proof, from the same scanner"
      name="Scan of the proof"
      accept=".tif,.png"
      onFile={(file) => taken.push(file?.name ?? null)}
    />,
  );
const place = () => screen.getByLabelText('Scan of the proof').closest('label')!;
const named = (name: string) => new File(['II*'], name);

test('says what it takes, and then what it has', () => {
  pick();
  expect(place().textContent).toContain('tif, png');
  fireEvent.change(screen.getByLabelText('Scan of the proof'), {
    target: { files: [named('round-1.tif')] },
  });
  expect([taken, place().textContent]).toEqual([['round-1.tif'], expect.stringContaining('round-1.tif')]);
  // Taken back in the browser's own window, there is none.
  fireEvent.change(screen.getByLabelText('Scan of the proof'), { target: { files: [] } });
  expect([taken.at(-1), place().textContent]).toEqual([null, expect.stringContaining('tif, png')]);
});

test('takes what is dropped on it, and the page beneath does not take it too', () => {
  const page: string[] = [];
  const { container } = pick();
  container.addEventListener('drop', () => page.push('dropped'));
  document.addEventListener('drop', () => page.push('page'), { once: true });
  fireEvent.dragOver(place());
  expect(place().dataset.over).toBe('true');
  fireEvent.drop(place(), { dataTransfer: { files: [named('round-2.tif')] } });
  expect(taken).toEqual(['round-2.tif']);
  expect(place().dataset.over).toBeUndefined();
  expect(page).not.toContain('page');
});

test('words dropped on it are no file', () => {
  pick();
  fireEvent.drop(place(), { dataTransfer: { files: [] } });
  expect(taken).toEqual([]);
});
