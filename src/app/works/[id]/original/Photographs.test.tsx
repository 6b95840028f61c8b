/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import type { PhotographModel } from '@/app/models';
import { answering, renderPart } from '../../../../../tests/unit/helpers/hooks';
import { sendFile } from '@/ui/sendFile';
import { Photographs } from './Photographs';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});
jest.mock('@/ui/sendFile', () => ({ sendFile: jest.fn() }));
beforeEach(() => window.localStorage.clear());
afterEach(cleanup);

const damage = {
  id: 'p1',
  sha256: 'a'.repeat(64),
  fileName: 'rub.jpg',
  shows: 'damage',
  words: 'a rub at the left chimney',
  takenOn: '2026-07-11',
} as PhotographModel;
const show = (list: PhotographModel[]) =>
  renderPart(<Photographs workId="w" title="Kiln Yard" list={list} today="2026-11-24" />);

test('each has its picture, what it shows, its day and its words; what is missing is named', () => {
  show([damage, { ...damage, id: 'p2', shows: 'front', words: '' }]);
  const first = screen.getByLabelText('Look at the photograph of its damage').parentElement!;
  expect(first.textContent).toContain('a rub at the left chimney');
  expect(first.querySelector('img')!.getAttribute('src')).toBe(`/api/pictures/${damage.sha256}/thumb`);
  expect(screen.getByText('Not photographed yet: back, signature.')).not.toBeNull();
});

test('one is sent with what it shows and its day; refused, it is said and nothing typed is lost', async () => {
  const sent = sendFile as unknown as jest.Mock;
  sent.mockResolvedValueOnce({ error: { message: '“x.jpg” is no picture that is known.' } });
  show([]);
  fireEvent.click(screen.getByText('Add a photograph'));
  const file = new File(['x'], 'x.jpg', { type: 'image/jpeg' });
  fireEvent.change(screen.getByLabelText('Photograph'), { target: { files: [file] } });
  fireEvent.change(screen.getByLabelText('In words'), { target: { value: 'whole' } });
  await act(async () => void fireEvent.click(screen.getByText('Keep it')));
  const url = new URL(sent.mock.calls[0][0], 'http://studio');
  expect(url.pathname).toBe('/api/photographs');
  expect(Object.fromEntries(url.searchParams)).toEqual({
    work: 'w',
    name: 'x.jpg',
    shows: 'front',
    words: 'whole',
    takenOn: '2026-11-24',
  });
  expect(screen.getByRole('alert').textContent).toContain('no picture');
  expect((screen.getByLabelText('In words') as HTMLInputElement).value).toBe('whole');

  sent.mockResolvedValueOnce({ done: { message: 'Kept.' } });
  await act(async () => void fireEvent.click(screen.getByText('Keep it')));
  expect(screen.queryByLabelText('In words')).toBeNull();
});

test('opened, it is large, and can be taken out', async () => {
  const acts = answering({ removePhotograph: { message: 'Out.' } });
  show([damage]);
  fireEvent.click(screen.getByLabelText('Look at the photograph of its damage'));
  expect((await screen.findByAltText(/Its damage\. a rub/)).getAttribute('src')).toContain('/view');
  await act(async () => void fireEvent.click(screen.getByText('Take this photograph out')));
  expect(acts.map((each) => [each.url, each.input])).toEqual([
    ['/api/act/removePhotograph', { id: 'p1' }],
  ]);
  expect(screen.queryByAltText(/Its damage/)).toBeNull();
});
